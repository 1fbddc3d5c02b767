"""From the players of a request to the core's stroke models, and players of one's own."""

from typing import Any

from config.naming import save_named
from partita.errors import refuse
from partita.games.question import Question
from partita.games.situation import Situation
from partita.players.stroke_model import StrokeModel, preset, stroke_model_from
from profiles.models import PlayerProfile


def stroke_model_named(owner: Any, player: str) -> StrokeModel:
    """A level ("league") or one of the owner's profiles ("profile:7")."""
    if player.startswith("profile:"):
        key = player.removeprefix("profile:")
        known = key.isdecimal() and len(key) <= 12
        profile = PlayerProfile.objects.filter(owner=owner, pk=int(key)).first() if known else None
        if profile is None:
            raise refuse("player", "there is no such player, or no longer", "Choose one from the list.")
        return stroke_model_from({**profile.stroke_model, "name": profile.name})
    return preset(player)


def question_with(owner: Any, situation: Situation, me: str, them: str) -> Question:
    """A situation with both players in their seats."""
    return Question(situation, stroke_model_named(owner, me), stroke_model_named(owner, them))


def save_profile(
    owner: Any, name: str, level: str, own: dict[str, object], profile: PlayerProfile | None = None
) -> PlayerProfile:
    """Make or change a player from a level; own : hand, reach_m, and nerves where they are not those of the level."""
    kept = profile or PlayerProfile(owner=owner)
    kept.name, kept.level = name, level
    kept.stroke_model = stroke_model_from({**preset(level).as_json(), **own, "name": name}).as_json()
    save_named(kept, name, "player")
    return kept
