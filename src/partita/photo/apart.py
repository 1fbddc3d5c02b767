"""Places read from a photo are a few millimetres off: moved as little as it takes so that balls could lie so."""

import numpy as np
from numpy.typing import NDArray

from partita.table.geometry import bed_of
from partita.table.layout import rubber_overlap
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
_ROUNDS, _HAIR_M = 60, 1e-5


def apart(table: TableSpec, places: Floats) -> Floats:
    """(n, 2) m: none in another ball, none in the rubber."""
    bed, found = bed_of(table), places.copy()
    least = 2 * bed.radius + _HAIR_M
    low, high = np.full(2, bed.reach), np.array([bed.length, bed.width]) - bed.reach
    for _ in range(_ROUNDS):
        moved = False
        for k, place in enumerate(found):
            if rubber_overlap(bed, *place)[0] > 0:
                found[k], moved = np.clip(place, low + _HAIR_M, high - _HAIR_M), True
            for other in range(k):
                gap = found[k] - found[other]
                far = float(np.hypot(*gap))
                if far < least:
                    push = 0.5 * (least - far) * (gap / far if far > 1e-9 else np.array([1.0, 0.0]))
                    found[k], found[other], moved = found[k] + push, found[other] - push, True
        if not moved:
            break
    return found
