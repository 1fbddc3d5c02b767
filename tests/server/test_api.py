"""The API: who may see what, what is refused and how, and that its description is current."""

import json
import re
from pathlib import Path
from typing import Any
from unittest import mock

from django.contrib.auth.models import User
from django.core.management import call_command
from django.test import Client, TestCase

from config.api import api
from layouts.models import Layout
from partita.players.stroke_model import PRESETS
from playouts.models import PlayOut
from profiles.models import PlayerProfile
from setup import demo
from studies.models import Study
from tables.models import TableProfile
from tests.server.asked import no_jobs

GOOD = demo.document({"cue": [2, 1], "8": [5, 3], "9": [6, 2]}, {"shooter": "me"})


class ApiTest(TestCase):
    def setUp(self) -> None:
        self.mine, self.theirs = (User.objects.create_user(name, password="a-long-password") for name in ("ida", "tom"))
        self.client = Client()
        self.client.force_login(self.mine)
        self.enterContext(no_jobs())

    def send(self, method: str, path: str, body: Any = None, client: Client | None = None) -> tuple[int, Any]:
        call = getattr(client or self.client, method)
        content = body if isinstance(body, str) else json.dumps(body)
        answer = (
            call(f"/api{path}", data=content, content_type="application/json")
            if body is not None
            else call(f"/api{path}")
        )
        return answer.status_code, answer.json() if answer.content else None

    def ask(self, document: Any = GOOD, **more: Any) -> tuple[int, Any]:
        return self.send("post", "/studies", {"document": document, "me": "league", "them": "league", **more})


class Ownership(ApiTest):
    def test_nobody_reads_changes_or_deletes_what_belongs_to_another(self) -> None:
        layout = Layout.objects.create(owner=self.theirs, name="theirs", document=GOOD)
        study = Study.objects.create(owner=self.theirs, question={}, document={"options": []}, kept=True)
        player = PlayerProfile.objects.create(owner=self.theirs, name="Tom", stroke_model={})
        table = TableProfile.objects.create(owner=self.theirs, name="Theirs", document="pool-9ft")
        playout = PlayOut.objects.create(study=study, name="theirs", racks=64)
        body = {"name": "mine now", "document": GOOD}
        for method, path, sent in (
            ("get", f"/layouts/{layout.pk}", None),
            ("put", f"/layouts/{layout.pk}", body),
            ("delete", f"/layouts/{layout.pk}", None),
            ("get", f"/studies/{study.pk}", None),
            ("post", f"/studies/{study.pk}/stop", {}),
            ("post", f"/studies/{study.pk}/keep", {"name": "x"}),
            ("get", f"/studies/{study.pk}/options/0/drawing", None),
            ("get", f"/studies/{study.pk}/options/0/sheet", None),
            ("delete", f"/studies/{study.pk}", None),
            ("delete", f"/players/{player.pk}", None),
            ("put", f"/players/{player.pk}", {"name": "mine", "level": "league"}),
            ("put", f"/tables/{table.pk}", {"name": "mine"}),
            ("delete", f"/tables/{table.pk}", None),
            ("get", f"/studies/{study.pk}/playouts", None),
            ("post", f"/studies/{study.pk}/playouts", {"options": [0]}),
            ("post", f"/playouts/{playout.pk}/stop", {}),
            ("post", f"/studies/{study.pk}/played", {"option": 0, "ending": "won"}),
        ):
            self.assertEqual(self.send(method, path, sent)[0], 404, (method, path))
        self.assertEqual(self.ask(layout=layout.pk)[0], 404)
        self.assertEqual(self.ask(me=f"profile:{player.pk}")[0], 422)
        self.assertEqual([self.send("get", path)[1] for path in ("/layouts", "/studies", "/studies/recent")], [[]] * 3)
        self.assertEqual((Layout.objects.count(), Study.objects.count()), (1, 1))

    def test_without_signing_in_every_address_but_the_session_is_closed(self) -> None:
        stranger = Client()
        paths = api.get_openapi_schema()["paths"]
        for path, methods in paths.items():
            # What is given away is for whoever has its link or code (`test_links`, `test_rooms`, `test_lessons`).
            if path.startswith(("/api/rooms/{code}", "/api/homework/{key}")) or path in (
                "/api/session",
                "/api/opening",
                "/api/accounts",
                "/api/shared/{token}",
            ):
                continue
            plain = re.sub(r"{\w+}", "1", path.removeprefix("/api"))
            for method in methods:
                body = None if method in ("get", "delete") else {}
                self.assertEqual(self.send(method, plain, body, stranger)[0], 401, (method, path))

    def test_a_change_without_the_token_of_the_page_is_refused(self) -> None:
        guarded = Client(enforce_csrf_checks=True)
        guarded.force_login(self.mine)
        self.assertEqual(self.send("post", "/layouts", {"name": "x", "document": GOOD}, guarded)[0], 403)

    def test_signing_in_out_and_making_an_account(self) -> None:
        client = Client()
        wrong = self.send("post", "/session", {"username": "ida", "password": "no"}, client)
        self.assertEqual(wrong[0], 422)
        self.assertIn("name or the password is wrong", wrong[1]["errors"][0]["what"])
        right = self.send("post", "/session", {"username": "ida", "password": "a-long-password"}, client)
        self.assertEqual(right[1]["username"], "ida")
        self.assertIsNone(self.send("delete", "/session", None, client)[1]["username"])
        for name, password, status in (
            ("ida", "another-password", 422),
            ("new", "short", 422),
            ("new", "fine-and-long", 200),
        ):
            self.assertEqual(
                self.send("post", "/accounts", {"username": name, "password": password}, client)[0], status
            )


class Refusals(ApiTest):
    def test_bad_layouts_are_refused_with_ball_and_place_and_never_break_the_server(self) -> None:
        def changed(**balls: Any) -> dict[str, Any]:
            return {**GOOD, "balls": {**GOOD["balls"], **balls}}

        lonely = {**GOOD, "balls": {"cue": [2, 1]}}
        for document, words in (
            (changed(**{"8": [6.05, 2]}), "overlaps ball 9"),
            (changed(**{"8": [9, 2]}), "off the bed"),
            (changed(**{"8": [1e308, 2]}), "is no place"),
            (changed(**{"8": None}), "is no place"),
            (changed(**{"88": [1, 1]}), "no such ball"),
            (lonely, "there is no ball to play"),
            ({}, "format"),
            ({**GOOD, "situation": []}, "is not an object"),
            ({**GOOD, "strokes": [{"aim_deg": 0}]}, "speed_mps is missing"),
            ({**GOOD, "table": {"mu_r": -1}}, "out of range"),
        ):
            for status, answer in (
                self.ask(document),
                self.send("post", "/layouts", {"name": "x", "document": document}),
            ):
                self.assertEqual(status, 422, document)
                self.assertIn(words, json.dumps(answer, ensure_ascii=False))

    def test_junk_of_any_size_is_refused_in_the_same_shape(self) -> None:
        nan = json.dumps({"document": GOOD, "me": "league", "them": "league"}).replace("[5, 3]", "[NaN, 3]")
        for body in ("{", "[]", "null", "x" * 1_000_000, "[" * 100_000, nan, '{"document": 7}', '{"text": 7}', "\x00"):
            for path in ("/studies", "/layouts", "/layouts/import", "/places", "/players"):
                status, answer = self.send("post", path, body)
                self.assertIn(status, (400, 413, 422), (body[:20], path))
                self.assertTrue(answer["errors"][0]["what"], (body[:20], path))

    def test_questions_out_of_range_are_refused(self) -> None:
        for more in ({"samples": 10**9}, {"seed": -1}, {"seed": 10**30}, {"me": "genius"}, {"me": "profile:x"}):
            self.assertEqual(self.ask(**more)[0], 422, more)
        self.assertEqual(Study.objects.count(), 0)

    def test_an_import_names_the_line_and_keeps_nothing(self) -> None:
        text = json.dumps(GOOD, indent=1).replace("5,", "5.0.0,")
        status, answer = self.send("post", "/layouts/import", {"text": text})
        self.assertEqual((status, Layout.objects.count()), (422, 0))
        self.assertRegex(answer["errors"][0]["where"], r"line \d+, column \d+")


class Keeping(ApiTest):
    def test_a_layout_comes_back_as_it_was_kept_and_can_be_changed_and_deleted(self) -> None:
        kept = self.send("post", "/layouts", {"name": "one", "document": {**GOOD, "venue": "upstairs"}})[1]
        self.assertEqual(self.send("get", f"/layouts/{kept['id']}")[1]["document"]["venue"], "upstairs")
        moved = {**GOOD, "balls": {**GOOD["balls"], "8": [4, 3]}}
        self.send("put", f"/layouts/{kept['id']}", {"name": "two", "document": moved})
        again = self.send("get", f"/layouts/{kept['id']}")[1]
        self.assertEqual((again["name"], again["document"]["balls"]["8"]), ("two", [4.0, 3.0]))
        self.assertEqual(self.send("delete", f"/layouts/{kept['id']}")[0], 204)
        self.assertEqual(self.send("get", f"/layouts/{kept['id']}")[0], 404)

    def test_a_new_study_supersedes_the_one_that_is_still_running(self) -> None:
        first = self.ask()[1]
        second = self.ask()[1]
        states = dict(Study.objects.values_list("pk", "status"))
        self.assertEqual(states, {first["id"]: "stopped", second["id"]: "queued"})

    def test_a_waiting_study_stops_at_once_and_a_running_one_is_asked_to(self) -> None:
        study = self.ask()[1]
        self.assertEqual(self.send("post", f"/studies/{study['id']}/stop", {})[1]["status"], "stopped")
        for at_work, status in (({study["id"]}, "stopping"), (set(), "stopped")):
            Study.objects.filter(pk=study["id"]).update(status="running")
            with mock.patch("work.asking.live_keys", return_value=at_work):
                self.assertEqual(self.send("post", f"/studies/{study['id']}/stop", {})[1]["status"], status)

    def test_players_are_saved_from_levels_and_used_in_questions(self) -> None:
        sent = {"name": "June", "level": "semi-professional", "hand": "left", "nerves": 0.3}
        player = self.send("post", "/players", sent)[1]
        self.ask(me=player["key"])
        question = Study.objects.latest("pk").question
        plain = self.send("post", "/players", {"name": "Rosa", "level": "beginner"})[1]
        self.assertEqual(plain["stroke_model"]["nerves"], PRESETS["beginner"].nerves, "left out they are the level's")
        self.assertEqual(
            (question["me"]["name"], question["me"]["aim_deg"]), ("June", PRESETS["semi-professional"].aim_deg)
        )
        self.assertEqual((question["me"]["hand"], question["me"]["nerves"]), ("left", 0.3))
        self.assertEqual(self.send("post", "/players", {**sent, "reach_m": 9})[0], 422)
        self.assertEqual(len(self.send("get", "/players")[1]), 7)

    def test_phrases_and_tables_are_answered(self) -> None:
        placed = self.send("post", "/places", {"table": "pool-9ft", "phrase": "9 on the foot spot"})[1]
        self.assertEqual(placed, {"ball": "9", "place": [6.0, 2.0]})
        body = {"table": "snooker-12ft", "game": "snooker", "phrase": "black on its spot"}
        along, across = self.send("post", "/places", body)[1]["place"]
        self.assertEqual((round(along, 2), across), (7.27, 2.0), "324 mm from the top cushion of a table of 3569 mm")
        asked = {"table": "pool-9ft", "balls": {"5": [4, 2]}, "phrase": "9 frozen to the 5 toward the he"}
        self.assertEqual(self.send("post", "/places/completions", asked)[1], ["9 frozen to the 5 toward the head rail"])
        status, refused = self.send("post", "/places", {**asked, "phrase": "9 between the 5 and the 6"})
        self.assertEqual((status, refused["errors"][0]["what"]), (422, "ball 6 is not on the table"))
        self.assertEqual(len(self.send("get", "/tables")[1]), 4)

    def test_a_stroke_of_ones_own_is_tried_and_an_impossible_one_refused(self) -> None:
        stroke = {"aim_deg": 33.7, "speed_mps": 2.0, "side": 0.0, "height": 0.1, "elevation_deg": 0.0}
        body = {"document": GOOD, "me": "beginner", "them": "league", "stroke": stroke}
        tried = self.send("post", "/strokes", body)[1]
        self.assertEqual((tried["option"]["source"], tried["option"]["target"]), ("own", "8"))
        self.assertEqual(tried["drawing"]["paths"]["cue"][0][1:], [2.0, 1.0])
        self.assertAlmostEqual(sum(tried["option"]["shares"].values()), 1.0, places=2)
        status, refused = self.send("post", "/strokes", {**body, "stroke": {**stroke, "side": 1.2}})
        self.assertEqual(status, 422)
        self.assertIn("misses the ball", refused["errors"][0]["what"])
        self.assertEqual(Study.objects.count(), 0)

    def test_places_for_the_ball_in_hand_are_valued_for_whoever_shoots(self) -> None:
        hand = demo.document({"8": [5, 3], "9": [6, 2]}, {"shooter": "them", "ball_in_hand": True})
        body = {"document": hand, "me": "beginner", "them": "professional"}
        theirs, mine = (
            [place[2] for place in self.send("post", "/in-hand", {**body, "document": document})[1]]
            for document in (hand, {**hand, "situation": {"shooter": "me", "ball_in_hand": True}})
        )
        self.assertGreater(max(theirs), max(mine) + 0.2)
        self.assertEqual(self.send("post", "/in-hand", {**body, "document": GOOD})[0], 422)

    def test_a_layout_alone_prints_as_a_sheet_and_other_units_are_refused(self) -> None:
        body = json.dumps({"name": "A rack", "document": GOOD, "units": "in"})
        answer = self.client.post("/api/sheets", data=body, content_type="application/json")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        self.assertEqual(self.send("post", "/sheets", {"name": "A rack", "document": GOOD, "units": "ft"})[0], 422)


class DemoAndDescription(TestCase):
    def test_the_demo_data_is_loaded_once_and_every_layout_of_it_can_be_weighed(self) -> None:
        for _ in range(2):
            call_command("prepare", demo=True)
        self.assertEqual(Layout.objects.count(), len(demo.LAYOUTS))
        self.assertEqual(PlayerProfile.objects.count(), len(demo.PLAYERS))
        self.assertTrue(Client().login(username=demo.USER, password=demo.PASSWORD))

    def test_the_description_the_front_end_is_generated_from_is_current(self) -> None:
        file = Path(__file__).resolve().parents[2] / "web" / "openapi.json"
        current = json.loads(json.dumps(api.get_openapi_schema(), default=str))
        self.assertEqual(json.loads(file.read_text()), current, "Run: python server/manage.py export_openapi_schema")

    def test_models_and_migrations_agree(self) -> None:
        call_command("makemigrations", "--check", "--dry-run", verbosity=0)
