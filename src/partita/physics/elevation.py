"""How far the butt of the cue must be raised: rails and balls behind the cue ball force it.

The cue is a straight line from the tip's place on the ball, rising backward by the elevation, with
the half thickness of an ordinary shaft around it. It must clear the rail's top from the nose on, and
every ball below it.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.kernels import kernel
from partita.physics.stroke import LARGEST_ELEVATION_DEG, Stroke
from partita.rows.stroke import AIM_RAD, ELEVATION_RAD, HEIGHT_R, SIDE_R
from partita.table.geometry import bed_of
from partita.table.layout import CUE, Layout, ball_label
from partita.table.spec import CUSHIONS, TableSpec

# Half thickness of the shaft at the tip, m, and how it grows backward. Source: a 13 mm shaft with an
# ordinary taper; common practice, no source.
_SHAFT_M, _TAPER = 0.0065, 0.004
# Air that a player leaves under the cue, m. A judgement, no source.
_AIR_M = 0.001
_CUE_M = 1.45
_STEP_RAD = math.radians(0.25)
_STEPS = int(LARGEST_ELEVATION_DEG / 0.25)
# What is in the way: nothing, a rail by its index, or a ball by this and its index.
_NOTHING, _BALLS = -1, 10


@dataclass(frozen=True)
class Elevation:
    """The least elevation of a stroke in degrees, and what forces it ("head rail", "ball 7"; "" when flat)."""

    degrees: float
    forced_by: str


def least_elevation(layout: Layout, stroke: Stroke) -> Elevation:
    """The least elevation at which the cue is clear, to 0.25 degrees.

    Raises `Refused` when not even the steepest stroke of this model clears what is behind the ball.
    """
    names = [CUE, *(name for name in layout.balls if name != CUE)]
    places = np.array([layout.balls[name] for name in names])
    raised, by = _least(bed_of(layout.table), nose_top(layout.table), places, stroke.row())
    forced_by = ""
    if by != _NOTHING:
        forced_by = ball_label(names[by - _BALLS]) if by >= _BALLS else f"{CUSHIONS[by].replace('-', ' ')} rail"
    if raised < 0:
        raise refuse(
            "stroke",
            f"the cue cannot clear the {forced_by}",
            f"Aim or place the tip so that {LARGEST_ELEVATION_DEG:g} degrees are enough.",
        )
    return Elevation(round(4 * math.degrees(raised)) / 4, forced_by)


def nose_top(table: TableSpec) -> float:
    """Height of the cushions' noses over the cloth, m."""
    return table.nose_height * 2 * table.ball_radius_m


def butts_raised(
    table: TableSpec, places: NDArray[np.float64], strokes: NDArray[np.float64], from_deg: float
) -> NDArray[np.float64]:
    """Strokes (m, 6) with their butts raised as far as the layout (n, 2) m asks, where that is `from_deg` or more.

    Strokes that no elevation of this model makes possible are left out.
    """
    raised = strokes.copy()
    _raise_butts(bed_of(table), nose_top(table), places, math.radians(from_deg), raised)
    return raised[raised[:, ELEVATION_RAD] >= 0]


@kernel
def _raise_butts(bed, nose_top_m, places, least, strokes):
    """Raise the butts of strokes (m, 6) in place where at least `least` rad is needed; -1 where none is enough."""
    for e in range(strokes.shape[0]):
        raised, _ = _least(bed, nose_top_m, places, strokes[e])
        if raised < 0.0:
            strokes[e, ELEVATION_RAD] = -1.0
        elif raised >= least:
            strokes[e, ELEVATION_RAD] = max(strokes[e, ELEVATION_RAD], raised)


@kernel
def _least(bed, nose_top_m, places, stroke):
    """(least elevation rad, what forces it); -1 rad when no elevation of this model is enough."""
    forced_by = _NOTHING
    for step in range(_STEPS + 1):
        found = _in_the_way(bed, nose_top_m, places, stroke, step * _STEP_RAD)
        if found == _NOTHING:
            return step * _STEP_RAD, forced_by
        forced_by = found
    return -1.0, forced_by


@kernel
def _in_the_way(bed, nose_top_m, places, stroke, elevation):
    """What touches the cue at this elevation. places : (n, 2) m, the cue ball first; stroke : (6,)."""
    radius, side, height = bed.radius, stroke[SIDE_R], stroke[HEIGHT_R]
    ahead_x, ahead_y = math.cos(stroke[AIM_RAD]), math.sin(stroke[AIM_RAD])
    cosine, sine = math.cos(elevation), math.sin(elevation)
    depth = radius * math.sqrt(max(0.0, 1.0 - side * side - height * height))
    back = depth * cosine - radius * height * sine
    x = places[0, 0] - back * ahead_x + radius * side * ahead_y
    y = places[0, 1] - back * ahead_y - radius * side * ahead_x
    z = radius + depth * sine + radius * height * cosine
    for rail in range(4):
        # Horizontal distance from the tip backward to the nose line.
        at, far, speed = (y, bed.width, ahead_y) if rail < 2 else (x, bed.length, ahead_x)
        gap, towards = (at, speed) if rail % 2 == 0 else (far - at, -speed)
        if towards > 1e-9 and max(0.0, gap) / towards < _CUE_M * cosine:
            way = max(0.0, gap) / towards
            under = z + way * sine / cosine - (_SHAFT_M + _TAPER * way) / cosine
            if under < nose_top_m + _AIR_M:
                return rail
    for ball in range(1, places.shape[0]):
        rx, ry, rz = places[ball, 0] - x, places[ball, 1] - y, radius - z
        along = -rx * ahead_x * cosine - ry * ahead_y * cosine + rz * sine
        if 0.0 < along < _CUE_M:
            apart = math.sqrt(max(0.0, rx * rx + ry * ry + rz * rz - along * along))
            if apart < radius + _SHAFT_M + _TAPER * along + _AIR_M:
                return _BALLS + ball
    return _NOTHING
