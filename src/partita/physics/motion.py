"""Motion of one ball between events, in closed form.

Source: the classical mechanics of a sliding and rolling sphere (Coriolis, Theorie mathematique des
effets du jeu de billard, 1835); notation of `docs/physics.md`.

balls : (n, 11) rows of `rows.ball`, m, m/s, rad/s, m/s^2. Kernels take all rows and the index of one: a row of its own
would cost a reference count at each call.

`elapsed` and times are s, radius m; phase : one of `constants`; stroke : (6,) as `Stroke.row` gives it.
"""

import math

from partita.kernels import kernel
from partita.physics.constants import (
    FLYING,
    INFINITY,
    MISCUE_SPEED,
    MISCUE_TURN,
    ROLLING,
    SLIDING,
    SPEED_EPSILON,
    STILL,
    TIP_LIMIT,
    G,
)
from partita.rows.ball import AX, AY, VX, VY, VZ, WX, WY, WZ, X, Y, Z
from partita.rows.stroke import AIM_RAD, HEIGHT_R, SIDE_R, SPEED_MPS


@kernel
def begin_motion(balls, i, physics, radius):
    """Set ball i's acceleration from its state. Returns its phase and how long that lasts, s.

    STILL, ROLLING or SLIDING, from the slip of the cloth contact point and the speed; FLYING off the bed.
    """
    if balls[i, Z] > 0.0 or balls[i, VZ] > 0.0:
        balls[i, AX], balls[i, AY] = 0.0, 0.0
        return FLYING, time_to_land(balls[i, Z], balls[i, VZ])
    vx, vy = balls[i, VX], balls[i, VY]
    slip_x, slip_y = vx - radius * balls[i, WY], vy + radius * balls[i, WX]
    slip = math.sqrt(slip_x * slip_x + slip_y * slip_y)
    if slip > SPEED_EPSILON:
        friction = -physics.mu_s * G / slip
        balls[i, AX], balls[i, AY] = friction * slip_x, friction * slip_y
        return SLIDING, 2.0 * slip / (7.0 * physics.mu_s * G)
    speed = math.sqrt(vx * vx + vy * vy)
    if speed > SPEED_EPSILON:
        friction = -physics.mu_r * G / speed
        balls[i, AX], balls[i, AY] = friction * vx, friction * vy
        return ROLLING, speed / (physics.mu_r * G)
    for column in (2, 3, 4, 5, 7, 8):
        balls[i, column] = 0.0
    return STILL, INFINITY


@kernel
def advance(balls, i, phase, physics, radius, elapsed):
    """Move ball i forward by `elapsed` s within its phase, in place."""
    if elapsed <= 0.0:
        return
    if phase == FLYING:
        balls[i, X] += elapsed * balls[i, VX]
        balls[i, Y] += elapsed * balls[i, VY]
        balls[i, Z] = max(0.0, balls[i, Z] + elapsed * (balls[i, VZ] - 0.5 * G * elapsed))
        balls[i, VZ] -= G * elapsed
        return
    if phase != STILL:
        ax, ay = elapsed * balls[i, AX], elapsed * balls[i, AY]
        balls[i, X] += elapsed * (balls[i, VX] + 0.5 * ax)
        balls[i, Y] += elapsed * (balls[i, VY] + 0.5 * ay)
        balls[i, VX] += ax
        balls[i, VY] += ay
        if phase == SLIDING:
            # dw/dt = (5 mu_s g / 2R) (-u_y, u_x) and dv/dt = -mu_s g u: one follows from the other.
            balls[i, WX] += 2.5 * ay / radius
            balls[i, WY] -= 2.5 * ax / radius
        else:
            balls[i, WX], balls[i, WY] = -balls[i, VY] / radius, balls[i, VX] / radius
    loss = physics.a_sp * elapsed
    if balls[i, WZ] > 0.0:
        balls[i, WZ] = max(0.0, balls[i, WZ] - loss)
    else:
        balls[i, WZ] = min(0.0, balls[i, WZ] + loss)


@kernel
def finish_phase(balls, i, phase, radius):
    """Set what a phase's end makes exact: no slip after sliding, no motion after rolling."""
    if phase == SLIDING:
        balls[i, WX], balls[i, WY] = -balls[i, VY] / radius, balls[i, VX] / radius
    else:
        for column in range(2, 6):
            balls[i, column] = 0.0


@kernel
def time_to_land(height, rising):
    """How long, s, a ball at that height, m, with that vertical speed, m/s, stays in the air."""
    return (rising + math.sqrt(rising * rising + 2.0 * G * height)) / G


@kernel
def rub_on_cloth(balls, i, load, radius, mu_s):
    """The cloth's friction on ball i under a load, an impulse per mass, m/s: it stops a slip and turns none round."""
    cx, cy = balls[i, VX] - radius * balls[i, WY], balls[i, VY] + radius * balls[i, WX]
    slip = math.sqrt(cx * cx + cy * cy)
    if slip < 1e-12:
        return
    share = min(mu_s * load / slip, 1.0 / 3.5)
    balls[i, VX] -= share * cx
    balls[i, VY] -= share * cy
    balls[i, WX] -= 2.5 * share * cy / radius
    balls[i, WY] += 2.5 * share * cx / radius


@kernel
def launch(stroke, k_endmass, radius, balls):
    """Set the cue ball (row 0) moving from a level stroke (6,): velocity and spin, with squirt.

    Of a raised one it is `raised_cue`.
    Source: squirt from the effective end mass (Alciatore, technical proof A.31, from memory).
    """
    aim, speed, side, height = stroke[AIM_RAD], stroke[SPEED_MPS], stroke[SIDE_R], stroke[HEIGHT_R]
    direction = aim + squirt_angle(side, k_endmass)
    balls[0, VX] = speed * math.cos(direction)
    balls[0, VY] = speed * math.sin(direction)
    forward_x, forward_y = math.cos(aim), math.sin(aim)
    right_x, right_y = forward_y, -forward_x
    scale = 5.0 * speed / (2.0 * radius)
    balls[0, WX] = -scale * height * right_x
    balls[0, WY] = -scale * height * right_y
    balls[0, WZ] = scale * side


@kernel
def slips(stroke):
    """True for a stroke that miscues: the tip is too far off centre."""
    side, height = stroke[SIDE_R], stroke[HEIGHT_R]
    return side * side + height * height > TIP_LIMIT * TIP_LIMIT + 1e-9


@kernel
def launch_miscued(stroke, balls):
    """Set the cue ball trickling away from the tip, without spin. A judgement, no source."""
    away = stroke[AIM_RAD] + MISCUE_TURN * min(1.0, max(-1.0, stroke[SIDE_R]))
    slow = MISCUE_SPEED * stroke[SPEED_MPS]
    balls[0, VX], balls[0, VY] = slow * math.cos(away), slow * math.sin(away)


@kernel
def squirt_angle(side, k_endmass):
    """Turn of the launch direction, rad, counter-clockwise: right side squirts to the left."""
    q = math.sqrt(max(0.0, 1.0 - side * side))
    return math.atan(2.5 * side * q / (1.0 + k_endmass + 2.5 * q * q))
