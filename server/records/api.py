"""What was played: keep, list, take back."""

from datetime import datetime
from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from accounts.current import account
from records import services
from records.models import Played
from studies.models import Study

router = Router(tags=["records"])


class PlayedIn(Schema):
    """Which line of the ledger was played, from 0, and how it ended."""

    option: int
    ending: str = Field(max_length=30)


class PlayedOut(Schema):
    """A decision that was played, with what had been said of it."""

    id: int
    study_id: int | None
    option: int
    shot: str
    name: str
    ending: str
    said: float
    make: float
    rack_chance: float
    best_chance: float
    created: datetime


@router.post("/studies/{int:study_id}/played", response=PlayedOut)
def keep(request: HttpRequest, study_id: int, body: PlayedIn) -> Played:
    """Keep what was played of a study."""
    study = get_object_or_404(Study, owner=account(request), pk=study_id)
    return services.keep(study, body.option, body.ending)


@router.get("/played", response=list[PlayedOut])
def played(request: HttpRequest) -> Any:
    """All that one has played, the latest first."""
    return Played.objects.filter(owner=account(request))[:500]


@router.delete("/played/{int:played_id}", response={204: None})
def take_back(request: HttpRequest, played_id: int) -> tuple[int, None]:
    """Delete one's own entry."""
    services.take_back(get_object_or_404(Played, owner=account(request), pk=played_id))
    return 204, None
