"""What a ball looks like in a picture, as a row of numbers that lamps and white balance change little.

Light is taken over the cloth's brightness there and over the white of the whitest ball; its cube root makes steps even
to the eye, as in CIE 1976 L*a*b*, whose opponents (light, red to green, yellow to blue) are used in simple form.
Where on the disc the white lies tells a number's small field from the caps of a stripe.
"""

import numpy as np
from numpy.typing import NDArray

from partita.photo.balls import FoundBall
from partita.photo.cloth import Cloth
from partita.photo.lens import place_of
from partita.photo.picture import Picture
from partita.photo.rims import radii_px, rims
from partita.photo.sampled import Light, sampled
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# Rings of equal areas, kept off the rim, where the cloth bleeds in.
_RINGS, _SPOKES = (0.12, 0.27, 0.38, 0.47, 0.55, 0.62, 0.68, 0.74, 0.79), 24
_TURN = 2 * np.pi * np.arange(_SPOKES) / _SPOKES
# (216, 2) where their points lie on the disc, rightward and up.
_DISC = np.stack([np.outer(_RINGS, np.sin(_TURN)), np.outer(_RINGS, np.cos(_TURN))], axis=-1).reshape(-1, 2)
# From here on a pixel is coloured; one that is white or black is so from these on.
_COLOURED, _WHITE, _BLACK = 0.10, 0.72, 0.42
# More or less white: so light, and with so little colour. Less of it than this share is no field. The outer disc.
_LIGHT, _PALE, _FIELD, _OUTER = (0.6, 0.8), (0.16, 0.08), 0.03, 0.6
NAMES = (
    "dark tenth", "half", "light tenth", "white share", "black share", "coloured share", "colour a", "colour b",
    "colour light", "all a", "all b", "strongest a", "strongest b",
    "white spread", "outer white", "soft white", "lower white", "white aside",
)  # fmt: skip


def looks_of(picture: Picture, table: TableSpec, camera: Floats, cloth: Cloth, balls: list[FoundBall]) -> Floats:
    """(n, 18) how balls look, columns as in `NAMES`."""
    if not balls:
        return np.zeros((0, len(NAMES)))
    places = np.array([ball.place for ball in balls])
    clear = [_in_sight(table, camera, places, k) for k in range(len(balls))]
    lights = [
        sampled(picture.light, points) / cloth.brightness(place)
        for (points, _), place in zip(clear, places, strict=True)
    ]
    white = _white(lights)
    return np.array([_look(light / white, disc) for light, (_, disc) in zip(lights, clear, strict=True)])


def _in_sight(table: TableSpec, camera: Floats, places: Floats, k: int) -> tuple[Floats, Floats]:
    """Of what no nearer ball hides (m, 2) px, and (m, 2) where it is on the disc."""
    radius = table.ball_radius_m
    points = rims(camera, places[k : k + 1], radius, _SPOKES, np.array(_RINGS))[0].reshape(-1, 2)
    eye = place_of(camera)[:2]
    clear = np.ones(len(points), dtype=bool)
    for other in np.flatnonzero(((places - eye) ** 2).sum(axis=1) < ((places[k] - eye) ** 2).sum()):
        middle = rims(camera, places[other : other + 1], radius, 8, np.array([1.0]))[0, 0].mean(axis=0)
        reach = 1.08 * radii_px(camera, places[other : other + 1], radius)[0]
        clear &= ((points - middle) ** 2).sum(axis=1) > reach**2
    return (points[clear], _DISC[clear]) if clear.sum() > 20 else (points, _DISC)


def _white(lights: list[Light]) -> Floats:
    """(3,) the white of the picture: of the ball whose weakest colour is strongest, its lighter half."""
    whitest = max(lights, key=lambda light: float(np.median(light.min(axis=1))))
    bright = whitest.mean(axis=1)
    return np.asarray(np.maximum(np.median(whitest[bright >= np.median(bright)], axis=0), 1e-3).astype(float))


def _look(light: Floats, disc: Floats) -> Floats:
    root = np.cbrt(np.clip(light, 0.0, 3.0))
    bright, red, yellow = root.mean(axis=1), root[:, 0] - root[:, 1], (root[:, 0] + root[:, 1]) / 2 - root[:, 2]
    chroma = np.hypot(red, yellow)
    coloured, weight = chroma > _COLOURED, np.maximum(chroma - 0.5 * _COLOURED, 1e-4) ** 2
    strong = np.argsort(chroma)[-max(3, len(chroma) // 8) :]
    quantiles = np.quantile(bright, (0.1, 0.5, 0.9))
    return np.array([
        *quantiles, (~coloured & (bright > _WHITE)).mean(), (bright < _BLACK).mean(), coloured.mean(),
        *((what * weight).sum() / weight.sum() for what in (red, yellow, bright)),
        red.mean(), yellow.mean(), red[strong].mean(), yellow[strong].mean(), *_white_field(bright, chroma, disc),
    ])  # fmt: skip


def _white_field(bright: Floats, chroma: Floats, disc: Floats) -> Floats:
    """(5,) how far the white spreads over the disc, how much of it is in the outer part, everywhere and in the lower
    half, which no lamp is mirrored in, and how far aside it lies. Roots: a small field counts."""
    white = _ramp(bright, *_LIGHT) * _ramp(-chroma, -_PALE[0], -_PALE[1])
    share, total = float(white.mean()), max(float(white.sum()), 1e-6)
    middle = (white[:, None] * disc).sum(axis=0) / total
    far = np.sqrt((white * ((disc - middle) ** 2).sum(axis=1)).sum() / total) * min(1.0, share / _FIELD)
    outer, lower = (disc**2).sum(axis=1) > _OUTER**2, disc[:, 1] < 0
    parts = [float(white[part].mean()) if part.any() else share for part in (outer, lower)]
    return np.sqrt([far, parts[0], share, parts[1], share * float(np.hypot(*middle))])


def _ramp(value: Floats, low: float, high: float) -> Floats:
    return np.clip((value - low) / (high - low), 0.0, 1.0)
