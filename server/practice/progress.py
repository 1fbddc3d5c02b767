"""A player's progress at drills, and what he should practise next."""

from itertools import groupby
from typing import Any

from edge.days import today
from measures.models import ErrorCosts
from partita.files.drill_file import read_drill
from partita.practice.drills.catalogue import DRILLS
from partita.practice.drills.drill import Drill
from partita.practice.drills.next_up import Practised, next_up
from partita.practice.drills.progress import Try, by_day, held_against, runs
from partita.reports.practice.report import day_document, held_document, suggestion_document
from partita.table.spec import TableSpec
from practice import expecting
from practice.drills import drill_of, own_drills
from practice.models import DrillAttempt, DrillSitting, of_player
from profiles.models import PlayerProfile
from work.models import Status

# Held against what is expected are the latest attempts only: a player changes.
_LATEST = 100


def tries_of(rows: list[DrillAttempt]) -> list[Try]:
    """Attempts as the core's."""
    return [Try(row.sitting.day.toordinal(), row.step, row.made) for row in rows]


def overview(player: PlayerProfile) -> dict[str, Any]:
    """Every drill that a player has practised, with how it stands; and three suggestions."""
    rows = sorted(of_player(player), key=lambda row: row.sitting.drill_key)
    practised, lines = dict[str, Practised](), []
    for key, same in groupby(rows, key=lambda row: row.sitting.drill_key):
        mine = list(same)
        tries = tries_of(mine)
        held = held_against(tries[-_LATEST:], expecting.expected_at(player, key))
        practised[key] = Practised(tries[-1].day, held)
        lines.append({
            "drill": key, "name": mine[-1].sitting.drill["name"], "attempts": len(mine), "last": mine[-1].sitting.day,
            "step": mine[-1].step, "best_run": runs([one.made for one in tries])[1],
            "held": held_document(held) if held else None,
        })  # fmt: skip
    open_ = DrillSitting.objects.filter(player=player, over=False, attempts__isnull=False).distinct().first()
    return {"drills": lines, "open": open_.pk if open_ else None, **_suggested(player, practised)}


def _suggested(player: PlayerProfile, practised: dict[str, Practised]) -> dict[str, Any]:
    racks = costs_of(player)
    drills = [*DRILLS.values(), *(drill_of(row) for row in own_drills(player.owner))]
    found = next_up(drills, practised, racks, today().toordinal())
    return {"next": [suggestion_document(one) for one in found], "priced": bool(racks)}


def costs_of(player: PlayerProfile) -> dict[str, float]:
    """Racks in a hundred that each error a fifth smaller wins a player, where that was worked out."""
    latest = ErrorCosts.objects.filter(player=player, status=Status.DONE, document__isnull=False).first()
    document = (latest and latest.document) or {"costs": []}
    return {row["error"]: row["racks"] for row in document["costs"]}


def of_drill(player: PlayerProfile, key: str) -> dict[str, Any] | None:
    """A player's attempts at one drill: by day, held against what is expected, places of rest by step; none: none."""
    rows = list(of_player(player).filter(sitting__drill_key=key))
    if not rows:
        return None
    tries, expected = tries_of(rows), expecting.expected_at(player, key)
    held = held_against(tries[-_LATEST:], expected)
    dates = {row.sitting.day.toordinal(): row.sitting.day.isoformat() for row in rows}
    return {
        "drill": _latest_drill(rows), "days": [day_document(day, dates[day.day], expected) for day in by_day(tries)],
        "held": held_document(held) if held else None, "best_run": runs([one.made for one in tries])[1],
        "rests": [
            {"step": row.step, "x": row.x, "y": row.y, "made": row.made} for row in rows[-400:] if row.x is not None
        ],
    }  # fmt: skip


def _latest_drill(rows: list[DrillAttempt]) -> Drill:
    return read_drill(rows[-1].sitting.drill, TableSpec())
