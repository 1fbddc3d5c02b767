"""What the learned part sees of where the balls lie."""

import math
import unittest

import numpy as np

from partita.games.referee import numbers_of
from partita.games.situation import Situation
from partita.players.stroke_model import PRESETS
from partita.rows import features as of
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.value.evaluation import evaluate_one
from partita.value.eyes import eyes_for
from partita.value.rest import BEST_MAKE, EVALUATION_COLUMNS
from partita.value.surroundings import FAR_M
from partita.weighing.rater import Rater

TABLE = TableSpec()
LEAGUE = PRESETS["league"]


def seen(situation: Situation) -> tuple[np.ndarray, np.ndarray]:
    """Features and evaluation of a situation, for whoever shoots."""
    rater = Rater(situation, LEAGUE, LEAGUE)
    found, out = np.zeros(of.COLUMNS), np.zeros(EVALUATION_COLUMNS)
    eyes = eyes_for(TABLE, situation.game, numbers_of(rater.names), rater.models)
    in_play = np.full(len(rater.names), -1, dtype=np.int8)
    evaluate_one(eyes, rater.places, in_play, rater.standing, 0, of.NOBODY, found, out)
    return found, out


class Surroundings(unittest.TestCase):
    def test_cut_and_ways_of_the_surest_pot_are_those_of_the_drawing(self) -> None:
        # Two diamonds from both rails of a corner: straight at 45°, seen along the table and 30° beside it.
        radius, diamond = TABLE.ball_radius_m, TABLE.length_m / 8
        for turn in (0.0, math.radians(30.0)):
            ghost = (6.0 * diamond - 2 * radius, 2.0 * diamond)
            cue = (ghost[0] - 0.5 * math.cos(turn), ghost[1] + 0.5 * math.sin(turn))
            layout = Layout(TABLE, {"cue": cue, "8": (6.0 * diamond, 2.0 * diamond), "9": (0.5, 0.3)})
            found, _ = seen(Situation(layout))
            corner = math.atan2(-2.0, 2.0)
            expected = math.cos(math.atan2(ghost[1] - cue[1], ghost[0] - cue[0]) - corner)
            self.assertAlmostEqual(1.0 - found[of.CUT], expected, delta=0.12)
            self.assertAlmostEqual(found[of.WAY] * FAR_M, 0.5, delta=0.06)
            self.assertAlmostEqual(found[of.RUN] * FAR_M, 2.0 * math.sqrt(2.0) * diamond, delta=0.12)

    def test_staying_where_the_surest_ball_lies_is_worth_what_the_next_pot_is_from_there(self) -> None:
        nine = (6.6, 1.1)
        found, _ = seen(Situation(Layout.in_diamonds(TABLE, cue=(3, 2), b8=(5, 3), b9=nine)))
        _, after = seen(Situation(Layout.in_diamonds(TABLE, cue=(5, 3), b9=nine)))
        self.assertAlmostEqual(found[of.STAY], after[BEST_MAKE])
        self.assertAlmostEqual(found[of.NEXT_WAY] * FAR_M, math.hypot(1.6, 1.9) * TABLE.length_m / 8)
        last, _ = seen(Situation(Layout.in_diamonds(TABLE, cue=(3, 2), b9=nine)))
        self.assertEqual(last[of.STAY], 1.0)

    def test_of_two_groups_either_has_his_own_and_the_eight(self) -> None:
        layout = Layout.in_diamonds(
            TABLE, cue=(4, 2), b1=(5, 3), b2=(6.5, 1), b8=(2, 2), b9=(1, 3), b10=(1.2, 3.1), b11=(7, 3)
        )
        found, _ = seen(Situation(layout, game="eight-ball", my_group="solids"))
        self.assertEqual(list(10 * found[[of.OWN_COUNT, of.OTHERS_COUNT, of.CLOSE_PAIRS]]), [3.0, 4.0, 1.0])
        mirrored, _ = seen(Situation(layout, game="eight-ball", my_group="stripes"))
        self.assertAlmostEqual(found[of.MEAN_EASE], mirrored[of.OTHERS_MEAN])
        self.assertEqual(found[of.LAST_EASE], mirrored[of.LAST_EASE])
        # The next one may not be the eight as long as there are others.
        self.assertAlmostEqual(found[of.NEXT_WAY] * FAR_M, math.hypot(1.5, 2.0) * TABLE.length_m / 8)

    def test_games_in_which_many_balls_are_on_go_without(self) -> None:
        layout = Layout.in_diamonds(TABLE, cue=(4, 2), b1=(5, 3), b2=(6.5, 1))
        found, _ = seen(Situation(layout, game="straight-pool"))
        self.assertFalse(found[of.CUT : of.NEXT_WAY + 1].any())
