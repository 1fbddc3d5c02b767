"""What noise-free strokes do: their traces read into intentions, many at once."""

from dataclasses import dataclass

import numpy as np

from partita.games.game import CONTINUES, TURN_OVER, WON, Outcomes
from partita.games.situation import Situation
from partita.options.naming import detail_of, fullness_of, name_of
from partita.options.option import Intention, Option, route_of
from partita.physics.loop import CUT, FIRST_HIT, ROUTE, TARGET_CUSHIONS
from partita.physics.simulate import Executions, names_of, places_of
from partita.physics.stroke import Stroke
from partita.table.geometry import bed_of
from partita.table.spec import POCKETS


@dataclass(frozen=True)
class Reading:
    """Strokes played without error, judged: row e of every array belongs to strokes[e]."""

    strokes: list[Stroke]
    shots: Executions
    outcomes: Outcomes


def read_intention(names: tuple[str, ...], shots: Executions, code: int, e: int) -> Intention:
    """The intention that execution e shows."""
    first, cut = int(shots.facts[e, FIRST_HIT]), float(shots.measures[e, CUT])
    target = names[first] if first >= 0 else None
    route = route_of(int(shots.facts[e, ROUTE]))
    fallen = [ball for ball in range(1, len(names)) if shots.pocketed[e, ball] >= 0]
    potted = None
    if code in (WON, CONTINUES) and fallen:
        potted = first if first in fallen else fallen[0]
    kind = _kind(code, first, potted, bool(route), int(shots.facts[e, TARGET_CUSHIONS]))
    return Intention(
        kind=kind,
        target=target,
        potted=None if potted is None else names[potted],
        pocket=None if potted is None else POCKETS[shots.pocketed[e, potted]],
        route=route,
        fullness=fullness_of(cut),
        # A positive cut sends the target to the left of the line, so its right side was hit.
        hit_side="right" if cut > 0 else "left",
    )


def _kind(code: int, first: int, potted: int | None, kicked: bool, target_cushions: int) -> str:
    if potted is None:
        if code != TURN_OVER:
            return "foul"
        return "kick-safety" if kicked else "safety"
    if kicked:
        return "kick-pot"
    if potted != first:
        return "combination"
    return "bank" if target_cushions > 0 else "pot"


def option_from(situation: Situation, reading: Reading, e: int, source: str) -> Option:
    """Name stroke e of a reading."""
    names, table = names_of(situation.layout), situation.layout.table
    intention = read_intention(names, reading.shots, int(reading.outcomes.code[e]), e)
    return Option(
        stroke=reading.strokes[e],
        intention=intention,
        contact_m=contact_distance(situation, reading.shots, e),
        cut_rad=float(reading.shots.measures[e, CUT]),
        name=name_of(intention),
        detail=detail_of(reading.strokes[e], table),
        source=source,
    )


def contact_distance(situation: Situation, shots: Executions, e: int) -> float:
    """The cue ball's way to the first contact, m: straight, or by the time it took for a kick."""
    first = int(shots.facts[e, FIRST_HIT])
    if first < 0:
        return 0.0
    places, radius = places_of(situation.layout), bed_of(situation.layout.table).radius
    straight = float(np.hypot(*(places[first] - places[0]))) - 2 * radius
    if int(shots.facts[e, ROUTE]) == 0:
        return max(straight, 0.02)
    # A kick goes a longer way than the straight one: its cushions roughly double it.
    return max(2 * straight, 0.6)
