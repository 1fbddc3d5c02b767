"""Run-outs in a real worker on a real queue: coarse first, superseded, stopped, printed, and nobody else's."""

from typing import Any

from django.contrib.auth.models import User
from django.test import Client, SimpleTestCase, TestCase

from runouts.models import RunOut
from setup import demo
from tests.server.worker import SharedWorker, eventually

THREE = demo.document({"cue": [4, 1.2], "7": [6, 1], "8": [2, 3], "9": [7, 2.5]}, {"shooter": "me"})
NINE = demo.document(
    {"cue": [4.9, 3.8], "1": [2.4, 0.5], "2": [7.7, 2.4], "3": [6.3, 3.5], "4": [5.5, 0.8], "5": [3.8, 1.2],
     "6": [1, 2.3], "7": [4.8, 2.1], "8": [7, 0.6], "9": [6.1, 2]}, {"shooter": "me"},
)  # fmt: skip


class _Asks(SimpleTestCase):
    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.client = Client()
        self.client.force_login(self.user)

    def ask(self, document: dict[str, Any], **fixed: Any) -> Any:
        body = {"document": document, "me": "strong league", "them": "league", **fixed}
        return self.client.post("/api/run-outs", body, content_type="application/json")

    def look(self, asked: Any) -> dict[str, Any]:
        found: dict[str, Any] = self.client.get(f"/api/run-outs/{asked.json()['id']}").json()
        return found


class Worked(_Asks, SharedWorker):
    def test_a_coarse_plan_comes_first_then_the_settled_one_and_it_prints(self) -> None:
        asked, coarse = self.ask(THREE, goal="rack", pockets={"9": "foot-near"}), []

        def is_done() -> bool:
            now = self.look(asked)
            if now["document"] and not now["document"]["settled"]:
                coarse.append(now["progress"])
            return bool(now["status"] == "done")

        eventually("the plan has settled", is_done)
        self.assertTrue(coarse)
        plan = self.look(asked)["document"]
        self.assertEqual([shot["ball"] for shot in plan["plan"]][:1], ["7"])
        self.assertEqual([shot["pocket"] for shot in plan["plan"] if shot["ball"] == "9"], ["foot-near"])
        sheet = self.client.get(f"/api/run-outs/{asked.json()['id']}/sheet?units=in&title=Tuesday")
        self.assertEqual((sheet.status_code, sheet.content[:4]), (200, b"%PDF"))

    def test_a_new_question_stops_the_one_that_is_still_worked_out(self) -> None:
        first = self.ask(NINE)
        eventually("it has begun", lambda: self.look(first)["progress"] > 0)
        second = self.ask(THREE)
        eventually("the first has stopped", lambda: self.look(first)["status"] == "stopped")
        self.assertLess(self.look(first)["progress"], 1.0)
        eventually("the second is done", lambda: self.look(second)["status"] == "done")


class Waiting(_Asks, TestCase):
    def test_one_that_waits_stops_at_once_and_nobody_else_sees_it(self) -> None:
        asked = self.ask(THREE)
        path = f"/api/run-outs/{asked.json()['id']}"
        other = Client()
        other.force_login(User.objects.create_user("udo", password="a-long-password"))
        for answer in (
            other.get(path),
            other.post(f"{path}/stop"),
            other.get(f"{path}/sheet"),
            self.client.get(f"{path}/sheet"),
        ):
            self.assertEqual(answer.status_code, 404)
        self.assertEqual(self.client.post(f"{path}/stop").json()["status"], "stopped")

    def test_what_cannot_be_planned_is_refused_and_nothing_is_queued(self) -> None:
        lonely = demo.document({"cue": [4, 1]}, {"shooter": "me"})
        for document, fixed, said in (
            (lonely, {}, "there is no ball to play"),
            (THREE, {"order": ["9", "8", "7"]}, "this game gives the order"),
            (THREE, {"pockets": {"8": "left"}}, "is no pocket"),
            (THREE, {"rests": {"3": [4, 2]}}, "ball 3 is not on the table"),
            (THREE, {"goal": "luck"}, "is none"),
            (THREE, {"strokes": {"8": {"speed_mps": 2}}}, "not one of aim_deg, pot and contact is given"),
        ):
            answer = self.ask(document, **fixed)
            self.assertEqual(answer.status_code, 422, said)
            self.assertIn(said, answer.json()["errors"][0]["what"])
        self.assertFalse(RunOut.objects.exists())
