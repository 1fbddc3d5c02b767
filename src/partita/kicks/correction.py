"""What a table's tries say of its sums: a shift and a slope along the first rail for each kind of sum.

Both are estimated together with the tries' scatter by a regression with a conjugate prior: a table that the sums fit,
tries that scatter by three numbers. Few tries move the correction little; its interval is the posterior's.

Source: Gelman et al., Bayesian Data Analysis, 3rd edition, section 14.2 (normal linear model, normal-inverse-gamma
prior), from memory. The prior's widths are judgements, no source.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.kicks.rails import rail_of
from partita.kicks.sums import Sum
from partita.kicks.tries import Try, mirrored, off_by, summed_arrival
from partita.table.spec import CUSHIONS, TableSpec

Floats = NDArray[np.float64]
# Prior: shift and slope (numbers, and numbers for each ten along the first rail), the scatter of a try, and for how
# many tries that knowledge counts. The slope turns about this number.
SHIFT, SLOPE, SCATTER, _COUNTS_FOR = 4.0, 2.0, 3.0, 4.0
MIDDLE = 30.0
# From so many tries on their correction stands for the table; before, what the simulator says.
ENOUGH_TRIES = 3
# A step in first-rail numbers; and a sum that moves less than this with its number corrects nothing.
_STEP, _LEAST_SLOPE = 0.5, 0.2
_Z = 1.959964


@dataclass(frozen=True)
class Correction:
    """What a family's sums are off by at arrival, in numbers: shift + slope * (first-rail number - MIDDLE) / 10.

    spread : (2, 2) posterior covariance of both, freedom : of its Student distribution; scatter : of a single try
    """

    family: str
    tries: int
    shift: float
    slope: float
    spread: Floats
    freedom: float
    scatter: float

    def at(self, number: float) -> tuple[float, float]:
        """What is off at a first-rail number, and half of its 95 % interval."""
        row = np.array([1.0, (number - MIDDLE) / 10.0])
        half = t_quantile(self.freedom) * math.sqrt(float(row @ self.spread @ row))
        return float(row @ [self.shift, self.slope]), half


def correction_of(table: TableSpec, tries: Sequence[Try], family: str) -> Correction:
    """The correction of a kind of sums from all tries of it; without any it corrects nothing, with a wide interval."""
    mine = [tried for tried in tries if tried.kind == family]
    off = off_by(table, mine)
    design = np.array([[1.0, (tried.aim - MIDDLE) / 10.0] for tried in mine]).reshape(-1, 2)
    known = np.isfinite(off)
    return regressed(design[known], off[known], family)


def regressed(design: Floats, off: Floats, family: str) -> Correction:
    """Shift and slope from (k, 2) rows [1, slope's place] and (k,) what each is off by."""
    precision = np.diag([(SCATTER / SHIFT) ** 2, (SCATTER / SLOPE) ** 2]) + design.T @ design
    mean = np.linalg.solve(precision, design.T @ off)
    freedom = 2.0 + _COUNTS_FOR + len(off)
    # The prior's sum of squares has its mean scatter at SCATTER; then what the fit leaves, and what it costs the prior.
    squares = _COUNTS_FOR * SCATTER**2 + float(off @ off - mean @ precision @ mean)
    variance = squares / freedom
    spread = np.asarray(variance * np.linalg.inv(precision), dtype=np.float64)
    scatter = math.sqrt(squares / (freedom - 2.0))
    return Correction(family, len(off), float(mean[0]), float(mean[1]), spread, freedom, scatter)


def t_quantile(freedom: float) -> float:
    """The 97.5 % quantile of Student's t. Source: Cornish and Fisher's expansion, Abramowitz and Stegun 26.7.5."""
    z = _Z
    return (
        z
        + (z**3 + z) / (4 * freedom)
        + (5 * z**5 + 16 * z**3 + 3 * z) / (96 * freedom**2)
        + (3 * z**7 + 19 * z**5 + 17 * z**3 - 15 * z) / (384 * freedom**3)
    )


def corrected(found: Sum, route: tuple[str, ...], cue: Floats, correction: Correction) -> tuple[float, float]:
    """The first-rail number of a sum with a correction in it, and half of its 95 % interval."""
    off, half = correction.at(found.aim)
    first, table = found.first, found.first.table
    read = route if found.kind == "three-cushion" else (*route, _next_rail(table, route, cue, found))
    last = rail_of(table, read[-1], read[-2], first.counted_from)
    moved = [summed_arrival(found.kind, read, first, last, cue, found.aim + by) for by in (-_STEP, _STEP)]
    slope = (moved[1] - moved[0]) / (2 * _STEP)
    if not math.isfinite(slope) or abs(slope) < _LEAST_SLOPE:
        return found.aim, math.inf
    return found.aim - off / slope, half / abs(slope)


def _next_rail(table: TableSpec, route: tuple[str, ...], cue: Floats, found: Sum) -> str:
    """The rail that a ball would meet after those of a route, by mirrors."""
    place, way = cue.copy(), found.first.place_of(found.aim) - cue
    for cushion in route:
        place, way, _ = mirrored(table, cushion, place, way)
    ahead = {name: mirrored(table, name, place, way)[2] for name in CUSHIONS if name != route[-1]}
    return min((name for name, share in ahead.items() if share > 0), key=lambda name: ahead[name])
