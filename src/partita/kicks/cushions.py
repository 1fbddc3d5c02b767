"""What tries say of the cushions: the constants with which the simulator has the balls arrive as they did."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from partita.kicks.correction import SCATTER
from partita.kicks.landing import arrivals
from partita.kicks.tries import Try, last_of, row_of
from partita.table.spec import PLAUSIBLE, TableSpec

Floats = NDArray[np.float64]
# Of what the cushions are before any try: standard deviations of restitution and of friction. Judgements, no source.
_CUSHIONS = {"e_c": 0.05, "mu_w": 0.05}
_ROUNDS, _SMALL = 6, 0.01
_Z = 1.959964


@dataclass(frozen=True)
class Cushion:
    """A constant of the cushions as the tries have it, with half of its 95 % interval."""

    value: float
    half: float


def cushions_of(table: TableSpec, tries: Sequence[Try]) -> dict[str, Cushion] | None:
    """Restitution and friction of the cushions that fit the tries best, by Gauss and Newton on the simulator, held by
    what is known of a cushion before any try; None where no try can be simulated."""
    names = list(_CUSHIONS)
    prior = np.array([getattr(table, name) for name in names])
    widths = np.array(list(_CUSHIONS.values()))
    values = prior.copy()
    for _ in range(_ROUNDS):
        residual, slopes = _residuals(table, tries, names, values)
        if not len(residual):
            return None
        weight = slopes.T @ slopes / SCATTER**2 + np.diag(widths**-2)
        step = np.linalg.solve(weight, slopes.T @ residual / SCATTER**2 + (prior - values) / widths**2)
        limits = np.array([PLAUSIBLE[name] for name in names])
        values = np.clip(values + step, limits[:, 0] + _SMALL, limits[:, 1] - _SMALL)
    halves = _Z * np.sqrt(np.diag(np.linalg.inv(weight)))
    return {name: Cushion(float(v), float(h)) for name, v, h in zip(names, values, halves, strict=True)}


def _residuals(table: TableSpec, tries: Sequence[Try], names: list[str], values: Floats) -> tuple[Floats, Floats]:
    """(k,) what each try arrived beyond the simulated one, and (k, 2) how that moves with the constants."""
    here = _simulated(_with(table, names, values), tries)
    moved = [
        _simulated(_with(table, names, values + _SMALL * np.eye(len(names))[k]), tries) for k in range(len(names))
    ]  # fmt: skip
    slopes = (np.array(moved) - here).T / _SMALL
    arrived = np.array([tried.arrival for tried in tries])
    known = np.isfinite(here) & np.isfinite(slopes).all(axis=1)
    return (arrived - here)[known], slopes[known]


def _simulated(table: TableSpec, tries: Sequence[Try]) -> Floats:
    return np.array([
        arrivals(last_of(table, tried), tried.route, np.array([tried.cue]), row_of(table, tried)[None])[0, 0]
        for tried in tries
    ])  # fmt: skip


def _with(table: TableSpec, names: list[str], values: Floats) -> TableSpec:
    changes = dict(zip(names, map(float, values), strict=True))
    return replace(table, **changes)  # type: ignore[arg-type]
