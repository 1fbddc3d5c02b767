"""Values between a picture's pixels: what is looked at most often, so it is compiled."""

import math

import numpy as np
from numpy.typing import NDArray

from partita.kernels import kernel

Light = NDArray[np.float32]


def sampled(field: Light, pixels: NDArray[np.float64]) -> Light:
    """Values of a field (rows, columns, ...) at places (..., 2) in px, between its pixels by halves."""
    rows, columns = field.shape[:2]
    # `fmax` and `fmin` put what is no number at the border, where what is behind the camera belongs.
    x = np.fmax(np.fmin(pixels[..., 0], columns - 1.001), 0.0).astype(np.float32)
    y = np.fmax(np.fmin(pixels[..., 1], rows - 1.001), 0.0).astype(np.float32)
    found = np.empty((x.size, math.prod(field.shape[2:])), dtype=np.float32)
    _between(np.asarray(field, dtype=np.float32).reshape(rows * columns, -1), columns, x.ravel(), y.ravel(), found)
    return found.reshape(*x.shape, *field.shape[2:])


@kernel
def _between(field, columns, x, y, found):
    """Fill found (n, values) from a field (pixels, values), row by row, at places x, y (n,) within it, px."""
    for n in range(len(x)):
        j, i = int(x[n]), int(y[n])
        right, down, at = x[n] - j, y[n] - i, i * columns + j
        for k in range(field.shape[1]):
            upper = field[at, k] * (1 - right) + field[at + 1, k] * right
            lower = field[at + columns, k] * (1 - right) + field[at + columns + 1, k] * right
            found[n, k] = upper * (1 - down) + lower * down
