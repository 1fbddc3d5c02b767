"""The documents of the quiz: a position with its ledger, an answer, what answers come to."""

from typing import Literal

from partita.reports.ledger.schema import OptionDocument, StudyDocument
from partita.reports.record.schema import MeanDocument, PartDocument
from partita.reports.schema import Document, Share


class QuizPositionDocument(Document):
    """A position of the quiz: `key` tells it from all others; its layout, and the short ledger that it is held against.

    level : of both players; kind : one of `practice.quiz.kinds`
    """

    format: Literal["partita-quiz-position"] = "partita-quiz-position"
    version: Literal[1] = 1
    key: str
    game: str
    level: str
    kind: str
    layout: dict[str, object]
    study: StudyDocument


class QuizAnswerDocument(Document):
    """An answer compared: the line that was chosen, what it cost in rack chance and how surely, and why the best is.

    place : of the line in the ledger, from 1; none where it was weighed afresh
    """

    chosen: OptionDocument
    place: int | None
    cost: Share
    choice: str
    choice_words: str
    words: list[str]


class EstimatesDocument(Document):
    """Said make chances against the ledger's, in points."""

    count: int
    bias: float
    half: float | None
    off: float
    words: str


class QuizScoreDocument(Document):
    """What answers come to: mean cost in points of rack chance, the share as good as the best, kinds, the dearest
    first."""

    answers: int
    cost: MeanDocument
    as_good: Share
    estimates: EstimatesDocument | None
    kinds: list[PartDocument]
    words: list[str]
