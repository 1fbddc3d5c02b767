"""The event loop: from the stroke to the last ball at rest.

Kernels here take the workspace `ws` of a shot (`prediction.Workspace`), the table's `bed` and `physics`, and balls as
rows: i, j, k. `now` is the time of the event in hand, s; pocketed : (n,) int8, the pocket a ball fell in, -1 on the
table, -2 not in play; facts, measures, trace : as in `facts`, with the next free row of the trace in `rows`.
"""

import math

from partita.kernels import call_at, kernel
from partita.physics.ball_impact import add_tied, ball_impact, is_tied, tied_impacts
from partita.physics.constants import (
    BALL_BALL,
    CUSHION,
    FACING,
    FLYING,
    INFINITY,
    JAW_TIP,
    LANDING,
    MAX_EVENTS,
    NO_POCKET,
    OFF_TABLE,
    POCKET,
    POCKETED,
    RESTING_GAP,
    SAME_INSTANT,
    SLOW_CUSHION,
    STILL,
    STROKE,
    TOO_MANY_EVENTS,
    ZONE,
)
from partita.physics.cushion_impact import cushion_impact
from partita.physics.facts import (
    CONTACTS,
    EVENTS,
    FIRST_HIT,
    MISCUE,
    OFF,
    PRESSED,
    SECONDS,
    STATUS,
    begin_way,
    count_contact,
    count_flight,
    count_rails,
    leave_first_contact,
    leave_rail,
    note,
    note_before,
)
from partita.physics.flight import bounce, impact_in_space, rubber_impact
from partita.physics.motion import advance, finish_phase, launch, launch_miscued, slips
from partita.physics.prediction import (
    RUBBER_S,
    TURN_OF_CUE,
    TURN_OF_TARGET,
    begin_phase,
    predict,
)
from partita.physics.press import gather, is_pressed, meets_while_held, press, takes_part
from partita.physics.raised_cue import launch_raised
from partita.physics.zones import on_nose, zone_at
from partita.rows.ball import COLUMNS as BALL_COLUMNS
from partita.rows.ball import X, Y, Z
from partita.rows.stroke import CUE_TURN_RAD, ELEVATION_RAD, EXECUTED, RUBBER, TARGET_TURN_RAD
from partita.rows.trace import BEFORE, BEFORE_OTHER


@kernel
def set_up(ws, places, pocketed, bed, physics):
    """Put the balls where they lie, at rest. places : (n, 2) m; pocketed : (n,) pocket or -1, -2 off."""
    for i in range(places.shape[0]):
        for column in range(BALL_COLUMNS):
            ws.balls[i, column] = 0.0
        ws.balls[i, X], ws.balls[i, Y] = places[i, 0], places[i, 1]
        set_before_noses(ws.balls, i, bed)
        ws.start[i, 0], ws.start[i, 1] = ws.balls[i, X], ws.balls[i, Y]
        ws.zone[i] = zone_at(bed, ws.balls[i, X], ws.balls[i, Y])
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
        if abs(balls[i, axis] - far) < bed.reach and on_nose(bed, side, balls[i, X], balls[i, Y]):
            balls[i, axis] = bed.reach if far == 0.0 else far - bed.reach


@kernel
def run(ws, places, pocketed, stroke, until_contact, bed, physics, finals, facts, measures, trace):
    """Play one stroke. Returns the number of trace rows written.

    places : (n, 2) m, ball 0 is the cue ball; stroke : (6,) as it is meant, or (9,) as executed (`rows.stroke`)
    pocketed : (n,) int8, in: -1 on the table, -2 not in play; out: the pocket it fell into, or -1
    until_contact : stop at the first ball-ball contact (for aiming)
    finals : (n, 2) m; facts : (FACTS,) int32; measures : (MEASURES,) float64
    trace : (m, TRACE_COLUMNS) rows to fill, m may be 0
    """
    set_up(ws, places, pocketed, bed, physics)
    facts[:] = 0
    facts[FIRST_HIT] = -1
    measures[:] = 0.0
    begin_way(places, measures)
    _set_answers(ws, stroke, physics)
    _strike(ws, stroke, bed, physics, facts)
    predict(ws, 0, 0.0, bed)
    rows = note(trace, 0, ws, 0.0, STROKE, 0, -1)
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
        if ws.phase[0] == FLYING and (i == 0 or (other == 0 and kind == BALL_BALL)):
            count_flight(ws, now, i + other if kind == BALL_BALL else -1, bed.radius, facts)
        _bring_to(ws, i, now, physics, bed.radius)
        if kind == BALL_BALL:
            rows = _meet_balls(ws, i, other, now, bed, physics, facts, measures, trace, rows)
            done = until_contact
            continue
        if kind == CUSHION and ws.phase[i] != FLYING and meets_while_held(ws, i, other, now, bed):
            rows, pressed = _press(ws, i, -1, now, bed, physics, facts, measures, trace, rows)
            if pressed:
                done = until_contact and facts[CONTACTS] > 0
                continue
        count_rails(ws, i, other, kind, bed, facts, measures)
        note_before(trace, rows, BEFORE, ws.balls, i)
        _happen(ws, i, other, kind, now, bed, physics, pocketed)
        facts[OFF] += kind == OFF_TABLE
        facts[EVENTS] += 1
        leave_rail(ws, i, kind, facts, measures)
        if kind != ZONE:
            rows = note(trace, rows, ws, now, kind, i, other)
        _predict_touched(ws, i, now, bed, physics)
        predict(ws, i, now, bed)
    measures[SECONDS] = now
    for j in range(places.shape[0]):
        finals[j, 0], finals[j, 1] = ws.balls[j, X], ws.balls[j, Y]
    return rows


@kernel
def _strike(ws, stroke, bed, physics, facts):
    """The cue ball leaves the tip."""
    facts[MISCUE] = slips(stroke)
    if facts[MISCUE]:
        launch_miscued(stroke, ws.balls)
    elif stroke[ELEVATION_RAD] > 0.0:
        launch_raised(stroke, physics, bed.radius, ws.balls)
    else:
        launch(stroke, physics.k_endmass, bed.radius, ws.balls)
    begin_phase(ws, 0, 0.0, physics, bed.radius)


@kernel
def _set_answers(ws, stroke, physics):
    """What balls and rails answer to this stroke: to one as it is meant, what the table says."""
    ws.answers[TURN_OF_CUE] = ws.answers[TURN_OF_TARGET] = 0.0
    ws.answers[RUBBER_S] = physics.rubber_s
    if stroke.shape[0] >= EXECUTED:
        ws.answers[TURN_OF_CUE], ws.answers[TURN_OF_TARGET] = stroke[CUE_TURN_RAD], stroke[TARGET_TURN_RAD]
        ws.answers[RUBBER_S] *= stroke[RUBBER]


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
    in_the_air = ws.phase[i] == FLYING or ws.phase[j] == FLYING
    if in_the_air:
        ws.pairs[0, 0], ws.pairs[0, 1], tied = i, j, 1
    else:
        tied = add_tied(ws.balls, ws.present, i, j, bed.radius, ws.pairs, 0)
    for k in range(ws.balls.shape[0]):
        if in_the_air:
            break
        # Elsewhere on the table, in a broken rack's other half: equally hard, so equally first.
        due = ws.next_kind[k] == BALL_BALL and ws.next_time[k] <= now + SAME_INSTANT and not _flies(ws, k)
        if due and k != i and k != j and is_tied(ws.next_speed[i], ws.next_speed[k]):
            _bring_to(ws, k, now, physics, bed.radius)
            _bring_to(ws, ws.next_with[k], now, physics, bed.radius)
            tied = add_tied(ws.balls, ws.present, k, ws.next_with[k], bed.radius, ws.pairs, tied)
    for c in range(tied):
        count_contact(ws, ws.pairs[c, 0], ws.pairs[c, 1], now, facts, measures)
        note_before(trace, rows + c, BEFORE, ws.balls, ws.pairs[c, 0])
        note_before(trace, rows + c, BEFORE_OTHER, ws.balls, ws.pairs[c, 1])
    # Counted and noted before anything changes; predicted only when all of them have their new motion.
    first_hit = facts[CONTACTS] == tied
    if in_the_air:
        impact_in_space(ws.balls, i, j, physics, bed.radius)
    elif tied == 1:
        ball_impact(ws.balls, i, j, physics, bed.radius)
    else:
        tied_impacts(ws.balls, ws.pairs, tied, physics, bed.radius, ws.tied)
    if first_hit:
        leave_first_contact(ws, facts, measures)
    for c in range(tied):
        for side in range(2):
            _leave_zone(ws, ws.pairs[c, side], bed)
            begin_phase(ws, ws.pairs[c, side], now, physics, bed.radius)
    for c in range(tied):
        facts[EVENTS] += 1
        rows = note(trace, rows, ws, now, BALL_BALL, ws.pairs[c, 0], ws.pairs[c, 1])
    if tied == 1 and not in_the_air and (is_pressed(ws, i, bed) or is_pressed(ws, j, bed)):
        if first_hit:
            facts[PRESSED] = 1
        rows, pressed = _press(ws, i, j, now, bed, physics, facts, measures, trace, rows)
        if pressed:
            return rows
    for c in range(tied):
        _predict_touched(ws, ws.pairs[c, 0], now, bed, physics)
        _predict_touched(ws, ws.pairs[c, 1], now, bed, physics)
    for c in range(tied):
        predict(ws, ws.pairs[c, 0], now, bed)
        predict(ws, ws.pairs[c, 1], now, bed)
    return rows


@kernel
def _flies(ws, i):
    """True when ball i, or the one that it is about to meet, is in the air."""
    return ws.phase[i] == FLYING or ws.phase[ws.next_with[i]] == FLYING


@kernel
def _press(ws, i, j, now, bed, physics, facts, measures, trace, rows):
    """Balls i and j, or ball i and the rubber (j -1), and whoever is about them, until no rubber holds any.

    Returns the next free trace row, and whether it was done: beside a pocket it is not.
    """
    if not gather(ws, i, j, bed):
        return rows, False
    for k in range(ws.balls.shape[0]):
        if takes_part(ws, k):
            _bring_to(ws, k, now, physics, bed.radius)
    later, rows = press(ws, i, j, now, bed, physics, facts, measures, trace, rows)
    for k in range(ws.balls.shape[0]):
        if takes_part(ws, k):
            _predict_touched(ws, k, later, bed, physics)
    for k in range(ws.balls.shape[0]):
        if takes_part(ws, k):
            predict(ws, k, later, bed)
    return rows, True


@kernel
def _is_near(balls, i, j, k, radius):
    edge = 3.0 * radius
    for one in (i, j):
        dx, dy = balls[k, X] - balls[one, X], balls[k, Y] - balls[one, Y]
        if dx * dx + dy * dy < edge * edge:
            return True
    return False


@kernel
def _happen(ws, i, other, kind, now, bed, physics, pocketed):
    """Change ball i's state as the event demands, and begin its new phase."""
    if kind == CUSHION:
        _meet_nose(ws, i, other, bed, physics)
    elif kind == JAW_TIP or kind == FACING:
        _meet_jaw(ws, i, other, kind, bed, physics)
    elif kind == LANDING:
        ws.balls[i, Z] = 0.0
        bounce(ws.balls, i, physics, bed.radius)
    elif kind == POCKET or kind == OFF_TABLE:
        pocketed[i] = other if kind == POCKET else NO_POCKET
        for column in range(2, BALL_COLUMNS):
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
    if ws.zone[i] != 0 and zone_at(bed, ws.balls[i, X], ws.balls[i, Y]) == 0:
        ws.zone[i] = 0


@kernel
def _meet_nose(ws, i, cushion, bed, physics):
    axis = 1 if cushion < 2 else 0
    sign = 1.0 if cushion == 1 or cushion == 3 else -1.0
    out_x, out_y = (sign, 0.0) if axis == 0 else (0.0, sign)
    if ws.phase[i] == FLYING:
        far = (bed.length if axis == 0 else bed.width) if sign > 0.0 else 0.0
        gap, low = sign * (far - ws.balls[i, axis]), bed.sine * bed.radius - ws.balls[i, Z]
        size = math.hypot(gap, low)
        rubber_impact(
            ws.balls, i, out_x * gap / size, out_y * gap / size, low / size, physics.e_c, physics.mu_w, bed.radius
        )  # fmt: skip
        return
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
        out_x, out_y = bed.tip[pocket, side, 0] - ws.balls[i, X], bed.tip[pocket, side, 1] - ws.balls[i, Y]
        size = math.sqrt(out_x * out_x + out_y * out_y)
        out_x, out_y = out_x / size, out_y / size
    if ws.phase[i] == FLYING:
        rubber_impact(ws.balls, i, out_x, out_y, 0.0, physics.e_facing, physics.mu_w, bed.radius)
        _leave_zone(ws, i, bed)
        return
    speed = cushion_impact(
        ws.balls, i, out_x, out_y, bed.sine, bed.cosine, physics.e_facing, physics.mu_w, physics.mu_s, bed.radius
    )  # fmt: skip
    if speed < SLOW_CUSHION:
        ws.balls[i, X] -= RESTING_GAP * out_x
        ws.balls[i, Y] -= RESTING_GAP * out_y
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
def run_batch(
    run_at, ws, places, in_play, strokes, until_contact, bed, physics, finals, pocketed, facts, measures, trace, rows
):
    """Play many strokes, each by `run` at its address, so that the simulator is compiled once for everybody.

    run_at : address of `run`; ws : a workspace for n balls
    places : (m, n, 2) m, or (1, n, 2) for the same layout each time; strokes : (m, 6); both contiguous
    in_play : (n,) int8, -1 or -2; finals : (m, n, 2) m; pocketed : (m, n) int8
    facts : (m, FACTS) int32; measures : (m, MEASURES)
    trace : (m, k, TRACE_COLUMNS), or k = 0 for none; rows : (m,) int64, rows written
    """
    for e in range(strokes.shape[0]):
        for ball in range(in_play.shape[0]):
            pocketed[e, ball] = in_play[ball]
        rows[e] = call_at(run_at, 0, (
            ws, places[e % places.shape[0]], pocketed[e], strokes[e], until_contact, bed, physics, finals[e],
            facts[e], measures[e], trace[e],
        ))  # fmt: skip
