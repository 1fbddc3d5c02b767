"""The demo's lesson: four positions of the fictional Harbour Lane Club's Thursday class, and what three answered."""

from typing import Any

from django.contrib.auth.models import User

from lessons import giving, keeping
from partita.reports.lessons.report import facts_of_line
from partita.reports.lessons.schema import LessonAnswerDocument, LessonDocument, LessonPositionDocument
from partita.reports.quiz.report import position_from
from practice.models import QuizPosition
from setup import demo

_TITLE = "Thursday class: leave yourself something"
_SAYS = "Three minutes a position. Put the balls up if you have a table; else look, decide, then press."
_THREE_LEFT = {"cue": [4.2, 1.1], "7": [6.3, 0.45], "8": [1.4, 2.9], "9": [7.2, 2.2]}
_GROUPS = {
    "cue": [4.0, 2.0], "1": [7.2, 0.5], "2": [6.0, 3.4], "3": [1.2, 2.0], "8": [4.2, 0.4], "10": [5.5, 2.6],
    "12": [2.5, 3.2],
}  # fmt: skip
# Of the quiz's pool: one that is best played safe, one whose combination tempts; by their keys.
_SAFE, _COMBINATION = "nine-ball-57dbf46498d1e8b2", "nine-ball-40a25dc706e7c666"
# What three students answered so far: at which position, from 0, and what.
_ANSWERS: tuple[tuple[str, tuple[tuple[int, dict[str, Any]], ...]], ...] = (
    ("Lea", ((0, {"at": [3.0, 2.2]}), (1, {"ball": "3", "pocket": "head-near"}), (2, {"chance": 0.55}))),
    ("Jonas", ((0, {"at": [2.2, 2.9]}), (1, {"ball": "1", "pocket": "foot-near"}), (2, {"chance": 0.75}))),
    ("Mira", ((0, {"at": [3.4, 1.6]}), (1, {"ball": "2", "pocket": "foot-far"}))),
)


def lay_out(owner: User) -> None:
    """Make the lesson, give it by a link whose address nobody keeps, and let three answer."""
    lesson = keeping.make(owner, LessonDocument(title=_TITLE, says=_SAYS, positions=_positions()))
    given, _ = giving.give(lesson, None, "Coach Mara", None)
    for name, answers in _ANSWERS:
        student = given.students.create(name=name)
        for place, told in answers:
            giving.answer(student, place, LessonAnswerDocument(**told))


def _positions() -> list[LessonPositionDocument]:
    groups = {**demo.document(_GROUPS, {"shooter": "me", "my_group": "solids"}), "game": "eight-ball"}
    found = [
        _said(
            "After the 7", demo.document(_THREE_LEFT, {"shooter": "me"}),
            "The 7 goes into the near foot corner. Where should the cue ball stop for the 8?",
            "Leave an angle on the 8: straight in, the cue ball cannot travel on to the 9.",
            asks="zone", zone={"at": [3.2, 1.9], "within": 0.6}, tolerance=0.1,
        ),
        _said(
            "Which one first", groups, "You have the solids, an open table before you.",
            "The 3 lies alone at the other end: take it while the cue ball is near, the others lie on the way back.",
            asks="ball", right=[{"ball": "3"}],
        ),
    ]  # fmt: skip
    rows = {row.key: row.document for row in QuizPosition.objects.filter(owner=None, key__in=(_COMBINATION, _SAFE))}
    if _COMBINATION in rows:
        words = "The 9 sits in the jaws behind the 6."
        found.append(_weighed(rows[_COMBINATION], "The combination", words, "chance"))
    if _SAFE in rows:
        found.append(_weighed(rows[_SAFE], "Nothing on", "The 4 sits by the head rail, and little is on.", "play"))
    return found


def _said(name: str, layout: dict[str, Any], before: str, after: str, **question: Any) -> LessonPositionDocument:
    """A position on which the coach says what is right."""
    told = {"name": name, "layout": layout, "before": before, "after": after}
    return LessonPositionDocument.model_validate({**told, "question": {"judged": "coach", **question}})


def _weighed(row: dict[str, Any], name: str, before: str, asks: str) -> LessonPositionDocument:
    """A position of the quiz's pool, with its ledger."""
    position = position_from(row)
    return LessonPositionDocument.model_validate({
        "name": name, "layout": position.layout, "level": position.level, "before": before,
        "question": {"asks": asks, "judged": "ledger"}, "facts": [facts_of_line(position.study.options[0], None)],
        "study": position.study,
    })  # fmt: skip
