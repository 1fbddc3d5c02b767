"""The duel's players: the plain rules are kept, racks are paired and come to an end."""

import unittest
from unittest import mock

import numpy as np

from benchmarks.odds.duel import by_ledger, by_plain_rules, figures, rack
from benchmarks.odds.earlier import Answer, as_played_now
from partita.games.situation import Situation
from partita.players.stroke_model import PRESETS
from partita.table.layout import Layout
from partita.table.spec import TableSpec

TABLE, LEAGUE, PRO = TableSpec(), PRESETS["league"], PRESETS["professional"]
EASY = Situation(Layout.in_diamonds(TABLE, cue=(5.5, 2.5), b7=(7.0, 3.3), b9=(2.0, 2.0)))
# Long and thin: a league player makes it seldom.
HARD = Situation(Layout.in_diamonds(TABLE, cue=(0.6, 0.5), b7=(4.6, 3.4), b8=(2.6, 2.6), b9=(6.4, 1.0)))


class PlainRules(unittest.TestCase):
    def test_he_attacks_what_he_makes_more_than_half_the_time_and_else_plays_safe(self) -> None:
        _, attack = by_plain_rules(EASY, LEAGUE)
        self.assertTrue(attack and (attack.intention.kind, attack.intention.potted) == ("pot", "7"))
        _, safe = by_plain_rules(HARD, LEAGUE)
        self.assertFalse(safe is None or safe.attacks)

    def test_with_the_ball_in_hand_he_and_the_ledger_have_a_place_for_it(self) -> None:
        balls = {name: place for name, place in EASY.layout.balls.items() if name != "cue"}
        in_hand = Situation(Layout(TABLE, balls), in_hand="anywhere")
        for choose in (by_plain_rules, by_ledger):
            scene, option = choose(in_hand, PRO)
            self.assertEqual(option.intention.potted if option else "", "7")
            self.assertTrue(np.isfinite(scene.places[0]).all())


class ThePlayerBefore(unittest.TestCase):
    def test_his_pot_is_aimed_anew_and_his_safety_struck_as_he_said(self) -> None:
        scene, attack = by_plain_rules(EASY, LEAGUE)
        assert attack is not None
        aim, *struck = attack.stroke.row().tolist()
        x, y = scene.places[0].tolist()
        off = Answer((x, y), (aim + 0.05, *struck), "pot", "7", attack.call.pocket, push_out=False)
        _, again = as_played_now(EASY, off)
        self.assertEqual((again.intention.kind, again.intention.potted), ("pot", "7"))
        _, safe = as_played_now(EASY, Answer((x, y), (aim + 0.05, *struck), "safety-thin", None, -1, push_out=False))
        self.assertAlmostEqual(safe.stroke.row()[0], aim + 0.05)


class Racks(unittest.TestCase):
    def test_a_rack_ends_for_one_of_both_and_comes_out_the_same_again(self) -> None:
        with mock.patch("benchmarks.odds.duel.broken", lambda *_: EASY):
            racks = [rack("professional", "plain rules", 1, ledger_first) for ledger_first in (True, False, True)]
        self.assertLessEqual(set(racks), {0.0, 1.0})
        self.assertEqual(racks[0], racks[2])

    def test_only_breaks_that_both_have_begun_count(self) -> None:
        kept = {"league/fast player/0/True": 1.0, "league/fast player/0/False": 1.0, "league/fast player/1/True": 0.0}
        found = figures(kept, "league", "fast player")
        self.assertEqual((found["racks"], found["value"]), (2, 1.0))
        self.assertEqual(found["not over"], 0)
        drawn = figures(kept | {"league/fast player/0/False": 0.5}, "league", "fast player")
        self.assertEqual((drawn["not over"], drawn["value"]), (1, 0.75))
        self.assertEqual(figures({}, "league", "fast player"), {"racks": 0, "not over": 0})
