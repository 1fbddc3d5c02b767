"""The season: sums over the decisions that are meant, what there is to choose from, and decisions weighed anew."""

from datetime import date, datetime
from typing import Any, Literal

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema

from accounts.current import account
from partita.telling.record_documents import SeasonDocument
from records import asking, seasons
from records.filters import Filters, deleted, known
from records.models import Decision, Reckoning, in_sight
from work import running
from work.out import WorkOut

router = Router(tags=["records"])


class SeasonOut(Schema):
    """Racks and matches of the season, and the sums of its decisions."""

    matches: int
    racks: int
    racks_won: int
    document: SeasonDocument


class KnownOut(Schema):
    """What there is to choose from."""

    players: list[str]
    opponents: list[str]
    games: list[str]
    tables: list[str]


class DeletedOut(Schema):
    """Something that was deleted: a match or a decision, in words."""

    kind: Literal["match", "decision"]
    id: int
    words: str
    played_on: date
    deleted: datetime


class ReckonedOut(Schema):
    """How many decisions are done, of how many, and how many could not be worked out."""

    done: int
    of: int
    left_out: int


class ReckoningOut(WorkOut):
    """Decisions being weighed anew."""

    document: ReckonedOut | None


@router.get("/season", response=SeasonOut)
def season(request: HttpRequest, filters: Query[Filters]) -> dict[str, Any]:
    """Where the racks go, and whether what was said came true."""
    owner = account(request)
    return {**seasons.racks(owner, filters), "document": seasons.season(owner, filters)}


@router.get("/season/known", response=KnownOut)
def choices(request: HttpRequest) -> dict[str, list[str]]:
    """Players, opponents, games and tables of one's own record."""
    return known(account(request))


@router.get("/season/deleted", response=list[DeletedOut])
def lately_deleted(request: HttpRequest) -> list[dict[str, Any]]:
    """What was deleted and can still be brought back, the latest first."""
    return deleted(account(request))


@router.post("/season/anew", response=ReckoningOut)
def weigh_anew(request: HttpRequest, filters: Query[Filters]) -> Reckoning:
    """Weigh the decisions that are meant anew, with today's players. One that still runs is superseded."""
    owner = account(request)
    return asking.ask_anew(owner, filters.decisions(owner))


@router.post("/decisions/{int:decision_id}/anew", response=ReckoningOut)
def weigh_one_anew(request: HttpRequest, decision_id: int) -> Reckoning:
    """Weigh one decision anew."""
    owner = account(request)
    found = get_object_or_404(in_sight(Decision, owner), pk=decision_id)
    return asking.ask_anew(owner, Decision.objects.filter(pk=found.pk))


@router.get("/reckonings/{int:reckoning_id}", response=ReckoningOut)
def reckoning(request: HttpRequest, reckoning_id: int) -> Reckoning:
    """How far it is."""
    return get_object_or_404(Reckoning, owner=account(request), pk=reckoning_id)


@router.post("/reckonings/{int:reckoning_id}/stop", response=ReckoningOut)
def stop(request: HttpRequest, reckoning_id: int) -> Reckoning:
    """Stop it; what is done stays."""
    running.stop(get_object_or_404(Reckoning, owner=account(request), pk=reckoning_id))
    return get_object_or_404(Reckoning, owner=account(request), pk=reckoning_id)
