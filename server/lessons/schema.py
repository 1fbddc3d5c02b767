"""What the addresses of lessons take and tell."""

from datetime import datetime
from typing import Any

from ninja import Schema
from pydantic import Field

from edge.documents import LayoutDocument
from edge.naming import Name, NameOrNone
from lessons.models import Giving
from partita.reports.ledger.schema import StudyDocument
from partita.reports.lessons.schema import JudgedDocument, LessonAnswerDocument, LessonDocument, LessonZoneDocument
from partita.reports.shots.schema import DrawingDocument
from tables.api import GeometryOut


class LessonLine(Schema):
    """A lesson in the list. givings : how often it was given; students : who began it in all"""

    id: int
    title: str
    positions: int
    givings: int
    students: int
    updated: datetime

    @staticmethod
    def resolve_givings(lesson: Any) -> int:
        """As it was counted (`telling.lines`)."""
        return int(lesson.given)

    @staticmethod
    def resolve_students(lesson: Any) -> int:
        """As they were counted."""
        return int(lesson.taught)


class LessonIn(Schema):
    """A lesson, whole. revision : as it was opened, to change one"""

    document: LessonDocument
    revision: int | None = None


class LessonOut(Schema):
    """A lesson to be worked on: facts and ledgers of its positions are told, drawings too.

    words : of each position, what is right; empty where it is not said yet
    """

    id: int
    revision: int
    document: LessonDocument
    words: list[str]
    geometries: list[GeometryOut]
    givings: list["GivingLine"]


class SourceIn(Schema):
    """Where a position comes from: one of these; a drill gives one for each of its steps."""

    layout: LayoutDocument | None = None
    name: NameOrNone = Field("", max_length=80)
    study: int | None = Field(None, ge=1)
    run_out: int | None = Field(None, ge=1)
    decision: int | None = Field(None, ge=1)
    drill: str | None = Field(None, max_length=60)


class DearestIn(Schema):
    """A lesson of one's own dearest decisions."""

    title: Name = Field(min_length=1, max_length=80)
    count: int = Field(10, ge=1, le=40)


class LessonFileIn(Schema):
    """A lesson's file."""

    content: str = Field(max_length=4_000_000)


class GiveIn(Schema):
    """To whom a lesson is given: one of one's groups, or whoever has its link; signed or not; for how many days."""

    group: int | None = Field(None, ge=1)
    by: NameOrNone = Field("", max_length=40)
    days: int | None = Field(None, ge=1, le=366)


class GivingLine(Schema):
    """A lesson given. group : its name, None for a link; answered : of `students` times the positions"""

    id: int
    title: str
    group: str | None
    given: datetime
    expires: datetime | None
    has_ended: bool
    students: int
    answered: int

    @staticmethod
    def resolve_group(giving: Giving) -> str | None:
        """Its name."""
        return giving.group.name if giving.group else None

    @staticmethod
    def resolve_has_ended(giving: Giving) -> bool:
        """By its coach, or by the day."""
        return giving.is_over

    @staticmethod
    def resolve_students(giving: Any) -> int:
        """As they were counted (`telling.givings`)."""
        return int(giving.begun)


class GivenOut(Schema):
    """A lesson just given. path : of its link, told this once; empty for a group"""

    line: GivingLine
    path: str


class ResultOut(Schema):
    """One answer for the coach: at which position, from 0."""

    place: int
    right: bool
    cost: float | None
    answered: str
    answer: LessonAnswerDocument


class StudentOut(Schema):
    """A student with his answers."""

    name: str
    answers: list[ResultOut]


class PlaceOut(Schema):
    """A position in the results: how many answered, how many right, what it cost on average by a ledger."""

    name: str
    asks: str
    words: str
    answered: int
    right: int
    cost: float | None
    zone: LessonZoneDocument | None


class ResultsOut(Schema):
    """What a lesson's students answered. worst : positions where most went wrong, from 0, the worst first"""

    line: GivingLine
    places: list[PlaceOut]
    students: list[StudentOut]
    worst: list[int]
    layouts: list[LayoutDocument]
    geometries: list[GeometryOut]


class AnsweredOut(Schema):
    """What opens with an answer: how it was judged, the coach's words, and what was weighed there."""

    answer: LessonAnswerDocument
    judged: JudgedDocument
    after: str
    study: StudyDocument | None
    drawing: DrawingDocument | None
    zone: LessonZoneDocument | None


class HomeworkPositionOut(Schema):
    """A position as a student sees it."""

    name: str
    layout: LayoutDocument
    geometry: GeometryOut
    before: str
    asks: str
    question: str
    opened: AnsweredOut | None


class HomeworkOut(Schema):
    """A lesson as a student has it. name : his own there, None for who has not begun: then no position is told"""

    title: str
    says: str
    by: str
    expires: datetime | None
    count: int
    name: str | None
    needs_name: bool
    positions: list[HomeworkPositionOut]


class HomeworkLine(Schema):
    """A lesson that one was given through a group."""

    id: int
    title: str
    by: str
    group: str
    given: datetime
    expires: datetime | None
    count: int
    answered: int


class BeginIn(Schema):
    """How a student wants to be called."""

    name: Name = Field(min_length=1, max_length=24)


class LessonAnswerIn(Schema):
    """An answer to the position of that place, from 0."""

    place: int = Field(ge=0, le=100)
    answer: LessonAnswerDocument


class GroupIn(Schema):
    """A group to make."""

    name: Name = Field(min_length=1, max_length=60)


class JoinGroupIn(Schema):
    """Joining a group with its code, under a name that its coach sees."""

    code: str = Field(min_length=1, max_length=20)
    name: Name = Field(min_length=1, max_length=24)


class MemberOut(Schema):
    """Somebody in a group."""

    id: int
    name: str


class GroupOut(Schema):
    """A group of one's own, or that one is in: its code and members are told to whose it is."""

    id: int
    name: str
    mine: bool
    code: str
    members: list[MemberOut]


class MemberIn(Schema):
    """Who is to leave a group."""

    member: int = Field(ge=1)
