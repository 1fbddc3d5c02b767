"""What attempts say of a player, and what his errors cost: asked, followed, stopped."""

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from accounts.current import account
from config.documents import TableDocument
from measures import asking
from measures.models import ErrorCosts, Measure
from partita.practice.error_costs import FIFTH
from partita.telling.measure_documents import CostsDocument, MeasureDocument
from profiles.models import PlayerProfile
from work import running
from work.out import WorkOut

router = Router(tags=["measures"])


class MeasureIn(Schema):
    """The table on which a long pot is told, without one that of the last sitting; `near`: a level that the player
    says he has.
    """

    table: TableDocument | None = None
    near: str | None = Field(None, max_length=40)


class MeasureQuestion(Schema):
    """What was asked, and how many attempts there were."""

    attempts: int
    near: str | None


class MeasureOut(WorkOut):
    """A measure with its newest answer."""

    question: MeasureQuestion
    document: MeasureDocument | None


class CostsIn(Schema):
    """A game, and to which share of its size each error is made smaller."""

    game: str = Field("nine-ball", max_length=20)
    share: float = FIFTH


class CostsOut(WorkOut):
    """Costs of errors with their newest answer."""

    question: CostsIn
    document: CostsDocument | None


def _player(request: HttpRequest, player_id: int) -> PlayerProfile:
    return get_object_or_404(PlayerProfile, owner=account(request), pk=player_id)


def _measure(request: HttpRequest, measure_id: int) -> Measure:
    return get_object_or_404(Measure, owner=account(request), pk=measure_id)


def _costs(request: HttpRequest, costs_id: int) -> ErrorCosts:
    return get_object_or_404(ErrorCosts, owner=account(request), pk=costs_id)


@router.post("/players/{int:player_id}/measure", response=MeasureOut)
def ask_measure(request: HttpRequest, player_id: int, body: MeasureIn) -> Measure:
    """Work out what a player's attempts say. One of the same player that still runs is superseded."""
    return asking.ask_measure(account(request), _player(request, player_id), body.table, body.near)


@router.get("/players/{int:player_id}/measure", response=MeasureOut | None)
def latest_measure(request: HttpRequest, player_id: int) -> Measure | None:
    """A player's latest measure; none where there is none."""
    return Measure.objects.filter(player=_player(request, player_id)).first()


@router.get("/measures/{int:measure_id}", response=MeasureOut)
def measure(request: HttpRequest, measure_id: int) -> Measure:
    """A measure with its newest answer."""
    return _measure(request, measure_id)


@router.post("/measures/{int:measure_id}/stop", response=MeasureOut)
def stop_measure(request: HttpRequest, measure_id: int) -> Measure:
    """Stop one; what was found so far stays."""
    running.stop(_measure(request, measure_id))
    return _measure(request, measure_id)


@router.post("/players/{int:player_id}/costs", response=CostsOut)
def ask_costs(request: HttpRequest, player_id: int, body: CostsIn) -> ErrorCosts:
    """Work out what each of a player's errors costs. One of the same player that still runs is superseded."""
    return asking.ask_costs(account(request), _player(request, player_id), body.game, body.share)


@router.get("/players/{int:player_id}/costs", response=CostsOut | None)
def latest_costs(request: HttpRequest, player_id: int) -> ErrorCosts | None:
    """A player's latest costs; none where there are none."""
    return ErrorCosts.objects.filter(player=_player(request, player_id)).first()


@router.get("/costs/{int:costs_id}", response=CostsOut)
def costs(request: HttpRequest, costs_id: int) -> ErrorCosts:
    """Costs with their newest answer."""
    return _costs(request, costs_id)


@router.post("/costs/{int:costs_id}/stop", response=CostsOut)
def stop_costs(request: HttpRequest, costs_id: int) -> ErrorCosts:
    """Stop them; what was found so far stays."""
    running.stop(_costs(request, costs_id))
    return _costs(request, costs_id)
