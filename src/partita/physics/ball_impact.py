"""Ball against ball: restitution along the line of centres, friction across it (throw).

Source: Alciatore, technical proofs A.14 and A.27 (throw with a speed-dependent friction), from
memory; friction fitted to Marlow, The Physics of Pocket Billiards, 1995.
"""

import math

from partita.kernels import kernel
from partita.physics.constants import GAP, RESTING_GAP, SLOW_BALL


@kernel
def ball_impact(one, two, physics, radius):
    """Exchange momentum and spin between two touching balls (7,), in place.

    Impulses are per unit mass: both balls of a set have the same. The pair is then set a hair
    apart, symmetrically, so that momentum and place of the pair stay as they are.
    """
    nx, ny = two[0] - one[0], two[1] - one[1]
    distance = math.hypot(nx, ny)
    nx, ny = nx / distance, ny / distance
    approach = (one[2] - two[2]) * nx + (one[3] - two[3]) * ny
    if approach > 0.0:
        restitution = physics.e_b if approach > SLOW_BALL else 0.0
        _exchange(one, two, nx, ny, 0.5 * (1.0 + restitution) * approach, approach, physics, radius)
    gap = GAP if approach > SLOW_BALL else RESTING_GAP
    push = 0.5 * (2.0 * radius + gap - distance)
    if push > 0.0:
        one[0] -= push * nx
        one[1] -= push * ny
        two[0] += push * nx
        two[1] += push * ny


@kernel
def _exchange(one, two, nx, ny, normal, approach, physics, radius):
    """Apply the normal impulse `normal` (m/s) and the friction that goes with it."""
    # Surface slip u = v1 - v2 + R (w1 + w2) x n: along the tangent t = (-ny, nx) and along z.
    tx, ty = -ny, nx
    wx, wy, wz = one[4] + two[4], one[5] + two[5], one[6] + two[6]
    slip_t = (one[2] - two[2]) * tx + (one[3] - two[3]) * ty + radius * wz
    slip_z = radius * (wx * ny - wy * nx)
    slip = math.hypot(slip_t, slip_z)
    friction = 0.0
    if slip > 1e-12:
        mu = physics.mub_a + physics.mub_b * math.exp(-physics.mub_c * slip)
        friction = min(mu * normal, slip / 7.0)
    ft = -friction * slip_t / slip if friction > 0.0 else 0.0
    fz = -friction * slip_z / slip if friction > 0.0 else 0.0
    one[2] += -normal * nx + ft * tx
    one[3] += -normal * ny + ft * ty
    two[2] += normal * nx - ft * tx
    two[3] += normal * ny - ft * ty
    # Torque n x F with F = ft t + fz z: n x t = z, n x z = (ny, -nx, 0); the same on both balls.
    turn = 2.5 / radius
    for ball in (one, two):
        ball[4] += turn * fz * ny
        ball[5] -= turn * fz * nx
        ball[6] += turn * ft
