"""The shots that decide racks where geometry runs out: on the rail, in the jaws, banked across, by way of the rail.

Each is looked for in the finder and, where the evaluation knows such shots, held there against what executions make.
"""

import math
import unittest
from dataclasses import replace
from typing import Any

import numpy as np

from benchmarks.odds.rows import worth_of
from partita.games.question import Question
from partita.games.situation import Situation
from partita.options.finder import constructed
from partita.options.improve import variants
from partita.options.option import Option
from partita.options.pots import middle_of
from partita.options.scene import Scene
from partita.physics.elevation import least_elevation
from partita.physics.pocket_windows import pocket_windows, window_from
from partita.physics.simulate import execute
from partita.physics.stroke import level_strokes
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import POCKETS, TableSpec
from partita.value.make_chance import make_chance
from partita.weighing.listing import list_options
from partita.weighing.rater import Rater
from partita.weighing.weigh import WeighRequest, weigh
from partita.weighing.weighed import Weighed

TABLE = TableSpec()
BED, DIAMOND = bed_of(TABLE), TABLE.diamond_m
WINDOWS = pocket_windows(TABLE)
PROFESSIONAL, LEAGUE = PRESETS["professional"], PRESETS["league"]
DRAWS = standard_draws(31, 300)
Places = dict[str, tuple[float, float]]
# A ball frozen to a long rail, and one that stands that many mm off it, in diamonds.
FROZEN = BED.reach / DIAMOND


def scene(places: Places, **more: Any) -> Scene:
    balls = {f"b{name}" if name.isdigit() else name: place for name, place in places.items()}
    return Scene(Situation(Layout.in_diamonds(TABLE, **balls), **more))


def options_of(found: Scene) -> list[Option]:
    return list_options(Question(found.situation, PROFESSIONAL, LEAGUE))


def off_rail(mm: float) -> float:
    return FROZEN + mm / 1000 / DIAMOND


def best_made(found: Scene, options: list[Option], level: str = "professional") -> float:
    """The share of executions that pot, of the best of these options."""
    rater = Rater(found.situation, PRESETS[level], LEAGUE)
    return max(float(rater.sample(option, DRAWS).made.mean()) for option in options)


def evaluated(found: Scene, ball: str, pocket: str, level: str) -> float:
    in_play = np.full(len(found.names), -1, dtype=np.int8)
    x, y = found.places[0]
    target = found.names.index(ball)
    row = PRESETS[level].row()
    return float(make_chance(WINDOWS, BED, POCKETS.index(pocket), found.places, in_play, target, x, y, row, 0.0))


def last(situation: Situation, level: str) -> tuple[Weighed, ...]:
    """The lines of a settled weighing."""
    player = PRESETS[level]
    settled = (w for w in weigh(WeighRequest(situation, player, player, samples=400)) if w.settled)
    return next(settled).lines


def pots(found: Scene, pocket: str) -> list[Option]:
    return [o for o in constructed(found) if o.intention.kind == "pot" and o.intention.pocket == pocket]


class OnTheRailAndInTheJaws(unittest.TestCase):
    # Where the cue ball is, where the ball is, and the pocket that any player would choose.
    CASES: tuple[tuple[str, Places, str], ...] = (
        ("frozen", {"cue": (4.6, 1.4), "9": (6.4, FROZEN)}, "foot-near"),
        ("frozen, nearly straight", {"cue": (3.6, 3.6), "9": (5.6, 4 - FROZEN)}, "foot-far"),
        ("1 mm off", {"cue": (5.4, 0.9), "9": (6.9, off_rail(1))}, "foot-near"),
        ("3 mm off", {"cue": (3.8, 3.3), "9": (1.9, 4 - off_rail(3))}, "head-far"),
        ("frozen to the short rail", {"cue": (6.2, 2.4), "9": (8 - FROZEN, 3.1)}, "foot-far"),
        ("both on one rail", {"cue": (2.6, FROZEN), "9": (4.8, FROZEN)}, "foot-near"),
        ("in the jaws", {"cue": (3.9, 2.3), "9": (7.84, 0.17)}, "foot-near"),
        ("in the jaws, along the rail", {"cue": (4.4, 3.6), "9": (7.87, 3.85)}, "foot-far"),
        ("in the jaws of the side", {"cue": (2.2, 1.1), "9": (4.05, 3.92)}, "side-far"),
        ("into the side at an angle", {"cue": (5.2, 2.5), "9": (4.6, 1.25)}, "side-near"),
    )

    def test_the_finder_pots_them_straight_and_a_professional_makes_them(self) -> None:
        for name, places, pocket in self.CASES:
            with self.subTest(name):
                found = scene(places)
                direct = [option for option in pots(found, pocket) if option.intention.route == ()]
                self.assertTrue(direct)
                self.assertGreater(best_made(found, direct), 0.9)

    def test_the_evaluation_makes_of_them_what_executions_make(self) -> None:
        for name, places, pocket in self.CASES:
            for level, within in (("professional", 0.1), ("league", 0.15)):
                with self.subTest(name, level=level):
                    found = scene(places)
                    made = best_made(found, pots(found, pocket), level)
                    self.assertLess(abs(evaluated(found, "9", pocket, level) - made), within)

    def test_a_frozen_ball_is_met_with_its_rail_and_too_thin_a_cut_stays_none(self) -> None:
        # Common practice, no source: hit rail and ball at once, or the rail a hair before.
        found = scene({"cue": (4.6, 1.4), "9": (6.4, FROZEN)})
        first = pots(found, "foot-near")[0]
        rail_before = replace(first.stroke, aim_deg=first.stroke.aim_deg - 0.3 * first.aim_range_deg)
        for stroke in (first.stroke, rail_before):
            played = found.play(stroke.row()[None])
            self.assertEqual(played.shots.pocketed[0, 1], POCKETS.index("foot-near"))
        across = scene({"cue": (6.4, 3.4), "9": (6.4, FROZEN)})
        self.assertLess(evaluated(across, "9", "foot-near", "league"), 0.05)

    def test_windows_end_where_balls_stop_dropping(self) -> None:
        rng = np.random.default_rng(4)
        right, looked_at = 0, 0
        for _ in range(90):
            x, y = rng.uniform((BED.reach, BED.reach), (BED.length - BED.reach, BED.width - BED.reach))
            pocket = int(rng.integers(0, 6))
            direction, half, distance = window_from(WINDOWS, BED, pocket, x, y)
            if half <= 0 or distance < 0.1:
                continue
            edge = half - min(0.5 * half, 0.006 / distance)
            strokes = level_strokes([direction + turn for turn in (-edge, 0.0, edge)], 1.0)
            played = execute(TABLE, np.array([[x, y]]), strokes)
            right, looked_at = right + bool(np.all(played.pocketed[:, 0] == pocket)), looked_at + 1
        self.assertGreater(looked_at, 40)
        self.assertGreater(right / looked_at, 0.85)


class AgainstRacksPlayedOut(unittest.TestCase):
    def test_a_layout_with_such_a_ball_is_worth_what_racks_say_on_average(self) -> None:
        # One by one the evaluation, which does not know where the cue ball will be, is off by up to a tenth either way.
        layouts: tuple[Places, ...] = (
            {"cue": (4.6, 1.4), "8": (6.4, FROZEN), "9": (6.0, 2.6)},
            {"cue": (6.2, 2.4), "8": (8 - FROZEN, 3.1), "9": (5.0, 1.4)},
            {"cue": (3.9, 2.3), "8": (7.84, 0.17), "9": (6.4, 1.6)},
            {"cue": (2.2, 1.1), "8": (4.05, 3.92), "9": (2.6, 2.9)},
            {"cue": (2.0, 1.0), "9": (7.86, 3.85)},
            {"cue": (3.6, 3.6), "9": (5.6, 4 - FROZEN)},
        )
        for player in (PROFESSIONAL, LEAGUE):
            off = []
            for places in layouts:
                question = Question(scene(places).situation, player, player)
                # With the luck taken out 64 racks tell as much as many hundred.
                off.append(Rater.of(question).here() - np.mean(worth_of(question, 64, None)))
            with self.subTest(player.name, off=np.round(off, 3)):
                self.assertLess(abs(np.mean(off)), 0.04)
                self.assertLess(np.max(np.abs(off)), 0.1)


class OffTheCushion(unittest.TestCase):
    def test_a_bank_across_the_side_is_found_though_its_cushion_is_near_a_pocket(self) -> None:
        found = scene({"cue": (2.6, 2.9), "3": (3.3, 1.1), "7": (3.75, 0.6), "9": (6.6, 2.6)})
        banks = [o for o in options_of(found) if o.intention.kind == "bank" and o.intention.target == "3"]
        across = [o for o in banks if o.intention.pocket == "side-far" and o.intention.cushions == ("near-long",)]
        self.assertTrue(across, [o.name for o in banks])
        self.assertGreater(best_made(found, across), 0.4)

    def test_rail_first_is_played_low_with_side_and_past_a_blocker(self) -> None:
        found = scene({"cue": (4.6, 1.2), "3": (5.9, 0.16), "8": (5.3, 0.8), "9": (2.0, 3.0)})
        self.assertEqual(pots(found, "foot-near"), [], "the 8 is in the way")
        first = [o for o in options_of(found) if o.intention.kind == "rail-first"]
        self.assertTrue(first)
        self.assertGreater(best_made(found, first), 0.4)
        open_ball = options_of(scene({"cue": (5.0, 0.8), "8": (6.8, 0.1), "9": (1.0, 3.5)}))
        low = [o.stroke for o in open_ball if o.intention.kind == "rail-first" and o.stroke.height < -0.05]
        self.assertTrue(low, "rail first with draw")

    def test_what_cannot_be_aimed_by_a_root_is_varied_all_the_same(self) -> None:
        found = scene({"cue": (2.4, 2.0), "3": (3.3, 0.9), "5": (5.0, 0.12), "9": (7.86, 3.84), "7": (6.9, 3.4)})
        seen = {}
        for option in options_of(found):
            if option.intention.kind in ("bank", "kick-pot", "combination"):
                seen.setdefault(option.intention.kind, variants(found, option))
        self.assertGreaterEqual(len(seen), 2)
        for kind, found_variants in seen.items():
            with self.subTest(kind):
                self.assertTrue(found_variants)
                self.assertGreater(len({(v.stroke.speed_mps, v.stroke.side) for v in found_variants}), 1)

    def test_the_middle_of_what_drops_is_the_same_in_a_mirror(self) -> None:
        tried = np.linspace(-1, 1, 5)
        good = np.array([[1, 1, 0, 0, 1], [0, 1, 1, 1, 0], [1, 0, 0, 1, 1]], dtype=bool)
        np.testing.assert_allclose(middle_of(tried, good), [-0.75, 0.0, 0.75])
        np.testing.assert_allclose(middle_of(tried, good[:, ::-1]), [0.75, 0.0, -0.75])


class WhatIsListed(unittest.TestCase):
    def test_over_a_rail_low_tips_come_with_the_butt_raised(self) -> None:
        found = scene({"cue": (FROZEN, 2.2), "3": (3.8, 3.1), "9": (6.5, 1.0)})
        options = options_of(found)
        self.assertTrue(any(o.stroke.height > 0.2 and o.stroke.elevation_deg < 15 for o in options))
        for option in options:
            needed = least_elevation(found.situation.layout, replace(option.stroke, elevation_deg=0.0)).degrees
            if needed >= 5:
                self.assertGreaterEqual(option.stroke.elevation_deg, needed - 1, option.name)

    def test_who_sees_his_ball_is_not_sent_round_the_table(self) -> None:
        for places in (
            {"cue": (3.0, 1.2), "2": (5.1, 2.6), "7": (3.9, 3.2), "9": (6.4, 0.8)},
            {"cue": (6.1, 3.2), "4": (2.2, 1.0), "8": (7.84, 3.84), "9": (1.0, 3.4)},
        ):
            options = options_of(scene(places))
            self.assertLess(len(options), 110)
            for option in options:
                rails = [part for part in option.intention.route if not part.startswith("jaw")]
                self.assertLessEqual(len(rails), 2, option.name)

    def test_one_combination_is_one_line(self) -> None:
        found = scene({"cue": (4.5, 2.4), "1": (6.0, 3.0), "9": (6.4, 3.2)})
        ids = [o.id for o in options_of(found) if o.intention.kind == "combination"]
        self.assertEqual(len(ids), len(set(ids)))

    def test_a_pot_aimed_badly_is_no_foul_on_purpose(self) -> None:
        found = scene({"cue": (6.1, 3.1), "9": (6.05, FROZEN)})
        lines = last(found.situation, "league")
        self.assertNotEqual(lines[0].option.intention.kind, "foul")
        for line in lines:
            if line.option.intention.kind == "foul":
                self.assertLess(float(line.samples.made.mean()), 0.2)
                self.assertGreater(line.samples.shares()["foul"], 0.6)


class Degrees(unittest.TestCase):
    def test_balls_that_touch_or_nearly_do_have_their_shots(self) -> None:
        # Common practice, no source: two balls frozen in line with a pocket go there whatever is hit.
        x, y = 7.1, 3.1
        turn = math.atan2(3.94 - y, 7.94 - x)
        step = 2 * TABLE.ball_radius_m / DIAMOND
        for gap in (0.0, 0.02):
            near = (x - (step + gap) * math.cos(turn), y - (step + gap) * math.sin(turn))
            found = scene({"cue": (4.4, 1.6), "1": near, "9": (x, y)})
            with self.subTest(gap=gap):
                there = [o for o in options_of(found) if o.intention.potted == "9" and o.intention.pocket == "foot-far"]
                self.assertTrue(there)
                self.assertGreater(best_made(found, there), 0.8)
