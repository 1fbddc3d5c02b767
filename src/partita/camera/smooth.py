"""Blur by a Gaussian, along rows and columns, edges repeated."""

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]


def blurred(picture: Floats, sigma_px: float) -> Floats:
    """An array (rows, columns, ...) blurred along its first two axes."""
    reach = max(1, round(3 * sigma_px))
    weights = np.exp(-0.5 * (np.arange(-reach, reach + 1) / sigma_px) ** 2)
    weights /= weights.sum()
    for axis in (0, 1):
        picture = along(picture, weights, axis)
    return picture


def along(picture: Floats, weights: Floats, axis: int) -> Floats:
    """An array folded with weights (odd in number) along one axis."""
    reach = len(weights) // 2
    wide = np.pad(picture, [(reach, reach) if k == axis else (0, 0) for k in range(picture.ndim)], mode="edge")
    count, found = picture.shape[axis], np.zeros_like(picture)
    for k, weight in enumerate(weights):
        found += weight * (wide[k : k + count] if axis == 0 else wide[:, k : k + count])
    return found
