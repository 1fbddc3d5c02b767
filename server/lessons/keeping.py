"""A coach's lessons: made, changed, taken in from a file."""

from typing import Any

from django.contrib.auth.models import User
from django.db.models import F
from django.utils import timezone

from edge.busy import ChangedMeanwhileError
from edge.quotas import LESSONS, check_room
from edge.tokens import new_token
from lessons.models import Lesson
from partita.errors import refuse
from partita.files.json_text import size_of
from partita.files.lesson_file import lesson_json, read_lesson
from partita.reports.lessons.schema import LessonDocument, LessonPositionDocument

MOST_POSITIONS = 40
# With ledgers and drawings.
_LARGEST_BYTES = 4 * 1024 * 1024


def checked(lesson: LessonDocument) -> LessonDocument:
    """A lesson as it can be kept. `Refused` names the position that cannot lie so, or whose question is none."""
    read_lesson(lesson_json(lesson))
    if size_of(lesson.model_dump_json()) > _LARGEST_BYTES:
        raise refuse("lesson", "it is too large to be kept", "Take positions out, or make two of it.")
    return _named_apart(lesson)


def make(owner: User, lesson: LessonDocument) -> Lesson:
    """A new lesson."""
    check_room(Lesson.objects.filter(owner=owner), LESSONS)
    return Lesson.objects.create(owner=owner, title=lesson.title, document=checked(lesson).as_json())


def document_of(lesson: Lesson) -> LessonDocument:
    """A lesson's document."""
    return LessonDocument.model_validate(lesson.document)


def change(lesson: Lesson, new: LessonDocument, revision: int) -> Lesson:
    """Replace a lesson. Raises `ChangedMeanwhileError` where it has another revision than was opened.

    What was worked out stays with its position: ledgers and drawings are not sent back and forth.
    """
    return _replace(lesson, checked(_with_what_was_worked_out(new, document_of(lesson))), revision)


def _replace(lesson: Lesson, whole: LessonDocument, revision: int) -> Lesson:
    rows = Lesson.objects.filter(pk=lesson.pk, revision=revision)
    fields: dict[str, Any] = {"title": whole.title, "document": whole.as_json(), "updated": timezone.now()}
    if not rows.update(revision=F("revision") + 1, **fields):
        raise ChangedMeanwhileError(
            "lesson", "it was changed in another window since it was opened here", "Open it anew, then change it."
        )
    lesson.refresh_from_db()
    return lesson


def _with_what_was_worked_out(new: LessonDocument, old: LessonDocument) -> LessonDocument:
    known = {one.key: one for one in old.positions}
    positions = []
    for one in new.positions:
        before = known.get(one.key)
        kept: dict[str, Any] = {"facts": [], "study": None, "drawing": None}
        if before is not None and before.layout == one.layout:
            kept = {"facts": before.facts, "study": before.study, "drawing": before.drawing, "level": before.level}
        positions.append(one.model_copy(update=kept))
    return new.model_copy(update={"positions": positions})


def _named_apart(lesson: LessonDocument) -> LessonDocument:
    """Each position with a key of its own."""
    seen: set[str] = set()
    positions = []
    for one in lesson.positions:
        key = one.key if one.key and one.key not in seen else new_token()[:12]
        seen.add(key)
        positions.append(one.model_copy(update={"key": key}))
    return lesson.model_copy(update={"positions": positions})


def add(lesson: Lesson, positions: list[LessonPositionDocument]) -> Lesson:
    """Add positions at the end. Raises `ChangedMeanwhileError` where another window changed it at this moment."""
    document = document_of(lesson)
    together = [*document.positions, *positions]
    if len(together) > MOST_POSITIONS:
        raise refuse("lesson", f"it has room for {MOST_POSITIONS} positions", "Make another lesson.")
    return _replace(lesson, checked(document.model_copy(update={"positions": together})), lesson.revision)
