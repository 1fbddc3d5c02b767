"""How blurred a picture is, by how gently the light changes where a cushion ends and the rail begins.

An unsharp lens blurs all ways alike, a hand that shakes more one way than the other: so across and up apart.
"""

import math

import numpy as np
from numpy.typing import NDArray

from partita.photo.edges import edges_of, normals_of
from partita.photo.lens import seen
from partita.photo.picture import Picture
from partita.photo.sampled import sampled
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# A step of light is taken so far to both sides of an edge, and its whole height so far, px.
_NEAR_PX, _WHOLE_PX = 1.0, 4.0
# An edge is looked for so far beside where it should be, px; one whose light steps by less tells nothing.
_OFF_PX, _FAINT = np.arange(-1.5, 1.51, 0.25), 0.05
# Deviations that are tried, px; what is taken to be where fewer edges than this tell.
_TRIED, _USUAL_PX, _FEWEST = np.arange(0.4, 2.81, 0.1), 0.85, 24


def blur_of(picture: Picture, table: TableSpec, camera: Floats) -> Floats:
    """(2,) px of a picture of full size: how far light is spread across and up, deviations of a normal distribution."""
    share, normals = _steps(picture, table, camera)
    if len(share) < _FEWEST:
        return np.full(2, _USUAL_PX)
    across, up = np.meshgrid(_TRIED, _TRIED)
    spread = np.sqrt((across[..., None] * normals[:, 0]) ** 2 + (up[..., None] * normals[:, 1]) ** 2)
    off = np.abs(_within(_NEAR_PX / spread) / _within(_WHOLE_PX / spread) - share).mean(axis=-1)
    best = np.unravel_index(off.argmin(), off.shape)
    return np.array([across[best], up[best]])


def spread_along(blur: Floats, ways: Floats) -> Floats:
    """(...) px how far light is spread along unit vectors (..., 2) in the picture."""
    return np.asarray(np.sqrt(((blur * ways) ** 2).sum(axis=-1)))


def _steps(picture: Picture, table: TableSpec, camera: Floats) -> tuple[Floats, Floats]:
    """(n,) which share of an edge's step lies close to it, and (n, 2) the edges' normals."""
    edges = edges_of(table)
    points = edges.of(camera)
    pixels = seen(camera, points)
    normals = normals_of(edges, camera, points, pixels)[edges.is_border]
    middle = pixels[edges.is_border] + picture.unit * _OFF_PX[:, None, None] * normals
    near, whole = (_step(picture, middle, picture.unit * far * normals) for far in (_NEAR_PX, _WHOLE_PX))
    top, n = np.abs(near).argmax(axis=0), np.arange(len(normals))
    height = whole[top, n]
    told = (np.abs(height) > _FAINT) & (top > 0) & (top < len(_OFF_PX) - 1)
    return (near[top, n] / np.where(told, height, 1.0))[told], normals[told]


def _step(picture: Picture, middle: Floats, beside: Floats) -> Floats:
    return np.asarray(sampled(picture.luma, middle - beside) - sampled(picture.luma, middle + beside), dtype=np.float64)


# The share of a normal distribution within so many deviations, on a net.
_NET = np.linspace(0.0, 12.0, 1201)
_SHARES = np.array([math.erf(far / math.sqrt(2.0)) for far in _NET])


def _within(deviations: Floats) -> Floats:
    return np.asarray(np.interp(deviations, _NET, _SHARES))
