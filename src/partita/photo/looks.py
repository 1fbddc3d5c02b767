"""What a ball looks like in a picture, as a row of numbers that lamps and white balance change little.

Light is taken over the cloth's brightness there and over the white of the whitest ball; its cube root makes steps even
to the eye, as in CIE 1976 L*a*b*, whose opponents (light, red to green, yellow to blue) are used in simple form.
"""

import numpy as np
from numpy.typing import NDArray

from partita.photo.balls import FoundBall
from partita.photo.cloth import Cloth
from partita.photo.lens import place_of
from partita.photo.picture import Light, Picture, sampled
from partita.photo.rims import radii_px, rims
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# Rings of equal areas, kept off the rim, where the cloth bleeds in.
_RINGS, _SPOKES = (0.12, 0.27, 0.38, 0.47, 0.55, 0.62, 0.68, 0.74, 0.79), 24
# From here on a pixel is coloured; one that is white or black is so from these on.
_COLOURED, _WHITE, _BLACK = 0.10, 0.72, 0.42
NAMES = (
    "dark tenth", "half", "light tenth", "white share", "black share", "coloured share", "colour a", "colour b",
    "colour light", "all a", "all b", "strongest a", "strongest b",
)  # fmt: skip


def looks_of(picture: Picture, table: TableSpec, camera: Floats, cloth: Cloth, balls: list[FoundBall]) -> Floats:
    """(n, 13) how balls look, columns as in `NAMES`."""
    if not balls:
        return np.zeros((0, len(NAMES)))
    places = np.array([ball.place for ball in balls])
    lights = [_in_sight(picture, table, camera, places, k) / cloth.brightness(places[k]) for k in range(len(balls))]
    white = _white(lights)
    return np.array([_look(light / white) for light in lights])


def _in_sight(picture: Picture, table: TableSpec, camera: Floats, places: Floats, k: int) -> Light:
    """(m, 3) light of what no nearer ball hides."""
    radius = table.ball_radius_m
    points = rims(camera, places[k : k + 1], radius, _SPOKES, np.array(_RINGS))[0].reshape(-1, 2)
    eye = place_of(camera)[:2]
    clear = np.ones(len(points), dtype=bool)
    for other in np.flatnonzero(((places - eye) ** 2).sum(axis=1) < ((places[k] - eye) ** 2).sum()):
        middle = rims(camera, places[other : other + 1], radius, 8, np.array([1.0]))[0, 0].mean(axis=0)
        reach = 1.08 * radii_px(camera, places[other : other + 1], radius)[0]
        clear &= ((points - middle) ** 2).sum(axis=1) > reach**2
    return sampled(picture.light, points[clear] if clear.sum() > 20 else points)


def _white(lights: list[Light]) -> Floats:
    """(3,) the white of the picture: of the ball whose weakest colour is strongest, its lighter half."""
    whitest = max(lights, key=lambda light: float(np.median(light.min(axis=1))))
    bright = whitest.mean(axis=1)
    return np.asarray(np.maximum(np.median(whitest[bright >= np.median(bright)], axis=0), 1e-3).astype(float))


def _look(light: Floats) -> Floats:
    root = np.cbrt(np.clip(light, 0.0, 3.0))
    bright, red, yellow = root.mean(axis=1), root[:, 0] - root[:, 1], (root[:, 0] + root[:, 1]) / 2 - root[:, 2]
    chroma = np.hypot(red, yellow)
    coloured, weight = chroma > _COLOURED, np.maximum(chroma - 0.5 * _COLOURED, 1e-4) ** 2
    strong = np.argsort(chroma)[-max(3, len(chroma) // 8) :]
    quantiles = np.quantile(bright, (0.1, 0.5, 0.9))
    return np.array([
        *quantiles, (~coloured & (bright > _WHITE)).mean(), (bright < _BLACK).mean(), coloured.mean(),
        *((what * weight).sum() / weight.sum() for what in (red, yellow, bright)),
        red.mean(), yellow.mean(), red[strong].mean(), yellow[strong].mean(),
    ])  # fmt: skip
