"""What cannot be sighted, what is awkward, and how a shot is played: the errors behind all executions."""

import dataclasses
import math
import unittest
from itertools import pairwise

import numpy as np
from scipy.optimize import minimize_scalar

from partita.games.opening import broken
from partita.games.question import Question
from partita.games.situation import Situation
from partita.options.finder import constructed
from partita.options.naming import side_words
from partita.options.option import Option
from partita.options.scene import Scene, rows_of
from partita.options.trace import read_option
from partita.options.wishes import Wish, stroke_for
from partita.physics.facts import CUE_CUSHIONS_BEFORE, unsighted_way
from partita.physics.stroke import Stroke
from partita.players.conditions import body_factor, reach_m
from partita.players.executions import aim_error, standard_draws
from partita.players.judgement import SIGHTED, judgement_m
from partita.players.stroke_model import PRESETS
from partita.reports.ledger.report import study_of
from partita.rows.player import AIM, SIGHT
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.value.evaluation import hit_chance
from partita.weighing.listing import list_options
from partita.weighing.rater import Rater
from partita.weighing.ways import cannot_be_told_apart, effort, way_of
from partita.weighing.weigh import WeighRequest, weigh

TABLE = TableSpec()
BED = bed_of(TABLE)
DRAWS = standard_draws(17, 1200)


def scene(**balls: tuple[float, float]) -> Scene:
    return Scene(Situation(Layout.in_diamonds(TABLE, **balls)))


def named(found: Scene, stroke: Stroke) -> Option:
    return read_option(found, found.play(rows_of([stroke]), trace=True), 0, "own")


def hits(found: Scene, option: Option, level: str) -> float:
    """The share of executions that hit the ball meant."""
    rater = Rater(found.situation, PRESETS[level], PRESETS[level])
    rows = rater.executions_of(option, DRAWS)
    return float(np.mean(found.play(rows).shots.facts[:, 1] == found.names.index(option.intention.target or "")))


def attacks(found: Scene, kind: str) -> list[Option]:
    """The options of one kind that a professional is shown."""
    question = Question(found.situation, PRESETS["professional"], PRESETS["league"])
    return [option for option in list_options(question) if option.intention.kind == kind]


class Judgement(unittest.TestCase):
    def kick(self, *rails: str) -> tuple[Scene, Option]:
        """A full hit off these rails of a ball that another one hides, slid into the first."""
        found = scene(cue=(1.2, 1.0), b9=(1.85, 1.11), b1=(4.6, 1.5))
        return found, named(found, stroke_for(found, Wish("1", 2.8, height=-0.2, cushions_first=rails), "kick"))

    def test_a_rail_across_the_table_is_hit_by_level_as_players_do_and_two_rails_far_less(self) -> None:
        # From memory, no source: a beginner hits one in three, a professional nine in ten.
        one, two = self.kick("near-long"), self.kick("head", "far-long")
        for level, low, high in (("beginner", 0.2, 0.5), ("league", 0.35, 0.7), ("professional", 0.85, 1.0)):
            with self.subTest(level):
                share = hits(*one, level)
                self.assertTrue(low <= share <= high, share)
                self.assertLess(hits(*two, level), 0.9 * share)

    def test_the_evaluation_gives_a_kick_the_chance_that_executions_have(self) -> None:
        found, option = self.kick("near-long")
        in_play = np.full(len(found.names), -1, dtype=np.int8)
        for level in ("beginner", "league", "strong league", "professional"):
            with self.subTest(level):
                said = hit_chance(BED, found.places, in_play, found.names.index("1"), PRESETS[level].row())
                self.assertLess(abs(said - hits(found, option, level)), 0.1)

    def test_near_the_ball_it_vanishes_and_it_grows_with_way_rails_speed_and_side(self) -> None:
        player = PRESETS["league"].row()
        self.assertEqual(judgement_m(player, 0.0, 0.09, 1.0, 2.0, 0.0), 0.0)
        self.assertLess(judgement_m(player, 0.02, 0.09, 1.0, 2.0, 0.0), 0.003)
        plain = judgement_m(player, 1.0, 0.09, 1.0, 2.0, 0.0)
        for way, speed, side in ((2.0, 2.0, 0.0), (1.0, 5.0, 0.0), (1.0, 2.0, 0.4)):
            self.assertGreater(judgement_m(player, way, 0.09, 1.0, speed, side), plain)
        player[SIGHT] *= 2
        self.assertGreater(judgement_m(player, 1.0, 0.09, 1.0, 2.0, 0.0), plain)
        self.assertGreater(self.kick("far-long")[1].unsighted.way_m, 0.8)
        close = attacks(scene(cue=(4.6, 0.9), b9=(6.3, 0.13)), "rail-first")[0]
        self.assertLess(close.unsighted.way_m, 0.2)

    def test_the_unsighted_way_is_that_of_the_mirrored_line(self) -> None:
        # Rolling off two rails: the ways left, from the trace's own points.
        found = scene(cue=(2.0, 1.0), b1=(6.6, 1.9), b9=(1.0, 3.5))
        stroke = stroke_for(found, Wish("1", 2.6, height=0.2, cushions_first=("far-long", "near-long")), "kick")
        played = found.play(rows_of([stroke]), trace=True)
        points = [row[5:7] for row in played.shots.traces[0] if row[1] in (0, 1, 2) and 0 in (row[2], row[3])][:4]
        legs = [math.dist(a, b) for a, b in pairwise(points)]
        expected = math.hypot(legs[1] + legs[2], legs[2])
        found_way = unsighted_way(played.shots.facts[0, CUE_CUSHIONS_BEFORE], played.shots.measures[0])
        self.assertAlmostEqual(found_way, expected, delta=0.02)

    def test_banks_and_combinations_are_judged_and_straight_pots_are_not(self) -> None:
        found = scene(cue=(4.5, 2.4), b1=(6.0, 3.0), b9=(6.75, 3.36))
        combination = attacks(found, "combination")[0]
        pot = constructed(scene(cue=(4.5, 2.4), b9=(6.0, 3.0)))[0]
        self.assertEqual(pot.unsighted, SIGHTED)
        self.assertGreater(combination.unsighted.per_m, 1.0)
        rater = Rater(found.situation, PRESETS["strong league"], PRESETS["league"])
        sure = dataclasses.replace(combination, unsighted=SIGHTED)
        made = [float(rater.sample(o, DRAWS).made.mean()) for o in (combination, sure)]
        self.assertLess(made[0], made[1] - 0.02)


class Awkward(unittest.TestCase):
    def test_the_nearest_place_to_stand_is_that_of_a_search(self) -> None:
        # Against SciPy: the least way to a line of feet over the angles at which a body may stand.
        rng = np.random.default_rng(3)
        for _ in range(60):
            x, y = rng.uniform((0.1, 0.1), (TABLE.length_m - 0.1, TABLE.width_m - 0.1))
            aim = float(rng.uniform(-math.pi, math.pi))
            self.assertAlmostEqual(reach_m(BED, np.array([x, y]), aim, "right"), self._searched(x, y, aim), delta=0.01)

    def _searched(self, x: float, y: float, aim: float) -> float:
        bridge = np.array([x, y]) - 0.22 * np.array([math.cos(aim), math.sin(aim)])
        size = np.array([TABLE.length_m, TABLE.width_m])

        def way(turn: float) -> float:
            behind = aim + math.pi - turn
            along = np.array([math.cos(behind), math.sin(behind)])
            ways = []
            for axis in (0, 1):
                for line in (-0.15, size[axis] + 0.15):
                    if abs(along[axis]) > 1e-9:
                        distance = (line - bridge[axis]) / along[axis]
                        other = bridge[1 - axis] + distance * along[1 - axis]
                        outward = (along[axis] < 0) == (line < 0)
                        if outward and -0.15 <= other <= size[1 - axis] + 0.15:
                            ways.append(distance)
            return max(0.0, min(ways, default=9.0) - 0.15)

        low, high = math.radians(-10), math.radians(100)
        parts = pairwise(np.linspace(low, high, 45))
        return min(float(minimize_scalar(way, bounds=part, method="bounded").fun) for part in parts)

    def test_a_ball_behind_and_a_raised_butt_cost_accuracy_in_a_leave_as_in_a_stroke(self) -> None:
        player, in_play = PRESETS["league"].row(), np.full(3, -1, dtype=np.int8)
        free, behind = (np.array([[1.2, 0.6], [1.6, 0.7], [x, 0.6]]) for x in (2.3, 1.2 - 2.2 * BED.radius))
        factors = [body_factor(player, BED, places, in_play, 1.2, 0.6, 0.0, 0.0) for places in (free, behind)]
        self.assertGreater(factors[1], 1.3 * factors[0])
        self.assertGreater(body_factor(player, BED, free, in_play, 1.2, 0.6, 0.0, 0.6), 1.5 * factors[0])

    def test_draw_and_follow_cost_accuracy_as_side_does_and_more_to_the_weaker(self) -> None:
        costs = []
        for level in ("professional", "league", "beginner"):
            row = PRESETS[level].row()
            plain, draw, side = (
                aim_error(row, 2.0, *tip, 1.0) / row[AIM] for tip in ((0.0, 0.0), (0.0, -0.4), (0.3, 0.0))
            )
            self.assertTrue(plain < draw < side)
            costs.append(draw / plain)
        self.assertEqual(costs, sorted(costs))
        self.assertEqual([model.nerves for model in PRESETS.values()], sorted(m.nerves for m in PRESETS.values()))
        self.assertGreater(PRESETS["league"].nerves, 0)


class Ways(unittest.TestCase):
    def test_a_line_opens_into_ways_that_a_player_tells_apart_the_simplest_equal_one_advised(self) -> None:
        situation = Situation(Layout.in_diamonds(TABLE, cue=(3.4, 1.6), b8=(3.5, 3.0), b9=(6.8, 1.2)))
        league = PRESETS["league"]
        settled = next(w for w in weigh(WeighRequest(situation, league, league, samples=600)) if w.settled)
        opened = [line for line in settled.lines if len(line.ways) > 1]
        self.assertTrue(opened)
        for line in opened:
            with self.subTest(line.option.name):
                self.assertLessEqual(len(line.ways), 5)
                self.assertEqual(len({way_of(way.option, TABLE) for way in line.ways}), len(line.ways))
                self.assertEqual(line.ways[0].option.stroke, line.option.stroke)
                self.assertEqual(len({way.option.id for way in line.ways}), 1)
        document = study_of(settled).as_json()["options"][0]
        self.assertTrue(document["ways"][0]["advised"])
        self.assertRegex(document["ways_words"], "simplest|better")
        self.assertEqual(len({way["words"] for way in document["ways"]}), len(document["ways"]))

    def test_a_lead_counts_when_it_is_sure_or_large(self) -> None:
        noise = np.tile([-0.3, 0.3], 100)
        self.assertTrue(cannot_be_told_apart(noise + 0.004))
        self.assertTrue(cannot_be_told_apart(np.full(200, 0.001)))
        self.assertFalse(cannot_be_told_apart(np.full(200, 0.004)))
        self.assertFalse(cannot_be_told_apart(noise + 0.02))

    def test_a_soft_plain_stroke_asks_for_less(self) -> None:
        plain = Stroke(0, 1.4)
        for harder in (Stroke(0, 2.0), Stroke(0, 1.4, 0.2), Stroke(0, 1.4, 0.0, -0.35), Stroke(0, 1.4, 0, 0, 20)):
            self.assertLess(effort(plain), effort(harder))
        self.assertEqual(
            [side_words(Stroke(0, 1, side), 0.5) for side in (0.3, -0.3, 0.05)], ["outside side", "inside side", ""]
        )


class Breaks(unittest.TestCase):
    def test_a_break_pots_a_ball_about_as_often_as_players_report(self) -> None:
        # From memory, no source: in half to three quarters of racks; of those that stay no foul, as kept here.
        for game, balls in (("nine-ball", 9), ("eight-ball", 15)):
            fell = [len(broken(game, seed).object_balls) < balls for seed in range(60)]
            self.assertTrue(0.3 < np.mean(fell) < 0.8, (game, np.mean(fell)))


if __name__ == "__main__":
    unittest.main()
