"""What attempts say of a player, and what his errors cost: asked, followed, stopped."""

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from edge.current import account
from measures import kinds
from measures.kinds import CostsIn, CostsOut, MeasureIn, MeasureOut
from measures.models import ErrorCosts, Measure
from profiles.models import PlayerProfile
from work.addresses import addresses

router = Router(tags=["measures"])


def _player(request: HttpRequest, player_id: int) -> PlayerProfile:
    return get_object_or_404(PlayerProfile, owner=account(request), pk=player_id)


@router.post("/players/{int:player_id}/measure", response=MeasureOut)
def ask_measure(request: HttpRequest, player_id: int, body: MeasureIn) -> Measure:
    """Work out what a player's attempts say. One of the same player that still runs is superseded."""
    return kinds.ask_measure(_player(request, player_id), body)


@router.get("/players/{int:player_id}/measure", response=MeasureOut | None)
def latest_measure(request: HttpRequest, player_id: int) -> Measure | None:
    """A player's latest measure; none where there is none."""
    return Measure.objects.filter(player=_player(request, player_id)).first()


@router.post("/players/{int:player_id}/costs", response=CostsOut)
def ask_costs(request: HttpRequest, player_id: int, body: CostsIn) -> ErrorCosts:
    """Work out what each of a player's errors costs. One of the same player that still runs is superseded."""
    return kinds.ask_costs(_player(request, player_id), body)


@router.get("/players/{int:player_id}/costs", response=CostsOut | None)
def latest_costs(request: HttpRequest, player_id: int) -> ErrorCosts | None:
    """A player's latest costs; none where there are none."""
    return ErrorCosts.objects.filter(player=_player(request, player_id)).first()


addresses(router, kinds.MEASURES, MeasureOut)
addresses(router, kinds.COSTS, CostsOut)
