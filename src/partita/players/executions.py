"""Executions: what becomes of an intended stroke in a player's hands."""

import math

import numpy as np
from numpy.typing import NDArray

from partita.kernels import kernel
from partita.physics.motion import squirt_angle
from partita.rows.draws import COLUMNS as DRAWS
from partita.rows.draws import OF_AIM, OF_ELEVATION, OF_HEIGHT, OF_RUBBER, OF_SIDE, OF_SIGHT, OF_SPEED, OF_TURN
from partita.rows.player import AIM, POWER_COST, SIDE_COST, SIGHT, SPEED, TIP
from partita.rows.stroke import (
    AIM_RAD,
    CUE,
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
# A raised butt. The finest player's aim error, to whom others are compared, and from where on it is wholly raised, rad;
# of him how much each radian widens the aim, how much wider speed and tip are, and how far off the elevation is, rad.
_FINEST_AIM_RAD, _WHOLLY_RAISED_RAD = math.radians(0.031), math.radians(45.0)
_RAISED_AIM, _RAISED_SPEED, _RAISED_TIP, _RAISED_OWN_RAD = 1.1, 1.2, 2.0, math.radians(1.2)
_STEEPEST_RAD = math.radians(80.0)
# Nobody knows how long the rubber holds a ball: evenly drawn, up to this share more or less than the table says.
_RUBBER_SHARE = 1.0 / 3.0


def standard_draws(seed: int, count: int) -> NDArray[np.float64]:
    """(count, DRAWS) standard normal draws, every second row the mirror of the one before it.

    The antithetic pairs make averages steadier; the same seed gives the same draws, and they
    serve all options, so that options differ by themselves and not by luck.
    """
    rng = np.random.default_rng(seed)
    # Raised butts came last: what was drawn for level ones stays what it was.
    half = np.hstack([rng.standard_normal(((count + 1) // 2, columns)) for columns in (OF_ELEVATION, 1)])
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
def raised_errors(player, elevation):
    """What a raised butt does to a stroke's errors: factors of aim, speed and tip, and the elevation's own, rad.

    They grow with the elevation and, as a power of his aim error, with how weak the player is.
    Source: judgements, no source; such that jumps are made about as often as coaches expect (`docs/jumps.md`).
    """
    if elevation <= 0.0:
        return 1.0, 1.0, 1.0, 0.0
    weaker = player[AIM] / _FINEST_AIM_RAD
    share = min(1.0, elevation / _WHOLLY_RAISED_RAD)
    aim = 1.0 + elevation * _RAISED_AIM * math.sqrt(weaker)
    speed = 1.0 + share * (_RAISED_SPEED * weaker**0.15 - 1.0)
    tip = 1.0 + share * (_RAISED_TIP * weaker**0.3 - 1.0)
    return aim, speed, tip, share * _RAISED_OWN_RAD * weaker**0.83


@kernel
def executed(stroke, player, draws, k_endmass, distance, cut, judged, awkward, out):
    """Strokes as executed, (m, 9) into out.

    stroke : (6,) intended; player : (11,); draws : (m, DRAWS) standard normal
    distance, cut : of the first contact, m and rad; distance 0 when no ball is met
    judged : standard deviations of what cannot be sighted (`players.judgement`): m, at the contact; rad, of the way of
        the cue ball after it; rad, of the ball it meets
    awkward : factor of the aim error (`conditions.awkwardness`)
    """
    aim, speed, tip, raised = raised_errors(player, stroke[ELEVATION_RAD])
    deviation = aim * aim_error(player, stroke[SPEED_MPS], stroke[SIDE_R], stroke[HEIGHT_R], awkward)
    speed, tip = speed * player[SPEED], tip * player[TIP]
    sighting = player[SIGHT] * (0.25 + math.sin(abs(cut)))
    judgement, cue_turn, target_turn = judged
    sight = math.sqrt(sighting * sighting + judgement * judgement) / distance if distance > 0.0 else 0.0
    intended_squirt = squirt_angle(stroke[SIDE_R], k_endmass)
    for e in range(draws.shape[0]):
        side = stroke[SIDE_R] + tip * draws[e, OF_SIDE]
        height = stroke[HEIGHT_R] + tip * draws[e, OF_HEIGHT]
        squirt = squirt_angle(side, k_endmass) - intended_squirt
        aimed = stroke[AIM_RAD] + deviation * draws[e, OF_AIM] + sight * draws[e, OF_SIGHT]
        out[e, AIM_RAD] = aimed - (1.0 - PIVOT_SHARE) * squirt
        out[e, SPEED_MPS] = stroke[SPEED_MPS] * math.exp(speed * draws[e, OF_SPEED])
        out[e, SIDE_R], out[e, HEIGHT_R], out[e, CUE] = side, height, stroke[CUE]
        out[e, ELEVATION_RAD] = min(_STEEPEST_RAD, max(0.0, stroke[ELEVATION_RAD] + raised * draws[e, OF_ELEVATION]))
        out[e, CUE_TURN_RAD], out[e, TARGET_TURN_RAD] = cue_turn * draws[e, OF_TURN], target_turn * draws[e, OF_TURN]
        out[e, RUBBER] = 1.0 + _RUBBER_SHARE * math.erf(draws[e, OF_RUBBER] / math.sqrt(2.0))
