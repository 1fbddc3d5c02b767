"""Players and tables of one's own: made, changed, copied into questions, refused with the reason, and deleted."""

from typing import Any

from partita.files import layout_file
from partita.players.stroke_model import PRESETS as LEVELS
from partita.table.spec import CLOTHS, PRESETS, TableSpec
from studies.models import Study
from tests.server.test_api import GOOD, ApiTest


class Players(ApiTest):
    def make(self, **more: Any) -> tuple[int, Any]:
        return self.send("post", "/players", {"name": "June", "level": "league"} | more)

    def test_a_player_has_the_strokes_of_the_level_and_hand_reach_and_nerves_of_ones_own(self) -> None:
        player = self.make(level="strong league", hand="left", reach_m=0.6, nerves=0.25)[1]
        model, level = player["stroke_model"], LEVELS["strong league"]
        for error in ("aim_deg", "speed", "tip", "sight_mm", "power_cost", "side_cost"):
            self.assertEqual(model[error], getattr(level, error), error)
        self.assertEqual((model["hand"], model["reach_m"], model["nerves"]), ("left", 0.6, 0.25))
        self.assertEqual((player["own"], player["level"], model["jumps"]), (True, "strong league", "jump cue"))
        never = self.make(name="August", level="strong league", jumps="none")[1]
        self.assertEqual(never["stroke_model"]["jumps"], "none")

    def test_a_changed_player_plays_the_next_question_and_not_the_last_one(self) -> None:
        player = self.make()[1]
        self.ask(me=player["key"])
        path = f"/players/{player['key'].removeprefix('profile:')}"
        changed = self.send("put", path, {"name": "June B.", "level": "beginner", "hand": "left"})[1]
        self.assertEqual((changed["key"], changed["name"]), (player["key"], "June B."))
        self.ask(me=player["key"])
        later, earlier = Study.objects.values_list("question__me__aim_deg", flat=True)
        self.assertEqual((earlier, later), (LEVELS["league"].aim_deg, LEVELS["beginner"].aim_deg))

    def test_a_deleted_player_stays_in_the_studies_that_were_asked_with_him(self) -> None:
        player = self.make(nerves=0.4)[1]
        study = self.ask(me=player["key"])[1]["id"]
        self.send("delete", f"/players/{player['key'].removeprefix('profile:')}")
        self.assertEqual(Study.objects.get(pk=study).question["me"]["nerves"], 0.4)
        self.assertEqual(self.send("get", f"/studies/{study}")[1]["question"]["players"]["me"], player["key"])
        status, refused = self.ask(me=player["key"])
        self.assertEqual(status, 422, "but plays no more")
        self.assertIn("no such player, or no longer", refused["errors"][0]["what"])

    def test_what_no_player_can_be_is_refused_with_what_is_accepted(self) -> None:
        self.make()
        for wrong, said in (
            ({"name": ""}, "at least 1 character"),
            ({"name": "x" * 61}, "at most 60 characters"),
            ({"name": "Other", "level": "wizard"}, "no level"),
            ({"name": "Other", "hand": "third"}, "'right' or 'left'|'left' or 'right'|left"),
            ({"name": "Other", "nerves": 7}, "out of range"),
            ({}, "there is a player “June” already"),
        ):
            status, answer = self.make(**wrong)
            self.assertEqual(status, 422, wrong)
            self.assertRegex(str(answer["errors"]), said)
        self.assertEqual(len([row for row in self.send("get", "/players")[1] if row["own"]]), 1)

    def test_two_accounts_may_have_players_of_one_name(self) -> None:
        self.assertEqual(self.make()[0], 200)
        self.client.force_login(self.theirs)
        self.assertEqual(self.make()[0], 200)


class Tables(ApiTest):
    def make(self, **more: Any) -> tuple[int, Any]:
        return self.send("post", "/tables", {"name": "Upstairs", "base": "pool-8ft"} | more)

    def test_a_table_in_words_is_what_a_layout_on_it_says(self) -> None:
        table = self.make(cloth="fast", pockets="tight", cushions="dull")[1]
        spec = layout_file.read_table(table["document"])
        base = PRESETS["pool-8ft"]
        self.assertEqual((spec.name, spec.length_m), ("Upstairs", base.length_m))
        self.assertAlmostEqual(spec.mu_r, base.mu_r * CLOTHS["fast"])
        self.assertLess((spec.corner_mouth_m, spec.e_c), (base.corner_mouth_m, base.e_c))
        self.assertEqual(table["geometry"]["length"], base.length_m)
        asked = self.ask({**GOOD, "table": table["document"]})
        self.assertEqual(asked[0], 200)
        self.assertEqual(asked[1]["question"]["document"]["table"]["name"], "Upstairs")

    def test_a_layout_keeps_the_table_it_was_set_up_on(self) -> None:
        table = self.make(cloth="slow", jump_cues="forbidden")[1]
        layout = self.send("post", "/layouts", {"name": "one", "document": {**GOOD, "table": table["document"]}})[1]
        path = f"/tables/{table['key'].removeprefix('table:')}"
        self.send("put", path, {"name": "Upstairs", "base": "pool-7ft"})
        self.assertEqual(self.send("get", f"/layouts/{layout['id']}")[1]["document"]["table"], table["document"])
        self.assertEqual(self.send("delete", path)[0], 204)
        self.assertEqual(self.send("get", f"/layouts/{layout['id']}")[1]["document"]["table"], table["document"])

    def test_standard_tables_come_first_and_ones_own_after_them_by_name(self) -> None:
        for name in ("Upstairs", "At home"):
            self.make(name=name)
        listed = self.send("get", "/tables")[1]
        self.assertEqual([row["name"] for row in listed], [*PRESETS, "At home", "Upstairs"])
        self.assertEqual([row["own"] for row in listed], [False] * len(PRESETS) + [True] * 2)
        for row in listed:
            self.assertIsInstance(layout_file.read_table(row["document"]), TableSpec)

    def test_what_no_table_can_be_is_refused_with_what_is_accepted(self) -> None:
        self.make()
        for wrong, said in (
            ({"base": "pool-10ft"}, "there is no table"),
            ({"name": "Other", "cloth": "wet"}, "slow"),
            ({"name": "pool-9ft"}, "name of a standard table"),
            ({"name": ""}, "at least 1 character"),
            ({}, "there is a table “Upstairs” already"),
        ):
            status, answer = self.make(**wrong)
            self.assertEqual(status, 422, wrong)
            self.assertRegex(str(answer["errors"]), said)
        self.assertEqual(len(self.send("get", "/tables")[1]), len(PRESETS) + 1)

    def test_the_geometry_of_any_table_can_be_drawn(self) -> None:
        drawn = self.send("post", "/tables/geometry", {"table": {"name": "Mine", "length_m": 2.6, "width_m": 1.3}})[1]
        self.assertEqual((drawn["length"], len(drawn["drops"])), (2.6, 6))
        self.assertEqual(self.send("post", "/tables/geometry", {"table": {"name": "Mine", "length_m": 9}})[0], 422)
