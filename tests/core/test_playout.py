"""Whole racks by both players: repeatable, fair, and in line with what is known of players."""

import unittest
from dataclasses import replace

import numpy as np
from scipy.stats import kstest

from partita.errors import Refused
from partita.games.opening import broken, scattered
from partita.games.question import Question
from partita.games.referee import legal_targets
from partita.games.situation import Situation
from partita.options.wishes import Wish
from partita.physics.stroke import Stroke
from partita.players.stroke_model import PRESETS
from partita.playing.playout import PlayedOut, first_stroke, play_out, racks_of
from partita.playing.racks import normal_row
from partita.table.layout import Layout, problems_of
from partita.table.spec import TableSpec

TABLE = TableSpec()
LEAGUE, BEGINNER, PRO = PRESETS["league"], PRESETS["beginner"], PRESETS["professional"]
THREE = Situation(Layout.in_diamonds(TABLE, cue=(4, 1.2), b7=(6, 1), b8=(2, 3), b9=(7, 3)))


def played(situation: Situation, me: object, them: object, racks: int = 60, **more: object) -> PlayedOut:
    return list(play_out(Question(situation, me, them), racks, **more))[-1]  # type: ignore[arg-type]


class PlayOut(unittest.TestCase):
    def test_the_same_request_gives_the_same_racks_and_parts_add_up_to_the_whole(self) -> None:
        whole = played(THREE, LEAGUE, LEAGUE, 40)
        self.assertEqual(whole, played(THREE, LEAGUE, LEAGUE, 40))
        halves = [played(THREE, LEAGUE, LEAGUE, 20, first_rack=first) for first in (0, 20)]
        self.assertAlmostEqual(sum(half.chance.value for half in halves) / 2, whole.chance.value)

    def test_a_better_opponent_wins_more_and_the_better_player_wins_nearly_all(self) -> None:
        against = [played(THREE, LEAGUE, them).chance.value for them in (BEGINNER, LEAGUE, PRO)]
        self.assertTrue(against[0] >= against[1] > against[2], against)
        self.assertGreater(against[0], against[2] + 0.2)
        self.assertGreater(played(THREE, PRO, BEGINNER).chance.value, 0.8)

    def test_what_the_shooter_loses_the_other_wins(self) -> None:
        mine, theirs = played(THREE, PRO, BEGINNER), played(replace(THREE, shooter="them"), BEGINNER, PRO)
        self.assertEqual(mine.chance, theirs.chance)

    def test_ball_in_hand_is_worth_more_than_being_hooked(self) -> None:
        hooked = Situation(Layout.in_diamonds(TABLE, cue=(1.15, 2.1), b3=(6.6, 2.55), b8=(1.95, 2.18), b9=(3.7, 3.4)))
        balls = {name: place for name, place in hooked.layout.balls.items() if name != "cue"}
        in_hand = replace(hooked, in_hand="anywhere", layout=Layout(TABLE, balls))
        self.assertGreater(played(in_hand, PRO, PRO).chance.value, played(hooked, PRO, PRO).chance.value + 0.15)

    def test_a_stroke_played_first_is_worth_what_it_leaves(self) -> None:
        # A pot of the last ball wins at once; a stroke that touches nothing gives ball in hand for it.
        last_ball = Situation(Layout.in_diamonds(TABLE, cue=(6.0, 2.6), b9=(7.3, 3.4)))
        good, bad = (
            played(last_ball, PRO, PRO, 40, first=first_stroke(Question(last_ball, PRO, PRO), own)).chance.value
            for own in (Wish("9", 1.8, height=-0.2, pocket="foot-far"), Stroke(180, 0.5))
        )
        self.assertGreater(good, 0.95)
        self.assertLess(bad, 0.05)

    def test_every_game_comes_to_an_end_that_one_of_both_has_won(self) -> None:
        for game in ("nine-ball", "ten-ball", "eight-ball", "straight-pool", "snooker"):
            situation = scattered(game, 8)
            situation = (
                replace(situation, points_to=15, my_points=9, their_points=9) if "straight" in game else situation
            )
            found = np.zeros((4, 2))
            for _ in racks_of(Question(situation, PRO, PRO), found):
                pass
            self.assertTrue(np.isin(found[:, 0], (0.0, 1.0)).all(), (game, found))
            self.assertTrue((found[:, 1] > 0).all())

    def test_after_the_break_all_balls_left_are_apart_and_the_next_shot_is_legal(self) -> None:
        for game in ("nine-ball", "ten-ball", "eight-ball"):
            situation = broken(game, 3)
            self.assertEqual(problems_of(situation.layout), [])
            self.assertEqual((situation.in_hand, situation.my_group), ("none", None))
            self.assertTrue(legal_targets(situation))
            self.assertNotEqual(situation.layout, broken(game, 4).layout)

    def test_draws_are_normal_and_mirrored_in_pairs(self) -> None:
        rows = np.zeros((4000, 5))
        for k in range(4000):
            normal_row(k, 3, 1.0, rows[k])
        # Source: scipy.stats.kstest against the standard normal distribution.
        self.assertGreater(kstest(rows.ravel(), "norm").pvalue, 0.001)
        self.assertLess(np.abs(np.corrcoef(rows.T) - np.eye(5)).max(), 0.06)
        mirrored = np.zeros(5)
        normal_row(7, 3, -1.0, mirrored)
        np.testing.assert_array_equal(mirrored, -rows[7])

    def test_what_cannot_be_played_out_is_refused(self) -> None:
        for situation, racks, words in (
            (replace(THREE, my_fouls=3), 10, "my_fouls: 3 fouls in a row cannot be"),
            (THREE, 1, "racks: 1 is out of range"),
        ):
            with self.assertRaisesRegex(Refused, words):
                played(situation, LEAGUE, LEAGUE, racks)
