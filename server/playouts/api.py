"""Play-outs of a study: ask, follow, stop."""

from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from edge.current import account
from partita.reports.schema import ChanceDocument
from playouts import asking
from playouts.models import PlayOut
from studies.models import Study

router = Router(tags=["play-outs"])


class PlayOutIn(Schema):
    """Lines of the ledger by their places from 0, and whether to play the situation freely as well."""

    options: list[int] = Field(default_factory=list, max_length=8)
    racks: int = 256
    freely: bool = False


class PlayOutOut(Schema):
    """A play-out: how far it is, and what has come of it. `option` null: freely played."""

    id: int
    option: int | None
    name: str
    racks: int
    done: int
    chance: ChanceDocument | None
    shots_a_rack: float
    status: str
    failure: str
    waits_for: str


def _study(request: HttpRequest, study_id: int) -> Study:
    return get_object_or_404(Study, owner=account(request), pk=study_id)


@router.post("/studies/{int:study_id}/playouts", response=list[PlayOutOut])
def ask(request: HttpRequest, study_id: int, body: PlayOutIn) -> list[dict[str, Any]]:
    """Play whole racks from some lines of a settled study."""
    study = _study(request, study_id)
    return [asking.figures_of(playout) for playout in asking.ask(study, body.options, body.racks, body.freely)]


@router.get("/studies/{int:study_id}/playouts", response=list[PlayOutOut])
def playouts(request: HttpRequest, study_id: int) -> list[dict[str, Any]]:
    """All play-outs of a study, the first asked first."""
    study = _study(request, study_id)
    return [asking.figures_of(playout) for playout in study.playouts.prefetch_related("parts")]  # type: ignore[attr-defined]


@router.post("/playouts/{int:playout_id}/stop", response=PlayOutOut)
def stop(request: HttpRequest, playout_id: int) -> dict[str, Any]:
    """Stop a play-out; what has been played stays."""
    playout = get_object_or_404(PlayOut, study__owner=account(request), pk=playout_id)
    asking.stop(playout)
    playout.refresh_from_db()
    return asking.figures_of(playout)
