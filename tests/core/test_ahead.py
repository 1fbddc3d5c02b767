"""Looking ahead: roll-outs with the luck taken out, lines that catch up, and what may then be said."""

import unittest
from dataclasses import replace
from functools import cache

import numpy as np

from benchmarks.odds.positions import kept_positions
from partita.games.question import Question
from partita.games.situation import Situation
from partita.options.finder import constructed
from partita.options.fold import shot_of
from partita.physics.stroke import Stroke
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS
from partita.playing.playout import first_stroke, racks_of
from partita.playing.racks import AT_FRESH, AT_WHO, LOG, gains_of
from partita.reports.ledger.report import study_of
from partita.reports.ledger.words import reliability_words
from partita.rows.features import CHOSE, OTHER, SHOOTER
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.weighing.ahead import weight_of
from partita.weighing.doubt import doubt_of
from partita.weighing.halving import Halving
from partita.weighing.rater import Rater
from partita.weighing.verdict import ENOUGH, verdict
from partita.weighing.weigh import WeighRequest, weigh
from partita.weighing.weighed import NOT_AHEAD, Ahead, Weighing
from tests.core.test_doubt import line

TABLE, LEAGUE = TableSpec(), PRESETS["league"]
OPEN = Situation(Layout.in_diamonds(TABLE, cue=(4, 1.2), b7=(6, 1), b8=(2, 3), b9=(7, 3)))
JAWS = Situation(Layout.in_diamonds(TABLE, cue=(4, 1.2), b8=(0.04, 0.04), b9=(7, 3)))


@cache
def states(samples: int = 200) -> tuple[Weighing, ...]:
    """A weighing of an open position from its settled state on."""
    return tuple(state for state in weigh(WeighRequest(OPEN, LEAGUE, LEAGUE, samples=samples)) if state.settled)


class Rollouts(unittest.TestCase):
    def test_with_the_luck_taken_out_racks_win_as_often_and_scatter_far_less(self) -> None:
        found, logs = np.zeros((160, 2)), np.zeros((160, 60, LOG))
        first = first_stroke(Question(OPEN, LEAGUE, LEAGUE), Stroke(-10.0, 1.0))
        for _ in racks_of(Question(OPEN, LEAGUE, LEAGUE), found, first=first, logs=logs, fresh=8):
            pass
        adjusted = logs[:, 0, AT_FRESH] + gains_of(logs)[:, 1:].sum(axis=1)
        noise = np.sqrt((adjusted - found[:, 0]).var() / 160)
        self.assertLess(abs(adjusted.mean() - found[:, 0].mean()), 2.6 * noise)
        self.assertLess(adjusted.var(), 0.5 * found[:, 0].var())

    def test_who_chose_is_whoever_played_the_stroke_before(self) -> None:
        found, logs = np.zeros((6, 2)), np.zeros((6, 30, LOG))
        for _ in racks_of(Question(OPEN, LEAGUE, LEAGUE), found, logs=logs):
            pass
        for log in logs:
            who, chose = log[log[:, AT_WHO] > 0, AT_WHO], log[log[:, AT_WHO] > 0, CHOSE]
            self.assertEqual(chose[0], 0.0)
            np.testing.assert_array_equal(chose[1:], np.where(who[1:] == who[:-1], SHOOTER, OTHER))

    def test_tries_afresh_change_nothing_of_how_a_rack_goes(self) -> None:
        plain, tried = np.zeros((8, 2)), np.zeros((8, 2))
        for found, fresh in ((plain, 0), (tried, 16)):
            for _ in racks_of(Question(OPEN, LEAGUE, LEAGUE), found, logs=np.zeros((8, 30, LOG)), fresh=fresh):
                pass
        np.testing.assert_array_equal(plain, tried)


class Sharpened(unittest.TestCase):
    def test_searched_for_once_more_a_stroke_is_better_and_other_seeds_find_one_that_is_worth_nearly_the_same(
        self,
    ) -> None:
        rater, few, more = Rater(OPEN, LEAGUE, LEAGUE), [], []
        pots, draws = constructed(rater.scene), standard_draws(99, 3000)
        for seed in (1, 2, 3, 4):
            halving = Halving(rater, seed, 1000)
            halving.enter(pots)
            first = halving.ranking()[0]
            best = halving.sharpen(first)
            self.assertEqual(shot_of(halving.field[best]), shot_of(halving.field[first]))
            few.append(float(rater.sample(halving.field[first], draws).value.mean()))
            more.append(float(rater.sample(halving.field[best], draws).value.mean()))
        self.assertGreater(np.mean(more), np.mean(few))
        self.assertLess(max(more) - min(more), 0.6 * (max(few) - min(few)))

    def test_a_stroke_of_ones_own_stays_as_it_is(self) -> None:
        rater = Rater(OPEN, LEAGUE, LEAGUE)
        halving = Halving(rater, 1, 100)
        halving.enter([replace(option, source="own") for option in constructed(rater.scene)[:3]])
        self.assertEqual((halving.sharpen(1), len(halving.field)), (1, 3))


class LookingAhead(unittest.TestCase):
    def test_it_comes_after_the_settled_state_by_itself_and_the_same_request_gives_the_same(self) -> None:
        settled, *later = states()
        self.assertFalse(settled.looked)
        self.assertEqual([state.looked for state in later], [False] * (len(later) - 1) + [True])
        progress = [state.progress for state in (settled, *later)]
        self.assertEqual(progress, sorted(progress))
        self.assertEqual(progress[-1], 1.0)
        *_, again = weigh(WeighRequest(OPEN, LEAGUE, LEAGUE, samples=200))
        self.assertEqual(study_of(again).as_json(), study_of(later[-1]).as_json())

    def test_without_it_a_weighing_ends_with_what_would_change_the_choice(self) -> None:
        *_, last = weigh(WeighRequest(OPEN, LEAGUE, LEAGUE, samples=100, ahead=False))
        self.assertTrue(last.settled and last.changes is not None and not last.looked)
        self.assertEqual({one.ahead for one in last.lines}, {NOT_AHEAD})

    def test_roll_outs_go_where_the_answer_hangs_on_them_and_end_when_enough_is_spent(self) -> None:
        last = states()[-1]
        best, *others = last.lines
        self.assertEqual(best.ahead.strokes, 5)
        told = [one for one in others if one.ahead.strokes == 1]
        self.assertTrue(told and all(one.ahead.rollouts < best.ahead.rollouts for one in told))
        self.assertEqual([one.value for one in last.lines], sorted((one.value for one in last.lines), reverse=True))
        # A fifth of the tries, a fifth of what may be spent: strokes of roll-outs times three balls, and first looks.
        played = sum(6 * one.ahead.rollouts for one in last.lines)
        self.assertLess(3 * played, 0.2 * 10_000 + 3 * 6 * 12 * 4)
        # Where it is told before, only the first line is looked at deeper.
        hanging = Situation(Layout.in_diamonds(TABLE, cue=(7.2, 3.4), b9=(7.8, 3.84)))
        *_, clear = weigh(WeighRequest(hanging, LEAGUE, LEAGUE, samples=60))
        self.assertEqual([one.ahead.strokes == 5 for one in clear.lines], [True] + [False] * (len(clear.lines) - 1))

    def test_the_interval_of_the_first_line_narrows_and_its_words_say_why(self) -> None:
        settled, last = states()[0], states()[-1]
        first = last.lines[0]
        before = next((one for one in settled.lines if one.option.id == first.option.id), settled.lines[0])
        self.assertLess(doubt_of(first, "nine-ball").model, doubt_of(before, "nine-ball").model)
        told = study_of(last).options[0]
        self.assertIn("5 strokes ahead", told.doubt_words)
        self.assertEqual((told.ahead and told.ahead.strokes, study_of(settled).options[0].ahead), (5, None))

    def test_what_is_told_by_ending_still_adds_up_to_the_rack_chance(self) -> None:
        for told in study_of(states()[-1]).options:
            total = sum(told.shares[name] * value for name, value in told.value_by_ending.items())
            self.assertAlmostEqual(total, told.rack_chance.value, 3)

    def test_every_game_is_looked_ahead_from_hand_and_after_a_break_too(self) -> None:
        games = {}
        # The shortest racks of all: what is asked is whether they are looked at, not how well.
        for asked in sorted(kept_positions(), key=lambda asked: len(asked[0].object_balls)):
            games.setdefault(asked[0].game, asked)
        balls = {name: place for name, place in OPEN.layout.balls.items() if name != "cue"}
        in_hand = replace(OPEN, in_hand="anywhere", layout=Layout(TABLE, balls))
        may_push = replace(OPEN, push_out="allowed")
        racks = [*games.values(), (in_hand, "league", "league"), (may_push, "league", "league")]
        self.assertGreaterEqual(len(racks), 7)
        for situation, me, them in racks:
            with self.subTest(situation.game, in_hand=situation.in_hand, push_out=situation.push_out):
                *_, last = weigh(WeighRequest(situation, PRESETS[me], PRESETS[them], samples=50))
                self.assertTrue(last.looked)
                self.assertGreater(last.lines[0].ahead.rollouts, 0)

    def test_a_ball_in_the_jaws_is_weighed_to_the_end_though_looser_pockets_would_have_it(self) -> None:
        *_, last = weigh(WeighRequest(JAWS, LEAGUE, LEAGUE, samples=60))
        self.assertTrue(last.looked)
        self.assertNotIn("loose pockets", [row.name for row in last.changes.changes] if last.changes else [])

    def test_a_finding_counts_by_the_share_of_its_spread_that_is_no_noise(self) -> None:
        rng = np.random.default_rng(3)
        truth = rng.normal(0.0, 0.02, 4000)
        found = truth + rng.normal(0.0, 0.03, 4000)
        by_weight = np.mean((weight_of(0.02, 0.03) * found - truth) ** 2)
        # Source: linear regression, numpy.polyfit: no other share of the finding comes nearer.
        self.assertAlmostEqual(weight_of(0.02, 0.03), np.polyfit(found, truth, 1)[0], delta=0.03)
        self.assertLess(by_weight, min(np.mean(truth**2), np.mean((found - truth) ** 2)))


class Verdicts(unittest.TestCase):
    def test_the_best_is_told_or_a_group_with_its_bound_or_neither(self) -> None:
        self.assertEqual(verdict([]).kind, "best")
        # That no other is much better is known before it is known which are as good.
        alone = verdict([(0.01, 0.015), (0.011, 0.018)])
        self.assertEqual((alone.kind, alone.lines), ("group", 1))
        self.assertAlmostEqual(alone.bound, 1.644854 * 0.018 - 0.011)
        told = verdict([(0.004, 0.004), (0.006, 0.005), (0.2, 0.01)])
        self.assertEqual((told.kind, told.lines), ("group", 3))
        self.assertAlmostEqual(told.bound, 0.006 + 1.644854 * 0.005)
        self.assertLessEqual(told.bound, ENOUGH)
        self.assertEqual(verdict([(0.004, 0.03)]).kind, "open")

    def test_the_first_of_a_group_is_good_enough_as_often_as_is_said(self) -> None:
        rng = np.random.default_rng(4)
        better = []
        for _ in range(6000):
            lead, deviation = rng.uniform(0.0, 0.02), rng.uniform(0.002, 0.02)
            told = verdict([(lead, deviation)])
            if told.kind == "group":
                better.append(rng.normal(-lead, deviation) > told.bound)
        self.assertLess(np.mean(better), 0.055)

    def test_a_group_is_said_in_one_line(self) -> None:
        sure = Ahead(3, 96, 0.0, 0.0)
        # One's own strokes were not looked for: no other search finds another of them.
        lines = [replace(line(0.0, source="own"), ahead=sure) for _ in range(3)]
        first = replace(line(0.03, source="own"), ahead=sure)
        alone = reliability_words([first, replace(lines[0], ahead=Ahead(1, 24, 0.0, 0.02))], True, "nine-ball")
        self.assertEqual(alone, "Play the first shot: no other is more than half a point better.")
        for count, words in ((2, "One of two: neither is more than"), (3, "Any of three: none is more than")):
            said = reliability_words(lines[:count], True, "nine-ball")
            self.assertTrue(said.startswith(words), said)
            self.assertRegex(said, r"more than (half a point|1 point|1\.5 points|2 points) behind")
