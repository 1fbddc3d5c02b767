"""The table of snooker: its balls and what they are worth, their spots, and the D.

Kernels here take the table's bed; a colour is its value, 2 to 7; x, y are m.
"""

import math

from partita.kernels import kernel
from partita.table.geometry import Bed
from partita.table.layout import CUE

REDS = tuple(f"red{n}" for n in range(1, 16))
COLOURS = ("yellow", "green", "brown", "blue", "pink", "black")
VALUES = {CUE: 0, **dict.fromkeys(REDS, 1), **{colour: 2 + place for place, colour in enumerate(COLOURS)}}
YELLOW, BLACK = 2, 7
# Places of the spots on a full-size table, m: baulk line and D, and the black's distance from the top rail.
_BAULK_M, _D_M, _BLACK_M, _FULL_M = 0.737, 0.292, 0.324, 3.569


@kernel
def spot_of(colour, bed):
    """(x, y) m of a colour's spot by its value, scaled with the table; the baulk end is the head."""
    scale, middle = bed.length / _FULL_M, 0.5 * bed.width
    if colour <= 4:
        aside = -1.0 if colour == YELLOW else (1.0 if colour == 3 else 0.0)
        return _BAULK_M * scale, middle + aside * _D_M * scale
    if colour == BLACK:
        return bed.length - _BLACK_M * scale, middle
    return (0.5 if colour == 5 else 0.75) * bed.length, middle


def spots(bed: Bed) -> dict[str, tuple[float, float]]:
    """The colours' spots, m."""
    return {colour: spot_of(VALUES[colour], bed) for colour in COLOURS}


@kernel
def in_the_d(bed, x, y):
    """True when a cue ball in hand may be placed there."""
    scale = bed.length / _FULL_M
    return x <= _BAULK_M * scale and math.hypot(x - _BAULK_M * scale, y - 0.5 * bed.width) <= _D_M * scale
