"""What the figures of a weighing may be off by: the intervals, what they are fitted on, and what is said of them."""

import json
import math
import tempfile
import unittest
from dataclasses import replace
from pathlib import Path
from unittest import mock

import numpy as np
from scipy.stats import norm

from benchmarks.odds.coverage import coverage, left_out
from benchmarks.odds.figures import (
    again_and_again,
    asked_again,
    better_ones,
    decided,
    played_on,
    regrets,
    worst_by_chance,
)
from benchmarks.odds.rows import Rows, other_sort, play, sources, weighed, worths_of
from partita.fitting import doubt as fit
from partita.fitting.doubt import Row, worth_of
from partita.games.question import Question
from partita.games.situation import Situation
from partita.options.option import Intention, Option
from partita.physics.stroke import Stroke
from partita.players.stroke_model import PRESETS
from partita.reports.ledger.words import better_share, choice_words, doubt_words, reliability_words
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.weighing.doubt import Doubt, Doubts, doubt_between, doubt_of, doubts_of, model_between
from partita.weighing.samples import IN_SHAPE, NOTHING_LEFT, WON_NOW, Samples
from partita.weighing.weighed import Ahead, Weighed


def samples(values: np.ndarray, ending: int) -> Samples:
    """Executions that all end alike."""
    count = len(values)
    small, places = np.zeros(count, dtype=np.int8), np.zeros((count, 2))
    return Samples(
        values,
        np.full(count, ending, dtype=np.int8),
        small == 0,
        small == 0,
        values,
        values,
        small,
        places,
        places,
        small,
        small,
    )


def line(
    value: float, ending: int = NOTHING_LEFT, kind: str = "safety", source: str = "swept", seed: int = 1
) -> Weighed:
    """A line of about that rack chance whose executions all end alike."""
    rng = np.random.default_rng(seed)
    values = np.clip(rng.normal(value, 0.05, 400), 0, 1) if 0 < value < 1 else np.full(400, value)
    potted = "5" if kind == "pot" else None
    intention = Intention(kind, "5", potted, None, (), 0.5, "left")
    return Weighed(Option(Stroke(0, 2), intention, 1.0, 0.2, "a shot", "", source), samples(values, ending), True)


def invented_rows(tau: float, search: float, positions: int = 120, racks: int = 64, left: float = 0.5) -> list[Row]:
    """Rows of positions whose lines are off by leaves that are worth other than said, as the model has it; looked one
    stroke ahead, by a share of that."""
    rng, rows = np.random.default_rng(5), []
    for number in range(positions):
        off, lines, again, looked, seen = rng.normal(0, tau), [], [], [], []
        for place in range(3):
            said = float(rng.uniform(0.2, 0.8))
            weights = dict.fromkeys(fit.IN_DOUBT, 0.0) | {"nothing_left": said * (1 - said)}
            chance = 1 / (1 + math.exp(-(math.log(said / (1 - said)) - off)))
            worth = (rng.random(racks) < chance).astype(float).tolist()
            one = {"id": f"{number}/{place}", "attacks": False, "value": said, "sampling": 0.004, "weights": weights}
            one |= {"strokes": 0, "gap": 0.0, "gap_sampling": 0.005}
            lines.append(one | {"worth": worth})
            looked.append(lines[-1] | {"value": chance + left * (said - chance), "strokes": 1})
            other = rng.normal(0, math.hypot(math.sqrt(2) * search, math.sqrt(2) * 0.004))
            again.append(one | {"value": said + other})
            seen.append(looked[-1] | {"value": looked[-1]["value"] + other})
        for told in (lines, looked):
            for one in told:
                one["gap"] = told[0]["value"] - one["value"]
        seeds = [{"lines": lines, "looked": looked}, {"lines": again, "looked": seen}]
        rows.append({"game": "nine-ball", "seeds": seeds, "freely": [1.0] * racks, "even": True})
    return rows


class IntervalsOwnUp(unittest.TestCase):
    def test_three_parts_add_in_squares_and_the_interval_stays_a_chance(self) -> None:
        doubt = Doubt(0.01, 0.02, 0.02)
        self.assertAlmostEqual(doubt.whole, 0.03)
        half = float(norm.ppf(0.975)) * 0.03
        self.assertAlmostEqual(doubt.around(0.5).high, 0.5 + half, 6)
        self.assertEqual(doubt.around(0.99).high, 1.0)
        self.assertEqual(doubt.around(0.01).low, 0.0)
        self.assertAlmostEqual(doubt.around(0.01, -1.0).low, 0.01 - half, 6)

    def test_a_rack_that_is_won_now_is_in_no_doubt_and_an_open_one_most(self) -> None:
        won, sure, open_one = line(1.0, WON_NOW), line(0.97, IN_SHAPE), line(0.5, IN_SHAPE)
        models = [doubt_of(one, "nine-ball").model for one in (won, sure, open_one)]
        self.assertEqual(models[0], 0.0)
        self.assertTrue(models[0] < models[1] < models[2], models)

    def test_a_stroke_of_ones_own_was_not_looked_for(self) -> None:
        self.assertEqual(doubt_of(line(0.5, source="own"), "nine-ball").search, 0.0)
        self.assertGreater(doubt_of(line(0.5), "nine-ball").search, 0.0)

    def test_a_difference_of_lines_that_end_alike_is_surer_than_either(self) -> None:
        one, other = line(0.5), line(0.52, seed=1)
        gap, between = doubt_between(other, one, "nine-ball")
        self.assertAlmostEqual(gap, 0.02, 3)
        self.assertLess(between.model, math.sqrt(2) * doubt_of(one, "nine-ball").model)
        # The same draws: what both have in common is no doubt of the difference.
        self.assertLess(between.sampling, doubt_of(one, "nine-ball").sampling)

    def test_a_line_with_fresh_draws_is_not_paired_with_one_without(self) -> None:
        one, other = line(0.5), line(0.52, seed=1)
        _, paired = doubt_between(other, one, "nine-ball")
        _, apart = doubt_between(other, replace(one, confirmed=False), "nine-ball")
        self.assertGreater(apart.sampling, 2 * paired.sampling)

    def test_errors_that_are_the_same_cancel_and_errors_that_are_not_add_in_squares(self) -> None:
        one = dict.fromkeys(fit.IN_DOUBT, 0.0) | {"nothing_left": 0.2}
        for together, expected in ((1.0, 0.0), (0.0, math.sqrt(2) * 0.06)):
            doubts = Doubts(dict.fromkeys(fit.IN_DOUBT, 0.3), together, 0.0, 0.0)
            self.assertAlmostEqual(model_between(doubts, one, one), expected)

    def test_every_game_has_a_doubt_that_was_measured(self) -> None:
        for game in ("nine-ball", "ten-ball", "eight-ball", "straight-pool", "snooker", "a game to come"):
            doubts = doubts_of(game)
            self.assertEqual(set(doubts.tau), set(fit.IN_DOUBT))
            self.assertTrue(0.0 <= doubts.together <= 1.0 and all(0 < tau < 2 for tau in doubts.tau.values()), game)


class WhatIsSaid(unittest.TestCase):
    def test_two_lines_that_are_all_but_equal_are_too_close_to_call_and_others_are_not(self) -> None:
        # What ends otherwise is judged otherwise: such a lead is in more doubt than anybody minds.
        shape = [line(value, ending=IN_SHAPE) for value in (0.5, 0.499)]
        close = reliability_words([line(0.501), shape[0]], True, "nine-ball")
        self.assertRegex(
            close, r"The first two are too close to call: the second is 0\.1 points behind, give or take \d"
        )
        many = reliability_words([line(0.501), *shape, line(0.1)], True, "nine-ball")
        self.assertIn("The first 3 are too close to call", many)
        apart = reliability_words([line(0.8), line(0.5)], True, "nine-ball")
        self.assertRegex(apart, r"The first shot is the best: the second is (29|30)\.\d points behind")
        self.assertEqual(reliability_words([line(0.8), line(0.5)], False, "nine-ball"), "Still refining.")
        first, other = replace(line(0.55, kind="pot"), ahead=Ahead(1, 24, 0.0, 0.2)), line(0.5)
        gap, doubt = doubt_between(first, other, "nine-ball")
        near = 1.5 * doubt.whole - gap
        leading = replace(first, samples=replace(first.samples, value=first.samples.value + near))
        self.assertRegex(reliability_words([leading, other], True, "nine-ball"), "most likely the best, not for sure")

    def test_whether_to_attack_is_said_with_how_often_that_is_right(self) -> None:
        first, other = line(0.53, kind="pot", ending=IN_SHAPE), line(0.5)
        gap, doubt = doubt_between(first, other, "nine-ball")
        tenths = round(10 * float(norm.cdf(gap / doubt.whole)))
        self.assertTrue(5 < tenths < 10)
        alike = line(0.52, kind="pot")
        said = choice_words([first, alike, other], True, "nine-ball")
        behind = f"the best safety, shot 3, is {100 * gap:.1f} points behind."
        self.assertEqual(said, f"To attack is right about {tenths} times in ten: {behind}")
        sure = choice_words([line(0.8), line(0.3, kind="pot")], True, "nine-ball")
        self.assertRegex(
            sure, r"To play safe is right nearly always: the best attack, shot 2, is (49|50)\.\d points behind"
        )
        even = choice_words([line(0.5005), line(0.5, kind="pot", ending=IN_SHAPE)], True, "nine-ball")
        self.assertIn("nobody can tell", even)
        slight = choice_words([line(0.5005), line(0.5, kind="pot")], True, "nine-ball")
        self.assertRegex(slight, r"hardly matters; (1 point|1\.5 points|2 points) at most: the best attack, shot 2,")
        likely = choice_words([line(0.505), line(0.5, kind="pot")], True, "nine-ball")
        self.assertRegex(
            likely, r"right about [678] times in ten and costs (half a point|1 point|1\.5 points) at most if it is not:"
        )
        self.assertEqual(choice_words([first, alike], True, "nine-ball"), "No safety was found here.")
        self.assertIn("still refining", choice_words([first, other], False, "nine-ball"))

    def test_taste_decides_among_shots_of_one_sort_only(self) -> None:
        pot, close, far = line(0.5, kind="pot"), line(0.4995), line(0.1)
        self.assertIn("you like better", reliability_words([line(0.5), close, far], True, "nine-ball"))
        mixed = reliability_words([pot, close, far], True, "nine-ball")
        self.assertIn("One of two: neither is more than", mixed)
        self.assertNotIn("you like", mixed)

    def test_a_lead_that_is_in_no_doubt_is_right_always_and_none_is_right_every_other_time(self) -> None:
        none = Doubt(0.0, 0.0, 0.0)
        self.assertEqual((better_share(0.1, none), better_share(0.0, none)), (1.0, 0.5))
        self.assertAlmostEqual(better_share(0.02, Doubt(0.0, 0.0, 0.02)), float(norm.cdf(1.0)), 6)

    def test_a_chance_says_what_its_interval_is_made_of(self) -> None:
        words = doubt_words(Doubt(0.004, 0.005, 0.012))
        self.assertIn("within 2.7 points of this, nineteen times in twenty", words)
        said = ("at a glance (2.4 points)", "a better stroke for the shot (1.0 points)", "a sample (0.8 points)")
        places = [words.index(part) for part in said]
        self.assertEqual(places, sorted(places), "the largest part first")
        self.assertIn("What is open: the tries are a sample (1.0 points)", doubt_words(Doubt(0.005, 0.001, 0.002)))


class FittedOnRacks(unittest.TestCase):
    def test_the_fit_finds_the_sizes_by_which_rows_were_made_to_be_off(self) -> None:
        found = fit.fitted(invented_rows(0.30, 0.012))["nine-ball"]
        self.assertAlmostEqual(found.tau["nothing_left"], 0.30, delta=0.06)
        self.assertAlmostEqual(found.search_safe, 0.012, delta=0.003)
        self.assertGreater(found.together, 0.6)
        # What looking ahead leaves: half was left here, of a line and, nearly, of a difference.
        self.assertAlmostEqual(found.ahead["1"], 0.5, delta=0.15)
        self.assertLess(found.ahead_between["1"], 0.9)
        # Rows without an error but the playing's own noise.
        self.assertLess(fit.fitted(invented_rows(0.0, 0.0))["nine-ball"].tau["nothing_left"], 0.12)

    def test_fitted_intervals_cover_positions_left_out_and_sampling_alone_does_not(self) -> None:
        covered = coverage(left_out(invented_rows(0.35, 0.012, racks=256)))
        for name in ("rack chance", "lead on another line", "another seed"):
            self.assertAlmostEqual(covered[name]["covered"], 0.95, delta=0.03, msg=name)
        self.assertLess(covered["with the sampling alone"]["covered"], 0.85)

    def test_another_first_line_is_forgiven_only_where_it_was_said_to_be_too_close(self) -> None:
        rows = invented_rows(0.3, 0.012, 40)
        for row in rows:
            first, second = row["seeds"][0]["lines"][:2]
            row["seeds"][1]["lines"] = [second | {"gap": 0.0}, first | {"gap": 0.001}]
            second["gap"] = 0.0
        self.assertEqual(asked_again(left_out(rows), "lines")["same, or too close to call"]["share"], 1.0)
        for row in rows:
            row["seeds"][0]["lines"][1]["gap"] = 0.9
        self.assertEqual(asked_again(left_out(rows), "lines")["same, or too close to call"]["share"], 0.0)

    def test_regret_is_nothing_where_the_first_line_wins_most_and_all_where_it_never_wins(self) -> None:
        rows = invented_rows(0.0, 0.0, 5)
        for row in rows:
            for place, one in enumerate(row["seeds"][0]["lines"]):
                one["worth"] = [float(place == 0)] * 64
        self.assertEqual(regrets(rows, "lines").tolist(), [0.0] * 5)
        for row in rows:
            row["seeds"][0]["lines"].reverse()
        self.assertEqual(regrets(rows, "lines").tolist(), [1.0] * 5)

    def test_the_first_is_the_better_of_two_as_often_as_is_said(self) -> None:
        rows = invented_rows(0.3, 0.0, 160)
        for row in rows:
            lines = row["seeds"][0]["lines"]
            lines.sort(key=lambda one: -one["value"])
            for one in lines:
                one["gap"] = lines[0]["value"] - one["value"]
        found = better_ones(left_out(rows), played_on, "lines")
        self.assertAlmostEqual(found["said"], found["came"], delta=0.04)
        for row in rows:
            for one in row["seeds"][0]["lines"]:
                one["worth"] = [1.0, 0.0] * 32
        # Racks that are all drawn say so of none.
        self.assertEqual(better_ones(left_out(rows), played_on, "lines")["came"], 0.5)

    def test_there_is_an_answer_where_the_first_is_told_apart_or_none_of_a_group_is_far_behind(self) -> None:
        rows = invented_rows(0.3, 0.012, 40)
        for gap, deviation, expected in (
            (0.2, 0.001, "the best is told"),
            (0.001, 0.001, "one group"),
            # Perhaps four points behind, but not two better.
            (0.02, 0.015, "one group"),
            (0.01, 0.1, ""),
        ):
            for row in rows:
                for one in row["seeds"][0]["looked"][1:]:
                    one |= {"gap": gap, "gap_sampling": deviation, "weights": dict.fromkeys(fit.IN_DOUBT, 0.0)}
                row["seeds"][0]["looked"][0]["weights"] = dict.fromkeys(fit.IN_DOUBT, 0.0)
            doubts = Doubts(dict.fromkeys(fit.IN_DOUBT, 0.3), 1.0, 0.0, 0.0)
            found = decided([(row, doubts) for row in rows], "looked")
            told = {name for name in ("the best is told", "one group") if found[name]["share"] == 1.0}
            self.assertEqual(told, {expected} - {""})
            self.assertEqual(found["decided"]["share"], float(bool(expected)))

    def test_a_decided_answer_is_held_against_the_best_of_what_was_played_on(self) -> None:
        rows = invented_rows(0.3, 0.012, 40)
        for row in rows:
            for place, one in enumerate(row["seeds"][0]["looked"]):
                one |= {"gap": 0.001 * place, "gap_sampling": 0.001, "weights": dict.fromkeys(fit.IN_DOUBT, 0.0)}
                one["worth"] = [0.5 + 0.01 * (place == 2)] * 64
        doubts = Doubts(dict.fromkeys(fit.IN_DOUBT, 0.3), 1.0, 0.0, 0.0)
        found = decided([(row, doubts) for row in rows], "looked")
        # The third is said to be no more than half a point behind, and is a point better than the first two.
        self.assertEqual(found["lost no more than was said"], {"share": 0.333, "of": 120})
        self.assertEqual(found["lost by the first line where it is decided"], 0.01)

    def test_the_largest_error_of_a_tenth_by_chance_shrinks_with_more_positions_and_not_with_more_lines(self) -> None:
        rng = np.random.default_rng(2)

        def worst(positions: int, lines: int) -> float:
            said = np.repeat(rng.uniform(0, 1, positions), lines)
            off = np.repeat(rng.normal(0, 0.05, positions), lines)
            return worst_by_chance(said, off, np.repeat(np.arange(positions), lines))[0]

        few, more_lines, more = worst(100, 3), worst(100, 12), worst(1600, 3)
        self.assertAlmostEqual(few, more_lines, delta=0.4 * few)
        # A sixteenth of the variance.
        self.assertAlmostEqual(more, few / 4, delta=0.4 * few / 4)

    def test_an_interval_from_cases_drawn_again_is_that_of_the_mean(self) -> None:
        values = np.random.default_rng(3).normal(2.0, 1.0, 400)
        low, high = again_and_again(values)
        half = float(norm.ppf(0.975)) * values.std(ddof=1) / 20
        self.assertAlmostEqual(low, values.mean() - half, delta=0.02)
        self.assertAlmostEqual(high, values.mean() + half, delta=0.02)


class ARunGoesOn(unittest.TestCase):
    def test_a_position_is_played_on_freely_from_its_first_lines_and_from_the_best_of_the_other_sort(self) -> None:
        layout = Layout.in_diamonds(TableSpec(), cue=(4, 1.2), b8=(2, 3), b9=(7, 3))
        question = Question(Situation(layout), PRESETS["league"], PRESETS["league"])
        with mock.patch("benchmarks.odds.rows.SAMPLES", 100):
            row = weighed(question)
        play(row, question, 4, {})
        first, again = row["seeds"]
        for state in ("lines", "looked"):
            lines, (other,) = first[state], other_sort(first[state])
            self.assertEqual([len(worth_of(one)) for one in (*lines[:3], other)], [4] * 4)
            self.assertAlmostEqual(other["gap"], lines[0]["value"] - other["value"], 9)
            self.assertNotIn("worth", again[state][0], "another seed is not played on")
        worth = {tuple(one["first"]): one["worth"] for one in first["looked"] if "worth" in one}
        for one in first["lines"]:
            if "worth" in one and tuple(one["first"]) in worth:
                self.assertEqual(one["worth"], worth[tuple(one["first"])], "the same stroke is worth the same")
        self.assertEqual(len(row["freely"]), 4)
        # What is known is not played again.
        known = worths_of([row])
        again = row | {"freely": []}
        play(again, question, 2, known)
        self.assertEqual((again["freely"], worths_of([again])), (row["freely"], known))
        self.assertGreater(first["looked_s"], first["settled_s"])

    def test_rows_are_found_again_and_those_of_another_engine_are_not_mixed_in(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "rows.jsonl"
            rows = Rows(path, 64)
            one = {"glance": 0.5, "freely": [1.0], "seeds": [{"cue": [1, 2], "lines": [], "looked": []}]}
            rows.rows.append(one)
            rows.keep()
            self.assertEqual(Rows(path, 64).rows, [one])
            self.assertEqual((Rows(path, 32).rows, Rows(path, 32).known), ([], {}))
            path.write_text(f"{json.dumps(rows.header | {'engine': 'weighs otherwise'})}\n{json.dumps(one)}\n")
            self.assertEqual((Rows(path, 64).rows, Rows(path, 64).known), ([], {(0.5,): [1.0]}))
            path.write_text(json.dumps({"engine": "another", "racks": 64}) + '\n{"game": "snooker"}\n')
            self.assertEqual((Rows(path, 64).rows, Rows(path, 64).known), ([], {}))

    def test_rows_hang_on_the_engine_and_not_on_the_doubt_that_is_fitted_on_them(self) -> None:
        names = {path.name for path in sources()}
        self.assertTrue({"evaluation.py", "learned.json", "decide.py", "halving.py"} <= names)
        self.assertNotIn("doubt.json", names)
