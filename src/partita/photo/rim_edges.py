"""Edges along the spokes of a rim: how clear they are, where they lie, and which place of the ball they speak for."""

import numpy as np
from numpy.typing import NDArray

from partita.photo.blur import spread_along
from partita.photo.cloth import Cloth
from partita.photo.picture import Picture
from partita.photo.rims import radii_px, rims
from partita.photo.sampled import sampled

Floats = NDArray[np.float64]
SPOKES = 48
# An edge is looked at so far to both sides, px of a picture of 1600; between these shares of the radius.
_HALF_PX, _HALVES = 1.4, (0.08, 0.2)
# A blurred picture's rims are looked at farther outside, by so much of what its blur is more than this, px.
_OUTSIDE, _SHARP_PX = 1.5, 0.9
# Balls so near each other look equally large, m.
_COARSE_M = 0.02
_STEPS = 25
# Cloth in a shadow keeps the proportion of its colours so nearly.
_SHADOW_TINT = 0.12
# A JPEG keeps colours only half as finely as brightness: what they tell of an edge's place counts so much.
_COLOUR = 0.05
# What is so near to full light, so far within its edge, px, spreads over it by so many of the picture's blurs: a sensor
# cuts what is brighter off.
_FULL, _LIT_PX, _SPREAD = (0.45, 1.0), 2.0, 1.4
# Edges farther off than this share of the radius count less and less; a rim may look wider by a few px.
_FAR_OFF, _WIDER_PX = 0.06, 0.4


def edge(inside: NDArray[np.float32], outside: NDArray[np.float32]) -> Floats:
    """(...) how clearly two lights (..., 3) over the cloth's differ, 0 to 1, the rim of a ball between them.

    A change of tint counts twice one of brightness; where the inside looks like cloth in a shadow, it counts little.
    """
    step = inside - outside
    bright = step.mean(axis=-1)
    tint = np.sqrt(((step - bright[..., None]) ** 2).sum(axis=-1))
    dark = inside.mean(axis=-1)
    own = ((inside - dark[..., None]) ** 2).sum(axis=-1)
    shadow = np.exp(-own / _SHADOW_TINT**2) * ((dark < -0.05) & (dark > -1.1))
    return np.asarray(np.tanh(2.2 * tint + 1.1 * np.abs(bright)) * (1.0 - 0.7 * shadow))


class RimEdges:
    """One picture in which rims are measured. blur : (2,) px, as `blur.blur_of` tells it."""

    def __init__(self, picture: Picture, cloth: Cloth, camera: Floats, radius_m: float, blur: Floats) -> None:
        self._picture, self._cloth, self._camera, self._radius, self._blur = picture, cloth, camera, radius_m, blur
        self._radii: dict[tuple[int, int], float] = {}

    def sides(self, place: Floats) -> Floats:
        """(2,) at which shares of the radius a picture is looked at to tell whether a rim is there: within, outside."""
        radius = self._radius_px(place)
        half = self._half(radius)
        spread = _OUTSIDE * max(0.0, float(self._blur.mean()) - _SHARP_PX) * self._picture.unit / radius
        return np.array([1.0 - half, 1.0 + half + min(spread, half)])

    def moved(self, place: Floats, reach: float, hidden: NDArray[np.bool_]) -> Floats:
        """(2,) m a place moved so that its rim lies where the picture changes most along its spokes.

        reach : so far in and out it is looked, as a share of the radius; hidden : (SPOKES,) which spokes tell nothing
        """
        off, height = self._peaks(place, reach)
        nudges = np.array([[0.0, 0.0], [1e-3, 0.0], [0.0, 1e-3]])
        rim = self._rims(place + nudges, np.array([1.0]))[:, 0]
        out = rim[0] - rim[0].mean(axis=0)
        length = np.sqrt((out**2).sum(axis=1))
        along, across = (((rim[k] - rim[0]) * out).sum(axis=1) / length / 1e-3 for k in (1, 2))
        # A ball's lower side lies in its own shade: its edge is faint there, and often is none of the rim.
        sure = np.minimum(1.0, height / max(1e-5, float(np.quantile(height, 0.7)))) ** 2 * ~hidden
        # Beside the place, how much wider all of it looks than it is: bright balls in dark surroundings do.
        shift = _settled(np.column_stack([along, across, np.ones(SPOKES)]), off * length, sure, _FAR_OFF * length)[:2]
        most = reach * self._radius
        return np.asarray(place + shift * min(1.0, most / max(1e-9, float(np.hypot(*shift)))))

    def _peaks(self, place: Floats, reach: float) -> tuple[Floats, Floats]:
        """(SPOKES,) where along each spoke the picture changes most, as shares of the radius from the rim, and how
        much."""
        radius = radii_px(self._camera, place[None], self._radius)[0]
        shares, half = 1.0 + np.linspace(-reach, reach, _STEPS), 0.7 * self._half(radius)
        (points,) = self._rims(place[None], np.concatenate([shares - half, shares + half]))
        # In linear light: there a blurred edge stays where it was.
        light, luma = self._picture.at(points), sampled(self._picture.luma, points)
        ratio = sampled(self._cloth.ratio, points)
        step = np.abs(luma[:_STEPS] - luma[_STEPS:]) + _COLOUR * np.abs(light[:_STEPS] - light[_STEPS:]).sum(axis=-1)
        strength = np.sqrt(edge(ratio[:_STEPS], ratio[_STEPS:])) * step
        top, spoke = np.clip(strength.argmax(axis=0), 1, _STEPS - 2), np.arange(SPOKES)
        height, before, after = strength[top, spoke], strength[top - 1, spoke], strength[top + 1, spoke]
        bow = np.minimum(before - 2 * height + after, -1e-9)
        fine = np.clip(0.5 * (before - after) / bow, -0.5, 0.5)
        off = shares[top] - 1.0 + fine * (shares[1] - shares[0])
        return off - self._spread(place, 1.0 + off, radius), height

    def _spread(self, place: Floats, edges: Floats, radius_px: float) -> Floats:
        """(SPOKES,) how much farther out than they are edges look that are seen at shares (SPOKES,) of the radius."""
        rim, middle = self._rims(place[None], np.array([1.0, 0.0]))[0]
        ways = (rim - middle) / np.sqrt(((rim - middle) ** 2).sum(axis=1, keepdims=True))
        blur = spread_along(self._blur, ways)
        inside = middle + (edges[:, None] - _LIT_PX * self._picture.unit / radius_px) * (rim - middle)
        full = np.clip((self._picture.at(inside).max(axis=-1) - _FULL[0]) / (_FULL[1] - _FULL[0]), 0.0, 1.0)
        return np.asarray(_SPREAD * full * blur * self._picture.unit / radius_px)

    def _radius_px(self, place: Floats) -> float:
        """How large a ball looks near a place; worked out once."""
        key = (round(place[0] / _COARSE_M), round(place[1] / _COARSE_M))
        if key not in self._radii:
            self._radii[key] = float(radii_px(self._camera, _COARSE_M * np.array([key]), self._radius)[0])
        return self._radii[key]

    def _rims(self, places: Floats, shares: Floats) -> Floats:
        return rims(self._camera, places, self._radius, SPOKES, shares)

    def _half(self, radius_px: float) -> float:
        return float(np.clip(_HALF_PX * self._picture.unit / radius_px, *_HALVES))


def _settled(slope: Floats, target: Floats, sure: Floats, tolerance: Floats) -> Floats:
    """(3,) least squares in which what lies far off does not count: a shift in m, and px that the rim looks wider."""
    found: Floats = np.zeros(3)
    for _ in range(6):
        left = (target - slope @ found) / tolerance
        weight = sure / (1.0 + left**2) ** 2
        square = slope.T @ (slope * weight[:, None]) + np.diag([1e-3, 1e-3, 1.0 / _WIDER_PX**2])
        found = np.asarray(np.linalg.solve(square, slope.T @ (target * weight)), dtype=np.float64)
    return found
