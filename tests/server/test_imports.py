"""Files taken in: bounded before anything is built, counted before anything is read, all or nothing, and once."""

import json
from concurrent.futures import ThreadPoolExecutor
from typing import Any
from unittest import mock

from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test import Client, SimpleTestCase, TestCase, TransactionTestCase
from django.test.utils import CaptureQueriesContext

from archive.everything import everything
from archive.models import Import, ImportPart
from layouts.models import Layout
from measures.models import Attempt
from partita.files.drill_file import drill_json
from partita.players.stroke_model import preset
from partita.practice.drills.catalogue import DRILLS
from partita.progress import Steps
from practice import quiz
from practice.models import DrillSitting, QuizRound
from profiles.services import Wanted, save_profile
from records.models import Match
from setup import demo
from studies.models import Study
from tests.server.documents import line, settled
from tests.server.imports import sent, taken_in
from tests.server.test_api import GOOD
from tests.server.worker import SharedWorker, eventually
from work.followed import in_one_transaction
from work.running import run

LEAGUE = preset("league").as_json()
ASKED = {
    "document": GOOD, "me": LEAGUE, "them": LEAGUE, "players": {"me": "league", "them": "league"}, "seed": 1,
    "samples": 100,
}  # fmt: skip


class ImportCase(SimpleTestCase):
    """An account with a player, and its own file."""

    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.client.force_login(self.user)
        self.player = save_profile(self.user, Wanted("June", "league", {}))
        self.whole: dict[str, Any] = json.loads(everything(self.user))

    def refused(self, what: str, document: Any) -> str:
        """What is said of a file of which nothing is taken."""
        text = document if isinstance(document, str) else json.dumps(document)
        found = taken_in(self.client, what, text)
        self.assertEqual(found["status"], "failed")
        return str(found["document"]["problems"][0])


class Bounded(ImportCase, TestCase):
    def test_more_values_than_any_file_has_are_refused_before_one_is_built(self) -> None:
        text = json.dumps(self.whole)[:-1] + ', "more": [' + "{}," * 2_000_000 + "{}]}"
        with mock.patch("partita.files.json_text._each_once", side_effect=AssertionError("it was built")):
            self.assertIn("more than 3,000,000 values", self.refused("account", text))

    def test_a_list_of_a_million_nothings_is_refused_before_one_is_looked_at(self) -> None:
        text = '{"format": "partita-record", "version": 1, "matches": [' + "{}," * 1_000_000 + "{}]}"
        with mock.patch("partita.files.record_file.WrittenMatch.model_validate", side_effect=AssertionError):
            self.assertIn("more than 100,000", self.refused("record", text))

    def test_what_is_nested_deeper_than_any_file_is_refused(self) -> None:
        for deep in (60, 100_000):
            more = "[" * deep + "]" * deep
            self.assertIn("too deeply", self.refused("record", f'{{"format": "partita-record", "more": {more}}}'))
            answer = self.client.post("/api/layouts", f'{{"name": {more}}}', content_type="application/json")
            self.assertEqual(answer.status_code, 422)

    def test_a_file_larger_than_its_kind_is_refused_when_it_is_sent(self) -> None:
        with mock.patch.dict("archive.kinds._LARGEST", record=1000):
            self.assertEqual(sent(self.client, "record", "x" * 1001).status_code, 422)
        self.assertFalse(Import.objects.exists())

    def test_a_wrong_table_within_a_request_is_refused_in_words(self) -> None:
        table: dict[str, Any] = {"name": {}}
        for path, body in (
            ("layouts", {"name": "x", "document": {**GOOD, "table": table}}),
            ("racks", {"game": "nine-ball", "table": table, "seed": 1}),
            ("places", {"table": table, "phrase": "9 at 4, 2"}),
            ("kick-card", {"table": table}), ("tries/list", {"table": table}), ("tables/geometry", {"table": table}),
        ):  # fmt: skip
            answer = self.client.post(f"/api/{path}", json.dumps(body), content_type="application/json")
            self.assertEqual(answer.status_code, 422, path)


class Counted(ImportCase, TestCase):
    def test_more_layouts_sittings_or_rounds_than_there_is_room_for_are_refused_before_one_is_read(self) -> None:
        layouts = [{"name": f"{k}", "document": GOOD} for k in range(2001)]
        with mock.patch("archive.everything.checked", side_effect=AssertionError("it was read")):
            self.assertIn("room for 2,000 layouts", self.refused("account", {**self.whole, "layouts": layouts}))
        same = {"day": "2026-03-01", "player": "June"}
        sittings = [{**same, "token": f"s{k}", "drill": {}, "table": "pool-9ft", "attempts": []} for k in range(10_001)]
        rounds = [
            {**same, "token": f"r{k}", "game": "nine-ball", "level": "league", "answers": []} for k in range(5001)
        ]
        for name, rows, words in (("sittings", sittings, "10,000 sittings"), ("rounds", rounds, "5,000 rounds")):
            document = {"format": "partita-practice", "version": 1, name: rows}
            self.assertIn(words, self.refused("practice", document))

    def test_a_full_account_comes_back_into_itself(self) -> None:
        Layout.objects.bulk_create(Layout(owner=self.user, name=str(k), document=GOOD) for k in range(2000))
        found = taken_in(self.client, "account", everything(self.user))
        self.assertEqual((found["status"], found["document"]["new"]["layouts"]), ("done", 0))

    def test_no_player_has_more_attempts_by_this_door_than_by_any_other(self) -> None:
        attempts = [
            {"player": "June", "token": f"a-{k}", "source": "file", "station": "middle", "x": 4.0, "y": 2.0, "day": 1}
            for k in range(10_001)
        ]
        self.assertIn("more than 10000", self.refused("account", {**self.whole, "attempts": attempts}))
        self.assertEqual(Attempt.objects.count(), 0)

    def test_hundreds_of_sittings_are_kept_with_a_handful_of_queries(self) -> None:
        drill = drill_json(next(iter(DRILLS.values())))
        taps = [{"token": f"t{k}", "step": 1, "outcome": "missed"} for k in range(20)]
        sittings = [
            {
                "token": f"s{k}",
                "day": "2026-03-01",
                "player": "June",
                "drill": drill,
                "table": "pool-9ft",
                "attempts": taps,
            }
            for k in range(400)
        ]
        document = {"format": "partita-practice", "version": 1, "sittings": sittings}
        with CaptureQueriesContext(connection) as queries:
            new = taken_in(self.client, "practice", json.dumps(document))["document"]["new"]
        self.assertEqual((new["sittings"], new["drill_attempts"]), (400, 8000))
        self.assertLess(len(queries), 60)


class Studies(ImportCase, TestCase):
    def test_one_is_read_and_checked_as_if_it_were_asked(self) -> None:
        good = {"name": "A study", "question": ASKED, "document": settled(line())}
        far: dict[str, Any] = {
            **good["document"],
            "options": [{**line(), "stroke": {**line()["stroke"], "speed_mps": 1e9}}],
        }
        for wrong, words in (
            ({"document": {"a": "b"}}, "not as this application writes it"),
            ({"question": {"a": "b"}}, "not as this application writes it"),
            ({"question": {**ASKED, "samples": 10**9}}, "samples"),
            ({"document": far}, "speed"),
            ({"document": {**good["document"], "more": "x" * 3_000_000}}, "larger than any weighing"),
        ):  # fmt: skip
            said = self.refused("account", {**self.whole, "studies": [good, {**good, "name": "B", **wrong}]})
            self.assertIn("studies 2", said)
            self.assertIn(words, said)
        self.assertEqual(
            taken_in(self.client, "account", json.dumps({**self.whole, "studies": [good]}))["status"], "done"
        )
        opened = self.client.get(f"/api/studies/{Study.objects.get().pk}")
        self.assertEqual((opened.status_code, opened.json()["name"]), (200, "A study"))


class Followed(ImportCase, TransactionTestCase):
    def steps(self) -> Steps[str]:
        for number in range(5):
            Layout.objects.create(owner=self.user, name=str(number), document={})
            yield number / 5
        return "done"

    def test_it_is_followed_from_outside_and_kept_as_a_whole(self) -> None:
        told = list(in_one_transaction(self.steps))
        self.assertEqual((told[-1], Layout.objects.count()), ((1.0, "done"), 5))

    def test_stopped_in_the_middle_or_broken_it_leaves_nothing(self) -> None:
        def for_ever() -> Steps[None]:
            while True:
                yield from self.steps()

        def broken() -> Steps[None]:
            yield from self.steps()
            raise ZeroDivisionError

        walk = in_one_transaction(for_ever)
        self.assertLess(next(walk)[0], 1.0)
        walk.close()  # type: ignore[attr-defined]
        self.assertRaises(ZeroDivisionError, list, in_one_transaction(broken))
        self.assertEqual(Layout.objects.count(), 0)


class InAWorker(ImportCase, SharedWorker):
    def test_a_file_is_taken_in_outside_the_web_process_and_its_content_goes(self) -> None:
        self.client.force_login(User.objects.get(username="ida"))
        season = demo.SEASON.read_text("utf-8")
        upload = {"file": SimpleUploadedFile("season.json", season.encode()), "what": "record", "level": "league"}
        asked = self.client.post("/api/imports", upload).json()
        self.assertEqual((asked["status"], asked["document"]), ("queued", None))
        path = f"/api/imports/{asked['id']}"
        eventually("it is taken in", lambda: self.client.get(path).json()["status"] == "done")
        self.assertEqual(self.client.get(path).json()["document"]["new"]["matches"], 22)
        self.assertFalse(ImportPart.objects.exists())

    def test_the_same_file_from_several_devices_at_once_is_taken_once_and_all_are_told_so(self) -> None:
        season = demo.SEASON.read_text("utf-8")

        def device(_: int) -> int:
            try:
                client = Client()
                client.force_login(self.user)
                upload = {
                    "file": SimpleUploadedFile("season.json", season.encode()),
                    "what": "record",
                    "level": "league",
                }
                return int(client.post("/api/imports", upload).json()["id"])
            finally:
                connection.close()

        with ThreadPoolExecutor(4) as devices:
            keys = [*devices.map(device, range(4))]
        rows = Import.objects.filter(pk__in=keys)
        eventually("all are taken in", lambda: rows.filter(status="done").count() == 4)
        self.assertEqual(sorted(row.document["new"]["matches"] for row in rows if row.document), [0, 0, 0, 22])
        self.assertEqual(Match.objects.count(), 22)

    def test_no_account_fills_the_queue_with_files(self) -> None:
        with mock.patch("archive.kinds._MOST_WAITING", 0):
            self.assertEqual(sent(self.client, "record", "{}").status_code, 429)


class BrokenOff(ImportCase, TestCase):
    def test_one_whose_worker_died_when_all_was_in_is_told_as_what_came_in(self) -> None:
        season = demo.SEASON.read_text("utf-8")
        key = taken_in(self.client, "record", season, level="league")["id"]
        Import.objects.filter(pk=key).update(status="running")
        run(Import.objects.get(pk=key), lambda: False)
        found = self.client.get(f"/api/imports/{key}").json()
        self.assertEqual((found["status"], found["document"]["new"]["matches"]), ("done", 22))


class TwoDevices(ImportCase, TransactionTestCase):
    """The same thing sent by several devices at once is one, and all are told so."""

    def at_once(self, count: int, method: str, path: str, body: Any) -> list[Any]:
        def device(_: int) -> Any:
            try:
                client = Client()
                client.force_login(self.user)
                return getattr(client, method)(f"/api/{path}", json.dumps(body), content_type="application/json")
            finally:
                connection.close()

        with ThreadPoolExecutor(count) as devices:
            return [*devices.map(device, range(count))]

    def test_a_new_sitting_and_a_new_round_are_one(self) -> None:
        quiz.take_pool()
        drill = next(iter(DRILLS))
        for path, body, kind in (
            (f"practice/players/{self.player.pk}/sittings",
             {"token": "sitting-0001", "drill": drill, "table": "pool-9ft"}, DrillSitting),
            (f"quiz/players/{self.player.pk}/rounds", {"token": "round-0001"}, QuizRound),
        ):  # fmt: skip
            answers = self.at_once(8, "post", path, body)
            self.assertEqual([one.status_code for one in answers], [200] * 8, answers[0].content)
            self.assertEqual(len({one.json()["id"] for one in answers}), 1)
            self.assertEqual(kind.objects.count(), 1)  # type: ignore[attr-defined]

    def test_a_file_of_attempts_is_taken_once(self) -> None:
        text = "station,x,y\n" + "middle,4,2\n" * 40
        answers = self.at_once(8, "post", f"players/{self.player.pk}/attempts/file", {"text": text})
        self.assertEqual({one.status_code for one in answers}, {200})
        self.assertEqual((sum(one.json()["new"] for one in answers), Attempt.objects.count()), (40, 40))
