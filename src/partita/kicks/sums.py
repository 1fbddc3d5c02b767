"""Sums as players do them: the mirror for one cushion, the shifted line for two, the numbers for three.

All of it common practice, no source. What each is off by on a table is for the simulator to say (`kicks.meeting`).
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.kicks.rails import Rail, first_rail
from partita.table.diamonds import diamonds
from partita.table.spec import CUSHIONS, TableSpec

Floats = NDArray[np.float64]
LONG = ("near-long", "far-long")
SHORT = ("head", "foot")
# The corner counts 50; a diamond up the short rail adds ten, along the long rail it takes five.
CORNER, UP_THE_SHORT, ALONG_THE_LONG = 50.0, 10.0, 5.0
# First-rail numbers that are looked at, and arrivals from which on more side is struck.
_LEAST, _MOST = 0.0, 75.0
LONG_ARRIVAL = 35.0


@dataclass(frozen=True)
class Sum:
    """A sum for a way by cushions: what the first rail's number comes to.

    kind : "mirror", "two-cushion" or "three-cushion"; first : the first rail with its count; aim : the number
    start, arrival : of the three-cushion sum, else not a number; lines : what is drawn, each (k, 2) m
    """

    kind: str
    first: Rail
    aim: float
    lines: tuple[Floats, ...]
    start: float = math.nan
    arrival: float = math.nan


def sum_for(table: TableSpec, route: tuple[str, ...], cue: Floats, target: Floats) -> Sum | None:
    """The sum that players do for a route, None where there is none: off a jaw too. cue, target : (2,) m."""
    if any(part not in CUSHIONS for part in route):
        return None
    if len(route) == 1 and route[0] in LONG + SHORT:
        return mirror(table, route[0], cue, target)
    if len(route) == 2 and (route[0] in LONG) != (route[1] in LONG):
        return shifted(table, route, cue, target)
    if is_numbered(route):
        return three_cushion(table, route, cue, target)
    return None


def is_numbered(route: tuple[str, ...]) -> bool:
    """Whether the numbers count a route: long rail, short rail, the other long rail."""
    return len(route) == 3 and route[1] in SHORT and {route[0], route[2]} == set(LONG)


def mirror(table: TableSpec, cushion: str, cue: Floats, target: Floats) -> Sum:
    """One cushion: straight at the target's image behind the line that the ball's middle keeps from the rail."""
    rail = first_rail(table, (cushion,), cue, target)
    image = target.copy()
    image[1 - rail.axis] = 2.0 * rail.contact_m - target[1 - rail.axis]
    return Sum("mirror", rail, rail.read(cue, image), (np.array([cue, image]), np.array([image, target])))


def shifted(table: TableSpec, route: tuple[str, ...], cue: Floats, target: Floats) -> Sum:
    """Two cushions about a corner: the line from half-way between the balls to the corner, shifted onto the cue ball.

    The image of the target in two rails is its image in their corner, and half-way to that lies the corner: so the
    shifted line is the mirror of two rails.
    """
    one, two = first_rail(table, route, cue, target), Rail(table, route[1], route[0])
    corner = np.zeros(2)
    corner[1 - one.axis], corner[1 - two.axis] = one.contact_m, two.contact_m
    half = 0.5 * (cue + target)
    aim = one.read(cue, cue + corner - half)
    return Sum("two-cushion", one, aim, (np.array([half, corner]), np.array([cue, one.place_of(aim)])))


def three_cushion(table: TableSpec, route: tuple[str, ...], cue: Floats, target: Floats) -> Sum | None:
    """Three cushions, long, short, long: start less arrival is the first rail's number.

    The start is read where the line through the cue ball leaves behind it, so that the number sought stands on both
    sides; None where no number of the first rail fits.
    """
    one = first_rail(table, route, cue, target)
    arrival = arrival_of(table, route, target)

    def off(aim: float) -> float:
        return start_of_line(table, route, cue, one.place_of(aim)) - arrival - aim

    aims = np.linspace(_LEAST, _MOST, 151)
    offs = np.array([off(float(aim)) for aim in aims])
    with np.errstate(invalid="ignore"):
        turns = np.flatnonzero((offs[:-1] >= 0) & (offs[1:] < 0))
    if not len(turns):
        return None
    k = int(turns[0])
    aim = float(aims[k] + (aims[k + 1] - aims[k]) * offs[k] / (offs[k] - offs[k + 1]))
    start = start_of_line(table, route, cue, one.place_of(aim))
    behind = _behind(table, route, cue, one.place_of(aim))
    third = Rail(table, route[2], route[1])
    lines = (np.array([behind, one.place_of(aim)]), np.array([third.place_of(arrival), target]))
    return Sum("three-cushion", one, aim, lines, start, arrival)


def arrival_of(table: TableSpec, route: tuple[str, ...], target: Floats) -> float:
    """Arrival number of a ball: ten times its diamonds down from the short rail less those out from the third rail."""
    along, out = _in_diamonds(table, target, route[1], route[2])
    return 10.0 * (along - out)


def start_of_line(table: TableSpec, route: tuple[str, ...], cue: Floats, aimed_at: Floats) -> float:
    """Start number of the line through the cue ball to a place, (2,) m: where it leaves the diamonds behind it."""
    along, up = _in_diamonds(table, _behind(table, route, cue, aimed_at), _opposite(route[1]), route[2])
    return CORNER + UP_THE_SHORT * max(0.0, up) if along < 0 else CORNER - ALONG_THE_LONG * along


def _behind(table: TableSpec, route: tuple[str, ...], cue: Floats, aimed_at: Floats) -> Floats:
    """Where a line leaves the diamonds behind the cue ball: on the long rail's, or else on the short rail's."""
    back = cue - aimed_at
    shares = []
    for cushion in (route[2], _opposite(route[1])):
        rail = Rail(table, cushion, route[1] if cushion == route[2] else route[2])
        run = back[1 - rail.axis]
        share = (rail.line_m - aimed_at[1 - rail.axis]) / run if abs(run) > 1e-12 else math.inf
        shares.append(share if share > 0 else math.inf)
    return np.asarray(aimed_at + min(shares) * back)


def _opposite(cushion: str) -> str:
    pair = LONG if cushion in LONG else SHORT
    return pair[1 - pair.index(cushion)]


def _in_diamonds(table: TableSpec, place: Floats, short: str, long: str) -> tuple[float, float]:
    """Diamonds of a place from a short and from a long rail."""
    x, y = diamonds(table, float(place[0]), float(place[1]))
    return (8.0 - x if short == "foot" else x), (4.0 - y if long == "far-long" else y)
