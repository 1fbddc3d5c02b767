"""One engine for all kinds of long work: followed by revision, read whichever version answered; days are one."""

import json
from datetime import UTC, date, datetime
from typing import Any
from unittest import mock

from django.conf import settings
from django.contrib.auth.models import User
from django.test import TestCase, override_settings

from archive.models import Import
from edge.days import today
from kicks.models import Kick
from measures.models import Attempt, ErrorCosts, Measure
from partita import __version__
from partita.players.measuring import attempts as core
from partita.reports.ledger.report import read_study
from partita.table.spec import TableSpec
from photos.models import Photo, Snapshot
from playouts.kinds import PARTS
from playouts.models import Part, PlayOut
from practice.models import DrillSitting, Expectation, QuizFill, QuizRound
from profiles.models import PlayerProfile
from records.models import Decision, Reckoning
from runouts.models import RunOut
from studies.models import Study
from tests.server.asked import no_jobs, weighed
from tests.server.test_records import LEAGUE, POT, RecordTest, settled
from work.asking import finish
from work.kinds import all_kinds
from work.models import Status

PLAYERS = {"me": "league", "them": "league"}
_AT = {"value": 2.0, "low": 1.0, "high": 3.0}
MEASURED = {
    "attempts": 8, "counts_for": 8, "stroke": {}, "level": "league", "level_range": "", "level_at": _AT,
    "follows": {"runout": _AT, "long_pot": _AT}, "disagrees": [], "model": {}, "words": "",
}  # fmt: skip


def a_row_of_each_kind(owner: Any) -> list[Any]:
    """Answered, as little as each kind's answer can be."""
    player = PlayerProfile.objects.create(owner=owner, name="Ida", level="league", stroke_model=LEAGUE)
    asked = {"document": weighed(owner).question["document"], "me": LEAGUE, "them": LEAGUE, "players": PLAYERS}
    of_player = {"owner": owner, "player": player}
    kicks = {"target": "8", "targets": [], "shooter": "me", "shows_mm": 1, "hidden_mm": None, "blocked_by": [],
             "sight": "", "settled": True, "progress": 1, "seconds": 1, "ways": [], "straight": []}  # fmt: skip
    plan = {"goal": "rack", "shooter": "me", "order": [], "chooses_order": False, "settled": True, "progress": 1,
            "seconds": 1, "run_out": None, "rack": None, "plan": [], "summary": "", "key_words": "", "dead": [],
            "openers": [], "in_hand": None, "searched": ""}  # fmt: skip
    fixed = {"goal": "rack", "order": [], "pockets": {}, "rests": {}}
    return [
        Study.objects.create(owner=owner, question={**asked, "seed": 1, "samples": 100}, document=settled(POT)),
        Kick.objects.create(owner=owner, question={**asked, "target": "8"}, document=kicks),
        RunOut.objects.create(owner=owner, question=asked | fixed, document=plan),
        Measure.objects.create(**of_player, question={"attempts": 0, "near": None}, document=MEASURED),
        ErrorCosts.objects.create(
            **of_player, question={"game": "nine-ball", "share": 0.8},
            document={"share": 0.8, "costs": [], "words": "", "made_on": 0},
        ),
        Expectation.objects.create(
            **of_player, drill_key="lag", key="x", question={}, document={"steps": [], "begin": 0}
        ),
        QuizFill.objects.create(owner=owner, question={}, document={"done": 1, "of": 1, "kept": 1}),
        Reckoning.objects.create(owner=owner, question={}, document={"done": 1, "of": 1, "left_out": 0}),
        Photo.objects.create(
            owner=owner, question={"game": "nine-ball", "hall": ""},
            document={"width": 1600, "height": 1200, "pockets": [], "offered": False, "outline": 0.6,
                      "is_doubtful": False, "words": "", "balls": [], "missing": []},
        ),
        Snapshot.objects.create(owner=owner, question={}, document={"jpeg": ""}),
        Import.objects.create(
            owner=owner, question={"what": "record"},
            document={"new": {}, "known": 0, "matches": [], "strangers": [], "problems": []},
        ),
    ]  # fmt: skip


class OneEngine(TestCase):
    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.client.force_login(self.user)
        self.enterContext(no_jobs())

    def follow(self, row: Any, **query: Any) -> Any:
        kind = next(kind for kind in all_kinds() if kind.model is type(row))
        answer = self.client.get(f"/api/{kind.name}/{row.pk}", query)
        self.assertEqual(answer.status_code, 200, (kind.name, answer.content[:300]))
        return answer.json()

    def test_what_is_known_already_is_not_sent_again_whatever_kind_it_is(self) -> None:
        rows = a_row_of_each_kind(self.user)
        # Parts are told by their play-out, in some figures.
        self.assertEqual({type(row) for row in rows}, {kind.model for kind in all_kinds()} - {Part})
        for row in rows:
            with self.subTest(type(row).__name__):
                self.assertIsNotNone(self.follow(row)["document"])
                self.assertIsNone(self.follow(row, known=row.revision)["document"])
                self.assertIsNotNone(self.follow(row, known=row.revision + 1)["document"])

    def test_an_answer_that_no_version_can_read_is_told_as_one_that_failed(self) -> None:
        for row in a_row_of_each_kind(self.user):
            with self.subTest(type(row).__name__):
                type(row).objects.filter(pk=row.pk).update(document={"options": [{"a": "b"}]}, status=Status.DONE)
                if isinstance(row, QuizFill | Reckoning):
                    continue  # Three figures, the same ever since.
                told = self.follow(row)
                self.assertEqual((told["status"], told["document"]), ("failed", None))
                self.assertIn("another version", told["failure"])

    def test_answers_of_earlier_versions_are_given_what_they_lack(self) -> None:
        """Kicks and plans of 0.10: lines without doubt, plans without own shots."""
        _, kick, plan, *_ = a_row_of_each_kind(self.user)
        today = read_study(settled(POT), TableSpec()).options[0].as_json()
        then = {name: value for name, value in today.items() if name not in ("doubt", "doubt_words", "trails")}
        way = {**then, "good_hit": {"value": 0.5, "low": 0.4, "high": 0.6}, "foul_cost": None,
               "number": 3.0, "sum": {"kind": "none", "words": ""}, "simulated_first_rail": None, "correction": None,
               "window": None}  # fmt: skip
        Kick.objects.filter(pk=kick.pk).update(document={**kick.document, "ways": [way]})
        (told,) = self.follow(kick)["document"]["ways"]
        self.assertEqual((told["good_hit"]["value"], told["doubt"]), (0.5, None))
        self.assertEqual(self.follow(plan)["question"]["strokes"], {})

    def test_parts_of_one_play_out_fail_together_and_other_play_outs_go_on(self) -> None:
        study = weighed(self.user)
        one, other = (PlayOut.objects.create(study=study, name="", racks=128) for _ in range(2))
        parts = [Part.objects.create(playout=of, first_rack=at, racks=64) for of in (one, other) for at in (0, 64)]
        Part.objects.filter(pk=parts[1].pk).update(status=Status.RUNNING)
        finish(parts[0], Status.FAILED, "It broke.")
        self.assertEqual(
            list(PARTS.rows.order_by("pk").values_list("status", flat=True)), ["failed", "stopped", "queued", "queued"]
        )


class Days(RecordTest):
    """Where the machine stands it is the sixth already, by the world's clock the fifth."""

    def setUp(self) -> None:
        super().setUp()
        self.enterContext(override_settings(TIME_ZONE="Pacific/Kiritimati"))
        now = datetime(2026, 1, 5, 12, 0, tzinfo=UTC)
        self.enterContext(mock.patch("django.utils.timezone.now", return_value=now))
        self.enterContext(no_jobs())

    def test_a_day_is_the_machines_everywhere(self) -> None:
        sixth = date(2026, 1, 6)
        self.assertEqual(today(), sixth)
        self.assertEqual(self.played(0, "won").status_code, 200)
        sitting = {"token": "sitting-0001", "drill": "lag", "table": "pool-9ft"}
        self.send("post", f"practice/players/{self.player.pk}/sittings", sitting)
        QuizRound.objects.create(player=self.player, token="round-0001", game="own", level="league", day=today())
        days = {Decision.objects.get().played_on, DrillSitting.objects.get().day, QuizRound.objects.get().day}
        self.assertEqual(days | {date.fromordinal(Attempt.objects.get().day)}, {sixth})

    def test_a_decision_told_anew_or_brought_back_keeps_its_day_among_the_attempts(self) -> None:
        kept = self.played(0, "won").json()["id"]
        old = date(2025, 3, 1)
        Decision.objects.update(played_on=old)
        for method, path, body in (
            ("put", f"decisions/{kept}", {"ending": "left_a_shot"}),
            ("delete", f"decisions/{kept}", None),
            ("post", f"decisions/{kept}/restore", None),
        ):
            self.assertLess(self.send(method, path, body).status_code, 300, path)
        attempt = Attempt.objects.get()
        self.assertEqual((date.fromordinal(attempt.day), attempt.outcome), (old, "missed"))

    def test_no_decision_passes_by_the_limit_of_attempts(self) -> None:
        kept = self.played(0, "won").json()["id"]
        with mock.patch.object(core, "MOST_ATTEMPTS", 1):
            self.send("put", f"decisions/{kept}", {"ending": "left_a_shot"})
            self.assertEqual(Attempt.objects.get().outcome, "missed", "what is there may change")
            self.assertEqual(self.played(0, "won").status_code, 200)
        self.assertEqual((Decision.objects.count(), Attempt.objects.count()), (2, 1))


class Plainly(TestCase):
    def test_the_zone_is_the_machines_or_the_one_that_is_named(self) -> None:
        self.assertNotEqual(settings.TIME_ZONE, "America/Chicago", "Django's own, if no zone is set")

    def test_there_is_one_version_and_lines_of_the_log_say_when_and_how_grave(self) -> None:
        changes = (settings.SERVER.parent / "CHANGELOG.md").read_text("utf-8")
        page = json.loads((settings.SERVER.parent / "web" / "package.json").read_text("utf-8"))
        self.assertEqual(changes.split("\n## ")[1].split(" ")[0], __version__)
        self.assertEqual(page["version"], __version__)
        said = settings.LOGGING["formatters"]["line"]["format"] % {
            "asctime": "2026-01-05 12:00:00,000", "levelname": "ERROR", "name": "work.running", "message": "It broke."
        }  # fmt: skip
        self.assertEqual(said, "2026-01-05 12:00:00,000 ERROR work.running: It broke.")
