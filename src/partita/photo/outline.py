"""The bed's outline made exact: of all cameras that the presses leave open, the one whose edges the picture shows.

First by the cross-entropy method (Rubinstein, 1999; from memory): cameras drawn as the presses leave them, the best
kept, drawn again round those, with finer and finer edges. Then each edge's place is measured and all are settled
together with the presses, by least squares in which what lies far off counts little.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.photo.edges import Contrast, Edges, edges_of, normals_of
from partita.photo.lens import seen
from partita.photo.picture import Picture
from partita.photo.pose import FINGER_PX, Prior, pocket_points, settle
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# Cameras drawn a round, how many are kept, and the reach of edges round by round, px of a picture of 1600.
_DRAWN, _KEPT = 360, 40
_REACHES = (6.0, 6.0, 5.0, 4.0, 3.0, 2.0, 2.0)
# Rounds in which cloth and rail are told apart anew; edges are looked at over such a share of the way to the next one,
# and over so many px at least.
_ANEW, _SHARE_APART, _LEAST_PX = (2, 4), 0.6, 1.5
# What a step of edges is worth against what presses and phones are like.
_EDGES_COUNT = 260.0
# Edges are measured so far to both sides, px, and so exactly.
_SEARCH_PX, _STEP_PX, _EDGE_PX = (5.0, 3.0, 2.0), 0.25, 0.3
# Searches: one, or the best of them where less than this of all edges shows, or of one side's.
_SEEDS, _CLEAR, _CLEAR_SIDE = (7, 8, 9), 0.50, 0.33


@dataclass(frozen=True)
class Outline:
    """A camera (COLUMNS,), how much of its edges the picture shows, 0 to 1, and how much of that side's of which it
    shows least."""

    camera: Floats
    score: float
    weakest: float


class Fit:
    """A picture of a table whose pockets were pressed, ready to try cameras on."""

    def __init__(self, picture: Picture, table: TableSpec, presses: Floats, prior: Prior, finger_px: float) -> None:
        self.picture, self.table, self.presses, self.prior = picture, table, presses, prior
        self.edges: Edges = edges_of(table)
        self.scale = picture.unit
        self.finger = finger_px * self.scale
        self._pockets = pocket_points(table)

    def expected(self, cameras: Floats) -> Floats:
        """(..., m) how far cameras are from presses and prior, in deviations."""
        off = (seen(cameras, self._pockets) - self.presses) / self.finger
        return np.concatenate([off.reshape(*off.shape[:-2], 12), self.prior.residuals(cameras)], axis=-1)

    def shown(self, cameras: Floats, contrast: Contrast, kinds: NDArray[np.int64], reaches: Floats) -> Floats:
        """(..., n) how much of each of their edges the picture shows, looked at across reaches (n,) px."""
        points = self.edges.of(cameras)
        pixels = seen(cameras, points)
        normals = normals_of(self.edges, cameras, points, pixels)
        return contrast.steps(pixels, normals, kinds, reaches)

    def reaches(self, camera: Floats, most_px: float) -> Floats:
        """(n,) px so far edges are looked at to both sides: less where the next one is near."""
        return np.clip(_SHARE_APART * self.edges.apart(camera), _LEAST_PX * self.scale, most_px * self.scale)


def made_exact(
    picture: Picture, table: TableSpec, start: Floats, presses: Floats, prior: Prior, finger_px: float = FINGER_PX
) -> Outline:
    """The outline round a first camera that sees the presses, which are off by so much (px of a picture of 1600)."""
    fit = Fit(picture, table, presses, prior, finger_px)
    found = _found(fit, start, _SEEDS[0])
    if found.score < _CLEAR or found.weakest < _CLEAR_SIDE:
        # What a search finds may hang on what it drew.
        found = max(found, *(_found(fit, start, seed) for seed in _SEEDS[1:]), key=lambda one: one.score)
    return found


def _found(fit: Fit, start: Floats, seed: int) -> Outline:
    """One search, and its outline measured."""
    picture, table = fit.picture, fit.table
    camera = _searched(fit, start, seed)
    contrast = Contrast(picture, table, camera)
    for reach in _SEARCH_PX:
        camera = _measured(fit, contrast, camera, reach)
    steps = fit.shown(camera, contrast, fit.edges.kinds(camera), fit.reaches(camera, 2.0))
    border = fit.edges.is_border
    weakest = min(float(steps[border & (fit.edges.side == side)].mean()) for side in range(4))
    return Outline(camera, float(steps.mean()), weakest)


def _searched(fit: Fit, start: Floats, seed: int) -> Floats:
    rng, contrast = np.random.default_rng(seed), Contrast(fit.picture, fit.table, start)
    mean, spread = start, _left_open(fit, start)
    best, best_worth = start, -np.inf
    for turn, reach in enumerate(_REACHES):
        if turn in _ANEW:
            contrast = Contrast(fit.picture, fit.table, mean)
        kinds, reaches = fit.edges.kinds(mean), fit.reaches(mean, reach)
        drawn = np.concatenate([rng.multivariate_normal(mean, spread, _DRAWN, method="eigh"), mean[None]])
        worth = _EDGES_COUNT * fit.shown(drawn, contrast, kinds, reaches).mean(axis=-1)
        worth -= 0.5 * np.nan_to_num((fit.expected(drawn) ** 2).sum(axis=1), nan=1e9)
        kept = drawn[np.argsort(-np.nan_to_num(worth, nan=-1e9))[:_KEPT]]
        mean, spread = kept.mean(axis=0), np.cov(kept.T) * 1.3 + 1e-14 * np.eye(len(start))
        k = int(np.nanargmax(worth))
        best, best_worth = drawn[k], float(worth[k])
    return best if np.isfinite(best_worth) else start


def _left_open(fit: Fit, camera: Floats) -> Floats:
    """(COLUMNS, COLUMNS) how cameras scatter that presses and prior allow."""
    nudges = np.array([1e-5] * 7 + [1e-2] * 2 + [1e-5] * 3)
    slope = (fit.expected(camera + np.diag(nudges)) - fit.expected(camera - np.diag(nudges))) / (2 * nudges[:, None])
    return np.asarray(np.linalg.inv(slope @ slope.T))


def _measured(fit: Fit, contrast: Contrast, camera: Floats, reach_px: float) -> Floats:
    """Every edge measured along its normal, and the camera settled on all of them."""
    kinds, points = fit.edges.kinds(camera), fit.edges.of(camera)
    pixels = seen(camera, points)
    normals = normals_of(fit.edges, camera, points, pixels)
    offsets, most = np.arange(-reach_px, reach_px + _STEP_PX, _STEP_PX) * fit.scale, fit.reaches(camera, reach_px)
    places = pixels[None] + offsets[:, None, None] * normals[None]
    steps = contrast.steps(places, normals, kinds, np.full(len(points), _LEAST_PX * fit.scale), is_sweep=True)
    steps = np.where(np.abs(offsets[:, None]) <= most, steps, -1.0)
    top = np.clip(steps.argmax(axis=0), 1, len(offsets) - 2)
    n = np.arange(len(points))
    height = steps[top, n]
    before, after = steps[top - 1, n], steps[top + 1, n]
    bow = before - 2 * height + after
    fine = np.where(bow < -1e-6, 0.5 * (before - after) / np.where(bow < -1e-6, bow, -1.0), 0.0)
    shift = offsets[top] + np.clip(fine, -0.5, 0.5) * _STEP_PX * fit.scale
    # What is largest where the search ends is none.
    sure = np.clip(height / 0.25, 0.0, 1.0) * (np.abs(offsets[top]) < most - 1.5 * _STEP_PX * fit.scale)
    targets = pixels + shift[:, None] * normals

    def residuals(cameras: Floats) -> Floats:
        off = ((seen(cameras, fit.edges.of(cameras)) - targets) * normals).sum(axis=-1) / (_EDGE_PX * fit.scale)
        # Far off counts little (Geman and McClure); neighbours along an edge tell the same: a third of their number.
        soft = off * np.sqrt(sure / 3.0) / np.sqrt(1.0 + (off / 3.0) ** 2)
        return np.concatenate([np.nan_to_num(soft, nan=1e3), fit.expected(cameras)], axis=-1)

    return settle(residuals, camera)
