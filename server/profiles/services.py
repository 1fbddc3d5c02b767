"""From the players of a request to the core's stroke models."""

from typing import Any

from django.contrib.auth.models import AbstractBaseUser, AnonymousUser
from django.shortcuts import get_object_or_404

from partita.errors import refuse
from partita.players.stroke_model import StrokeModel, preset, stroke_model_from
from profiles.models import PlayerProfile


def stroke_model_named(owner: AbstractBaseUser | AnonymousUser, player: str) -> StrokeModel:
    """A level ("league") or one of the owner's profiles ("profile:7")."""
    if player.startswith("profile:"):
        key = player.removeprefix("profile:")
        if not key.isdecimal() or len(key) > 12:
            raise refuse("player", f"“{player[:40]}” is no profile", "Choose one from the list.")
        profile = get_object_or_404(PlayerProfile, owner=owner, pk=int(key))
        return stroke_model_from({**profile.stroke_model, "name": profile.name})
    return preset(player)


def save_profile(owner: Any, name: str, values: dict[str, object]) -> PlayerProfile:
    """Create or replace the owner's profile of that name."""
    model = stroke_model_from({**values, "name": name}).as_json()
    profile, _ = PlayerProfile.objects.update_or_create(owner=owner, name=name, defaults={"stroke_model": model})
    return profile
