"""Executions: what becomes of an intended stroke in a player's hands."""

import math

import numpy as np
from numpy.typing import NDArray

from partita.kernels import kernel
from partita.physics.motion import squirt_angle
from partita.rows.draws import COLUMNS as DRAWS
from partita.rows.draws import OF_AIM, OF_HEIGHT, OF_RUBBER, OF_SIDE, OF_SIGHT, OF_SPEED, OF_TURN
from partita.rows.player import AIM, POWER_COST, SIDE_COST, SIGHT, SPEED, TIP
from partita.rows.stroke import (
    AIM_RAD,
    CUE_TURN_RAD,
    ELEVATION_RAD,
    HEIGHT_R,
    RUBBER,
    SIDE_R,
    SPEED_MPS,
    TARGET_TURN_RAD,
)

# A cue that strays pivots about the bridge: it strikes off centre and points off together, so
# squirt undoes most of the angle. This is the share of the squirt that is left over.
PIVOT_SHARE = 0.2
# Draw and follow cost accuracy as side does, from a tip's place on that an ordinary stroke has not, R.
_ORDINARY_HEIGHT_R, _HEIGHT_SHARE = 0.15, 0.5
# Nobody knows how long the rubber holds a ball: evenly drawn, up to this share more or less than the table says.
_RUBBER_SHARE = 1.0 / 3.0


def standard_draws(seed: int, count: int) -> NDArray[np.float64]:
    """(count, DRAWS) standard normal draws, every second row the mirror of the one before it.

    The antithetic pairs make averages steadier; the same seed gives the same draws, and they
    serve all options, so that options differ by themselves and not by luck.
    """
    half = np.random.default_rng(seed).standard_normal(((count + 1) // 2, DRAWS))
    return np.stack([half, -half], axis=1).reshape(-1, DRAWS)[:count]


def whole_rows(draws: NDArray[np.float64]) -> NDArray[np.float64]:
    """The draws, (m, DRAWS); of narrower rows a kernel would read beyond the end. ValueError."""
    if draws.ndim != 2 or draws.shape[1] != DRAWS:
        raise ValueError(f"draws {draws.shape} are not (m, {DRAWS})")
    return draws


@kernel
def aim_error(player, speed, side, height, awkward):
    """Standard deviation, rad, of the launch direction. awkward : factor of `conditions.awkwardness`."""
    power = 1.0 + player[POWER_COST] * (speed / 3.0) ** 2
    off_centre = math.hypot(side, _HEIGHT_SHARE * max(0.0, abs(height) - _ORDINARY_HEIGHT_R))
    return player[AIM] * power * (1.0 + player[SIDE_COST] * off_centre) * awkward


@kernel
def executed(stroke, player, draws, k_endmass, distance, cut, judged, awkward, out):
    """Strokes as executed, (m, 8) into out.

    stroke : (5,) intended; player : (10,); draws : (m, DRAWS) standard normal
    distance, cut : of the first contact, m and rad; distance 0 when no ball is met
    judged : standard deviations of what cannot be sighted (`players.judgement`): m, at the contact; rad, of the way of
        the cue ball after it; rad, of the ball it meets
    awkward : factor of the aim error (`conditions.awkwardness`)
    """
    deviation = aim_error(player, stroke[SPEED_MPS], stroke[SIDE_R], stroke[HEIGHT_R], awkward)
    sighting = player[SIGHT] * (0.25 + math.sin(abs(cut)))
    judgement, cue_turn, target_turn = judged
    sight = math.sqrt(sighting * sighting + judgement * judgement) / distance if distance > 0.0 else 0.0
    intended_squirt = squirt_angle(stroke[SIDE_R], k_endmass)
    for e in range(draws.shape[0]):
        side = stroke[SIDE_R] + player[TIP] * draws[e, OF_SIDE]
        height = stroke[HEIGHT_R] + player[TIP] * draws[e, OF_HEIGHT]
        squirt = squirt_angle(side, k_endmass) - intended_squirt
        aimed = stroke[AIM_RAD] + deviation * draws[e, OF_AIM] + sight * draws[e, OF_SIGHT]
        out[e, AIM_RAD] = aimed - (1.0 - PIVOT_SHARE) * squirt
        out[e, SPEED_MPS] = stroke[SPEED_MPS] * math.exp(player[SPEED] * draws[e, OF_SPEED])
        out[e, SIDE_R], out[e, HEIGHT_R], out[e, ELEVATION_RAD] = side, height, stroke[ELEVATION_RAD]
        out[e, CUE_TURN_RAD], out[e, TARGET_TURN_RAD] = cue_turn * draws[e, OF_TURN], target_turn * draws[e, OF_TURN]
        out[e, RUBBER] = 1.0 + _RUBBER_SHARE * math.erf(draws[e, OF_RUBBER] / math.sqrt(2.0))
