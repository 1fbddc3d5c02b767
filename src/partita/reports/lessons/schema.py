"""The documents of a lesson: its positions with their questions, an answer, an answer judged."""

from typing import Annotated, Literal

from pydantic import Field

from partita.reports.ledger.schema import StudyDocument
from partita.reports.quiz.schema import QuizAnswerDocument
from partita.reports.schema import Document, Place, Share, StrokeDocument
from partita.reports.shots.schema import DrawingDocument

_Words = Annotated[str, Field(max_length=1500)]
_Name = Annotated[str, Field(max_length=80)]


class RightDocument(Document):
    """A shot that is right (`practice.lessons.question.Right`)."""

    meant: Literal["pot", "safe"] = "pot"
    ball: str | None = None
    pocket: str | None = None


class LessonZoneDocument(Document):
    """Where the cue ball should stop: within so many diamonds of a place."""

    at: Place
    within: float


class LessonQuestionDocument(Document):
    """What is asked and what is right. right, zone, chance : the coach's say; a ledger's or plan's is in its facts."""

    asks: Literal["play", "ball", "zone", "chance"] = "play"
    judged: Literal["ledger", "plan", "coach"] = "coach"
    tolerance: float | None = None
    right: list[RightDocument] = Field(default_factory=list, max_length=10)
    zone: LessonZoneDocument | None = None
    chance: Share | None = None


class LessonFactsDocument(Document):
    """What a ledger or a plan says of a position's first shot. rest : where the cue ball stops, without error."""

    by: Literal["ledger", "plan"]
    name: str
    meant: Literal["pot", "safe"]
    ball: str | None
    pocket: str | None
    make: Share | None
    rest: Place | None = None


class LessonPositionDocument(Document):
    """A position of a lesson. What was weighed there opens after the answer.

    key : tells it from the others of its lesson; before, after : the coach's words
    level : of both players, where an answer has to be weighed afresh
    """

    key: str = Field("", max_length=40)
    name: _Name = ""
    layout: dict[str, object]
    level: str = "league"
    before: _Words = ""
    after: _Words = ""
    question: LessonQuestionDocument = Field(default_factory=LessonQuestionDocument)
    facts: list[LessonFactsDocument] = Field(default_factory=list, max_length=2)
    study: StudyDocument | None = None
    drawing: DrawingDocument | None = None


class LessonDocument(Document):
    """A lesson, as a file too (`docs/formats.md`)."""

    format: Literal["partita-lesson"] = "partita-lesson"
    version: Literal[1] = 1
    title: _Name
    says: _Words = ""
    positions: list[LessonPositionDocument] = Field(default_factory=list, max_length=40)


class LessonChoiceDocument(Document):
    """What somebody would play, as he presses it (`practice.quiz.choice.Choice`)."""

    meant: Literal["pot", "safe", "stroke"]
    ball: str | None = Field(None, max_length=20)
    pocket: str | None = Field(None, max_length=20)
    cue_to: Place | None = None
    ball_to: Place | None = None
    stroke: StrokeDocument | None = None
    make: float | None = None


class LessonAnswerDocument(Document):
    """An answer: as the question asks, a choice, a ball and pocket, a place, or a chance."""

    choice: LessonChoiceDocument | None = None
    ball: str | None = Field(None, max_length=20)
    pocket: str | None = Field(None, max_length=20)
    at: Place | None = None
    chance: float | None = None


class JudgedDocument(Document):
    """An answer judged: in words what was answered and what is right.

    cost : of rack chance, where a ledger says; off : diamonds from the zone, or share from the make chance
    compared : the choice beside the ledger's best line, where there is one
    """

    right: bool
    answered: str
    words: str
    cost: Share | None = None
    off: Annotated[float | None, Field()] = None
    compared: QuizAnswerDocument | None = None
