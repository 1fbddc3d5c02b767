"""The border: hosts, text, shapes of refusals, headers; and that nobody reaches what is another's, at any address."""

import asyncio
import json
import os
import random
import re
import subprocess
import sys
from typing import Any
from unittest import mock

from django.apps import apps
from django.contrib.auth.models import User
from django.core.management import call_command
from django.core.serializers import serialize
from django.test import Client, TestCase

from archive.models import Import
from benchmarks.faults.oddities import as_text, broken, example
from config import asgi
from config.api import api
from edge.quotas import check_room
from kicks.models import Kick, KickTry
from layouts.models import Layout
from lessons.models import Giving, Group, Lesson
from links.models import Link
from measures.models import ErrorCosts, Measure, Sitting
from partita.errors import Refused
from photos.models import HallLooks, Photo, Snapshot
from playouts.models import PlayOut
from practice.models import DrillAttempt, DrillSitting, Expectation, OwnDrill, QuizFill, QuizRound
from profiles.models import PlayerProfile
from records.models import Decision, Match, Reckoning
from rooms.models import Room
from runouts.models import RunOut
from setup import demo
from studies.clearing import make_room
from studies.models import Study
from tables.models import TableProfile, TableReading
from tests.server.documents import line, settled
from tests.server.test_api import GOOD
from tests.server.worker import SERVER

LAYOUT = {"name": "x", "document": GOOD}
LESSON = {"format": "partita-lesson", "version": 1, "title": "theirs", "positions": []}


class Border(TestCase):
    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.client = Client(raise_request_exception=False)
        self.client.force_login(self.user)

    def post(self, text: str, path: str = "/api/layouts") -> tuple[int, Any]:
        answer = self.client.post(path, data=text.encode("utf-8", "surrogatepass"), content_type="application/json")
        return answer.status_code, answer.json()

    def test_text_that_no_database_keeps_and_numbers_nobody_counts_are_refused_wherever_they_stand(self) -> None:
        good = json.dumps(LAYOUT)
        for text, words in (
            (good.replace('"x"', '"a\\u0000b"'), "control character"),
            (good.replace('"x"', '"a\\u001bb"'), "control character"),
            (good.replace('"x"', '"\\ud800"'), "half a letter"),
            (good.replace('"x"', '"a\ud800"'), "no text"),
            (good.replace("[5, 3]", f"[{'9' * 5000}, 3]"), "thousands of digits"),
            (good.replace("[5, 3]", f"[{2**60}, 3]"), "too large"),
            (good.replace("[5, 3]", "[NaN, 3]"), "not a finite number"),
            (good.replace("[5, 3]", "[1e999, 3]"), "not a finite number"),
            ("[" * 100_000, "nested too deeply"),
            (good[:-1], "not JSON"),
        ):
            status, answer = self.post(text)
            self.assertEqual(status, 422, text[:80])
            self.assertIn(words, answer["errors"][0]["what"], text[:80])
        self.assertEqual(self.client.get("/api/decisions?words=a%00b").status_code, 422)
        self.assertEqual(Layout.objects.count(), 0)

    def test_a_letter_that_only_looks_like_an_escape_is_a_letter(self) -> None:
        status, answer = self.post(json.dumps({**LAYOUT, "name": "a\\u0000b"}))
        self.assertEqual((status, answer["name"]), (200, "a\\u0000b"))

    def test_names_can_be_read_and_are_kept_composed(self) -> None:
        for name in ("  ", "\u200b", "a\u202eb", "\u2066x", "a\tb"):
            self.assertEqual(self.post(json.dumps({**LAYOUT, "name": name}))[0], 422, repr(name))
        self.assertEqual(self.post(json.dumps({**LAYOUT, "name": " Cafe\u0301 "}))[1]["name"], "Café")

    def test_every_refusal_has_the_one_shape(self) -> None:
        for answer in (
            self.client.get("/api/nowhere"),
            self.client.get("/api/layouts/99999999999999999999999"),
            self.client.patch("/api/layouts"),
            self.client.get("/api/session", HTTP_HOST="evil.example"),
            Client().get("/api/openapi.json"),
        ):
            self.assertGreaterEqual(answer.status_code, 400)
            self.assertEqual(set(answer.json()["errors"][0]), {"where", "what", "accepted"})
        with mock.patch("layouts.services.checked", side_effect=RuntimeError("a fault of ours")):
            status, answer = self.post(json.dumps(LAYOUT))
        self.assertEqual(status, 500)
        self.assertIn("not your fault", answer["errors"][0]["what"])

    def test_browsers_are_told_to_keep_to_this_server_and_to_keep_no_answers(self) -> None:
        answer = self.client.get("/api/layouts")
        self.assertEqual(answer["Cache-Control"], "no-store")
        for reply in (answer, self.client.get("/")):
            policy = reply["Content-Security-Policy"]
            self.assertIn("script-src 'self';", policy)
            self.assertIn("frame-ancestors 'none'", policy)
            self.assertEqual(reply["X-Frame-Options"], "DENY")
            self.assertNotIn("Access-Control-Allow-Origin", reply)
            self.assertEqual(reply["X-Content-Type-Options"], "nosniff")

    def test_the_description_of_the_api_is_for_who_is_signed_in(self) -> None:
        self.assertEqual(Client().get("/api/openapi.json").status_code, 401)
        self.assertEqual(self.client.get("/api/openapi.json").status_code, 200)

    def test_hundreds_of_odd_bodies_at_every_address_are_no_fault_of_ours(self) -> None:
        chance, description = random.Random(5), json.loads(json.dumps(api.get_openapi_schema(), default=str))
        for path, methods in description["paths"].items():
            for method, operation in methods.items():
                body = operation.get("requestBody", {}).get("content", {}).get("application/json")
                if body is None or path == "/api/account/delete":
                    continue
                for _ in range(4):
                    text = as_text(broken(example(body["schema"], description, chance), chance), chance)
                    answer = getattr(self.client, method)(
                        re.sub(r"{\w+}", "1", path), data=text.encode("utf-8", "surrogatepass"),
                        content_type="application/json",
                    )  # fmt: skip
                    self.assertLess(answer.status_code, 500, (path, text[:300]))
                    self.client.force_login(self.user)

    def test_a_layout_larger_than_a_file_may_be_is_not_kept(self) -> None:
        strokes = [{"name": "a stroke", "aim_deg": 10.0, "speed_mps": 2.0}] * 2000
        status, answer = self.post(json.dumps({**LAYOUT, "document": {**GOOD, "strokes": strokes}}))
        self.assertEqual(status, 422)
        self.assertIn("too much for a layout", answer["errors"][0]["what"])

    def test_an_account_has_room_for_so_much_and_says_so(self) -> None:
        self.post(json.dumps(LAYOUT))
        with self.assertRaisesRegex(Refused, "room for 1 layouts"):
            check_room(Layout.objects.filter(owner=self.user), (1, "layouts"))

    def test_the_oldest_weighings_that_nobody_kept_make_room_for_the_next(self) -> None:
        rows = [Study(owner=self.user, question={}, kept=number == 0) for number in range(4)]
        kept, old, *young = Study.objects.bulk_create(rows)
        with mock.patch("studies.clearing._MOST_UNKEPT", 3):
            self.assertEqual(make_room(self.user), 1)
        self.assertEqual(set(Study.objects.values_list("pk", flat=True)), {kept.pk, *(one.pk for one in young)})
        self.assertNotIn(old.pk, Study.objects.values_list("pk", flat=True))

    def test_layouts_are_listed_by_pages(self) -> None:
        Layout.objects.bulk_create(Layout(owner=self.user, name=str(k), document=GOOD) for k in range(130))
        counts = [len(self.client.get(f"/api/layouts?page={page}").json()) for page in (0, 1, 2)]
        self.assertEqual(counts, [100, 30, 0])

    def test_what_is_known_already_is_not_sent_again(self) -> None:
        study = Study.objects.create(
            owner=self.user, question={"document": GOOD, "me": {}, "them": {}, "players": {"me": "a", "them": "b"},
                                       "seed": 1, "samples": 100},
            document=settled(line()), revision=3,
        )  # fmt: skip
        path = f"/api/studies/{study.pk}"
        self.assertIsNotNone(self.client.get(f"{path}?known=2").json()["document"])
        self.assertIsNone(self.client.get(f"{path}?known=3").json()["document"])
        study.refresh_from_db()
        self.assertIsNotNone(study.document)


class TwoWindows(TestCase):
    def test_the_second_to_save_is_told_and_nothing_is_overwritten(self) -> None:
        user = User.objects.create_user("ida", password="a-long-password")
        client = Client()
        client.force_login(user)

        def sent(method: str, path: str, **more: Any) -> Any:
            return getattr(client, method)(path, data=json.dumps({**LAYOUT, **more}), content_type="application/json")

        kept = sent("post", "/api/layouts").json()
        path = f"/api/layouts/{kept['id']}"
        first = sent("put", path, name="the first window's", revision=kept["revision"])
        self.assertEqual((first.status_code, first.json()["revision"]), (200, kept["revision"] + 1))
        second = sent("put", path, name="the second window's", revision=kept["revision"])
        self.assertEqual(second.status_code, 409)
        self.assertIn("saved in another window", second.json()["errors"][0]["what"])
        self.assertEqual(client.get(path).json()["name"], "the first window's")


class Ownership(TestCase):
    """Everything that an account can have, and another account at every address there is."""

    def setUp(self) -> None:
        call_command("prepare", demo=True)
        self.theirs = User.objects.get(username=demo.USER)
        self.keys = self.one_of_each()
        self.mine = Client()
        self.mine.force_login(User.objects.create_user("ida", password="a-long-password"))

    def one_of_each(self) -> dict[str, int | str]:
        """A key of the other's for every name that stands in an address."""
        owner = self.theirs
        player, table = PlayerProfile.objects.filter(owner=owner)[0], TableProfile.objects.filter(owner=owner)[0]
        study = Study.objects.create(owner=owner, question={}, document=settled(line()), kept=True)
        question: dict[str, Any] = {"decisions": [], "anew": False}
        self.work = {
            "studies": "study_id", "run-outs": "run_out_id", "kicks": "kick_id", "measures": "measure_id",
            "costs": "costs_id", "reckonings": "reckoning_id", "expectations": "expectation_id",
            "quiz-fills": "fill_id", "imports": "import_id", "photos": "photo_id", "snapshots": "snapshot_id",
        }  # fmt: skip
        drill = DrillSitting.objects.filter(player__owner=owner)[0]
        work: dict[str, Any] = {"question": question, "status": "running"}
        return {
            "layout_id": Layout.objects.filter(owner=owner)[0].pk, "study_id": study.pk, "place": 0,
            "playout_id": PlayOut.objects.create(study=study, name="theirs", racks=64).pk,
            "player_id": player.pk, "table_id": table.pk, "reading_id": TableReading.objects.filter(table=table)[0].pk,
            "run_out_id": RunOut.objects.create(owner=owner, **work).pk,
            "try_id": KickTry.objects.create(
                owner=owner, table="pool-9ft", kind="mirror", cue_x=1, cue_y=1, rails="near-long far-long", aim=3,
                arrival=5, side=0, height=0, speed_mps=2,
            ).pk,
            "kick_id": Kick.objects.create(owner=owner, **work).pk,
            "measure_id": Measure.objects.create(owner=owner, player=player, **work).pk,
            "costs_id": ErrorCosts.objects.create(owner=owner, player=player, **work).pk,
            "photo_id": Photo.objects.create(owner=owner, **work).pk,
            "snapshot_id": Snapshot.objects.create(owner=owner, **work).pk,
            "hall_id": HallLooks.objects.create(owner=owner, table="theirs").pk,
            "import_id": Import.objects.create(owner=owner, **work).pk,
            "match_id": Match.objects.filter(owner=owner)[0].pk, "rack_number": 1, "number": 1,
            "decision_id": Decision.objects.filter(owner=owner)[0].pk,
            "reckoning_id": Reckoning.objects.create(owner=owner, **work).pk,
            "expectation_id": Expectation.objects.create(owner=owner, player=player, key="theirs", **work).pk,
            "fill_id": QuizFill.objects.create(owner=owner, **work).pk,
            "round_id": QuizRound.objects.filter(player__owner=owner)[0].pk,
            "drill_id": OwnDrill.objects.create(owner=owner, name="theirs", document={}).pk,
            "key": f"own:{OwnDrill.objects.create(owner=owner, name='theirs too', document={}).pk}",
            "link_id": Link.objects.create(owner=owner, digest="theirs", kind="layout", title="theirs", shown={}).pk,
            "drill_sitting_id": drill.pk, "drill_token": DrillAttempt.objects.filter(sitting=drill)[0].token,
            "lesson_id": Lesson.objects.create(owner=owner, title="theirs", document=LESSON).pk,
            "giving_id": Giving.objects.create(owner=owner, title="theirs", document=LESSON, digest="theirs").pk,
            "group_id": Group.objects.create(owner=owner, name="theirs", code="THE2RSGR").pk,
            "code": Room.objects.create(owner=owner, code="THE2RS99", title="theirs").code,
            "station_sitting_id": Sitting.objects.create(player=player, set_name="short", table={}, level=0.0).pk,
        }  # fmt: skip

    def all_of_theirs(self) -> str:
        """Every row there is, as it is."""
        own = [
            "layouts",
            "studies",
            "playouts",
            "profiles",
            "tables",
            "runouts",
            "kicks",
            "records",
            "measures",
            "practice",
            "links",
            "rooms",
            "lessons",
            "photos",
            "archive",
        ]
        models = [model for app in own for model in apps.get_app_config(app).get_models()]
        return "".join(serialize("json", model._default_manager.order_by("pk")) for model in models)

    def address(self, path: str) -> str:
        """The path with keys of the other's."""
        found = path
        for name in re.findall(r"{(\w+)}", path):
            key = name
            if name == "sitting_id":
                key = "drill_sitting_id" if "/practice/" in path else "station_sitting_id"
            if name == "token":
                key = "drill_token"
            if name == "key" and "/homework/" in path:
                key = "giving_id"
            elif name == "key" and (kind := path.split("/")[2]) in self.work:
                key = self.work[kind]
            self.assertIn(key, self.keys, path)
            found = found.replace("{" + name + "}", str(self.keys[key]))
        return found

    def test_at_no_address_is_anothers_read_changed_or_deleted(self) -> None:
        chance, before = random.Random(3), self.all_of_theirs()
        description = json.loads(json.dumps(api.get_openapi_schema(), default=str))
        tried = 0
        for path, methods in description["paths"].items():
            # What follows the last one names a kind of file, and nobody's.
            if "{" not in path or path.endswith("/{what}"):
                continue
            # Who has an open board's code may look in and join (`test_rooms`).
            if path in ("/api/rooms/{code}", "/api/rooms/{code}/seat"):
                continue
            for method, operation in methods.items():
                body = operation.get("requestBody", {}).get("content", {}).get("application/json")
                content = example(body["schema"], description, chance) if body else None
                if isinstance(content, dict) and "document" in content:
                    content["document"] = GOOD
                address = self.address(path)
                answer = getattr(self.mine, method)(
                    address, **({"data": json.dumps(content), "content_type": "application/json"} if body else {})
                )
                self.assertIn(answer.status_code, (404, 422), (method, address, answer.content[:200]))
                tried += answer.status_code == 404
        # Most are refused for whose it is, and not for what was sent.
        self.assertGreater(tried, 50)
        self.assertEqual(self.all_of_theirs(), before)

    def test_lists_and_files_hold_ones_own_only(self) -> None:
        description = api.get_openapi_schema()
        names = [row.name for row in PlayerProfile.objects.filter(owner=self.theirs)]
        names += [row.name for row in Layout.objects.filter(owner=self.theirs)]
        for path, methods in description["paths"].items():
            if "{" in path or "get" not in methods:
                continue
            answer = self.mine.get(path)
            text = answer.content.decode()
            self.assertFalse([name for name in names if json.dumps(name)[1:-1] in text], path)


class Deployment(TestCase):
    def test_djangos_own_deployment_check_finds_nothing_on_a_club_server_behind_https(self) -> None:
        env = {
            **os.environ,
            "PARTITA_HTTPS": "1",
            "PARTITA_HOSTS": "club.example",
            "PARTITA_SECRET_KEY": os.urandom(32).hex(),
        }
        for name in ("PARTITA_TESTING", "DJANGO_ALLOW_ASYNC_UNSAFE"):
            env.pop(name, None)
        command = [sys.executable, "manage.py", "check", "--deploy", "--fail-level", "WARNING"]
        done = subprocess.run(command, cwd=SERVER, env=env, capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 0, done.stdout + done.stderr)

    def test_no_demo_is_made_on_a_server_with_hosts_of_its_own_and_one_that_is_there_is_shut(self) -> None:
        with self.settings(OWN_HOSTS=["club.example"]):
            call_command("prepare", demo=True)
        self.assertFalse(User.objects.filter(username=demo.USER).exists())
        call_command("prepare", demo=True)
        with self.settings(OWN_HOSTS=["club.example"]):
            call_command("prepare")
        self.assertFalse(User.objects.get(username=demo.USER).is_active)


class Bodies(TestCase):
    def answered(self, headers: list[tuple[bytes, bytes]], chunks: int, size: int = 1_000_000) -> tuple[int, int]:
        """The status, or 0 when the connection is dropped, and how many chunks were taken."""
        sent, told = 0, 0

        async def receive() -> Any:
            nonlocal sent
            sent += 1
            return {"type": "http.request", "body": b"x" * size, "more_body": sent < chunks}

        async def send(message: Any) -> None:
            nonlocal told
            told = message.get("status", told)

        scope = {
            "type": "http", "method": "POST", "path": "/api/session", "raw_path": b"/api/session", "query_string": b"",
            "headers": [(b"host", b"127.0.0.1"), *headers], "client": ("127.0.0.1", 1), "server": ("127.0.0.1", 80),
            "scheme": "http", "http_version": "1.1", "root_path": "",
        }  # fmt: skip
        asyncio.run(asgi.application(scope, receive, send))
        return told, sent

    def test_a_body_of_any_size_fills_no_disk(self) -> None:
        most = asgi.LARGEST_BODY // 1_000_000
        self.assertEqual(self.answered([(b"content-length", b"99999999999")], 10), (413, 0))
        self.assertEqual(self.answered([(b"content-length", b"-5")], 10), (413, 0))
        status, taken = self.answered([(b"transfer-encoding", b"chunked")], 100 * most)
        self.assertEqual(status, 0)
        self.assertLessEqual(taken, most + 2)
