"""Sight: the one answer to what can be hit in a straight line, held against the simulator and against itself."""

import math
import unittest
from itertools import product

import numpy as np
from numpy.typing import NDArray

from partita.lines.mirrors import MOST_CUSHIONS, cushions_needed
from partita.lines.sight import (
    LINES,
    OUTERMOST,
    blockers_of,
    can_be_hit,
    hidden_by,
    is_free,
    is_hooked,
    note_blockers,
    offset_of,
    stopped_by,
    visible_share,
)
from partita.physics.facts import CUE_CUSHIONS_BEFORE, FIRST_HIT
from partita.physics.simulate import execute
from partita.physics.stroke import level_strokes
from partita.table.geometry import bed_of
from tests.core.layouts import TABLE, random_layout

RADIUS = TABLE.ball_radius_m
BED = bed_of(TABLE)
Places = NDArray[np.float64]


def lying(seed: int, count: int = 9) -> tuple[Places, NDArray[np.int8]]:
    """Balls scattered over the bed, all of them on the table."""
    places = np.array(list(random_layout(seed, count).balls.values()))
    return places, np.full(count, -1, dtype=np.int8)


def aims_at(places: Places, target: int) -> Places:
    """(LINES,) directions, rad, of the lines that sight looks along."""
    dx, dy = places[target] - places[0]
    sines = np.array([offset_of(line) for line in range(LINES)]) * 2 * RADIUS / math.hypot(dx, dy)
    return math.atan2(dy, dx) + np.arcsin(sines)


def met_first(places: Places, aims: Places) -> list[int]:
    """The ball that a cue ball struck hard along each direction meets before any cushion, on the simulator; 0: none."""
    facts = execute(TABLE, places, level_strokes(aims, 5.0), until_contact=True).facts
    return [0 if row[CUE_CUSHIONS_BEFORE] or row[FIRST_HIT] < 0 else int(row[FIRST_HIT]) for row in facts]


class AgainstTheSimulator(unittest.TestCase):
    def test_each_line_meets_the_ball_that_the_simulated_stroke_meets(self) -> None:
        looked = hidden = 0
        for seed in range(40):
            places, in_play = lying(seed)
            for target in (1, 2):
                if np.linalg.norm(places[target] - places[0]) < 4 * RADIUS:
                    continue
                met = met_first(places, aims_at(places, target))
                for line, ball in enumerate(met):
                    stopped = stopped_by(RADIUS, places, in_play, 0, target, offset_of(line))
                    if ball == 0:
                        continue  # a jaw or a pocket was met first: sight knows balls only
                    self.assertEqual(stopped or target, ball, (seed, target, line))
                    looked, hidden = looked + 1, hidden + (stopped > 0)
        self.assertGreater(hidden, 60)
        self.assertGreater(looked - hidden, 600)

    def test_a_share_is_the_share_of_finely_spread_strokes_that_meet_the_ball(self) -> None:
        # A separate count: 400 directions rather than LINES, by the simulator's own contacts.
        for seed in range(12):
            places, in_play = lying(seed, 6)
            dx, dy = places[1] - places[0]
            sines = np.linspace(-OUTERMOST, OUTERMOST, 400) * 2 * RADIUS / math.hypot(dx, dy)
            met = met_first(places, math.atan2(dy, dx) + np.arcsin(np.clip(sines, -1, 1)))
            if 0 in met:
                continue
            counted = sum(ball == 1 for ball in met) / len(met)
            self.assertAlmostEqual(visible_share(RADIUS, places, in_play, 1), counted, delta=1.5 / LINES)


class OneNotion(unittest.TestCase):
    def test_every_question_about_sight_has_answers_that_agree(self) -> None:
        hooked = 0
        for seed, target in product(range(80), (1, 4)):
            places, in_play = lying(seed, 12)
            share = visible_share(RADIUS, places, in_play, target)
            others = [ball for ball in range(1, 12) if ball != target]
            blocking = np.zeros(12, dtype=np.bool_)
            stops_all = note_blockers(RADIUS, places, in_play, 0, target, blocking)
            by, blockers = hidden_by(RADIUS, places, in_play, target), blockers_of(places, target, others, RADIUS)
            hooked += share == 0
            with self.subTest(seed=seed, target=target):
                self.assertEqual(share > 0, can_be_hit(RADIUS, places, in_play, target))
                self.assertEqual(share == 0, is_hooked(places, [target], list(range(12)), RADIUS))
                self.assertEqual(share == 0, stops_all)
                self.assertEqual(share == 0, by > 0)
                self.assertEqual(share == 0, cushions_needed(BED, places, in_play, target) > 0)
                self.assertEqual(set(blockers), set(np.flatnonzero(blocking)) if stops_all else set())
                if by:
                    self.assertIn(by, blockers)
                if is_free(RADIUS, places, in_play, 0, target):
                    self.assertFalse(blocking.any(), "free is said only where nothing is in the way")
        self.assertGreater(hooked, 5)

    def test_hooked_on_several_balls_means_on_each_of_them(self) -> None:
        places = np.array([[0.5, 0.6], [1.0, 0.6], [1.6, 0.6], [0.5, 1.1]])
        self.assertTrue(is_hooked(places, [2], [0, 1, 2, 3], RADIUS))
        self.assertFalse(is_hooked(places, [2, 3], [0, 1, 2, 3], RADIUS))
        self.assertFalse(is_hooked(places, [2], [0, 2, 3], RADIUS), "a ball that is down hides nothing")

    def test_a_ball_close_before_the_cue_ball_hides_what_lies_behind_it_and_the_nearest_is_named_first(self) -> None:
        places = np.array([[0.5, 0.6], [0.56, 0.6], [1.2, 0.61], [1.6, 0.6]])
        self.assertEqual(blockers_of(places, 3, [1, 2], RADIUS)[0], 1)
        # Far from the cue ball the same ball hides a narrow part only.
        alone = np.array([[0.5, 0.6], [1.5, 0.6 + RADIUS], [1.6, 0.6]])
        self.assertTrue(0 < visible_share(RADIUS, alone, np.full(3, -1, dtype=np.int8), 2) < 1)

    def test_touching_the_cue_ball_it_can_be_hit_whatever_else_touches(self) -> None:
        places = np.array([[0.5, 0.6], [0.5 + 2 * RADIUS, 0.6], [0.5, 0.6 + 2 * RADIUS]])
        for target in (1, 2):
            self.assertTrue(can_be_hit(RADIUS, places, np.full(3, -1, dtype=np.int8), target))

    def test_a_mirrored_layout_is_seen_as_the_mirrored_one(self) -> None:
        for seed in range(30):
            places, in_play = lying(seed, 10)
            mirrored = places * (1, -1) + (0, TABLE.width_m)
            turned = (TABLE.length_m, TABLE.width_m) - places
            for other in (mirrored, turned):
                self.assertAlmostEqual(
                    visible_share(RADIUS, places, in_play, 3), visible_share(RADIUS, other, in_play, 3), 12
                )
                self.assertEqual(cushions_needed(BED, places, in_play, 3), cushions_needed(BED, other, in_play, 3))

    def test_more_balls_on_the_table_never_show_more(self) -> None:
        for seed in range(40):
            places, in_play = lying(seed, 12)
            before = visible_share(RADIUS, places, in_play, 1)
            for ball in range(2, 12):
                fewer = in_play.copy()
                fewer[ball] = 0
                self.assertGreaterEqual(visible_share(RADIUS, places, fewer, 1), before)

    def test_walled_in_all_round_nothing_is_reached(self) -> None:
        ring = [
            (1.27 + 2.1 * RADIUS * math.cos(a), 0.635 + 2.1 * RADIUS * math.sin(a)) for a in np.arange(6) * math.pi / 3
        ]
        places = np.array([(1.27, 0.635), (2.2, 0.9), *ring])
        in_play = np.full(len(places), -1, dtype=np.int8)
        self.assertEqual(cushions_needed(BED, places, in_play, 1), MOST_CUSHIONS + 1)


if __name__ == "__main__":
    unittest.main()
