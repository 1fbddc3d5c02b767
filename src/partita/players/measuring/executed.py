"""How likely each outcome of a shot asked for is, for thousands of strokes at once.

The shot is executed many times, simulated once, with deviations drawn from a mixture of strokes. The shares of outcomes
are reweighted to each stroke: an execution counts by how likely its deviations are in that hand, against how likely
they were in the mixture. Importance sampling with self-normalised weights: Owen, Monte Carlo theory, methods and
examples, chapter 9 (from memory).

Deviations : (m, 4) of the launch direction without its share of squirt, rad; of the log speed; of side and height, R.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.parallel import over_slices
from partita.physics.constants import TIP_LIMIT
from partita.physics.simulate import physics_of
from partita.players.executions import PIVOT_SHARE, aim_error
from partita.players.measuring import prior
from partita.players.measuring.asked import Asked
from partita.players.stroke_model import StrokeModel
from partita.rows.draws import OF_AIM, OF_HEIGHT, OF_SIDE, OF_SPEED
from partita.rows.player import SIGHT, SPEED, TIP
from partita.rows.stroke import AIM_RAD, HEIGHT_R, SIDE_R, SPEED_MPS

Floats = NDArray[np.float64]
# Strokes in the mixture; strokes reweighted at a time, which keeps the table of weights in the caches' reach.
_MIXED, _AT_A_TIME = 48, 64
# A stroke so far from the mixture that no execution is like it has no chances at all.
_LEAST = 1e-30


@dataclass(frozen=True)
class Executed:
    """Executions of a shot asked for: deviations (m, 4), their log density in the mixture (m,), their cells (m,)."""

    asked: Asked
    deviations: Floats
    log_mixture: Floats
    cell: NDArray[np.int64]


def widths_of(particles: Floats, asked: Asked, like: StrokeModel) -> Floats:
    """(k, 3) standard deviations of direction, rad, log speed and tip, R, of each stroke at a shot asked for."""
    found, awkward, stroke = np.empty((len(particles), 3)), asked.awkward(like), asked.stroke
    cut = 0.25 + math.sin(abs(asked.cut_rad))
    for k, row in enumerate(prior.rows_of(particles, like)):
        aim = aim_error(row, stroke[SPEED_MPS], stroke[SIDE_R], stroke[HEIGHT_R], awkward)
        sight = row[SIGHT] * cut / asked.contact_m if asked.contact_m > 0 else 0.0
        found[k] = math.hypot(aim, sight), row[SPEED], row[TIP]
    return found


def executed_of(asked: Asked, mixed: Floats, like: StrokeModel, count: int, seed: int) -> Executed:
    """So many executions, drawn from strokes like those of (k, 5) particles."""
    rng = np.random.default_rng(seed)
    widths = widths_of(mixed[rng.choice(len(mixed), min(_MIXED, len(mixed)), replace=False)], asked, like)
    of_each = -(-count // len(widths))
    half = rng.standard_normal((len(widths), (of_each + 1) // 2, 4))
    normals = np.concatenate([half, -half], axis=1)
    deviations = (normals * widths[:, None, [0, 1, 2, 2]]).reshape(-1, 4)
    return Executed(asked, deviations, _log_mixture(deviations, widths), asked.play(_strokes(asked, deviations)))


def _strokes(asked: Asked, deviations: Floats) -> Floats:
    """(m, 6) strokes as `players.executions.executed` makes them of these deviations."""
    k_endmass, intended = physics_of(asked.table).k_endmass, asked.stroke
    side = intended[SIDE_R] + deviations[:, OF_SIDE]
    squirt = _squirt(side, k_endmass) - _squirt(intended[2:3], k_endmass)
    strokes = np.repeat(intended[None], len(side), axis=0)
    strokes[:, AIM_RAD] = intended[AIM_RAD] + deviations[:, OF_AIM] - (1.0 - PIVOT_SHARE) * squirt
    strokes[:, SPEED_MPS] *= np.exp(deviations[:, OF_SPEED])
    strokes[:, SIDE_R], strokes[:, HEIGHT_R] = side, intended[HEIGHT_R] + deviations[:, OF_HEIGHT]
    return strokes


def _squirt(side: Floats, k_endmass: float) -> Floats:
    """(m,) as `physics.motion.squirt_angle`; beyond the tip's limit it does not matter, the ball is miscued."""
    q = np.sqrt(np.maximum(1.0 - TIP_LIMIT**2, 1.0 - side * side))
    return np.asarray(np.arctan(2.5 * side * q / (1.0 + k_endmass + 2.5 * q * q)))


def _squares(deviations: Floats) -> Floats:
    """(m, 3) squares of direction, log speed, and tip both ways: all that densities depend on."""
    return np.column_stack([deviations[:, :2] ** 2, deviations[:, OF_SIDE] ** 2 + deviations[:, OF_HEIGHT] ** 2])


def _log_constants(widths: Floats) -> Floats:
    """(k,) what a log density has beside the squares, up to a constant; the tip strays two ways."""
    return np.asarray(-np.log(widths) @ [1.0, 1.0, 2.0])


def _log_mixture(deviations: Floats, widths: Floats) -> Floats:
    logs = _squares(deviations) @ (-0.5 / widths**2).T + _log_constants(widths)
    top = logs.max(axis=1)
    return np.asarray(top + np.log(np.mean(np.exp(logs - top[:, None]), axis=1)))


def chances(executed: Executed, widths: Floats) -> Floats:
    """(cells, k) chance of each outcome in the hand of each stroke with these (k, 3) widths."""
    order = np.argsort(executed.cell, kind="stable")
    # One product of matrices in single precision has the logarithms of all ratios: what follows costs the time.
    known = np.column_stack([_squares(executed.deviations), np.ones(len(order)), executed.log_mixture])[order].astype(
        np.float32
    )
    unknown = np.column_stack([-0.5 / widths**2, _log_constants(widths), -np.ones(len(widths))]).astype(np.float32)
    cells, begins = np.unique(executed.cell[order], return_index=True)
    found = np.zeros((executed.asked.cells, len(widths)))

    def reweigh(part: slice) -> None:
        for begin in range(part.start, part.stop, _AT_A_TIME):
            some = slice(begin, min(part.stop, begin + _AT_A_TIME))
            weights = unknown[some] @ known.T
            np.exp(weights, out=weights)
            shares = np.add.reduceat(weights, begins, axis=1).astype(np.float64).T
            found[cells, some] = shares / np.maximum(shares.sum(axis=0), _LEAST)

    over_slices(len(widths), reweigh)
    return found
