"""The season: sums over the decisions that are meant, what there is to choose from, and decisions weighed anew."""

from datetime import date, datetime
from typing import Any, Literal

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema

from edge.current import account
from partita.reports.record.schema import SeasonDocument
from records import seasons
from records.filters import Filters, deleted, known
from records.kinds import RECKONINGS, ReckoningOut, ask_anew
from records.models import Decision, Reckoning, in_sight
from work.addresses import addresses

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
    return ask_anew(owner, filters.decisions(owner))


@router.post("/decisions/{int:decision_id}/anew", response=ReckoningOut)
def weigh_one_anew(request: HttpRequest, decision_id: int) -> Reckoning:
    """Weigh one decision anew."""
    owner = account(request)
    found = get_object_or_404(in_sight(Decision, owner), pk=decision_id)
    return ask_anew(owner, Decision.objects.filter(pk=found.pk))


addresses(router, RECKONINGS, ReckoningOut)
