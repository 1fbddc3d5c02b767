"""Balls that lie in a pack: nobody sees by how little they miss each other, and that decides where they go.

Two balls that touch are dead on or not, and can be read. Of three and more the hairs between them decide which is
driven first; so each execution has them lie a little otherwise. Source of the size: a judgement, no source.
"""

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
# Balls nearer than this, m, touch as far as anybody can see; they lie otherwise by so much (standard deviation), m.
_TOUCHING_M, _HAIR_M = 3e-4, 1.2e-4
_PACK, _PARTINGS = 3, 20


def pack_of(places: Floats, radius: float) -> NDArray[np.int64]:
    """The balls, of (n, 2) m with the cue ball first, that lie in packs of three and more."""
    balls = places[1:]
    near = np.linalg.norm(balls[:, None] - balls[None], axis=2) < 2 * radius + _TOUCHING_M
    together = near
    for _ in range(len(balls).bit_length()):
        together = together @ together
    return 1 + np.flatnonzero(together.sum(axis=1) >= _PACK)


def shaken(places: Floats, pack: NDArray[np.int64], count: int, seed: int, radius: float) -> Floats:
    """(count, n, 2) the layout with the balls of its packs a hair elsewhere each time, touching and apart."""
    out = np.repeat(places[None], count, axis=0)
    out[:, pack] += _HAIR_M * np.random.default_rng(seed).standard_normal((count, len(pack), 2))
    for _ in range(_PARTINGS):
        way = out[:, pack][:, :, None] - out[:, pack][:, None]
        distance = np.linalg.norm(way, axis=3) + np.eye(len(pack))
        overlap = np.where(distance < 2 * radius, 2 * radius - distance, 0.0)
        overlap[:, np.arange(len(pack)), np.arange(len(pack))] = 0.0
        if not overlap.any():
            break
        out[:, pack] += 0.5 * np.sum((overlap / distance)[..., None] * way, axis=2)
    return out
