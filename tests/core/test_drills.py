"""Drills: rules of success on known strokes, expected shares, the ladder, progress, what next. No Django."""

import itertools
import math
import unittest
from dataclasses import replace

import numpy as np
from scipy import stats

from partita.errors import Refused
from partita.files.drill_file import drill_json, parse_drill, read_drill, write_drill
from partita.intervals import Chance
from partita.physics.simulate import execute
from partita.physics.stroke import Stroke, level_strokes
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS
from partita.practice.drills import ladder
from partita.practice.drills.attempts import counted
from partita.practice.drills.catalogue import DRILLS
from partita.practice.drills.drill import SetUp, Step, check_drill
from partita.practice.drills.expected import Expected, expected
from partita.practice.drills.hands import Referee, in_hands, intended, play
from partita.practice.drills.next_up import Practised, next_up
from partita.practice.drills.progress import Held, Try, by_day, held_against, runs
from partita.practice.drills.rule import Circle, Rule, Strip, as_asked
from partita.practice.drills.strokes import best_stroke
from partita.reports.practice.report import rule_words
from partita.rows.stroke import TARGET_TURN_RAD
from partita.table.diamonds import metres
from partita.table.spec import TableSpec

TABLE = TableSpec()
LEAGUE = PRESETS["league"]
EXACT = replace(PRESETS["professional"], aim_deg=0.005, speed=0.005, tip=0.001, sight_mm=0.0, nerves=0.0)


def step(rule: Rule, **balls: tuple[float, float]) -> SetUp:
    return SetUp(Step("a step", {name.lstrip("b"): at for name, at in balls.items()}, rule), TABLE, "nine-ball")


def does(set_up: SetUp, aim_deg: float, speed: float, side: float = 0.0, height: float = 0.0) -> bool:
    """Whether a stroke without error does what a step asks."""
    row = Stroke(aim_deg, speed, side, height).row()[None]
    return bool(Referee(set_up, PRESETS["league"]).succeed(play(set_up, row))[0])


class Rules(unittest.TestCase):
    def test_a_stop_shot_stops_and_the_same_ball_followed_does_not(self) -> None:
        set_up = SetUp(DRILLS["stop"].steps[1], TABLE, "nine-ball")
        aim = math.degrees(math.atan2(1, 2))
        self.assertTrue(does(set_up, aim, 2.2, height=-0.16))
        self.assertFalse(does(set_up, aim, 2.2, height=0.4), "it follows by more than a ball")
        self.assertFalse(does(set_up, aim + 4, 2.2, height=-0.16), "it is not potted")

    def test_a_lag_counts_to_the_foot_rail_and_back_and_not_by_a_third_rail(self) -> None:
        rule = Rule(cue_in=Strip("head", 1.0), rails=("foot",), at_most=2)
        set_up = step(rule, cue=(2.0, 1.0))
        came = {speed: does(set_up, 0.0, speed) for speed in np.linspace(1.0, 3.2, 45)}
        right = [speed for speed, good in came.items() if good]
        self.assertGreater(len(right), 2)
        self.assertFalse(came[1.0], "short")
        self.assertFalse(came[3.2], "long: it comes off the head rail again")
        self.assertFalse(does(set_up, 180.0, 0.6), "it never went to the foot rail")

    def test_zones_are_measured_from_the_nose_to_the_edge_and_from_the_mark_to_the_centre(self) -> None:
        hand = Strip("far-long", 0.5)
        inside, outside = TABLE.width_m - TABLE.ball_radius_m - np.array([0.49, 0.51]) * TABLE.diamond_m
        places = np.array([[1.0, inside], [1.0, outside]])
        self.assertEqual(hand.holds(TABLE, places).tolist(), [True, False])
        near = Circle((4.0, 2.0), 0.25)
        at = np.array([metres(TABLE, 4.24, 2.0), metres(TABLE, 4.26, 2.0)])
        self.assertEqual(near.holds(TABLE, at).tolist(), [True, False])

    def test_a_kick_counts_by_its_first_rails_in_order(self) -> None:
        shots = execute(TABLE, np.array([metres(TABLE, 2, 1)]), Stroke(60.0, 2.2, 0.0, 0.2).row()[None])
        for rails, wanted in ((("far-long",), True), (("near-long",), False), (("far-long", "near-long"), True)):
            rule = Rule(cue_in=Strip("head", 8.0), rails=rails)
            self.assertEqual(bool(as_asked(rule, TABLE, ("cue",), shots, np.ones(1, bool))[0]), wanted, rails)

    def test_no_open_shot_is_what_the_rules_and_the_opponents_eyes_make_of_it(self) -> None:
        rule = Rule("9", nothing_open=True)
        hanging = step(rule, cue=(4.0, 1.0), b9=(7.7, 3.7))
        self.assertFalse(does(hanging, math.degrees(math.atan2(2.6, 3.6)), 0.35), "the nine hangs in the jaws")
        self.assertFalse(does(hanging, 180.0, 1.0), "missing the ball is a foul: ball in hand")
        set_up = SetUp(DRILLS["rails-apart"].steps[1], TABLE, "nine-ball")
        best = best_stroke(set_up, EXACT)
        self.assertTrue(Referee(set_up, EXACT).succeed(play(set_up, best.stroke[None]))[0])

    def test_a_tap_decides_where_one_zone_does_and_is_refused_elsewhere(self) -> None:
        follow = DRILLS["follow"].steps[2]
        assert isinstance(follow.rule.cue_in, Circle)
        mark = follow.rule.cue_in.at
        self.assertTrue(counted(follow, TABLE, "", mark).made)
        off = counted(follow, TABLE, "", (1.0, 1.0))
        self.assertEqual((off.made, off.potted), (False, True), "potted, but not in its place")
        self.assertEqual(counted(follow, TABLE, "missed", None).potted, False)
        with self.assertRaises(Refused):
            counted(DRILLS["rails-apart"].steps[0], TABLE, "", (1.0, 1.0))
        with self.assertRaises(Refused):
            counted(DRILLS["straight"].steps[0], TABLE, "off", None)

    def test_every_drill_can_be_set_up_says_what_it_asks_and_comes_back_from_its_file(self) -> None:
        self.assertGreaterEqual(len(DRILLS), 14)
        for drill in DRILLS.values():
            check_drill(drill, TABLE)
            self.assertEqual(parse_drill(write_drill(drill), TABLE), drill)
            self.assertTrue(all(rule_words(one.rule) for one in drill.steps))

    def test_a_drill_that_cannot_be_is_refused_with_what_and_where(self) -> None:
        row = drill_json(DRILLS["stop"])
        broken = {
            "pocket": {"ball": "1", "pocket": "middle"}, "no ball": {"ball": "7", "pocket": "foot-far"},
            "nothing": {"ball": "1"}, "far": {"ball": "1", "cue_in": {"at": [9, 2], "within": 1}},
            "rail": {"cue_in": {"rail": "left", "within": 1}}, "nothing to fly over": {"ball": "1", "over": True},
        }  # fmt: skip
        for name, rule in broken.items():
            steps = [{**row["steps"][0], "rule": rule}]
            with self.assertRaises(Refused, msg=name) as caught:
                read_drill({**row, "steps": steps}, TABLE)
            self.assertTrue(caught.exception.problems[0].accepted)
        for change in ({"steps": []}, {"game": "chess"}, {"name": "\x00"}):
            with self.assertRaises(Refused, msg=str(change)):
                read_drill({**row, **change}, TABLE)
        for balls in ({"cue": [1, 1], "17": [2, 2]}, {"cue": [1, 1], "1": [2, float("nan")]}, {"1": [2, 2]}):
            with self.assertRaises(Refused, msg=str(balls)):
                read_drill({**row, "steps": [{**row["steps"][0], "balls": balls}]}, TABLE)


class WhatIsExpected(unittest.TestCase):
    def test_hands_without_error_do_every_step_of_the_stop_shot(self) -> None:
        for one in DRILLS["stop"].steps[:4]:
            set_up = SetUp(one, TABLE, "nine-ball")
            best = best_stroke(set_up, EXACT)
            rows = in_hands(set_up, best, EXACT.row(), standard_draws(5, 200))
            self.assertGreater(Referee(set_up, EXACT).succeed(play(set_up, rows)).mean(), 0.98, one.name)

    def test_hands_judge_a_frozen_ball_as_in_every_weighing(self) -> None:
        frozen = step(Rule(ball="1", pocket="foot-far"), b1=(7.0, 4.0 - 0.0286 / TABLE.diamond_m), cue=(5.3, 2.4))
        free = step(Rule(ball="1", pocket="foot-far"), b1=(7.0, 3.4), cue=(5.3, 1.8))
        turns = [
            in_hands(one, best_stroke(one, LEAGUE), LEAGUE.row(), standard_draws(5, 200))[:, TARGET_TURN_RAD].std()
            for one in (frozen, free)
        ]
        self.assertGreater(turns[0], 0.05)
        self.assertEqual(turns[1], 0.0)

    def test_a_straight_pot_with_aim_alone_is_the_closed_form_normal_integral(self) -> None:
        # A ball that goes where it is sent falls within an angle; how often is an integral of the normal density.
        set_up = SetUp(DRILLS["straight"].steps[4], TABLE, "nine-ball")
        hands = replace(EXACT, aim_deg=0.12, power_cost=0.0, side_cost=0.0)
        meant = best_stroke(set_up, hands)
        off = np.linspace(-0.012, 0.012, 2401)
        rows = np.tile(meant.stroke, (len(off), 1))
        rows[:, 0] += off
        falls = off[Referee(set_up, hands).succeed(play(set_up, rows))]
        sd = math.radians(0.12)
        closed = stats.norm.cdf(falls.max() / sd) - stats.norm.cdf(falls.min() / sd)
        player = hands.row()
        made = Referee(set_up, hands).succeed(play(set_up, in_hands(set_up, meant, player, standard_draws(3, 6000))))
        self.assertAlmostEqual(made.mean(), closed, delta=0.03)

    def test_weaker_hands_make_less_harder_steps_are_made_less_and_the_interval_holds_the_player(self) -> None:
        drill = DRILLS["follow"]
        by_level = {name: list(expected(drill, PRESETS[name], TABLE)) for name in ("semi-professional", "league")}
        for told in by_level.values():
            values = [one.chance.value for one in told if one.chance]
            self.assertTrue(all(b < a + 0.03 for a, b in itertools.pairwise(values)), values)
            self.assertTrue(all(list(one.by_form) == sorted(one.by_form, reverse=True) for one in told))
        for better, worse in zip(*by_level.values(), strict=True):
            assert better.chance and worse.chance
            self.assertGreater(better.chance.value, worse.chance.value)
            self.assertTrue(worse.chance.low <= worse.by_form[3] + 0.05 <= worse.chance.high + 0.1)

    def test_a_step_that_nobody_can_do_says_so_and_the_others_stand(self) -> None:
        blocked = Step("shut", {"cue": (1.0, 2.0), "1": (4.0, 2.0)}, Rule("1", pocket="head-far"))
        drill = replace(DRILLS["straight"], steps=(DRILLS["straight"].steps[0], blocked))
        good, bad = expected(drill, PRESETS["league"], TABLE)
        self.assertIsNotNone(good.chance)
        self.assertIsNone(bad.chance)
        self.assertIn("no stroke", bad.why)

    def test_the_last_balls_are_run_out_by_better_hands_more_often(self) -> None:
        one = replace(DRILLS["last-three"], steps=DRILLS["last-three"].steps[1:2])
        strong, weak = (next(iter(expected(one, PRESETS[name], TABLE))) for name in ("professional", "league"))
        assert strong.chance and weak.chance
        self.assertGreater(strong.chance.value, weak.chance.value + 0.2)
        self.assertIsNone(strong.stroke, "a run is no single stroke")

    def test_a_drill_of_jumps_is_played_over_the_ball_by_who_jumps_and_refused_to_who_does_not(self) -> None:
        one = replace(DRILLS["jump"], steps=DRILLS["jump"].steps[1:2])
        (can,) = expected(one, PRESETS["strong league"], TABLE)
        assert can.chance and can.stroke
        self.assertGreater(can.stroke.elevation_deg, 15)
        # Common practice, no source: two in three.
        self.assertTrue(0.45 < can.chance.value < 0.85, can.chance)
        for player, table in (
            (PRESETS["beginner"], TABLE),
            (PRESETS["strong league"], replace(TABLE, jump_cues=False)),
        ):
            (cannot,) = expected(one, player, table)
            self.assertIsNone(cannot.chance)
            self.assertIn("does not jump on this table", cannot.why)
        # Straight at the ball, past the edge of the other, it does not count.
        past = SetUp(replace(one.steps[0], balls={**one.steps[0].balls, "2": (2.25, 2.2)}), TABLE, "nine-ball")
        level = play(past, level_strokes([0.0], 2.0))
        self.assertFalse(Referee(past, EXACT).succeed(level)[0])

    def test_the_stroke_of_a_drill_is_one_that_does_it(self) -> None:
        for key, number in (("rail-first", 2), ("kick-pot", 0), ("lag", 1), ("ball-to-rail", 2)):
            set_up = SetUp(DRILLS[key].steps[number], TABLE, "nine-ball")
            best = best_stroke(set_up, PRESETS["strong league"])
            self.assertTrue(Referee(set_up, EXACT).succeed(play(set_up, best.stroke[None]))[0], key)
            self.assertEqual(intended(set_up, best.stroke[None])[0].way_m, best.way_m)


def told(*values: float, gap: float = 0.9) -> list[Expected]:
    """Steps with these expected shares, and what other forms make of them: the odds move alike."""
    found = []
    for value in values:
        odds = math.log(value / (1 - value))
        forms = tuple(1 / (1 + math.exp(-(odds - gap * form / 0.4))) for form in (-1.2, -0.8, -0.4, 0.0, 0.4, 0.8, 1.2))
        found.append(Expected("step", Chance(value, value, value), None, forms))
    return found


class TheLadder(unittest.TestCase):
    STEPS = told(0.95, 0.85, 0.6, 0.38, 0.15)

    def climb(self, true: list[float], begun: int, attempts: int, rng: np.random.Generator) -> int:
        at, made, count = begun, 0, 0
        for _ in range(attempts):
            made, count = made + bool(rng.random() < true[at]), count + 1
            following = ladder.moved(self.STEPS, at, made, count)
            if following != at:
                at, made, count = following, 0, 0
        return at

    def test_it_begins_where_six_in_ten_are_expected_and_with_the_first_of_steps_that_build_on_each_other(self) -> None:
        self.assertEqual(ladder.first_step(self.STEPS), 2)
        self.assertEqual(ladder.first_step(self.STEPS, fixed_order=True), 0)
        closed = [Expected("none", None, None, why="no"), *self.STEPS[1:]]
        self.assertEqual(ladder.first_step(closed, fixed_order=True), 1)

    def test_players_of_known_form_stand_at_the_step_that_suits_nine_times_in_ten(self) -> None:
        rng = np.random.default_rng(4)
        true = [one.chance.value for one in self.STEPS if one.chance]
        for attempts in (20, 60):
            at = [self.climb(true, 2, attempts, rng) in ladder.suiting(true) for _ in range(400)]
            self.assertGreater(np.mean(at), 0.9, attempts)

    def test_players_who_are_better_or_worse_than_taken_get_to_theirs(self) -> None:
        rng = np.random.default_rng(5)
        for form in (1, 5):
            true = [one.by_form[form] for one in self.STEPS]
            self.assertNotIn(2, ladder.suiting(true))
            at = [self.climb(true, 2, 120, rng) in ladder.suiting(true) for _ in range(400)]
            self.assertGreater(np.mean(at), 0.75, true)

    def test_a_step_is_left_wrongly_no_more_often_than_wald_allows(self) -> None:
        # Wald, Sequential tests (1945): the odds at which a hypothesis is taken bound how often that is wrong.
        rng, even = np.random.default_rng(6), ladder._even_with(self.STEPS, 2, 3)
        here = ladder.bounds(self.STEPS, 2)
        left = 0
        for _ in range(1500):
            made = 0
            for count in range(1, ladder.MOST + 1):
                made += bool(rng.random() < even - ladder._ASIDE)
                bound = here.up[count]
                if bound is not None and made >= bound:
                    left += 1
                    break
        self.assertLess(left / 1500, 1 / ladder._ODDS + 0.02)

    def test_nobody_moves_off_either_end_or_within_the_first_attempts(self) -> None:
        self.assertEqual(ladder.moved(self.STEPS, 4, 30, 30), 4)
        self.assertEqual(ladder.moved(self.STEPS, 0, 0, 30), 0)
        self.assertEqual(ladder.moved(self.STEPS, 2, 3, 3), 2)
        self.assertEqual(ladder.moved(self.STEPS, 2, 12, 12), 3)
        self.assertEqual(ladder.moved(self.STEPS, 2, 1, 12), 1)


class Progress(unittest.TestCase):
    def test_runs_and_days_with_wilsons_interval(self) -> None:
        tries = [Try(1, 0, made) for made in (True, True, True, False, True)] + [Try(2, 0, False), Try(2, 1, True)]
        days = by_day(tries)
        told = [(day.day, day.step, day.made, day.attempts, day.best_run) for day in days]
        self.assertEqual(told, [(1, 0, 4, 5, 3), (2, 0, 0, 1, 0), (2, 1, 1, 1, 1)])
        # The score interval of 4 in 5, from SciPy.
        low, high = stats.binomtest(4, 5).proportion_ci(method="wilson")
        self.assertAlmostEqual(days[0].share.low, low, places=6)
        self.assertAlmostEqual(days[0].share.high, high, places=6)
        self.assertEqual(runs([]), (0, 0))

    def test_below_and_above_are_said_beyond_chance_and_beyond_what_is_known_of_the_player(self) -> None:
        expecting = told(0.6)
        self.assertEqual(held_against([Try(1, 0, k % 3 == 0) for k in range(60)], expecting).stands, "below")  # type: ignore[union-attr]
        self.assertEqual(held_against([Try(1, 0, k % 10 != 0) for k in range(60)], expecting).stands, "above")  # type: ignore[union-attr]
        self.assertEqual(held_against([Try(1, 0, k % 2 == 0) for k in range(20)], expecting).stands, "as expected")  # type: ignore[union-attr]
        self.assertEqual(held_against([Try(1, 0, False)] * 5, expecting).stands, "as expected", "too few")  # type: ignore[union-attr]
        self.assertIsNone(held_against([Try(1, 3, True)], expecting))

    def test_next_is_what_wins_most_what_fell_short_and_what_is_long_ago_each_once(self) -> None:
        below = Held(40, Chance(0.3, 0.2, 0.4), Chance(0.6, 0.5, 0.7), "below")
        practised = {"lag": Practised(100, below), "stop": Practised(60), "cut": Practised(99)}
        racks = {"aim_deg": 1.0, "speed": 3.0, "tip": 0.1, "sight_mm": 0.5}
        found = next_up(list(DRILLS.values()), practised, racks, 101)
        self.assertEqual([one.why for one in found], ["racks", "below", "long ago"])
        self.assertEqual(DRILLS[found[0].drill].errors[0], "speed")
        self.assertEqual((found[1].drill, found[2].drill, found[2].days), ("lag", "stop", 41))
        self.assertEqual(len({one.drill for one in found}), 3)
        new = next_up(list(DRILLS.values()), {}, {}, 101)
        self.assertEqual([one.why for one in new], ["never"], "nothing is made up where nothing is known")
