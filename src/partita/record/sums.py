"""Sums by kind with their intervals, and which of them can be told apart."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Codes = NDArray[np.int64]
_Z = 1.959964
# Fewer decisions tell no kind from another, whatever they say: their spread is not known either.
FEWEST = 20


@dataclass(frozen=True)
class Mean:
    """A mean of `count` values with half its 95 % interval, and how many values would make that a hundredth.

    half, needed : None for fewer than two values
    """

    value: float
    half: float | None
    count: int
    needed: int | None


@dataclass(frozen=True)
class Part:
    """What one kind comes to in a hundred decisions, in racks; `count` decisions of it.

    first : the dearest kind, or one that cannot be told from it
    """

    kind: str
    count: int
    racks: float
    half: float
    first: bool


def mean_of(values: Floats) -> Mean:
    """The mean of (k,) values; those that are nan are left out."""
    known = values[~np.isnan(values)]
    if len(known) < 2:
        return Mean(float(known.mean()) if len(known) else 0.0, None, len(known), None)
    spread = float(known.std(ddof=1))
    needed = math.ceil((_Z * spread / 0.01) ** 2)
    return Mean(float(known.mean()), _Z * spread / math.sqrt(len(known)), len(known), needed)


def sums_of(values: Floats, groups: Codes) -> Floats:
    """The sum of each group, in the order of their numbers; groups below zero are left out."""
    kept = groups >= 0
    _, places = np.unique(groups[kept], return_inverse=True)
    return np.asarray(np.bincount(places, weights=np.nan_to_num(values[kept])))


def parts_of(values: Floats, codes: Codes, kinds: tuple[str, ...]) -> tuple[Part, ...]:
    """What each kind that there is comes to, the dearest first.

    values : (k,) rack chance that each decision lost, nan for unknown; codes : (k,) its kind, a place in kinds
    Every decision counts for every kind, with nothing where it is of another: so kinds are compared as they come.
    """
    known = ~np.isnan(values)
    values, codes = values[known], codes[known]
    if not len(values):
        return ()
    lost = 100.0 * np.where(codes[:, None] == np.arange(len(kinds)), values[:, None], 0.0)
    mean, counts = lost.mean(axis=0), np.bincount(codes, minlength=len(kinds))
    dearest = int(np.argmax(mean))
    error = _standard_error(lost)
    apart = mean[dearest] - mean > 2.0 * _standard_error(lost[:, [dearest]] - lost)
    few = len(values) < FEWEST
    found = [
        Part(kinds[k], int(counts[k]), float(mean[k]), float(_Z * error[k]), bool(few or not apart[k]))
        for k in np.argsort(-mean, kind="stable")
        if counts[k]
    ]
    return tuple(found)


def _standard_error(values: Floats) -> Floats:
    """(c,) of the means of (k, c) values; without end for a single one."""
    if len(values) < 2:
        return np.full(values.shape[1], np.inf)
    return np.asarray(values.std(axis=0, ddof=1) / math.sqrt(len(values)))
