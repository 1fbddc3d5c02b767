"""Where a phone is held and how its lens bends: the division model, which the reader of photos does not use.

Fitzgibbon, "Simultaneous linear estimation of multiple view geometry and lens distortion", CVPR 2001 (from memory).
Frame: the table's (x from the head rail, y from the near long rail, z up from the cloth), m. Pixels from the upper
left corner.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Eye:
    """A pinhole at `place` (3,), turned by `turn` (3, 3) whose rows are right, down and forward; focal length and
    principal point in px; `bend` of the division model, at one focal length from the middle."""

    place: Floats
    turn: Floats
    focal: float
    middle: tuple[float, float]
    bend: float
    width: int
    height: int

    def rays(self, pixels: Floats) -> Floats:
        """(n, 3) unit directions of pixels (n, 2)."""
        bent = (pixels - np.array(self.middle)) / self.focal
        flat = bent / (1.0 + self.bend * (bent**2).sum(axis=1, keepdims=True))
        seen = np.column_stack([flat, np.ones(len(flat))])
        seen /= np.sqrt((seen**2).sum(axis=1, keepdims=True))
        return np.asarray(seen @ self.turn)

    def pixels(self, points: Floats) -> Floats:
        """(n, 2) where points (n, 3) are seen; far outside for what lies behind."""
        seen = (points - self.place) @ self.turn.T
        flat = seen[:, :2] / np.where(seen[:, 2:] > 1e-6, seen[:, 2:], 1e-6)
        far = np.sqrt((flat**2).sum(axis=1, keepdims=True))
        root = np.sqrt(np.maximum(0.0, 1.0 - 4.0 * self.bend * far**2))
        bent = flat * 2.0 / (1.0 + root)
        return np.asarray(bent * self.focal + np.array(self.middle))


def looking(place: Floats, at: Floats, roll_rad: float) -> Floats:
    """(3, 3) the turn of an eye that looks from `place` at a point, rolled."""
    ahead = (at - place) / np.linalg.norm(at - place)
    right = np.cross(ahead, (0.0, 0.0, 1.0))
    right /= np.linalg.norm(right)
    down = np.cross(ahead, right)
    cosine, sine = np.cos(roll_rad), np.sin(roll_rad)
    return np.array([cosine * right + sine * down, -sine * right + cosine * down, ahead])
