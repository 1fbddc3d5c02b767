"""Intervals of 95 % for means and shares."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

_Z = 1.959964


@dataclass(frozen=True)
class Chance:
    """A probability with its 95 % interval."""

    value: float
    low: float
    high: float

    def times(self, share: float) -> "Chance":
        """The chance that this comes to when only a known share, 0..1, of it is kept."""
        return Chance(share * self.value, share * self.low, share * self.high)

    def as_json(self) -> dict[str, float]:
        """Value, low and high, to five digits."""
        return {"value": round(self.value, 5), "low": round(self.low, 5), "high": round(self.high, 5)}


def of_mean(values: NDArray[np.float64]) -> Chance:
    """Interval of the mean of values in 0..1 drawn in antithetic pairs: pairs are what is independent."""
    mean = float(values.mean())
    pairs = values[: len(values) // 2 * 2].reshape(-1, 2).mean(axis=1)
    if len(pairs) < 2:
        return Chance(mean, 0.0, 1.0)
    error = _Z * float(pairs.std(ddof=1)) / math.sqrt(len(pairs))
    # A handful of equal values is no certainty: never narrower than one unseen case would make it.
    error = max(error, 1.0 / (len(values) + 1) / 2)
    return Chance(mean, max(0.0, mean - error), min(1.0, mean + error))


def of_difference(differences: NDArray[np.float64]) -> Chance:
    """Interval of the mean of differences of two chances, value by value on the same antithetic pairs of draws."""
    mean = float(differences.mean())
    pairs = differences[: len(differences) // 2 * 2].reshape(-1, 2).mean(axis=1)
    if len(pairs) < 2:
        return Chance(mean, -1.0, 1.0)
    error = _Z * float(pairs.std(ddof=1)) / math.sqrt(len(pairs))
    return Chance(mean, mean - error, mean + error)


def of_wins(results: NDArray[np.float64]) -> Chance:
    """Interval of the share of racks won (1, lost 0, open 0.5), played in mirrored pairs.

    A pair of racks all won and one all lost are counted in for the width: a few pairs that all came to one each
    would else seem certain. The idea of Agresti and Coull, The American Statistician 52 (1998), for pairs.
    """
    mean = float(results.mean())
    pairs = np.concatenate([results[: len(results) // 2 * 2].reshape(-1, 2).mean(axis=1), (0.0, 1.0)])
    error = _Z * float(pairs.std(ddof=1)) / math.sqrt(len(pairs))
    return Chance(mean, max(0.0, mean - error), min(1.0, mean + error))


def of_share(hits: int, count: int) -> Chance:
    """Wilson's score interval. Source: Wilson, J. Am. Stat. Assoc. 22 (1927)."""
    if count == 0:
        return Chance(0.0, 0.0, 1.0)
    share, z2 = hits / count, _Z * _Z
    middle = (share + z2 / (2 * count)) / (1 + z2 / count)
    half = _Z / (1 + z2 / count) * math.sqrt(share * (1 - share) / count + z2 / (4 * count * count))
    return Chance(share, max(0.0, min(middle - half, share)), min(1.0, max(middle + half, share)))
