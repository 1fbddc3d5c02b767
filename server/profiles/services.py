"""From the players of a request to the core's stroke models, and players of one's own."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from django.db import transaction

from edge.naming import save_named
from edge.quotas import PLAYERS, check_room
from partita.errors import Problem, Refused, refuse
from partita.files.players_file import WrittenPlayer, read_players, write_players
from partita.players.measuring.prior import ERRORS
from partita.players.stroke_model import StrokeModel, preset, stroke_model_from
from profiles.models import PlayerProfile

# What a measure says of a stroke; hand, reach and nerves stay the player's own.
_MEASURED = (*ERRORS, "power_cost", "side_cost")


def profile_named(owner: Any, player: str) -> PlayerProfile | None:
    """One of the owner's profiles by the key of the list of players ("profile:7"); None for anybody else."""
    key = player.removeprefix("profile:")
    if key == player or not key.isdecimal() or len(key) > 12:
        return None
    return PlayerProfile.objects.filter(owner=owner, pk=int(key)).first()


def stroke_model_named(owner: Any, player: str) -> StrokeModel:
    """A level ("league") or one of the owner's profiles ("profile:7")."""
    if player.startswith("profile:"):
        profile = profile_named(owner, player)
        if profile is None:
            raise refuse("player", "there is no such player, or no longer", "Choose one from the list.")
        return stroke_of(profile)
    return preset(player)


def stroke_of(profile: PlayerProfile) -> StrokeModel:
    """The stroke that the odds use for a player."""
    return stroke_model_from({**profile.stroke_model, "name": profile.name})


@dataclass(frozen=True)
class Wanted:
    """What a profile is to be: its level, what is the player's own beside it (hand, reach_m, and nerves where they are
    not those of the level), whether the odds use what was measured, and words."""

    name: str
    level: str
    own: Mapping[str, object]
    use_measured: bool = True
    cue: str = ""
    notes: str = ""


def save_profile(owner: Any, wanted: Wanted, profile: PlayerProfile | None = None) -> PlayerProfile:
    """Make or change a player."""
    kept = profile or PlayerProfile(owner=owner)
    kept.name, kept.level, kept.cue, kept.notes = wanted.name, wanted.level, wanted.cue, wanted.notes
    kept.use_measured = wanted.use_measured
    set_stroke(kept, wanted.own)
    if profile is None:
        check_room(PlayerProfile.objects.filter(owner=owner), PLAYERS)
    save_named(kept, wanted.name, "player")
    return kept


def set_stroke(profile: PlayerProfile, own: Mapping[str, object]) -> None:
    """The stroke that the odds use: of the level, or measured where that is wanted and there is a measure."""
    base = preset(profile.level).as_json()
    if profile.use_measured and profile.measured:
        base |= profile.measured
    profile.stroke_model = stroke_model_from({**base, **own, "name": profile.name}).as_json()


def take_measured(profile_id: int, model: dict[str, object]) -> None:
    """Keep what was measured of a player, and use it where that is wanted; a player who is gone needs nothing."""
    with transaction.atomic():
        profile = PlayerProfile.objects.select_for_update().filter(pk=profile_id).first()
        if profile is None:
            return
        profile.measured = {name: model[name] for name in _MEASURED}
        kept, said = profile.stroke_model, ("hand", "reach_m", "nerves", "kicks", "jumps")
        own = {name: kept[name] for name in said if name in kept}
        set_stroke(profile, own)
        profile.save(update_fields=("measured", "stroke_model"))


def file_of(owner: Any) -> str:
    """An owner's players as a file."""
    return write_players([
        WrittenPlayer(stroke_of(one), one.level, one.use_measured and one.measured is not None, one.cue, one.notes)
        for one in PlayerProfile.objects.filter(owner=owner)
    ])  # fmt: skip


@transaction.atomic
def take_in(owner: Any, text: str) -> int:
    """Players of a file, all or none; how many. Raises `Refused` for a name that is taken."""
    players = read_players(text)
    taken = set(PlayerProfile.objects.filter(owner=owner).values_list("name", flat=True))
    accepted = "Rename or delete that one, then take the file in."
    clashes = [
        Problem("name", f"there is a player “{one.stroke.name[:40]}” already", accepted)
        for one in players
        if one.stroke.name in taken
    ]
    if clashes:
        raise Refused(*clashes[:8])
    check_room(PlayerProfile.objects.filter(owner=owner), PLAYERS, len(players))
    for one in players:
        model = one.stroke.as_json()
        measured = {name: model[name] for name in _MEASURED} if one.measured else None
        row = PlayerProfile(
            owner=owner, name=one.stroke.name, level=one.level, stroke_model=model, measured=measured, cue=one.cue,
            notes=one.notes,
        )  # fmt: skip
        save_named(row, row.name, "player")
    return len(players)
