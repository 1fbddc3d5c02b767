"""What happens next to one ball: the earliest of its phase's end, a cushion, a jaw, a drop, a ball.

Each ball keeps its own next event; after an event only the balls it touched are predicted again.
A ball is either over the bed (zone 0), where only nose lines can stop it, or in the zone of
pocket k (zone k + 1), where only that pocket's tips, facings and drop circle can.
"""

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from partita.kernels import kernel
from partita.physics.constants import (
    BALL_BALL,
    CUSHION,
    FACING,
    INFINITY,
    POCKET,
    POCKETED,
    SLIDE_TO_ROLL,
    SLIDING,
    STILL,
    STOP,
    TIP,
    ZONE,
)
from partita.physics.motion import phase_of, set_acceleration
from partita.physics.roots import first_entry, rising_zero

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]


class Workspace(NamedTuple):
    """Arrays of one running simulation of n balls; made once, used for many executions.

    balls : (n, 7) state of each ball at its own time `since`; acceleration : (n, 2) m/s^2
    phase, zone : (n,); since, ends : (n,) s, when the state was valid and when its phase ends
    next_time : (n,) s; next_kind, next_with : (n,) event kind; other ball, cushion, jaw or pocket
    impact : (9, 6) scratch of the cushion impact
    """

    balls: Floats
    acceleration: Floats
    phase: Ints
    zone: Ints
    since: Floats
    ends: Floats
    next_time: Floats
    next_kind: Ints
    next_with: Ints
    impact: Floats


def new_workspace(count: int) -> Workspace:
    """A workspace for `count` balls."""
    return Workspace(
        balls=np.zeros((count, 7)),
        acceleration=np.zeros((count, 2)),
        phase=np.zeros(count, dtype=np.int64),
        zone=np.zeros(count, dtype=np.int64),
        since=np.zeros(count),
        ends=np.zeros(count),
        next_time=np.zeros(count),
        next_kind=np.zeros(count, dtype=np.int64),
        next_with=np.zeros(count, dtype=np.int64),
        impact=np.zeros((9, 6)),
    )


@kernel
def zone_at(bed, x, y):
    """0 over the bed, k + 1 in the zone of pocket k: where the centre is past a nose contact line."""
    inside_x = bed.reach <= x <= bed.length - bed.reach
    inside_y = bed.reach <= y <= bed.width - bed.reach
    if inside_x and inside_y:
        return 0
    return 1 + _pocket_near(bed, x, y)


@kernel
def _pocket_near(bed, x, y):
    column = 0 if x < bed.length / 4 else (2 if x > 0.75 * bed.length else 1)
    return column + (3 if y > bed.width / 2 else 0)


@kernel
def on_nose(bed, cushion, x, y):
    """True when a contact at (x, y) meets the straight nose, not a pocket's mouth."""
    if cushion < 2:
        return bed.nose_x[0] <= x <= bed.nose_x[1] or bed.nose_x[2] <= x <= bed.nose_x[3]
    return bed.nose_y[0] <= y <= bed.nose_y[1]


@kernel
def _keep_earlier(ws, i, time, kind, other):
    if time < ws.next_time[i]:
        ws.next_time[i] = time
        ws.next_kind[i] = kind
        ws.next_with[i] = other


@kernel
def begin_phase(ws, i, now, physics, radius):
    """Take ball i's state as valid now: its phase, acceleration and when the phase ends."""
    ws.since[i] = now
    phase = phase_of(ws.balls[i], radius)
    if phase == STILL:
        ws.balls[i, 2:6] = 0.0
    ws.phase[i] = phase
    ws.ends[i] = now + set_acceleration(ws.balls[i], phase, physics, radius, ws.acceleration[i])


@kernel
def predict(ws, i, now, bed):
    """Find ball i's next event. Balls it would meet earlier than their own next are told too."""
    ws.next_time[i] = INFINITY
    ws.next_with[i] = -1
    if ws.phase[i] == POCKETED:
        return
    if ws.phase[i] != STILL:
        ws.next_time[i] = ws.ends[i]
        ws.next_kind[i] = SLIDE_TO_ROLL if ws.phase[i] == SLIDING else STOP
        if ws.zone[i] == 0:
            _predict_noses(ws, i, now, bed)
        else:
            _predict_jaws(ws, i, now, bed)
    for j in range(ws.balls.shape[0]):
        if j != i and ws.phase[j] != POCKETED and not (ws.phase[j] == STILL and ws.phase[i] == STILL):
            _predict_pair(ws, i, j, now, bed)


@kernel
def _predict_noses(ws, i, now, bed):
    ball, a = ws.balls[i], ws.acceleration[i]
    best, cushion = INFINITY, -1
    for side in range(4):
        axis = 1 if side < 2 else 0
        sign = -1.0 if side == 0 or side == 2 else 1.0
        far = bed.width if side == 1 else (bed.length if side == 3 else 0.0)
        depth = sign * (ball[axis] - far) + bed.reach
        time = rising_zero(depth, sign * ball[2 + axis], 0.5 * sign * a[axis])
        if time < best:
            best, cushion = time, side
    if now + best >= ws.next_time[i]:
        return
    x = ball[0] + best * (ball[2] + 0.5 * best * a[0])
    y = ball[1] + best * (ball[3] + 0.5 * best * a[1])
    if on_nose(bed, cushion, x, y):
        _keep_earlier(ws, i, now + best, CUSHION, cushion)
    else:
        _keep_earlier(ws, i, now + best, ZONE, 1 + _pocket_near(bed, x, y))


@kernel
def _predict_jaws(ws, i, now, bed):
    ball, a = ws.balls[i], ws.acceleration[i]
    pocket = ws.zone[i] - 1
    horizon = ws.ends[i] - now
    for jaw in range(2):
        tip = bed.tip[pocket, jaw]
        time = first_entry(
            ball[0] - tip[0], ball[1] - tip[1], ball[2], ball[3], a[0], a[1],
            bed.tip_radius + bed.reach, horizon,
        )  # fmt: skip
        _keep_earlier(ws, i, now + time, TIP, 2 * pocket + jaw)
        time = _facing_time(ball, a, bed, pocket, jaw)
        _keep_earlier(ws, i, now + time, FACING, 2 * pocket + jaw)
    drop = bed.drop[pocket]
    time = first_entry(ball[0] - drop[0], ball[1] - drop[1], ball[2], ball[3], a[0], a[1], drop[2], horizon)
    _keep_earlier(ws, i, now + time, POCKET, pocket)
    _keep_earlier(ws, i, now + _return_time(ball, a, bed), ZONE, 0)


@kernel
def _facing_time(ball, a, bed, pocket, jaw):
    start, along = bed.facing_start[pocket, jaw], bed.facing_dir[pocket, jaw]
    normal = bed.facing_normal[pocket, jaw]
    px, py = ball[0] - start[0], ball[1] - start[1]
    depth = bed.reach - (px * normal[0] + py * normal[1])
    closing = -(ball[2] * normal[0] + ball[3] * normal[1])
    time = rising_zero(depth, closing, -0.5 * (a[0] * normal[0] + a[1] * normal[1]))
    if time >= INFINITY:
        return INFINITY
    x = px + time * (ball[2] + 0.5 * time * a[0])
    y = py + time * (ball[3] + 0.5 * time * a[1])
    return time if x * along[0] + y * along[1] >= -1e-9 else INFINITY


@kernel
def _return_time(ball, a, bed):
    """When a ball in a pocket's zone is over the bed again: inside all four contact lines."""
    best = INFINITY
    for side in range(4):
        axis = 1 if side < 2 else 0
        sign = 1.0 if side == 0 or side == 2 else -1.0
        far = bed.width if side == 1 else (bed.length if side == 3 else 0.0)
        inside = sign * (ball[axis] - far) - bed.reach
        if inside > 1e-12 and sign * ball[2 + axis] >= 0.0:
            continue
        time = rising_zero(inside, sign * ball[2 + axis], 0.5 * sign * a[axis])
        if time < best:
            x = ball[0] + time * (ball[2] + 0.5 * time * a[0])
            y = ball[1] + time * (ball[3] + 0.5 * time * a[1])
            margin = min(min(x, bed.length - x), min(y, bed.width - y)) - bed.reach
            if margin >= -1e-9:
                best = time
    return best


@kernel
def _predict_pair(ws, i, j, now, bed):
    one, two, a, b = ws.balls[i], ws.balls[j], ws.acceleration[i], ws.acceleration[j]
    dt = now - ws.since[j]
    px = one[0] - two[0] - dt * (two[2] + 0.5 * dt * b[0])
    py = one[1] - two[1] - dt * (two[3] + 0.5 * dt * b[1])
    vx, vy = one[2] - two[2] - dt * b[0], one[3] - two[3] - dt * b[1]
    horizon = min(ws.next_time[i], ws.ends[j]) - now
    time = first_entry(px, py, vx, vy, a[0] - b[0], a[1] - b[1], 2.0 * bed.radius, horizon)
    if time >= INFINITY:
        return
    _keep_earlier(ws, i, now + time, BALL_BALL, j)
    if ws.next_time[i] == now + time and ws.next_with[i] == j:
        _keep_earlier(ws, j, now + time, BALL_BALL, i)


@kernel
def approach_speed(ws, i, now):
    """Closing speed of ball i's predicted contact, m/s: orders contacts that fall together."""
    j = ws.next_with[i]
    di, dj = now - ws.since[i], now - ws.since[j]
    one, two, a, b = ws.balls[i], ws.balls[j], ws.acceleration[i], ws.acceleration[j]
    px = two[0] - one[0] + dj * two[2] - di * one[2]
    py = two[1] - one[1] + dj * two[3] - di * one[3]
    vx = one[2] + di * a[0] - two[2] - dj * b[0]
    vy = one[3] + di * a[1] - two[3] - dj * b[1]
    return (px * vx + py * vy) / math.hypot(px, py)
