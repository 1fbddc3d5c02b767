"""How wide a pocket is for a ball that lies at a given place, found by simulation.

From a net of places over half the table, a ball is rolled at each kind of pocket in many directions, and the
longest run of directions that drop is kept. Rails and jaws are in it as the simulator has them: a ball near the
rail may touch it and still go in, a ball in the jaws goes in from nearly everywhere. Places that are not on the net
lie between four that are. Mirror images of one corner and of one side pocket serve all six.
"""

import math
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from partita.kernels import kernel
from partita.physics.simulate import execute
from partita.physics.stroke import level_strokes
from partita.table.geometry import Bed, Floats, bed_of
from partita.table.layout import rubber_overlap
from partita.table.spec import TableSpec

# Distances from a nose line beyond where a ball touches it, m: close where the rail or the jaws matter.
_GAPS_M = (
    *(1e-5, 0.0015, 0.004, 0.008, 0.014, 0.022, 0.034, 0.05, 0.075),
    *(0.11, 0.16, 0.24, 0.36, 0.55, 0.8, 1.1, 1.5, 2.0),
)
# A ball sent off at this speed without spin, as a struck ball is: the pace of most pots.
_SPEED_MPS, _ROLLING_HEIGHT = 1.0, 0.4
# Directions tried: to this far aside of the pocket, m, and this many; then each end is halved this often. Wider ones
# would count balls that come off a rail far from the pocket.
_ASIDE_M, _DIRECTIONS, _HALVINGS, _WIDEST_RAD = 0.17, 61, 4, math.radians(100)
# Windows are kept as widths at the pocket, which change little from place to place; below this distance as angles.
_NEAR_M = 0.06
CORNER, SIDE = 0, 1
_TOUCHING_M = 1e-6
_OFFSETS_M = np.linspace(-0.045, 0.045, 61)
_START_M = 0.35
_AXES = np.radians([225.0, 270.0, 315.0, 135.0, 90.0, 45.0])


class PocketWindows(NamedTuple):
    """Windows by place, of a corner and of a side pocket.

    low, high : (2, k, k) by distances (k,) `along` and `out` of the rail, m: the ends of the run of directions
        that drop, as angle from the way to the middle of the drop times that way, m; low >= high: none
    drop : (6, 2) m, the middle of each pocket's drop
    """

    low: Floats
    high: Floats
    along: Floats
    out: Floats
    drop: Floats


@lru_cache(maxsize=64)
def pocket_windows(table: TableSpec) -> PocketWindows:
    """The windows of a table's pockets, measured once a process with rolling balls."""
    bed = bed_of(table)
    net = np.array([gap for gap in _GAPS_M if bed.reach + gap < bed.length - 0.3])
    # From the corner along either rail; from a side pocket along the rail to one side and out from it.
    corner, side = net + bed.reach, np.concatenate([[0.0], net[1:]])
    low, high = np.zeros((2, len(net), len(net))), np.zeros((2, len(net), len(net)))
    for kind, along in ((CORNER, corner), (SIDE, side)):
        x, y = (grid.ravel() for grid in np.meshgrid(along, corner, indexing="ij"))
        ends = _runs(table, 0 if kind == CORNER else 1, x if kind == CORNER else 0.5 * bed.length + x, y)
        low[kind], high[kind] = (end.reshape(len(net), len(net)) for end in ends)
    return PocketWindows(low, high, np.stack([corner, side]), corner, np.ascontiguousarray(bed.drop[:, :2]))


def _runs(table: TableSpec, pocket: int, x: Floats, y: Floats) -> tuple[Floats, Floats]:
    """Ends (n,) of the longest run of directions that drop from (n,) places, m; equal where there is none."""
    bed = bed_of(table)
    everywhere = np.stack([x, y], axis=-1)
    on_bed = np.array([_can_lie(bed, pocket, place) for place in everywhere])
    places = everywhere[on_bed]
    way = bed.drop[pocket, :2] - places
    straight, distance = np.arctan2(way[:, 1], way[:, 0]), np.maximum(np.hypot(*way.T), _NEAR_M)
    reach = np.minimum(_ASIDE_M, _WIDEST_RAD * distance)
    turns = np.linspace(-1.0, 1.0, _DIRECTIONS) * reach[:, None]

    def drops(aside: Floats) -> NDArray[np.bool_]:
        return _rolled(table, pocket, places, straight[:, None] + aside / distance[:, None])

    dropped = drops(turns)
    found = np.array([_longest_run(row) for row in dropped]).reshape(-1, 2)
    some, rows = found[:, 1] > found[:, 0], np.arange(len(places))
    step = turns[:, 1] - turns[:, 0]
    first, last = turns[rows, found[:, 0]], turns[rows, np.maximum(0, found[:, 1] - 1)]
    # Each end lies between the last direction that drops and its neighbour that does not.
    ends = np.stack([first, last], axis=1)
    outward = np.stack([-step, step], axis=1)
    for _ in range(_HALVINGS):
        outward = 0.5 * outward
        ends = np.where(drops(ends + outward), ends + outward, ends)
    # Where no ball can lie, in the rubber or over the drop, the net goes on as at the nearest place where one can.
    nearest = np.argmin(np.hypot(*(everywhere[:, None] - places[None]).T), axis=0)
    low, high = np.where(some[:, None], ends, 0.0)[nearest].T
    return low, high


def _can_lie(bed: Bed, pocket: int, place: Floats) -> bool:
    """Whether a ball may lie there: on the bed, clear of the rubber, and not down already."""
    within = place[0] <= bed.length - bed.reach and place[1] <= bed.width - bed.reach
    up = math.dist(place, bed.drop[pocket, :2]) > bed.drop[pocket, 2]
    return bool(within and up and rubber_overlap(bed, float(place[0]), float(place[1]))[0] < _TOUCHING_M)


def _rolled(table: TableSpec, pocket: int, places: Floats, directions: Floats) -> NDArray[np.bool_]:
    """Whether a ball from each of (n, 2) places rolled in each of its (n, k) directions drops, (n, k)."""
    tries = directions.shape[1]
    strokes = level_strokes(directions.ravel(), _SPEED_MPS)
    played = execute(table, np.repeat(places, tries, axis=0)[:, None], strokes)
    drops: NDArray[np.bool_] = played.pocketed[:, 0] == pocket
    return drops.reshape(directions.shape)


def _longest_run(drops: NDArray[np.bool_]) -> tuple[int, int]:
    """Beginning and end of the longest run of true, as of a slice."""
    edges = np.flatnonzero(np.diff(np.concatenate([[0], drops.astype(np.int8), [0]])))
    if len(edges) == 0:
        return 0, 0
    starts, ends = edges[::2], edges[1::2]
    best = int(np.argmax(ends - starts))
    return int(starts[best]), int(ends[best])


def mouth_width(table: TableSpec, pocket: int, speed_mps: float, turn_rad: float = 0.0) -> float:
    """Width, m, of a pocket for a ball that rolls at it from 0.35 m, turned off its axis: fast balls are rejected."""
    bed, direction = bed_of(table), _AXES[pocket] + turn_rad
    away = np.array([math.cos(direction), math.sin(direction)])
    places = bed.mouth[pocket] - _START_M * away + _OFFSETS_M[:, None] * np.array([-away[1], away[0]])
    size = np.array([bed.length, bed.width])
    places = places[np.minimum(places, size - places).min(axis=1) >= bed.reach]
    strokes = level_strokes(np.full(len(places), direction), speed_mps, heights=_ROLLING_HEIGHT)
    first, end = _longest_run(execute(table, places[:, None], strokes).pocketed[:, 0] == pocket)
    return float((end - first) * (_OFFSETS_M[1] - _OFFSETS_M[0]))


@kernel
def _below(net, value):
    """Index of the interval of a rising net in which a value lies, and the share of the way through it."""
    k = 0
    while k < net.shape[0] - 2 and net[k + 1] <= value:
        k += 1
    return k, min(1.0, max(0.0, (value - net[k]) / (net[k + 1] - net[k])))


@kernel
def window_from(windows, bed, pocket, x, y):
    """Where a ball at (x, y) must go to drop into a pocket: direction to the window's middle, half window.

    Returns (direction rad, half window rad, distance to the drop m); the half window is 0 when the pocket is closed
    from there. The window's middle is not the pocket's: from aside, a side pocket takes balls on its far side only.
    """
    dx, dy = windows.drop[pocket, 0] - x, windows.drop[pocket, 1] - y
    direction, distance = math.atan2(dy, dx), math.hypot(dx, dy)
    kind = SIDE if pocket == 1 or pocket == 4 else CORNER
    # The place as seen from the pocket that was measured; each mirror turns the sense of rotation.
    far_side, foot = pocket > 2, pocket == 2 or pocket == 5
    along = x - 0.5 * bed.length if kind == SIDE else (bed.length - x if foot else x)
    out = bed.width - y if far_side else y
    turned = far_side != foot
    if kind == SIDE and along < 0.0:
        along, turned = -along, not turned
    i, u = _below(windows.along[kind], along)
    j, v = _below(windows.out, out)
    low, high = 0.0, 0.0
    for a in range(2):
        for b in range(2):
            share = (u if a == 1 else 1.0 - u) * (v if b == 1 else 1.0 - v)
            low += share * windows.low[kind, i + a, j + b]
            high += share * windows.high[kind, i + a, j + b]
    if high - low < 1e-4:
        return direction, 0.0, distance
    if turned:
        low, high = -high, -low
    near = max(distance, _NEAR_M)
    return direction + 0.5 * (low + high) / near, 0.5 * (high - low) / near, distance
