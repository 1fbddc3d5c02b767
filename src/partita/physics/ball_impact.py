"""Ball against ball: restitution along the line of centres, friction across it (throw).

Source: Alciatore, technical proofs A.14 and A.27 (throw with a speed-dependent friction), from
memory; friction fitted to Marlow, The Physics of Pocket Billiards, 1995.

Impulses are per unit mass: all balls of a set have the same. Frozen rows pass an impulse on from
ball to ball, contact by contact, as the elastic wave in real balls does, the hardest contact first; only
contacts that fall together with equal approach, such as a ball driven between two, are solved at
once, so that the answer does not depend on which of them is taken first.

Kernels here take rows of balls (n, 11) as in `motion` and the rows i, j of two; nx, ny, the line of centres from i to
j; speeds in m/s, distances and the radius in m; pairs : (k, 2) and tied : scratch of `prediction.Workspace`.
"""

import math

from partita.kernels import kernel
from partita.physics.constants import GAP, RESTING_GAP, SLOW_BALL
from partita.rows.ball import VX, VY, WX, WY, WZ, X, Y, Z

# A pair nearer than this touches. Farther apart than rounding and restored gaps can set balls.
TOUCHING_GAP = 1e-8
# Approach speeds this close, relatively, are the same but for the hairs that balls were set apart.
_SAME_APPROACH = 1e-6
MOST_TIED = 8
# Scratch of a tied contact: line of centres, distance, approach, normal impulse, friction along the table and upward.
_NX, _NY, _DISTANCE, _APPROACH, _IMPULSE, _ALONG, _UPWARD = range(7)
# The pair is solved once the impulses change by less than this share of the approach.
_SOLVED = 1e-15
_MOST_SWEEPS = 200


@kernel
def normal_of(balls, i, j):
    """Unit vector from ball i to ball j, and the distance of their centres, m."""
    nx, ny = balls[j, X] - balls[i, X], balls[j, Y] - balls[i, Y]
    distance = math.sqrt(nx * nx + ny * ny)
    return nx / distance, ny / distance, distance


@kernel
def approach_of(balls, i, j):
    """Speed at which balls i and j near each other, m/s; negative when they part."""
    nx, ny, _ = normal_of(balls, i, j)
    return (balls[i, VX] - balls[j, VX]) * nx + (balls[i, VY] - balls[j, VY]) * ny


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
        work[c, _NX], work[c, _NY], work[c, _DISTANCE] = normal_of(balls, i, j)
        work[c, _APPROACH] = max(0.0, approach_of(balls, i, j))
        work[c, _IMPULSE] = 0.0
    for _ in range(_MOST_SWEEPS):
        change = 0.0
        for c in range(count):
            i, j, nx, ny = pairs[c, 0], pairs[c, 1], work[c, _NX], work[c, _NY]
            approach = (balls[i, VX] - balls[j, VX]) * nx + (balls[i, VY] - balls[j, VY]) * ny
            wanted = -_restitution(work[c, _APPROACH], physics) * work[c, _APPROACH]
            step = max(0.5 * (approach - wanted), -work[c, _IMPULSE])
            work[c, _IMPULSE] += step
            _push_apart(balls, i, j, nx, ny, step)
            change = max(change, abs(step))
        if change <= _SOLVED * work[0, _APPROACH]:
            break
    for c in range(count):
        i, j = pairs[c, 0], pairs[c, 1]
        nx, ny = work[c, _NX], work[c, _NY]
        work[c, _ALONG], work[c, _UPWARD] = _friction(balls, i, j, nx, ny, work[c, _IMPULSE], physics, radius)
    for c in range(count):
        i, j, nx, ny = pairs[c, 0], pairs[c, 1], work[c, _NX], work[c, _NY]
        _rub(balls, i, j, nx, ny, work[c, _ALONG], work[c, _UPWARD], radius)
        _restore_gap(balls, i, j, nx, ny, work[c, _DISTANCE], work[c, _APPROACH], radius)


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
        if k == i or k == j or not present[k] or balls[k, Z] > 0.0:
            continue
        for one in (i, j):
            dx, dy = balls[k, X] - balls[one, X], balls[k, Y] - balls[one, Y]
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
    balls[i, VX] -= normal * nx
    balls[i, VY] -= normal * ny
    balls[j, VX] += normal * nx
    balls[j, VY] += normal * ny


@kernel
def _friction(balls, i, j, nx, ny, normal, physics, radius):
    """Friction impulse on ball i for a normal impulse (both m/s): along t = (-ny, nx), and along z."""
    # Surface slip u = v1 - v2 + R (w1 + w2) x n; no impulse along n changes it.
    wx, wy, wz = balls[i, WX] + balls[j, WX], balls[i, WY] + balls[j, WY], balls[i, WZ] + balls[j, WZ]
    slip_t = (balls[i, VY] - balls[j, VY]) * nx - (balls[i, VX] - balls[j, VX]) * ny + radius * wz
    slip_z = radius * (wx * ny - wy * nx)
    slip = math.sqrt(slip_t * slip_t + slip_z * slip_z)
    share = -friction_between(slip, normal, physics)
    return share * slip_t, share * slip_z


@kernel
def friction_between(slip, normal, physics):
    """Friction impulse for a normal one, as a share of the slip of the two surfaces (m/s) that it acts against."""
    if slip < 1e-12:
        return 0.0
    mu = physics.mub_a + physics.mub_b * math.exp(-physics.mub_c * slip)
    return min(mu * normal, slip / 7.0) / slip


@kernel
def _rub(balls, i, j, nx, ny, ft, fz, radius):
    """Apply a friction impulse: torque n x F with n x t = z, n x z = (ny, -nx, 0), the same on both."""
    balls[i, VX] -= ft * ny
    balls[i, VY] += ft * nx
    balls[j, VX] += ft * ny
    balls[j, VY] -= ft * nx
    turn = 2.5 / radius
    for ball in (i, j):
        balls[ball, WX] += turn * fz * ny
        balls[ball, WY] -= turn * fz * nx
        balls[ball, WZ] += turn * ft


@kernel
def _restore_gap(balls, i, j, nx, ny, distance, approach, radius):
    gap = GAP if approach > SLOW_BALL else RESTING_GAP
    push = 0.5 * (2.0 * radius + gap - distance)
    if push > 0.0:
        balls[i, X] -= push * nx
        balls[i, Y] -= push * ny
        balls[j, X] += push * nx
        balls[j, Y] += push * ny
