"""The event loop: from the stroke to the last ball at rest."""

import math

from partita.kernels import kernel
from partita.physics.ball_impact import ball_impact
from partita.physics.constants import (
    BALL_BALL,
    CUSHION,
    FACING,
    INFINITY,
    MAX_EVENTS,
    POCKET,
    POCKETED,
    RESTING_GAP,
    SLOW_CUSHION,
    STILL,
    STROKE,
    TIP,
    TOO_MANY_EVENTS,
    ZONE,
)
from partita.physics.cushion_impact import cushion_impact
from partita.physics.motion import advance, finish_phase, launch
from partita.physics.prediction import approach_speed, begin_phase, on_nose, predict, zone_at

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
) = range(9)
FACTS = 9
# And the measured ones.
CONTACT_TIME, CUT, SECONDS, CONTACT_SPEED, TARGET_DIRECTION = range(5)
MEASURES = 5
BESIDE_POCKET_M = 0.3
# A row of the trace: t, kind, ball, other, then phase and state of both balls after the event.
TRACE_COLUMNS = 20


@kernel
def set_up(ws, places, pocketed, bed, physics):
    """Put the balls where they lie, at rest. places : (n, 2) m; pocketed : (n,) pocket or -1, -2 off."""
    for i in range(places.shape[0]):
        ws.balls[i] = 0.0
        ws.balls[i, 0], ws.balls[i, 1] = places[i, 0], places[i, 1]
        _set_before_noses(ws.balls[i], bed)
        ws.zone[i] = zone_at(bed, ws.balls[i, 0], ws.balls[i, 1])
        begin_phase(ws, i, 0.0, physics, bed.radius)
        ws.next_time[i] = INFINITY
        ws.next_with[i] = -1
        if pocketed[i] != -1:
            ws.phase[i] = POCKETED
            ws.ends[i] = INFINITY


@kernel
def _set_before_noses(ball, bed):
    """A ball placed by rounded numbers a little inside a nose is meant to be frozen to it."""
    for side in range(4):
        axis = 1 if side < 2 else 0
        far = bed.width if side == 1 else (bed.length if side == 3 else 0.0)
        if abs(ball[axis] - far) < bed.reach and on_nose(bed, side, ball[0], ball[1]):
            ball[axis] = bed.reach if far == 0.0 else far - bed.reach


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
    launch(stroke, physics.k_endmass, bed.radius, ws.balls[0])
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
            _bring_to(ws, other, now, physics, bed.radius)
        first_hit = kind == BALL_BALL and facts[FIRST_HIT] < 0
        _count(ws, i, other, kind, now, bed, facts, measures)
        _happen(ws, i, other, kind, now, bed, physics, pocketed)
        if first_hit:
            target = ws.balls[facts[FIRST_HIT]]
            measures[TARGET_DIRECTION] = math.atan2(target[3], target[2])
        if kind != ZONE:
            facts[EVENTS] += 1
            rows = _note(trace, rows, ws, now, kind, i, other)
        done = until_contact and kind == BALL_BALL
        _predict_touched(ws, i, other if kind == BALL_BALL else -1, now, bed, physics)
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
    time, hardest = ws.next_time[best], approach_speed(ws, best, ws.next_time[best])
    for i in range(ws.next_time.shape[0]):
        if ws.next_time[i] - time < 1e-12 and ws.next_kind[i] == BALL_BALL:
            speed = approach_speed(ws, i, time)
            if speed > hardest + 1e-12:
                best, hardest = i, speed
    return best


@kernel
def _bring_to(ws, i, now, physics, radius):
    advance(ws.balls[i], ws.phase[i], ws.acceleration[i], physics, radius, now - ws.since[i])
    ws.since[i] = now


@kernel
def _happen(ws, i, other, kind, now, bed, physics, pocketed):
    """Change the touched balls' states as the event demands, and begin their new phases."""
    ball = ws.balls[i]
    if kind == BALL_BALL:
        ball_impact(ball, ws.balls[other], physics, bed.radius)
        _leave_zone(ws, i, bed)
        _leave_zone(ws, other, bed)
        begin_phase(ws, other, now, physics, bed.radius)
    elif kind == CUSHION:
        _meet_nose(ws, i, other, bed, physics)
    elif kind == TIP or kind == FACING:
        _meet_jaw(ws, i, other, kind, bed, physics)
    elif kind == POCKET:
        pocketed[i] = other
        ball[2:7] = 0.0
        ws.phase[i] = POCKETED
        ws.ends[i] = INFINITY
        ws.acceleration[i] = 0.0
        return
    elif kind == ZONE:
        ws.zone[i] = other
    else:
        finish_phase(ball, ws.phase[i], bed.radius)
    begin_phase(ws, i, now, physics, bed.radius)


@kernel
def _leave_zone(ws, i, bed):
    """An impact that set a ball a hair back over the bed has carried it past the line of its zone."""
    if ws.zone[i] != 0 and zone_at(bed, ws.balls[i, 0], ws.balls[i, 1]) == 0:
        ws.zone[i] = 0


@kernel
def _meet_nose(ws, i, cushion, bed, physics):
    ball = ws.balls[i]
    axis = 1 if cushion < 2 else 0
    sign = 1.0 if cushion == 1 or cushion == 3 else -1.0
    out_x, out_y = (sign, 0.0) if axis == 0 else (0.0, sign)
    speed = cushion_impact(
        ball, out_x, out_y, bed.sine, bed.cosine, physics.e_c, physics.mu_w, physics.mu_s,
        bed.radius, ws.impact,
    )  # fmt: skip
    line = bed.reach
    if sign > 0.0:
        line = (bed.length if axis == 0 else bed.width) - bed.reach
    ball[axis] = line - sign * RESTING_GAP if speed < SLOW_CUSHION else line


@kernel
def _meet_jaw(ws, i, jaw, kind, bed, physics):
    ball = ws.balls[i]
    if kind == FACING:
        out_x, out_y = -bed.facing_normal[jaw // 2, jaw % 2, 0], -bed.facing_normal[jaw // 2, jaw % 2, 1]
    else:
        tip = bed.tip[jaw // 2, jaw % 2]
        out_x, out_y = tip[0] - ball[0], tip[1] - ball[1]
        size = math.hypot(out_x, out_y)
        out_x, out_y = out_x / size, out_y / size
    speed = cushion_impact(
        ball, out_x, out_y, bed.sine, bed.cosine, physics.e_facing, physics.mu_w, physics.mu_s,
        bed.radius, ws.impact,
    )  # fmt: skip
    if speed < SLOW_CUSHION:
        ball[0] -= RESTING_GAP * out_x
        ball[1] -= RESTING_GAP * out_y
        _leave_zone(ws, i, bed)


@kernel
def _predict_touched(ws, i, other, now, bed, physics):
    """Predict the touched balls again, and those whose next event was with one of them."""
    for j in range(ws.balls.shape[0]):
        if j == i or j == other or ws.next_kind[j] != BALL_BALL or ws.next_time[j] >= INFINITY:
            continue
        if ws.next_with[j] == i or (other >= 0 and ws.next_with[j] == other):
            if ws.phase[j] == STILL or ws.phase[j] == POCKETED:
                ws.next_time[j] = INFINITY
            else:
                _bring_to(ws, j, now, physics, bed.radius)
                predict(ws, j, now, bed)
    predict(ws, i, now, bed)
    if other >= 0:
        predict(ws, other, now, bed)


@kernel
def _count(ws, i, other, kind, now, bed, facts, measures):
    """Keep the facts that rules and names need, just before an event changes the balls."""
    before = facts[FIRST_HIT] < 0
    if kind == BALL_BALL:
        if before:
            _note_first_hit(ws, i + other, now, facts, measures)
        elif i * other != 0 or i + other != facts[FIRST_HIT]:
            facts[OTHERS_MOVED] += 1
    elif kind == CUSHION or kind == TIP or kind == FACING:
        if before:
            facts[CUE_CUSHIONS_BEFORE] += 1
            if kind == CUSHION and facts[CUE_CUSHIONS_BEFORE] <= 9:
                facts[ROUTE] = 5 * facts[ROUTE] + 1 + other
        else:
            facts[RAIL_AFTER] = 1
            if i == 0:
                facts[CUE_CUSHIONS_AFTER] += 1
            elif i == facts[FIRST_HIT] and kind == CUSHION and _clear_of_pockets(bed, ws.balls[i]):
                facts[TARGET_CUSHIONS] += 1


@kernel
def _clear_of_pockets(bed, ball):
    """True when a rail contact is no mere brush beside a pocket, which nobody calls a bank."""
    for pocket in range(6):
        if math.hypot(ball[0] - bed.mouth[pocket, 0], ball[1] - bed.mouth[pocket, 1]) < BESIDE_POCKET_M:
            return False
    return True


@kernel
def _note_first_hit(ws, target, now, facts, measures):
    cue, ball = ws.balls[0], ws.balls[target]
    nx, ny = ball[0] - cue[0], ball[1] - cue[1]
    speed = math.hypot(cue[2], cue[3])
    facts[FIRST_HIT] = target
    measures[CONTACT_TIME] = now
    measures[CUT] = math.atan2(cue[2] * ny - cue[3] * nx, cue[2] * nx + cue[3] * ny)
    measures[CONTACT_SPEED] = speed


@kernel
def _note(trace, row, ws, now, kind, i, other):
    """Write one row of the trace; returns the next free row."""
    if row >= trace.shape[0]:
        return row
    trace[row, 0], trace[row, 1], trace[row, 2], trace[row, 3] = now, kind, i, other
    trace[row, 4] = ws.phase[i]
    trace[row, 5:12] = ws.balls[i]
    if kind == BALL_BALL:
        trace[row, 12] = ws.phase[other]
        trace[row, 13:20] = ws.balls[other]
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
        pocketed[e] = in_play
        rows[e] = run(
            ws, places[e % places.shape[0]], pocketed[e], strokes[e], until_contact, bed, physics, finals[e],
            facts[e], measures[e], trace[e],
        )  # fmt: skip
