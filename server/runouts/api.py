"""Run-outs: ask, follow, stop, print."""

from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from accounts.current import account
from config.documents import LayoutDocument
from config.responses import pdf_response
from partita.telling.documents import Place
from partita.telling.ring_marks import Units
from partita.telling.runout_documents import RunOutDocument
from partita.telling.runout_sheet import run_out_sheet
from runouts import asking
from runouts.models import RunOut
from runouts.questions import request_of
from work import running
from work.out import Known, WorkOut, newest

router = Router(tags=["run-outs"])


class RunOutIn(Schema):
    """A layout document, both players, and what is fixed of the plan: order, pockets by ball, where the cue ball is
    wanted after a ball, in diamonds, and one's own shots by ball, as a layout file has strokes."""

    document: LayoutDocument
    me: str = Field(max_length=80)
    them: str = Field(max_length=80)
    goal: str = Field("run out", max_length=20)
    order: list[str] = Field(default_factory=list, max_length=40)
    pockets: dict[str, str] = Field(default_factory=dict)
    rests: dict[str, Place] = Field(default_factory=dict)
    strokes: dict[str, dict[str, Any]] = Field(default_factory=dict)


class PlayersAsked(Schema):
    """Who was chosen, by the keys of the list of players."""

    me: str
    them: str


class RunOutQuestion(Schema):
    """What was asked."""

    document: LayoutDocument
    players: PlayersAsked
    goal: str
    order: list[str]
    pockets: dict[str, str]
    rests: dict[str, Place]
    strokes: dict[str, dict[str, Any]] = Field(default_factory=dict)


class RunOutOut(WorkOut):
    """A run-out with its question and its newest plan."""

    question: RunOutQuestion
    document: RunOutDocument | None


def _own(request: HttpRequest, run_out_id: int) -> RunOut:
    return get_object_or_404(RunOut, owner=account(request), pk=run_out_id)


@router.post("/run-outs", response=RunOutOut)
def ask(request: HttpRequest, body: RunOutIn) -> RunOut:
    """Plan a layout. A run-out of one's own that is still being worked out is superseded."""
    fixed = asking.Fixed(body.goal, body.order, body.pockets, body.rests, body.strokes)
    return asking.ask(account(request), body.document.root, body.me, body.them, fixed)


@router.get("/run-outs/{int:run_out_id}", response=RunOutOut)
def run_out(request: HttpRequest, run_out_id: int, known: Known = -1) -> RunOut:
    """A run-out with its newest plan; without it where that is the revision known already."""
    return newest(RunOut, account(request), run_out_id, known)


@router.post("/run-outs/{int:run_out_id}/stop", response=RunOutOut)
def stop(request: HttpRequest, run_out_id: int) -> RunOut:
    """Stop one; the plan found so far stays."""
    running.stop(_own(request, run_out_id))
    return _own(request, run_out_id)


@router.get("/run-outs/{int:run_out_id}/sheet", response={200: None})
def sheet(request: HttpRequest, run_out_id: int, units: Units = "cm", title: str = "") -> HttpResponse:
    """The plan as a sheet, a PDF with a small drawing for each ball."""
    found = _own(request, run_out_id)
    if found.document is None:
        raise Http404
    plan: Any = RunOutDocument.model_validate(found.document)
    return pdf_response(run_out_sheet(request_of(found).situation, plan, title, units))
