"""A lesson as a file, out and in (`docs/formats.md`)."""

import json
from typing import Any

from pydantic import ValidationError

from partita.errors import Problem, Refused, refuse
from partita.files import layout_file
from partita.files.json_text import finite_json, size_of
from partita.games.situation import Situation
from partita.players.stroke_model import preset
from partita.reports.lessons.report import check_lesson
from partita.reports.lessons.schema import LessonDocument

FORMAT = "partita-lesson"
# As much as may be sent in one request.
LARGEST_BYTES = 900 * 1024


def read_lesson(document: object) -> tuple[LessonDocument, list[Situation]]:
    """A lesson from its document, checked whole, and what lies at each position. `Refused` with where it is wrong."""
    if not isinstance(document, dict) or document.get("format") != FORMAT or document.get("version") != 1:
        raise refuse("file", "it is no lesson", f'Its format is "{FORMAT}", its version 1.')
    try:
        lesson = LessonDocument.model_validate(document)
    except ValidationError as error:
        raise Refused(*(
            Problem(f"lesson {'.'.join(str(part) for part in one['loc'])}", str(one["msg"])[:120],
                    "See the formats' page, or change a lesson that was saved here.")
            for one in error.errors()[:8]
        )) from None  # fmt: skip
    situations = situations_of(lesson)
    check_lesson(lesson, situations)
    return lesson, situations


def situations_of(lesson: LessonDocument) -> list[Situation]:
    """What lies at each position. `Refused` names the position that cannot lie so, or whose level is none."""
    found = []
    for number, position in enumerate(lesson.positions, 1):
        try:
            found.append(layout_file.read(position.layout).situation)
            preset(position.level)
        except Refused as refused:
            raise Refused(*(Problem(f"position {number}, {one.where}", one.what, one.accepted)
                            for one in refused.problems)) from None  # fmt: skip
    return found


def parse_lesson(text: str) -> LessonDocument:
    """A lesson from the text of a file."""
    if size_of(text) > LARGEST_BYTES:
        raise refuse("file", "it is too large for a lesson", f"Use at most {LARGEST_BYTES // 1024} kB.")
    return read_lesson(finite_json(text))[0]


def lesson_json(lesson: LessonDocument) -> dict[str, Any]:
    """The reverse of `read_lesson`; drawings are left out, since they can be made again."""
    row = lesson.as_json()
    for position in row["positions"]:
        del position["drawing"]
    return row


def write_lesson(lesson: LessonDocument) -> str:
    """The text of a file."""
    return json.dumps(lesson_json(lesson), ensure_ascii=False, indent=1) + "\n"
