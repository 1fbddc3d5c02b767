"""How wide a pocket is for a ball that comes from a given direction, found by simulation."""

import math
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from partita.kernels import kernel
from partita.physics.simulate import execute
from partita.table.geometry import Floats, bed_of
from partita.table.spec import TableSpec

# Approach angles from the pocket's axis, and offsets from the middle of its mouth.
ANGLE_STEP = math.radians(2.5)
ANGLES = 61
_AXES = np.radians([225.0, 270.0, 315.0, 135.0, 90.0, 45.0])
# Wider ones would count balls that come off the rail beside the pocket.
_OFFSETS_M = np.linspace(-0.045, 0.045, 61)
_START_M = 0.35
# A ball rolling at this speed: the pace at which most pots arrive.
_SPEED_MPS = 1.0
_ROLLING_HEIGHT = 0.4


class PocketWindows(NamedTuple):
    """Windows by approach angle, and each pocket's axis.

    low, high : (2, ANGLES) m; corner and side; offsets across the ball's way, to its left
        positive, from the middle of the mouth, between which the ball drops; low >= high: none
    axis : (6,) rad, direction in which each pocket is entered straight
    mouth : (6, 2) m, the middle of each mouth
    """

    low: NDArray[np.float64]
    high: NDArray[np.float64]
    axis: NDArray[np.float64]
    mouth: NDArray[np.float64]


@lru_cache(maxsize=64)
def pocket_windows(table: TableSpec) -> PocketWindows:
    """The windows of a table's pockets, measured once a process with rolling balls."""
    turns = (np.arange(ANGLES) - ANGLES // 2) * ANGLE_STEP
    corner, side = (_measure(table, pocket, _AXES[pocket] + turns, _SPEED_MPS) for pocket in (0, 1))
    return PocketWindows(np.stack([corner[0], side[0]]), np.stack([corner[1], side[1]]), _AXES, bed_of(table).mouth)


def straight_window(table: TableSpec, pocket: int, speed_mps: float) -> float:
    """Width, m, of a pocket for a ball that rolls straight at it with this speed: fast balls are rejected."""
    low, high = _measure(table, pocket, _AXES[pocket : pocket + 1], speed_mps)
    return float(high[0] - low[0])


def _measure(table: TableSpec, pocket: int, angles: Floats, speed_mps: float) -> tuple[Floats, Floats]:
    """Low and high offsets (n,) m of one pocket by approach angle: the longest run of offsets that drop."""
    bed = bed_of(table)
    direction, offset = (grid.ravel() for grid in np.meshgrid(angles, _OFFSETS_M, indexing="ij"))
    x = bed.mouth[pocket, 0] - _START_M * np.cos(direction) - offset * np.sin(direction)
    y = bed.mouth[pocket, 1] - _START_M * np.sin(direction) + offset * np.cos(direction)
    on_bed = (np.minimum(x, bed.length - x) >= bed.reach) & (np.minimum(y, bed.width - y) >= bed.reach)
    strokes = np.zeros((len(x), 5))
    strokes[:, 0], strokes[:, 1], strokes[:, 3] = direction, speed_mps, _ROLLING_HEIGHT
    drops = np.zeros(len(x), dtype=bool)
    played = execute(table, np.stack([x, y], axis=-1)[on_bed][:, None], strokes[on_bed])
    drops[on_bed] = played.pocketed[:, 0] == pocket
    windows = [_longest_run(row) for row in drops.reshape(len(angles), -1)]
    return np.array([low for low, _ in windows]), np.array([high for _, high in windows])


def _longest_run(drops: NDArray[np.bool_]) -> tuple[float, float]:
    edges = np.flatnonzero(np.diff(np.concatenate([[0], drops.astype(np.int8), [0]])))
    if len(edges) == 0:
        return 0.0, 0.0
    starts, ends = edges[::2], edges[1::2]
    best = int(np.argmax(ends - starts))
    half_step = 0.5 * (_OFFSETS_M[1] - _OFFSETS_M[0])
    return float(_OFFSETS_M[starts[best]] - half_step), float(_OFFSETS_M[ends[best] - 1] + half_step)


@kernel
def window_from(windows, pocket, x, y):
    """Where a ball at (x, y) must go to drop into a pocket: direction to its middle, half width.

    Returns (direction rad, half window rad, distance m); the half window is 0 when the pocket is
    closed from there. The window's middle is not the mouth's: from aside, a side pocket takes
    balls on its far side only.
    """
    mx, my = windows.mouth[pocket, 0], windows.mouth[pocket, 1]
    direction = math.atan2(my - y, mx - x)
    distance = math.hypot(mx - x, my - y)
    kind = 1 if pocket == 1 or pocket == 4 else 0
    turn = direction - windows.axis[pocket]
    turn -= 2.0 * math.pi * math.floor((turn + math.pi) / (2.0 * math.pi))
    place = turn / ANGLE_STEP + windows.low.shape[1] // 2
    k = math.floor(place)
    if k < 0 or k + 1 >= windows.low.shape[1]:
        return direction, 0.0, distance
    share = place - k
    low = (1.0 - share) * windows.low[kind, k] + share * windows.low[kind, k + 1]
    high = (1.0 - share) * windows.high[kind, k] + share * windows.high[kind, k + 1]
    if high <= low:
        return direction, 0.0, distance
    near = max(distance, 0.02)
    # Offsets count to the ball's left, which is the counter-clockwise side.
    return direction + math.atan(0.5 * (low + high) / near), math.atan(0.5 * (high - low) / near), distance
