"""What the simulator says to a sum: the aims by which strokes really meet the ball, full and at its edges."""

import math

import numpy as np
from numpy.typing import NDArray

from partita.options.option import route_code
from partita.options.scene import Scene
from partita.physics.facts import CUT, FIRST_HIT, ROUTE
from partita.physics.simulate import execute

Floats = NDArray[np.float64]
# Aims looked at to either side of where a meeting is expected, rad, and how many; then again within the gap found.
_WIDE_RAD, _AIMS, _FINER = 0.16, 129, 9
_ROUNDS = 2


def full_aims(scene: Scene, target: int, route: tuple[str, ...], rows: Floats, near: Floats) -> Floats:
    """(m,) the aims, rad, by which strokes (m, 6) meet the target full by a route; not a number where none does.

    near : (m,) where to look first, rad. The contact nearest to full counts where the middle itself is not reached.
    """
    aims = near[:, None] + np.linspace(-_WIDE_RAD, _WIDE_RAD, _AIMS)[None]
    for _ in range(1 + _ROUNDS):
        off = np.abs(cuts(scene, target, route, rows, aims))
        best = np.nanargmin(np.where(np.isfinite(off), off, math.inf), axis=1)
        rank = np.arange(len(rows))
        found = np.where(np.isfinite(off[rank, best]), aims[rank, best], math.nan)
        width = np.abs(aims[:, 1] - aims[:, 0])
        aims = found[:, None] + width[:, None] * np.linspace(-1.0, 1.0, _FINER)[None]
        if np.isnan(found).all():
            break
    return found


def cuts(scene: Scene, target: int, route: tuple[str, ...], rows: Floats, aims: Floats) -> Floats:
    """(m, k) the cut, rad, with which strokes (m, 6) with aims (m, k) meet the target by a route, else not a number."""
    count = aims.shape[1]
    played = np.repeat(rows, count, axis=0)
    played[:, 0] = np.nan_to_num(aims.ravel())
    shots = execute(scene.table, scene.places, played, physics=scene.physics, until_contact=True)
    met = (shots.facts[:, FIRST_HIT] == target) & (shots.facts[:, ROUTE] == route_code(route))
    return np.where(met & np.isfinite(aims.ravel()), shots.measures[:, CUT], math.nan).reshape(-1, count)
