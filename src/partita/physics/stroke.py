"""The stroke as a player gives it, with its limits."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import ArrayLike, NDArray

from partita.errors import refuse
from partita.physics.constants import TIP_LIMIT
from partita.rows.stroke import (
    AIM_RAD,
    COLUMNS,
    CUE,
    ELEVATION_RAD,
    HEIGHT_R,
    SIDE_R,
    SPEED_MPS,
)

LARGEST_SPEED_MPS = 12.0
LARGEST_ELEVATION_DEG = 70.0
Cue = Literal["playing", "jump"]
CUES: tuple[Cue, ...] = ("playing", "jump")


@dataclass(frozen=True)
class Stroke:
    """An intended stroke: aim in degrees counter-clockwise from +x, launch speed in m/s, tip in R.

    `side` is to the right, `height` upward, both as a share of the ball's radius. The speed is what the cue ball
    would have, were the cue level: what a raised one makes of it is `physics.raised_cue`.
    """

    aim_deg: float
    speed_mps: float
    side: float = 0.0
    height: float = 0.0
    elevation_deg: float = 0.0
    cue: Cue = "playing"

    def row(self) -> NDArray[np.float64]:
        """(6,) for the kernels: aim rad, speed m/s, side, height, elevation rad, cue."""
        return np.array([
            math.radians(self.aim_deg), self.speed_mps, self.side, self.height, math.radians(self.elevation_deg),
            CUES.index(self.cue),
        ])  # fmt: skip


def level_strokes(
    aims: ArrayLike, speeds: ArrayLike, sides: ArrayLike = 0.0, heights: ArrayLike = 0.0
) -> NDArray[np.float64]:
    """(m, COLUMNS) rows of strokes with a level playing cue; rad, m/s, R; each (m,) or one for all."""
    given = np.broadcast_arrays(*(np.atleast_1d(part) for part in (aims, speeds, sides, heights)))
    rows = np.zeros((given[0].size, COLUMNS))
    for column, part in zip((AIM_RAD, SPEED_MPS, SIDE_R, HEIGHT_R), given, strict=True):
        rows[:, column] = part
    return rows


def no_strokes() -> NDArray[np.float64]:
    """(0, COLUMNS)."""
    return np.zeros((0, COLUMNS))


def stroke_of_row(row: NDArray[np.float64]) -> Stroke:
    """The reverse of `Stroke.row`: of a row that begins with a stroke (`rows.stroke`)."""
    speed, side, height = (float(row[column]) for column in (SPEED_MPS, SIDE_R, HEIGHT_R))
    aim, elevation = np.degrees(row[[AIM_RAD, ELEVATION_RAD]])
    return Stroke(float(aim), speed, side, height, float(elevation), CUES[int(row[CUE])])


def check_stroke(stroke: Stroke) -> Stroke:
    """The stroke itself when it can be played; else `Refused` saying which part cannot."""
    values = (stroke.aim_deg, stroke.speed_mps, stroke.side, stroke.height, stroke.elevation_deg)
    if not all(math.isfinite(value) for value in values):
        raise refuse("stroke", "a number in it is not finite", "Use ordinary numbers.")
    if abs(stroke.aim_deg) > 36000:
        raise refuse("stroke aim_deg", f"{stroke.aim_deg:.6g} is too large", "Use -360 to 360.")
    if not 0 < stroke.speed_mps <= LARGEST_SPEED_MPS:
        raise refuse(
            "stroke speed_mps", f"{stroke.speed_mps:.6g} m/s is out of range", f"Use up to {LARGEST_SPEED_MPS:g}."
        )
    if math.hypot(stroke.side, stroke.height) >= 1:
        raise refuse(
            "stroke",
            f"the tip is {math.hypot(stroke.side, stroke.height):.2f} R off centre and misses the ball",
            f"Stay within {TIP_LIMIT:g} R of the centre; from there to 1 R it is played as a miscue.",
        )
    if not 0 <= stroke.elevation_deg <= LARGEST_ELEVATION_DEG:
        raise refuse(
            "stroke elevation_deg",
            f"{stroke.elevation_deg:.6g} is out of range",
            f"Use 0 to {LARGEST_ELEVATION_DEG:g}.",
        )
    return stroke
