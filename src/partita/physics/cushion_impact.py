"""Ball against cushion, tip or facing: the impulse integrated through the impact.

Source: Mathavan, Jackson and Parkin, "A theoretical analysis of billiard ball dynamics under
cushion impacts", Proc. IMechE Part C 224 (2010): Coulomb friction at the cushion contact I and at
the cloth contact C, energetic restitution.

The equations of motion are linear but for the directions of the two slips, and close in five
numbers: the slips at I and at C, and the speed into the cushion. With the normal impulse per unit
mass P as the independent variable:

    ds_Ix/dP = 7/2 fx + (1 - 5/2 s) gx            s, c: sine and cosine of the contact's height
    ds_Iz/dP = s c + (5/2 + s^2) fz + (5/2 - s) gy    f: friction at I over dP; f = -mu_w s_I^
    ds_Cx/dP = (1 - 5/2 s) fx + 7/2 gx            g: friction at C over dP; g = -mu_s p_C s_C^
    ds_Cy/dP = -c + (5/2 - s) fz + 7/2 gy         p_C = max(0, s - c fz): cloth's normal impulse
    dvy/dP   = -c - s fz + gy                     dW/dP = c vy: work at the cushion

x runs along the cushion, y into it; the contact's second tangent is (0, -s, c). Where the slip at I
has ended and friction can hold it, f is what keeps it at zero.

The slip at I turns ever faster as it nears zero. It is therefore kept as a size and a direction, and
while it lasts the equations are taken in t with dP = |s_I| dt, in which they are smooth up to the
end. They are integrated by Dormand and Prince's embedded pair 5(4) (J. Comp. Appl. Math. 6, 1980)
with adaptive steps; states are tuples, which stay in registers: this is where a shot's time goes.

Kernels here take the state y, a tuple of seven: slip at I (size m/s, direction x, z), slip at C (x, y, m/s), speed
into the cushion (m/s), work done (m^2/s^2 per unit of mass); k1, its rates; h, a step; s, c as above; mu_w, mu_s,
friction at cushion and cloth. `compressing` tells the half of the impact, `work_wanted` where the second ends.
"""

import math

from partita.kernels import kernel
from partita.physics.constants import SLOW_CUSHION
from partita.rows.ball import VX, VY, WX, WY, WZ

# Local error allowed a step, as a share of the impact speed: ends within a few 1e-6 of the exact
# answer, which moves a ball about 0.01 mm over a table's length.
TOLERANCE = 1e-6
# A slip below this share of the impact speed has ended.
STICK = 1e-5
_MOST_STEPS = 300
# The first step, and the largest of a sticking contact, in impulse; an impact takes about 2.
_FIRST_STEP, _LONGEST_STEP = 0.5, 1.0
# The cloth's slip may turn round within a step's length of zero: a step goes this far towards it.
_NEARING = 0.75
# The slip at C with which a slip begins that the cloth cannot hold back.
_BEGUN = 1e-7
# Square root of the slip from which one that cannot be held begins anew.
_JUST_SLIPPING = math.sqrt(2.0 * STICK)
# The state: size and direction (2) of the slip at I, slip at C (2), speed into the cushion, work.
_SIZE, _UX, _UZ, _CX, _CY, _SPEED, _WORK = range(7)


@kernel
def _rates(y, sticking, s, c, mu_w, mu_s):
    """Derivatives of the state (7): by t while the contact at I slips, by P while it sticks."""
    slip_c = math.sqrt(y[_CX] * y[_CX] + y[_CY] * y[_CY])
    over = 1.0 / slip_c if slip_c > 1e-12 else 0.0
    cx, cy = y[_CX] * over, y[_CY] * over
    if sticking:
        fx, fz = _holding_friction(cx, cy, s, c, mu_s)
    else:
        fx, fz = -mu_w * y[_UX], -mu_w * y[_UZ]
    drag = mu_s * max(0.0, s - c * fz)
    gx, gy = -drag * cx, -drag * cy
    cross, high = 1.0 - 2.5 * s, 2.5 - s
    rate_cx, rate_cy = cross * fx + 3.5 * gx, -c + high * fz + 3.5 * gy
    rate_v = -c - s * fz + gy
    if sticking:
        return 0.0, 0.0, 0.0, rate_cx, rate_cy, rate_v, c * y[_SPEED]
    rate_x, rate_z = 3.5 * fx + cross * gx, s * c + (2.5 + s * s) * fz + high * gy
    root = y[_SIZE]
    turn = (rate_z * y[_UX] - rate_x * y[_UZ]) / max(root, 1e-9)
    return (
        0.5 * (rate_x * y[_UX] + rate_z * y[_UZ]), -turn * y[_UZ], turn * y[_UX],
        root * rate_cx, root * rate_cy, root * rate_v, root * c * y[_SPEED],
    )  # fmt: skip


@kernel
def _holding_friction(cx, cy, s, c, mu_s):
    """Friction at I (per unit of normal impulse) that keeps its slip at zero."""
    # fz from ds_Iz/dP = 0 with gy = -mu_s (s - c fz) cy, then fx from ds_Ix/dP = 0.
    b = (2.5 - s) * mu_s * cy
    fz = (b * s - s * c) / (2.5 + s * s + b * c)
    gx = -mu_s * max(0.0, s - c * fz) * cx
    return -(1.0 - 2.5 * s) * gx / 3.5, fz


@kernel
def _ahead(y, h, a, k, b, m):
    """y + h (a k + b m), for tuples of seven."""
    return (
        y[0] + h * (a * k[0] + b * m[0]), y[1] + h * (a * k[1] + b * m[1]), y[2] + h * (a * k[2] + b * m[2]),
        y[3] + h * (a * k[3] + b * m[3]), y[4] + h * (a * k[4] + b * m[4]), y[5] + h * (a * k[5] + b * m[5]),
        y[6] + h * (a * k[6] + b * m[6]),
    )  # fmt: skip


@kernel
def _step(y, k1, sticking, h, s, c, mu_w, mu_s):
    """One step of Dormand and Prince's pair: the new state, the rates there, and the error."""
    k2 = _rates(_ahead(y, h, 1 / 5, k1, 0.0, k1), sticking, s, c, mu_w, mu_s)
    k3 = _rates(_ahead(y, h, 3 / 40, k1, 9 / 40, k2), sticking, s, c, mu_w, mu_s)
    part = _ahead(y, h, 44 / 45, k1, -56 / 15, k2)
    k4 = _rates(_ahead(part, h, 32 / 9, k3, 0.0, k1), sticking, s, c, mu_w, mu_s)
    part = _ahead(_ahead(y, h, 19372 / 6561, k1, -25360 / 2187, k2), h, 64448 / 6561, k3, -212 / 729, k4)
    k5 = _rates(part, sticking, s, c, mu_w, mu_s)
    part = _ahead(_ahead(y, h, 9017 / 3168, k1, -355 / 33, k2), h, 46732 / 5247, k3, 49 / 176, k4)
    k6 = _rates(_ahead(part, h, -5103 / 18656, k5, 0.0, k1), sticking, s, c, mu_w, mu_s)
    part = _ahead(_ahead(y, h, 35 / 384, k1, 500 / 1113, k3), h, 125 / 192, k4, -2187 / 6784, k5)
    new = _ahead(part, h, 11 / 84, k6, 0.0, k1)
    k7 = _rates(new, sticking, s, c, mu_w, mu_s)
    none = (0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0)
    part = _ahead(_ahead(none, h, 71 / 57600, k1, -71 / 16695, k3), h, 71 / 1920, k4, -17253 / 339200, k5)
    e = _ahead(part, h, 22 / 525, k6, -1 / 40, k7)
    # A direction matters as far as there is slip left for it to act on.
    turned = min(1.0, y[_SIZE] * y[_SIZE]) * max(abs(e[_UX]), abs(e[_UZ]))
    error = max(max(max(abs(e[_SIZE]) * y[_SIZE], turned), max(abs(e[_CX]), abs(e[_CY]))), abs(e[_SPEED]))
    return new, k7, error


@kernel
def _settled(y, sticking, s, c, mu_w, mu_s):
    """Where a slip has ended: hold it, or let it begin anew the other way. Returns state, sticking."""
    cx, cy = y[_CX], y[_CY]
    slip_c = math.sqrt(cx * cx + cy * cy)
    if slip_c < STICK:
        # The cloth cannot hold the ball: friction there is small beside what drives the slip.
        fx, fz = -mu_w * y[_UX], -mu_w * y[_UZ]
        drift_x, drift_y = (1.0 - 2.5 * s) * fx, -c + (2.5 - s) * fz
        slip_c = _BEGUN
        over = slip_c / math.sqrt(drift_x * drift_x + drift_y * drift_y)
        cx, cy = over * drift_x, over * drift_y
    if not sticking and y[_SIZE] * y[_SIZE] >= STICK:
        return (y[_SIZE], y[_UX], y[_UZ], cx, cy, y[_SPEED], y[_WORK]), False
    fx, fz = _holding_friction(cx / slip_c, cy / slip_c, s, c, mu_s)
    needed = math.sqrt(fx * fx + fz * fz)
    if needed <= mu_w:
        return (0.0, 0.0, 0.0, cx, cy, y[_SPEED], y[_WORK]), True
    return (_JUST_SLIPPING, -fx / needed, -fz / needed, cx, cy, y[_SPEED], y[_WORK]), False


@kernel
def _left(y, compressing, work_wanted):
    """What is left of this half of the impact: zero at its end, negative beyond it."""
    return y[_SPEED] if compressing else y[_WORK] - work_wanted


@kernel
def _share_of_step(g0, d0, g1, d1):
    """Where in a step (0..1) a value that falls from g0 > 0 to g1 <= 0 is zero: Hermite's cubic.

    d0, d1 : slopes at both ends, by the share of the step
    """
    at = g0 / (g0 - g1)
    for _ in range(4):
        rest = 1.0 - at
        value = rest * rest * ((1.0 + 2.0 * at) * g0 + at * d0) + at * at * ((3.0 - 2.0 * at) * g1 - rest * d1)
        slope = 6.0 * at * rest * (g1 - g0) + rest * (1.0 - 3.0 * at) * d0 + at * (3.0 * at - 2.0) * d1
        if slope >= 0.0:
            break
        at = min(max(at - value / slope, 0.0), 1.0)
    return at


@kernel
def _slip_all_but_over(y, k1):
    """True when the slip at I goes straight to zero, so that its rest can be taken in one line."""
    # What turning would still change is the friction's direction over the slip left.
    slip, ending = y[_SIZE] * y[_SIZE], -2.0 * k1[_SIZE]
    turn = y[_SIZE] * math.sqrt(k1[_UX] * k1[_UX] + k1[_UZ] * k1[_UZ])
    return ending > 0.0 and slip * turn < 10.0 * TOLERANCE * ending and slip < 3e-3 * ending


@kernel
def _integrated(y, compressing, work_wanted, first, s, c, mu_w, mu_s):
    """Integrate one half of the impact; returns its end and the impulse of the last step tried.

    Compression ends when the speed into the cushion is 0, restitution when the work has come
    back to `work_wanted`. The state is scaled: the impact speed is 1.
    """
    reach, sticking, column, k1 = first, False, (_SPEED if compressing else _WORK), y
    fresh = True
    for _ in range(_MOST_STEPS):
        if fresh or sticking or y[_SIZE] * y[_SIZE] < STICK or y[_CX] * y[_CX] + y[_CY] * y[_CY] < STICK * STICK:
            y, sticking = _settled(y, sticking, s, c, mu_w, mu_s)
            k1 = _rates(y, sticking, s, c, mu_w, mu_s)
            fresh = False
        left = _left(y, compressing, work_wanted)
        if not sticking and _slip_all_but_over(y, k1):
            rest = -0.5 * y[_SIZE] / k1[_SIZE]
            new = _ahead(y, rest, 1.0, k1, 0.0, k1)
            after = _left(new, compressing, work_wanted)
            if after <= 0.0:
                return _ahead(y, rest * left / (left - after), 1.0, k1, 0.0, k1), reach
            y = (0.0, new[_UX], new[_UZ], new[_CX], new[_CY], new[_SPEED], new[_WORK])
            continue
        # Steps are remembered in impulse, which slipping and sticking share.
        scale = 1.0 if sticking else 1.0 / y[_SIZE]
        h = reach * scale
        closing = -(y[_CX] * k1[_CX] + y[_CY] * k1[_CY])
        if closing > 0.0:
            h = min(h, _NEARING * (y[_CX] * y[_CX] + y[_CY] * y[_CY]) / closing)
        if k1[_SIZE] < 0.0:
            h = min(h, -0.98 * y[_SIZE] / k1[_SIZE])
        new, k7, error = _step(y, k1, sticking, h, s, c, mu_w, mu_s)
        if error > TOLERANCE and h > 1e-8 * scale:
            reach = h / scale * max(0.1, 0.85 * (TOLERANCE / error) ** 0.2)
            continue
        after = _left(new, compressing, work_wanted)
        if after <= 0.0:
            at = _share_of_step(left, h * k1[column], after, h * k7[column])
            new, k7, _e = _step(y, k1, sticking, at * h, s, c, mu_w, mu_s)
            return _ahead(new, -_left(new, compressing, work_wanted) / min(k7[column], -1e-9), 1.0, k7, 0.0, k7), reach
        reach = h / scale * min(5.0, 0.85 * (TOLERANCE / max(error, 1e-12)) ** 0.2)
        if not sticking:
            # Steps shrink with the slip: foresee it.
            reach *= min(1.0, (new[_SIZE] / y[_SIZE]) ** 2)
        y, k1 = _with_unit_direction(new), k7
    return y, reach


@kernel
def _with_unit_direction(y):
    over = 1.0 / max(math.sqrt(y[_UX] * y[_UX] + y[_UZ] * y[_UZ]), 1e-12)
    return y[_SIZE], y[_UX] * over, y[_UZ] * over, y[_CX], y[_CY], y[_SPEED], y[_WORK]


@kernel
def cushion_impact(balls, i, out_x, out_y, sine, cosine, restitution, mu_w, mu_s, radius):
    """Rebound of ball i from a nose, tip or facing, in place. Returns the speed it came with, m/s.

    balls : (n, 7 or more) rows of x, y, vx, vy, wx, wy, wz; m, m/s, rad/s
    out_x, out_y : unit vector from the bed into the rubber, horizontal
    sine, cosine : of the angle above the ball's equator at which the rubber meets it
    Slower than SLOW_CUSHION the impact is inelastic.
    """
    # Axes of the impact: x along the cushion, y into it, z up (right-handed).
    along_x, along_y = out_y, -out_x
    speed = balls[i, VX] * out_x + balls[i, VY] * out_y
    if speed < SLOW_CUSHION:
        if speed > 0.0:
            balls[i, VX] -= speed * out_x
            balls[i, VY] -= speed * out_y
        return speed
    scale = radius / speed
    vx = (balls[i, VX] * along_x + balls[i, VY] * along_y) / speed
    wx = scale * (balls[i, WX] * along_x + balls[i, WY] * along_y)
    wy = scale * (balls[i, WX] * out_x + balls[i, WY] * out_y)
    wz = scale * balls[i, WZ]
    ix, iz = vx + sine * wy - cosine * wz, wx - sine
    size = math.sqrt(ix * ix + iz * iz)
    over = 1.0 / size if size > 0.0 else 0.0
    start = (math.sqrt(size), ix * over, iz * over, vx - wy, 1.0 + wx, 1.0, 0.0)
    middle, reach = _integrated(start, True, 0.0, _FIRST_STEP, sine, cosine, mu_w, mu_s)
    returned = (1.0 - restitution * restitution) * middle[_WORK]
    end, reach = _integrated(middle, False, returned, reach, sine, cosine, mu_w, mu_s)
    # From the slips back to the ball's own motion. The changes of the slips along x give the
    # impulse Fx of the friction at I (two linear equations in Fx and Gx); R dwz = -5/2 c Fx; then
    # vx and wy from the two slips along x, wx from the slip at C along y.
    cross = 1.0 - 2.5 * sine
    ix_after = end[_SIZE] * end[_SIZE] * end[_UX]
    friction = (3.5 * (ix_after - ix) - cross * (end[_CX] - start[_CX])) / (12.25 - cross * cross)
    wz -= 2.5 * cosine * friction
    wy = (ix_after - end[_CX] + cosine * wz) / (1.0 + sine)
    wx = end[_CY] - end[_SPEED]
    vx, vy = speed * (end[_CX] + wy), speed * end[_SPEED]
    balls[i, VX], balls[i, VY] = vx * along_x + vy * out_x, vx * along_y + vy * out_y
    balls[i, WX], balls[i, WY] = (wx * along_x + wy * out_x) / scale, (wx * along_y + wy * out_y) / scale
    balls[i, WZ] = wz / scale
    return speed
