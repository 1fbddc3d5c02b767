"""Decisions and matches kept, told, taken back; reckoned by a real worker; out as files and in again; nobody else's."""

import json
import time
from concurrent.futures import ThreadPoolExecutor
from datetime import date, timedelta
from importlib import import_module
from types import SimpleNamespace
from typing import Any

from django.apps import apps
from django.contrib.auth.models import User
from django.db import connection
from django.test import Client, SimpleTestCase, TestCase, TransactionTestCase
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from layouts.models import Layout
from measures.models import Attempt
from partita.record.columns import FIELDS
from partita.weighing.samples import ENDINGS
from profiles.models import PlayerProfile
from records import clearing
from records import files as record_files
from records.earlier import decision_of
from records.models import Decision, Match, Rack, Reckoning
from setup import demo
from studies.models import Study
from tables.models import TableProfile, TableReading
from tests.server.documents import chance, line, settled
from tests.server.imports import sent, taken_in
from tests.server.test_api import GOOD
from tests.server.worker import SharedWorker, eventually

JSON = "application/json"
SHARES = dict.fromkeys(ENDINGS, 0.0) | {"won": 0.6, "left_a_shot": 0.3, "foul": 0.1}
INSIDE = {"won": 1.0, "left_a_shot": 0.3, "foul": 0.2}
POT = line(shares=SHARES, value_by_ending=INSIDE, make=chance(0.6), rack_chance=chance(0.7))
SAFE = line(
    name="Safe off the 8", kind="safety-hide", aim="safe", potted=None, pocket=None, rack_chance=chance(0.55),
    shares=dict.fromkeys(ENDINGS, 0.0) | {"nothing_left": 0.8, "left_a_shot": 0.2},
    value_by_ending={"nothing_left": 0.6, "left_a_shot": 0.35}, make=chance(0.0),
)  # fmt: skip


class RecordCase(SimpleTestCase):
    """An account with a player, and what he does."""

    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.client.force_login(self.user)
        self.player = PlayerProfile.objects.create(owner=self.user, name="Ida", level="league", stroke_model=LEAGUE)
        self.me = f"profile:{self.player.pk}"

    def send(self, method: str, path: str, body: Any = None, client: Client | None = None) -> Any:
        call = getattr(client or self.client, method)
        return call(f"/api/{path}", body, content_type=JSON) if body is not None else call(f"/api/{path}")

    def study(self, *options: dict[str, Any], document: Any = GOOD, **more: Any) -> Study:
        question = {"document": document, "players": {"me": self.me, "them": "league"},
                    "me": {**LEAGUE, "name": "Ida"}, "them": LEAGUE, "seed": 1, "samples": 400}  # fmt: skip
        answer = settled(*(options or (POT, SAFE)))
        return Study.objects.create(owner=self.user, question=question, document=answer, status="done", **more)

    def played(self, option: int, ending: str, **more: Any) -> Any:
        return self.send("post", f"studies/{self.study().pk}/played", {"option": option, "ending": ending, **more})

    def begin(self, **more: Any) -> Any:
        body = {"played_on": "2026-10-06", "me": self.me, "them": "strong league", "race_to": 3, **more}
        return self.send("post", "matches", body)

    def score(self, match: int, *won: bool) -> Any:
        for mine in won:
            answer = self.send("post", f"matches/{match}/racks", {"i_won": mine, "how": "run-out"})
        return answer

    def upload(self, what: str, text: str, **more: str) -> dict[str, Any]:
        """What became of a file that was sent."""
        found: dict[str, Any] = taken_in(self.client, what, text, **more)["document"]
        return found


LEAGUE: dict[str, Any] = {
    "name": "league", "aim_deg": 0.15, "speed": 0.18, "tip": 0.03, "sight_mm": 2.2, "power_cost": 0.25,
    "side_cost": 1.7, "reach_m": 0.75, "nerves": 0.25, "hand": "right",
}  # fmt: skip


class RecordTest(RecordCase, TestCase):
    """Of one page at a time."""


class Decisions(RecordTest):
    def test_a_decision_keeps_its_own_copy_and_outlives_its_study(self) -> None:
        kept = self.played(1, "nothing_left").json()
        self.assertEqual((kept["shot_name"], kept["best_name"]), ("Safe off the 8", "Cut the 8"))
        self.assertEqual((round(kept["cost"], 2), kept["choice"], kept["shot"]), (0.15, "safe", "safety"))
        self.assertAlmostEqual(kept["stroke"], 0.05)
        Study.objects.all().delete()
        PlayerProfile.objects.all().delete()
        found = self.send("get", f"decisions/{kept['id']}").json()
        self.assertEqual((found["player_name"], found["said"]["played"]["value"]), ("Ida", 0.55))
        self.assertEqual(found["document"]["balls"], GOOD["balls"])
        drawing = self.send("get", f"decisions/{kept['id']}/drawing?best=true")
        self.assertEqual(drawing.status_code, 200)

    def test_a_choice_of_before_that_nobody_can_tell_is_no_longer_called_as_good(self) -> None:
        for trails_high in (0.015, 0.08):
            self.played(1, "nothing_left")
            decision = Decision.objects.latest("pk")
            played = decision.said["played"] | {"trails_low": -0.01, "trails_high": trails_high}
            Decision.objects.filter(pk=decision.pk).update(choice="alike", said=decision.said | {"played": played})
        self.played(0, "won")
        self.played(1, "nothing_left")
        Decision.objects.filter(pk=Decision.objects.latest("pk").pk).update(choice="alike", said=None)
        import_module("records.migrations.0007_open_choices").tell_apart(apps, None)
        choices = [one.choice for one in Decision.objects.order_by("pk")]
        self.assertEqual(choices, ["alike", "open", "alike", "open"], "the best itself is; figures alone tell nothing")
        Decision.objects.update(cost=0.0)
        import_module("records.migrations.0008_given_away").count_all(apps, None)
        costs = [round(one.cost, 2) for one in Decision.objects.order_by("pk")]
        self.assertEqual(costs, [0.15, 0.15, 0.0, 0.0], "what was said of them counts, told or not")

    def test_an_ending_that_cannot_be_and_a_line_that_is_not_there_are_refused_and_nothing_is_kept(self) -> None:
        for option, ending, said in (
            (1, "won", "cannot end “won”"),
            (0, "luck", "is no ending"),
            (7, "won", "no shot 8"),
        ):
            answer = self.played(option, ending)
            self.assertEqual(answer.status_code, 422)
            self.assertIn(said, answer.json()["errors"][0]["what"])
        self.assertEqual(Decision.objects.count(), 0)

    def test_a_foul_can_be_told_more_of_and_another_ending_judges_anew(self) -> None:
        kept = self.played(0, "foul", made=True).json()
        self.assertEqual((kept["made"], Attempt.objects.count()), (True, 0), "a foul is no attempt")
        changed = self.send("put", f"decisions/{kept['id']}", {"ending": "left_a_shot", "rest": [3.5, 1.0]}).json()
        self.assertEqual((changed["made"], changed["rest"], Attempt.objects.count()), (False, [3.5, 1.0], 1))
        self.assertAlmostEqual(changed["stroke"], 0.3 - 0.7)

    def test_what_is_deleted_can_be_brought_back_until_it_is_cleared_away(self) -> None:
        kept = self.played(0, "won").json()["id"]
        self.assertEqual(self.send("delete", f"decisions/{kept}").status_code, 204)
        self.assertEqual(self.send("get", "decisions").json()["total"], 0)
        self.assertEqual(self.send("get", f"decisions/{kept}").status_code, 404)
        self.send("post", f"decisions/{kept}/restore")
        self.assertEqual(self.send("get", "decisions").json()["total"], 1)
        self.send("delete", f"decisions/{kept}")
        clearing.clear_deleted()
        self.assertEqual(Decision.objects.count(), 1, "for thirty days it stays")
        Decision.objects.update(deleted=timezone.now() - timedelta(days=31))
        clearing.clear_deleted()
        self.assertEqual(Decision.objects.count(), 0)

    def test_what_was_guessed_first_is_found_in_the_ledger_and_judged_when_it_is_played(self) -> None:
        study = self.study()
        sent = {"meant": "pot", "ball": "8", "pocket": "foot-far", "make": 0.85}
        guess = self.send("post", f"studies/{study.pk}/guess", sent).json()
        self.assertEqual(guess["words"], "The 8 into the far foot corner")
        self.assertTrue(guess["line"].startswith("pot:8:8:foot-far"))
        self.assertEqual(self.send("get", f"studies/{study.pk}/guess").json(), guess)
        for option, same in ((0, True), (1, False)):
            kept = self.send("post", f"studies/{study.pk}/played", {"option": option, "ending": "left_a_shot"}).json()
            self.assertEqual(self.send("get", f"decisions/{kept['id']}").json()["guessed"]["same"], same)
        self.assertEqual([one.guess for one in Decision.objects.order_by("pk")], [0.85, None])
        for wrong in ({"ball": "3"}, {"pocket": None}, {"make": 2}, {"meant": "luck"}):
            self.assertEqual(self.send("post", f"studies/{study.pk}/guess", {**sent, **wrong}).status_code, 422)

    def test_filters_search_and_pages(self) -> None:
        for option, ending in ((0, "won"), (1, "nothing_left"), (0, "foul")):
            self.played(option, ending)
        Decision.objects.filter(ending="foul").update(opponent_name="Abel", played_on=date(2026, 1, 5))
        for query, count in (
            ("", 3), ("kind=safety", 1), ("choice=safe", 1), ("opponent=Abel", 1), ("until=2026-01-05", 1),
            ("since=2026-01-06", 2), ("words=safe+off", 1), ("words=nothing+left", 1), ("player=Ida", 3),
            ("player=Nobody", 0), ("game=nine-ball&words=abel", 1), ("page=1", 3),
        ):  # fmt: skip
            answer = self.send("get", f"decisions?{query}").json()
            self.assertEqual(answer["total"], count, query)
            self.assertEqual(len(answer["rows"]), 0 if query == "page=1" else count)
        Decision.objects.filter(choice="safe").update(choice="safe?")
        self.assertEqual(self.send("get", "decisions?choice=safe").json()["total"], 1, "what is supposed counts, too")
        for wrong in ("since=someday", "page=-1", "words=%00"):
            self.assertEqual(self.send("get", f"decisions?{wrong}").status_code, 422, wrong)

    def test_in_a_match_the_seats_tell_who_it_was_and_only_ones_own_count_in_the_account(self) -> None:
        rosa = PlayerProfile.objects.create(owner=self.user, name="Rosa", level="league", stroke_model=LEAGUE)
        match = self.begin(them=f"profile:{rosa.pk}").json()["id"]
        theirs = {**GOOD, "situation": {**GOOD.get("situation", {}), "shooter": "them"}}
        for document in (GOOD, theirs):
            study = self.study(document=document)
            self.send("post", f"studies/{study.pk}/played", {"option": 0, "ending": "left_a_shot", "match": match})
        self.assertEqual(
            [(one.player_name, one.opponent_name, one.player) for one in Decision.objects.order_by("pk")],
            [("Ida", "Rosa", self.player), ("Rosa", "Ida", rosa)],
        )
        (rack,) = self.score(match, False).json()["racks"]
        self.assertEqual(len(rack["decisions"]), 2)
        self.assertAlmostEqual(rack["account"]["strokes"], 0.3 - 0.7, msg="of Ida's shot alone")
        self.assertEqual([one.player for one in Attempt.objects.order_by("pk")], [self.player, rosa])

    def test_what_earlier_versions_kept_is_judged_by_its_study_or_stays_a_few_figures(self) -> None:
        study = self.study()
        then = {"pk": 7, "created": timezone.now(), "option": 1, "shot": "", "name": "Safe", "ending": "nothing_left",
                "said": 0.8, "make": 0.0, "rack_chance": 0.55, "best_chance": 0.7}  # fmt: skip
        whole = decision_of(SimpleNamespace(study=study, **then))
        self.assertEqual((whole["choice"], round(whole["cost"], 2), whole["player_name"]), ("safe", 0.15, "Ida"))
        self.assertEqual(whole["question"]["cue"], [2.0, 1.0])
        for gone in (None, Study(question={}, document=None), Study(question=study.question, document={"options": []})):
            plain = decision_of(SimpleNamespace(study=gone, **then))
            self.assertEqual((plain["said"], plain["question"], plain["cost"], plain["foul"]), (None, None, 0.0, None))


class Matches(RecordTest):
    def test_a_match_is_scored_rack_by_rack_with_its_chance_and_ends(self) -> None:
        match = self.begin().json()
        self.assertEqual(len(match["running"]), 1)
        self.assertGreater(match["running"][0]["chance"], 0.05)
        self.assertLess(match["running"][0]["chance"], 0.5, "against a better player")
        told = self.score(match["id"], True, False, True, True).json()
        self.assertEqual([(one["my_racks"], one["their_racks"]) for one in told["running"]],
                         [(0, 0), (1, 0), (1, 1), (2, 1), (3, 1)])  # fmt: skip
        self.assertEqual((told["over"], told["running"][-1]["chance"]), (True, 1.0))
        self.assertEqual(self.score(match["id"], True).status_code, 422)
        self.assertEqual([rack["i_broke"] for rack in told["racks"]], [True, False, True, False])
        back = self.send("delete", f"matches/{match['id']}/racks/last").json()
        self.assertEqual((back["over"], len(back["racks"])), (False, 3))
        changed = self.send("put", f"matches/{match['id']}/racks/1", {"i_won": False, "how": "miss"}).json()
        self.assertEqual([rack["i_won"] for rack in changed["racks"]], [False, False, True])
        self.assertEqual(changed["racks"][0]["how_words"], "after a miss")
        for number, status in ((3, 422), (4, 200), (4, 422)):
            answer = self.send("post", f"matches/{match['id']}/racks", {"i_won": True, "number": number})
            self.assertEqual(answer.status_code, status, "a rack tapped twice is scored once")

    def test_decisions_belong_to_the_rack_in_play_and_its_account_adds_up(self) -> None:
        match = self.begin().json()["id"]
        for option, ending in ((1, "left_a_shot"), (0, "won")):
            self.assertEqual(self.played(option, ending, match=match).json()["rack_number"], 1)
        (rack,) = self.score(match, True).json()["racks"]
        parts = rack["account"]
        total = sum(parts[name] for name in ("start", "choices", "strokes", "leaves", "opponent"))
        self.assertAlmostEqual(total, 1.0, 3)
        self.assertEqual((len(rack["decisions"]), parts["choices"]), (2, -0.15))
        self.assertEqual(self.played(0, "won", match=match).json()["rack_number"], 2)
        self.assertEqual(self.send("delete", f"matches/{match}/racks/last").status_code, 422, "rack 2 has begun")
        self.score(match, True, True)
        self.assertEqual(self.played(0, "won", match=match).status_code, 422, "the match is over")
        self.send("delete", f"matches/{match}")
        self.assertEqual(self.send("get", "decisions").json()["total"], 0, "they go with their match")
        self.assertEqual([one["kind"] for one in self.send("get", "season/deleted").json()], ["match"])
        self.send("post", f"matches/{match}/restore")
        self.assertEqual(self.send("get", "decisions").json()["total"], 3)

    def test_a_shorter_race_than_what_was_played_and_strangers_are_refused(self) -> None:
        match = self.begin().json()["id"]
        self.score(match, True, False, True)
        body = {"played_on": "2026-10-06", "me": self.me, "them": "league", "race_to": 3}
        self.assertEqual(self.send("put", f"matches/{match}", {**body, "race_to": 1}).status_code, 422)
        self.assertEqual(self.send("put", f"matches/{match}", body).json()["opponent_name"], "league")
        for wrong in ({"them": "profile:99"}, {"played_on": "1912-01-01"}, {"race_to": 0}, {"game": "marbles"}):
            self.assertEqual(self.begin(**wrong).status_code, 422, wrong)

    def test_the_match_sheet_is_one_pdf(self) -> None:
        match = self.begin(notes="Second table from the door.").json()["id"]
        self.score(match, True, False)
        sheet = self.send("get", f"matches/{match}/sheet")
        self.assertEqual((sheet["Content-Type"], sheet.content[:5]), ("application/pdf", b"%PDF-"))


class AtOnce(RecordCase, TransactionTestCase):
    def test_two_phones_at_once_begin_a_rack_once(self) -> None:
        match, study = self.begin().json()["id"], self.study()

        def phone(_: int) -> int:
            client = Client()
            client.force_login(self.user)
            try:
                body = {"option": 0, "ending": "left_a_shot", "match": match}
                return int(self.send("post", f"studies/{study.pk}/played", body, client).status_code)
            finally:
                connection.close()

        with ThreadPoolExecutor(2) as phones:
            self.assertEqual([*phones.map(phone, range(4))], [200] * 4)
        self.assertEqual((Rack.objects.count(), Decision.objects.count()), (1, 4))


class Files(RecordTest):
    def test_the_demo_season_goes_in_once_and_comes_out_the_same(self) -> None:
        text = demo.SEASON.read_text("utf-8")
        first = self.upload("record", text, only_read="true")
        self.assertEqual((first["matches"], Match.objects.count()), ([], 0))
        self.assertIn("nobody is called", first["problems"][0]["what"])
        taken = self.upload("record", text, level="league")
        self.assertEqual((len(taken["matches"]), Match.objects.count()), (22, 22))
        self.assertIn("Rosa Lindqvist", taken["strangers"])
        again = self.upload("record", text)
        self.assertEqual((again["matches"], again["known"], Match.objects.count()), ([], 22, 22))
        out = self.send("get", "record/file").content.decode()
        other = User.objects.create_user("udo", password="a-long-password")
        record_files.take(other, out, "league")
        mine, theirs = (
            [row[:-1] for row in Decision.objects.filter(owner=who).order_by("token").values_list(*FIELDS, "token")]
            for who in (self.user, other)
        )
        self.assertEqual(len(mine), Decision.objects.filter(owner=self.user).count())
        self.assertCountEqual(mine, theirs)

    def test_a_decision_that_is_known_by_its_token_is_left_aside_wherever_it_stands(self) -> None:
        match = self.begin().json()["id"]
        for _ in range(2):
            self.played(1, "nothing_left", match=match)
        whole = self.send("get", "record/file").content.decode()
        Decision.objects.order_by("pk")[:1].get().delete()
        Match.objects.all().delete()
        reading = self.upload("record", whole)
        self.assertEqual((len(reading["matches"]), reading["known"]), (1, 1))
        self.assertEqual(Decision.objects.count(), 2, "the one that was left, and the one that came back")

    def test_csv_goes_out_and_into_another_account_and_a_wrong_line_leaves_nothing_half_taken(self) -> None:
        match = self.begin().json()["id"]
        self.played(1, "nothing_left", match=match)
        self.score(match, True, False)
        racks, decisions = (self.send("get", f"record/{name}").content.decode() for name in ("racks", "decisions"))
        Match.objects.all().delete()
        Decision.objects.all().delete()
        wrong = racks.replace(",me,run-out", ",nobody,run-out", 1)
        reading = self.upload("record", wrong)
        self.assertEqual((reading["matches"], Match.objects.count(), Rack.objects.count()), ([], 0, 0))
        self.assertIn("line 2 winner", reading["problems"][0]["where"])
        self.upload("record", racks)
        self.upload("record", decisions)
        self.assertEqual((Match.objects.count(), Rack.objects.count(), Decision.objects.count()), (1, 2, 1))
        self.assertEqual(self.upload("record", decisions)["known"], 1)
        self.assertAlmostEqual(self.send("get", "season").json()["document"]["choice"]["value"], 15.0)
        for text in ("", "colour,taste\n1,2\n", "{", '{"format": "partita-layout"}', "\x00"):
            refused = taken_in(self.client, "record", text, only_read="true")
            self.assertEqual((refused["status"], len(refused["document"]["problems"])), ("failed", 1), text)
        self.assertIn("no text", taken_in(self.client, "record", b"\xff\xfe\x00")["failure"])
        self.assertEqual(sent(self.client, "record", racks, level="wizard").status_code, 422)

    def test_everything_of_an_account_leaves_as_one_file_comes_back_and_the_account_goes(self) -> None:
        self.begin()
        self.played(0, "won")
        self.study(kept=True, name="A kept one")
        Layout.objects.create(owner=self.user, name="A rack", document={**GOOD, "name": "A rack"})
        table = TableProfile.objects.create(owner=self.user, name="Four", document={"name": "Four", "base": "pool-9ft"})
        TableReading.objects.create(
            table=table, kind="rolls", values={"length_m": 1.4, "seconds": 5.9}, token="reading-1"
        )
        lesson = {"title": "Thursday", "positions": [{"layout": GOOD, "before": "Where?"}]}
        self.assertEqual(self.send("post", "lessons", {"document": lesson}).status_code, 200)
        out = self.send("get", "account/file").content.decode()
        wrong = self.send("post", "account/delete", {"password": "guess"})
        self.assertEqual((wrong.status_code, User.objects.count()), (422, 1))
        self.assertEqual(self.send("post", "account/delete", {"password": "a-long-password"}).status_code, 204)
        self.assertEqual((User.objects.count(), Decision.objects.count(), PlayerProfile.objects.count()), (0, 0, 0))
        self.client.force_login(User.objects.create_user("ida again", password="a-long-password"))
        back = self.upload("account", out)["new"]
        none = dict.fromkeys(("tries", "drills", "sittings", "drill_attempts", "rounds", "halls"), 0)
        ones = dict.fromkeys(
            ("players", "tables", "attempts", "layouts", "studies", "matches", "decisions", "lessons"), 1
        )
        self.assertEqual(back, none | ones)
        self.assertEqual(set(self.upload("account", out)["new"].values()), {0}, "taken in again it adds nothing")
        decision = Decision.objects.get()
        self.assertEqual((decision.player_name, decision.ending, decision.question["document"]["balls"]),
                         ("Ida", "won", GOOD["balls"]))  # fmt: skip
        broken = json.loads(out)
        broken["layouts"].append({"name": "Impossible", "document": {**GOOD, "balls": {"cue": [99, 1]}}})
        broken["tables"][0]["name"] = "Five"
        self.assertEqual(taken_in(self.client, "account", json.dumps(broken))["status"], "failed")
        self.assertEqual(TableProfile.objects.count(), 1, "all or nothing")


class Large(RecordTest):
    def test_twenty_thousand_decisions_are_filtered_paged_and_summed_with_a_handful_of_queries(self) -> None:
        kept = Decision.objects.get(pk=self.played(1, "nothing_left").json()["id"])
        rows = []
        for k in range(20_000):
            one = Decision(**{field.attname: getattr(kept, field.attname) for field in Decision._meta.fields})
            one.pk, one.token, one.said, one.question = None, f"many-{k:06}", None, None
            one.cost, one.played_on = 0.001 * (k % 100), date(2020, 1, 1) + timedelta(days=k % 2000)
            rows.append(one)
        Decision.objects.bulk_create(rows, batch_size=2000)
        for path in (
            "decisions?page=200",
            "season",
            "season/known",
            "decisions?words=safe&since=2021-01-01",
            "matches",
        ):
            with CaptureQueriesContext(
                connection,
            ) as queries:
                started = time.perf_counter()
                answer = self.send("get", path)
                seconds = time.perf_counter() - started
            self.assertEqual(answer.status_code, 200)
            self.assertLess(len(queries), 12, path)
            # A bound against growth with the record, not a benchmark: those print their figures.
            self.assertLess(seconds, 2.0, path)
        self.assertEqual(self.send("get", "season").json()["document"]["decisions"], 20_001)


class Strangers(RecordTest):
    def test_nobody_reads_changes_or_deletes_the_record_of_another(self) -> None:
        match, decision = self.begin().json()["id"], self.played(0, "won").json()["id"]
        reckoning = Reckoning.objects.create(owner=self.user, question={"decisions": [decision], "anew": True})
        study = self.study()
        stranger = Client()
        stranger.force_login(User.objects.create_user("udo", password="a-long-password"))
        ended, rack = {"ending": "won"}, {"i_won": True}
        body = {"played_on": "2026-10-06", "me": "league", "them": "league"}
        for method, path, body_sent in (
            ("get", f"decisions/{decision}", None), ("put", f"decisions/{decision}", ended),
            ("delete", f"decisions/{decision}", None), ("post", f"decisions/{decision}/restore", {}),
            ("get", f"decisions/{decision}/drawing", None), ("post", f"decisions/{decision}/anew", {}),
            ("get", f"matches/{match}", None), ("put", f"matches/{match}", body), ("delete", f"matches/{match}", None),
            ("post", f"matches/{match}/restore", {}), ("post", f"matches/{match}/racks", rack),
            ("put", f"matches/{match}/racks/1", rack), ("delete", f"matches/{match}/racks/last", None),
            ("get", f"matches/{match}/sheet", None), ("get", f"reckonings/{reckoning.pk}", None),
            ("post", f"reckonings/{reckoning.pk}/stop", {}), ("get", f"studies/{study.pk}/guess", None),
            ("post", f"studies/{study.pk}/played", {"option": 0, **ended}),
            ("post", f"studies/{study.pk}/guess", {"meant": "safe", "ball": "8"}),
        ):  # fmt: skip
            self.assertEqual(self.send(method, path, body_sent, stranger).status_code, 404, (method, path))
        own = Study.objects.create(
            owner=User.objects.get(username="udo"), question=study.question, document=study.document
        )
        taken = self.send("post", f"studies/{own.pk}/played", {"option": 0, "match": match, **ended}, stranger)
        self.assertEqual(taken.status_code, 404, "into a match of another's")
        for path in ("decisions", "matches"):
            self.assertEqual(self.send("get", path, client=stranger).json()["total"], 0)
        self.assertEqual(self.send("get", "season", client=stranger).json()["document"]["decisions"], 0)
        self.assertNotIn("Ida", self.send("get", "account/file", client=stranger).content.decode())


class Reckoned(RecordCase, SharedWorker):
    def test_a_worker_tells_what_better_hands_keep_and_weighs_anew_with_todays_stroke(self) -> None:
        kept = self.played(0, "won").json()["id"]
        eventually("better hands are known", lambda: Decision.objects.get(pk=kept).better is not None)
        # The stroke that was kept misses on this layout more often than was said: what counts is that it is worked out.
        self.assertGreater(Decision.objects.get(pk=kept).better or 0, 0.0)
        asked = self.send("post", "season/anew").json()["id"]
        eventually("it is done", lambda: Reckoning.objects.get(pk=asked).status == "done")
        document = self.send("get", f"reckonings/{asked}").json()["document"]
        self.assertEqual(document, {"done": 1, "of": 1, "left_out": 0})
        found = self.send("get", f"decisions/{kept}").json()
        self.assertEqual(found["said"]["played"]["value"], 0.7, "what was said stays")
        self.assertEqual(found["anew"]["player"], "Ida")
        self.assertLess(abs(found["anew"]["best"]["value"] - found["anew"]["played"]["value"]
                            - found["anew"]["played"]["trails"]), 1e-6)  # fmt: skip
        self.assertEqual(self.send("post", "season/anew?player=Nobody").status_code, 422)
        stopped = self.send("post", "season/anew").json()["id"]
        self.send("post", f"reckonings/{stopped}/stop")
        eventually("it is over", lambda: Reckoning.objects.get(pk=stopped).is_over)
