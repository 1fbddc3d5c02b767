"""A ball pressed into the rubber: against soft contacts in SciPy, and what follows for players."""

import math
import unittest

import numpy as np

from partita.games.situation import Situation
from partita.options.finder import find
from partita.options.naming import name_of
from partita.options.scene import Scene, rows_of
from partita.options.trace import read_option
from partita.physics.constants import BALL_BALL, G
from partita.physics.facts import KISSED, PRESSED
from partita.physics.simulate import execute, physics_of
from partita.physics.stroke import Stroke, level_strokes
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS
from partita.rows.ball import COLUMNS
from partita.rows.trace import AFTER, AFTER_OTHER, AT_S, KIND, MET, WHOSE
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.weighing.rater import Rater
from tests.core.layouts import random_layout, random_stroke
from tests.core.soft_contact import played

TABLE = TableSpec()
BED, R = bed_of(TABLE), TABLE.ball_radius_m
LINE = BED.width - BED.reach
# Squirt would turn the launch: here a stroke's side is spin and nothing else.
CLOTH = physics_of(TABLE, {"k_endmass": 1000.0})
_UNTIL_S = 0.016


def at_the_rail(cut_deg: float, gap_m: float = 1e-6) -> np.ndarray:
    """(2, 2) a ball at the far rail, and the cue ball just short of it on a line square to the rail."""
    cut = math.radians(cut_deg)
    y = LINE - gap_m
    return np.array([[1.0 - 2 * R * math.sin(cut), y - 2 * R * math.cos(cut) - 5e-4], [1.0, y]])


def loop(places: np.ndarray, stroke: np.ndarray, rubber_s: float) -> np.ndarray:
    """(2, 2) velocities of both balls after _UNTIL_S by the simulator."""
    trace = execute(TABLE, places, stroke[None], physics=CLOTH._replace(rubber_s=rubber_s), trace_rows=60).traces[0]
    found = np.zeros((2, 2))
    for row in trace:
        for ball, at in ((int(row[WHOSE]), AFTER), (int(row[MET]), AFTER_OTHER)):
            if row[AT_S] > _UNTIL_S or (at == AFTER_OTHER and row[KIND] != BALL_BALL):
                continue
            vx, vy, wx, wy = row[at + 3 : at + 7]
            slip = np.array([vx - R * wy, vy + R * wx])
            size = float(np.hypot(*slip)) or 1.0
            found[ball] = (vx, vy) - slip / size * min(CLOTH.mu_s * G * (_UNTIL_S - row[AT_S]), 2 / 7 * size)
    return found


def soft(places: np.ndarray, stroke: np.ndarray, rubber_s: float) -> np.ndarray:
    """The same by springs."""
    balls = np.zeros((2, COLUMNS))
    balls[:, :2] = places
    scale = 2.5 * stroke[1] / R
    balls[0, 3:7] = stroke[1], -scale * stroke[3], 0.0, scale * stroke[2]
    return played(balls, BED, CLOTH._replace(rubber_s=rubber_s), _UNTIL_S)[:, 2:4]


class AgainstSoftContacts(unittest.TestCase):
    def test_both_balls_leave_as_springs_have_them_whatever_fullness_speed_tip_gap_and_hold(self) -> None:
        # Source: contact mechanics, integrated by SciPy (`soft_contact`). Where the second contact is a graze, the
        # tenth of a millisecond for which balls touch decides: left out here.
        grid = (
            (0.0, 3.0, 0.0, 0.0, 0.0, 0.006), (8.0, 1.0, 0.0, 0.0, 0.0, 0.006), (8.0, 3.0, 0.0, 0.0, 0.0, 0.004),
            (12.0, 5.0, 0.0, 0.0, 0.0, 0.008), (20.0, 3.0, 0.0, 0.35, 0.0, 0.006), (20.0, 1.0, 0.0, -0.35, 0.0, 0.006),
            (8.0, 3.0, 0.3, 0.0, 0.0, 0.006), (12.0, 3.0, 0.0, 0.0, 0.003, 0.006), (45.0, 1.0, 0.0, 0.0, 0.0, 0.006),
            (60.0, 1.0, 0.0, 0.0, 0.0, 0.006),
        )  # fmt: skip
        for cut, speed, side, height, gap, hold in grid:
            places, stroke = at_the_rail(cut, gap or 1e-6), level_strokes(math.pi / 2, speed, side, height)[0]
            off = np.linalg.norm(loop(places, stroke, hold) - soft(places, stroke, hold), axis=1) / speed
            with self.subTest(cut=cut, speed=speed, side=side, height=height, gap=gap, hold=hold):
                self.assertLess(off.max(), 0.06)

    def test_what_touches_no_ball_near_a_rail_knows_nothing_of_the_rubbers_time(self) -> None:
        alike = 0
        for seed in range(60):
            layout = random_layout(seed)
            places = np.array([layout.balls[name] for name in ("cue", *(b for b in layout.balls if b != "cue"))])
            short, long = (
                execute(TABLE, places, random_stroke(seed).row()[None], physics=CLOTH._replace(rubber_s=hold)).finals
                for hold in (0.004, 0.008)
            )
            alike += bool(np.array_equal(short, long))
        self.assertGreaterEqual(alike, 57)

    def test_a_mirror_shows_the_mirrored_press(self) -> None:
        # The mirror stands at x = 1 m, where the table has none: only what comes before another rail is compared.
        places, aim = at_the_rail(15.0), math.pi / 2 - 0.02
        images = np.column_stack([2.0 - places[:, 0], places[:, 1]])
        here, there = (
            execute(TABLE, balls, level_strokes(at, 3.0, side, 0.1), trace_rows=6).traces[0][:5]
            for balls, at, side in ((places, aim, 0.2), (images, math.pi - aim, -0.2))
        )
        np.testing.assert_allclose(here[:, AFTER + 1], 2.0 - there[:, AFTER + 1], atol=1e-9)
        np.testing.assert_allclose(here[:, AFTER + 2], there[:, AFTER + 2], atol=1e-9)


class WhatPlayersSee(unittest.TestCase):
    SQUARE = Situation(Layout.in_diamonds(TABLE, cue=(7.0, 1.5), b9=(7.0, 4 - BED.reach / TABLE.diamond_m)))

    def test_no_single_contact_cuts_a_frozen_ball_square_across_into_the_corner(self) -> None:
        scene = Scene(self.SQUARE)
        aims = math.pi / 2 + np.linspace(-0.08, 0.08, 321)
        for speed in (1.5, 3.0, 4.5):
            rows = level_strokes(aims, speed)
            shots = scene.play(rows).shots
            corner = np.isin(shots.pocketed[:, 1], (3, 5)) & (shots.facts[:, PRESSED] == 1)
            self.assertTrue(np.all(shots.facts[corner, KISSED] > 0))

    def test_a_pot_by_two_contacts_is_called_a_double_kiss_and_seldom_made(self) -> None:
        rater = Rater(self.SQUARE, PRESETS["professional"], PRESETS["professional"])
        found = [o for part in find(rater.scene, rater.clean_values, rater.shooter) for o in part]
        kisses = [o for o in found if o.intention.kind == "double-kiss"]
        self.assertTrue(kisses)
        self.assertIn("Double kiss: the 9", name_of(kisses[0].intention))
        draws = standard_draws(3, 400)
        self.assertLess(max(float(rater.sample(o, draws).called.mean()) for o in kisses), 0.6)
        # However long the rubber holds the ball, it drops.
        physics = rater.scene.physics
        for option in kisses:
            for hold in (0.004, 0.006, 0.008):
                held = physics._replace(rubber_s=hold)
                shots = execute(TABLE, rater.places, option.stroke.row()[None], physics=held)
                self.assertEqual(shots.pocketed[0, 1], option.call.pocket)

    def test_a_ball_turned_after_the_contact_goes_where_it_is_turned_with_the_energy_it_had(self) -> None:
        places = np.array([[0.6, 0.6], [1.2, 0.63]])
        rows = np.array([[0.03, 2.0, 0.0, 0.1, 0.0, 0.0, 0.0, turn, 1.0] for turn in (0.0, 0.2)])
        first, turned = (execute(TABLE, places, row[None], trace_rows=20).traces[0] for row in rows)
        velocity = [next(row for row in trace if row[KIND] == BALL_BALL) for trace in (first, turned)]
        ways = [row[(AFTER if row[WHOSE] == 1 else AFTER_OTHER) + 3 :][:2] for row in velocity]
        angles = [math.atan2(vy, vx) for vx, vy in ways]
        self.assertAlmostEqual(angles[1] - angles[0], 0.2, places=9)
        self.assertAlmostEqual(math.hypot(*ways[0]), math.hypot(*ways[1]), places=9)

    def test_a_stroke_read_from_its_trace_says_that_the_ball_was_met_twice(self) -> None:
        scene = Scene(Situation(Layout.in_diamonds(TABLE, cue=(7.0, 1.5), b9=(7.0, 4 - BED.reach / TABLE.diamond_m))))
        option = read_option(scene, scene.play(rows_of([Stroke(90.0, 3.0)]), trace=True), 0, "own")
        self.assertTrue(any(caution.kind == "kiss" for caution in option.watch))
