"""The table as arrays for the kernels: nose lines, tips, facings and drop circles.

Frame: playing surface from nose to nose, x from the head rail, y from the near long rail, m.
"""

import math
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from partita.table.spec import TableSpec

Floats = NDArray[np.float64]


class Bed(NamedTuple):
    """Geometry for the kernels, m. Pockets in the order of `spec.POCKETS`, two jaws each.

    nose_x : (4,) where the long rails' noses begin and end: two segments, x ascending
    nose_y : (2,) where the short rails' noses begin and end
    tip_radius : (6,) radius of each pocket's tip arcs; tip : (6, 2, 2) their centres
    facing_start, facing_dir, facing_normal : (6, 2, 2) start, direction into the pocket, and
        unit normal toward the open side
    drop : (6, 3) centre and radius of the drop circles
    mouth : (6, 2) middle of the line between the sharp corners
    """

    length: float
    width: float
    radius: float
    reach: float
    sine: float
    cosine: float
    tip_radius: Floats
    nose_x: Floats
    nose_y: Floats
    tip: Floats
    facing_start: Floats
    facing_dir: Floats
    facing_normal: Floats
    drop: Floats
    mouth: Floats


def _jaw(corner: Floats, along: Floats, outward: Floats, facing_deg: float, tip_radius: float) -> list[Floats]:
    """Tip centre, facing start, direction and normal of one jaw.

    `corner` is the sharp corner of nose line and facing, `along` the unit vector along the nose
    line away from the pocket, `outward` the unit vector from the bed into the rubber.
    """
    angle = math.radians(facing_deg)
    direction = math.cos(angle) * along + math.sin(angle) * outward
    # The open side is where the pocket is: opposite to the nose it came from.
    normal = np.array([-direction[1], direction[0]])
    if normal @ along > 0:
        normal = -normal
    tangent = tip_radius / math.tan(angle / 2)
    tip = corner + tangent * along + tip_radius * outward
    return [tip, corner + tangent * direction, direction, normal]


def _corner_jaws(spec: TableSpec, x_end: float, y_end: float) -> tuple[list[list[Floats]], Floats]:
    offset = spec.corner_mouth_m / math.sqrt(2)
    sx, sy = (1.0 if x_end == 0 else -1.0), (1.0 if y_end == 0 else -1.0)
    corner = np.array([x_end, y_end])
    along_x, along_y = np.array([sx, 0.0]), np.array([0.0, sy])
    jaws = [
        _jaw(corner + offset * along_x, along_x, -along_y, spec.corner_facing_deg, spec.corner_tip_radius_m),
        _jaw(corner + offset * along_y, along_y, -along_x, spec.corner_facing_deg, spec.corner_tip_radius_m),
    ]
    into = -(along_x + along_y) / math.sqrt(2)
    depth = spec.corner_shelf_m + spec.corner_drop_radius_m - spec.corner_mouth_m / 2
    return jaws, np.append(corner + depth * into, spec.corner_drop_radius_m)


def _side_jaws(spec: TableSpec, y_end: float) -> tuple[list[list[Floats]], Floats]:
    sy = 1.0 if y_end == 0 else -1.0
    middle, outward = np.array([spec.length_m / 2, y_end]), np.array([0.0, -sy])
    jaws = []
    for direction in (-1.0, 1.0):
        along = np.array([direction, 0.0])
        corner = middle + spec.side_mouth_m / 2 * along
        jaws.append(_jaw(corner, along, outward, spec.side_facing_deg, spec.side_tip_radius_m))
    depth = spec.side_shelf_m + spec.side_drop_radius_m
    return jaws, np.append(middle + depth * outward, spec.side_drop_radius_m)


@lru_cache(maxsize=64)
def bed_of(spec: TableSpec) -> Bed:
    """The kernels' arrays for a table (cached: a spec is immutable)."""
    length, width = spec.length_m, spec.width_m
    pockets = []
    for y_end in (0.0, width):
        pockets += [_corner_jaws(spec, 0.0, y_end), _side_jaws(spec, y_end), _corner_jaws(spec, length, y_end)]
    jaws = np.array([jaws for jaws, _ in pockets])
    corner = spec.corner_mouth_m / math.sqrt(2)
    corner += spec.corner_tip_radius_m / math.tan(math.radians(spec.corner_facing_deg) / 2)
    side = spec.side_mouth_m / 2 + spec.side_tip_radius_m / math.tan(math.radians(spec.side_facing_deg) / 2)
    return Bed(
        length=length,
        width=width,
        radius=spec.ball_radius_m,
        reach=spec.nose_reach_m,
        sine=spec.nose_sine,
        cosine=math.sqrt(1 - spec.nose_sine**2),
        tip_radius=np.array([spec.corner_tip_radius_m, spec.side_tip_radius_m, spec.corner_tip_radius_m] * 2),
        nose_x=np.array([corner, length / 2 - side, length / 2 + side, length - corner]),
        nose_y=np.array([corner, width - corner]),
        tip=np.ascontiguousarray(jaws[:, :, 0]),
        facing_start=np.ascontiguousarray(jaws[:, :, 1]),
        facing_dir=np.ascontiguousarray(jaws[:, :, 2]),
        facing_normal=np.ascontiguousarray(jaws[:, :, 3]),
        drop=np.array([drop for _, drop in pockets]),
        mouth=_mouth_centres(spec),
    )


def _mouth_centres(spec: TableSpec) -> Floats:
    inset = spec.corner_mouth_m / math.sqrt(2) / 2
    xs = (inset, spec.length_m / 2, spec.length_m - inset)
    near = [(x, 0.0 if i == 1 else inset) for i, x in enumerate(xs)]
    return np.array(near + [(x, spec.width_m - y) for x, y in near])
