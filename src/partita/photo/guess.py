"""A first guess of the six pockets without a press: the largest patch of one colour in the middle, drawn as four sides.

An offer only: it is shown where the outline that comes of it fits well, and its user drags what is wrong.
"""

import numpy as np
from numpy.typing import NDArray

from partita.errors import Refused
from partita.photo.lens import seen
from partita.photo.outline import Outline, made_exact
from partita.photo.picture import Picture
from partita.photo.pose import from_presses, homography, in_order, pocket_points, prior_of
from partita.photo.sampled import Light
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]
# The picture is looked at in squares of so many px; a guess is so far off, px of a picture of 1600.
_SQUARE_PX, _GUESS_PX = 8, 30.0
# How unlike the cloth's own colour a square may be (shares of red and green), and how dark.
_UNLIKE, _DARK, _BINS = 0.035, 0.15, 40
# So much of a picture is a table at least.
_LEAST = 0.04
# An outline is offered that shows so much of its edges, and so much of those of each side; measured on simulated
# pictures, where what fits shows 0.39 or more of its weakest side, and what does not 0.02 or less.
_SHOWN, _SHOWN_OF_EACH = 0.45, 0.30


def guessed(picture: Picture, table: TableSpec) -> tuple[Floats, Outline] | None:
    """(6, 2) px pockets in the order of `spec.POCKETS` and their outline; None where nothing is offered."""
    best = tried(picture, table)
    if best is None or best.score < _SHOWN or best.weakest < _SHOWN_OF_EACH:
        return None
    return seen(best.camera, pocket_points(table)), best


def tried(picture: Picture, table: TableSpec) -> Outline | None:
    """The best outline that was thought of, however badly it fits."""
    patch = _patch(picture)
    if patch is None:
        return None
    corners = _four_sides(_hull(patch)) * _SQUARE_PX + (_SQUARE_PX - 1) / 2
    found = [one for turn in range(2) if (one := _tried(picture, table, np.roll(corners, turn, axis=0)))]
    return max(found, key=lambda one: one.score + one.weakest, default=None)


def _tried(picture: Picture, table: TableSpec, corners: Floats) -> Outline | None:
    """The outline from four corners of the cloth, of which the first two are ends of one long rail."""
    if len(corners) != 4:
        return None
    flat = pocket_points(table)[:, :2]
    to_picture = homography(flat[[0, 2, 5, 3]], corners)
    pockets = np.column_stack([flat, np.ones(6)]) @ to_picture.T
    presses = pockets[:, :2] / pockets[:, 2:]
    prior = prior_of(picture)
    try:
        ordered = in_order(table, presses)
        return made_exact(picture, table, from_presses(table, picture, ordered, prior), ordered, prior, _GUESS_PX)
    except Refused:
        return None


def _patch(picture: Picture) -> Bools | None:
    """Squares that hang together and have the colour that is most frequent round the picture's middle."""
    rows, columns = picture.height // _SQUARE_PX, picture.width // _SQUARE_PX
    cut = picture.light[: rows * _SQUARE_PX, : columns * _SQUARE_PX]
    light: Light = np.median(cut.reshape(rows, _SQUARE_PX, columns, _SQUARE_PX, 3), axis=(1, 3)).astype(np.float32)
    total = light.sum(axis=2) + 1e-3
    shares = light[..., :2] / total[..., None]
    middle = (slice(rows // 4, 3 * rows // 4), slice(columns // 4, 3 * columns // 4))
    bins = np.minimum((shares[middle].reshape(-1, 2) * _BINS).astype(int), _BINS - 1)
    most = int(np.bincount(bins[:, 0] * _BINS + bins[:, 1], minlength=_BINS**2).argmax())
    own = (np.array(divmod(most, _BINS)) + 0.5) / _BINS
    for _ in range(3):
        like = np.abs(shares - own).max(axis=2) < _UNLIKE
        if like[middle].sum() < 10:
            return None
        own = np.median(shares[middle][like[middle]], axis=0)
    like &= total > _DARK * np.median(total[middle][like[middle]])
    patch = _hanging_together(like, middle)
    return patch if patch.mean() > _LEAST else None


def _hanging_together(like: Bools, middle: tuple[slice, slice]) -> Bools:
    """The largest part of squares next to each other that reaches the middle."""
    left, best = like.copy(), np.zeros_like(like)
    while left[middle].any():
        rows, columns = np.nonzero(left[middle])
        part = np.zeros_like(like)
        part[rows[0] + middle[0].start, columns[0] + middle[1].start] = True
        while True:
            wider = part.copy()
            wider[1:] |= part[:-1]
            wider[:-1] |= part[1:]
            wider[:, 1:] |= part[:, :-1]
            wider[:, :-1] |= part[:, 1:]
            wider &= like
            if (wider == part).all():
                break
            part = wider
        left &= ~part
        if part.sum() > best.sum():
            best = part
    return best


def _hull(patch: Bools) -> Floats:
    """(n, 2) x, y the convex hull of squares (Andrew's monotone chain, 1979; from memory)."""
    rows = [int(row) for row in np.flatnonzero(patch.any(axis=1))]
    ends = [np.flatnonzero(patch[row])[[0, -1]] for row in rows]
    points = sorted({(float(x), float(row)) for row, pair in zip(rows, ends, strict=True) for x in pair})
    halves = []
    for way in (points, points[::-1]):
        half: list[tuple[float, float]] = []
        for point in way:
            while len(half) > 1 and _turn(half[-2], half[-1], point) <= 0:
                half.pop()
            half.append(point)
        halves.append(half[:-1])
    return np.array(halves[0] + halves[1])


def _turn(a: tuple[float, float], b: tuple[float, float], c: tuple[float, float]) -> float:
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])


def _four_sides(hull: Floats) -> Floats:
    """(4, 2): of a hull the side is taken out, again and again, whose neighbours close the gap with the least area."""
    corners = hull.copy()
    while len(corners) > 4:
        costs, meets = zip(*(_without(corners, k) for k in range(len(corners))), strict=True)
        k = int(np.argmin(costs))
        if not np.isfinite(costs[k]):
            break
        corners[k] = meets[k]
        corners = np.delete(corners, (k + 1) % len(corners), axis=0)
    return corners


def _without(corners: Floats, k: int) -> tuple[float, Floats]:
    """What area it adds to take out the side from corner k to the next, and where its neighbours then meet."""
    before, one, other, after = (corners[(k + step) % len(corners)] for step in (-1, 0, 1, 2))
    u, v = one - before, other - after
    across = u[0] * v[1] - u[1] * v[0]
    if abs(across) < 1e-9:
        return np.inf, one
    gap = other - one
    s = (gap[0] * v[1] - gap[1] * v[0]) / across
    t = (gap[0] * u[1] - gap[1] * u[0]) / across
    if s < 0 or t < 0:
        return np.inf, one
    meet = one + s * u
    return 0.5 * abs(float(gap[0] * (meet - one)[1] - gap[1] * (meet - one)[0])), meet
