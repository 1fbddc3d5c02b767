"""Numbers on the rails: where a line meets the diamonds, and the line that meets a number.

Players read a rail through to its diamonds, which lie behind the nose: a line is aimed at the diamond, not at the place
where the ball meets the rubber. A first rail counts ten a diamond from the corner that the cue ball goes towards.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.table.spec import CUSHIONS, TableSpec

Floats = NDArray[np.float64]
# From the nose to the middle of the diamonds, m. Source: the world pool body's equipment specification, from memory.
DIAMONDS_BEHIND_M = 0.0937
# By cushion: the axis that it limits (0 along the table), and whether it is the far end of that axis.
_SIDES = {"head": (0, False), "foot": (0, True), "near-long": (1, False), "far-long": (1, True)}
# Diamonds along each axis.
DIAMONDS = (8, 4)


@dataclass(frozen=True)
class Rail:
    """A rail with its count: ten a diamond from the corner with another rail, `counted_from`."""

    table: TableSpec
    cushion: str
    counted_from: str

    @property
    def axis(self) -> int:
        """The axis that runs along it."""
        return 1 - _SIDES[self.cushion][0]

    @property
    def size_m(self) -> float:
        """Its length from nose to nose, m."""
        return (self.table.length_m, self.table.width_m)[self.axis]

    @property
    def line_m(self) -> float:
        """Where its diamonds lie, across it, m."""
        across, far = _SIDES[self.cushion]
        return (self.table.length_m, self.table.width_m)[across] + DIAMONDS_BEHIND_M if far else -DIAMONDS_BEHIND_M

    @property
    def contact_m(self) -> float:
        """Where the middle of a ball that touches it lies, across it, m."""
        across, far = _SIDES[self.cushion]
        reach = self.table.nose_reach_m
        return (self.table.length_m, self.table.width_m)[across] - reach if far else reach

    def number_of(self, along_m: float) -> float:
        """The number at a place along it, m."""
        diamond = self.size_m / DIAMONDS[self.axis]
        way = self.size_m - along_m if _SIDES[self.counted_from][1] else along_m
        return 10.0 * way / diamond

    def along_of(self, number: float) -> float:
        """The reverse of `number_of`, m."""
        way = number / 10.0 * self.size_m / DIAMONDS[self.axis]
        return self.size_m - way if _SIDES[self.counted_from][1] else way

    def place_of(self, number: float) -> Floats:
        """(2,) m, the diamond line at a number."""
        place = np.zeros(2)
        place[self.axis], place[1 - self.axis] = self.along_of(number), self.line_m
        return place

    def read(self, start: Floats, toward: Floats) -> float:
        """The number that a line from `start` through `toward`, (2,) m, is aimed at; not a number where it never meets
        the rail."""
        across = 1 - self.axis
        run = toward[across] - start[across]
        if abs(run) < 1e-12 or (self.line_m - start[across]) / run < 0:
            return math.nan
        share = (self.line_m - start[across]) / run
        return self.number_of(float(start[self.axis] + share * (toward[self.axis] - start[self.axis])))

    def read_aim(self, start: Floats, aim_rad: float) -> float:
        """The same for a direction."""
        return self.read(start, start + np.array([math.cos(aim_rad), math.sin(aim_rad)]))

    def aim_at(self, start: Floats, number: float) -> float:
        """Direction, rad, from a place, (2,) m, to a number."""
        way = self.place_of(number) - start
        return math.atan2(way[1], way[0])


def rail_of(table: TableSpec, cushion: str, beside: str, counted_from: str) -> Rail:
    """A rail counted from the corner with another that a route names beside it, or, where that lies opposite, from the
    one that is said."""
    ends = ends_of(cushion)
    return Rail(table, cushion, beside if beside in ends else counted_from if counted_from in ends else ends[1])


def ends_of(cushion: str) -> tuple[str, ...]:
    """The rails at the two ends of one."""
    axis = 1 - _SIDES[cushion][0]
    return tuple(sorted((name for name in CUSHIONS if _SIDES[name][0] == axis), key=lambda name: _SIDES[name][1]))


def first_rail(table: TableSpec, route: tuple[str, ...], cue: Floats, target: Floats) -> Rail:
    """The first rail of a route, counted from the corner that the cue ball goes towards.

    That is the corner with the second rail where it lies at one of the first rail's ends, else the end on the
    target's side. cue, target : (2,) m. Jaws are no rails: a route must begin with a cushion.
    """
    cushion, axis = route[0], 1 - _SIDES[route[0]][0]
    beside = next((name for name in route[1:] if name in CUSHIONS), "")
    return rail_of(table, cushion, beside, ends_of(cushion)[int(target[axis] >= cue[axis])])
