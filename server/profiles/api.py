"""Players: the levels everybody has, and one's own profiles."""

from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from accounts.current import account
from partita.players.stroke_model import PRESETS, Hand, preset
from profiles.models import PlayerProfile
from profiles.services import save_profile

router = Router(tags=["profiles"])


class PlayerOut(Schema):
    """A player to choose: `key` is what a study is asked with."""

    key: str
    name: str
    own: bool
    stroke_model: dict[str, Any]


class PlayerIn(Schema):
    """A profile made from a level, with the player's hand, reach (m) and nerves (share added to the aim error)."""

    name: str = Field(min_length=1, max_length=60)
    level: str = Field(max_length=60)
    hand: Hand = "right"
    reach_m: float = 0.75
    nerves: float = 0.0


def _out(profile: PlayerProfile) -> PlayerOut:
    return PlayerOut(key=f"profile:{profile.pk}", name=profile.name, own=True, stroke_model=profile.stroke_model)


@router.get("/players", response=list[PlayerOut])
def players(request: HttpRequest) -> list[PlayerOut]:
    """One's own profiles, then the levels from professional to beginner."""
    own = [_out(profile) for profile in PlayerProfile.objects.filter(owner=account(request))]
    levels = [PlayerOut(key=name, name=name, own=False, stroke_model=m.as_json()) for name, m in PRESETS.items()]
    return own + levels


@router.post("/players", response=PlayerOut)
def add_player(request: HttpRequest, body: PlayerIn) -> PlayerOut:
    """Save a player at a level under a name."""
    own = {"hand": body.hand, "reach_m": body.reach_m, "nerves": body.nerves}
    return _out(save_profile(account(request), body.name, preset(body.level).as_json() | own))


@router.delete("/players/{int:player_id}", response={204: None})
def remove_player(request: HttpRequest, player_id: int) -> tuple[int, None]:
    """Delete one's own profile."""
    get_object_or_404(PlayerProfile, owner=account(request), pk=player_id).delete()
    return 204, None
