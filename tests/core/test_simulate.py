"""Whole shots: order of events, energy, symmetry, and the same answer every time."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from partita.errors import Refused
from partita.physics.constants import AFTER, AFTER_OTHER, BALL_BALL, STROKE
from partita.physics.simulate import execute, physics_of, places_of, simulate
from partita.physics.stroke import Stroke
from partita.physics.trace import path_of
from partita.table.geometry import bed_of
from partita.table.layout import Layout, problems_of
from partita.table.spec import TableSpec

TABLE = TableSpec()
seeds = st.integers(0, 2**31)


def random_layout(seed: int, count: int = 6) -> Layout:
    rng, places = np.random.default_rng(seed), {}
    while len(places) < count:
        name = "cue" if not places else str(len(places))
        layout = Layout(TABLE, {**places, name: tuple(rng.uniform((0.03, 0.03), (2.51, 1.24)))})
        if not problems_of(layout):
            places = layout.balls
    return Layout(TABLE, places)


def random_stroke(seed: int) -> Stroke:
    rng = np.random.default_rng(seed)
    return Stroke(rng.uniform(0, 360), rng.uniform(0.3, 6), *rng.uniform(-0.33, 0.33, 2))


class WholeShots(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(seeds)
    def test_time_runs_forward_energy_falls_and_no_ball_overlaps(self, seed: int) -> None:
        shot = simulate(random_layout(seed), random_stroke(seed))
        self.assertTrue(np.all(np.diff(shot.trace[:, 0]) >= 0))
        states = {}
        last = math.inf
        for row in shot.trace:
            states[int(row[2])] = row[AFTER + 1 : AFTER + 8]
            if row[1] == BALL_BALL:
                states[int(row[3])] = row[AFTER_OTHER + 1 : AFTER_OTHER + 8]
            if row[1] == STROKE:
                continue
            moving = np.array(list(states.values()))
            # Recorded states are older than the event for balls it did not touch, so this sum can
            # only be too large; it must still never rise by more than rounding.
            energy = float(np.sum(moving[:, 2:4] ** 2) + 0.4 * TABLE.ball_radius_m**2 * np.sum(moving[:, 4:7] ** 2))
            self.assertLessEqual(energy, last * (1 + 1e-9) + 1e-12)
            last = energy
        places = list(shot.final.values())
        for i, one in enumerate(places):
            for two in places[:i]:
                self.assertGreater(math.dist(one, two), 2 * TABLE.ball_radius_m - 1e-6)

    @settings(max_examples=40, deadline=None)
    @given(seeds)
    def test_mirror_half_turn_and_renumbering_change_nothing_but_the_frame(self, seed: int) -> None:
        layout, stroke = random_layout(seed, 3), Stroke(seed % 360, 2.0, 0.2, -0.1)
        plain = simulate(layout, stroke)
        mirrored = Layout(TABLE, {n: (x, TABLE.width_m - y) for n, (x, y) in layout.balls.items()})
        mirror = simulate(mirrored, Stroke(-stroke.aim_deg, 2.0, -0.2, -0.1))
        turned = Layout(TABLE, {n: (TABLE.length_m - x, TABLE.width_m - y) for n, (x, y) in layout.balls.items()})
        turn = simulate(turned, Stroke(stroke.aim_deg + 180, 2.0, 0.2, -0.1))
        swap = {"cue": "cue", "1": "2", "2": "1"}
        renumbered = simulate(Layout(TABLE, {swap[n]: p for n, p in layout.balls.items()}), stroke)
        # A knife-edge contact magnifies rounding: compare where at most two balls have touched.
        if sum(event.kind == "ball-ball" for event in plain.events) > 1:
            return
        for name, (x, y) in plain.final.items():
            for found, expected in (
                (mirror.final[name], (x, TABLE.width_m - y)),
                (turn.final[name], (TABLE.length_m - x, TABLE.width_m - y)),
                (renumbered.final[swap[name]], (x, y)),
            ):
                np.testing.assert_allclose(found, expected, atol=1e-7)

    def test_the_same_strokes_give_the_same_answer_on_one_thread_and_on_two(self) -> None:
        places = places_of(random_layout(3))
        strokes = np.array([random_stroke(seed).row() for seed in range(200)])
        one, two = (execute(TABLE, places, strokes, threads=count) for count in (1, 2))
        np.testing.assert_array_equal(one.finals, two.finals)
        np.testing.assert_array_equal(one.facts, two.facts)

    def test_a_rolling_ball_goes_as_far_as_its_speed_and_the_cloth_say(self) -> None:
        shot = simulate(Layout.in_diamonds(TABLE, cue=(1, 2), b9=(1, 3.5)), Stroke(0, 0.5, 0, 0.4))
        # v^2 / (2 mu_r g): closed form of constant deceleration.
        self.assertAlmostEqual(shot.final["cue"][0] - TABLE.length_m / 8, 0.5**2 / (2 * 0.010 * 9.81), places=6)

    def test_a_frozen_ball_stays_at_rest_while_others_move(self) -> None:
        frozen = (1.0, bed_of(TABLE).reach)
        shot = simulate(Layout(TABLE, {"cue": (0.5, 0.9), "1": frozen, "9": (1.9, 0.3)}), Stroke(45, 3.0))
        self.assertEqual(shot.final["1"], frozen)

    def test_a_ball_frozen_beside_a_pocket_and_knocked_back_stays_on_the_table(self) -> None:
        # It was lost once: the impact set it a hair inside the line of the pocket's zone.
        places = np.array([(1.20539, bed_of(TABLE).reach), (1.253264, -0.003698), (0.3, 0.9)])
        aims = np.radians(np.linspace(300, 360, 400))
        strokes = np.array([(aim, 4.0, 0.0, -0.2, 0.0) for aim in aims])
        ends = execute(TABLE, places, strokes)
        on_table = ends.pocketed < 0
        self.assertTrue(np.all(np.abs(ends.finals[on_table] - (1.27, 0.635)) < (1.30, 0.66)))

    def test_a_ball_placed_a_hair_inside_a_nose_is_frozen_to_it_and_not_lost_through_it(self) -> None:
        reach = bed_of(TABLE).reach
        layout = Layout(TABLE, {"cue": (1.0, 0.6), "1": (0.573, reach - 0.0004), "9": (2.0, 0.9)})
        self.assertEqual(problems_of(layout), [])
        shot = simulate(layout, Stroke(math.degrees(math.atan2(-0.57, -0.427)), 4.0))
        self.assertTrue(0 <= shot.final["1"][1] <= TABLE.width_m)
        self.assertIn("1", {ball for event in shot.events for ball in event.balls})

    def test_paths_end_where_the_balls_end(self) -> None:
        layout = random_layout(11)
        shot = simulate(layout, random_stroke(11))
        for ball, name in enumerate(shot.names):
            if name in shot.final and (path := path_of(shot.trace, ball, physics_of(TABLE), TABLE.ball_radius_m)):
                np.testing.assert_allclose(path[-1][1:], shot.final[name], atol=1e-9)

    def test_a_full_break_is_the_same_every_run_and_loses_no_ball(self) -> None:
        rack = {"cue": (0.6, 0.635)}
        spot, r = 0.75 * TABLE.length_m, TABLE.ball_radius_m
        rows = [1, 2, 3, 2, 1]
        number = 1
        for depth, wide in enumerate(rows):
            for k in range(wide):
                rack[str(number)] = (spot + depth * r * math.sqrt(3), 0.635 + (2 * k - wide + 1) * r)
                number += 1
        first, second = (simulate(Layout(TABLE, rack), Stroke(0.2, 9.0)) for _ in range(2))
        self.assertEqual(first.final, second.final)
        self.assertEqual(len(first.final) + len(first.pocketed), 10)

    def test_strokes_that_cannot_be_played_are_refused_with_the_reason(self) -> None:
        layout = random_layout(1)
        for stroke, words in (
            (Stroke(0, 2, 0.8, 0.8), "misses the ball"),
            (Stroke(0, 99), "out of range"),
            (Stroke(math.nan, 2), "not finite"),
            (Stroke(0, 2, elevation_deg=80), "steeper is a jump shot"),
        ):
            with self.assertRaisesRegex(Refused, words):
                simulate(layout, stroke)
