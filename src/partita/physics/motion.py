"""Motion of one ball between events, in closed form.

Source: the classical mechanics of a sliding and rolling sphere (Coriolis, Theorie mathematique des
effets du jeu de billard, 1835); notation of `docs/physics.md`.

A ball's state is a row of 7: x, y, vx, vy, wx, wy, wz (m, m/s, rad/s).
"""

import math

import numpy as np

from partita.kernels import kernel
from partita.physics.constants import INFINITY, ROLLING, SLIDING, SPEED_EPSILON, STILL, G


@kernel
def phase_of(ball, radius):
    """STILL, ROLLING or SLIDING, from the slip of the cloth contact point and the speed."""
    slip_x = ball[2] - radius * ball[5]
    slip_y = ball[3] + radius * ball[4]
    if math.hypot(slip_x, slip_y) > SPEED_EPSILON:
        return SLIDING
    if math.hypot(ball[2], ball[3]) > SPEED_EPSILON:
        return ROLLING
    return STILL


@kernel
def set_acceleration(ball, phase, physics, radius, acceleration):
    """Write the ball's constant acceleration (2,) m/s^2; return how long its phase lasts, s."""
    acceleration[0] = 0.0
    acceleration[1] = 0.0
    if phase == SLIDING:
        slip_x = ball[2] - radius * ball[5]
        slip_y = ball[3] + radius * ball[4]
        slip = math.hypot(slip_x, slip_y)
        acceleration[0] = -physics.mu_s * G * slip_x / slip
        acceleration[1] = -physics.mu_s * G * slip_y / slip
        return 2.0 * slip / (7.0 * physics.mu_s * G)
    if phase == ROLLING:
        speed = math.hypot(ball[2], ball[3])
        acceleration[0] = -physics.mu_r * G * ball[2] / speed
        acceleration[1] = -physics.mu_r * G * ball[3] / speed
        return speed / (physics.mu_r * G)
    return INFINITY


@kernel
def advance(ball, phase, acceleration, physics, radius, elapsed):
    """Move a ball's state (7,) forward by `elapsed` s within its phase, in place."""
    if elapsed <= 0.0:
        return
    ball[0] += elapsed * (ball[2] + 0.5 * elapsed * acceleration[0])
    ball[1] += elapsed * (ball[3] + 0.5 * elapsed * acceleration[1])
    ball[2] += elapsed * acceleration[0]
    ball[3] += elapsed * acceleration[1]
    if phase == SLIDING:
        # dw/dt = (5 mu_s g / 2R) (-u_y, u_x) and dv/dt = -mu_s g u: one follows from the other.
        ball[4] += 2.5 * elapsed * acceleration[1] / radius
        ball[5] -= 2.5 * elapsed * acceleration[0] / radius
    elif phase == ROLLING:
        ball[4] = -ball[3] / radius
        ball[5] = ball[2] / radius
    loss = physics.a_sp * elapsed
    if ball[6] > 0.0:
        ball[6] = max(0.0, ball[6] - loss)
    else:
        ball[6] = min(0.0, ball[6] + loss)


@kernel
def finish_phase(ball, phase, radius):
    """Set what a phase's end makes exact: no slip after sliding, no motion after rolling."""
    if phase == SLIDING:
        ball[4] = -ball[3] / radius
        ball[5] = ball[2] / radius
    else:
        ball[2:6] = 0.0


@kernel
def launch(stroke, k_endmass, radius, ball):
    """Set the cue ball moving: velocity and spin from a stroke, with squirt.

    stroke : (5,) aim rad (counter-clockwise from +x, where the cue points), launch speed m/s,
        side and height in R (side to the right), elevation rad
    Source: squirt from the effective end mass (Alciatore, technical proof A.31, from memory).
    """
    aim, speed, side, height, elevation = stroke[0], stroke[1], stroke[2], stroke[3], stroke[4]
    direction = aim + squirt_angle(side, k_endmass)
    ball[2] = speed * math.cos(direction)
    ball[3] = speed * math.sin(direction)
    forward_x, forward_y = math.cos(aim), math.sin(aim)
    right_x, right_y = forward_y, -forward_x
    scale = 5.0 * speed / (2.0 * radius * math.cos(elevation))
    along = scale * side * math.sin(elevation)
    ball[4] = along * forward_x - scale * height * right_x
    ball[5] = along * forward_y - scale * height * right_y
    ball[6] = scale * side * math.cos(elevation)


@kernel
def squirt_angle(side, k_endmass):
    """Turn of the launch direction, rad, counter-clockwise: right side squirts to the left."""
    q = math.sqrt(max(0.0, 1.0 - side * side))
    return math.atan(2.5 * side * q / (1.0 + k_endmass + 2.5 * q * q))


@kernel
def energy(balls, mass, radius):
    """Kinetic energy of all rows of `balls` (n, 7), J."""
    linear = np.sum(balls[:, 2] ** 2 + balls[:, 3] ** 2)
    spin = np.sum(balls[:, 4] ** 2 + balls[:, 5] ** 2 + balls[:, 6] ** 2)
    return 0.5 * mass * linear + 0.2 * mass * radius**2 * spin
