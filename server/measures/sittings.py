"""Sittings at stations begun, at the level that a player has."""

from typing import Any

from measures.models import Measure, Sitting
from partita.files.layout_file import read_table
from partita.players.measuring import prior
from partita.players.measuring.asked import asked_at
from partita.players.measuring.stations import station_set
from profiles.models import PlayerProfile


def level_now(player: PlayerProfile) -> float:
    """A player's level, 0 to 4: as it was measured, else as it is said."""
    latest = Measure.objects.filter(player=player, document__isnull=False).first()
    document = (latest and latest.document) or {"attempts": 0}
    if document["attempts"]:
        return float(document["level_at"]["value"])
    return float(prior.LEVELS.index(player.level)) if player.level in prior.LEVELS else 3.0


def begin(player: PlayerProfile, set_name: str, table: Any) -> Sitting:
    """Begin a sitting; one that is open stays open. `Refused` where a station cannot be played on the table."""
    spec, level = read_table(table), level_now(player)
    for station, _ in station_set(set_name, level):
        asked_at(station, spec)
    return Sitting.objects.create(player=player, set_name=set_name, table=table, level=level)
