"""What is counted and written down while a shot runs: facts for the rules, measures for the naming, the trace.

Kernels here take the workspace `ws` of the shot, rows i, j of balls as they are just before an event, its time `now`,
s, and places : (n, 2) m. They write into facts : (FACTS,) int32, measures : (MEASURES,) s, rad, m/s and m, and trace :
(rows, TRACE_COLUMNS).
"""

import math

from partita.kernels import kernel, kernel_apart
from partita.physics.constants import BALL_BALL, CUSHION, FACING, JAW_TIP
from partita.physics.prediction import TURN_OF_CUE, TURN_OF_TARGET
from partita.rows.ball import VX, VY, VZ, WX, WY, X, Y, Z
from partita.rows.trace import AFTER, AFTER_OTHER, AT_S, HEIGHT, HEIGHT_OTHER, KIND, MET, WHOSE

# What is counted while a shot runs, for the rules and the naming: columns of the facts.
(
    STATUS,  # OK or TOO_MANY_EVENTS
    FIRST_HIT,  # index of the first ball the cue ball touches, -1 for none
    CUE_CUSHIONS_BEFORE,  # cushions of the cue ball before that contact
    ROUTE,  # the same cushions as digits: 1 + cushion, base 5, first cushion in the highest place
    RAIL_AFTER,  # 1 when any ball met a cushion, tip or facing after that contact
    TARGET_CUSHIONS,  # cushions of the first-hit ball after that contact
    CUE_CUSHIONS_AFTER,  # cushions of the cue ball after that contact
    OTHERS_MOVED,  # contacts other than between cue ball and target
    EVENTS,  # events handled
    CONTACTS,  # contacts of balls with balls
    MISCUE,  # 1 when the tip slipped off the cue ball
    BESIDE,  # 1 + the pocket beside which the last of the target's cushions was met, 0 for none
    PRESSED,  # 1 when the first contact drove the ball into a rubber before it was over
    KISSED,  # contacts of cue ball and target after their first
    OFF,  # balls that left the table
    OVER,  # 1 when the cue ball flew over a ball before its first contact
) = range(16)
FACTS = 16
# And the measured ones.
(
    CONTACT_TIME,
    CUT,
    SECONDS,
    CONTACT_SPEED,
    TARGET_DIRECTION,
    CONTACT_X,  # of the cue ball; before the contact where it last met a cushion
    CONTACT_Y,
    WAY,  # of the cue ball to the first contact
    RAILS_AT,  # sum of that way up to each of its cushions
    RAILS_AT_SQUARED,  # and of the squares
    LEAVES_RAIL,  # direction in which it left its last cushion before that contact
    BENT,  # sum of the angles by which its ways bent after each of them
    ROLLED,  # sum over them of how far it rolled into each, 0 sliding or less, 1 rolling or more
) = range(13)
MEASURES = 13
BESIDE_POCKET_M = 0.3
# A ball that has moved less than this has not left the cushion it was frozen to.
STILL_FROZEN_M = 0.002


@kernel
def count_contact(ws, i, j, now, facts, measures):
    """Keep the facts that rules and names need, just before two balls change."""
    if facts[FIRST_HIT] < 0:
        _note_first_hit(ws.balls, i + j, now, facts, measures)
    elif i * j != 0 or i + j != facts[FIRST_HIT]:
        facts[OTHERS_MOVED] += 1
    else:
        facts[KISSED] += 1
    facts[CONTACTS] += 1


@kernel
def count_rails(ws, i, other, kind, bed, facts, measures):
    """The same for a ball and a cushion, tip or facing."""
    if kind != CUSHION and kind != JAW_TIP and kind != FACING:
        return
    if kind == CUSHION and _was_frozen_there(ws, i):
        return
    if facts[FIRST_HIT] < 0:
        _go_on(ws.balls, facts, measures)
        measures[RAILS_AT] += measures[WAY]
        measures[ROLLED] += _rolls(ws.balls, bed.radius)
        measures[RAILS_AT_SQUARED] += measures[WAY] * measures[WAY]
        facts[CUE_CUSHIONS_BEFORE] += 1
        # Pressed along a rail a ball touches it again and again: that is one cushion of a route.
        if kind == CUSHION and facts[CUE_CUSHIONS_BEFORE] <= 9 and facts[ROUTE] % 5 != 1 + other:
            facts[ROUTE] = 5 * facts[ROUTE] + 1 + other
        return
    facts[RAIL_AFTER] = 1
    if i == 0:
        facts[CUE_CUSHIONS_AFTER] += 1
    elif i == facts[FIRST_HIT] and kind == CUSHION:
        facts[TARGET_CUSHIONS] += 1
        facts[BESIDE] = 1 + _pocket_beside(bed, ws.balls[i, X], ws.balls[i, Y])


@kernel_apart
def count_flight(ws, now, met, radius, facts):
    """Keep, as a flight of the cue ball ends, whether it led over a ball; the one that it meets (-1 none) apart."""
    if facts[FIRST_HIT] >= 0:
        return
    lasted = now - ws.since[0]
    vx, vy = ws.balls[0, VX], ws.balls[0, VY]
    squared = max(vx * vx + vy * vy, 1e-12)
    for k in range(1, ws.balls.shape[0]):
        if k == met or not ws.present[k]:
            continue
        # It lies still: nothing has been hit. How near the way over the cloth leads by it, if not at its beginning.
        px, py = ws.balls[0, X] - ws.balls[k, X], ws.balls[0, Y] - ws.balls[k, Y]
        nearest = min(lasted, -(px * vx + py * vy) / squared)
        px, py = px + nearest * vx, py + nearest * vy
        if nearest > 0.0 and px * px + py * py < 4.0 * radius * radius:
            facts[OVER] = 1


@kernel
def begin_way(places, measures):
    """The cue ball's way begins where it lies."""
    measures[CONTACT_X], measures[CONTACT_Y] = places[0, 0], places[0, 1]


@kernel
def _go_on(balls, facts, measures):
    """Add the cue ball's way since its last cushion, and by how much that bent; its length is taken as straight."""
    if facts[CUE_CUSHIONS_BEFORE] > 0:
        turned = math.atan2(balls[0, VY], balls[0, VX]) - measures[LEAVES_RAIL]
        measures[BENT] += abs(turned - 2.0 * math.pi * math.floor(turned / (2.0 * math.pi) + 0.5))
    measures[WAY] += math.hypot(balls[0, X] - measures[CONTACT_X], balls[0, Y] - measures[CONTACT_Y])
    measures[CONTACT_X], measures[CONTACT_Y] = balls[0, X], balls[0, Y]


@kernel
def leave_rail(ws, i, kind, facts, measures):
    """Keep the direction in which the cue ball leaves a cushion, tip or facing on its way to its first contact."""
    if i == 0 and facts[FIRST_HIT] < 0 and (kind == CUSHION or kind == JAW_TIP or kind == FACING):
        measures[LEAVES_RAIL] = math.atan2(ws.balls[0, VY], ws.balls[0, VX])


@kernel
def _rolls(balls, radius):
    """How much of the cue ball's way is rolling: 0 without spin about its axis or with draw, 1 rolling or faster."""
    vx, vy = balls[0, VX], balls[0, VY]
    along = radius * (balls[0, WY] * vx - balls[0, WX] * vy)
    return min(1.0, max(0.0, along / max(1e-12, vx * vx + vy * vy)))


@kernel
def bend_of(cushions, measures):
    """In the mean over its cushions, how far, rad, a way of the cue ball bent after one, and how far it rolled into it.

    -1 as the bend without any cushion.
    """
    if cushions == 0:
        return -1.0, 0.0
    return measures[BENT] / cushions, measures[ROLLED] / cushions


@kernel
def unsighted_way(cushions, measures):
    """Root of the sum of the squared ways, m, that the cue ball still has to the contact after each of its cushions."""
    way = measures[WAY]
    return math.sqrt(max(0.0, way * (cushions * way - 2.0 * measures[RAILS_AT]) + measures[RAILS_AT_SQUARED]))


@kernel
def _was_frozen_there(ws, i):
    """True when a ball meets a cushion where it lay: frozen to it, it is pressed into it, not driven to it."""
    dx, dy = ws.balls[i, X] - ws.start[i, 0], ws.balls[i, Y] - ws.start[i, 1]
    return dx * dx + dy * dy < STILL_FROZEN_M * STILL_FROZEN_M


@kernel
def _pocket_beside(bed, x, y):
    """The pocket beside which a cushion was met, -1 for none: into that one it is a brush, no bank."""
    for pocket in range(6):
        dx, dy = x - bed.mouth[pocket, 0], y - bed.mouth[pocket, 1]
        if dx * dx + dy * dy < BESIDE_POCKET_M * BESIDE_POCKET_M:
            return pocket
    return -1


@kernel
def _note_first_hit(balls, target, now, facts, measures):
    facts[FIRST_HIT] = target
    nx, ny = balls[target, X] - balls[0, X], balls[target, Y] - balls[0, Y]
    vx, vy = balls[0, VX], balls[0, VY]
    measures[CONTACT_TIME] = now
    _go_on(balls, facts, measures)
    measures[CUT] = math.atan2(vx * ny - vy * nx, vx * nx + vy * ny)
    measures[CONTACT_SPEED] = math.sqrt(vx * vx + vy * vy)


@kernel
def leave_first_contact(ws, facts, measures):
    """Turn cue ball and target by what was misjudged of their ways, and keep the direction of the target."""
    target = facts[FIRST_HIT]
    _turn_motion(ws.balls, 0, ws.answers[TURN_OF_CUE])
    _turn_motion(ws.balls, target, ws.answers[TURN_OF_TARGET])
    measures[TARGET_DIRECTION] = math.atan2(ws.balls[target, VY], ws.balls[target, VX])


@kernel
def _turn_motion(balls, i, angle):
    """Turn velocity and spin of a ball by an angle, rad: its whole way turns."""
    if angle == 0.0:
        return
    cosine, sine = math.cos(angle), math.sin(angle)
    vx, vy, wx, wy = balls[i, VX], balls[i, VY], balls[i, WX], balls[i, WY]
    balls[i, VX], balls[i, VY] = cosine * vx - sine * vy, sine * vx + cosine * vy
    balls[i, WX], balls[i, WY] = cosine * wx - sine * wy, sine * wx + cosine * wy


@kernel
def note_before(trace, row, at, balls, i):
    """Write the motion of ball i just before an event into a row of the trace, from column `at` on."""
    if row < trace.shape[0]:
        for column in range(5):
            trace[row, at + column] = balls[i, 2 + column]


@kernel
def note(trace, row, ws, now, kind, i, other):
    """Write one row of the trace; returns the next free row."""
    if row >= trace.shape[0]:
        return row
    trace[row, AT_S], trace[row, KIND], trace[row, WHOSE], trace[row, MET] = now, kind, i, other
    trace[row, AFTER] = ws.phase[i]
    for column in range(7):
        trace[row, AFTER + 1 + column] = ws.balls[i, column]
    trace[row, HEIGHT], trace[row, HEIGHT + 1] = ws.balls[i, Z], ws.balls[i, VZ]
    if kind == BALL_BALL:
        trace[row, HEIGHT_OTHER], trace[row, HEIGHT_OTHER + 1] = ws.balls[other, Z], ws.balls[other, VZ]
        trace[row, AFTER_OTHER] = ws.phase[other]
        for column in range(7):
            trace[row, AFTER_OTHER + 1 + column] = ws.balls[other, column]
    return row + 1
