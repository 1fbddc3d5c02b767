"""Where the camera was, from six pressed pockets: least squares on the presses, with what phones are like as a prior.

Homography: the direct linear transform, Hartley and Zisserman, "Multiple view geometry", 2nd ed., algorithm 4.1 (from
memory). Steps by Gauss and Newton, damped as by Levenberg and Marquardt.
"""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.photo.lens import BEND, COLUMNS, CUSHION, FOCAL, MIDDLE, SHIFT, TURN, place_of, seen, vector_of
from partita.photo.picture import Picture
from partita.table.geometry import bed_of
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# Where a pocket is pressed: the middle of its hole, between the bed and the rail's top, m.
PRESSED_M = 0.02
# A finger is off by so much, px of a picture of 1600.
FINGER_PX = 10.0
# A phone's main lens as of a film 36 mm wide, and how far lenses differ; known from the file, it is surer.
_PHONE_MM, _LENSES, _TOLD = 26.0, 0.12, 0.03
_MIDDLE_PX, _BENDS, _CUSHION_M, _CUSHIONS_M = 15.0, (0.06, 0.03), 0.050, 0.005
# So far off, px, presses are none of six pockets of one table.
_TOO_FAR_PX = 45.0
_ACCEPTED = "Press the middle of each of the six pockets, one after the other round the table."


@dataclass(frozen=True)
class Prior:
    """What is expected of a camera: mean (COLUMNS,), and how surely (COLUMNS,), as one over the deviation."""

    mean: Floats
    weight: Floats

    def residuals(self, cameras: Floats) -> Floats:
        """(..., COLUMNS) in deviations."""
        return (cameras - self.mean) * self.weight


def prior_of(picture: Picture, cushion_m: float = _CUSHION_M) -> Prior:
    """Of any phone, or of the one that the picture's file tells of. Where it was held is open."""
    mean, weight = np.zeros(COLUMNS), np.zeros(COLUMNS)
    longest = max(picture.width, picture.height)
    mean[FOCAL] = np.log(picture.focal or _PHONE_MM / 36.0 * longest)
    weight[FOCAL] = 1.0 / (_TOLD if picture.focal else _LENSES)
    mean[MIDDLE], weight[MIDDLE] = ((picture.width - 1) / 2, (picture.height - 1) / 2), 1.0 / _MIDDLE_PX
    weight[BEND] = 1.0 / np.array(_BENDS)
    mean[CUSHION], weight[CUSHION] = cushion_m, 1.0 / _CUSHIONS_M
    return Prior(mean, weight)


def pocket_points(table: TableSpec) -> Floats:
    """(6, 3) m the middles of the holes, in the order of `spec.POCKETS`."""
    return np.column_stack([bed_of(table).drop[:, :2], np.full(6, PRESSED_M)])


def from_presses(table: TableSpec, picture: Picture, presses: Floats, prior: Prior) -> Floats:
    """(COLUMNS,) the camera that sees six pockets where they were pressed, (6, 2) px in the order of `spec.POCKETS`.

    Raises `Refused` where no camera above the table does.
    """
    points = pocket_points(table)
    start = _start(points, presses, prior)

    def residuals(cameras: Floats) -> Floats:
        off = (seen(cameras, points) - presses) / (FINGER_PX * picture.unit)
        return np.concatenate([off.reshape(*off.shape[:-2], 12), prior.residuals(cameras)], axis=-1)

    camera = settle(residuals, start)
    off = np.sqrt(((seen(camera, points) - presses) ** 2).sum(axis=1))
    # Not above the table, or behind it: what is right in the picture would be left on the table.
    if place_of(camera)[2] < 0.1 or not (off < _TOO_FAR_PX * picture.unit).all():
        raise refuse("pockets", "what was pressed is no table seen from above", _ACCEPTED)
    return camera


def settle(residuals: Callable[[Floats], Floats], start: Floats, steps: int = 40) -> Floats:
    """Least squares from a start: `residuals` takes cameras (h, COLUMNS) and gives (h, m)."""
    camera, damping = start.copy(), 1e-3
    found = residuals(camera[None])[0]
    for _ in range(steps):
        nudge = np.diag(_NUDGES)
        slope = ((residuals(camera + nudge) - residuals(camera - nudge)) / (2 * _NUDGES[:, None])).T
        slope = np.nan_to_num(slope)
        square, down = slope.T @ slope, slope.T @ np.nan_to_num(found)
        tried = camera - np.linalg.solve(square + damping * np.diag(np.diag(square) + 1e-9), down)
        better = residuals(tried[None])[0]
        if np.nansum(better**2) < np.nansum(found**2) and np.isfinite(better).all():
            gain = float(np.nansum(found**2) - np.nansum(better**2))
            camera, found, damping = tried, better, damping / 4
            if gain < 1e-6:
                break
        else:
            damping *= 8
            if damping > 1e6:
                break
    return camera


_NUDGES = np.array([1e-5] * 3 + [1e-5] * 3 + [1e-5] + [1e-2] * 2 + [1e-5] * 2 + [1e-5])


def _start(points: Floats, presses: Floats, prior: Prior) -> Floats:
    """A camera from the homography of the bed's plane; refuses presses that have none."""
    focal, middle = np.exp(prior.mean[FOCAL]), prior.mean[MIDDLE]
    to_picture = homography(points[:, :2], (presses - middle) / focal)
    one, other, shift = to_picture.T
    size = np.sqrt(np.linalg.norm(one) * np.linalg.norm(other))
    if not np.isfinite(size) or size < 1e-12:
        raise refuse("pockets", "they lie on one line", _ACCEPTED)
    sign = 1.0 if shift[2] / size > 0 else -1.0
    one, other, shift = sign * one / size, sign * other / size, sign * shift / size
    u, _, v = np.linalg.svd(np.column_stack([one, other, np.cross(one, other)]))
    turn = u @ np.diag([1.0, 1.0, np.linalg.det(u @ v)]) @ v
    camera = prior.mean.copy()
    camera[TURN], camera[SHIFT] = vector_of(turn), shift - turn @ (0.0, 0.0, PRESSED_M)
    return camera


def homography(flat: Floats, image: Floats) -> Floats:
    """(3, 3) from places in a plane (n, 2) to places in a picture (n, 2)."""
    rows = []
    for (x, y), (u, v) in zip(flat, image, strict=True):
        rows.append([x, y, 1, 0, 0, 0, -u * x, -u * y, -u])
        rows.append([0, 0, 0, x, y, 1, -v * x, -v * y, -v])
    return np.asarray(np.linalg.svd(np.array(rows))[2][-1].reshape(3, 3))


def in_order(table: TableSpec, presses: Floats) -> Floats:
    """Six presses in any order as (6, 2) in the order of `spec.POCKETS`: which are the side pockets is found.

    The head rail is the end that is nearer to the lower edge of the picture. Raises `Refused` for what is no table.
    """
    if presses.shape != (6, 2) or not np.isfinite(presses).all():
        raise refuse("pockets", f"there are {len(presses)} of them", _ACCEPTED)
    gaps = np.sqrt(((presses[:, None] - presses[None]) ** 2).sum(axis=2)) + 1e9 * np.eye(6)
    if gaps.min() < 12:
        raise refuse("pockets", "two were pressed at one place", _ACCEPTED)
    off = presses - presses.mean(axis=0)
    # Round the table as the picture shows it, which from above is never mirrored.
    ring = presses[np.argsort(np.arctan2(off[:, 1], off[:, 0]))]
    flat = bed_of(table).drop[:, :2]
    # Anticlockwise from above with y up is anticlockwise in the picture, whose y is down: this order goes with it.
    places = flat[[0, 3, 4, 5, 2, 1]]
    errors = []
    for turn in range(3):
        tried = np.roll(ring, -turn, axis=0)
        errors.append(_misfit(places, tried))
    tried = np.roll(ring, -int(np.argmin(errors)), axis=0)
    ordered = np.empty((6, 2))
    ordered[[0, 3, 4, 5, 2, 1]] = tried
    head, foot = ordered[[0, 3], 1].mean(), ordered[[2, 5], 1].mean()
    return ordered if head >= foot else ordered[[5, 4, 3, 2, 1, 0]]


def _misfit(places: Floats, image: Floats) -> float:
    """How far off a homography leaves six places, px."""
    middle, scale = image.mean(axis=0), image.std()
    to_picture = homography(places, (image - middle) / scale)
    found = np.column_stack([places, np.ones(6)]) @ to_picture.T
    if (found[:, 2] * found[0, 2] <= 0).any():
        return float("inf")
    return float(np.sqrt(((found[:, :2] / found[:, 2:] - (image - middle) / scale) ** 2).mean()) * scale)
