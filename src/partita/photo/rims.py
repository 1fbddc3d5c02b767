"""The rim of a ball as a camera sees it: the circle in which its rays touch the sphere, projected."""

import numpy as np
from numpy.typing import NDArray

from partita.photo.lens import place_of, seen

Floats = NDArray[np.float64]


def rims(camera: Floats, places: Floats, radius_m: float, spokes: int, shares: Floats) -> Floats:
    """(n, k, spokes, 2) px points at shares (k,) or (n, k) of the rim's distance from the middle, balls at (n, 2) m.

    Spoke 0 points up in the picture, a quarter on to the right.
    """
    centres = np.column_stack([places, np.full(len(places), radius_m)])
    toward = place_of(camera) - centres
    distance = np.sqrt((toward**2).sum(axis=1, keepdims=True))
    toward = toward / distance
    right = np.column_stack([-toward[:, 1], toward[:, 0], np.zeros(len(places))])
    right /= np.sqrt((right**2).sum(axis=1, keepdims=True))
    up = np.cross(toward, right)
    circle = centres + toward * radius_m**2 / distance
    round_m = radius_m * np.sqrt(1.0 - (radius_m / distance) ** 2)
    angle = 2 * np.pi * np.arange(spokes) / spokes
    spoke = np.sin(angle)[:, None, None] * right + np.cos(angle)[:, None, None] * up
    each = np.broadcast_to(shares, (len(places), shares.shape[-1])).T[:, None, :, None]
    points = circle + each * round_m * spoke
    pixels = seen(camera, points.reshape(-1, 3)).reshape(shares.shape[-1], spokes, len(places), 2)
    return np.moveaxis(pixels, 2, 0)


def radii_px(camera: Floats, places: Floats, radius_m: float) -> Floats:
    """(n,) px how large balls at places (n, 2) m look."""
    rim = rims(camera, places, radius_m, 4, np.array([1.0]))[:, 0]
    across = np.sqrt(((rim[:, :2] - rim[:, 2:]) ** 2).sum(axis=2))
    return np.asarray(0.25 * across.sum(axis=1))
