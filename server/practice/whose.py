"""Whom a request is about: a player of one's own, and who takes turns with him."""

from django.http import HttpRequest
from django.shortcuts import get_object_or_404

from edge.current import account
from partita.errors import refuse
from practice.sittings import Partner
from profiles.models import PlayerProfile


def player_of(request: HttpRequest, player_id: int) -> PlayerProfile:
    """One of one's own players."""
    return get_object_or_404(PlayerProfile, owner=account(request), pk=player_id)


def partner_of(request: HttpRequest, player: PlayerProfile, partner_id: int | None, name: str) -> Partner:
    """Who takes turns with a player: another one of one's own, or a name."""
    if partner_id == player.pk:
        raise refuse("partner", f"{player.name} cannot take turns alone", "Choose somebody else, or nobody.")
    return Partner(player_of(request, partner_id) if partner_id else None, name)
