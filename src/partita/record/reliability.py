"""Whether chances that were said came true.

Source: Murphy, A new vector partition of the probability score, J. Applied Meteorology 12 (1973), for reliability by
classes; Brier, Monthly Weather Review 78 (1950), for the score; Spiegelhalter, Statistics in Medicine 5 (1986), for the
test of a drift (from memory: here of the sum rather than of the score).
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.intervals import Chance, of_share

Floats = NDArray[np.float64]
_TENTHS = 10
# A drift is said from so many standard deviations on, and from so many cases: looked at often, it must not cry wolf.
_DRIFT, _FEWEST = 2.58, 40


@dataclass(frozen=True)
class Tenth:
    """What was said between two tenths: how often, how high on average, and how often it came."""

    low: float
    count: int
    said: float
    came: Chance


@dataclass(frozen=True)
class Reliability:
    """Chances said against what came.

    brier : mean squared error of what was said; always : that of always saying how often it came; by_chance : what it
        would be, on average, were every chance that was said right
    drift : how much more often it came than was said, where that is more than chance; else None
    """

    count: int
    said: float
    came: Chance
    tenths: tuple[Tenth, ...]
    brier: float
    always: float
    by_chance: float
    drift: float | None

    @property
    def helps(self) -> bool:
        """Whether saying it case by case beats always saying the average."""
        return self.brier < self.always


def reliability_of(said: Floats, came: Floats) -> Reliability | None:
    """(k,) chances said against (k,) what came, 0 or 1; nan in either is left out. None when nothing is left."""
    known = ~(np.isnan(said) | np.isnan(came))
    said, came = said[known], came[known]
    if not len(said):
        return None
    often, spread = float(came.mean()), float(said @ (1 - said))
    surplus = float((came - said).sum())
    drifts = len(said) >= _FEWEST and spread > 0 and abs(surplus) > _DRIFT * math.sqrt(spread)
    return Reliability(
        count=len(said),
        said=float(said.mean()),
        came=of_share(int(came.sum()), len(came)),
        tenths=_tenths(said, came),
        brier=float(np.mean((said - came) ** 2)),
        always=often * (1 - often),
        by_chance=spread / len(said),
        drift=surplus / len(said) if drifts else None,
    )


def _tenths(said: Floats, came: Floats) -> tuple[Tenth, ...]:
    place = np.minimum((_TENTHS * said).astype(int), _TENTHS - 1)
    return tuple(
        Tenth(k / _TENTHS, int(here.sum()), float(said[here].mean()), of_share(int(came[here].sum()), int(here.sum())))
        for k in range(_TENTHS)
        if (here := place == k).any()
    )
