"""What can be seen from where: straight ways past other balls."""

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
_LINES = 19


def blockers_of(places: Floats, ball: int, others: Sequence[int], radius: float, start: int = 0) -> list[int]:
    """Balls that hide `ball` from the ball `start` wholly; empty when some of it can be hit straight.

    places : (n, 2) m
    """
    way = places[ball] - places[start]
    distance = float(np.hypot(*way))
    middle, spread = math.atan2(way[1], way[0]), math.asin(min(1.0, 2 * radius / distance))
    hiding: list[int] = []
    for share in np.linspace(-0.98, 0.98, _LINES):
        aim = middle + math.asin(share * math.sin(spread))
        reach = distance * math.cos(aim - middle) - 2 * radius * math.sqrt(1 - share**2)
        found = next((other for other in others if _in_the_way(places, start, other, aim, reach, radius)), None)
        if found is None:
            return []
        if found not in hiding:
            hiding.append(found)
    return hiding


def is_hooked(places: Floats, targets: Sequence[int], in_play: Sequence[int], radius: float) -> bool:
    """True when none of the targets can be hit straight."""
    return all(blockers_of(places, target, [b for b in in_play if b not in (0, target)], radius) for target in targets)


def _in_the_way(places: Floats, start: int, other: int, aim: float, reach: float, radius: float) -> bool:
    dx, dy = places[other] - places[start]
    along = dx * math.cos(aim) + dy * math.sin(aim)
    aside = abs(dx * math.sin(aim) - dy * math.cos(aim))
    near = 0 < along < reach + 2 * radius and aside < 2 * radius
    return bool(near and along - math.sqrt(4 * radius**2 - aside**2) < reach)
