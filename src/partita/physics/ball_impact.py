"""Ball against ball: restitution along the line of centres, friction across it (throw).

Source: Alciatore, technical proofs A.14 and A.27 (throw with a speed-dependent friction), from
memory; friction fitted to Marlow, The Physics of Pocket Billiards, 1995.

Impulses are per unit mass: all balls of a set have the same. Frozen rows pass an impulse on from
ball to ball, contact by contact, as the elastic wave in real balls does, the hardest contact first; only
contacts that fall together with equal approach, such as a ball driven between two, are solved at
once, so that the answer does not depend on which of them is taken first.

Kernels here take rows of balls (n, 9) as in `motion` and the rows i, j of two; nx, ny, the line of centres from i to
j; speeds in m/s, distances and the radius in m; pairs : (k, 2) and tied : scratch of `prediction.Workspace`.
"""

import math

from partita.kernels import kernel
from partita.physics.constants import GAP, RESTING_GAP, SLOW_BALL

# A pair nearer than this touches. Farther apart than rounding and restored gaps can set balls.
TOUCHING_GAP = 1e-8
# Approach speeds this close, relatively, are the same but for the hairs that balls were set apart.
_SAME_APPROACH = 1e-6
MOST_TIED = 8
# The pair is solved once the impulses change by less than this share of the approach.
_SOLVED = 1e-15
_MOST_SWEEPS = 200


@kernel
def normal_of(balls, i, j):
    """Unit vector from ball i to ball j, and the distance of their centres, m."""
    nx, ny = balls[j, 0] - balls[i, 0], balls[j, 1] - balls[i, 1]
    distance = math.sqrt(nx * nx + ny * ny)
    return nx / distance, ny / distance, distance


@kernel
def approach_of(balls, i, j):
    """Speed at which balls i and j near each other, m/s; negative when they part."""
    nx, ny, _ = normal_of(balls, i, j)
    return (balls[i, 2] - balls[j, 2]) * nx + (balls[i, 3] - balls[j, 3]) * ny


@kernel
def ball_impact(balls, i, j, physics, radius):
    """Exchange momentum and spin between two touching balls, in place, and set them a hair apart.

    balls : (n, 7 or more) rows of x, y, vx, vy, wx, wy, wz; m, m/s, rad/s
    Momentum and place of the pair stay as they are.
    """
    nx, ny, distance = normal_of(balls, i, j)
    approach = approach_of(balls, i, j)
    if approach > 0.0:
        normal = 0.5 * (1.0 + _restitution(approach, physics)) * approach
        _push_apart(balls, i, j, nx, ny, normal)
        ft, fz = _friction(balls, i, j, nx, ny, normal, physics, radius)
        _rub(balls, i, j, nx, ny, ft, fz, radius)
    _restore_gap(balls, i, j, nx, ny, distance, approach, radius)


@kernel
def tied_impacts(balls, pairs, count, physics, radius, work):
    """`ball_impact` for contacts that fall together: (count, 2) pairs of `pairs`, in place.

    The normal impulses satisfy Newton's restitution at every contact at once, none of them pulling;
    with one restitution for all this never creates energy (Moreau, in Nonsmooth Mechanics and
    Applications, 1988). work : (MOST_TIED, 7) scratch.
    """
    for c in range(count):
        i, j = pairs[c, 0], pairs[c, 1]
        work[c, 0], work[c, 1], work[c, 2] = normal_of(balls, i, j)
        work[c, 3] = max(0.0, approach_of(balls, i, j))
        work[c, 4] = 0.0
    for _ in range(_MOST_SWEEPS):
        change = 0.0
        for c in range(count):
            i, j, nx, ny = pairs[c, 0], pairs[c, 1], work[c, 0], work[c, 1]
            approach = (balls[i, 2] - balls[j, 2]) * nx + (balls[i, 3] - balls[j, 3]) * ny
            wanted = -_restitution(work[c, 3], physics) * work[c, 3]
            step = max(0.5 * (approach - wanted), -work[c, 4])
            work[c, 4] += step
            _push_apart(balls, i, j, nx, ny, step)
            change = max(change, abs(step))
        if change <= _SOLVED * work[0, 3]:
            break
    for c in range(count):
        i, j = pairs[c, 0], pairs[c, 1]
        work[c, 5], work[c, 6] = _friction(balls, i, j, work[c, 0], work[c, 1], work[c, 4], physics, radius)
    for c in range(count):
        i, j, nx, ny = pairs[c, 0], pairs[c, 1], work[c, 0], work[c, 1]
        _rub(balls, i, j, nx, ny, work[c, 5], work[c, 6], radius)
        _restore_gap(balls, i, j, nx, ny, work[c, 2], work[c, 3], radius)


@kernel
def is_tied(speed, other):
    """True when two approach speeds, m/s, are the same but for rounding."""
    return abs(speed - other) <= _SAME_APPROACH * speed


@kernel
def add_tied(balls, present, i, j, radius, pairs, count):
    """Add the contact of i and j, and those that share a ball with it and approach equally fast.

    present : (n,) bool, on the table; pairs : (MOST_TIED, 2), `count` of them filled. Returns their number.
    """
    speed, edge = approach_of(balls, i, j), 2.0 * radius + TOUCHING_GAP
    count = _add_pair(pairs, count, i, j)
    for k in range(balls.shape[0]):
        if k == i or k == j or not present[k]:
            continue
        for one in (i, j):
            dx, dy = balls[k, 0] - balls[one, 0], balls[k, 1] - balls[one, 1]
            if dx * dx + dy * dy <= edge * edge and is_tied(speed, approach_of(balls, one, k)):
                count = _add_pair(pairs, count, one, k)
    return count


@kernel
def _add_pair(pairs, count, i, j):
    for c in range(count):
        if pairs[c, 0] + pairs[c, 1] == i + j and (pairs[c, 0] == i or pairs[c, 0] == j):
            return count
    if count == MOST_TIED:
        return count
    pairs[count, 0], pairs[count, 1] = i, j
    return count + 1


@kernel
def _restitution(approach, physics):
    return physics.e_b if approach > SLOW_BALL else 0.0


@kernel
def _push_apart(balls, i, j, nx, ny, normal):
    """Apply a normal impulse (m/s) that drives j along n and i back."""
    balls[i, 2] -= normal * nx
    balls[i, 3] -= normal * ny
    balls[j, 2] += normal * nx
    balls[j, 3] += normal * ny


@kernel
def _friction(balls, i, j, nx, ny, normal, physics, radius):
    """Friction impulse on ball i for a normal impulse (both m/s): along t = (-ny, nx), and along z."""
    # Surface slip u = v1 - v2 + R (w1 + w2) x n; no impulse along n changes it.
    wx, wy, wz = balls[i, 4] + balls[j, 4], balls[i, 5] + balls[j, 5], balls[i, 6] + balls[j, 6]
    slip_t = (balls[i, 3] - balls[j, 3]) * nx - (balls[i, 2] - balls[j, 2]) * ny + radius * wz
    slip_z = radius * (wx * ny - wy * nx)
    slip = math.sqrt(slip_t * slip_t + slip_z * slip_z)
    if slip < 1e-12:
        return 0.0, 0.0
    mu = physics.mub_a + physics.mub_b * math.exp(-physics.mub_c * slip)
    share = -min(mu * normal, slip / 7.0) / slip
    return share * slip_t, share * slip_z


@kernel
def _rub(balls, i, j, nx, ny, ft, fz, radius):
    """Apply a friction impulse: torque n x F with n x t = z, n x z = (ny, -nx, 0), the same on both."""
    balls[i, 2] -= ft * ny
    balls[i, 3] += ft * nx
    balls[j, 2] += ft * ny
    balls[j, 3] -= ft * nx
    turn = 2.5 / radius
    for ball in (i, j):
        balls[ball, 4] += turn * fz * ny
        balls[ball, 5] -= turn * fz * nx
        balls[ball, 6] += turn * ft


@kernel
def _restore_gap(balls, i, j, nx, ny, distance, approach, radius):
    gap = GAP if approach > SLOW_BALL else RESTING_GAP
    push = 0.5 * (2.0 * radius + gap - distance)
    if push > 0.0:
        balls[i, 0] -= push * nx
        balls[i, 1] -= push * ny
        balls[j, 0] += push * nx
        balls[j, 1] += push * ny
