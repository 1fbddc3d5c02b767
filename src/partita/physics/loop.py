"""The event loop: from the stroke to the last ball at rest."""

import math

from partita.kernels import kernel
from partita.physics.ball_impact import add_tied, ball_impact, is_tied, tied_impacts
from partita.physics.constants import (
    AFTER,
    AFTER_OTHER,
    BALL_BALL,
    BEFORE,
    BEFORE_OTHER,
    CUSHION,
    FACING,
    INFINITY,
    MAX_EVENTS,
    POCKET,
    POCKETED,
    RESTING_GAP,
    SAME_INSTANT,
    SLOW_CUSHION,
    STILL,
    STROKE,
    TIP,
    TOO_MANY_EVENTS,
    ZONE,
)
from partita.physics.cushion_impact import cushion_impact
from partita.physics.motion import STATE_COLUMNS, advance, finish_phase, launch
from partita.physics.prediction import begin_phase, on_nose, predict, zone_at

# What is counted while a shot runs, for the rules and the naming: columns of the facts.
(
    STATUS,  # OK or TOO_MANY_EVENTS
    FIRST_HIT,  # index of the first ball the cue ball touches, -1 for none
    CUE_CUSHIONS_BEFORE,  # cushions of the cue ball before that contact
    ROUTE,  # the same cushions as digits: 1 + cushion, base 5, first cushion in the highest place
    RAIL_AFTER,  # 1 when any ball met a cushion, tip or facing after that contact
    TARGET_CUSHIONS,  # cushions of the first-hit ball, not counting a brush beside a pocket
    CUE_CUSHIONS_AFTER,  # cushions of the cue ball after that contact
    OTHERS_MOVED,  # contacts other than between cue ball and target
    EVENTS,  # events handled
    CONTACTS,  # contacts of balls with balls
    MISCUE,  # 1 when the tip slipped off the cue ball
) = range(11)
FACTS = 11
# And the measured ones.
CONTACT_TIME, CUT, SECONDS, CONTACT_SPEED, TARGET_DIRECTION, CONTACT_X, CONTACT_Y = range(7)
MEASURES = 7
BESIDE_POCKET_M = 0.3
# A ball that has moved less than this has not left the cushion it was frozen to.
STILL_FROZEN_M = 0.002


@kernel
def set_up(ws, places, pocketed, bed, physics):
    """Put the balls where they lie, at rest. places : (n, 2) m; pocketed : (n,) pocket or -1, -2 off."""
    for i in range(places.shape[0]):
        for column in range(STATE_COLUMNS):
            ws.balls[i, column] = 0.0
        ws.balls[i, 0], ws.balls[i, 1] = places[i, 0], places[i, 1]
        set_before_noses(ws.balls, i, bed)
        ws.start[i, 0], ws.start[i, 1] = ws.balls[i, 0], ws.balls[i, 1]
        ws.zone[i] = zone_at(bed, ws.balls[i, 0], ws.balls[i, 1])
        begin_phase(ws, i, 0.0, physics, bed.radius)
        ws.next_time[i] = INFINITY
        ws.next_with[i] = -1
        ws.present[i] = pocketed[i] == -1
        if pocketed[i] != -1:
            ws.phase[i] = POCKETED
            ws.ends[i] = INFINITY


@kernel
def set_before_noses(balls, i, bed):
    """A ball placed by rounded numbers a little inside a nose is meant to be frozen to it."""
    for side in range(4):
        axis = 1 if side < 2 else 0
        far = bed.width if side == 1 else (bed.length if side == 3 else 0.0)
        if abs(balls[i, axis] - far) < bed.reach and on_nose(bed, side, balls[i, 0], balls[i, 1]):
            balls[i, axis] = bed.reach if far == 0.0 else far - bed.reach


@kernel
def run(ws, places, pocketed, stroke, until_contact, bed, physics, finals, facts, measures, trace):
    """Play one stroke. Returns the number of trace rows written.

    places : (n, 2) m, ball 0 is the cue ball; stroke : (5,) as in `motion.launch`
    pocketed : (n,) int8, in: -1 on the table, -2 not in play; out: the pocket it fell into, or -1
    until_contact : stop at the first ball-ball contact (for aiming)
    finals : (n, 2) m; facts : (FACTS,) int32; measures : (MEASURES,) float64
    trace : (m, TRACE_COLUMNS) rows to fill, m may be 0
    """
    set_up(ws, places, pocketed, bed, physics)
    facts[:] = 0
    facts[FIRST_HIT] = -1
    measures[:] = 0.0
    facts[MISCUE] = launch(stroke, physics.k_endmass, bed.radius, ws.balls)
    begin_phase(ws, 0, 0.0, physics, bed.radius)
    predict(ws, 0, 0.0, bed)
    rows = _note(trace, 0, ws, 0.0, STROKE, 0, -1)
    now, done = 0.0, False
    while not done:
        i = _next_ball(ws)
        if ws.next_time[i] >= INFINITY:
            break
        if facts[EVENTS] >= MAX_EVENTS:
            facts[STATUS] = TOO_MANY_EVENTS
            break
        now = ws.next_time[i]
        kind, other = ws.next_kind[i], ws.next_with[i]
        _bring_to(ws, i, now, physics, bed.radius)
        if kind == BALL_BALL:
            rows = _meet_balls(ws, i, other, now, bed, physics, facts, measures, trace, rows)
            done = until_contact
            continue
        _count_rails(ws, i, other, kind, bed, facts)
        _note_before(trace, rows, BEFORE, ws.balls, i)
        _happen(ws, i, other, kind, now, bed, physics, pocketed)
        if kind != ZONE:
            facts[EVENTS] += 1
            rows = _note(trace, rows, ws, now, kind, i, other)
        _predict_touched(ws, i, now, bed, physics)
        predict(ws, i, now, bed)
    measures[SECONDS] = now
    for j in range(places.shape[0]):
        finals[j, 0], finals[j, 1] = ws.balls[j, 0], ws.balls[j, 1]
    return rows


@kernel
def _next_ball(ws):
    """The ball whose next event comes first; of contacts that fall together, the hardest one.

    A tie decided by the balls' numbers would make the answer depend on how they are numbered.
    """
    best = 0
    for i in range(1, ws.next_time.shape[0]):
        if ws.next_time[i] < ws.next_time[best]:
            best = i
    if ws.next_time[best] >= INFINITY or ws.next_kind[best] != BALL_BALL:
        return best
    latest = ws.next_time[best] + SAME_INSTANT
    for i in range(ws.next_time.shape[0]):
        if ws.next_time[i] <= latest and ws.next_kind[i] == BALL_BALL and ws.next_speed[i] > ws.next_speed[best]:
            best = i
    return best


@kernel
def _bring_to(ws, i, now, physics, radius):
    advance(ws.balls, i, ws.phase[i], physics, radius, now - ws.since[i])
    ws.since[i] = now


@kernel
def _meet_balls(ws, i, j, now, bed, physics, facts, measures, trace, rows):
    """Balls i and j touch, and whatever touches either of them just so. Returns the next free trace row."""
    _bring_to(ws, j, now, physics, bed.radius)
    for k in range(ws.balls.shape[0]):
        # Near enough to be touching too: brought up to date, so that it can be seen.
        if k != i and k != j and ws.present[k] and ws.phase[k] != STILL and _is_near(ws.balls, i, j, k, bed.radius):
            _bring_to(ws, k, now, physics, bed.radius)
    tied = add_tied(ws.balls, ws.present, i, j, bed.radius, ws.pairs, 0)
    for k in range(ws.balls.shape[0]):
        # Elsewhere on the table, in a broken rack's other half: equally hard, so equally first.
        due = ws.next_kind[k] == BALL_BALL and ws.next_time[k] <= now + SAME_INSTANT
        if due and k != i and k != j and is_tied(ws.next_speed[i], ws.next_speed[k]):
            _bring_to(ws, k, now, physics, bed.radius)
            _bring_to(ws, ws.next_with[k], now, physics, bed.radius)
            tied = add_tied(ws.balls, ws.present, k, ws.next_with[k], bed.radius, ws.pairs, tied)
    for c in range(tied):
        _count_contact(ws, ws.pairs[c, 0], ws.pairs[c, 1], now, facts, measures)
        _note_before(trace, rows + c, BEFORE, ws.balls, ws.pairs[c, 0])
        _note_before(trace, rows + c, BEFORE_OTHER, ws.balls, ws.pairs[c, 1])
    first_hit = facts[CONTACTS] == tied
    if tied == 1:
        ball_impact(ws.balls, i, j, physics, bed.radius)
    else:
        tied_impacts(ws.balls, ws.pairs, tied, physics, bed.radius, ws.tied)
    if first_hit:
        target = facts[FIRST_HIT]
        measures[TARGET_DIRECTION] = math.atan2(ws.balls[target, 3], ws.balls[target, 2])
    for c in range(tied):
        for side in range(2):
            _leave_zone(ws, ws.pairs[c, side], bed)
            begin_phase(ws, ws.pairs[c, side], now, physics, bed.radius)
    for c in range(tied):
        facts[EVENTS] += 1
        rows = _note(trace, rows, ws, now, BALL_BALL, ws.pairs[c, 0], ws.pairs[c, 1])
    for c in range(tied):
        _predict_touched(ws, ws.pairs[c, 0], now, bed, physics)
        _predict_touched(ws, ws.pairs[c, 1], now, bed, physics)
    for c in range(tied):
        predict(ws, ws.pairs[c, 0], now, bed)
        predict(ws, ws.pairs[c, 1], now, bed)
    return rows


@kernel
def _is_near(balls, i, j, k, radius):
    edge = 3.0 * radius
    for one in (i, j):
        dx, dy = balls[k, 0] - balls[one, 0], balls[k, 1] - balls[one, 1]
        if dx * dx + dy * dy < edge * edge:
            return True
    return False


@kernel
def _happen(ws, i, other, kind, now, bed, physics, pocketed):
    """Change ball i's state as the event demands, and begin its new phase."""
    if kind == CUSHION:
        _meet_nose(ws, i, other, bed, physics)
    elif kind == TIP or kind == FACING:
        _meet_jaw(ws, i, other, kind, bed, physics)
    elif kind == POCKET:
        pocketed[i] = other
        for column in range(2, STATE_COLUMNS):
            ws.balls[i, column] = 0.0
        ws.phase[i] = POCKETED
        ws.present[i] = False
        ws.ends[i] = INFINITY
        return
    elif kind == ZONE:
        ws.zone[i] = other
    else:
        finish_phase(ws.balls, i, ws.phase[i], bed.radius)
    begin_phase(ws, i, now, physics, bed.radius)


@kernel
def _leave_zone(ws, i, bed):
    """An impact that set a ball a hair back over the bed has carried it past the line of its zone."""
    if ws.zone[i] != 0 and zone_at(bed, ws.balls[i, 0], ws.balls[i, 1]) == 0:
        ws.zone[i] = 0


@kernel
def _meet_nose(ws, i, cushion, bed, physics):
    axis = 1 if cushion < 2 else 0
    sign = 1.0 if cushion == 1 or cushion == 3 else -1.0
    out_x, out_y = (sign, 0.0) if axis == 0 else (0.0, sign)
    speed = cushion_impact(
        ws.balls, i, out_x, out_y, bed.sine, bed.cosine, physics.e_c, physics.mu_w, physics.mu_s, bed.radius
    )  # fmt: skip
    line = bed.reach
    if sign > 0.0:
        line = (bed.length if axis == 0 else bed.width) - bed.reach
    ws.balls[i, axis] = line - sign * RESTING_GAP if speed < SLOW_CUSHION else line


@kernel
def _meet_jaw(ws, i, jaw, kind, bed, physics):
    pocket, side = jaw // 2, jaw % 2
    if kind == FACING:
        out_x, out_y = -bed.facing_normal[pocket, side, 0], -bed.facing_normal[pocket, side, 1]
    else:
        out_x, out_y = bed.tip[pocket, side, 0] - ws.balls[i, 0], bed.tip[pocket, side, 1] - ws.balls[i, 1]
        size = math.sqrt(out_x * out_x + out_y * out_y)
        out_x, out_y = out_x / size, out_y / size
    speed = cushion_impact(
        ws.balls, i, out_x, out_y, bed.sine, bed.cosine, physics.e_facing, physics.mu_w, physics.mu_s, bed.radius
    )  # fmt: skip
    if speed < SLOW_CUSHION:
        ws.balls[i, 0] -= RESTING_GAP * out_x
        ws.balls[i, 1] -= RESTING_GAP * out_y
        _leave_zone(ws, i, bed)


@kernel
def _predict_touched(ws, i, now, bed, physics):
    """Predict those balls again whose next event was with ball i."""
    for j in range(ws.balls.shape[0]):
        if j == i or ws.next_with[j] != i or ws.next_kind[j] != BALL_BALL or ws.next_time[j] >= INFINITY:
            continue
        if ws.phase[j] == STILL or ws.phase[j] == POCKETED:
            ws.next_time[j] = INFINITY
        else:
            _bring_to(ws, j, now, physics, bed.radius)
            predict(ws, j, now, bed)


@kernel
def _count_contact(ws, i, j, now, facts, measures):
    """Keep the facts that rules and names need, just before two balls change."""
    if facts[FIRST_HIT] < 0:
        _note_first_hit(ws.balls, i + j, now, facts, measures)
    elif i * j != 0 or i + j != facts[FIRST_HIT]:
        facts[OTHERS_MOVED] += 1
    facts[CONTACTS] += 1


@kernel
def _count_rails(ws, i, other, kind, bed, facts):
    """The same for a ball and a cushion, tip or facing."""
    if kind != CUSHION and kind != TIP and kind != FACING:
        return
    if facts[FIRST_HIT] < 0:
        facts[CUE_CUSHIONS_BEFORE] += 1
        if kind == CUSHION and facts[CUE_CUSHIONS_BEFORE] <= 9:
            facts[ROUTE] = 5 * facts[ROUTE] + 1 + other
        return
    if kind == CUSHION and _was_frozen_there(ws, i):
        return
    facts[RAIL_AFTER] = 1
    if i == 0:
        facts[CUE_CUSHIONS_AFTER] += 1
    elif i == facts[FIRST_HIT] and kind == CUSHION and _clear_of_pockets(bed, ws.balls[i, 0], ws.balls[i, 1]):
        facts[TARGET_CUSHIONS] += 1


@kernel
def _was_frozen_there(ws, i):
    """True when a ball meets a cushion where it lay: frozen to it, it is pressed into it, not driven to it."""
    dx, dy = ws.balls[i, 0] - ws.start[i, 0], ws.balls[i, 1] - ws.start[i, 1]
    return dx * dx + dy * dy < STILL_FROZEN_M * STILL_FROZEN_M


@kernel
def _clear_of_pockets(bed, x, y):
    """True when a rail contact is no mere brush beside a pocket, which nobody calls a bank."""
    for pocket in range(6):
        dx, dy = x - bed.mouth[pocket, 0], y - bed.mouth[pocket, 1]
        if dx * dx + dy * dy < BESIDE_POCKET_M * BESIDE_POCKET_M:
            return False
    return True


@kernel
def _note_first_hit(balls, target, now, facts, measures):
    nx, ny = balls[target, 0] - balls[0, 0], balls[target, 1] - balls[0, 1]
    vx, vy = balls[0, 2], balls[0, 3]
    facts[FIRST_HIT] = target
    measures[CONTACT_TIME] = now
    measures[CONTACT_X], measures[CONTACT_Y] = balls[0, 0], balls[0, 1]
    measures[CUT] = math.atan2(vx * ny - vy * nx, vx * nx + vy * ny)
    measures[CONTACT_SPEED] = math.sqrt(vx * vx + vy * vy)


@kernel
def _note_before(trace, row, at, balls, i):
    if row < trace.shape[0]:
        for column in range(5):
            trace[row, at + column] = balls[i, 2 + column]


@kernel
def _note(trace, row, ws, now, kind, i, other):
    """Write one row of the trace; returns the next free row."""
    if row >= trace.shape[0]:
        return row
    trace[row, 0], trace[row, 1], trace[row, 2], trace[row, 3] = now, kind, i, other
    trace[row, AFTER] = ws.phase[i]
    for column in range(7):
        trace[row, AFTER + 1 + column] = ws.balls[i, column]
    if kind == BALL_BALL:
        trace[row, AFTER_OTHER] = ws.phase[other]
        for column in range(7):
            trace[row, AFTER_OTHER + 1 + column] = ws.balls[other, column]
    return row + 1


@kernel
def run_batch(
    ws, places, in_play, strokes, until_contact, bed, physics, finals, pocketed, facts, measures, trace, rows
):
    """Play many strokes: the one way into the loop from outside, so that it is compiled once.

    places : (m, n, 2) m, or (1, n, 2) for the same layout each time; strokes : (m, 5)
    in_play : (n,) int8, -1 or -2; finals : (m, n, 2); pocketed : (m, n) int8
    facts : (m, FACTS) int32; measures : (m, MEASURES)
    trace : (m, k, TRACE_COLUMNS), or k = 0 for none; rows : (m,) int64, rows written
    """
    for e in range(strokes.shape[0]):
        for ball in range(in_play.shape[0]):
            pocketed[e, ball] = in_play[ball]
        rows[e] = run(
            ws, places[e % places.shape[0]], pocketed[e], strokes[e], until_contact, bed, physics, finals[e],
            facts[e], measures[e], trace[e],
        )  # fmt: skip
