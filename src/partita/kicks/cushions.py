"""What tries say of the cushions: the constants with which the simulator has the balls arrive as they did."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from partita.kicks.correction import SCATTER
from partita.kicks.tries import Try, simulated
from partita.table.spec import PLAUSIBLE, TableSpec

Floats = NDArray[np.float64]
# Of what the cushions are before any try: standard deviations of restitution and of friction. Judgements, no source.
_CUSHIONS = {"e_c": 0.05, "mu_w": 0.05}
_ROUNDS, _HALVINGS, _SMALL = 8, 6, 0.005
_Z = 1.959964


@dataclass(frozen=True)
class Cushion:
    """A constant of the cushions as the tries have it, with half of its 95 % interval."""

    value: float
    half: float


def cushions_of(table: TableSpec, tries: Sequence[Try]) -> dict[str, Cushion] | None:
    """Restitution and friction of the cushions that fit the tries best, by Gauss and Newton on the simulator, held by
    what is known of a cushion before any try; None where no try can be simulated."""
    fit = _Fit(table, tries)
    values, slopes = fit.prior, fit.slopes(fit.prior)
    if not len(slopes):
        return None
    for _ in range(_ROUNDS):
        weight, gradient = fit.normal(values, slopes)
        step = np.linalg.solve(weight, gradient)
        # A step that overshoots is halved: where a rail's slip ends the simulated arrivals have kinks.
        halves, worst = (fit.inside(values + step / 2**k) for k in range(_HALVINGS)), fit.misfit(values) - 1e-9
        better = next((tried for tried in halves if fit.misfit(tried) < worst), None)
        if better is None:
            break
        values, slopes = better, fit.slopes(better)
    half = _Z * np.sqrt(np.diag(np.linalg.inv(fit.normal(values, slopes)[0])))
    return {name: Cushion(float(v), float(h)) for name, v, h in zip(_CUSHIONS, values, half, strict=True)}


class _Fit:
    """The misfit of cushion constants to tries, as a sum of squares with the prior in it."""

    def __init__(self, table: TableSpec, tries: Sequence[Try]) -> None:
        self.table = table
        self.prior = np.array([getattr(table, name) for name in _CUSHIONS])
        self.widths = np.array(list(_CUSHIONS.values()))
        limits = np.array([PLAUSIBLE[name] for name in _CUSHIONS])
        self.low, self.high = limits[:, 0] + _SMALL, limits[:, 1] - _SMALL
        self.tries = [
            tried for tried, known in zip(tries, np.isfinite(simulated(table, tries)[:, 0]), strict=True) if known
        ]
        self.arrived = np.array([tried.arrival for tried in self.tries])

    def inside(self, values: Floats) -> Floats:
        """The values, kept to what a cushion can be."""
        return np.clip(values, self.low, self.high)

    def off(self, values: Floats) -> Floats:
        """(k,) what each try arrived beyond the simulated one; 0 where that one meets other rails."""
        changes = dict(zip(_CUSHIONS, map(float, values), strict=True))
        table = replace(self.table, **changes)  # type: ignore[arg-type]
        return np.asarray(np.nan_to_num(self.arrived - simulated(table, self.tries)[:, 0]))

    def misfit(self, values: Floats) -> float:
        """Squares of both, in their standard deviations."""
        away = (values - self.prior) / self.widths
        return float(np.sum((self.off(values) / SCATTER) ** 2) + away @ away)

    def slopes(self, values: Floats) -> Floats:
        """(k, 2) how the simulated arrivals move with the constants."""
        sides = [(values + _SMALL * axis, values - _SMALL * axis) for axis in np.eye(len(values))]
        return np.array([self.off(below) - self.off(above) for above, below in sides]).T / (2 * _SMALL)

    def normal(self, values: Floats, slopes: Floats) -> tuple[Floats, Floats]:
        """The normal equations' matrix and right side."""
        weight = slopes.T @ slopes / SCATTER**2 + np.diag(self.widths**-2)
        return weight, slopes.T @ self.off(values) / SCATTER**2 + (self.prior - values) / self.widths**2
