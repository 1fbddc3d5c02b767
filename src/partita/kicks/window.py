"""The window of a way: the stretch of the first rail that hits the ball, how, and what each part of it leaves."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.games.game import FOUL, LOST
from partita.kicks.meeting import cuts
from partita.kicks.rails import Rail, first_rail
from partita.options.option import Option, route_code
from partita.options.scene import rows_of
from partita.options.thickness import fullness_of
from partita.physics.facts import CUT, FIRST_HIT, ROUTE
from partita.players.executions import standard_draws
from partita.rows.stroke import EXECUTED
from partita.weighing.rater import Rater

Floats = NDArray[np.float64]
Route = tuple[str, ...]
# The stroke's neighbours in aim: looked for this far to either side, rad, in so many steps; then so many numbers are
# played over the window and the same again to either side of it.
_WIDE_RAD, _LOOKED = 0.2, 161
PLAYED = 49
_ERRORS, _SEED = 200, 61_003
# What a number leaves is the mean over so many strokes aimed exactly there, with the player's speed and tip.
LEAVES = 8


@dataclass(frozen=True)
class Window:
    """Numbers along the first rail, p of them, and what happens there; the stroke but for its aim stays the same.

    low, high : the edges of the stretch about the stroke's own number that meets the target first by the same route
    numbers : (p,); legal : (p,) bool, no foul; met : (p,) bool, the target first, by the route
    fullness : (p,) 0..1 where it is met; side : (p,) 1 its left as the shooter sees it, -1 its right
    value : (p,) rack chance after strokes aimed there with the player's own errors of speed and tip
    mean, deviation : where the player's own strokes are really aimed, as numbers
    """

    rail: Rail
    number: float
    low: float
    high: float
    numbers: Floats
    legal: NDArray[np.bool_]
    met: NDArray[np.bool_]
    fullness: Floats
    side: Floats
    value: Floats
    mean: float
    deviation: float

    @property
    def inside(self) -> float:
        """Share of the player's strokes that are aimed inside the window, 0..1."""
        below, above = (
            math.erf((edge - self.mean) / (math.sqrt(2.0) * max(self.deviation, 1e-9)))
            for edge in (self.low, self.high)
        )
        return 0.5 * (above - below)


def window_of(
    rater: Rater, target: int, option: Option, route: Route, played: int = PLAYED, leaves: int = LEAVES
) -> Window | None:
    """The window of a route for an option's stroke, near its aim; None where there is none (off a jaw, by no rail).

    route : by which the target is to be met, whether the option itself does or not
    played : numbers along the rail; leaves : strokes at each of them
    """
    if not route or route[0].startswith("jaw"):
        return None
    scene, cue = rater.scene, rater.places[0]
    rail = first_rail(scene.table, route, cue, rater.places[target])
    row = rows_of([option.stroke])[0]
    rails = tuple(part for part in route if not part.startswith("jaw"))
    edges = _edges(rater, target, rails, row)
    if edges is None:
        return None
    margin = max(0.75 * (edges[1] - edges[0]), 0.01)
    rows = np.repeat(row[None], played, axis=0)
    rows[:, 0] = np.linspace(edges[0] - margin, edges[1] + margin, played)
    reading = scene.play(rows)
    facts, code = reading.shots.facts, reading.outcomes.code
    met = (facts[:, FIRST_HIT] == target) & (facts[:, ROUTE] == route_code(rails))
    cut = np.where(met, reading.shots.measures[:, CUT], 0.0)
    fullness = np.where(met, [fullness_of(float(angle)) for angle in cut], 0.0)
    aims = rater.executions_of(option, standard_draws(_SEED, _ERRORS))[:, 0]
    errors = np.array([rail.read_aim(cue, float(aim)) for aim in aims])
    errors = errors[np.isfinite(errors)]
    low, high = sorted(rail.read_aim(cue, aim) for aim in edges)
    return Window(
        rail=rail, number=rail.read_aim(cue, float(row[0])), low=low, high=high,
        numbers=np.array([rail.read_aim(cue, float(aim)) for aim in rows[:, 0]]),
        legal=(code != FOUL) & (code != LOST), met=met, fullness=fullness,
        # A positive cut sends the target to the left of the line: its right side was hit.
        side=-np.sign(cut), value=_leaves(rater, option, rows, leaves), mean=float(errors.mean()),
        deviation=float(errors.std()),
    )  # fmt: skip


def _leaves(rater: Rater, option: Option, rows: Floats, count: int) -> Floats:
    """(p,) mean rack chance of strokes aimed as in rows (p, 6), with the player's own speed and tip."""
    draws = standard_draws(_SEED, count)
    # Aim and sight are what the numbers themselves stand for.
    draws[:, [0, 4]] = 0.0
    executed = rater.executions_of(option, draws)
    turned = np.repeat(executed[None], len(rows), axis=0)
    turned[:, :, 0] += (rows[:, 0] - rows_of([option.stroke])[0, 0])[:, None]
    values = rater.clean_values(rater.scene.play(turned.reshape(-1, EXECUTED)))
    return np.asarray(values.reshape(len(rows), count).mean(axis=1))


def _edges(rater: Rater, target: int, route: Route, row: Floats) -> tuple[float, float] | None:
    """The aims, rad, between which about the stroke's own the target is met by the route."""
    aims = row[0] + np.linspace(-_WIDE_RAD, _WIDE_RAD, _LOOKED)
    met = np.isfinite(cuts(rater.scene, target, route, row[None], aims[None])[0])
    middle = _LOOKED // 2
    if not met.any():
        return None
    # The stroke's own place, or the nearest one that meets the ball.
    here = int(min(np.flatnonzero(met), key=lambda k: abs(int(k) - middle)))
    low = high = here
    while low > 0 and met[low - 1]:
        low -= 1
    while high + 1 < _LOOKED and met[high + 1]:
        high += 1
    return tuple(
        _edge(rater, target, route, row, aims, inner, outer) for inner, outer in ((low, low - 1), (high, high + 1))
    )  # type: ignore[return-value]


def _edge(
    rater: Rater, target: int, route: tuple[str, ...], row: Floats, aims: Floats, inner: int, outer: int
) -> float:
    """The aim at which the target begins to be met, between one that does and its neighbour that does not."""
    if not 0 <= outer < len(aims):
        return float(aims[inner])
    finer = np.linspace(aims[inner], aims[outer], 17)
    met = np.isfinite(cuts(rater.scene, target, route, row[None], finer[None])[0])
    return float(finer[np.flatnonzero(met)[-1]]) if met.any() else float(aims[inner])
