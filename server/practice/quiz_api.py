"""The decision quiz: rounds, answers, what they come to; one's own layouts for it."""

from datetime import date as Date
from typing import Annotated, Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from edge.at_once import worked_out_at_once
from edge.current import account
from edge.documents import LayoutDocument
from edge.naming import SENT_AS, NameOrNone
from partita.physics.stroke import Stroke
from partita.practice.quiz.choice import Choice
from partita.practice.quiz.kinds import KINDS
from partita.reports.ledger.schema import StudyDocument
from partita.reports.quiz.report import score_document
from partita.reports.quiz.schema import QuizAnswerDocument, QuizScoreDocument
from partita.reports.schema import StrokeDocument
from practice import quiz
from practice.kinds import QUIZ_FILLS, FillOut, ask_fill
from practice.models import QuizAnswer, QuizFill, QuizPosition, QuizRound
from practice.whose import partner_of, player_of
from work.addresses import addresses

router = Router(tags=["quiz"])
At = Annotated[list[float], Field(min_length=2, max_length=2)]


class PoolOut(Schema):
    """Positions of a game and level."""

    game: str
    level: str
    count: int


class PoolsOut(Schema):
    """What a round can be drawn from; `own`: positions of one's own, out of so many layouts."""

    pools: list[PoolOut]
    own: int
    layouts: int


class RoundIn(Schema):
    """A round to begin: `token` the page's own name of it; of a game's pool or one's own layouts; who else answers."""

    token: str = Field(pattern=SENT_AS)
    game: str = Field("nine-ball", max_length=20)
    own: bool = False
    limit_s: int | None = Field(None, ge=5, le=600)
    second: int | None = None
    second_name: NameOrNone = Field("", max_length=80)


class ChoiceIn(Schema):
    """A choice as it was made by pressing."""

    meant: str = Field(max_length=10)
    ball: str | None = Field(None, max_length=20)
    pocket: str | None = Field(None, max_length=20)
    cue_to: At | None = None
    ball_to: At | None = None
    stroke: StrokeDocument | None = None
    make: float | None = None

    def choice(self) -> Choice:
        """As the core takes it."""
        cue, ball = ((at[0], at[1]) if at else None for at in (self.cue_to, self.ball_to))
        stroke = Stroke(**self.stroke.model_dump()) if self.stroke else None
        return Choice(self.meant, self.ball, self.pocket, cue, ball, stroke, self.make)  # type: ignore[arg-type]


class AnswerIn(Schema):
    """An answer; without a choice the time ran out. `who`: 1 the player, 2 the second one."""

    position: str = Field(max_length=60)
    who: int = 1
    choice: ChoiceIn | None = None


class QuizAnswerOut(Schema):
    """An answer that is kept, compared; `document` none when time ran out."""

    who: int
    words: str
    cost: float | None
    said: float | None
    made: float | None
    document: QuizAnswerDocument | None


class RoundPositionOut(Schema):
    """A position of a round. Its ledger and answers are there once everybody has answered; `answered`: who has.

    `kind`: in words
    """

    key: str
    layout: LayoutDocument
    answered: list[int]
    kind: str | None = None
    study: StudyDocument | None = None
    answers: list[QuizAnswerOut] = Field(default_factory=list)


class RoundOut(Schema):
    """A round with its positions; those that are gone from the pool are left out."""

    id: int
    player_id: int
    player_name: str
    second_name: str
    game: str
    level: str
    own: bool
    limit_s: int | None
    positions: list[RoundPositionOut]


class RoundLineOut(Schema):
    """A round in the list: mean cost in points of rack chance, none where nothing counts."""

    id: int
    day: Date
    game: str
    level: str
    answered: int
    of: int
    cost: float | None


class StandingOut(Schema):
    """All of a player's answers, and his rounds, the latest first."""

    score: QuizScoreDocument
    rounds: list[RoundLineOut]


class FillIn(Schema):
    """For whose level."""

    player: int


def _round(request: HttpRequest, round_id: int) -> QuizRound:
    return get_object_or_404(QuizRound, player__owner=account(request), pk=round_id)


def _answer_out(row: QuizAnswer) -> dict[str, Any]:
    kept = {name: getattr(row, name) for name in ("who", "words", "cost", "said", "made")}
    return {**kept, "document": quiz.document_of(row)}


def _position_out(found: QuizRound, row: QuizPosition, answers: list[QuizAnswer]) -> dict[str, Any]:
    """A position; its ledger stays closed until everybody has answered."""
    who = sorted(answer.who for answer in answers)
    out = {"key": row.key, "layout": row.document["layout"], "answered": who}
    if tuple(who) != found.who:
        return out
    told = [_answer_out(answer) for answer in sorted(answers, key=lambda one: one.who)]
    return {**out, "kind": KINDS[row.kind], "study": quiz.study_of(row), "answers": told}


def _out(found: QuizRound) -> dict[str, Any]:
    rows = {
        row.key: row for row in QuizPosition.objects.filter(key__in=found.positions, owner__in=[found.player.owner])
    }
    rows |= {row.key: row for row in QuizPosition.objects.filter(key__in=found.positions, owner=None)}
    answers = list(QuizAnswer.objects.filter(round=found))
    return {
        "id": found.pk, "player_id": found.player_id, "player_name": found.player.name,
        "second_name": found.second_name, "game": found.game, "level": found.level, "own": found.own,
        "limit_s": found.limit_s, "positions": [
            _position_out(found, rows[key], [one for one in answers if one.position == key])
            for key in found.positions if key in rows
        ],
    }  # fmt: skip


@router.get("/quiz/pools", response=PoolsOut)
def pools(request: HttpRequest) -> dict[str, Any]:
    """What a round can be drawn from."""
    return quiz.pools(account(request))


@router.post("/quiz/players/{int:player_id}/rounds", response=RoundOut)
def begin(request: HttpRequest, player_id: int, body: RoundIn) -> dict[str, Any]:
    """Begin a round."""
    player = player_of(request, player_id)
    second = partner_of(request, player, body.second, body.second_name)
    return _out(quiz.begin(player, body.token, body.game, body.own, body.limit_s, second))


@router.get("/quiz/rounds/{int:round_id}", response=RoundOut)
def one_round(request: HttpRequest, round_id: int) -> dict[str, Any]:
    """A round as it stands."""
    return _out(_round(request, round_id))


@router.post("/quiz/rounds/{int:round_id}/answers", response=RoundPositionOut)
@worked_out_at_once("weighing")
def answer(request: HttpRequest, round_id: int, body: AnswerIn) -> dict[str, Any]:
    """Answer a position. Its ledger opens when everybody has."""
    found = _round(request, round_id)
    quiz.answer(found, body.position, body.who, body.choice.choice() if body.choice else None)
    row = quiz.position_in(found, body.position)
    return _position_out(found, row, list(QuizAnswer.objects.filter(round=found, position=row.key)))


@router.get("/quiz/players/{int:player_id}", response=StandingOut)
def standing(request: HttpRequest, player_id: int) -> dict[str, Any]:
    """What a player's answers come to, and his rounds."""
    player = player_of(request, player_id)
    rows = quiz.answers_of(player)
    return {"score": score_document(quiz.score(rows)), "rounds": quiz.rounds_of(player, rows)}


@router.get("/quiz/rounds/{int:round_id}/score", response=list[QuizScoreDocument])
def round_score(request: HttpRequest, round_id: int) -> list[QuizScoreDocument]:
    """What a round comes to, for each who answered."""
    found = _round(request, round_id)
    rows = list(QuizAnswer.objects.filter(round=found))
    return [score_document(quiz.score([row for row in rows if row.who == who])) for who in found.who]


@router.post("/quiz-fills", response=FillOut)
def fill(request: HttpRequest, body: FillIn) -> QuizFill:
    """Weigh one's own layouts for the quiz."""
    return ask_fill(account(request), player_of(request, body.player))


addresses(router, QUIZ_FILLS, FillOut)
