"""Lessons: an answer is right within its tolerance, by ledger, plan or coach; a file says where it is wrong."""

import json
import math
import unittest
from typing import Any

from partita.errors import Refused
from partita.files.lesson_file import parse_lesson, read_lesson, write_lesson
from partita.players.stroke_model import preset
from partita.reports.ledger.report import study_of
from partita.reports.lessons.pdf import lesson_sheets
from partita.reports.lessons.report import asks_words, facts_of_line, judged_answer, question_from
from partita.reports.lessons.schema import LessonAnswerDocument, LessonDocument
from partita.weighing.weigh import WeighRequest, weigh

LAYOUT = {
    "format": "partita-layout", "version": 1, "table": "pool-9ft", "game": "nine-ball",
    "balls": {"cue": [2, 1], "8": [5, 3], "9": [6, 2]}, "situation": {"shooter": "me"},
}  # fmt: skip


def lesson(question: dict[str, Any], **more: Any) -> dict[str, Any]:
    position = {"layout": LAYOUT, "question": question, **more}
    return {"format": "partita-lesson", "version": 1, "title": "Thursday", "positions": [position]}


def answered(question: dict[str, Any], told: dict[str, Any], **more: Any) -> Any:
    read, situations = read_lesson(lesson(question, **more))
    return judged_answer(read.positions[0], situations[0], LessonAnswerDocument(**told))


class Judging(unittest.TestCase):
    def test_a_zone_is_held_to_its_edge_and_a_tolerance_widens_it(self) -> None:
        zone = {"asks": "zone", "judged": "coach", "zone": {"at": [4, 2], "within": 0.5}, "tolerance": 0.25}
        for at, right, off in (([4.5, 2], True, 0), ([4.0, 2.7], True, 0.2), ([4, 3], False, 0.5)):
            found = answered(zone, {"at": at})
            self.assertEqual((found.right, round(found.off, 9)), (right, off), at)
        # A plan's place is a point: what counts as there is the tolerance.
        facts = [
            {"by": "plan", "name": "x", "meant": "pot", "ball": "8", "pocket": "foot-far", "make": 0.7, "rest": [3, 1]}
        ]
        plan = {"asks": "zone", "judged": "plan", "tolerance": 0.5}
        self.assertTrue(answered(plan, {"at": [3, 1.5]}, facts=facts).right)
        off = answered(plan, {"at": [4, 2]}, facts=facts)
        self.assertAlmostEqual(off.off, math.hypot(1, 1) - 0.5)
        self.assertIn("as the plan has it", off.words)

    def test_a_make_chance_may_be_off_by_so_much_either_way(self) -> None:
        asked = {"asks": "chance", "judged": "coach", "chance": 0.6, "tolerance": 0.1}
        for chance, right in ((0.5, True), (0.7, True), (0.49, False), (0.71, False)):
            self.assertEqual(answered(asked, {"chance": chance}).right, right, chance)

    def test_a_ball_and_pocket_are_right_by_any_shot_that_is_said_to_be(self) -> None:
        asked = {"asks": "ball", "judged": "coach", "right": [{"ball": "8", "pocket": "foot-far"}, {"ball": "9"}]}
        for ball, pocket, right in (("8", "foot-far", True), ("8", "side-far", False), ("9", "side-far", True)):
            found = answered(asked, {"ball": ball, "pocket": pocket})
            self.assertEqual((found.right, found.cost), (right, None), (ball, pocket))
        self.assertEqual(found.words, "The 8 into the far foot corner or the 9, as the coach has it.")
        safe = {"asks": "play", "judged": "coach", "right": [{"meant": "safe", "ball": "8"}]}
        played = {"meant": "safe", "ball": "8", "cue_to": [1, 1], "ball_to": [7, 3]}
        self.assertTrue(answered(safe, {"choice": played}).right)
        self.assertFalse(answered(safe, {"choice": {"meant": "pot", "ball": "8", "pocket": "foot-far"}}).right)

    def test_a_choice_is_held_against_the_ledger_and_costs_what_the_quiz_would_say(self) -> None:
        _, situations = read_lesson(lesson({"asks": "play"}))
        level = preset("league")
        last = next(state for state in weigh(WeighRequest(situations[0], level, level, 1, 100)) if state.settled)
        study = study_of(last)
        first = study.options[0]
        asked = {"asks": "play", "judged": "ledger", "tolerance": 0.02}
        more = {"study": study.as_json(), "facts": [facts_of_line(first, None).as_json()]}
        pot = next(one for one in study.options if one.potted)
        found = answered(asked, {"choice": {"meant": "pot", "ball": pot.potted, "pocket": pot.pocket}}, **more)
        self.assertEqual(found.right, found.cost <= 0.02)
        self.assertEqual(found.compared.chosen.id, pot.id)
        chance = {"asks": "chance", "judged": "ledger"}
        read, _ = read_lesson(lesson(chance, **more))
        self.assertIn(first.name, asks_words(read.positions[0]))
        if first.potted:
            self.assertEqual(question_from(read.positions[0]).chance, first.make.value)

    def test_what_answers_something_else_is_refused_in_words(self) -> None:
        zone = {"asks": "zone", "judged": "coach", "zone": {"at": [4, 2], "within": 0.5}}
        for question, told in (
            (zone, {"chance": 0.5}), (zone, {"at": [9, 2]}), ({"asks": "chance", "chance": 0.5}, {"chance": 2}),
            ({"asks": "ball", "right": [{"ball": "8"}]}, {"ball": "7", "pocket": "foot-far"}),
            ({"asks": "play", "right": [{"ball": "8"}]}, {"ball": "8"}),
        ):  # fmt: skip
            with self.assertRaises(Refused, msg=str(told)):
                answered(question, told)


class Files(unittest.TestCase):
    def test_a_lesson_comes_back_from_its_file_as_it_was(self) -> None:
        asked = {"asks": "zone", "judged": "coach", "zone": {"at": [4, 2], "within": 0.5}}
        read, _ = read_lesson(lesson(asked, name="Stop", before="Where?", after="There."))
        self.assertEqual(parse_lesson(write_lesson(read)), read)

    def test_a_file_says_which_position_is_wrong_and_what_would_do(self) -> None:
        zone = {"asks": "zone", "zone": {"at": [9, 2], "within": 0.5}}
        overlap = {**LAYOUT, "balls": {"cue": [2, 1], "9": [2, 1.01]}}
        for document, where in (
            (lesson(zone), "position 1"), (lesson({"asks": "ball", "right": [{"ball": "7"}]}), "position 1"),
            (lesson({"asks": "play"}, layout=overlap), "position 1"), (lesson({"asks": "sing"}), "lesson positions.0"),
            (lesson({"asks": "play"}, level="genius"), "position 1"), ({"format": "other"}, "file"),
        ):  # fmt: skip
            with self.assertRaises(Refused) as caught:
                parse_lesson(json.dumps(document))
            self.assertIn(where, caught.exception.problems[0].where)
            self.assertTrue(caught.exception.problems[0].accepted)

    def test_the_sheets_have_all_questions_before_the_first_answer(self) -> None:
        read, situations = read_lesson(lesson({"asks": "zone", "zone": {"at": [4, 2], "within": 0.5}}, before="Where?"))
        five = LessonDocument(title="Five", positions=read.positions * 5)
        for units in ("cm", "in"):
            pdf = lesson_sheets(five, situations * 5, units)  # type: ignore[arg-type]
            self.assertTrue(pdf.startswith(b"%PDF"))
            self.assertEqual(pdf.count(b"/Type /Page\n"), 4, "two sheets of questions, two of answers")
