"""Practice on a real database, with real workers: attempts once each and in order, expectations, the quiz, files."""

import json
from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client, SimpleTestCase, TestCase
from django.utils import timezone

from measures.models import Attempt, Measure
from partita.players.stroke_model import PRESETS
from practice import files, quiz
from practice.models import DrillAttempt, DrillSitting, Expectation, QuizAnswer, QuizPosition, QuizRound
from profiles.models import PlayerProfile
from profiles.services import Wanted, save_profile
from tests.server.imports import taken_in
from tests.server.test_api import GOOD
from tests.server.worker import SharedWorker, eventually
from work.models import Status

JSON = "application/json"


class PracticeCase(SimpleTestCase):
    """An account with two players, and a stranger."""

    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.client.force_login(self.user)
        self.stranger = Client()
        self.stranger.force_login(User.objects.create_user("udo", password="a-long-password"))
        self.player = save_profile(self.user, Wanted("June", "strong league", {}))
        self.partner = save_profile(self.user, Wanted("Rosa", "league", {}))

    def send(self, method: str, path: str, body: Any = None, client: Client | None = None) -> Any:
        call = getattr(client or self.client, method)
        return call(f"/api/{path}", body, content_type=JSON) if body is not None else call(f"/api/{path}")

    def begin(self, drill: str = "lag", **more: Any) -> dict[str, Any]:
        body = {"token": "sitting-0001", "drill": drill, "table": "pool-9ft", **more}
        found: dict[str, Any] = self.send("post", f"practice/players/{self.player.pk}/sittings", body).json()
        return found

    def tap(self, sitting: int, *attempts: dict[str, Any], **more: Any) -> Any:
        return self.send("post", f"practice/sittings/{sitting}/attempts", {"attempts": list(attempts), **more})


def one(token: str, step: int = 2, **more: Any) -> dict[str, Any]:
    return {"token": f"{token}-12345678", "step": step, **(more or {"outcome": "made"})}


def expects(player: PlayerProfile, drill: str, stroke: dict[str, float], steps: int) -> None:
    """What is expected of a player, as a worker would have left it."""
    chance, forms = {"value": 0.6, "low": 0.5, "high": 0.7}, [0.9] * 3 + [0.6] + [0.2] * 3
    step = {"step": "a", "chance": chance, "stroke": stroke, "by_form": forms}
    Expectation.objects.create(
        owner=player.owner, player=player, drill_key=drill, key=drill, status=Status.DONE,
        question={"table": "pool-9ft"}, document={"steps": [step] * steps, "begin": 2},
    )  # fmt: skip


class PracticeTest(PracticeCase, TestCase):
    """Of one page at a time."""


class Sittings(PracticeTest):
    def test_attempts_are_kept_once_each_in_their_order_and_judged_by_the_drills_rule(self) -> None:
        sitting = self.begin()["id"]
        sent = [one("a", x=0.5, y=2.0), one("b", x=2.5, y=2.0), one("c", outcome="missed")]
        self.assertEqual(self.tap(sitting, *sent).json(), {"new": 3})
        self.assertEqual(self.tap(sitting, *sent, one("d")).json(), {"new": 1}, "sent again, each counts once")
        kept = self.send("get", f"practice/sittings/{sitting}").json()["attempts"]
        told = "".join(f"{row['token'][0]}{'+' if row['made'] else '-'}" for row in kept)
        self.assertEqual(told, "a+b-c-d+")
        for _ in range(2):
            self.assertEqual(self.send("delete", f"practice/sittings/{sitting}/attempts/b-12345678").status_code, 204)
        self.assertEqual(DrillAttempt.objects.count(), 3)

    def test_what_a_step_cannot_end_in_is_refused_with_its_number_and_nothing_is_kept(self) -> None:
        sitting = self.begin("rails-apart", partner_name="Abel")["id"]
        refused = self.tap(sitting, one("a"), one("b", x=1.0, y=1.0), one("c", step=7))
        self.assertEqual(refused.status_code, 422)
        self.assertEqual([row["where"] for row in refused.json()["errors"]], ["attempt 2", "attempt 3 step"])
        self.assertEqual(DrillAttempt.objects.count(), 0)
        self.assertEqual(self.tap(sitting, {"token": "x", "step": 0}).status_code, 422)

    def test_a_sitting_begun_twice_by_its_token_is_one_and_an_empty_one_is_none(self) -> None:
        first, again = self.begin(), self.begin()
        self.assertEqual(first["id"], again["id"])
        self.send("post", f"practice/sittings/{first['id']}/end")
        self.assertEqual(DrillSitting.objects.count(), 0)

    def test_nobody_takes_turns_with_himself_and_names_hold_no_nul(self) -> None:
        path = f"practice/players/{self.player.pk}/sittings"
        body = {"token": "sitting-0001", "drill": "lag", "table": "pool-9ft"}
        for wrong in ({"partner": self.player.pk}, {"partner_name": "A\x00"}, {"table": "pool-5ft"}, {"drill": "none"}):
            self.assertEqual(self.send("post", path, {**body, **wrong}).status_code, 422, wrong)
        rounds = f"quiz/players/{self.player.pk}/rounds"
        for wrong in ({"second": self.player.pk}, {"second_name": "\x00"}, {"game": "chess"}, {"limit_s": 1}):
            self.assertEqual(self.send("post", rounds, {"token": "round-0001", **wrong}).status_code, 422, wrong)
        self.assertEqual((DrillSitting.objects.count(), QuizRound.objects.count()), (0, 0))

    def test_the_next_sitting_goes_on_where_the_ladder_was(self) -> None:
        expects(self.player, "lag", {"aim_deg": 0.0, "speed_mps": 1.9}, 5)
        sitting = self.begin()
        self.assertIsNone(sitting["begin"])
        self.tap(sitting["id"], *(one(f"a{k}", step=1) for k in range(12)))
        self.assertEqual(self.begin(token="sitting-0002")["begin"], 2, "twelve of twelve moves up")

    def test_attempts_tell_the_measured_stroke_of_pots_and_rests_and_the_partners_of_his_own(self) -> None:
        stroke = {"aim_deg": 26.565, "speed_mps": 1.5, "side": 0.0, "height": 0.0}
        expects(self.player, "straight", stroke, 6)
        expects(self.player, "lag", {"aim_deg": 0.0, "speed_mps": 1.9}, 5)
        straight = self.begin("straight", token="sitting-0002", partner=self.partner.pk)["id"]
        self.tap(straight, one("a"), one("b", outcome="missed"), one("c", by="partner", outcome="made"))
        lag = self.begin()["id"]
        self.tap(lag, one("d", x=0.5, y=1.9), one("e", step=0, x=1.5, y=2.0), one("f"))
        mine = Attempt.objects.filter(player=self.player, source="drill")
        self.assertEqual([(row.outcome, row.x) for row in mine], [("made", None), ("missed", None), ("", 0.5)])
        self.assertEqual(Attempt.objects.filter(player=self.partner).count(), 1)
        self.send("delete", f"practice/sittings/{straight}/attempts/a-12345678")
        self.assertEqual(Attempt.objects.filter(player=self.player).count(), 2)

    def test_the_day_on_which_attempts_were_made_is_kept_when_they_come_late(self) -> None:
        expects(self.player, "lag", {"aim_deg": 0.0, "speed_mps": 1.9}, 5)
        sitting = self.begin()["id"]
        yesterday = timezone.localdate() - timedelta(days=1)
        self.tap(sitting, one("a", x=0.5, y=2.0), day=yesterday.isoformat())
        self.assertEqual(DrillSitting.objects.get().day, yesterday)
        told = Attempt.objects.filter(player=self.player).values_list("day", flat=True)
        self.assertEqual(set(told), {yesterday.toordinal()}, "and to the measure too")
        self.tap(sitting, one("b"), day="1999-01-01")
        self.assertEqual(DrillSitting.objects.get().day, yesterday, "years late is a wrong clock")

    def test_progress_and_what_next_follow_from_the_attempts(self) -> None:
        expects(self.player, "lag", {"aim_deg": 0.0, "speed_mps": 1.9}, 5)
        sitting = self.begin()["id"]
        self.tap(sitting, *(one(f"a{k}", x=3.0 if k % 5 else 0.4, y=2.0) for k in range(30)))
        found = self.send("get", f"practice/players/{self.player.pk}").json()
        self.assertEqual((found["drills"][0]["drill"], found["drills"][0]["attempts"]), ("lag", 30))
        self.assertEqual(found["drills"][0]["held"]["stands"], "below")
        self.assertIn("below", [row["why"] for row in found["next"]])
        self.assertEqual(found["open"], sitting)
        told = self.send("get", f"practice/players/{self.player.pk}/drills/lag").json()
        self.assertEqual((told["days"][0]["made"], len(told["rests"]), told["best_run"]), (6, 30, 1))
        self.assertIsNone(self.send("get", f"practice/players/{self.player.pk}/drills/cut").json())

    def test_everything_is_its_owners_alone(self) -> None:
        sitting = self.begin()["id"]
        own = self.send("post", "practice/drills", {"drill": OWN}).json()["key"]
        for method, path, body in (
            ("get", f"practice/sittings/{sitting}", None), ("get", f"practice/players/{self.player.pk}", None),
            ("post", f"practice/sittings/{sitting}/attempts", {"attempts": [one("a")]}),
            ("delete", f"practice/sittings/{sitting}/attempts/a-12345678", None),
            ("get", f"practice/players/{self.player.pk}/drills/lag", None),
            ("delete", f"practice/drills/{own.split(':')[1]}", None), ("get", f"quiz/players/{self.player.pk}", None),
            ("post", f"quiz/players/{self.player.pk}/rounds", {"token": "round-0001"}),
            ("get", f"practice/file?player={self.player.pk}", None),
            ("post", "expectations", {"player": self.player.pk, "drill": "lag", "table": "pool-9ft"}),
        ):  # fmt: skip
            self.assertEqual(self.send(method, path, body, self.stranger).status_code, 404, path)
        self.assertEqual(self.send("get", f"practice/drills/{own}/file", None, self.stranger).status_code, 422)
        self.assertEqual(self.send("get", "practice/drills", None, Client()).status_code, 401)


OWN = {
    "name": "Two rails home", "says": "Pot the 3 and come back.", "varies": "tolerance",
    "steps": [
        {"name": "wide", "balls": {"cue": [3, 1], "3": [6, 3]},
         "rule": {"ball": "3", "pocket": "foot-far", "cue_in": {"at": [4, 2], "within": 1.5}}},
        {"name": "narrow", "balls": {"cue": [3, 1], "3": [6, 3]},
         "rule": {"ball": "3", "pocket": "foot-far", "cue_in": {"at": [4, 2], "within": 0.75}}},
    ],
}  # fmt: skip


class OwnDrills(PracticeTest):
    def test_a_drill_of_ones_own_is_kept_shared_as_a_file_and_deleted(self) -> None:
        made = self.send("post", "practice/drills", {"drill": OWN}).json()
        self.assertEqual(made["steps"][0]["taps"], "cue")
        self.assertIn("at rest", made["steps"][0]["words"])
        text = self.client.get(f"/api/practice/drills/{made['key']}/file").content
        shared = self.stranger.post("/api/practice/drills/file", {"file": SimpleUploadedFile("d.json", text)})
        self.assertEqual(shared.json()["name"], "Two rails home")
        self.assertEqual(self.send("post", "practice/drills", {"drill": OWN}).status_code, 422, "one of a name")
        sitting = self.begin(made["key"])
        self.assertEqual(self.tap(sitting["id"], one("a", step=1, x=4.2, y=2.1)).json(), {"new": 1})
        self.send("delete", f"practice/drills/{made['key'].split(':')[1]}")
        self.assertEqual(len(self.send("get", f"practice/sittings/{sitting['id']}").json()["drill"]["steps"]), 2)
        self.assertEqual(self.begin(made["key"], token="sitting-0009")["errors"][0]["where"], "drill")

    def test_a_set_up_sheet_is_a_pdf_in_both_units(self) -> None:
        for units in ("cm", "in"):
            sheet = self.client.get(f"/api/practice/drills/follow/sheet?units={units}")
            self.assertTrue(sheet.content.startswith(b"%PDF"))
        self.assertEqual(self.client.get("/api/practice/drills/none/sheet").status_code, 422)
        own = {"name": "Small", "base": "pool-7ft", "cloth": "slow"}
        small = self.client.get("/api/practice/drills/follow/sheet", {"table": json.dumps(own)})
        large = self.client.get("/api/practice/drills/follow/sheet")
        self.assertTrue(small.content.startswith(b"%PDF"))
        self.assertNotEqual(len(small.content), len(large.content), "distances are those of one's own table")
        for wrong in ("{", '{"base": "billiards"}', "pool-5ft"):
            refused = self.client.get("/api/practice/drills/follow/sheet", {"table": wrong})
            self.assertEqual(refused.status_code, 422, wrong)


class Expecting(PracticeCase, SharedWorker):
    def test_what_is_expected_is_worked_out_by_a_worker_once_and_answers_the_same_question_again(self) -> None:
        body = {"player": self.player.pk, "drill": "lag", "table": "pool-9ft"}
        asked = self.send("post", "expectations", body).json()
        path = f"expectations/{asked['id']}"
        eventually("it is done", lambda: self.send("get", path).json()["status"] == "done")
        document = self.send("get", path).json()["document"]
        self.assertEqual(len(document["steps"]), 5)
        self.assertIn("times in ten", document["words"])
        self.assertEqual(len(document["steps"][0]["up"]), 151)
        self.assertEqual(self.send("post", "expectations", body).json()["id"], asked["id"])
        self.player.stroke_model = PRESETS["league"].as_json()
        self.player.save()
        other = self.send("post", "expectations", body).json()
        self.assertNotEqual(other["id"], asked["id"], "another stroke is another question")
        self.send("post", f"expectations/{other['id']}/stop")
        eventually("it is over", lambda: Expectation.objects.get(pk=other["id"]).is_over)

    def test_drilled_attempts_are_measured_like_those_at_stations(self) -> None:
        stroke = {"aim_deg": 26.565, "speed_mps": 1.5, "side": 0.0, "height": 0.0, "elevation_deg": 0.0}
        expects(self.player, "straight", stroke, 6)
        sitting = self.begin("straight")["id"]
        self.tap(sitting, *(one(f"a{k}", outcome="made" if k % 2 else "missed") for k in range(30)))
        asked = self.send("post", f"players/{self.player.pk}/measure", {}).json()
        eventually("it is measured", lambda: Measure.objects.get(pk=asked["id"]).is_over)
        document = Measure.objects.get(pk=asked["id"]).document
        assert document is not None
        self.assertEqual(document["attempts"], 30)
        self.assertGreater(document["stroke"]["aim_deg"]["value"], PRESETS["semi-professional"].aim_deg)


class Quiz(PracticeTest):
    def setUp(self) -> None:
        super().setUp()
        quiz.take_pool()

    def round(self, **more: Any) -> dict[str, Any]:
        body = {"token": "round-0001", "game": "nine-ball", **more}
        found: dict[str, Any] = self.send("post", f"quiz/players/{self.player.pk}/rounds", body).json()
        return found

    def answer(self, found: dict[str, Any], key: str, choice: dict[str, Any] | None, who: int = 1) -> Any:
        body = {"position": key, "who": who, "choice": choice}
        return self.send("post", f"quiz/rounds/{found['id']}/answers", body)

    def best(self, key: str) -> dict[str, Any]:
        line = quiz.study_of(QuizPosition.objects.get(key=key)).options[0]
        if line.potted:
            return {"meant": "pot", "ball": line.potted, "pocket": line.pocket, "make": 0.5}
        return {"meant": "stroke", "stroke": line.stroke.model_dump()}

    def test_the_pool_is_taken_in_once_and_a_round_is_of_the_players_own_level(self) -> None:
        count = QuizPosition.objects.count()
        self.assertEqual(quiz.take_pool(), count)
        self.assertEqual(QuizPosition.objects.count(), count)
        found = self.round()
        self.assertEqual(found["level"], "strong league")
        self.assertEqual(len({row["key"] for row in found["positions"]}), len(found["positions"]))
        self.assertEqual(self.round()["id"], found["id"], "begun twice by its token it is one")

    def test_the_ledger_stays_closed_until_it_is_answered_and_an_answer_counts_once(self) -> None:
        found = self.round()
        first = found["positions"][0]
        self.assertIsNone(first["study"])
        opened = self.answer(found, first["key"], self.best(first["key"])).json()
        self.assertTrue(opened["study"]["options"])
        self.assertEqual(opened["answers"][0]["cost"], 0.0)
        self.answer(found, first["key"], {"meant": "pot", "ball": "9", "pocket": "foot-far"})
        self.assertEqual(QuizAnswer.objects.count(), 1)
        self.assertEqual(QuizAnswer.objects.get().cost, 0.0, "the first answer stands")

    def test_a_second_player_answers_the_same_position_before_its_ledger_opens(self) -> None:
        found = self.round(second=self.partner.pk)
        key = found["positions"][0]["key"]
        half = self.answer(found, key, self.best(key)).json()
        self.assertEqual((half["answered"], half["study"]), ([1], None))
        whole = self.answer(found, key, None, who=2).json()
        self.assertEqual([row["cost"] for row in whole["answers"]], [0.0, None])
        self.assertEqual(whole["answers"][1]["words"], "time ran out")
        scores = self.send("get", f"quiz/rounds/{found['id']}/score").json()
        self.assertEqual([row["answers"] for row in scores], [1, 0], "out of time does not count")
        self.assertEqual(self.send("get", f"quiz/players/{self.partner.pk}").json()["rounds"][0]["id"], found["id"])

    def test_what_cannot_be_played_is_refused_and_may_be_chosen_anew(self) -> None:
        found = self.round()
        key = found["positions"][0]["key"]
        refused = self.answer(found, key, {"meant": "pot", "ball": "cue", "pocket": "foot-far"})
        self.assertEqual(refused.status_code, 422)
        self.assertEqual(QuizAnswer.objects.count(), 0)
        self.assertEqual(self.answer(found, "nine-ball-none", None).status_code, 422)

    def test_standing_adds_all_rounds_up(self) -> None:
        found = self.round()
        for row in found["positions"]:
            self.answer(found, row["key"], self.best(row["key"]))
        told = self.send("get", f"quiz/players/{self.player.pk}").json()
        self.assertEqual(told["score"]["answers"], len(found["positions"]))
        self.assertLess(told["score"]["cost"]["value"], 1.5)
        self.assertEqual(told["rounds"][0]["answered"], len(found["positions"]))


class Fills(PracticeCase, SharedWorker):
    def test_ones_own_layouts_are_weighed_for_the_quiz_and_asked(self) -> None:
        self.assertEqual(self.send("post", "quiz-fills", {"player": self.player.pk}).status_code, 422, "there are none")
        self.send("post", "layouts", {"name": "mine", "document": GOOD})
        asked = self.send("post", "quiz-fills", {"player": self.player.pk}).json()
        eventually("it is done", lambda: self.send("get", f"quiz-fills/{asked['id']}").json()["status"] == "done")
        document = self.send("get", f"quiz-fills/{asked['id']}").json()["document"]
        self.assertEqual((document["done"], document["of"]), (1, 1))
        self.assertEqual(QuizPosition.objects.filter(owner=self.user).count(), document["kept"])
        few = self.send("post", f"quiz/players/{self.player.pk}/rounds", {"token": "round-0001", "own": True})
        self.assertEqual(few.status_code, 422)
        self.assertIn("only", few.json()["errors"][0]["what"])


class Files(PracticeTest):
    def test_all_practice_goes_out_and_comes_back_into_another_account(self) -> None:
        quiz.take_pool()
        self.send("post", "practice/drills", {"drill": OWN})
        sitting = self.begin("rails-apart", partner=self.partner.pk)["id"]
        self.tap(sitting, one("a"), one("b", by="partner", outcome="missed"))
        found = self.send("post", f"quiz/players/{self.player.pk}/rounds", {"token": "round-0001"}).json()
        self.send(
            "post", f"quiz/rounds/{found['id']}/answers", {"position": found["positions"][0]["key"], "choice": None}
        )
        text = self.client.get("/api/practice/file").content
        other = User.objects.get(username="udo")
        for name in ("June", "Rosa"):
            save_profile(other, Wanted(name, "league", {}))
        taken = taken_in(self.stranger, "practice", text)["document"]["new"]
        self.assertEqual(taken, {"drills": 1, "sittings": 1, "drill_attempts": 2, "rounds": 1})
        again = taken_in(self.stranger, "practice", text)["document"]["new"]
        self.assertEqual(set(again.values()), {0}, "taken in twice it adds nothing")
        theirs, ours = json.loads(files.as_json(other)), json.loads(text)
        self.assertEqual((theirs["sittings"], theirs["rounds"]), (ours["sittings"], ours["rounds"]))
        self.assertEqual(theirs["drills"][0]["steps"], ours["drills"][0]["steps"])

    def test_csv_of_attempts_and_answers(self) -> None:
        self.tap(self.begin()["id"], one("a", x=0.5, y=2.0), one("b", outcome="missed"))
        rows = self.client.get("/api/practice/csv/attempts").content.decode().splitlines()
        self.assertEqual(rows[0], "day,player,drill,step,by,outcome,x,y,made")
        self.assertTrue(rows[1].endswith("player,,0.5,2.0,yes") and rows[2].endswith("player,missed,,,no"), rows)
        self.assertTrue(self.client.get("/api/practice/csv/answers").content.startswith(b"day,player,game"))
        self.assertEqual(self.client.get("/api/practice/csv/scores").status_code, 422)

    def test_a_file_with_something_wrong_is_refused_by_number_and_nothing_of_it_is_taken(self) -> None:
        self.tap(self.begin()["id"], one("a"))
        document = json.loads(self.client.get("/api/practice/file").content)
        sitting = document["sittings"][0]
        broken = [
            {**sitting, "token": "other-0001", "player": "Nobody"},
            {**sitting, "token": "other-0002", "attempts": [{**sitting["attempts"][0], "outcome": "off"}]},
            {**sitting, "token": "other-0003", "drill": {"format": "partita-drill"}},
        ]
        for number, row in enumerate(broken):
            text = json.dumps({**document, "sittings": [{**sitting, "token": f"fine-000{number}"}, row]}).encode()
            refused = taken_in(self.client, "practice", text)
            self.assertEqual(refused["status"], "failed")
            self.assertIn("2", refused["document"]["problems"][0]["where"])
        self.assertEqual((DrillSitting.objects.count(), QuizRound.objects.count()), (1, 0))
        nan = text.replace(b'"step": 3', b'"step": NaN')
        self.assertEqual(taken_in(self.client, "practice", nan)["status"], "failed")

    def test_practice_is_in_the_accounts_file(self) -> None:
        self.tap(self.begin()["id"], one("a"))
        text = self.client.get("/api/account/file").content
        back = taken_in(self.stranger, "account", text)["document"]["new"]
        self.assertEqual((back["sittings"], back["drill_attempts"]), (1, 1))
