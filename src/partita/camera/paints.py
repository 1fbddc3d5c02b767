"""What simulated tables are painted in: ball sets, cloths, woods. Linear light, 0 to 1; made up, no source.

Sets to learn names from and sets to measure them on have no paint in common: `TRAINING` and `HELD_OUT` are made of
other numbers, and each draws its shades apart.
"""

import colorsys
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Shade = tuple[float, float, float]

# Hue (turns), saturation and value of each colour as painted, by family: solids 1 to 7, the 8, snooker's colours.
_NAMES = ("1", "2", "3", "4", "5", "6", "7", "8", "red", "yellow", "green", "brown", "blue", "pink", "black")
_FAMILIES: dict[str, tuple[Shade, ...]] = {
    "club": (
        (0.130, 0.90, 0.92), (0.620, 0.80, 0.55), (0.005, 0.88, 0.78), (0.770, 0.60, 0.42), (0.065, 0.90, 0.90),
        (0.400, 0.80, 0.40), (0.990, 0.75, 0.42), (0.0, 0.0, 0.06),
        (0.995, 0.92, 0.66), (0.135, 0.85, 0.92), (0.415, 0.85, 0.36), (0.055, 0.70, 0.42), (0.600, 0.75, 0.62),
        (0.955, 0.42, 0.92), (0.0, 0.0, 0.05),
    ),
    "bright": (
        (0.150, 0.85, 0.97), (0.600, 0.85, 0.72), (0.000, 0.82, 0.86), (0.800, 0.50, 0.55), (0.080, 0.85, 0.95),
        (0.380, 0.75, 0.52), (0.010, 0.70, 0.50), (0.0, 0.0, 0.09),
        (0.000, 0.90, 0.72), (0.150, 0.80, 0.97), (0.400, 0.78, 0.45), (0.070, 0.62, 0.50), (0.580, 0.70, 0.72),
        (0.940, 0.34, 0.95), (0.0, 0.0, 0.08),
    ),
    "worn": (
        (0.120, 0.74, 0.80), (0.640, 0.62, 0.45), (0.015, 0.74, 0.62), (0.750, 0.45, 0.38), (0.055, 0.78, 0.76),
        (0.430, 0.62, 0.36), (0.975, 0.58, 0.36), (0.0, 0.0, 0.10),
        (0.010, 0.80, 0.54), (0.125, 0.72, 0.80), (0.440, 0.66, 0.32), (0.045, 0.55, 0.36), (0.620, 0.60, 0.50),
        (0.970, 0.36, 0.80), (0.0, 0.0, 0.09),
    ),
    "deep": (
        (0.140, 0.95, 0.88), (0.655, 0.90, 0.48), (0.992, 0.94, 0.66), (0.735, 0.72, 0.34), (0.050, 0.95, 0.82),
        (0.365, 0.90, 0.32), (0.000, 0.86, 0.34), (0.0, 0.0, 0.04),
        (0.988, 0.95, 0.56), (0.140, 0.92, 0.86), (0.385, 0.92, 0.28), (0.060, 0.80, 0.33), (0.640, 0.86, 0.52),
        (0.962, 0.50, 0.86), (0.0, 0.0, 0.035),
    ),
    "lane": (
        (0.144, 0.80, 0.90), (0.610, 0.70, 0.66), (0.018, 0.80, 0.72), (0.785, 0.66, 0.48), (0.073, 0.82, 0.86),
        (0.418, 0.70, 0.46), (0.980, 0.68, 0.46), (0.0, 0.0, 0.07),
        (0.004, 0.86, 0.62), (0.143, 0.78, 0.90), (0.425, 0.74, 0.40), (0.062, 0.66, 0.45), (0.592, 0.64, 0.66),
        (0.948, 0.38, 0.88), (0.0, 0.0, 0.06),
    ),
    "harbour": (
        (0.126, 0.86, 0.95), (0.632, 0.74, 0.60), (0.998, 0.80, 0.82), (0.760, 0.54, 0.50), (0.060, 0.86, 0.93),
        (0.388, 0.72, 0.44), (0.004, 0.78, 0.40), (0.0, 0.0, 0.08),
        (0.992, 0.88, 0.70), (0.131, 0.82, 0.94), (0.405, 0.80, 0.38), (0.050, 0.72, 0.40), (0.612, 0.72, 0.58),
        (0.965, 0.44, 0.90), (0.0, 0.0, 0.05),
    ),
    "quay": (
        (0.136, 0.94, 0.84), (0.645, 0.84, 0.52), (0.010, 0.90, 0.70), (0.745, 0.64, 0.40), (0.046, 0.90, 0.86),
        (0.440, 0.84, 0.38), (0.986, 0.82, 0.38), (0.0, 0.0, 0.05),
        (0.000, 0.93, 0.60), (0.128, 0.90, 0.84), (0.432, 0.88, 0.34), (0.066, 0.76, 0.37), (0.630, 0.80, 0.56),
        (0.950, 0.46, 0.84), (0.0, 0.0, 0.04),
    ),
}  # fmt: skip
TRAINING, HELD_OUT = ("club", "bright", "worn", "deep"), ("lane", "harbour", "quay")

CLOTHS: dict[str, Shade] = {
    "green": (0.400, 0.72, 0.28), "blue": (0.575, 0.72, 0.42), "dark blue": (0.610, 0.75, 0.24),
    "grey": (0.580, 0.12, 0.26), "red": (0.985, 0.72, 0.30), "camel": (0.095, 0.48, 0.48),
}  # fmt: skip
WOODS: tuple[Shade, ...] = ((0.07, 0.6, 0.22), (0.05, 0.65, 0.10), (0.09, 0.45, 0.38), (0.0, 0.0, 0.03))
FLOORS: tuple[Shade, ...] = ((0.08, 0.30, 0.22), (0.6, 0.1, 0.14), (0.98, 0.45, 0.12), (0.09, 0.25, 0.38))
SKIN: tuple[Shade, ...] = ((0.055, 0.45, 0.62), (0.06, 0.55, 0.28), (0.05, 0.38, 0.75))


def linear(shade: Shade) -> Floats:
    """(3,) linear light of hue, saturation and value as a screen shows them (sRGB)."""
    shown = np.array(colorsys.hsv_to_rgb(shade[0] % 1.0, min(shade[1], 1.0), min(shade[2], 1.0)))
    return np.where(shown <= 0.04045, shown / 12.92, ((shown + 0.055) / 1.055) ** 2.4)


@dataclass(frozen=True)
class Paints:
    """One set of balls: the colour of each name, and the white, in linear light."""

    colours: dict[str, Floats]
    white: Floats

    def of(self, ball: str) -> Floats:
        """The colour of a ball; a stripe's is that of the solid seven below it."""
        if ball == "cue":
            return self.white
        name = str(int(ball) - 8) if ball.isdigit() and int(ball) > 8 else ball
        return self.colours["red" if name.startswith("red") else name]


def drawn(family: str, rng: np.random.Generator) -> Paints:
    """A set of a family, each colour a little off."""
    colours = {}
    for name, (hue, saturation, value) in zip(_NAMES, _FAMILIES[family], strict=True):
        off = rng.normal(0.0, (0.006, 0.03, 0.025))
        colours[name] = linear((hue + off[0], max(0.0, saturation + off[1]) if saturation else 0.0, value + off[2]))
    return Paints(colours, linear((0.12, 0.04 + 0.10 * rng.random(), 0.88 + 0.08 * rng.random())))
