"""A ball in the air: its parabola, landing, and what it meets there.

In flight nothing rubs: the ball keeps its velocity over the cloth and its spin. The bed gives back a share of the
speed at which it is met, and rubs meanwhile, as a cushion or a ball does at its own place. Impacts take no time; a
ball that is hit from above is driven into the bed and returned at once. Hops lower than 2 mm are left out.

Source: mechanics of rigid balls with Newton's restitution and Coulomb's friction; what the bed gives back (0.6) is a
judgement, no source.

Kernels here take rows of balls (n, 11) as in `motion` and the rows i, j of some; lengths in m, speeds in m/s, times in
s; height : of a ball's lowest point over the bed.
"""

import math

from partita.kernels import kernel, kernel_apart
from partita.physics.ball_impact import friction_between
from partita.physics.constants import GAP, LEAST_HOP_MPS, RESTING_GAP, G
from partita.physics.motion import rub_on_cloth
from partita.rows.ball import VX, VY, VZ, WX, WY, WZ, X, Y, Z

# A ball that comes down on another with less than this slides off it: it is set this far away each time, so that it
# makes some tens of contacts on its way down instead of thousands.
_SLOW_MPS, _ROLLING_OFF_M = 0.05, 2e-5


@kernel
def height_at(balls, i, elapsed):
    """Height of ball i after so long in the air."""
    return balls[i, Z] + elapsed * (balls[i, VZ] - 0.5 * G * elapsed)


@kernel_apart
def bounce(balls, i, physics, radius):
    """Return a ball at the bed that moves into it, with friction; what would hop lower than 2 mm stays."""
    if balls[i, Z] > 0.0:
        return
    balls[i, Z] = 0.0
    into = max(0.0, -balls[i, VZ])
    back = physics.e_bed * into if into > 0.0 else balls[i, VZ]
    balls[i, VZ] = back if back > LEAST_HOP_MPS else 0.0
    if into > 0.0:
        rub_on_cloth(balls, i, into + balls[i, VZ], radius, physics.mu_s)


@kernel_apart
def impact_in_space(balls, i, j, physics, radius):
    """`ball_impact` of two balls of which one at least is in the air; what is driven into the bed is returned."""
    nx, ny, nz = balls[j, X] - balls[i, X], balls[j, Y] - balls[i, Y], balls[j, Z] - balls[i, Z]
    distance = math.sqrt(nx * nx + ny * ny + nz * nz)
    nx, ny, nz = nx / distance, ny / distance, nz / distance
    vx, vy, vz = balls[i, VX] - balls[j, VX], balls[i, VY] - balls[j, VY], balls[i, VZ] - balls[j, VZ]
    approach = vx * nx + vy * ny + vz * nz
    if approach > 0.0:
        normal = 0.5 * approach * (1.0 + (physics.e_b if approach > _SLOW_MPS else 0.0))
        wx, wy, wz = balls[i, WX] + balls[j, WX], balls[i, WY] + balls[j, WY], balls[i, WZ] + balls[j, WZ]
        # The slip of the two surfaces, v + R w x n, without its part along the line of centres.
        sx = vx - approach * nx + radius * (wy * nz - wz * ny)
        sy = vy - approach * ny + radius * (wz * nx - wx * nz)
        sz = vz - approach * nz + radius * (wx * ny - wy * nx)
        rub = friction_between(math.sqrt(sx * sx + sy * sy + sz * sz), normal, physics)
        for ball, sign in ((i, -1.0), (j, 1.0)):
            balls[ball, VX] += sign * (normal * nx + rub * sx)
            balls[ball, VY] += sign * (normal * ny + rub * sy)
            balls[ball, VZ] += sign * (normal * nz + rub * sz)
            _turn(balls, ball, nx, ny, nz, -rub * sx, -rub * sy, -rub * sz, radius)
    push = max(0.0, 0.5 * (2.0 * radius + (GAP if approach > _SLOW_MPS else _ROLLING_OFF_M) - distance))
    for ball, sign in ((i, -1.0), (j, 1.0)):
        balls[ball, X] += sign * push * nx
        balls[ball, Y] += sign * push * ny
        balls[ball, Z] = max(0.0, balls[ball, Z] + sign * push * nz)
        bounce(balls, ball, physics, radius)


@kernel_apart
def rubber_impact(balls, i, nx, ny, nz, restitution, mu, radius):
    """Ball i in the air against rubber at the place on it in the direction (nx, ny, nz), a unit vector."""
    approach = balls[i, VX] * nx + balls[i, VY] * ny + balls[i, VZ] * nz
    if approach > 0.0:
        normal = (1.0 + restitution) * approach
        wx, wy, wz = balls[i, WX], balls[i, WY], balls[i, WZ]
        sx = balls[i, VX] - approach * nx + radius * (wy * nz - wz * ny)
        sy = balls[i, VY] - approach * ny + radius * (wz * nx - wx * nz)
        sz = balls[i, VZ] - approach * nz + radius * (wx * ny - wy * nx)
        slip = math.sqrt(sx * sx + sy * sy + sz * sz)
        rub = -min(mu * normal, slip / 3.5) / slip if slip > 1e-12 else 0.0
        balls[i, VX] += rub * sx - normal * nx
        balls[i, VY] += rub * sy - normal * ny
        balls[i, VZ] += rub * sz - normal * nz
        _turn(balls, i, nx, ny, nz, rub * sx, rub * sy, rub * sz, radius)
    balls[i, X] -= RESTING_GAP * nx
    balls[i, Y] -= RESTING_GAP * ny
    balls[i, Z] = max(0.0, balls[i, Z] - RESTING_GAP * nz)


@kernel
def _turn(balls, i, nx, ny, nz, fx, fy, fz, radius):
    """What a friction impulse per unit of mass at the place n of a ball does to its spin: 5 / 2R n x f."""
    turn = 2.5 / radius
    balls[i, WX] += turn * (ny * fz - nz * fy)
    balls[i, WY] += turn * (nz * fx - nx * fz)
    balls[i, WZ] += turn * (nx * fy - ny * fx)
