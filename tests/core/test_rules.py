"""The rules of nine-ball, one row a rule."""

import unittest

import numpy as np

from partita.errors import Refused
from partita.games import game_named
from partita.games.game import CONTINUES, FOUL, LOST, TURN_OVER, WON
from partita.games.situation import Situation
from partita.physics.loop import FACTS, FIRST_HIT, MEASURES, RAIL_AFTER
from partita.physics.simulate import Executions
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import TableSpec

NAMES = ("cue", "2", "5", "9")
LAYOUT = Layout.in_diamonds(TableSpec(), cue=(1, 1), b2=(3, 3), b5=(5, 1), b9=(6, 2))
# rule, first ball hit (index, -1 none), rail after, pocketed balls, fouls before, outcome
RULES = (
    ("the lowest ball is hit and a rail after: the turn passes", 1, True, (), 0, TURN_OVER),
    ("the lowest ball is potted: the shooter goes on", 1, False, (1,), 0, CONTINUES),
    ("another ball is potted off the lowest: the shooter goes on", 1, True, (2,), 0, CONTINUES),
    ("the nine is potted off the lowest: the rack is won", 1, False, (3,), 0, WON),
    ("no rail after the contact: foul", 1, False, (), 0, FOUL),
    ("a higher ball is hit first: foul", 2, True, (), 0, FOUL),
    ("no ball is hit: foul", -1, False, (), 0, FOUL),
    ("the cue ball is potted: foul", 1, True, (0,), 0, FOUL),
    ("the nine and the cue ball are potted: foul, not a win", 1, True, (0, 3), 0, FOUL),
    ("a third foul in a row: the rack is lost", 2, True, (), 2, LOST),
    ("a legal shot after two fouls: nothing is lost", 1, True, (), 2, TURN_OVER),
)


class NineBallRules(unittest.TestCase):
    game = game_named("nine-ball")

    def judged(self, first: int, rail: bool, potted: tuple[int, ...], fouls: int) -> tuple[int, np.ndarray, np.ndarray]:
        facts, pocketed = np.zeros((1, FACTS), dtype=np.int32), np.full((1, 4), -1, dtype=np.int8)
        facts[0, FIRST_HIT], facts[0, RAIL_AFTER] = first, rail
        pocketed[0, list(potted)] = 2
        finals = np.array([[LAYOUT.balls[name] for name in NAMES]])
        shots = Executions(finals, pocketed, facts, np.zeros((1, MEASURES)))
        found = self.game.judge(Situation(LAYOUT, my_fouls=fouls), NAMES, shots, bed_of(LAYOUT.table))
        return int(found.code[0]), found.places[0], found.in_play[0]

    def test_each_rule(self) -> None:
        for rule, first, rail, potted, fouls, outcome in RULES:
            with self.subTest(rule):
                self.assertEqual(self.judged(first, rail, potted, fouls)[0], outcome)

    def test_the_nine_potted_on_a_foul_returns_to_the_foot_spot_and_others_stay_down(self) -> None:
        _, places, in_play = self.judged(1, True, (0, 2, 3), 0)
        self.assertEqual(list(in_play), [-2, -1, -2, -1])
        np.testing.assert_allclose(places[3], (0.75 * 2.54, 0.635))

    def test_situations_that_cannot_be_are_refused(self) -> None:
        for balls, words in (
            ({"cue": (1.0, 0.5), "3": (2.0, 0.5)}, "the 9 is not on the table"),
            ({"3": (1.0, 0.5), "9": (2.0, 0.5)}, "the cue ball is not on the table"),
            ({"cue": (1.0, 0.5), "9": (2.0, 0.5), "12": (2.2, 0.5)}, "no such ball"),
        ):
            with self.assertRaisesRegex(Refused, words):
                self.game.check(Situation(Layout(TableSpec(), balls)))
