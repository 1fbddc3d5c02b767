"""The decision quiz: choices found or weighed afresh, what they cost, rounds, estimates. No Django."""

import json
import unittest
from pathlib import Path
from typing import ClassVar

import numpy as np

from partita.errors import Refused
from partita.files import layout_file
from partita.games.question import Question
from partita.options.option import ATTACKS
from partita.physics.stroke import Stroke
from partita.players.stroke_model import preset
from partita.practice.quiz.choice import Choice, checked
from partita.practice.quiz.kinds import KINDS, is_clear
from partita.practice.quiz.rounds import Met, costs_by_kind, drawn
from partita.practice.quiz.score import AS_GOOD, Answer, score_of
from partita.reports.quiz.report import answer_of, lines_of, position_from, position_of, score_document, short_json
from partita.reports.quiz.schema import QuizPositionDocument

POOL = Path(__file__).parents[2] / "server" / "practice" / "pool"


def pool(game: str) -> list[QuizPositionDocument]:
    return [position_from(row) for row in json.loads((POOL / f"{game}.json").read_text("utf-8"))["positions"]]


def question_of(position: QuizPositionDocument) -> Question:
    model = preset(position.level)
    return Question(layout_file.read(position.layout).situation, model, model)


def choice_of_line(position: QuizPositionDocument, place: int) -> Choice:
    line = position.study.options[place]
    if line.potted:
        return Choice("pot", line.potted, line.pocket)
    return Choice("stroke", stroke=Stroke(**line.stroke.model_dump()))


class ThePool(unittest.TestCase):
    def test_every_game_and_level_has_positions_whose_choices_are_told_apart(self) -> None:
        for game in ("nine-ball", "eight-ball", "ten-ball", "straight-pool", "snooker"):
            found = pool(game)
            for level in ("professional", "semi-professional", "strong league", "league", "beginner"):
                self.assertGreaterEqual(sum(one.level == level for one in found), 3, f"{game}, {level}")
            self.assertEqual(len({one.key for one in found}), len(found))
            for one in found:
                situation = question_of(one).situation
                self.assertTrue(is_clear(lines_of(one.study, situation)), one.key)
                self.assertIn(one.kind, KINDS)

    def test_a_position_comes_back_from_its_file_and_one_that_is_too_close_is_none(self) -> None:
        one = pool("nine-ball")[0]
        self.assertEqual(position_from(json.loads(json.dumps(short_json(one)))), one)
        situation = question_of(one).situation
        best = one.study.options[0]
        close = one.study.model_copy(update={"options": [best, best.model_copy(update={"id": "another"})]})
        self.assertIsNone(position_of(close, situation, one.layout, one.level))


class Choices(unittest.TestCase):
    def setUp(self) -> None:
        self.positions = pool("nine-ball")[:8]

    def test_who_always_picks_the_first_line_gives_nothing_away(self) -> None:
        for one in self.positions:
            found = answer_of(question_of(one), one.study, choice_of_line(one, 0))
            self.assertEqual(found.cost, 0.0, one.key)

    def test_who_always_attacks_gives_away_what_the_ledger_says(self) -> None:
        asked = 0
        for one in pool("nine-ball"):
            lines = one.study.options
            place = next((k for k, line in enumerate(lines) if line.kind in ATTACKS and line.potted), None)
            if place is None or not lines[place].trails:
                continue
            asked += 1
            found = answer_of(question_of(one), one.study, choice_of_line(one, place))
            trails = lines[place].trails
            assert trails is not None
            self.assertEqual(found.place, place + 1)
            self.assertAlmostEqual(found.cost, trails.value if place and trails.low > 0 else 0.0, places=6)
        self.assertGreater(asked, 10)

    def test_a_stroke_of_ones_own_costs_what_its_line_does_with_fresh_draws(self) -> None:
        one = next(p for p in self.positions if len(p.study.options) > 2 and p.study.options[2].trails)
        line = one.study.options[2]
        own = Choice("stroke", stroke=Stroke(**line.stroke.model_dump()), make=0.5)
        found = answer_of(question_of(one), one.study, own)
        assert line.trails is not None
        self.assertIsNone(found.place)
        # Weighed afresh it is judged at a glance: without what looking ahead added to both lines.
        added = [option.ahead.shift if option.ahead else 0.0 for option in (one.study.options[0], line)]
        self.assertAlmostEqual(found.cost, line.trails.value - added[0] + added[1], delta=0.035)

    def test_a_safety_is_the_ledgers_where_both_balls_come_to_rest_as_wanted_else_one_that_does_so(self) -> None:
        one = next(p for p in pool("nine-ball") if p.kind == "safe")
        question, line = question_of(one), one.study.options[0]
        shot = Stroke(**line.stroke.model_dump())
        from_stroke = answer_of(question, one.study, Choice("stroke", stroke=shot)).chosen
        self.assertEqual(from_stroke.target, line.target)
        wanted = Choice("safe", line.target, cue_to=(4.0, 2.0), ball_to=(1.0, 1.0))
        found = answer_of(question, one.study, wanted)
        self.assertIsNone(found.chosen.potted)
        self.assertEqual(found.chosen.target, line.target)
        self.assertGreaterEqual(found.cost, 0.0)

    def test_what_cannot_be_played_is_refused_in_words_and_costs_nothing(self) -> None:
        one = self.positions[0]
        question = question_of(one)
        balls = question.situation.object_balls
        with self.assertRaises(Refused):
            checked(Choice("pot", "cue", "foot-far"), balls)
        with self.assertRaises(Refused):
            checked(Choice("safe", balls[0], cue_to=(9.0, 2.0), ball_to=(1.0, 1.0)), balls)
        with self.assertRaises(Refused):
            checked(Choice("pot", balls[0], "foot-far", make=1.2), balls)
        with self.assertRaises(Refused):
            checked(Choice("stroke"), balls)
        later = next(ball for ball in balls if ball != one.study.options[0].target)
        with self.assertRaises(Refused) as caught:
            answer_of(question, one.study, Choice("safe", later, cue_to=(4.0, 2.0), ball_to=(1.0, 1.0)))
        self.assertIn("may not be hit first", str(caught.exception))


class Rounds(unittest.TestCase):
    KEYS: ClassVar = {f"p{k}": ("safe" if k < 20 else "pot") for k in range(40)}

    def test_a_round_has_ten_different_positions_the_same_for_the_same_seed(self) -> None:
        one, again, other = drawn(self.KEYS, [], 1), drawn(self.KEYS, [], 1), drawn(self.KEYS, [], 2)
        self.assertEqual(one, again)
        self.assertNotEqual(one, other)
        self.assertEqual(len(set(one)), 10)

    def test_what_was_decided_badly_comes_with_the_next_round_and_well_only_later(self) -> None:
        met = [Met("p1", "safe", 1, 0.2), Met("p2", "safe", 1, 0.0)]
        self.assertIn("p1", drawn(self.KEYS, met, 3))
        self.assertNotIn("p2", drawn(self.KEYS, met, 3))
        self.assertIn("p2", drawn(self.KEYS, [*met, Met("p1", "safe", 2, 0.0)], 3), "after two rounds")
        again = [*met, Met("p2", "safe", 3, 0.0)]
        self.assertNotIn("p2", drawn(self.KEYS, [*again, Met("p3", "safe", 5, 0.0)], 3), "then after four")

    def test_kinds_that_cost_more_come_more_often(self) -> None:
        met = [Met(f"old{k}", kind, 1, cost) for k in range(12) for kind, cost in (("safe", 0.12), ("pot", 0.0))]
        self.assertGreater(costs_by_kind(met)["safe"], 4 * costs_by_kind(met)["pot"])
        share = np.mean([sum(self.KEYS[key] == "safe" for key in drawn(self.KEYS, met, seed)) for seed in range(40)])
        self.assertGreater(share, 7.0)

    def test_a_small_pool_gives_what_it_has_and_begins_again(self) -> None:
        few = {"a": "safe", "b": "pot", "c": "pot"}
        self.assertEqual(sorted(drawn(few, [], 1)), ["a", "b", "c"])
        met = [Met(key, few[key], 1, 0.0) for key in few]
        self.assertEqual(sorted(drawn(few, met, 1)), ["a", "b", "c"])


class Scores(unittest.TestCase):
    def test_planted_estimates_are_found_with_their_interval(self) -> None:
        rng = np.random.default_rng(3)
        made = rng.uniform(0.2, 0.8, 60)
        said = made + 0.1 + rng.normal(0, 0.1, 60)
        found = score_of([Answer("pot", 0.0, float(s), float(m)) for s, m in zip(said, made, strict=True)]).estimates
        assert found is not None and found.half is not None
        self.assertLess(abs(found.bias - 0.1), found.half + 0.01)
        high = [Answer("pot", 0.0, 0.7, 0.5 + k / 1000) for k in range(9)]
        self.assertIn("too high", score_document(score_of(high)).estimates.words)  # type: ignore[union-attr]
        even = [Answer("pot", 0.0, 0.5 + sign * 0.1, 0.5) for sign in (1, -1) * 10]
        self.assertIn("neither way", score_document(score_of(even)).estimates.words)  # type: ignore[union-attr]

    def test_mean_cost_share_as_good_and_the_dearest_kind(self) -> None:
        answers = [Answer("safe", 0.2)] * 10 + [Answer("pot", 0.0)] * 25 + [Answer("pot", AS_GOOD)] * 5
        found = score_document(score_of(answers))
        self.assertAlmostEqual(found.cost.value, 100 * (2.0 + 0.1) / 40, places=6)
        self.assertAlmostEqual(found.as_good, 0.75)
        self.assertEqual((found.kinds[0].kind, found.kinds[0].first), ("safe", True))
        self.assertIn("playing safe", found.words[1])
        self.assertEqual(score_document(score_of([])).words, ["Nothing was answered yet."])
