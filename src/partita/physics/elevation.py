"""How far the butt of the cue must be raised: rails and balls behind the cue ball force it.

The cue is a straight line from the tip's place on the ball, rising backward by the elevation, with
the half thickness of an ordinary shaft around it. It must clear the rail's top from the nose on, and
every ball below it.
"""

import math
from dataclasses import dataclass

from partita.errors import refuse
from partita.physics.stroke import LARGEST_ELEVATION_DEG, Stroke
from partita.table.geometry import bed_of
from partita.table.layout import CUE, Layout, ball_label
from partita.table.spec import CUSHIONS

# Half thickness of the shaft at the tip, m, and how it grows backward. Source: a 13 mm shaft with an
# ordinary taper; common practice, no source.
_SHAFT_M, _TAPER = 0.0065, 0.004
# Air that a player leaves under the cue, m. A judgement, no source.
_AIR_M = 0.001
_CUE_M = 1.45
_STEP_DEG = 0.25


@dataclass(frozen=True)
class Elevation:
    """The least elevation of a stroke in degrees, and what forces it ("head rail", "ball 7"; "" when flat)."""

    degrees: float
    forced_by: str


def least_elevation(layout: Layout, stroke: Stroke) -> Elevation:
    """The least elevation at which the cue is clear, to 0.25 degrees.

    Raises `Refused` when not even the steepest stroke of this model clears what is behind the ball.
    """
    steps = int(LARGEST_ELEVATION_DEG / _STEP_DEG)
    forced_by = ""
    for step in range(steps + 1):
        found = _in_the_way(layout, stroke, math.radians(step * _STEP_DEG))
        if not found:
            return Elevation(step * _STEP_DEG, forced_by)
        forced_by = found
    raise refuse(
        "stroke",
        f"the cue cannot clear the {forced_by}",
        f"Aim or place the tip so that {LARGEST_ELEVATION_DEG:g} degrees are enough.",
    )


def _in_the_way(layout: Layout, stroke: Stroke, elevation: float) -> str:
    """What touches the cue at this elevation; "" for nothing."""
    bed, aim = bed_of(layout.table), math.radians(stroke.aim_deg)
    radius = bed.radius
    ahead = (math.cos(aim), math.sin(aim))
    depth = radius * math.sqrt(max(0.0, 1 - stroke.side**2 - stroke.height**2))
    back = depth * math.cos(elevation) - radius * stroke.height * math.sin(elevation)
    x = layout.balls[CUE][0] - back * ahead[0] + radius * stroke.side * ahead[1]
    y = layout.balls[CUE][1] - back * ahead[1] - radius * stroke.side * ahead[0]
    z = radius + depth * math.sin(elevation) + radius * stroke.height * math.cos(elevation)
    for cushion, reach in enumerate(_ways_to_noses(bed.length, bed.width, x, y, ahead)):
        if reach < _CUE_M * math.cos(elevation):
            under = z + reach * math.tan(elevation) - _thickness(reach) / math.cos(elevation)
            if under < layout.table.nose_height * 2 * radius + _AIR_M:
                return f"{CUSHIONS[cushion].replace('-', ' ')} rail"
    way = (-ahead[0] * math.cos(elevation), -ahead[1] * math.cos(elevation), math.sin(elevation))
    for name, (bx, by) in layout.balls.items():
        rel = (bx - x, by - y, radius - z)
        along = sum(a * b for a, b in zip(rel, way, strict=True))
        if name != CUE and 0 < along < _CUE_M:
            apart = math.sqrt(max(0.0, sum(a * a for a in rel) - along * along))
            if apart < radius + _thickness(along) + _AIR_M:
                return ball_label(name)
    return ""


def _thickness(along_m: float) -> float:
    return _SHAFT_M + _TAPER * along_m


def _ways_to_noses(
    length: float, width: float, x: float, y: float, ahead: tuple[float, float]
) -> tuple[float, float, float, float]:
    """Horizontal distance from the tip backward to each nose line, m, in the order of `CUSHIONS`."""

    def way(gap: float, speed: float) -> float:
        return max(0.0, gap) / speed if speed > 1e-9 else math.inf

    return way(y, ahead[1]), way(width - y, -ahead[1]), way(x, ahead[0]), way(length - x, -ahead[0])
