"""Asking: what a player's attempts say, and what his errors cost, written down and queued; sittings begun and ended."""

from typing import Any

import numpy as np

from measures.models import ErrorCosts, Measure, Sitting
from measures.tasks import measure_stroke, price_errors
from partita.errors import refuse
from partita.files.layout_file import read_table
from partita.players.measuring import prior
from partita.players.measuring.asked import asked_at
from partita.players.measuring.report import level_at
from partita.players.measuring.stations import station_set
from partita.practice.error_costs import FIFTH, GAMES, HALF
from profiles.models import PlayerProfile
from profiles.services import stroke_of
from work.superseding import asked_anew


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


def ask_measure(owner: Any, player: PlayerProfile, table: Any, near: str | None) -> Measure:
    """Queue a measure of one player; his running one is superseded. Without a table, on that of his last sitting."""
    if table is None:
        last = player.sittings.first()
        table = last.table if last else "pool-9ft"
    read_table(table)
    if near is not None and near not in prior.LEVELS:
        raise refuse("near", f"“{near[:30]}” is no level", f"Use {', '.join(prior.LEVELS)}, or none.")
    question = {"table": table, "near": near, "attempts": player.attempts.count()}
    return asked_anew(
        Measure, owner, lambda key: measure_stroke.defer(measure_id=key), {"player": player}, question=question
    )


def ask_costs(owner: Any, player: PlayerProfile, game: str, share: float) -> ErrorCosts:
    """Queue the costs of one player's errors, as the odds have him now."""
    if game not in GAMES:
        raise refuse("game", f"there are no positions of “{game[:30]}”", f"Use {' or '.join(GAMES)}.")
    if share not in (FIFTH, HALF):
        raise refuse("share", f"{share:g} is none", f"Use {FIFTH} (a fifth better) or {HALF} (half).")
    stroke = stroke_of(player)
    logs = np.log([[getattr(stroke, name) for name in prior.ERRORS]])
    question = {"game": game, "share": share, "stroke": stroke.as_json(), "level": float(level_at(logs)[0])}
    return asked_anew(
        ErrorCosts, owner, lambda key: price_errors.defer(costs_id=key), {"player": player}, question=question
    )
