"""Nothing is lost: a database as version 0.5 left it is brought forward, and all that was kept opens as before."""

import json
from datetime import timedelta
from pathlib import Path
from typing import Any

from django.contrib.auth.hashers import make_password
from django.contrib.auth.models import User
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.test import Client, TransactionTestCase
from django.utils import timezone

from partita.files import layout_file
from partita.options.thickness import hit_words
from playouts.models import Part
from studies.models import Study
from tests.server.asked import jobs
from work import care

KEPT = json.loads(Path(__file__).with_name("version_0_5.json").read_text(encoding="utf-8"))
LAYOUT, STUDY = KEPT["layout"], KEPT["study"]
# The last migrations of version 0.5; it had no tables of one's own.
VERSION_0_5 = [
    ("profiles", "0001_initial"), ("records", "0001_initial"), ("layouts", "0001_initial"),
    ("studies", "0001_initial"), ("playouts", "0001_initial"), ("tables", None),
]  # fmt: skip
# Levels as they were written then.
LEAGUE = {
    "name": "league", "aim_deg": 0.16, "speed": 0.18, "tip": 0.03, "sight_mm": 2.2, "power_cost": 0.25,
    "side_cost": 1.7, "reach_m": 0.75, "nerves": 0.0, "hand": "right",
}  # fmt: skip
STRONG_LEAGUE = LEAGUE | {
    "name": "strong league", "aim_deg": 0.09, "speed": 0.12, "tip": 0.02, "sight_mm": 1.2, "power_cost": 0.2,
    "side_cost": 1.3,
}  # fmt: skip


def at(targets: list[Any]) -> Any:
    """The database with these migrations applied; its models as they were then."""
    executor = MigrationExecutor(connection)
    executor.migrate(targets)
    return (
        MigrationExecutor(connection).loader.project_state([target for target in targets if target[1] is not None]).apps
    )


class FromVersionBefore(TransactionTestCase):
    def setUp(self) -> None:
        self.addCleanup(lambda: at(MigrationExecutor(connection).loader.graph.leaf_nodes()))
        self.keep_as_0_5(at(VERSION_0_5))
        at(MigrationExecutor(connection).loader.graph.leaf_nodes())
        self.client = Client()
        self.assertTrue(self.client.login(username="ida", password="a-long-password"))

    def keep_as_0_5(self, apps: Any) -> None:
        """What somebody has who played with version 0.5: the rows as that version wrote them."""
        user = apps.get_model("auth", "User").objects.create(username="ida", password=make_password("a-long-password"))
        layout = apps.get_model("layouts", "Layout").objects.create(owner=user, name="A rack of 0.5", document=LAYOUT)
        june = STRONG_LEAGUE | {"name": "June", "reach_m": 0.8, "nerves": 0.2, "hand": "left"}
        odd = LEAGUE | {"name": "From a drill", "aim_deg": 0.123}
        profiles = apps.get_model("profiles", "PlayerProfile").objects
        june_id = profiles.create(owner=user, name="June", stroke_model=june).pk
        profiles.create(owner=user, name="From a drill", stroke_model=odd)
        question = {
            "document": LAYOUT, "me": june, "them": LEAGUE,
            "players": {"me": f"profile:{june_id}", "them": "league"}, "seed": 1, "samples": 200, "match": None,
        }  # fmt: skip
        studies = apps.get_model("studies", "Study").objects
        kept = {"owner": user, "question": question, "document": STUDY, "status": "done", "progress": 1.0}
        self.study = studies.create(**kept, layout=layout, name="Kept in 0.5", kept=True).pk
        self.asked = studies.create(**kept | {"document": None, "status": "stopped"}).pk
        best = STUDY["options"][0]
        apps.get_model("records", "Played").objects.create(
            owner=user, study_id=self.study, option=0, name=best["name"], ending="left_a_shot", said=0.055,
            make=0.725, rack_chance=0.5217, best_chance=0.5217,
        )  # fmt: skip
        playout = apps.get_model("playouts", "PlayOut").objects.create(
            study_id=self.study, option=0, name=best["name"], stroke=best["stroke"], racks=64
        )
        apps.get_model("playouts", "Part").objects.create(
            playout=playout, first_rack=0, racks=64, won=[1, 0] * 32, shots=[3] * 64
        )
        self.layout = layout.pk

    def get(self, path: str) -> Any:
        answer = self.client.get(f"/api{path}")
        self.assertEqual(answer.status_code, 200, (path, answer.content[:300]))
        return answer.json()

    def test_all_that_was_kept_opens_by_its_address_and_means_the_same(self) -> None:
        # The layout, whose ball in hand was said with a boolean then.
        layout = self.get(f"/layouts/{self.layout}")
        self.assertEqual((layout["name"], layout["document"]["balls"]), ("A rack of 0.5", LAYOUT["balls"]))
        self.assertEqual(layout_file.read(layout["document"]).situation.in_hand, "none")
        # The study: every figure as it was given, under its name and with its layout.
        study = self.get(f"/studies/{self.study}")
        self.assertEqual((study["name"], study["kept"], study["layout_id"]), ("Kept in 0.5", True, self.layout))
        for old, new in zip(STUDY["options"], study["document"]["options"], strict=True):
            # Nobody had a second cue then.
            self.assertEqual(new["stroke"], {**old["stroke"], "cue": "playing"})
            for figure in ("name", "rack_chance", "make", "foul", "shares", "samples", "turning_point"):
                self.assertEqual(new[figure], old[figure], (old["name"], figure))
        self.assertEqual(study["document"]["why"], STUDY["why"])
        self.assertEqual(study["question"]["document"]["situation"]["ball_in_hand"], "none")
        self.assertIsNone(self.get(f"/studies/{self.asked}")["document"])
        self.assertEqual([line["best"] for line in self.get("/studies")], [STUDY["options"][0]["name"]])
        self.assertEqual(self.get("/studies/recent"), [], "what had no answer yet is not listed")

    def test_what_later_versions_added_is_made_of_what_was_there(self) -> None:
        options = self.get(f"/studies/{self.study}")["document"]["options"]
        self.assertEqual(len({option["id"] for option in options}), len(options), "an identity each")
        for option in options:
            self.assertEqual(option["hit"], hit_words(option["fullness"], option["hit_side"]))
            # Said before without the cushions: "8.3 lengths" for what stops after two.
            self.assertLess(option["speed"]["lengths"], 5.5)
            self.assertIn(option["speed"]["words"], option["detail"])
        self.assertTrue(options[-1]["id"].startswith("own:"), "the stroke of one's own is known as that")
        (played,) = self.get("/decisions")["rows"]
        self.assertEqual((played["shot_name"], played["match_id"]), (STUDY["options"][0]["name"], None))

    def test_players_know_the_level_they_were_made_from_if_there_was_one(self) -> None:
        players = {player["name"]: player for player in self.get("/players") if player["own"]}
        self.assertEqual({name: player["level"] for name, player in players.items()},
                         {"June": "strong league", "From a drill": ""})  # fmt: skip
        self.assertEqual(players["June"]["stroke_model"]["hand"], "left")

    def test_a_line_of_then_is_drawn_and_played_on_with_today(self) -> None:
        drawing = self.get(f"/studies/{self.study}/options/0/drawing")
        start = [round(value, 2) for value in drawing["paths"]["cue"][0][1:]]
        self.assertEqual(start, LAYOUT["balls"]["cue"])
        sheet = self.client.get(f"/api/studies/{self.study}/options/1/sheet")
        self.assertEqual((sheet.status_code, sheet["Content-Type"]), (200, "application/pdf"))
        self.assertEqual([row["racks"] for row in self.get(f"/studies/{self.study}/playouts")], [64])
        sent = {"option": 0, "ending": "foul"}
        kept = self.client.post(f"/api/studies/{self.study}/played", sent, content_type="application/json").json()
        self.assertEqual((kept["shot_name"], kept["shot"]), (STUDY["options"][0]["name"], "position"))


class FromTheLastVersion(TransactionTestCase):
    """Version 0.12: accounts found by their very names, layouts without revisions, breaks of work not counted."""

    VERSION_0_12 = (
        ("accounts", None), ("layouts", "0001_initial"), ("studies", "0002_study_guess"), ("playouts", "0001_initial"),
        ("records", "0005_delete_played"), ("runouts", "0001_initial"), ("kicks", "0001_initial"),
        ("measures", "0001_initial"), ("practice", "0001_initial"),
    )  # fmt: skip

    def setUp(self) -> None:
        self.addCleanup(lambda: at(MigrationExecutor(connection).loader.graph.leaf_nodes()))
        apps = at(list(self.VERSION_0_12))
        users = apps.get_model("auth", "User").objects
        password = make_password("a-long-password")
        self.ida = users.create(username="Ida", password=password)
        # Such a twin could be made then.
        self.twin = users.create(username="ida", password=make_password("another-password"))
        apps.get_model("layouts", "Layout").objects.create(owner=self.ida, name="A rack of 0.12", document=LAYOUT)
        question = {"document": LAYOUT, "me": LEAGUE, "them": LEAGUE, "players": {}, "seed": 1, "samples": 100}
        apps.get_model("studies", "Study").objects.create(owner=self.ida, question=question, status="running")
        at(MigrationExecutor(connection).loader.graph.leaf_nodes())

    def signed_in(self, name: str, password: str) -> Any:
        client, body = Client(), json.dumps({"username": name, "password": password})
        return client, client.post("/api/session", data=body, content_type="application/json")

    def test_everybody_comes_in_as_before_twins_too_and_finds_what_is_his(self) -> None:
        for name, password, layouts in (("Ida", "a-long-password", 1), ("ida", "another-password", 0)):
            client, answer = self.signed_in(name, password)
            self.assertEqual((answer.status_code, answer.json().get("username")), (200, name))
            self.assertEqual(len(client.get("/api/layouts").json()), layouts)
        self.assertEqual(self.signed_in("IDA", "a-long-password")[1].json()["username"], "Ida")

    def test_what_was_being_worked_on_when_it_was_stopped_is_taken_up_again(self) -> None:
        Study.objects.update(updated=timezone.now() - timedelta(minutes=1))
        care.put_back_what_broke_off()
        self.assertEqual(jobs(Study.objects.get()).filter(status="todo").count(), 1)

    def test_a_layout_of_then_is_saved_and_counted_from_its_first_revision(self) -> None:
        client, _ = self.signed_in("Ida", "a-long-password")
        (kept,) = client.get("/api/layouts").json()
        body = json.dumps({"name": "today's", "document": kept["document"], "revision": kept["revision"]})
        saved = client.put(f"/api/layouts/{kept['id']}", data=body, content_type="application/json")
        self.assertEqual((saved.status_code, saved.json()["revision"]), (200, 2))


class FromTheLastOne(TransactionTestCase):
    """Version 0.14: play-outs told how far they were, whether stopped or failed; their parts only what was played."""

    VERSION_0_14 = (("playouts", "0002_taken_up"), ("studies", "0003_taken_up"))

    def setUp(self) -> None:
        self.addCleanup(lambda: at(MigrationExecutor(connection).loader.graph.leaf_nodes()))
        apps = at(list(self.VERSION_0_14))
        user = apps.get_model("auth", "User").objects.create(username="ida", password="")
        question = {"document": LAYOUT, "me": LEAGUE, "them": LEAGUE, "players": {"me": "league", "them": "league"}}
        self.study = apps.get_model("studies", "Study").objects.create(
            owner=user, question={**question, "seed": 1, "samples": 100}, document=STUDY, status="done"
        ).pk  # fmt: skip
        playouts, parts = (apps.get_model("playouts", name).objects for name in ("PlayOut", "Part"))
        for name, more in (
            ("done", {}),
            ("stopped", {"stopped": True}),
            ("failed", {"failure": "It broke."}),
            ("", {}),
        ):
            playout = playouts.create(study_id=self.study, name=name, racks=128, **more)
            for first in (0, 64):
                won = [1, 0] * 32 if name == "done" or first == 0 else []
                parts.create(playout=playout, first_rack=first, racks=64, won=won, shots=[3] * len(won))
        at(MigrationExecutor(connection).loader.graph.leaf_nodes())
        self.client.force_login(User.objects.get(username="ida"))

    def test_play_outs_stand_as_they_did_and_unfinished_ones_are_taken_up_again(self) -> None:
        told = self.client.get(f"/api/studies/{self.study}/playouts").json()
        self.assertEqual([(one["status"], one["done"]) for one in told],
                         [("done", 128), ("stopped", 64), ("failed", 64), ("running", 64)])  # fmt: skip
        self.assertEqual((told[0]["chance"]["value"], told[2]["failure"]), (0.5, "It broke."))
        Part.objects.update(updated=timezone.now() - timedelta(minutes=1))
        care.put_back_what_broke_off()
        left = Part.objects.get(playout__name="", document__isnull=True)
        self.assertEqual(jobs(left).filter(status="todo").count(), 1)
