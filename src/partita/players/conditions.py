"""What makes a stroke awkward: a raised butt, a stretch, and nerves; each multiplies the aim error.

- A rail or a ball behind the cue ball lifts the butt: LIFT_COST for each radian of the least elevation.
- The bridge beyond what the player reaches with ease: STRETCH_COST for each metre, up to that of a rest.
- Nerves: on the ball that decides the rack, the softer the stroke, the more; none by default.

Source of the sizes: judgements, no source. That each costs accuracy is common practice.

Kernels here take places (n, 2) m and in_play (n,), -1 on the table; player : (11,) of `rows.player`; stroke : (6,).
"""

import math

import numpy as np
from numpy.typing import NDArray

from partita.kernels import kernel
from partita.rows.player import HANDED, NERVES, REACH
from partita.rows.stroke import AIM_RAD, ELEVATION_RAD, SPEED_MPS
from partita.table.geometry import Bed

LIFT_COST, STRETCH_COST, REST_FACTOR = 1.4, 1.2, 1.6
# Half thickness of the shaft and a little air, and the height of the nose over the cloth, m.
_SHAFT_M, _NOSE_M = 0.0085, 0.0365
# Over a rail players strike higher rather than raise the butt beyond this; a little is always raised.
_MOST_RAIL_RAD, _NATURAL_RAD = 0.3, 0.05
# Balls behind are in the way of a cue this far back, m.
_BEHIND_M = 0.6
# The bridge lies this far behind the cue ball, and feet stand this far outside the nose line, m.
_BRIDGE_M, _STAND_OFF_M = 0.22, 0.15
# A player stands beside and behind the line of the cue: up to this far round from straight behind, rad.
_ROUND, _SLACK = math.radians(100), math.radians(10)
# A stroke at this speed, m/s, or above shows no nerves.
_FIRM_MPS = 1.5


@kernel
def lift_rad(bed, places, in_play, x, y, aim):
    """About how much more than usual the butt must be raised, rad, with the cue ball at (x, y).

    `physics.elevation` has it exactly, for a single stroke.
    """
    ahead_x, ahead_y = math.cos(aim), math.sin(aim)
    radius, lift = bed.radius, 0.0
    for side in range(4):
        at, speed = (y, ahead_y) if side < 2 else (x, ahead_x)
        size = bed.width if side < 2 else bed.length
        gap, towards = (at, speed) if side % 2 == 0 else (size - at, -speed)
        if towards > 0.05:
            way = max(0.004, gap / towards - radius)
            lift = max(lift, min(_MOST_RAIL_RAD, math.atan((_NOSE_M + _SHAFT_M - radius) / way)))
    for ball in range(1, in_play.shape[0]):
        if in_play[ball] == -1:
            dx, dy = x - places[ball, 0], y - places[ball, 1]
            back, aside = dx * ahead_x + dy * ahead_y, abs(dx * ahead_y - dy * ahead_x)
            if 0.0 < back < _BEHIND_M and aside < radius + _SHAFT_M:
                lift = max(lift, math.atan((radius + _SHAFT_M) / max(0.004, back - radius)))
    return max(0.0, lift - _NATURAL_RAD)


@kernel
def reach_needed(bed, x, y, aim, hand):
    """Distance, m, from the nearest place to stand to the bridge; hand : 1 right, -1 left.

    A right-hander's body is to the left of the cue's line, a left-hander's to the right; the least distance
    over places along the rails that lie on that side and not in front. Source: geometry; the side on
    which the body stands is common practice, no source.
    """
    ahead_x, ahead_y = math.cos(aim), math.sin(aim)
    bridge_x, bridge_y = x - _BRIDGE_M * ahead_x, y - _BRIDGE_M * ahead_y
    best = bed.length
    for rail in range(4):
        best = min(best, _to_stand(bed, rail, bridge_x, bridge_y, ahead_x, ahead_y, hand))
    return max(0.0, best - _STAND_OFF_M)


@kernel
def _to_stand(bed, rail, x, y, ahead_x, ahead_y, hand):
    """Way, m, from a bridge to the nearest place behind one rail on the body's side; 1e9 where there is none.

    The nearest place of a line within an angle is the foot of the perpendicular, or on one of the angle's arms.
    """
    # Gap to the line of feet, the rail's own length, where along it the bridge is, and the way to it (out).
    long = rail < 2
    size, along = (bed.length, x) if long else (bed.width, y)
    at, far = (y, bed.width) if long else (x, bed.length)
    sign = -1.0 if rail % 2 == 0 else 1.0
    gap = (at if sign < 0.0 else far - at) + _STAND_OFF_M
    best = 1e9
    for try_ in range(3):
        # Angle from straight behind, positive round the side on which the body is.
        turn = -_SLACK if try_ == 1 else _ROUND
        if try_ == 0:
            way_x, way_y = (0.0, sign) if long else (sign, 0.0)
            cross, dot = hand * (ahead_x * way_y - ahead_y * way_x), -(ahead_x * way_x + ahead_y * way_y)
            turn = math.atan2(cross, dot)
            if not -_SLACK < turn < _ROUND:
                continue
        else:
            cosine, sine = math.cos(turn), hand * math.sin(turn)
            way_x, way_y = -ahead_x * cosine - ahead_y * sine, -ahead_y * cosine + ahead_x * sine
        out, aside = (sign * way_y, way_x) if long else (sign * way_x, way_y)
        if out > 1e-6 and -_STAND_OFF_M <= along + gap / out * aside <= size + _STAND_OFF_M:
            best = min(best, gap / out)
    return best


@kernel
def body_factor(player, bed, places, in_play, x, y, aim, elevation):
    """Factor, at least 1, of the aim error for a raised butt and a stretch with the cue ball at (x, y).

    elevation : rad, of the stroke, where it is more than what lies behind the ball asks for
    """
    lift = 1.0 + LIFT_COST * max(elevation, lift_rad(bed, places, in_play, x, y, aim))
    over = reach_needed(bed, x, y, aim, player[HANDED]) - player[REACH]
    return lift * min(REST_FACTOR, 1.0 + STRETCH_COST * max(0.0, over))


@kernel
def awkwardness(player, bed, places, in_play, stroke, deciding):
    """Factor, at least 1, of the aim error of a stroke from where the balls lie.

    player : a stroke model's row; places : (n, 2) m; in_play : (n,); stroke : (6,)
    deciding : whether the ball decides the rack
    """
    body = body_factor(player, bed, places, in_play, places[0, 0], places[0, 1], stroke[AIM_RAD], stroke[ELEVATION_RAD])
    soft = max(0.0, 1.0 - stroke[SPEED_MPS] / _FIRM_MPS) if deciding else 0.0
    return body * (1.0 + player[NERVES] * soft)


def reach_m(bed: Bed, cue: NDArray[np.float64], aim_rad: float, hand: str) -> float:
    """`reach_needed` for a hand by name."""
    return float(reach_needed(bed, float(cue[0]), float(cue[1]), aim_rad, 1.0 if hand == "right" else -1.0))
