"""Attempts kept once each, measured in a real worker on a real queue; tables measured; and nobody else's."""

import re
from concurrent.futures import ThreadPoolExecutor
from typing import Any

from django.contrib.auth.models import User
from django.db import connection
from django.test import Client, SimpleTestCase, TestCase, TransactionTestCase

from measures.models import Attempt, ErrorCosts, Measure, Sitting
from partita.players.stroke_model import PRESETS
from partita.weighing.samples import ENDINGS
from profiles.models import PlayerProfile
from studies.models import Study
from tables.models import TableProfile
from tests.server.documents import chance, line, settled
from tests.server.test_api import GOOD
from tests.server.worker import SharedWorker, eventually

JSON = "application/json"
CSV = "station,outcome,x,y\n" + "long-straight,made,,\nlong-straight,thin,,\nmiddle,,4.1,2\nmiddle,,3.2,2\n" * 4


class MeasureCase(SimpleTestCase):
    """An account with a player, and a stranger."""

    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.client.force_login(self.user)
        self.stranger = Client()
        self.stranger.force_login(User.objects.create_user("udo", password="a-long-password"))
        self.player = self.send("post", "players", {"name": "June", "level": "league", "use_measured": True}).json()
        self.pk = int(self.player["key"].split(":")[1])

    def send(self, method: str, path: str, body: Any = None, client: Client | None = None) -> Any:
        call = getattr(client or self.client, method)
        return call(f"/api/{path}", body, content_type=JSON) if body is not None else call(f"/api/{path}")

    def begin(self, **more: Any) -> dict[str, Any]:
        body = {"set_name": "short", "table": "pool-9ft", **more}
        found: dict[str, Any] = self.send("post", f"players/{self.pk}/sittings", body).json()
        return found

    def tap(self, sitting: int, *attempts: dict[str, Any], client: Client | None = None) -> Any:
        return self.send("post", f"sittings/{sitting}/attempts", {"attempts": list(attempts)}, client)


def made(token: str, **more: Any) -> dict[str, Any]:
    return {"token": f"{token}-12345678", "station": "straight", "outcome": "made", **more}


class MeasureTest(MeasureCase, TestCase):
    """Of one page at a time."""


class Attempts(MeasureTest):
    def test_a_sitting_asks_its_stations_is_broken_off_and_taken_up(self) -> None:
        sitting = self.begin()
        self.assertEqual([one["count"] for one in sitting["stations"]], [7, 7, 6])
        self.assertEqual(sitting["stations"][0]["key"], "long-straight")
        self.tap(sitting["id"], made("a"), {"token": "rest-1234", "station": "middle", "x": 4.2, "y": 2.1})
        opened = self.send("get", f"players/{self.pk}/sittings/open").json()
        self.assertEqual((opened["id"], len(opened["attempts"])), (sitting["id"], 2))
        self.send("post", f"sittings/{sitting['id']}/end")
        self.assertIsNone(self.send("get", f"players/{self.pk}/sittings/open").json())
        self.assertEqual(Attempt.objects.count(), 2, "its attempts stay")

    def test_a_beginners_straight_pot_is_shorter_and_a_sitting_without_attempts_is_not_taken_up(self) -> None:
        self.send("put", f"players/{self.pk}", {"name": "June", "level": "beginner"})
        self.assertEqual(self.begin()["stations"][0]["key"], "straight")
        self.assertIsNone(self.send("get", f"players/{self.pk}/sittings/open").json())

    def test_an_attempt_sent_twice_is_one_and_one_taken_back_twice_is_gone(self) -> None:
        sitting = self.begin()["id"]
        self.assertEqual(self.tap(sitting, made("a"), made("b")).json(), {"new": 2, "attempts": 2})
        self.assertEqual(self.tap(sitting, made("b"), made("c"), made("c")).json(), {"new": 1, "attempts": 3})
        for _ in range(2):
            self.assertEqual(self.send("delete", f"players/{self.pk}/attempts/by-token/b-12345678").status_code, 204)
        self.assertEqual(Attempt.objects.count(), 2)

    def test_a_tap_that_cannot_be_is_refused_with_what_could_and_nothing_is_kept(self) -> None:
        sitting = self.begin()["id"]
        for wrong, said in (
            ({"outcome": "lucky"}, "“lucky” is none of Straight"),
            ({"x": 4.0, "y": 2.0, "outcome": ""}, "is a pot"),
            ({"station": "middle"}, "is none of To the middle"),
            ({"station": "middle", "outcome": "", "x": 4.0}, "one of them is missing"),
            ({"station": "middle", "outcome": "", "x": 40.0, "y": 2.0}, "is off the table"),
            ({"station": "corner"}, "there is no station"),
        ):
            answer = self.tap(sitting, made("good"), made("bad", **wrong))
            self.assertEqual(answer.status_code, 422, wrong)
            self.assertIn(said, answer.json()["errors"][0]["what"])
            self.assertTrue(answer.json()["errors"][0]["where"].startswith("attempt 2"))
        self.assertEqual(Attempt.objects.count(), 0)
        self.assertEqual(
            self.send("post", f"players/{self.pk}/sittings", {"set_name": "all", "table": "x"}).status_code, 422
        )

    def test_a_token_that_is_none_is_refused_or_takes_nothing_back(self) -> None:
        sitting = self.begin()["id"]
        for token in ("short", "x" * 81, "with\u0000nothing", "with space"):
            self.assertEqual(self.tap(sitting, {**made("a"), "token": token}).status_code, 422, token)
        self.tap(sitting, made("a"))
        self.assertEqual(self.send("delete", f"players/{self.pk}/attempts/by-token/a%00b").status_code, 204)
        self.assertEqual(Attempt.objects.count(), 1)

    def test_a_file_taken_in_twice_adds_nothing_and_a_wrong_line_takes_nothing(self) -> None:
        path = f"players/{self.pk}/attempts/file"
        self.assertEqual(self.send("post", path, {"text": CSV}).json(), {"new": 16, "attempts": 16})
        self.assertEqual(self.send("post", path, {"text": CSV}).json(), {"new": 0, "attempts": 16})
        wrong = self.send("post", path, {"text": CSV + "stop,sunk,,\n"})
        self.assertEqual((wrong.status_code, Attempt.objects.count()), (422, 16))
        self.assertEqual(wrong.json()["errors"][0]["where"], "attempts: line 18 outcome")
        back = self.send("get", f"players/{self.pk}/attempts/csv").json()
        self.assertEqual(sorted(back.splitlines()[1:]), sorted(f"{row},0" for row in CSV.splitlines()[1:]))

    def test_ten_thousand_attempts_are_kept_and_not_one_more(self) -> None:
        text = "station,outcome\n" + "long-straight,far thick\n" * 10_000
        for new in (10_000, 0):
            taken = self.send("post", f"players/{self.pk}/attempts/file", {"text": text}).json()
            self.assertEqual(taken, {"new": new, "attempts": 10_000})
        answer = self.tap(self.begin()["id"], made("a"))
        self.assertEqual(answer.status_code, 422)
        self.assertIn("more than 10000", answer.json()["errors"][0]["what"])

    def test_a_pot_that_is_kept_as_played_is_an_attempt_of_whoever_shot(self) -> None:
        option = line(
            shares=dict.fromkeys(ENDINGS, 0.0) | {"won": 1.0}, make=chance(0.8), target="8", pocket="foot-far"
        )
        question = {"document": GOOD, "players": {"me": self.player["key"], "them": "league"}}
        study = Study.objects.create(owner=self.user, question=question, document=settled(option))
        kept = [
            self.send("post", f"studies/{study.pk}/played", {"option": 0, "ending": ending}).json()
            for ending in ("won", "left_a_shot", "foul")
        ]
        self.assertEqual([one.outcome for one in Attempt.objects.all()], ["made", "missed"], "a foul tells nothing")
        self.send("delete", f"decisions/{kept[0]['id']}")
        self.assertEqual([one.outcome for one in Attempt.objects.all()], ["missed"])
        self.send("post", f"decisions/{kept[0]['id']}/restore")
        self.assertEqual([one.outcome for one in Attempt.objects.all()], ["missed", "made"], "back with its decision")

    def test_nobody_sees_or_changes_what_is_anothers(self) -> None:
        sitting = self.begin()["id"]
        measure = Measure.objects.create(owner=self.user, player_id=self.pk, question={"attempts": 0, "near": None})
        costs = ErrorCosts.objects.create(
            owner=self.user, player_id=self.pk, question={"game": "nine-ball", "share": 0.8}
        )
        table = TableProfile.objects.create(owner=self.user, name="Four", document={"name": "Four", "base": "pool-9ft"})
        for method, path, body in (
            ("post", f"players/{self.pk}/sittings", {"set_name": "short", "table": "pool-9ft"}),
            ("get", f"players/{self.pk}/sittings/open", None),
            ("get", f"sittings/{sitting}", None),
            ("post", f"sittings/{sitting}/attempts", {"attempts": [made("a")]}),
            ("post", f"sittings/{sitting}/end", {}),
            ("delete", f"players/{self.pk}/attempts/by-token/a-12345678", None),
            ("get", f"players/{self.pk}/attempts", None),
            ("get", f"players/{self.pk}/attempts/csv", None),
            ("post", f"players/{self.pk}/attempts/file", {"text": CSV}),
            ("post", f"players/{self.pk}/measure", {}),
            ("get", f"players/{self.pk}/measure", None),
            ("get", f"measures/{measure.pk}", None),
            ("post", f"measures/{measure.pk}/stop", {}),
            ("post", f"players/{self.pk}/costs", {}),
            ("get", f"players/{self.pk}/costs", None),
            ("get", f"costs/{costs.pk}", None),
            ("post", f"costs/{costs.pk}/stop", {}),
            ("get", f"tables/{table.pk}/measured", None),
            ("put", f"tables/{table.pk}/measured", {"fields": []}),
            ("post", f"tables/{table.pk}/readings", {"kind": "rolls", "values": {}, "token": "12345678"}),
            ("delete", f"tables/{table.pk}/readings/1", None),
            ("post", f"tables/{table.pk}/card", {}),
        ):
            self.assertEqual(self.send(method, path, body, self.stranger).status_code, 404, (method, path))

    def test_players_leave_and_come_back_as_a_file(self) -> None:
        text = self.send("get", "players/file").json()
        taken = self.send("post", "players/file", {"text": text})
        self.assertEqual(taken.status_code, 422)
        self.assertIn("“June” already", taken.json()["errors"][0]["what"])
        theirs = self.send("post", "players/file", {"text": text}, self.stranger).json()
        self.assertEqual([row["name"] for row in theirs if row["own"]], ["June"])


class AtOnce(MeasureCase, TransactionTestCase):
    def test_two_phones_at_once_lose_nothing_and_count_nothing_twice(self) -> None:
        sitting = self.begin()["id"]

        def phone(number: int) -> list[int]:
            client = Client()
            client.force_login(self.user)
            try:
                return [
                    self.tap(sitting, made(f"{number}-{k}"), made(f"both-{k}"), client=client).status_code
                    for k in range(12)
                ]
            finally:
                connection.close()

        with ThreadPoolExecutor(2) as phones:
            answers = [*phones.map(phone, (1, 2))]
        self.assertEqual(answers, [[200] * 12] * 2)
        self.assertEqual(Attempt.objects.count(), 36)


class Measures(MeasureCase, SharedWorker):
    def done(self, path: str) -> dict[str, Any]:
        eventually(path, lambda: self.send("get", path).json()["status"] in ("done", "failed", "stopped"))
        found: dict[str, Any] = self.send("get", path).json()
        self.assertEqual(found["status"], "done", found["failure"])
        return found

    def test_attempts_become_the_stroke_that_the_odds_use_and_studies_keep_theirs(self) -> None:
        self.send("post", f"players/{self.pk}/attempts/file", {"text": CSV})
        before = Study.objects.create(owner=self.user, question={"me": self.player["stroke_model"]}, document=None)
        asked = self.send("post", f"players/{self.pk}/measure", {}).json()
        found = self.done(f"measures/{asked['id']}")
        document = found["document"]
        self.assertEqual(document["attempts"], 16)
        row = next(one for one in self.send("get", "players").json() if one["key"] == self.player["key"])
        self.assertTrue(row["is_measured"] and row["use_measured"])
        self.assertAlmostEqual(row["stroke_model"]["aim_deg"], document["stroke"]["aim_deg"]["value"], places=3)
        self.assertEqual(row["stroke_model"]["nerves"], PRESETS["league"].nerves, "nerves stay the player's own")
        self.assertEqual(Study.objects.get(pk=before.pk).question["me"], self.player["stroke_model"])
        plain = {"name": "June", "level": "league", "use_measured": False}
        again = self.send("put", f"players/{self.pk}", plain).json()
        self.assertEqual(again["stroke_model"]["aim_deg"], PRESETS["league"].aim_deg, "and back to the level")
        costs = self.send("post", f"players/{self.pk}/costs", {"share": 0.5}).json()
        first = self.done(f"costs/{costs['id']}")["document"]
        self.assertEqual({one["error"] for one in first["costs"]}, {"aim_deg", "speed", "tip", "sight_mm"})
        self.assertIn("racks in a hundred", first["words"])

    def test_a_player_deleted_while_he_is_measured_leaves_nothing_behind(self) -> None:
        self.send("post", f"players/{self.pk}/attempts/file", {"text": CSV})
        self.send("post", f"players/{self.pk}/measure", {})
        self.assertEqual(self.send("delete", f"players/{self.pk}").status_code, 204)
        self.assertEqual((Attempt.objects.count(), Measure.objects.count(), Sitting.objects.count()), (0, 0, 0))
        # The worker goes on with others.
        other = self.send("post", "players", {"name": "Rosa", "level": "beginner"}).json()["key"].split(":")[1]
        asked = self.send("post", f"players/{other}/measure", {}).json()
        self.assertIn("No attempts yet", self.done(f"measures/{asked['id']}")["document"]["words"])
        self.assertIsNone(PlayerProfile.objects.get(pk=other).measured)

    def test_recorded_pots_count_where_makes_and_misses_are_both_there(self) -> None:
        stroke = {"aim_deg": 20.0, "speed_mps": 2.0, "side": 0.0, "height": 0.0, "elevation_deg": 0.0}
        shot = {"places": [[2, 1], [4, 2]], "stroke": {**stroke, "aim_deg": 26.5}, "pocket": "foot-far"}
        keep = dict(player_id=self.pk, source="record", shot=shot, table="pool-9ft", day=1)
        away = {**shot, "stroke": {**stroke, "aim_deg": 180.0}}
        Attempt.objects.create(token="away", outcome="made", **{**keep, "shot": away})
        Attempt.objects.create(token="one", outcome="made", **keep)
        counted = []
        for outcome in ("", "missed"):
            if outcome:
                Attempt.objects.create(token="two", outcome=outcome, **keep)
            asked = self.send("post", f"players/{self.pk}/measure", {}).json()
            counted.append(self.done(f"measures/{asked['id']}")["document"]["attempts"])
        self.assertEqual(counted, [0, 2])

    def test_what_cannot_be_measured_or_priced_is_refused_and_a_new_question_supersedes_his_old_one(self) -> None:
        for path, body in (
            ("measure", {"near": "wizard"}),
            ("measure", {"table": "pool-5ft"}),
            ("costs", {"game": "snooker"}),
            ("costs", {"share": 0.3}),
        ):
            self.assertEqual(self.send("post", f"players/{self.pk}/{path}", body).status_code, 422, body)
        self.assertEqual((Measure.objects.count(), ErrorCosts.objects.count()), (0, 0))
        other = self.send("post", "players", {"name": "Rosa", "level": "beginner"}).json()["key"].split(":")[1]
        first = self.send("post", f"players/{self.pk}/measure", {}).json()["id"]
        apart = self.send("post", f"players/{other}/measure", {}).json()["id"]
        second = self.send("post", f"players/{self.pk}/measure", {}).json()["id"]
        self.done(f"measures/{apart}")
        self.done(f"measures/{second}")
        self.assertIn(Measure.objects.get(pk=first).status, ("stopping", "stopped", "done"))


class MeasuredTables(MeasureTest):
    def setUp(self) -> None:
        super().setUp()
        table = self.send("post", "tables", {"name": "Four", "base": "pool-9ft", "cloth": "slow"}).json()
        self.table = f"tables/{table['key'].split(':')[1]}"

    def read(self, kind: str, values: dict[str, Any], token: str = "") -> Any:
        body = {"kind": kind, "values": values, "token": token or re.sub("[^a-z0-9]", "-", f"{kind}-{values}")[:80]}
        return self.send("post", f"{self.table}/readings", body)

    def test_readings_are_fitted_put_in_where_wanted_and_printed(self) -> None:
        self.assertIn("Nothing is measured yet", self.send("get", f"{self.table}/measured").json()["says"]["words"])
        self.read("rolls", {"length_m": 1.27, "seconds": 5.7})
        said = self.read("mouths", {"pocket": "corner", "width_mm": 110}).json()
        self.assertEqual([one["field"] for one in said["says"]["settings"]], ["mu_r", "corner_mouth_m"])
        self.assertIn("faster than it is set", said["says"]["settings"][0]["words"])
        put = self.send("put", f"{self.table}/measured", {"fields": ["mu_r"]}).json()
        self.assertEqual(put["put_in"], ["mu_r"])
        row = next(one for one in self.send("get", "tables").json() if one["name"] == "Four")
        self.assertAlmostEqual(row["document"]["mu_r"], said["says"]["settings"][0]["value"], places=4)
        self.assertIn("faster than", put["says"]["settings"][0]["words"], "still held against what it was said to be")
        kick = {
            "kind": "three-cushion",
            "cue": [1, 0.8],
            "rails": ["far-long", "foot", "near-long"],
            "aim": 25,
            "arrival": 24,
        }
        self.send("post", "tries", {"table": row["document"], "tries": [{**kick, "side": 0.3, "height": 0.3}] * 3})
        both = self.send("get", f"{self.table}/measured").json()["says"]
        self.assertEqual((both["tries"], "mu_w" in [one["field"] for one in both["settings"]]), (3, True))
        card = self.send("post", f"{self.table}/card?units=in", {})
        self.assertEqual((card.status_code, card.content[:4]), (200, b"%PDF"))

    def test_a_reading_that_cannot_be_or_comes_twice_changes_nothing(self) -> None:
        for kind, values in (
            ("rolls", {"length_m": 1.0, "seconds": 0.2}),
            ("rolls", {"length_m": 1.0}),
            ("lags", {"first_length_s": 1.2, "lengths": 9.0}),
            ("mouths", {"pocket": "corner", "width_mm": 300}),
            ("heights", {"length_m": 1.0}),
        ):
            self.assertEqual(self.read(kind, values).status_code, 422, (kind, values))
        for _ in range(2):
            found = self.read("rolls", {"length_m": 1.27, "seconds": 5.7}, "the-same-one").json()
        self.assertEqual(len(found["readings"]), 1)
        self.assertEqual(self.send("put", f"{self.table}/measured", {"fields": ["e_c"]}).status_code, 422)
        gone = self.send("delete", f"{self.table}/readings/{found['readings'][0]['id']}").json()
        self.assertEqual((gone["readings"], gone["says"]["settings"]), ([], []))

    def test_readings_that_cannot_all_be_true_are_told_and_can_be_deleted(self) -> None:
        self.read("lags", {"first_length_s": 1.2, "lengths": 2.4})
        for token in ("a-slow-roll", "another-one"):
            found = self.read("rolls", {"length_m": 1.27, "seconds": 2.9}, token).json()
        self.assertIn("cannot all be true", found["says"]["words"])
        self.assertEqual(len(found["readings"]), 3)
        lag = next(one["id"] for one in found["readings"] if one["kind"] == "lags")
        left = self.send("delete", f"{self.table}/readings/{lag}").json()
        self.assertEqual([one["field"] for one in left["says"]["settings"]], ["mu_r"])

    def test_measured_settings_survive_a_change_of_words_and_layouts_keep_theirs(self) -> None:
        self.read("rolls", {"length_m": 1.27, "seconds": 5.7})
        self.send("put", f"{self.table}/measured", {"fields": ["mu_r"]})
        changed = self.send("put", self.table, {"name": "Five", "base": "pool-9ft", "pockets": "loose"}).json()
        self.assertIn("mu_r", changed["document"])
        self.assertEqual(changed["document"]["pockets"], "loose")
