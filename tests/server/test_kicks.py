"""Kicks in a real worker on a real queue; looks at once; tries logged, struck out, taken in, and nobody else’s."""

from typing import Any

from django.contrib.auth.models import User
from django.test import Client, SimpleTestCase, TestCase

from kicks.models import Kick, KickTry
from partita.kicks.tries import MOST_TRIES
from setup import demo
from tests.server.worker import SharedWorker, eventually

HOOKED = demo.document({"cue": [2, 2], "2": [6, 2.2], "5": [2.6, 2.02], "9": [5, 3.4]}, {"shooter": "me"})
NUMBERED = ["far-long", "foot", "near-long"]
TRY = {
    "kind": "three-cushion",
    "cue": [1, 0.8],
    "rails": NUMBERED,
    "aim": 25,
    "arrival": 21,
    "side": 0.3,
    "height": 0.3,
}
JSON = "application/json"


class KickCase(SimpleTestCase):
    """Two accounts, and a hooked layout."""

    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.client = Client()
        self.client.force_login(self.user)
        self.other = Client()
        self.other.force_login(User.objects.create_user("udo", password="a-long-password"))

    def post(self, path: str, body: dict[str, Any], client: Client | None = None) -> Any:
        return (client or self.client).post(f"/api/{path}", body, content_type=JSON)

    def ask(self, document: dict[str, Any] = HOOKED, **more: Any) -> Any:
        return self.post("kicks", {"document": document, "me": "strong league", "them": "league", **more})

    def log(self, **change: Any) -> Any:
        return self.post("tries", {"table": "pool-9ft", "tries": [{**TRY, **change}]})


class Worked(KickCase, SharedWorker):
    def test_ways_come_better_and_better_are_nobody_elses_and_one_is_looked_at(self) -> None:
        asked = self.ask()
        self.assertEqual(asked.status_code, 200)
        path, seen = f"/api/kicks/{asked.json()['id']}", set()

        def is_done() -> bool:
            now = self.client.get(path).json()
            if now["document"]:
                seen.add(now["document"]["progress"])
            return bool(now["status"] == "done")

        eventually("the ways are settled", is_done)
        self.assertGreater(len(seen), 1)
        document = self.client.get(path).json()["document"]
        self.assertEqual((document["target"], document["blocked_by"]), ("2", ["5"]))
        self.assertIn("Hooked: the 5 hides all of the 2", document["sight"])
        way = next(way for way in document["ways"] if way["sum"]["kind"] == "mirror")
        body = {"document": HOOKED, "me": "strong league", "them": "league", "target": "2", "stroke": way["stroke"]}
        look = self.post("kicks/look", body).json()
        self.assertEqual(look["sum"]["words"], way["sum"]["words"])
        self.assertTrue(look["window"]["low"] < look["window"]["high"])
        self.assertEqual(self.other.get(path).status_code, 404)
        self.assertEqual(self.other.post(f"{path}/stop").status_code, 404)
        self.assertEqual(self.post("kicks/look", {**body, "route": ["left"]}).status_code, 422)


class Kicks(KickCase, TestCase):
    def test_what_cannot_be_kicked_at_is_refused_and_a_waiting_one_stops_or_is_superseded(self) -> None:
        for document, target, said in (
            (demo.document({"cue": [4, 1]}, {"shooter": "me"}), "", "no ball to play"),
            (HOOKED, "9", "foul here"),
            (HOOKED, "7", "not on the table"),
        ):
            answer = self.ask(document, target=target)
            self.assertEqual(answer.status_code, 422, said)
            self.assertIn(said, answer.json()["errors"][0]["what"])
        self.assertEqual(Kick.objects.count(), 0)
        first, second = self.ask().json(), self.ask().json()
        self.assertEqual(Kick.objects.get(pk=first["id"]).status, "stopped")
        self.assertEqual(self.client.post(f"/api/kicks/{second['id']}/stop").json()["status"], "stopped")

    def test_tries_correct_the_sums_of_their_table_and_struck_out_they_do_not(self) -> None:
        for arrival in (26, 27, 25.5):
            answer = self.log(arrival=arrival)
            self.assertEqual(answer.status_code, 200, answer.content)
        says = answer.json()["says"]
        self.assertEqual([(one["kind"], one["tries"]) for one in says["corrections"]], [("three-cushion", 3)])
        elsewhere = self.post("tries/list", {"table": "pool-8ft"}).json()
        self.assertEqual((elsewhere["tries"], elsewhere["says"]["tries"]), ([], 0))
        for kept in answer.json()["tries"]:
            path = f"/api/tries/{kept['id']}"
            self.assertEqual(self.other.put(path, {"struck": True}, content_type=JSON).status_code, 404)
            self.assertTrue(self.client.put(path, {"struck": True}, content_type=JSON).json()["struck"])
        after = self.post("tries/list", {"table": "pool-9ft"}).json()
        self.assertEqual((len(after["tries"]), after["says"]["tries"]), (3, 0))
        self.assertEqual(self.other.delete(path).status_code, 404)
        self.assertEqual(self.client.delete(path).status_code, 204)
        self.assertEqual(self.post("tries/list", {"table": "pool-9ft"}, self.other).json()["tries"], [])

    def test_a_try_that_cannot_be_one_too_many_and_a_wrong_line_leave_all_as_it_was(self) -> None:
        self.log()
        answer = self.log(rails=["far-long", "foot", "head"])
        self.assertEqual(answer.status_code, 422)
        text = self.post("tries/as-csv", {"table": "pool-9ft"}).json()
        wrong = text + text.splitlines()[1].replace(",25,", ",none,") + "\n"
        answer = self.post("tries/csv", {"table": "pool-9ft", "text": wrong})
        self.assertEqual((answer.status_code, answer.json()["errors"][0]["where"]), (422, "tries: line 3 aim"))
        self.assertEqual(KickTry.objects.count(), 1)
        self.assertEqual(len(self.post("tries/csv", {"table": "pool-9ft", "text": text}).json()["tries"]), 2)
        row = KickTry.objects.values().first()
        assert row is not None
        row.pop("id")
        KickTry.objects.bulk_create([KickTry(**row) for _ in range(MOST_TRIES - 2)])
        answer = self.log()
        self.assertEqual((answer.status_code, KickTry.objects.count()), (422, MOST_TRIES))
        self.assertIn(f"more than {MOST_TRIES}", answer.json()["errors"][0]["what"])

    def test_the_card_of_a_table_prints(self) -> None:
        answer = self.post("kick-card?units=in&title=Table+3", {"table": "pool-9ft"})
        self.assertEqual((answer.status_code, answer.content[:4]), (200, b"%PDF"))
