"""Studies: ask, follow, stop, keep, open again, draw."""

from datetime import datetime
from typing import Annotated, Any

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import Field

from edge.at_once import worked_out_at_once
from edge.current import account
from edge.documents import LayoutDocument
from edge.naming import Name
from edge.quotas import KEPT_STUDIES, check_room
from edge.responses import pdf_response
from partita.physics.stroke import Stroke
from partita.reports.paper.ring_marks import Units
from partita.reports.schema import StrokeDocument
from partita.reports.shots.schema import DrawingDocument, TrialDocument
from partita.views.drawing import FAN, MOST_FAN
from studies import drawings, lists
from studies.kinds import STUDIES, StudyIn, StudyOut, ask, layout_named
from studies.models import Study
from work.addresses import addresses
from work.position import PositionIn, position_in

router = Router(tags=["studies"])


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


def _own(request: HttpRequest, study_id: int) -> Study:
    return get_object_or_404(Study, owner=account(request), pk=study_id)


@router.get("/studies", response=list[StudyLine])
def kept(request: HttpRequest, page: Annotated[int, Query(ge=0, le=1000)] = 0) -> list[dict[str, Any]]:
    """One page of one's own kept studies, the latest first; the last page is not full."""
    return lists.kept(account(request), page)


@router.get("/studies/recent", response=list[RecentOut])
def recent(request: HttpRequest) -> list[dict[str, Any]]:
    """What was lately weighed and not kept, the latest first, each layout once."""
    return lists.recent(account(request))


@router.post("/strokes", response=TrialDocument)
@worked_out_at_once("weighing")
def try_own(request: HttpRequest, body: TrialIn) -> TrialDocument:
    """Try a stroke of one's own on a layout; nothing is kept."""
    stroke = Stroke(**body.stroke.model_dump())
    return drawings.tried(position_in(account(request), body), stroke)


@router.post("/in-hand", response=list[list[float]])
@worked_out_at_once("weighing", "runs")
def in_hand(request: HttpRequest, body: PositionIn) -> Any:
    """Where the cue ball in hand may be put: [x, y, rack chance of the shooter]."""
    return drawings.worth_of_places(position_in(account(request), body))


@router.post("/studies/{int:study_id}/keep", response=StudyOut)
def keep(request: HttpRequest, study_id: int, body: KeepIn) -> Study:
    """Keep a study under a name."""
    found = _own(request, study_id)
    if not found.kept:
        check_room(Study.objects.filter(owner=account(request), kept=True), KEPT_STUDIES)
    found.name, found.kept, found.layout = body.name, True, layout_named(account(request), body.layout)
    found.save(update_fields=["name", "kept", "layout", "updated"])
    return found


@router.delete("/studies/{int:key}", response={204: None})
def remove(request: HttpRequest, key: int) -> tuple[int, None]:
    """Delete one of one's own studies; a running one stops."""
    _own(request, key).delete()
    return 204, None


@router.get("/studies/{int:study_id}/options/{int:place}/drawing", response=DrawingDocument)
@worked_out_at_once("weighing")
def drawing(
    request: HttpRequest, study_id: int, place: int, fan: Annotated[int, Query(ge=1, le=MOST_FAN)] = FAN,
    line: Annotated[str, Query(max_length=300)] = "",
) -> DrawingDocument:  # fmt: skip
    """What is drawn for one option, by its place or by its id: paths, `fan` executions, resting places, layers."""
    drawn = drawings.drawing_of(_own(request, study_id), place, fan, line)
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


addresses(router, STUDIES, StudyOut, StudyIn, ask)
