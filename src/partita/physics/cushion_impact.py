"""Ball against cushion, tip or facing: the impulse integrated through the impact.

Source: Mathavan, Jackson and Parkin, "A theoretical analysis of billiard ball dynamics under
cushion impacts", Proc. IMechE Part C 224 (2010): Coulomb friction at the cushion contact I and at
the cloth contact C, energetic restitution.

The equations of motion are linear but for the directions of the two slips, and close in five
numbers: the slips at I and at C, and the speed into the cushion. Those are what is integrated,
with the normal impulse per unit mass P as the independent variable:

    ds_Ix/dP = 7/2 fx + (1 - 5/2 s) gx            s, c: sine and cosine of the contact's height
    ds_Iz/dP = s c + (5/2 + s^2) fz + (5/2 - s) gy    f: friction at I over dP; f = -mu_w s_I^
    ds_Cx/dP = (1 - 5/2 s) fx + 7/2 gx            g: friction at C over dP; g = -mu_s p_C s_C^
    ds_Cy/dP = -c + (5/2 - s) fz + 7/2 gy         p_C = max(0, s - c fz): cloth's normal impulse
    dvy/dP   = -c - s fz + gy                     dW/dP = c vy: work at the cushion

x runs along the cushion, y into it; the contact's second tangent is (0, -s, c). Where the slip at I
has ended and friction can hold it, f is what keeps it at zero. The integration is Dormand and
Prince's embedded pair 5(4) (J. Comp. Appl. Math. 6, 1980) with adaptive steps.
"""

import math

from partita.kernels import kernel
from partita.physics.constants import SLOW_CUSHION

# Local error allowed a step, as a share of the impact speed: ends within a few 1e-6 of the exact
# answer, which moves a ball about 0.01 mm over a table's length.
TOLERANCE = 1e-6
# A slip below this share of the impact speed has ended.
STICK = 1e-5
_MOST_STEPS = 300
# A slip turns ever faster as it nears zero: a step goes this share of the way there.
_NEARING = 0.7
# The integration's state: slip at I (2), slip at C (2), speed into the cushion, work.
_SLIP_I, _SLIP_C, _SPEED, _WORK, _SIZE = 0, 2, 4, 5, 6


@kernel
def _rates(state, sticking, s, c, mu_w, mu_s, k, stage):
    """Derivatives of the state (6,) by the normal impulse P, into k[stage]."""
    slip_c = math.sqrt(state[2] * state[2] + state[3] * state[3])
    cx = state[2] / slip_c if slip_c > 1e-12 else 0.0
    cy = state[3] / slip_c if slip_c > 1e-12 else 0.0
    if sticking:
        fx, fz = _holding_friction(cx, cy, s, c, mu_s)
    else:
        slip_i = max(math.sqrt(state[0] * state[0] + state[1] * state[1]), 1e-15)
        fx, fz = -mu_w * state[0] / slip_i, -mu_w * state[1] / slip_i
    cloth = max(0.0, s - c * fz)
    gx, gy = -mu_s * cloth * cx, -mu_s * cloth * cy
    k[stage, 0] = 0.0 if sticking else 3.5 * fx + (1.0 - 2.5 * s) * gx
    k[stage, 1] = 0.0 if sticking else s * c + (2.5 + s * s) * fz + (2.5 - s) * gy
    k[stage, 2] = (1.0 - 2.5 * s) * fx + 3.5 * gx
    k[stage, 3] = -c + (2.5 - s) * fz + 3.5 * gy
    k[stage, 4] = -c - s * fz + gy
    k[stage, 5] = c * state[4]


@kernel
def _holding_friction(cx, cy, s, c, mu_s):
    """Friction at I (per unit of normal impulse) that keeps its slip at zero."""
    # fz from ds_Iz/dP = 0 with gy = -mu_s (s - c fz) cy, then fx from ds_Ix/dP = 0.
    b = (2.5 - s) * mu_s * cy
    fz = (b * s - s * c) / (2.5 + s * s + b * c)
    gx = -mu_s * max(0.0, s - c * fz) * cx
    return -(1.0 - 2.5 * s) * gx / 3.5, fz


@kernel
def _can_stick(state, s, c, mu_w, mu_s):
    slip_c = max(math.hypot(state[2], state[3]), 1e-12)
    fx, fz = _holding_friction(state[2] / slip_c, state[3] / slip_c, s, c, mu_s)
    return math.hypot(fx, fz) <= mu_w


@kernel
def _step(state, sticking, h, s, c, mu_w, mu_s, k, trial):
    """One step from state into trial (6,); k[0] holds the rates at the start. Returns the error.

    Coefficients of Dormand and Prince, written out: this is where a simulation's time goes.
    """
    for j in range(_SIZE):
        trial[j] = state[j] + h / 5 * k[0, j]
    _rates(trial, sticking, s, c, mu_w, mu_s, k, 1)
    for j in range(_SIZE):
        trial[j] = state[j] + h * (3 / 40 * k[0, j] + 9 / 40 * k[1, j])
    _rates(trial, sticking, s, c, mu_w, mu_s, k, 2)
    for j in range(_SIZE):
        trial[j] = state[j] + h * (44 / 45 * k[0, j] - 56 / 15 * k[1, j] + 32 / 9 * k[2, j])
    _rates(trial, sticking, s, c, mu_w, mu_s, k, 3)
    for j in range(_SIZE):
        total = 19372 / 6561 * k[0, j] - 25360 / 2187 * k[1, j] + 64448 / 6561 * k[2, j]
        trial[j] = state[j] + h * (total - 212 / 729 * k[3, j])
    _rates(trial, sticking, s, c, mu_w, mu_s, k, 4)
    for j in range(_SIZE):
        total = 9017 / 3168 * k[0, j] - 355 / 33 * k[1, j] + 46732 / 5247 * k[2, j]
        trial[j] = state[j] + h * (total + 49 / 176 * k[3, j] - 5103 / 18656 * k[4, j])
    _rates(trial, sticking, s, c, mu_w, mu_s, k, 5)
    for j in range(_SIZE):
        total = 35 / 384 * k[0, j] + 500 / 1113 * k[2, j] + 125 / 192 * k[3, j]
        trial[j] = state[j] + h * (total - 2187 / 6784 * k[4, j] + 11 / 84 * k[5, j])
    _rates(trial, sticking, s, c, mu_w, mu_s, k, 6)
    error = 0.0
    for j in range(_WORK):
        e = 71 / 57600 * k[0, j] - 71 / 16695 * k[2, j] + 71 / 1920 * k[3, j]
        e += -17253 / 339200 * k[4, j] + 22 / 525 * k[5, j] - 1 / 40 * k[6, j]
        error = max(error, abs(h * e))
    return error


@kernel
def _time_to_zero(state, rates, at):
    """Impulse after which the slip at `at` would be zero if it went on shrinking as now."""
    size = math.hypot(state[at], state[at + 1])
    closing = -(state[at] * rates[at] + state[at + 1] * rates[at + 1])
    return size * size / closing if closing > 0.0 else 1e30


@kernel
def _settle_slips(state, sticking, s, c, mu_w, mu_s):
    """Where a slip has ended: hold it, or let it begin anew the other way. Returns sticking at I."""
    if math.hypot(state[2], state[3]) < STICK:
        # The cloth cannot hold the ball: friction there is small beside what drives the slip.
        fz = -mu_w * state[1] / max(math.hypot(state[0], state[1]), 1e-15)
        fx = -mu_w * state[0] / max(math.hypot(state[0], state[1]), 1e-15)
        drift_x, drift_y = (1.0 - 2.5 * s) * fx, -c + (2.5 - s) * fz
        drift = math.hypot(drift_x, drift_y)
        state[2], state[3] = 2.0 * STICK * drift_x / drift, 2.0 * STICK * drift_y / drift
    ended = sticking or math.hypot(state[0], state[1]) < STICK
    if not ended:
        return False
    slip_c = math.hypot(state[2], state[3])
    fx, fz = _holding_friction(state[2] / slip_c, state[3] / slip_c, s, c, mu_s)
    needed = math.hypot(fx, fz)
    holds = needed <= mu_w
    state[0] = 0.0 if holds else -2.0 * STICK * fx / needed
    state[1] = 0.0 if holds else -2.0 * STICK * fz / needed
    return holds


@kernel
def _overshoot(trial, compressing, work_wanted):
    """Negative once this half of the impact is over; zero at its end."""
    return trial[_SPEED] if compressing else trial[_WORK] - work_wanted


@kernel
def _end_step(state, sticking, h, compressing, work_wanted, s, c, mu_w, mu_s, k, trial):
    """The last step of a half: the size that ends it exactly, by Newton from the full step."""
    column = _SPEED if compressing else _WORK
    size = h
    for _ in range(8):
        value = _overshoot(trial, compressing, work_wanted)
        if abs(value) < 1e-9:
            break
        # The rates at the end of the step just tried are the slope; stay inside the step.
        size = min(max(size - value / min(k[6, column], -1e-6), 0.2 * size), h)
        _step(state, sticking, size, s, c, mu_w, mu_s, k, trial)
    return size


@kernel
def _integrate(state, compressing, work_wanted, s, c, mu_w, mu_s, k, trial):
    """Integrate one half of the impact in place.

    Compression ends when the speed into the cushion is 0, restitution when the work has come
    back to `work_wanted`. The state is scaled: the impact speed is 1.
    """
    h = 0.2
    sticking = False
    for _ in range(_MOST_STEPS):
        sticking = _settle_slips(state, sticking, s, c, mu_w, mu_s)
        _rates(state, sticking, s, c, mu_w, mu_s, k, 0)
        h = min(h, _NEARING * _time_to_zero(state, k[0], _SLIP_C))
        if not sticking:
            h = min(h, _NEARING * _time_to_zero(state, k[0], _SLIP_I))
        error = _step(state, sticking, h, s, c, mu_w, mu_s, k, trial)
        if error > TOLERANCE and h > 1e-8:
            h *= max(0.1, 0.85 * (TOLERANCE / error) ** 0.2)
            continue
        ends = _overshoot(trial, compressing, work_wanted) <= 0.0
        if ends:
            h = _end_step(state, sticking, h, compressing, work_wanted, s, c, mu_w, mu_s, k, trial)
        before = math.hypot(state[0], state[1])
        state[:] = trial
        if ends:
            return
        # Errors grow as the slip at I shrinks: foresee it, or every second step is refused.
        shrinks = min(1.0, math.hypot(state[0], state[1]) / before) if before > STICK else 100.0
        h = max(shrinks * h * min(5.0, 0.85 * (TOLERANCE / max(error, 1e-15)) ** 0.2), 1e-8)


@kernel
def cushion_impact(ball, out_x, out_y, sine, cosine, restitution, mu_w, mu_s, radius, work):
    """Rebound of a ball (7,) from a nose, tip or facing, in place. Returns the speed it came with.

    out_x, out_y : unit vector from the bed into the rubber, horizontal
    sine, cosine : of the angle above the ball's equator at which the rubber meets it
    work : (9, 6) scratch. Slower than SLOW_CUSHION the impact is inelastic.
    """
    # Axes of the impact: x along the cushion, y into it, z up (right-handed).
    along_x, along_y = out_y, -out_x
    speed = ball[2] * out_x + ball[3] * out_y
    if speed < SLOW_CUSHION:
        if speed > 0.0:
            ball[2] -= speed * out_x
            ball[3] -= speed * out_y
        return speed
    vx = (ball[2] * along_x + ball[3] * along_y) / speed
    wx = radius * (ball[4] * along_x + ball[5] * along_y) / speed
    wy = radius * (ball[4] * out_x + ball[5] * out_y) / speed
    wz = radius * ball[6] / speed
    state, trial, k = work[0], work[1], work[2:]
    state[0], state[1] = vx + sine * wy - cosine * wz, wx - sine
    state[2], state[3] = vx - wy, 1.0 + wx
    state[4], state[5] = 1.0, 0.0
    slip_i, slip_c = state[0], state[2]
    _integrate(state, True, 0.0, sine, cosine, mu_w, mu_s, k, trial)
    returned = (1.0 - restitution * restitution) * state[_WORK]
    _integrate(state, False, returned, sine, cosine, mu_w, mu_s, k, trial)
    # From the slips back to the ball's own motion. The changes of the slips along x give the
    # impulse Fx of the friction at I (two linear equations in Fx and Gx); R dwz = -5/2 c Fx; then
    # vx and wy from the two slips along x, wx from the slip at C along y.
    cross = 1.0 - 2.5 * sine
    friction = (3.5 * (state[0] - slip_i) - cross * (state[2] - slip_c)) / (12.25 - cross * cross)
    wz_after = wz - 2.5 * cosine * friction
    rolled = (state[0] - state[2] + cosine * wz_after) / (1.0 + sine)
    wx_after = state[3] - state[4]
    _write_back(ball, along_x, along_y, out_x, out_y, speed, state[2] + rolled, state[4])
    ball[4] = speed / radius * (wx_after * along_x + rolled * out_x)
    ball[5] = speed / radius * (wx_after * along_y + rolled * out_y)
    ball[6] = speed / radius * wz_after
    return speed


@kernel
def _write_back(ball, along_x, along_y, out_x, out_y, speed, vx, vy):
    ball[2] = speed * (vx * along_x + vy * out_x)
    ball[3] = speed * (vx * along_y + vy * out_y)
