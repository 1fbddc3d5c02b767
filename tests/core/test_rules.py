"""The rules of each game, one row a rule, stated in words; and the arithmetic of a match."""

import unittest
from dataclasses import dataclass, field, replace
from typing import Any

import numpy as np
from scipy.stats import nbinom

from partita.errors import Refused
from partita.games import game_named
from partita.games.game import (
    ANYWHERE,
    BEHIND_LINE,
    CHOICE,
    CONTINUES,
    FOUL,
    LOST,
    SAFETY,
    TURN_OVER,
    WON,
    Call,
    Outcomes,
)
from partita.games.match import Match, match_chance
from partita.games.referee import after, choices, judge, numbers_of, standing_of
from partita.games.situation import Situation
from partita.games.snooker import is_snookered, points_left, snookers_needed
from partita.games.snooker_table import spots
from partita.games.standing import BALL_ON
from partita.physics.facts import FACTS, FIRST_HIT, MEASURES, RAIL_AFTER
from partita.physics.simulate import Executions, names_of
from partita.table.diamonds import metres
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import PRESETS, TableSpec

TABLE = TableSpec()
PLACES = [(1.0 + 0.42 * (k % 8), 0.5 + 0.8 * (k // 8)) for k in range(24)]


def layout(*balls: str, table: TableSpec = TABLE) -> Layout:
    return Layout(table, {ball: metres(table, *place) for ball, place in zip(balls, PLACES, strict=False)})


@dataclass(frozen=True)
class Shot:
    """What a referee sees: the first ball hit, whether a rail was met after, what fell, and the call."""

    first: str | None
    rail: bool = True
    fell: tuple[str, ...] = ()
    call: Call = SAFETY
    more: dict[str, Any] = field(default_factory=dict)


def judged(game: str, situation: Situation, shot: Shot) -> tuple[Outcomes, Situation | None]:
    names, rules = names_of(situation.layout), game_named(game)
    facts, pocketed = np.zeros((1, FACTS), dtype=np.int32), np.full((1, len(names)), -1, dtype=np.int8)
    facts[0, FIRST_HIT] = -1 if shot.first is None else names.index(shot.first)
    facts[0, RAIL_AFTER] = shot.rail
    pocketed[0, [names.index(ball) for ball in shot.fell]] = 2
    finals = np.array([[situation.layout.balls[name] for name in names]])
    shots = Executions(finals, pocketed, facts, np.zeros((1, MEASURES)))
    now = replace(situation, game=game, **shot.more)
    rules.check(now)
    outcomes = judge(now, names, shots, [shot.call], bed_of(situation.layout.table))
    return outcomes, after(now, names, outcomes, 0)


NINE = layout("cue", "2", "5", "9")
TEN = layout("cue", "2", "5", "10")
OPEN_EIGHT = layout("cue", "1", "2", "9", "10", "8")
LAST_EIGHT = layout("cue", "9", "10", "8")
STRAIGHT = layout("cue", "1", "2", "3")
BREAK_BALL = layout("cue", "4", "7")
SNOOKER = PRESETS["snooker-12ft"]
COLOURS = ("yellow", "green", "brown", "blue", "pink", "black")
REDS = layout("cue", "red1", "red2", *COLOURS, table=SNOOKER)
IN_ORDER = layout("cue", *COLOURS, table=SNOOKER)
BLACK = layout("cue", "black", table=SNOOKER)
SOLIDS = {"my_group": "solids"}
PUSH = {"push_out": "allowed"}

# game, layout, the rule in words, what is seen, outcome
RULES = (
    ("nine-ball", NINE, "the lowest ball is hit and a rail after: the turn passes", Shot("2"), TURN_OVER),
    ("nine-ball", NINE, "the lowest ball is potted: the shooter goes on", Shot("2", False, ("2",)), CONTINUES),
    ("nine-ball", NINE, "another ball falls off the lowest: the shooter goes on", Shot("2", True, ("5",)), CONTINUES),
    ("nine-ball", NINE, "the nine falls off the lowest: the rack is won", Shot("2", True, ("9",)), WON),
    ("nine-ball", NINE, "no rail after the contact: foul", Shot("2", False), FOUL),
    ("nine-ball", NINE, "a higher ball is hit first: foul", Shot("5"), FOUL),
    ("nine-ball", NINE, "no ball is hit: foul", Shot(None), FOUL),
    ("nine-ball", NINE, "the cue ball is potted: foul", Shot("2", True, ("cue",)), FOUL),
    ("nine-ball", NINE, "the nine and the cue ball fall: foul, not a win", Shot("2", True, ("cue", "9")), FOUL),
    ("nine-ball", NINE, "a third foul in a row: the rack is lost", Shot("5", more={"my_fouls": 2}), LOST),
    ("nine-ball", NINE, "a legal shot after two fouls: nothing is lost", Shot("2", more={"my_fouls": 2}), TURN_OVER),
    ("nine-ball", NINE, "fouls are not counted where the variant says so",
     Shot("5", more={"my_fouls": 2, "variant": "no three fouls"}), FOUL),
    ("nine-ball", NINE, "a push-out after the break need hit nothing", Shot(None, False, (), Call(push_out=True), PUSH), CHOICE),
    ("nine-ball", NINE, "a push-out may not scratch", Shot(None, False, ("cue",), Call(push_out=True), PUSH), FOUL),
    ("nine-ball", NINE, "a push-out later in the rack is a foul", Shot(None, False, (), Call(push_out=True)), FOUL),
    ("ten-ball", TEN, "the called ball falls as called: the shooter goes on", Shot("2", True, ("2",), Call("2", 2)), CONTINUES),
    ("ten-ball", TEN, "it falls into another pocket: the other player chooses", Shot("2", True, ("2",), Call("2", 1)), CHOICE),
    ("ten-ball", TEN, "another ball falls: the other player chooses", Shot("2", True, ("5",), Call("2", 2)), CHOICE),
    ("ten-ball", TEN, "the ten called off the lowest wins", Shot("2", True, ("10",), Call("10", 2)), WON),
    ("ten-ball", TEN, "the ten may not be called early where it is last",
     Shot("2", True, ("10",), Call("10", 2), {"variant": "ten last"}), CHOICE),
    ("ten-ball", TEN, "a safety without a pot passes the turn", Shot("2"), TURN_OVER),
    ("ten-ball", TEN, "the five first is a foul", Shot("5", True, ("5",), Call("5", 2)), FOUL),
    ("eight-ball", OPEN_EIGHT, "open table: either group may be hit first", Shot("10", True, ("10",), Call("10", 2)), CONTINUES),
    ("eight-ball", OPEN_EIGHT, "open table: the eight first is a foul", Shot("8"), FOUL),
    ("eight-ball", OPEN_EIGHT, "one's own ball as called", Shot("1", True, ("2",), Call("2", 2), SOLIDS), CONTINUES),
    ("eight-ball", OPEN_EIGHT, "the other group first is a foul", Shot("9", True, (), SAFETY, SOLIDS), FOUL),
    ("eight-ball", OPEN_EIGHT, "another pocket than called: the turn passes", Shot("1", True, ("1",), Call("1", 5), SOLIDS), TURN_OVER),
    ("eight-ball", OPEN_EIGHT, "slop counts where the variant says so",
     Shot("1", True, ("2",), Call("1", 5), {**SOLIDS, "variant": "slop counts"}), CONTINUES),
    ("eight-ball", OPEN_EIGHT, "a called safety passes the turn whatever falls", Shot("1", True, ("1",), SAFETY, SOLIDS), TURN_OVER),
    ("eight-ball", OPEN_EIGHT, "the eight early loses", Shot("1", True, ("8",), Call("1", 2), SOLIDS), LOST),
    ("eight-ball", LAST_EIGHT, "the eight as called after one's group wins", Shot("8", True, ("8",), Call("8", 2), SOLIDS), WON),
    ("eight-ball", LAST_EIGHT, "the eight in another pocket loses", Shot("8", True, ("8",), Call("8", 1), SOLIDS), LOST),
    ("eight-ball", LAST_EIGHT, "the eight with a scratch loses", Shot("8", True, ("8", "cue"), Call("8", 2), SOLIDS), LOST),
    ("eight-ball", LAST_EIGHT, "a scratch without the eight is a foul only", Shot("8", True, ("cue",), Call("8", 2), SOLIDS), FOUL),
    ("straight-pool", STRAIGHT, "a called ball goes on", Shot("3", True, ("1",), Call("1", 2)), CONTINUES),
    ("straight-pool", STRAIGHT, "an uncalled ball passes the turn", Shot("3", True, ("3",), Call("1", 2)), TURN_OVER),
    ("straight-pool", STRAIGHT, "no rail and no pot: foul", Shot("3", False), FOUL),
    ("straight-pool", STRAIGHT, "the last point wins", Shot("1", True, ("1",), Call("1", 2), {"my_points": 99}), WON),
    ("snooker", REDS, "a red potted goes on", Shot("red1", False, ("red1",)), CONTINUES),
    ("snooker", REDS, "a red hit, nothing potted, no rail: the turn passes", Shot("red1", False), TURN_OVER),
    ("snooker", REDS, "a colour first while a red is on: foul", Shot("blue"), FOUL),
    ("snooker", REDS, "a colour falls off a red: foul", Shot("red1", True, ("pink",)), FOUL),
    ("snooker", REDS, "a colour after a red goes on", Shot("black", True, ("black",), Call("black"), {"ball_on": "colour"}), CONTINUES),
    ("snooker", REDS, "another colour than nominated: foul", Shot("pink", True, (), Call("black"), {"ball_on": "colour"}), FOUL),
    ("snooker", REDS, "a free ball counts as a red", Shot("blue", True, ("blue",), Call("blue"), {"free_ball": True}), CONTINUES),
    ("snooker", IN_ORDER, "the yellow in its order", Shot("yellow", True, ("yellow",)), CONTINUES),
    ("snooker", IN_ORDER, "the green before the yellow: foul", Shot("green"), FOUL),
    ("snooker", BLACK, "the black potted by the leader wins", Shot("black", True, ("black",), more={"my_points": 60, "their_points": 60}), WON),
    ("snooker", BLACK, "a foul on the black ends the frame", Shot(None, more={"my_points": 62, "their_points": 60}), LOST),
    ("snooker", BLACK, "level after the black: it is spotted again", Shot("black", True, ("black",), more={"my_points": 53, "their_points": 60}), TURN_OVER),
)  # fmt: skip


class Rules(unittest.TestCase):
    def test_each_rule(self) -> None:
        for game, lie, rule, shot, expected in RULES:
            with self.subTest(f"{game}: {rule}"):
                outcomes, following = judged(game, Situation(lie), shot)
                self.assertEqual(outcomes.code[0], expected)
                self.assertEqual(following is None, expected in (WON, LOST))

    def test_a_foul_at_pool_gives_the_other_player_ball_in_hand_and_is_counted(self) -> None:
        outcomes, following = judged("nine-ball", Situation(NINE), Shot("5"))
        assert following is not None
        self.assertEqual((outcomes.hand[0], following.in_hand, following.shooter), (ANYWHERE, "anywhere", "them"))
        self.assertEqual((following.my_fouls, "cue" in following.layout.balls), (1, False))

    def test_the_nine_potted_on_a_foul_returns_to_the_foot_spot_and_others_stay_down(self) -> None:
        _, following = judged("nine-ball", Situation(NINE), Shot("2", True, ("cue", "5", "9")))
        assert following is not None
        self.assertEqual(set(following.layout.balls), {"2", "9"})
        np.testing.assert_allclose(following.layout.balls["9"], (0.75 * 2.54, 0.635))

    def test_a_spotted_ball_goes_behind_one_that_is_on_the_spot(self) -> None:
        balls = {**NINE.balls, "5": (0.75 * 2.54, 0.635)}
        _, following = judged("nine-ball", Situation(Layout(TABLE, balls)), Shot("2", True, ("cue", "9")))
        assert following is not None
        x, y = following.layout.balls["9"]
        self.assertTrue(2 * TABLE.ball_radius_m <= x - 0.75 * 2.54 < 2 * TABLE.ball_radius_m + 0.0011 and y == 0.635)

    def test_after_a_push_out_the_other_player_finds_it_made(self) -> None:
        _, following = judged("nine-ball", Situation(NINE), Shot(None, False, (), Call(push_out=True), PUSH))
        assert following is not None
        self.assertEqual((following.push_out, following.shooter), ("made", "them"))

    def test_the_first_ball_made_on_an_open_table_decides_the_groups_for_both(self) -> None:
        for shooter, mine in (("me", "stripes"), ("them", "solids")):
            _, following = judged(
                "eight-ball", Situation(OPEN_EIGHT, shooter=shooter), Shot("10", True, ("10",), Call("10", 2))
            )
            assert following is not None
            self.assertEqual(following.my_group, mine)

    def test_straight_pool_counts_points_and_fouls_and_racks_again_when_one_ball_is_left(self) -> None:
        _, following = judged("straight-pool", Situation(BREAK_BALL), Shot("4", True, ("4",), Call("4", 2)))
        assert following is not None
        self.assertEqual((following.my_points, len(following.object_balls), following.shooter), (1, 15, "me"))
        self.assertEqual(following.layout.balls["7"], BREAK_BALL.balls["7"])
        _, fouled = judged("straight-pool", Situation(STRAIGHT), Shot("1", True, ("cue",), more={"my_fouls": 2}))
        assert fouled is not None
        self.assertEqual((fouled.my_points, fouled.my_fouls, fouled.in_hand), (-16, 0, "behind-line"))
        outcomes, missed = judged("straight-pool", Situation(STRAIGHT), Shot("3", True, ("3",), Call("1", 2)))
        assert missed is not None
        self.assertEqual((len(missed.object_balls), outcomes.points[0]), (3, 0))

    def test_snooker_fouls_cost_what_the_dearest_ball_in_them_is_worth(self) -> None:
        for shot, given in (
            (Shot(None), 4),
            (Shot("blue"), 5),
            (Shot("red1", True, ("black",)), 7),
            (Shot("red1", True, ("cue",)), 4),
            (Shot(None, call=Call("pink"), more={"ball_on": "colour"}), 6),
        ):
            outcomes, following = judged("snooker", Situation(REDS), shot)
            assert following is not None
            self.assertEqual((outcomes.points[0], following.their_points, following.ball_on), (-given, given, "red"))

    def test_colours_return_to_their_spots_until_they_fall_in_order(self) -> None:
        outcomes, following = judged(
            "snooker", Situation(REDS), Shot("black", True, ("black",), Call("black"), {"ball_on": "colour"})
        )
        assert following is not None
        self.assertEqual((outcomes.points[0], following.ball_on), (7, "red"))
        np.testing.assert_allclose(following.layout.balls["black"], spots(bed_of(SNOOKER))["black"])
        _, following = judged("snooker", Situation(IN_ORDER), Shot("yellow", True, ("yellow",)))
        assert following is not None
        self.assertEqual(("yellow" in following.layout.balls, following.ball_on), (False, "green"))

    def test_points_left_and_snookers_needed(self) -> None:
        # Source: the rules' arithmetic: two reds with blacks 16, colours 27.
        behind = Situation(REDS, game="snooker", their_points=60)
        numbers, in_play = numbers_of(names_of(REDS)), np.full(9, -1, dtype=np.int8)
        for situation, left, needed in (
            (behind, 43, 5), (replace(behind, their_points=43), 43, 0), (replace(behind, ball_on="colour"), 50, 3),
        ):  # fmt: skip
            standing = standing_of(situation)
            self.assertEqual(points_left(numbers, in_play, standing[BALL_ON]), left)
            self.assertEqual(snookers_needed(numbers, in_play, standing), needed)

    def test_a_free_ball_follows_a_foul_that_leaves_a_snooker_and_the_other_player_has_his_choices(self) -> None:
        radius = SNOOKER.ball_radius_m
        line = np.array([(0.5, 0.9), (1.5, 0.9), (2.0, 0.9)])
        aside = np.array([(0.5, 0.9), (1.5, 0.9 + 4.1 * radius), (2.0, 0.9)])
        numbers, in_play = np.array([0, 7, 1]), np.full(3, -1, dtype=np.int8)
        self.assertTrue(is_snookered(line, numbers, in_play, 0, radius))
        self.assertFalse(is_snookered(aside, numbers, in_play, 0, radius))
        names = names_of(REDS)
        outcomes, _ = judged("snooker", Situation(REDS, game="snooker"), Shot(None))
        chances = choices(Situation(REDS, game="snooker"), names, outcomes, 0)
        self.assertEqual([choice.shooter for choice in chances], ["them", "me", "me"])
        outcomes, _ = judged("snooker", Situation(REDS, game="snooker", variant="no miss"), Shot(None))
        strict = choices(Situation(REDS, game="snooker", variant="no miss"), names, outcomes, 0)
        self.assertEqual(len(strict), 2)

    def test_the_cue_ball_is_in_hand_in_the_d_after_it_was_potted(self) -> None:
        outcomes, _ = judged("snooker", Situation(REDS), Shot("red1", True, ("cue",)))
        self.assertEqual(outcomes.hand[0], BEHIND_LINE)

    def test_situations_that_cannot_be_are_refused(self) -> None:
        for game, lie, more, words in (
            ("nine-ball", layout("cue", "3"), {}, "the 9 is not on the table"),
            ("nine-ball", layout("3", "9"), {}, "the cue ball is not on the table"),
            ("nine-ball", layout("cue", "9", "12"), {}, "nine-ball has no such ball"),
            ("nine-ball", NINE, {"my_group": "solids"}, "my_group: nine-ball has none"),
            ("nine-ball", NINE, {"my_fouls": 3}, "3 fouls in a row cannot be"),
            ("ten-ball", NINE, {}, "the 10 is not on the table"),
            ("eight-ball", layout("cue", "1"), {}, "the 8 is not on the table"),
            ("eight-ball", OPEN_EIGHT, {"my_group": "reds"}, "is no group"),
            ("straight-pool", STRAIGHT, {"my_points": 100}, "cannot be in a game to 100"),
            ("snooker", layout("cue", "red1", "black"), {}, "the yellow is off while reds are on"),
            ("snooker", REDS, {"ball_on": "green"}, "cannot be on with these balls"),
            ("snooker", IN_ORDER, {"ball_on": "red"}, "cannot be on with these balls"),
            ("nine-ball", layout("cue"), {}, "there is no ball to play"),
        ):
            with self.subTest(words), self.assertRaisesRegex(Refused, words):
                game_named(game).check(replace(Situation(lie, game=game), **more))


class Matches(unittest.TestCase):
    def test_with_equal_chances_a_race_is_the_negative_binomial(self) -> None:
        for need, other, chance in ((7, 7, 0.55), (3, 5, 0.4), (1, 4, 0.7)):
            match = Match(race_to=7, my_racks=7 - need, their_racks=7 - other)
            # Source: scipy.stats.nbinom: at most other - 1 losses before the n-th win.
            self.assertAlmostEqual(
                match_chance(match, chance, chance), float(nbinom.cdf(other - 1, need, chance)), places=12
            )

    def test_alternate_and_winner_breaks_give_the_same_chance(self) -> None:
        # Source: Kingston, "Comparison of scoring systems in two-sided competitions", J. Comb. Theory A 20 (1976),
        # from memory: the order of service does not change the chance of a best-of contest.
        for race in (2, 5, 9):
            alternate, winner = (match_chance(Match(race_to=race, breaks=b), 0.7, 0.4) for b in ("alternate", "winner"))
            self.assertAlmostEqual(winner, alternate, places=12)
        self.assertGreater(
            match_chance(Match(race_to=5), 0.7, 0.4), match_chance(Match(race_to=5, i_break=False), 0.7, 0.4)
        )

    def test_a_known_rack_counts_for_what_it_is_worth(self) -> None:
        hill = Match(race_to=3, my_racks=2, their_racks=2)
        self.assertAlmostEqual(match_chance(hill, 0.5, 0.5, this_rack=0.8), 0.8)
        with self.assertRaisesRegex(Refused, "3 racks cannot be in a race to 3"):
            Match(race_to=3, my_racks=3).check()
