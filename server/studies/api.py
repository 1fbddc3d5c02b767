"""Studies: ask, follow, stop, keep, open again, draw."""

from datetime import datetime
from typing import Annotated, Any, Literal

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import Field

from accounts.current import account
from config.responses import pdf_response
from layouts.models import Layout
from partita.games.match import Match
from partita.physics.stroke import Stroke
from partita.telling.drawing import FAN, MOST_FAN
from partita.weighing.weigh import DEFAULT_SAMPLES
from studies import services
from studies.models import Study

router = Router(tags=["studies"])


class MatchIn(Schema):
    """A race to a number of racks as it stands."""

    race_to: int = 7
    my_racks: int = 0
    their_racks: int = 0
    i_break: bool = True
    breaks: Literal["alternate", "winner"] = "alternate"


class PositionIn(Schema):
    """A layout document and both players."""

    document: dict[str, Any]
    me: str = Field(max_length=80)
    them: str = Field(max_length=80)


class StudyIn(PositionIn):
    """A question: how thoroughly to weigh a position, and in which match."""

    seed: int = 1
    samples: int = DEFAULT_SAMPLES
    layout: int | None = None
    match: MatchIn | None = None


class KeepIn(Schema):
    """Keep a study under a name."""

    name: str = Field(min_length=1, max_length=80)
    layout: int | None = None


class ChanceOut(Schema):
    """A probability with its 95 % interval."""

    value: float
    low: float
    high: float


class StrokeOut(Schema):
    """A stroke as intended."""

    aim_deg: float
    speed_mps: float
    side: float
    height: float
    elevation_deg: float


class TrialIn(PositionIn):
    """A stroke of one's own to try."""

    stroke: StrokeOut


class TurningPointOut(Schema):
    """Where an attack and the best other option are equal."""

    make: float | None
    mine: float
    if_made: float
    if_missed: float
    other: float


class OptionOut(Schema):
    """One line of the ledger."""

    name: str
    detail: str
    kind: str
    aim: str
    target: str | None
    potted: str | None
    pocket: str | None
    route: list[str]
    cushions: list[str] = Field(default_factory=list)
    via: list[str] = Field(default_factory=list)
    behind: list[str] = Field(default_factory=list)
    style: str = ""
    aim_range_deg: float = 0.0
    cut_range_deg: float = 0.0
    watch: list[str] = Field(default_factory=list)
    fullness: float
    hit_side: str
    cut_deg: float
    source: str
    stroke: StrokeOut
    speed_lengths: float
    tip: str
    rack_chance: ChanceOut
    make: ChanceOut
    foul: ChanceOut
    sold_out: ChanceOut
    shares: dict[str, float]
    value_by_ending: dict[str, float]
    leave: dict[str, Any]
    turning_point: TurningPointOut | None
    behind_best: str = ""
    samples: int
    confirmed: bool


class ChangeOut(Schema):
    """One number made different: the rack chances of the leaders then, and which is best."""

    kind: str
    name: str
    best: int
    rack_chance: list[float]
    changes: bool


class ChangesOut(Schema):
    """What would change the choice among the leaders."""

    options: list[str]
    as_asked: list[float]
    changes: list[ChangeOut]


class MatchOut(MatchIn):
    """The race, what this rack is worth in it, and my chance of the match by option."""

    rack_when_i_break: float
    rack_when_they_break: float
    if_rack_won: float
    if_rack_lost: float
    a_point_is_worth: float
    my_match_chance: list[float]


class ResultOut(Schema):
    """A study's document (`docs/formats.md`)."""

    format: str
    version: int
    seed: int
    shooter: str = Field(alias="for")
    settled: bool
    samples_used: int
    seconds: float
    cue: list[float]
    target: str
    options: list[OptionOut]
    why: str
    reliable: str
    changes: ChangesOut | None = None
    match: MatchOut | None = None


class StudySummary(Schema):
    """A study in a list."""

    id: int
    name: str
    kept: bool
    layout_id: int | None
    status: str
    progress: float
    revision: int
    created: datetime


class RecentOut(Schema):
    """A layout that was lately weighed: its game, how many balls lay there, and the line that was best."""

    id: int
    created: datetime
    game: str
    balls: int
    best: str


class StudyOut(StudySummary):
    """A study with its question and its newest result."""

    question: dict[str, Any]
    document: ResultOut | None
    failure: str


class ShadowOut(Schema):
    """Where the target cannot be hit straight because of one ball."""

    ball: str
    target: str
    outline: list[list[float]]


class WindowOut(Schema):
    """A pocket's open window: both edges end at its mouth."""

    ball: str
    pocket: str
    edges: list[list[float]]
    degrees: float


class ScratchOut(Schema):
    """A pocket that takes the cue ball, how often, and the likeliest way there."""

    pocket: str
    share: float
    path: list[list[float]]


class PositionLineOut(Schema):
    """A straight line to the next ball: from the pocket's mouth through it."""

    ball: str
    pocket: str
    points: list[list[float]]


class DrawingOut(Schema):
    """Paths as [t s, x, y], all else as [x, y], in diamonds; `words` says each layer in a sentence."""

    paths: dict[str, list[list[float]]]
    fans: dict[str, list[list[list[float]]]]
    rests: dict[str, list[list[float]]]
    pocketed: dict[str, int]
    executions: int
    seconds: float
    shadows: list[ShadowOut]
    window: WindowOut | None
    scratches: list[ScratchOut]
    positions: list[PositionLineOut]
    words: dict[str, str]


class TrialOut(Schema):
    """A stroke of one's own as a line of the ledger, with its drawing."""

    option: OptionOut
    drawing: DrawingOut


def _own(request: HttpRequest, study_id: int) -> Study:
    return get_object_or_404(Study, owner=account(request), pk=study_id)


def _layout(request: HttpRequest, layout_id: int | None) -> Layout | None:
    return None if layout_id is None else get_object_or_404(Layout, owner=account(request), pk=layout_id)


@router.post("/studies", response=StudyOut)
def ask(request: HttpRequest, body: StudyIn) -> Study:
    """Weigh a layout. A study of one's own that is still running is superseded."""
    layout = _layout(request, body.layout)
    match = Match(**body.match.dict()) if body.match else None
    return services.ask(account(request), body.document, body.me, body.them, body.seed, body.samples, layout, match)


@router.get("/studies", response=list[StudySummary])
def kept(request: HttpRequest) -> Any:
    """One's own kept studies, the latest first."""
    return Study.objects.filter(owner=account(request), kept=True).defer("document", "question")[:200]


@router.get("/studies/recent", response=list[RecentOut])
def recent(request: HttpRequest) -> list[dict[str, Any]]:
    """What was lately weighed and not kept, the latest first, each layout once."""
    return services.recent(account(request))


@router.post("/strokes", response=TrialOut)
def try_own(request: HttpRequest, body: TrialIn) -> dict[str, Any]:
    """Try a stroke of one's own on a layout; nothing is kept."""
    stroke = Stroke(**body.stroke.dict())
    return services.tried(account(request), body.document, body.me, body.them, stroke)


@router.post("/in-hand", response=list[tuple[float, float, float]])
def in_hand(request: HttpRequest, body: PositionIn) -> Any:
    """Where the cue ball in hand may be put: [x, y, rack chance of the shooter by a glance]."""
    return services.worth_of_places(account(request), body.document, body.me, body.them)


@router.get("/studies/{int:study_id}", response=StudyOut)
def study(request: HttpRequest, study_id: int) -> Study:
    """A study with its newest result."""
    return _own(request, study_id)


@router.post("/studies/{int:study_id}/stop", response=StudyOut)
def stop(request: HttpRequest, study_id: int) -> Study:
    """Stop a study; what it has found so far stays."""
    services.stop(_own(request, study_id))
    return _own(request, study_id)


@router.post("/studies/{int:study_id}/keep", response=StudyOut)
def keep(request: HttpRequest, study_id: int, body: KeepIn) -> Study:
    """Keep a study under a name."""
    found = _own(request, study_id)
    found.name, found.kept, found.layout = body.name, True, _layout(request, body.layout)
    found.save(update_fields=["name", "kept", "layout", "updated"])
    return found


@router.delete("/studies/{int:study_id}", response={204: None})
def remove(request: HttpRequest, study_id: int) -> tuple[int, None]:
    """Delete one of one's own studies; a running one stops."""
    _own(request, study_id).delete()
    return 204, None


@router.get("/studies/{int:study_id}/options/{int:place}/drawing", response=DrawingOut)
def drawing(
    request: HttpRequest, study_id: int, place: int, fan: Annotated[int, Query(ge=1, le=MOST_FAN)] = FAN
) -> dict[str, Any]:
    """What is drawn for one option: paths, `fan` executions, resting places, layers."""
    drawn = services.drawing_of(_own(request, study_id), place, fan)
    if drawn is None:
        raise Http404
    return drawn


@router.get("/studies/{int:study_id}/options/{int:place}/sheet", response={200: None})
def sheet(
    request: HttpRequest, study_id: int, place: int, units: Literal["cm", "in"] = "cm", title: str = ""
) -> HttpResponse:
    """One option's shot sheet with ring marks, a PDF of one page."""
    pdf = services.sheet_of(_own(request, study_id), place, units, title)
    if pdf is None:
        raise Http404
    return pdf_response(pdf)
