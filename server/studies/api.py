"""Studies: ask, follow, stop, keep, open again, draw."""

from datetime import datetime
from typing import Annotated, Any

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import Field

from accounts.current import account
from config.documents import LayoutDocument
from config.naming import Name
from config.quotas import KEPT_STUDIES, check_room
from config.responses import pdf_response
from layouts.models import Layout
from partita.games.match import Match
from partita.physics.stroke import Stroke
from partita.telling.documents import DrawingDocument, MatchDocument, StrokeDocument, StudyDocument, TrialDocument
from partita.telling.drawing import FAN, MOST_FAN
from partita.telling.ring_marks import Units
from partita.weighing.weigh import DEFAULT_SAMPLES
from studies import asking, drawings
from studies.models import Study
from studies.questions import QuestionOut, asked_of, document_of
from work import running
from work.at_once import worked_out_at_once
from work.out import Known, WorkOut, newest

router = Router(tags=["studies"])


class PositionIn(Schema):
    """A layout document and both players."""

    document: LayoutDocument
    me: str = Field(max_length=80)
    them: str = Field(max_length=80)


class StudyIn(PositionIn):
    """A question: how thoroughly to weigh a position, and in which match."""

    seed: int = 1
    samples: int = DEFAULT_SAMPLES
    layout: int | None = None
    match: MatchDocument | None = None


class KeepIn(Schema):
    """Keep a study under a name."""

    name: Name = Field(min_length=1, max_length=80)
    layout: int | None = None


class TrialIn(PositionIn):
    """A stroke of one's own to try."""

    stroke: StrokeDocument


class StudyLine(Schema):
    """A kept study in a list: its layout, and the line that was best with its rack chance."""

    id: int
    name: str
    created: datetime
    layout_id: int | None
    document: LayoutDocument
    best: str
    chance: float | None


class RecentOut(Schema):
    """A layout that was lately weighed, and the line that was best."""

    id: int
    created: datetime
    document: LayoutDocument
    best: str


class StudyOut(WorkOut):
    """A study with its question and its newest answer."""

    name: str
    kept: bool
    layout_id: int | None
    created: datetime
    question: QuestionOut
    document: StudyDocument | None

    @staticmethod
    def resolve_question(study: Study) -> Any:
        """In today's words."""
        return asked_of(study)

    @staticmethod
    def resolve_document(study: Study) -> StudyDocument | None:
        """In today's form."""
        return document_of(study)


def _own(request: HttpRequest, study_id: int) -> Study:
    return get_object_or_404(Study, owner=account(request), pk=study_id)


def _layout(request: HttpRequest, layout_id: int | None) -> Layout | None:
    return None if layout_id is None else get_object_or_404(Layout, owner=account(request), pk=layout_id)


@router.post("/studies", response=StudyOut)
def ask(request: HttpRequest, body: StudyIn) -> Study:
    """Weigh a layout. A study of one's own that is still running is superseded."""
    layout = _layout(request, body.layout)
    match = Match(**body.match.model_dump()) if body.match else None
    return asking.ask(account(request), body.document.root, body.me, body.them, body.seed, body.samples, layout, match)


@router.get("/studies", response=list[StudyLine])
def kept(request: HttpRequest, page: Annotated[int, Query(ge=0, le=1000)] = 0) -> list[dict[str, Any]]:
    """One page of one's own kept studies, the latest first; the last page is not full."""
    return asking.kept(account(request), page)


@router.get("/studies/recent", response=list[RecentOut])
def recent(request: HttpRequest) -> list[dict[str, Any]]:
    """What was lately weighed and not kept, the latest first, each layout once."""
    return asking.recent(account(request))


@router.post("/strokes", response=TrialDocument)
@worked_out_at_once("weighing")
def try_own(request: HttpRequest, body: TrialIn) -> TrialDocument:
    """Try a stroke of one's own on a layout; nothing is kept."""
    stroke = Stroke(**body.stroke.model_dump())
    return drawings.tried(account(request), body.document.root, body.me, body.them, stroke)


@router.post("/in-hand", response=list[list[float]])
@worked_out_at_once("weighing", "runs")
def in_hand(request: HttpRequest, body: PositionIn) -> Any:
    """Where the cue ball in hand may be put: [x, y, rack chance of the shooter]."""
    return drawings.worth_of_places(account(request), body.document.root, body.me, body.them)


@router.get("/studies/{int:study_id}", response=StudyOut)
def study(request: HttpRequest, study_id: int, known: Known = -1) -> Study:
    """A study with its newest result; without it where that is the revision known already."""
    return newest(Study, account(request), study_id, known)


@router.post("/studies/{int:study_id}/stop", response=StudyOut)
def stop(request: HttpRequest, study_id: int) -> Study:
    """Stop a study; what it has found so far stays."""
    running.stop(_own(request, study_id))
    return _own(request, study_id)


@router.post("/studies/{int:study_id}/keep", response=StudyOut)
def keep(request: HttpRequest, study_id: int, body: KeepIn) -> Study:
    """Keep a study under a name."""
    found = _own(request, study_id)
    if not found.kept:
        check_room(Study.objects.filter(owner=account(request), kept=True), KEPT_STUDIES)
    found.name, found.kept, found.layout = body.name, True, _layout(request, body.layout)
    found.save(update_fields=["name", "kept", "layout", "updated"])
    return found


@router.delete("/studies/{int:study_id}", response={204: None})
def remove(request: HttpRequest, study_id: int) -> tuple[int, None]:
    """Delete one of one's own studies; a running one stops."""
    _own(request, study_id).delete()
    return 204, None


@router.get("/studies/{int:study_id}/options/{int:place}/drawing", response=DrawingDocument)
@worked_out_at_once("weighing")
def drawing(
    request: HttpRequest, study_id: int, place: int, fan: Annotated[int, Query(ge=1, le=MOST_FAN)] = FAN
) -> DrawingDocument:
    """What is drawn for one option: paths, `fan` executions, resting places, layers."""
    drawn = drawings.drawing_of(_own(request, study_id), place, fan)
    if drawn is None:
        raise Http404
    return drawn


@router.get("/studies/{int:study_id}/options/{int:place}/sheet", response={200: None})
@worked_out_at_once("weighing")
def sheet(request: HttpRequest, study_id: int, place: int, units: Units = "cm", title: str = "") -> HttpResponse:
    """One option's shot sheet with ring marks, a PDF of one page."""
    pdf = drawings.sheet_of(_own(request, study_id), place, units, title)
    if pdf is None:
        raise Http404
    return pdf_response(pdf)
