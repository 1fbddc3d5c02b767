"""Decisions: kept, listed, opened, changed, deleted and brought back; guessed before the ledger opens."""

from datetime import date, datetime
from typing import Annotated, Any

from django.http import Http404, HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import Field

from edge.at_once import worked_out_at_once
from edge.current import account
from edge.documents import LayoutDocument
from partita.physics.stroke import Stroke
from partita.record.choices import CHOICES
from partita.record.guesses import Guess, Meant
from partita.record.shots import SHOTS
from partita.reports.record.schema import LineDocument
from partita.reports.shots.report import drawing_document
from partita.reports.shots.schema import DrawingDocument
from partita.views.drawing import draw
from records import guessing, keeping
from records.filters import DECISIONS, Filters
from records.keeping import Ended
from records.kinds import ask_better, question_of
from records.models import Decision, Match, in_sight
from studies.models import Study

router = Router(tags=["records"])
Ending = Annotated[str, Field(max_length=30)]


class EndedIn(Schema):
    """How a decision ended; `made`: after a foul, whether the pot was made; `rest`: of the cue ball, diamonds."""

    ending: Ending
    made: bool | None = None
    rest: Annotated[list[float], Field(min_length=2, max_length=2)] | None = None

    @property
    def ended(self) -> Ended:
        """As the services take it."""
        return Ended(self.ending, self.made, self.rest)


class PlayedIn(EndedIn):
    """Which line of the ledger was played, by its place from 0 and its id, how it ended, and in which match."""

    option: int
    line: str = Field("", max_length=300)
    match: int | None = None


class DecisionLine(Schema):
    """A decision in a list."""

    id: int
    played_on: date
    player_name: str
    opponent_name: str
    game: str
    table_name: str
    shot_name: str
    best_name: str
    shot: str
    shot_words: str
    choice: str
    choice_words: str
    ending: str
    value: float
    cost: float
    stroke: float | None
    make: float
    made: bool | None
    rack_id: int | None
    match_id: int | None
    rack_number: int | None
    has_drawing: bool

    @staticmethod
    def resolve_shot_words(row: Decision) -> str:
        """In words."""
        return SHOTS[row.shot]

    @staticmethod
    def resolve_choice_words(row: Decision) -> str:
        """In words."""
        return CHOICES[row.choice]

    @staticmethod
    def resolve_match_id(row: Decision) -> int | None:
        """Of its rack."""
        return row.rack.match_id if row.rack else None

    @staticmethod
    def resolve_rack_number(row: Decision) -> int | None:
        """Of its rack."""
        return row.rack.number if row.rack else None

    @staticmethod
    def resolve_has_drawing(row: Decision) -> bool:
        """Whether it knows how the balls lay, and who played."""
        return "me" in row.asked


class DecisionsOut(Schema):
    """One page of decisions, the latest first, and how many there are."""

    total: int
    rows: list[DecisionLine]


class SaidOut(Schema):
    """What had been said: the line played, and the best one."""

    played: LineDocument
    best: LineDocument


class GuessedOut(Schema):
    """What had been guessed; `same`: whether that was played."""

    words: str
    make: float | None
    same: bool


class AnewLine(Schema):
    """A line weighed anew, with what the best one had on it."""

    name: str
    value: float
    low: float
    high: float
    make: float
    trails: float
    trails_low: float


class AnewOut(Schema):
    """What a later weighing says, with the strokes of that day."""

    on: date
    player: str
    played: AnewLine
    best: AnewLine


class DecisionOut(DecisionLine):
    """A decision with all that is kept of it."""

    said: SaidOut | None
    guessed: GuessedOut | None
    anew: AnewOut | None
    rest: list[float] | None
    better: float | None
    study_id: int | None
    document: LayoutDocument | None
    cue: list[float] | None
    created: datetime

    @staticmethod
    def resolve_document(row: Decision) -> Any:
        """How the balls lay."""
        return row.question["document"] if row.question else None

    @staticmethod
    def resolve_cue(row: Decision) -> Any:
        """Where the cue ball was played from."""
        return row.question["cue"] if row.question else None


class GuessIn(Schema):
    """What would be played, said before the ledger opens: a ball into a pocket, or safe off a ball; `make`: 0..1."""

    meant: Meant
    ball: str = Field(max_length=10)
    pocket: str | None = Field(None, max_length=20)
    make: float | None = None


class GuessOut(GuessIn):
    """A guess with the line of the ledger that it is, where there is one."""

    words: str
    line: str | None


def _own(request: HttpRequest, decision_id: int) -> Decision:
    rows = in_sight(Decision, account(request)).select_related("rack", "player")
    found: Decision = get_object_or_404(rows, pk=decision_id)
    return found


def _study(request: HttpRequest, study_id: int) -> Study:
    return get_object_or_404(Study, owner=account(request), pk=study_id)


@router.post("/studies/{int:study_id}/guess", response=GuessOut)
def guess(request: HttpRequest, study_id: int, body: GuessIn) -> Any:
    """Keep what would be played; it is found in the ledger as soon as that is there."""
    return guessing.found(guessing.keep_guess(_study(request, study_id), Guess(**body.model_dump())))


@router.get("/studies/{int:study_id}/guess", response=GuessOut | None)
def guessed(request: HttpRequest, study_id: int) -> Any:
    """What was guessed of a study, found among its lines; none where nothing was."""
    return guessing.found(_study(request, study_id))


@router.post("/studies/{int:study_id}/played", response=DecisionLine)
def keep(request: HttpRequest, study_id: int, body: PlayedIn) -> Decision:
    """Keep what was played of a study, and how it ended; what better hands would have kept is worked out behind it."""
    owner = account(request)
    match = None if body.match is None else get_object_or_404(in_sight(Match, owner), pk=body.match)
    decision = keeping.keep(_study(request, study_id), body.option, body.ended, match, body.line)
    ask_better(decision)
    return decision


@router.get("/decisions", response=DecisionsOut)
def decisions(
    request: HttpRequest, filters: Query[Filters], page: Annotated[int, Query(ge=0, le=10_000)] = 0
) -> dict[str, Any]:
    """One page of one's own decisions."""
    rows = filters.decisions(account(request))
    shown = rows.select_related("rack").defer("said", "guessed", "anew")[page * DECISIONS : (page + 1) * DECISIONS]
    return {"total": rows.count(), "rows": shown}


@router.get("/decisions/{int:decision_id}", response=DecisionOut)
def decision(request: HttpRequest, decision_id: int) -> Decision:
    """One decision with all that is kept of it."""
    return _own(request, decision_id)


@router.put("/decisions/{int:decision_id}", response=DecisionOut)
def change(request: HttpRequest, decision_id: int, body: EndedIn) -> Decision:
    """Another ending, or more of it."""
    keeping.change(_own(request, decision_id), body.ended)
    return _own(request, decision_id)


@router.delete("/decisions/{int:decision_id}", response={204: None})
def delete(request: HttpRequest, decision_id: int) -> tuple[int, None]:
    """Out of sight; it can be brought back for thirty days."""
    keeping.delete(_own(request, decision_id))
    return 204, None


@router.post("/decisions/{int:decision_id}/restore", response=DecisionOut)
def restore(request: HttpRequest, decision_id: int) -> Decision:
    """Bring a deleted one back."""
    keeping.restore(get_object_or_404(Decision, owner=account(request), pk=decision_id))
    return _own(request, decision_id)


@router.get("/decisions/{int:decision_id}/drawing", response=DrawingDocument)
@worked_out_at_once("weighing")
def drawing(request: HttpRequest, decision_id: int, best: bool = False) -> DrawingDocument:
    """What was played drawn as it lay, or what would have been best."""
    row = _own(request, decision_id)
    if row.said is None or "me" not in row.asked:
        raise Http404
    line = row.said["best" if best else "played"]
    return drawing_document(draw(question_of(row), Stroke(**line["stroke"])))
