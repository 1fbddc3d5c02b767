"""A ball pressed into the rubber: contacts so near a nose that ball, ball and rubber act at the same time.

An impact at a cushion takes no time in the event loop. For a lone ball that is as good as the truth; a ball that is
hit while it lies at a nose, or while the rubber still holds it, is another matter: the rubber gives it back only after
some milliseconds, and by then the ball that hit it has moved on, or meets it a second time.

Here the rubber is a spring on one side of its nose line, which gives back e_c^2 of the work done on it, with the
friction of `cushion_impact` at rubber and cloth; balls touch for a tenth of a millisecond, which still counts as none.
All balls near the contact go through it together in short steps until no rubber holds any of them.

A lone ball is held for about `physics.rubber_s`, and sinks by its speed into the rubber times rubber_s / pi.
Source: the size, some 4 to 8 ms, is from memory and measured nowhere; all else is mechanics, checked against SciPy.

Kernels here take what those of `loop` take, and how long the rubber holds a ball in this execution from ws.answers;
side : a nose, in the order of the cushions; ws.pressing : (n, 8) of each ball, columns below.
"""

import math

from partita.kernels import kernel
from partita.physics.ball_impact import TOUCHING_GAP, approach_of, ball_impact
from partita.physics.constants import BALL_BALL, CUSHION, FLYING, NO_APPROACH, RESTING_GAP, G
from partita.physics.facts import (
    CONTACTS,
    EVENTS,
    count_contact,
    count_rails,
    leave_first_contact,
    leave_rail,
    note,
    note_before,
)
from partita.physics.motion import rub_on_cloth
from partita.physics.prediction import RUBBER_S, begin_phase
from partita.physics.zones import on_nose
from partita.rows.ball import VX, VY, WX, WY, WZ, X, Y
from partita.rows.trace import BEFORE, BEFORE_OTHER

# Of each ball: whether it takes part, the nose it may meet (-1 none), whether that holds it, its motion (5) before.
_IN, _NOSE, _HELD, _BEFORE = 0, 1, 2, 3
# Steps in the time for which a rubber holds a lone ball, and such times after which a press is given up.
_STEPS, _MOST_TIMES = 250, 4
# Slower than this, m/s, a ball is not driven into the rubber far enough to matter: a hundredth of a millimetre.
LEAST_MPS = 0.005
# Balls within this of the contact take part, ball radii beyond touching; one this far from a nose cannot meet it.
_NEAR, _FAR_FROM_NOSE = 1.0, 2.0
# A ball at rest at a nose may be this deep in it by rounding, m.
_SUNK_M = 1e-7
# Contacts of a pair so few steps apart are one: ball and rubber squeeze it.
_ONE_CONTACT = 40
# Balls driven into each other by a rubber pass the push on within one step at most so often.
_MOST_PASSES = 20


@kernel
def gap_to_nose(bed, balls, i, side):
    """Distance, m, of ball i from where it touches a nose; negative when it has sunk in."""
    at = balls[i, Y] if side < 2 else balls[i, X]
    far = bed.width if side < 2 else bed.length
    return (at if side % 2 == 0 else far - at) - bed.reach


@kernel
def speed_into(balls, i, side):
    """Speed, m/s, of ball i towards a nose."""
    speed = balls[i, VY] if side < 2 else balls[i, VX]
    return -speed if side % 2 == 0 else speed


@kernel
def _nose_near(ws, i, bed):
    """The nose that ball i is nearest to, where it is near one at all; -1 where it is not."""
    best, side = _FAR_FROM_NOSE * bed.radius, -1
    for k in range(4):
        gap = gap_to_nose(bed, ws.balls, i, k)
        if gap < best:
            best, side = gap, k
    return side if side >= 0 and on_nose(bed, side, ws.balls[i, X], ws.balls[i, Y]) else -1


@kernel
def is_pressed(ws, i, bed):
    """True when ball i, just hit, is driven into a nose so near that the contact is not over when it gets there."""
    if ws.zone[i] != 0:
        return False
    side = _nose_near(ws, i, bed)
    if side < 0:
        return False
    speed = speed_into(ws.balls, i, side)
    return speed > LEAST_MPS and gap_to_nose(bed, ws.balls, i, side) < speed * ws.answers[RUBBER_S] / math.pi


@kernel
def meets_while_held(ws, i, side, now, bed):
    """True when ball i, about to meet a nose, would meet a ball while the rubber holds it. It is up to date."""
    if speed_into(ws.balls, i, side) <= LEAST_MPS:
        return False
    for k in range(ws.balls.shape[0]):
        if k == i or not ws.present[k] or ws.zone[k] != 0 or ws.phase[k] == FLYING:
            continue
        late = now - ws.since[k]
        x, y = ws.balls[k, X] + late * ws.balls[k, VX], ws.balls[k, Y] + late * ws.balls[k, VY]
        dx, dy = x - ws.balls[i, X], y - ws.balls[i, Y]
        distance = math.sqrt(dx * dx + dy * dy)
        # Into the rubber it goes on, out of it it comes back: either way may lead to the ball.
        vx, vy = ws.balls[i, VX] - ws.balls[k, VX], ws.balls[i, VY] - ws.balls[k, VY]
        into = vx * dx + vy * dy
        back = (vx * dx - vy * dy) if side < 2 else (vy * dy - vx * dx)
        if distance - 2.0 * bed.radius < max(into, back) / distance * ws.answers[RUBBER_S]:
            return True
    return False


@kernel
def gather(ws, i, j, bed):
    """Choose who takes part: the balls about i and j (-1 for none). False when the press cannot be followed."""
    for k in range(ws.balls.shape[0]):
        ws.pressing[k, _IN] = 0.0
        if not ws.present[k] or ws.phase[k] == FLYING:
            continue
        if k == i or k == j or _is_about(ws, i, k, bed.radius) or (j >= 0 and _is_about(ws, j, k, bed.radius)):
            if ws.zone[k] != 0:
                # In the jaws there is more to meet than a nose.
                return False
            ws.pressing[k, _IN], ws.pressing[k, _HELD] = 1.0, 0.0
            ws.pressing[k, _NOSE] = _nose_near(ws, k, bed)
    return True


@kernel
def takes_part(ws, k):
    """True when ball k was chosen by `gather`."""
    return ws.pressing[k, _IN] == 1.0


@kernel
def _is_about(ws, i, k, radius):
    dx, dy = ws.balls[k, X] - ws.balls[i, X], ws.balls[k, Y] - ws.balls[i, Y]
    edge = (2.0 + _NEAR) * radius
    return dx * dx + dy * dy < edge * edge


@kernel
def press(ws, i, j, now, bed, physics, facts, measures, trace, rows):
    """Follow those chosen by `gather`, from `now` on, until no rubber holds any. When that is; the next trace row.

    i, j : the pair whose contact begins it, noted in the row before; -1 when a ball meets a nose
    """
    rubber_s = ws.answers[RUBBER_S]
    step, last, one, two = rubber_s / _STEPS, 0, min(i, j), max(i, j)
    # In it sinks for a quarter of a swing, and out again for one that is slower by the share it gives back.
    stiffness = (0.5 * math.pi * (1.0 + 1.0 / max(0.1, physics.e_c)) / rubber_s) ** 2
    # Where the trace is full, or none is kept, nothing is written.
    row = rows - 1 if rows < trace.shape[0] else rows
    for k in range(_STEPS * _MOST_TIMES):
        _step_all(ws, bed, physics, stiffness, step)
        now += step
        for ball in range(ws.balls.shape[0]):
            if takes_part(ws, ball) and ws.pressing[ball, _NOSE] >= 0.0:
                rows = _follow_nose(ws, ball, now, bed, facts, measures, trace, rows)
        for _ in range(_MOST_PASSES):
            i, j = _next_pair(ws, bed.radius)
            if i < 0:
                break
            if i != one or j != two or k - last >= _ONE_CONTACT:
                row = rows
                count_contact(ws, i, j, now, facts, measures)
                facts[EVENTS] += 1
                note_before(trace, row, BEFORE, ws.balls, i)
                note_before(trace, row, BEFORE_OTHER, ws.balls, j)
                rows = min(rows + 1, trace.shape[0])
            one, two, last = i, j, k
            ball_impact(ws.balls, i, j, physics, bed.radius)
            if facts[CONTACTS] == 1:
                leave_first_contact(ws, facts, measures)
            note(trace, row, ws, now, BALL_BALL, i, j)
        if _is_over(ws, bed):
            break
    for ball in range(ws.balls.shape[0]):
        if takes_part(ws, ball):
            if ws.pressing[ball, _HELD] == 1.0:
                rows = _release(ws, ball, now, bed, facts, measures, trace, rows)
            begin_phase(ws, ball, now, physics, bed.radius)
    return now, rows


@kernel
def _follow_nose(ws, ball, now, bed, facts, measures, trace, rows):
    """Note when a nose takes hold of a ball, and when it lets go. Returns the next trace row."""
    side = int(ws.pressing[ball, _NOSE])
    gap = gap_to_nose(bed, ws.balls, ball, side)
    if gap < -_SUNK_M and ws.pressing[ball, _HELD] == 0.0:
        ws.pressing[ball, _HELD] = 1.0
        for column in range(5):
            ws.pressing[ball, _BEFORE + column] = ws.balls[ball, 2 + column]
        count_rails(ws, ball, side, CUSHION, bed, facts, measures)
        facts[EVENTS] += 1
    elif gap >= 0.0 and ws.pressing[ball, _HELD] == 1.0:
        rows = _release(ws, ball, now, bed, facts, measures, trace, rows)
    return rows


@kernel
def _release(ws, ball, now, bed, facts, measures, trace, rows):
    """Set a ball that was held back before its nose, and write the cushion down. Returns the next trace row."""
    side = int(ws.pressing[ball, _NOSE])
    ws.pressing[ball, _HELD] = 0.0
    axis = 1 if side < 2 else 0
    far = bed.width if side < 2 else bed.length
    ws.balls[ball, axis] = bed.reach + RESTING_GAP if side % 2 == 0 else far - bed.reach - RESTING_GAP
    if rows < trace.shape[0]:
        for column in range(5):
            trace[rows, BEFORE + column] = ws.pressing[ball, _BEFORE + column]
    leave_rail(ws, ball, CUSHION, facts, measures)
    return note(trace, rows, ws, now, CUSHION, ball, side)


@kernel
def _is_over(ws, bed):
    """True when no nose holds a ball, or is about to."""
    for k in range(ws.balls.shape[0]):
        if not takes_part(ws, k) or ws.pressing[k, _NOSE] < 0.0:
            continue
        if ws.pressing[k, _HELD] == 1.0 or is_pressed(ws, k, bed):
            return False
    return True


@kernel
def _step_all(ws, bed, physics, stiffness, step):
    """Move all who take part one step on: half their way, the forces, the other half."""
    for k in range(ws.balls.shape[0]):
        if not takes_part(ws, k):
            continue
        ws.balls[k, X] += 0.5 * step * ws.balls[k, VX]
        ws.balls[k, Y] += 0.5 * step * ws.balls[k, VY]
        side = int(ws.pressing[k, _NOSE])
        depth = -gap_to_nose(bed, ws.balls, k, side) if side >= 0 else 0.0
        if depth > 0.0:
            returned = 1.0 if speed_into(ws.balls, k, side) >= 0.0 else physics.e_c * physics.e_c
            # The force whose part across the nose is stiffness times depth.
            _push(ws.balls, k, side, returned * stiffness * depth / bed.cosine * step, step, bed, physics)
        else:
            rub_on_cloth(ws.balls, k, G * step, bed.radius, physics.mu_s)
        ws.balls[k, X] += 0.5 * step * ws.balls[k, VX]
        ws.balls[k, Y] += 0.5 * step * ws.balls[k, VY]


@kernel
def _push(balls, k, side, impulse, step, bed, physics):
    """The rubber's impulse, m/s, on ball k in one step, with friction at rubber and cloth.

    Axes as in `cushion_impact`: x along the nose, y into it. A friction stops a slip and does not turn it round.
    """
    s, c, radius = bed.sine, bed.cosine, bed.radius
    sign = -1.0 if side % 2 == 0 else 1.0
    out_x, out_y = (0.0, sign) if side < 2 else (sign, 0.0)
    along_x, along_y = out_y, -out_x
    vx = balls[k, VX] * along_x + balls[k, VY] * along_y
    vy = balls[k, VX] * out_x + balls[k, VY] * out_y
    wx = radius * (balls[k, WX] * along_x + balls[k, WY] * along_y)
    wy = radius * (balls[k, WX] * out_x + balls[k, WY] * out_y)
    wz = radius * balls[k, WZ]
    ix, iz = vx + wy * s - wz * c, wx - s * vy
    slip = math.sqrt(ix * ix + iz * iz)
    most = physics.mu_w * impulse / slip if slip > 1e-12 else 0.0
    fx, fz = -min(most, 1.0 / 3.5) * ix, -min(most, 1.0 / (2.5 + s * s)) * iz
    cx, cy = vx - wy, vy + wx
    slip = math.sqrt(cx * cx + cy * cy)
    load = max(0.0, impulse * s - c * fz) + G * step
    share = min(physics.mu_s * load / slip, 1.0 / 3.5) if slip > 1e-12 else 0.0
    gx, gy = -share * cx, -share * cy
    vx, vy = vx + fx + gx, vy - c * impulse - s * fz + gy
    wx, wy, wz = wx + 2.5 * (fz + gy), wy + 2.5 * (s * fx - gx), wz - 2.5 * c * fx
    balls[k, VX], balls[k, VY] = vx * along_x + vy * out_x, vx * along_y + vy * out_y
    balls[k, WX], balls[k, WY] = (wx * along_x + wy * out_x) / radius, (wx * along_y + wy * out_y) / radius
    balls[k, WZ] = wz / radius


@kernel
def _next_pair(ws, radius):
    """The pair of those who take part that touch and near each other fastest; (-1, -1) when there is none."""
    best, one, two = NO_APPROACH, -1, -1
    edge = 2.0 * radius + TOUCHING_GAP
    for i in range(ws.balls.shape[0]):
        if not takes_part(ws, i):
            continue
        for j in range(i + 1, ws.balls.shape[0]):
            if not takes_part(ws, j):
                continue
            dx, dy = ws.balls[j, X] - ws.balls[i, X], ws.balls[j, Y] - ws.balls[i, Y]
            if dx * dx + dy * dy <= edge * edge:
                speed = approach_of(ws.balls, i, j)
                if speed > best:
                    best, one, two = speed, i, j
    return one, two
