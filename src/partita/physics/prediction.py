"""What happens next to one ball: the earliest of its phase's end, a cushion, a jaw, a drop, a ball.

Each ball keeps its own next event; after an event only the balls it touched are predicted again.
A ball is either over the bed (zone 0), where only nose lines can stop it, or in the zone of
pocket k (zone k + 1), where only that pocket's tips, facings and drop circle can.

Kernels here take rows of balls (n, 11) as in `motion`, the row `i` of one, and the workspace `ws` that they write its
next event into. Times are s; `now` is absolute, the times found run from the ball's own `since`; x, y are m.
"""

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from partita.kernels import kernel, kernel_apart
from partita.physics.ball_impact import MOST_TIED
from partita.physics.constants import (
    BALL_BALL,
    CUSHION,
    FACING,
    FLYING,
    INFINITY,
    JAW_TIP,
    LANDING,
    POCKET,
    POCKETED,
    SAME_INSTANT,
    SLIDE_TO_ROLL,
    SLIDING,
    STILL,
    STOP,
    ZONE,
    G,
)
from partita.physics.flight_prediction import flies_past, in_flight_over_bed, meets_in_space
from partita.physics.motion import begin_motion
from partita.physics.roots import first_entry, rising_zero, stays_below, stays_outside
from partita.physics.zones import on_nose, pocket_near
from partita.rows.ball import AX, AY, VX, VY, VZ, X, Y, Z
from partita.rows.ball import COLUMNS as BALL_COLUMNS

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
# What balls and rails answer in one execution: by how much cue ball and target leave their first contact turned from
# what mechanics says, rad, counter-clockwise (what the player misjudged); how long a rubber holds a ball, s.
TURN_OF_CUE, TURN_OF_TARGET, RUBBER_S = range(3)


class Workspace(NamedTuple):
    """Arrays of one running simulation of n balls; made once, used for many executions.

    balls : (n, 11) state and acceleration of each ball at its own time `since`
    start : (n, 2) m, where the balls lay before the stroke
    phase, zone : (n,); since, ends : (n,) s, when the state was valid and when its phase ends
    next_time : (n,) s; next_kind, next_with : (n,) event kind; other ball, cushion, jaw or pocket
    next_speed : (n,) m/s, how fast the balls near each other when the next event is their contact
    present : (n,) bool, not pocketed; pairs, tied : scratch for contacts that fall together
    pressing : (n, 8), scratch for balls pressed into a rubber
    answers : (3,) of this execution: TURN_OF_CUE, TURN_OF_TARGET, RUBBER_S
    """

    balls: Floats
    start: Floats
    phase: Ints
    zone: Ints
    since: Floats
    ends: Floats
    next_time: Floats
    next_kind: Ints
    next_with: Ints
    next_speed: Floats
    present: NDArray[np.bool_]
    pairs: Ints
    tied: Floats
    pressing: Floats
    answers: Floats


def new_workspace(count: int) -> Workspace:
    """A workspace for `count` balls."""
    return Workspace(
        balls=np.zeros((count, BALL_COLUMNS)),
        start=np.zeros((count, 2)),
        phase=np.zeros(count, dtype=np.int64),
        zone=np.zeros(count, dtype=np.int64),
        since=np.zeros(count),
        ends=np.zeros(count),
        next_time=np.zeros(count),
        next_kind=np.zeros(count, dtype=np.int64),
        next_with=np.zeros(count, dtype=np.int64),
        next_speed=np.zeros(count),
        present=np.ones(count, dtype=np.bool_),
        pairs=np.zeros((MOST_TIED, 2), dtype=np.int64),
        tied=np.zeros((MOST_TIED, 7)),
        pressing=np.zeros((count, 8)),
        answers=np.zeros(3),
    )


@kernel
def _keep_earlier(ws, i, time, kind, other):
    if time < ws.next_time[i]:
        ws.next_time[i] = time
        ws.next_kind[i] = kind
        ws.next_with[i] = other


@kernel
def _keep_contact(ws, i, time, other, speed):
    """Keep the earlier contact; of two at the same instant the harder one."""
    same = ws.next_kind[i] == BALL_BALL and abs(time - ws.next_time[i]) <= SAME_INSTANT
    if speed > ws.next_speed[i] * (1.0 + 1e-9) if same else time < ws.next_time[i]:
        ws.next_time[i] = time
        ws.next_kind[i] = BALL_BALL
        ws.next_with[i] = other
        ws.next_speed[i] = speed


@kernel
def begin_phase(ws, i, now, physics, radius):
    """Take ball i's state as valid now: its phase, acceleration and when the phase ends."""
    phase, lasts = begin_motion(ws.balls, i, physics, radius)
    ws.since[i] = now
    ws.phase[i] = phase
    ws.ends[i] = now + lasts


@kernel
def predict(ws, i, now, bed):
    """Find ball i's next event. Balls it would meet earlier than their own next are told too."""
    ws.next_time[i] = INFINITY
    ws.next_with[i] = -1
    if ws.phase[i] == POCKETED:
        return
    moves = ws.phase[i] != STILL
    if moves:
        ws.next_time[i] = ws.ends[i]
        ws.next_kind[i] = SLIDE_TO_ROLL if ws.phase[i] == SLIDING else STOP
        if ws.phase[i] == FLYING:
            _predict_flight(ws.balls, i, ws, now, bed)
        elif ws.zone[i] == 0:
            _predict_noses(ws.balls, i, ws, now, bed)
        else:
            _predict_jaws(ws.balls, i, ws, now, bed)
    for j in range(ws.balls.shape[0]):
        if j != i and ws.phase[j] != POCKETED and (moves or ws.phase[j] != STILL):
            _predict_pair(ws.balls, i, j, ws, now, 2.0 * bed.radius)


@kernel_apart
def _predict_flight(balls, i, ws, now, bed):
    ws.next_kind[i] = LANDING
    if ws.zone[i] == 0:
        time, kind, other = in_flight_over_bed(balls, i, bed, ws.ends[i] - now)
        _keep_earlier(ws, i, now + time, kind, other)
        return
    _predict_jaws(balls, i, ws, now, bed)
    later, kind = flies_past(balls, i, bed, ws.zone[i] - 1, ws.next_kind[i], ws.next_time[i] - now)
    if kind != ws.next_kind[i]:
        ws.next_time[i], ws.next_kind[i] = now + later, kind


@kernel
def _predict_noses(balls, i, ws, now, bed):
    best, cushion, horizon = INFINITY, -1, ws.next_time[i] - now
    for axis in range(2):
        speed, half = balls[i, 2 + axis], 0.5 * balls[i, 7 + axis]
        low = bed.reach - balls[i, axis]
        high = balls[i, axis] - (bed.length if axis == 0 else bed.width) + bed.reach
        if not stays_below(low, -speed, -half, horizon):
            time = rising_zero(low, -speed, -half)
            if time < best:
                best, cushion = time, 2 * (1 - axis)
        if not stays_below(high, speed, half, horizon):
            time = rising_zero(high, speed, half)
            if time < best:
                best, cushion = time, 2 * (1 - axis) + 1
    if best >= horizon:
        return
    x = balls[i, X] + best * (balls[i, VX] + 0.5 * best * balls[i, AX])
    y = balls[i, Y] + best * (balls[i, VY] + 0.5 * best * balls[i, AY])
    if on_nose(bed, cushion, x, y):
        _keep_earlier(ws, i, now + best, CUSHION, cushion)
    else:
        _keep_earlier(ws, i, now + best, ZONE, 1 + pocket_near(bed, x, y))


@kernel
def _predict_jaws(balls, i, ws, now, bed):
    x, y, vx, vy, ax, ay = balls[i, X], balls[i, Y], balls[i, VX], balls[i, VY], balls[i, AX], balls[i, AY]
    pocket = ws.zone[i] - 1
    horizon = ws.ends[i] - now
    for jaw in range(2):
        time = first_entry(
            x - bed.tip[pocket, jaw, 0], y - bed.tip[pocket, jaw, 1], vx, vy, ax, ay,
            bed.tip_radius[pocket] + bed.reach, horizon,
        )  # fmt: skip
        _keep_earlier(ws, i, now + time, JAW_TIP, 2 * pocket + jaw)
        time = _facing_time(balls, i, bed, pocket, jaw)
        _keep_earlier(ws, i, now + time, FACING, 2 * pocket + jaw)
    time = first_entry(
        x - bed.drop[pocket, 0], y - bed.drop[pocket, 1], vx, vy, ax, ay, bed.drop[pocket, 2], horizon
    )  # fmt: skip
    _keep_earlier(ws, i, now + time, POCKET, pocket)
    _keep_earlier(ws, i, now + _return_time(balls, i, bed), ZONE, 0)


@kernel
def _facing_time(balls, i, bed, pocket, jaw):
    nx, ny = bed.facing_normal[pocket, jaw, 0], bed.facing_normal[pocket, jaw, 1]
    px, py = balls[i, X] - bed.facing_start[pocket, jaw, 0], balls[i, Y] - bed.facing_start[pocket, jaw, 1]
    depth = bed.reach - (px * nx + py * ny)
    closing = -(balls[i, VX] * nx + balls[i, VY] * ny)
    time = rising_zero(depth, closing, -0.5 * (balls[i, AX] * nx + balls[i, AY] * ny))
    if time >= INFINITY:
        return INFINITY
    x = px + time * (balls[i, VX] + 0.5 * time * balls[i, AX])
    y = py + time * (balls[i, VY] + 0.5 * time * balls[i, AY])
    along = x * bed.facing_dir[pocket, jaw, 0] + y * bed.facing_dir[pocket, jaw, 1]
    return time if along >= -1e-9 else INFINITY


@kernel
def _return_time(balls, i, bed):
    """When a ball in a pocket's zone is over the bed again: inside all four contact lines."""
    best = INFINITY
    for side in range(4):
        axis = 1 if side < 2 else 0
        sign = 1.0 if side == 0 or side == 2 else -1.0
        far = bed.width if side == 1 else (bed.length if side == 3 else 0.0)
        inside = sign * (balls[i, axis] - far) - bed.reach
        if inside > 1e-12 and sign * balls[i, 2 + axis] >= 0.0:
            continue
        time = rising_zero(inside, sign * balls[i, 2 + axis], 0.5 * sign * balls[i, 7 + axis])
        if time < best:
            x = balls[i, X] + time * (balls[i, VX] + 0.5 * time * balls[i, AX])
            y = balls[i, Y] + time * (balls[i, VY] + 0.5 * time * balls[i, AY])
            margin = min(min(x, bed.length - x), min(y, bed.width - y)) - bed.reach
            if margin >= -1e-9:
                best = time
    return best


@kernel
def _predict_pair(balls, i, j, ws, now, touching):
    px, py = balls[i, X] - balls[j, X], balls[i, Y] - balls[j, Y]
    vx, vy, ax, ay = balls[i, VX], balls[i, VY], balls[i, AX], balls[i, AY]
    horizon = ws.next_time[i] - now + SAME_INSTANT
    if ws.phase[j] != STILL:
        dt = now - ws.since[j]
        bx, by = balls[j, AX], balls[j, AY]
        px -= dt * (balls[j, VX] + 0.5 * dt * bx)
        py -= dt * (balls[j, VY] + 0.5 * dt * by)
        vx -= balls[j, VX] + dt * bx
        vy -= balls[j, VY] + dt * by
        ax -= bx
        ay -= by
        horizon = min(horizon, ws.ends[j] - now + SAME_INSTANT)
    if stays_outside(px, py, vx, vy, ax, ay, touching, horizon):
        return
    if ws.phase[i] == FLYING or ws.phase[j] == FLYING:
        _predict_pair_in_space(balls, i, j, ws, now, px, py, vx, vy, ax, ay, touching, horizon)
        return
    time = first_entry(px, py, vx, vy, ax, ay, touching, horizon)
    if time >= INFINITY:
        return
    px, py = px + time * (vx + 0.5 * time * ax), py + time * (vy + 0.5 * time * ay)
    speed = -(px * (vx + time * ax) + py * (vy + time * ay)) / math.sqrt(px * px + py * py)
    _keep_contact(ws, i, now + time, j, speed)
    if ws.next_time[i] == now + time and ws.next_with[i] == j:
        _keep_contact(ws, j, now + time, i, speed)


@kernel_apart
def _predict_pair_in_space(balls, i, j, ws, now, px, py, vx, vy, ax, ay, touching, horizon):
    """The same with the heights of both; place, velocity and acceleration of i from j over the cloth are given."""
    height, rising, falls = balls[i, Z] - balls[j, Z], balls[i, VZ] - balls[j, VZ], 0.0
    if ws.phase[i] == FLYING:
        falls -= G
    if ws.phase[j] == FLYING:
        dt = now - ws.since[j]
        height -= dt * (balls[j, VZ] - 0.5 * G * dt)
        rising += G * dt
        falls += G
    time, speed = meets_in_space(px, py, height, vx, vy, rising, ax, ay, falls, touching, horizon)
    if time < INFINITY:
        _keep_contact(ws, i, now + time, j, speed)
        if ws.next_time[i] == now + time and ws.next_with[i] == j:
            _keep_contact(ws, j, now + time, i, speed)
