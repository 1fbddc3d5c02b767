"""The kick card of a table: start numbers down, arrival numbers across, and the first rail's number to aim at.

For three cushions, with one tip and speed. Beside the plain sum stands what this table asks: the tries' correction
where there are some, else the number that the simulator finds on the table as it is set.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.kicks.correction import ENOUGH_TRIES, Correction, correction_of
from partita.kicks.landing import arrivals
from partita.kicks.rails import DIAMONDS_BEHIND_M, Rail
from partita.kicks.strokes import MEDIUM, ONE_O_CLOCK
from partita.kicks.sums import ALONG_THE_LONG, CORNER, UP_THE_SHORT
from partita.kicks.tries import Try
from partita.physics.stroke import level_strokes
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
STARTS = (80, 70, 60, 50, 45, 40, 35, 30, 25, 20)
ARRIVALS = (10, 15, 20, 25, 30, 35, 40, 50)
# The corner that counts 50 is the head's and the near rail's: the other three are its mirror images.
ROUTE = ("far-long", "foot", "near-long")
_MOST_AIM, _STEP, _ON_THE_LINE = 72.0, 1.0, 0.3


@dataclass(frozen=True)
class Card:
    """The card: numbers (starts, arrivals), not a number where there is no such way.

    table, speed_mps, side, height : what it is for; correction : of the tries that are in it, None where the simulated
    table stands for them; sums, asked : the plain sums, and what the table asks
    """

    table: TableSpec
    speed_mps: float
    side: float
    height: float
    correction: Correction | None
    sums: Floats
    asked: Floats


def card_of(
    table: TableSpec, tries: Sequence[Try] = (), speed_mps: float = MEDIUM, tip: tuple[float, float] = ONE_O_CLOCK
) -> Card:
    """The card of a table for a speed and a tip, (side, height) in R, side running."""
    sums = np.array([[float(start - arrival) for arrival in ARRIVALS] for start in STARTS])
    sums[(sums < 0) | (sums > _MOST_AIM)] = np.nan
    correction = correction_of(table, tries, "three-cushion")
    if correction.tries < ENOUGH_TRIES:
        return Card(table, speed_mps, *tip, None, sums, _simulated(table, speed_mps, tip, sums))
    off = np.vectorize(lambda aim: correction.at(aim)[0] if np.isfinite(aim) else np.nan)(sums)
    return Card(table, speed_mps, *tip, correction, sums, sums + off)


def _simulated(table: TableSpec, speed_mps: float, tip: tuple[float, float], sums: Floats) -> Floats:
    """The numbers with which a lone ball arrives as wanted, on the table as it is set."""
    first, last = Rail(table, ROUTE[0], ROUTE[1]), Rail(table, ROUTE[2], ROUTE[1])
    aims = np.arange(0.0, _MOST_AIM + _STEP, _STEP)
    found = np.full(sums.shape, np.nan)
    for row, start in enumerate(STARTS):
        begin = start_place(table, start)
        ways = np.array([first.place_of(float(aim)) for aim in aims]) - begin
        rows = level_strokes(np.arctan2(ways[:, 1], ways[:, 0]), speed_mps, *tip)
        through = arrivals(last, ROUTE, begin + _ON_THE_LINE * ways, rows)[:, 1]
        known = np.isfinite(through)
        order = np.argsort(through[known])
        if known.sum() > 1:
            found[row] = np.interp(ARRIVALS, through[known][order], aims[known][order], left=np.nan, right=np.nan)
    found[np.isnan(sums)] = np.nan
    return found


def start_place(table: TableSpec, start: float) -> Floats:
    """(2,) m, the diamond of a start number."""
    if start <= CORNER:
        return np.array([(CORNER - start) / ALONG_THE_LONG * table.length_m / 8, -DIAMONDS_BEHIND_M])
    return np.array([-DIAMONDS_BEHIND_M, (start - CORNER) / UP_THE_SHORT * table.width_m / 4])
