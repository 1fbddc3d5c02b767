"""Places of the cue ball in hand, by the map of the ball that is on."""

import numpy as np
from numpy.typing import NDArray

from partita.games.situation import Situation
from partita.lines.in_hand import rail_cost
from partita.runout.zones import worth_at
from partita.table.geometry import bed_of
from partita.value.place_maps import PlaceMaps

Floats = NDArray[np.float64]
# Places that lie nearer to each other than this, m, are one.
_APART_M = 0.12


def worth_by_map(situation: Situation, maps: PlaceMaps, places: Floats) -> Floats:
    """What (k, 2) places, m, are worth, (k,): by the first map, less what a place near a rail costs."""
    worth = worth_at(maps, bed_of(situation.layout.table), 0, places)[:, 0]
    return np.clip(worth - rail_cost(situation, places), 0.0, 1.0)


def spread_out(places: Floats, worth: Floats, most: int) -> list[int]:
    """The best places, at most so many, that lie apart from each other."""
    chosen: list[int] = []
    for k in np.argsort(-worth, kind="stable"):
        if all(np.linalg.norm(places[k] - places[other]) >= _APART_M for other in chosen):
            chosen.append(int(k))
        if len(chosen) == most:
            break
    return chosen
