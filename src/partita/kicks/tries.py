"""Logged tries: a lone cue ball struck at a number of its first rail, and the number at which it arrived.

What a try is off by against the sum that it tries is where corrections (`kicks.correction`) and what is said of the
cushions (`kicks.cushions`) begin.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.kicks.landing import arrivals
from partita.kicks.rails import DIAMONDS, Rail, rail_of
from partita.kicks.sums import LONG, is_numbered, start_of_line
from partita.physics.stroke import Stroke, check_stroke, level_strokes
from partita.table.spec import CUSHIONS, TableSpec

Floats = NDArray[np.float64]
MOST_TRIES = 500
# Kinds of sums that can be tried, and the rails of a try, the one at which it is read included.
KINDS = {"mirror": 2, "two-cushion": 3, "three-cushion": 3}
# A number may lie so far beyond the last diamond.
_BEYOND = 5.0


@dataclass(frozen=True)
class Try:
    """A lone cue ball: where it lay, m, the rails it met, the last one read; its first-rail number, and its arrival.

    kind : of the sum that it tries ("mirror", "two-cushion", "three-cushion"), which is the family of its correction
    side, height : of the tip, R; speed_mps; arrival : the number at which it touched the last rail
    counted_from : the corner's other rail, where the route alone does not say from which corner the rails count
    """

    kind: str
    cue: tuple[float, float]
    route: tuple[str, ...]
    aim: float
    arrival: float
    side: float = 0.0
    height: float = 0.4
    speed_mps: float = 2.4
    counted_from: str = "foot"


def check_try(table: TableSpec, tried: Try, where: str = "try") -> Try:
    """The try itself when it can be; else `Refused` with what cannot."""
    check_stroke(Stroke(0.0, tried.speed_mps, tried.side, tried.height))
    if tried.kind not in KINDS:
        raise refuse(f"{where} kind", f"“{tried.kind[:30]}” is none", f"Use {', '.join(KINDS)}.")
    _check_route(tried, where)
    if not (0 <= tried.cue[0] <= table.length_m and 0 <= tried.cue[1] <= table.width_m):
        raise refuse(f"{where} cue", "it lies outside the bed", "Use 0 to 8 and 0 to 4 diamonds.")
    numbers = (("aim", tried.aim, first_of(table, tried)), ("arrival", tried.arrival, last_of(table, tried)))
    for name, number, rail in numbers:
        most = 10.0 * DIAMONDS[rail.axis]
        if not math.isfinite(number) or not -_BEYOND <= number <= most + _BEYOND:
            raise refuse(f"{where} {name}", f"{number:.4g} is not on the {rail.cushion} rail", f"Use 0 to {most:g}.")
    if not math.isfinite(off_by(table, [tried])[0]):
        said = f"no ball from there, aimed at {tried.aim:g}, goes by these rails"
        raise refuse(f"{where} route", said, "Check where it lay, the rails and the number aimed at.")
    return tried


def _check_route(tried: Try, where: str) -> None:
    rails = KINDS[tried.kind]
    if len(tried.route) != rails or any(name not in CUSHIONS for name in tried.route):
        accepted = f"A {tried.kind} try has {rails} of {', '.join(CUSHIONS)}, the one it is read at last."
        raise refuse(f"{where} route", f"“{' '.join(tried.route)[:60]}” does not fit", accepted)
    if any(one == two for one, two in pairwise(tried.route)):
        raise refuse(f"{where} route", "it meets a rail twice running", "Name each rail where it is met.")
    if tried.kind == "three-cushion" and not is_numbered(tried.route):
        raise refuse(f"{where} route", "the numbers go long rail, short rail, long rail", "Or log it as two-cushion.")


def first_of(table: TableSpec, tried: Try) -> Rail:
    """The first rail of a try, with its count."""
    return rail_of(table, tried.route[0], tried.route[1], tried.counted_from)


def last_of(table: TableSpec, tried: Try) -> Rail:
    """The rail at which a try is read, with its count."""
    return rail_of(table, tried.route[-1], tried.route[-2], tried.counted_from)


def summed_arrival(kind: str, route: tuple[str, ...], first: Rail, last: Rail, cue: Floats, aim: float) -> float:
    """The number at which a sum has a ball arrive that is aimed at a number, by its kind; not a number where it cannot.

    route : with the rail that is read at its end
    """
    if kind == "three-cushion":
        return start_of_line(first.table, route, cue, first.place_of(aim)) - aim
    place, way = cue.copy(), first.place_of(aim) - cue
    for cushion in route:
        place, way, share = mirrored(first.table, cushion, place, way)
        if share <= 0:
            return math.nan
    way[1 - last.axis] *= -1.0
    return last.read(place - way, place)


def mirrored(table: TableSpec, cushion: str, place: Floats, way: Floats) -> tuple[Floats, Floats, float]:
    """Where a ball going a way, (2,) m, meets a cushion, how it goes on, and after what share of the way."""
    met = Rail(table, cushion, "head" if cushion in LONG else "near-long")
    across = 1 - met.axis
    share = (met.contact_m - place[across]) / way[across] if abs(way[across]) > 1e-12 else -1.0
    return place + share * way, way * np.where(np.arange(2) == across, -1.0, 1.0), float(share)


def off_by(table: TableSpec, tries: Sequence[Try]) -> Floats:
    """(k,) what tries are off by against the sum, numbers at arrival; not a number where no ball goes that way.

    Sums are read through to the diamonds, tries where the ball touches the rail: what lies between is simulated.
    """
    between = np.nan_to_num(np.diff(simulated(table, tries), axis=1)[:, 0])
    summed = [
        summed_arrival(
            tried.kind, tried.route, first_of(table, tried), last_of(table, tried), np.array(tried.cue), tried.aim
        )
        for tried in tries
    ]
    return np.asarray(np.array([tried.arrival for tried in tries]) + between - np.array(summed))


def simulated(table: TableSpec, tries: Sequence[Try]) -> Floats:
    """(k, 2) the numbers at which the tries' balls arrive on a table by simulation, as `landing.arrivals` has them;
    all of one route are played at once."""
    found = np.full((len(tries), 2), math.nan)
    ways: dict[tuple[tuple[str, ...], str], list[int]] = {}
    for k, tried in enumerate(tries):
        ways.setdefault((tried.route, tried.counted_from), []).append(k)
    for (route, _), members in ways.items():
        rows = np.array([row_of(table, tries[k]) for k in members])
        cues = np.array([tries[k].cue for k in members])
        found[members] = arrivals(last_of(table, tries[members[0]]), route, cues, rows)
    return found


def row_of(table: TableSpec, tried: Try) -> Floats:
    """(6,) its stroke, for the simulator."""
    aim = first_of(table, tried).aim_at(np.array(tried.cue), tried.aim)
    rows = level_strokes(aim, tried.speed_mps, tried.side, tried.height)
    return np.asarray(rows[0])
