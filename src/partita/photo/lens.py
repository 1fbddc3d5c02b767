"""A camera that looks at the table: where points are seen, and what a pixel looks at.

Brown's radial distortion, two coefficients. Brown, "Close-range camera calibration", 1971 (from memory).
Many cameras at once are rows of one array, columns as below. Frame: the table's, m; pixels from the upper left.
"""

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
# Columns: turn as a vector (Rodrigues), shift, log of the focal length in px, middle in px,
# bends, cushion's width in m.
TURN, SHIFT, FOCAL, MIDDLE, BEND, CUSHION = slice(0, 3), slice(3, 6), 6, slice(7, 9), slice(9, 11), 11
COLUMNS = 12


def turns(vectors: Floats) -> Floats:
    """(..., 3, 3) rotations of Rodrigues vectors (..., 3)."""
    return _turn_of(*vectors.tolist()) if vectors.ndim == 1 else _turns(vectors)


@lru_cache(maxsize=8)
def _turn_of(x: float, y: float, z: float) -> Floats:
    """(3, 3) of one vector: a picture's one camera is asked for it thousands of times."""
    found = _turns(np.array([x, y, z]))
    found.setflags(write=False)
    return found


def _turns(vectors: Floats) -> Floats:
    angle = np.sqrt((vectors**2).sum(axis=-1))[..., None, None]
    x, y, z = np.moveaxis(vectors, -1, 0)
    zero = np.zeros_like(x)
    skew = np.stack([zero, -z, y, z, zero, -x, -y, x, zero], axis=-1).reshape(*x.shape, 3, 3)
    safe = np.maximum(angle, 1e-9)
    return np.asarray(np.eye(3) + np.sin(angle) / safe * skew + (1 - np.cos(angle)) / safe**2 * (skew @ skew))


def vector_of(turn: Floats) -> Floats:
    """(3,) the Rodrigues vector of a rotation (3, 3)."""
    angle = float(np.arccos(np.clip((np.trace(turn) - 1) / 2, -1.0, 1.0)))
    if angle > np.pi - 1e-4:
        # Half a turn: the axis is the column that the turn leaves longest.
        both = (turn + np.eye(3)) / 2
        k = int(np.argmax(np.diag(both)))
        return np.asarray(both[:, k] / np.linalg.norm(both[:, k]) * angle)
    axis = np.array([turn[2, 1] - turn[1, 2], turn[0, 2] - turn[2, 0], turn[1, 0] - turn[0, 1]])
    return np.asarray(axis * (0.5 if angle < 1e-6 else angle / (2 * np.sin(angle))))


def seen(cameras: Floats, points: Floats) -> Floats:
    """(..., n, 2) px where cameras (..., COLUMNS) see points (n, 3) or (..., n, 3); nan for what is behind them."""
    at = points @ np.swapaxes(turns(cameras[..., TURN]), -1, -2) + cameras[..., None, SHIFT]
    depth = np.where(at[..., 2:] > 1e-6, at[..., 2:], np.nan)
    flat = at[..., :2] / depth
    square = (flat**2).sum(axis=-1, keepdims=True)
    bends = cameras[..., None, BEND]
    bent = flat * (1 + bends[..., :1] * square + bends[..., 1:] * square**2)
    return np.asarray(bent * np.exp(cameras[..., None, FOCAL : FOCAL + 1]) + cameras[..., None, MIDDLE])


def place_of(camera: Floats) -> Floats:
    """(3,) m where a camera is."""
    return np.asarray(-turns(camera[TURN]).T @ camera[SHIFT])


def rays_of(camera: Floats, pixels: Floats) -> Floats:
    """(..., 3) directions in the table's frame, not of length one, in which pixels (..., 2) look."""
    bent = (pixels - camera[MIDDLE]) / np.exp(camera[FOCAL])
    flat = bent
    for _ in range(12):
        square = (flat**2).sum(axis=-1, keepdims=True)
        flat = bent / (1 + camera[BEND][0] * square + camera[BEND][1] * square**2)
    return np.asarray(np.concatenate([flat, np.ones((*flat.shape[:-1], 1))], axis=-1) @ turns(camera[TURN]))


def on_plane(camera: Floats, pixels: Floats, height_m: float) -> Floats:
    """(n, 2) m places in a plane above the bed that pixels (n, 2) look at; nan where they look past it."""
    rays, place = rays_of(camera, pixels), place_of(camera)
    down = np.where(rays[:, 2] < -1e-6, rays[:, 2], np.nan)
    return np.asarray((place + ((height_m - place[2]) / down)[:, None] * rays)[:, :2])
