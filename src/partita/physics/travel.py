"""How far a ball really goes: the table lengths that it travels up and down its table, cushions included.

Players say speed in table lengths. A ball launched rolling along the long axis from one end is simulated at a few
speeds until it stops; what lies between is interpolated. Cushions left out, it would be said to go four times as far.
"""

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from partita.physics.simulate import execute, physics_of
from partita.physics.stroke import level_strokes
from partita.physics.trace import path_of
from partita.table.geometry import bed_of
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
_SPEEDS_MPS = np.linspace(0.0, 12.0, 49)
# The height at which the stroke leaves a ball rolling at once, R. Source: a sphere's moment of inertia, 2/5 m R^2.
_ROLLING = 0.4
_TRACE_ROWS = 200


@lru_cache(maxsize=64)
def _tabulated(table: TableSpec) -> Floats:
    """(k,) table lengths by _SPEEDS_MPS."""
    bed, physics, moving = bed_of(table), physics_of(table), _SPEEDS_MPS[1:]
    start = np.array([[bed.reach, 0.5 * bed.width]])
    strokes = level_strokes(0.0, moving, heights=_ROLLING)
    shots = execute(table, start, strokes, physics=physics, trace_rows=_TRACE_ROWS)
    ways = [np.array([x for _, x, _ in path_of(trace, 0, physics, bed.radius)]) for trace in shots.traces]
    return np.array([0.0, *(float(np.abs(np.diff(way)).sum()) / bed.length for way in ways)])


def lengths_travelled(table: TableSpec, speed_mps: float) -> float:
    """Table lengths that a ball launched rolling with this speed travels along the long axis of this table."""
    return float(np.interp(speed_mps, _SPEEDS_MPS, _tabulated(table)))
