"""The finder: every option worth a look in a situation, named, the constructed ones first.

Two sources, one list. *Constructed*: direct pots, aimed by root-finding (`pots`). *Swept*: strokes straight
at every target, by way of a rail near it, in every direction, and round blockers (`sweep`); what pots a ball or
leaves the other player little is kept, whatever kind it turns out to be, a direct pot too when it was not constructed:
a shot exists when the simulator pots it. Every stroke that pots is then moved to the middle of the aims that pot, and
the range is kept. All are named from their traces (`trace`). What the player would hardly ever bring off is left out.
"""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from itertools import zip_longest

import numpy as np

from partita.games.game import CONTINUES, FOUL, LOST, WON, Call
from partita.lines.sight import is_hooked
from partita.options.families import Found, family_told, rows_in_turn, shot_told, tip_told
from partita.options.fold import fold, shot_of
from partita.options.jumps import jumps
from partita.options.option import ATTACKS, SAFETIES, Option
from partita.options.pots import aim_ranges, pot_rows
from partita.options.scene import Floats, Reading, Scene
from partita.options.shortlist import is_played, likely, sensible
from partita.options.sweep import around, between, fan, few_kicks, rail_first, swerves, tips_and_speeds
from partita.options.trace import read_option
from partita.physics.facts import BESIDE, CUT, FIRST_HIT, ROUTE, TARGET_CUSHIONS
from partita.physics.simulate import execute
from partita.table.spec import POCKETS

# Rack chance, or whatever orders outcomes alike, of every stroke of a reading: (m,).
Value = Callable[[Reading], Floats]
# A cut that may vary by this much is a free choice: the ball hangs, and the position decides.
HANGER_RAD = math.radians(16)
_HANGER_SHARES = (0.12, 0.35, 0.65, 0.88)
# Swept strokes that are traced and named: of each cheap family, and in all.
_TRACED_EACH, _TRACED_ATTACKS, _TRACED_SAFETIES = 2, 130, 240
_REFINED_KICKS = 110
_NEARLY_FULL_RAD, _STICK_KICKS = 0.45, 18
_SQUARING_ROUNDS, _SQUARE_RAD = 8, 0.02
_KEPT_EACH, _FIRST_KICKS = 2, 12
_FOULS = 2
# Push-outs that are traced, of those that leave the cue ball alike, and in all.
_TRACED_PUSH_OUTS, _OF_A_PLACE, _PUSH_OUTS = 60, 2, 10
# How long a rubber may hold a ball, as shares of what the table says.
_HELD_SHARES = (2 / 3, 1.0, 4 / 3)


def find(scene: Scene, value: Value, shooter: Floats) -> Iterator[list[Option]]:
    """Options as they come: the direct pots at once, then what the sweep finds, the most promising first.

    shooter : (11,) the stroke model's row, against which a shot's room for error is held
    """
    pots = constructed(scene)
    yield pots or first_kicks(scene)
    yield swept(scene, value, shooter, pots)
    special = [*push_outs(scene, value), *([] if pots else fouls_on_purpose(scene, value))]
    if special:
        yield special


def constructed(scene: Scene) -> list[Option]:
    """Direct pots, centred; a hanger also with the cut chosen freely."""
    rows = pot_rows(scene)
    if not len(rows):
        return []
    options = centred(scene, scene.play(rows, trace=True), "constructed")
    return [*options, *_free_cuts(scene, options)]


def first_kicks(scene: Scene) -> list[Option]:
    """Some legal kicks, at once: what stands in the list of a hooked player until the sweep is done."""
    rows = scene.raised(few_kicks(scene))
    reading = scene.play(rows)
    legal = np.flatnonzero((reading.outcomes.code != FOUL) & (reading.outcomes.code != LOST))
    kept = fold([int(e) for e in legal], lambda e: shot_told(reading, e), 1)[:_FIRST_KICKS]
    if not kept:
        return []
    named = scene.play(rows[kept], trace=True)
    found = [read_option(scene, named, e, "swept") for e in range(len(kept))]
    # A double kiss is offered only once it has been tried however long the rubber holds the ball.
    return [option for option in found if is_played(option, hooked=True) and option.intention.kind != "double-kiss"]


def swept(scene: Scene, value: Value, shooter: Floats, known: Sequence[Option]) -> list[Option]:
    """Everything but the pots that are known: attacks by their chance, by turns with safeties by what they leave."""
    pots = frozenset((o.intention.potted, o.intention.pocket) for o in known if o.intention.kind == "pot")
    hooked = is_hooked(scene.places, scene.targets, range(1, len(scene.names)), scene.bed.radius)
    attacks: list[Found] = []
    safeties: list[Found] = []
    for part, values in _looked_at(scene, value, shooter, hooked):
        for e in _best_by_family(scene, part, values, pots):
            found = Found(float(values[e]), shot_told(part, e), part.rows[e])
            (attacks if part.calls[e].ball else safeties).append(found)
    attack_list, safe = _named(scene, attacks, safeties)
    new = [o for o in attack_list if o.intention.kind != "pot" or (o.intention.potted, o.intention.pocket) not in pots]
    lists = likely(new, shooter, hooked), sensible(safe, hooked)
    return _by_turns(*(fold(options, _kept_apart, _KEPT_EACH) for options in lists))


def _kept_apart(option: Option) -> tuple[object, ...]:
    """The same shot; of a ball potted rail first each way of striking it."""
    tip = tip_told(option.stroke.row()) if option.intention.kind == "rail-first" else ()
    return shot_of(option), *tip


def _looked_at(scene: Scene, value: Value, shooter: Floats, hooked: bool) -> Iterator[tuple[Reading, Floats]]:
    """All sweeps with the worth of their strokes: straight, by way of a near rail, all round, finer where it pays."""
    for rows in (scene.raised(fan(scene)), _legal(scene, rail_first(scene))):
        reading = scene.play(rows)
        yield reading, value(reading)
    kicks = scene.play(_legal(scene, around(scene, hooked)))
    worths = value(kicks)
    yield kicks, worths
    finer = [between(_promising_kicks(kicks, worths))]
    if hooked:
        # Who can hit his ball straight does not kick at it to stick behind it, and does not swerve round a blocker.
        finer += [_squared(scene, scene.raised(tips_and_speeds(_full_kicks(kicks)))), swerves(scene)]
        finer.append(jumps(scene, shooter))
    for rows in finer:
        if len(rows):
            reading = scene.play(rows)
            yield reading, value(reading)


def _named(scene: Scene, attacks: list[Found], safeties: list[Found]) -> tuple[list[Option], list[Option]]:
    """The best of the found strokes, traced and named; attacks moved to the middle of the aims that pot."""
    attack_rows, safety_rows = rows_in_turn(attacks, _TRACED_ATTACKS), rows_in_turn(safeties, _TRACED_SAFETIES)
    reading = scene.play(safety_rows, trace=True)
    named = [read_option(scene, reading, e, "swept") for e in range(len(safety_rows))]
    safe = [option for option in named if option.intention.kind in SAFETIES]
    return centred(scene, scene.play(attack_rows, trace=True), "swept"), safe


def _legal(scene: Scene, rows: Floats) -> Floats:
    """The strokes (m, 6) that meet a ball that may be hit first; only they are worth playing to the end."""
    rows = scene.raised(rows)
    shots = execute(scene.table, scene.places, rows, physics=scene.physics, until_contact=True)
    return rows[np.isin(shots.facts[:, FIRST_HIT], scene.targets)]


def _by_turns(one: list[Option], two: list[Option]) -> list[Option]:
    return [option for pair in zip_longest(one, two) for option in pair if option is not None]


def _best_by_family(
    scene: Scene, reading: Reading, values: Floats, known: frozenset[tuple[str | None, str | None]]
) -> list[int]:
    """Legal strokes, the best few of each cheap family, but for direct pots of a ball and pocket that are known."""
    code = reading.outcomes.code
    facts = reading.shots.facts
    potted = scene.potted(reading.shots)
    pocket = reading.shots.pocketed[np.arange(len(potted)), np.maximum(potted, 0)]
    # A brush beside the pocket that the ball falls into is no bank.
    cushions = facts[:, TARGET_CUSHIONS] - (facts[:, BESIDE] == 1 + pocket)
    direct = (potted == facts[:, FIRST_HIT]) & (facts[:, ROUTE] == 0) & (cushions <= 0)
    pairs = {(scene.names.index(ball or ""), POCKETS.index(into or "")) for ball, into in known}
    stands = np.array([(ball, into) in pairs for ball, into in zip(potted, pocket, strict=True)], dtype=bool)
    legal = (code != FOUL) & (code != LOST) & ~(stands & direct & np.isin(code, (CONTINUES, WON)))
    order = np.argsort(-values, kind="stable")
    return fold([int(e) for e in order if legal[e]], lambda e: family_told(reading, e), _TRACED_EACH)


def _promising_kicks(reading: Reading, values: Floats) -> Floats:
    """(k, 6) the best kicks of each route: their neighbours in direction are looked at more finely."""
    code = reading.outcomes.code
    legal = (code != FOUL) & (code != LOST) & (reading.shots.facts[:, ROUTE] > 0)
    order = [int(e) for e in np.argsort(-values, kind="stable") if legal[e]]
    kept = fold(order, lambda e: family_told(reading, e), 1)
    return reading.rows[kept[:_REFINED_KICKS]]


def _full_kicks(reading: Reading) -> Floats:
    """(k, 6) kicks by one or two cushions that meet the target nearly full: some tip and speed makes them stick."""
    facts, code = reading.shots.facts, reading.outcomes.code
    legal = (code != FOUL) & (code != LOST) & (facts[:, ROUTE] > 0) & (facts[:, ROUTE] < 25)
    cut = np.abs(reading.shots.measures[:, CUT])
    # One cushion before two: it is the shot that players play.
    ranked = np.lexsort((cut, facts[:, ROUTE] >= 5))
    order = [int(e) for e in ranked if legal[e] and cut[e] < _NEARLY_FULL_RAD]
    kept = fold(order, lambda e: (int(facts[e, ROUTE]), int(facts[e, FIRST_HIT])), 3)
    return reading.rows[kept[:_STICK_KICKS]]


def _squared(scene: Scene, rows: Floats) -> Floats:
    """Kicks with their aims moved so that they meet a ball full, by secant steps on the cut; those that do."""
    previous, cut_before = rows[:, 0].copy(), np.full(len(rows), np.nan)
    rows = rows.copy()
    cut = np.zeros(len(rows))
    for _ in range(_SQUARING_ROUNDS):
        shots = execute(scene.table, scene.places, rows, physics=scene.physics, until_contact=True)
        cut = np.where(shots.facts[:, FIRST_HIT] > 0, shots.measures[:, CUT], np.nan)
        with np.errstate(divide="ignore", invalid="ignore"):
            step = -cut * (rows[:, 0] - previous) / (cut - cut_before)
        # The first step of each, and any that cannot be trusted, is a small one.
        step = np.where(np.isfinite(step) & (np.abs(step) < 0.03), step, 0.002)
        previous, cut_before = rows[:, 0].copy(), cut
        rows[:, 0] += np.where(np.isfinite(cut) & (np.abs(cut) > _SQUARE_RAD), step, 0.0)
    return rows[np.abs(np.nan_to_num(cut, nan=1.0)) < 4 * _SQUARE_RAD]


def centred(scene: Scene, reading: Reading, source: str) -> list[Option]:
    """Strokes that pot, each moved to the middle of the aims that pot the same ball in the same pocket."""
    made = [
        e for e in range(len(reading.rows)) if reading.calls[e].ball and reading.outcomes.code[e] in (CONTINUES, WON)
    ]
    if not made:
        return []
    rows = reading.rows[made].copy()
    balls = np.array([scene.names.index(reading.calls[e].ball or "") for e in made])
    pockets = np.array([reading.calls[e].pocket for e in made])
    ends, cuts = aim_ranges(scene, rows, balls, pockets)
    rows[:, 0] += 0.5 * (ends[:, 1] - ends[:, 0])
    middle = scene.play(rows, trace=True, calls=[reading.calls[e] for e in made])
    options = []
    for e in range(len(rows)):
        if middle.outcomes.code[e] not in (CONTINUES, WON):
            continue
        option = read_option(scene, middle, e, source)
        if option.intention.kind == "double-kiss" and not _whatever_the_rubber(scene, option, balls[e]):
            continue
        if option.intention.kind in ATTACKS:
            free = abs(float(cuts[e, 1] - cuts[e, 0]))
            options.append(
                replace(option, aim_range_deg=math.degrees(float(ends[e].sum())), cut_range_deg=math.degrees(free))
            )
    return options


def _whatever_the_rubber(scene: Scene, option: Option, ball: int) -> bool:
    """Whether an option pots a pressed ball however long the rubber holds it: nobody knows how long that is."""
    held = [scene.physics._replace(rubber_s=share * scene.physics.rubber_s) for share in _HELD_SHARES]
    played = (execute(scene.table, scene.places, option.stroke.row()[None], physics=physics) for physics in held)
    return all(shots.pocketed[0, ball] == option.call.pocket for shots in played)


def _free_cuts(scene: Scene, options: list[Option]) -> list[Option]:
    """Strokes across the range of a hanger: full, and to either side, for the position they give."""
    rows, origins = [], []
    for option in options:
        if math.radians(option.cut_range_deg) < HANGER_RAD:
            continue
        for share in _HANGER_SHARES:
            row = option.stroke.row()
            row[0] += (share - 0.5) * math.radians(option.aim_range_deg)
            rows.append(row)
            origins.append(option)
    if not rows:
        return []
    reading = scene.play(np.array(rows), trace=True, calls=[option.call for option in origins])
    found = []
    for e, origin in enumerate(origins):
        if reading.outcomes.code[e] in (CONTINUES, WON):
            option = read_option(scene, reading, e, "constructed")
            if option.intention.kind == "pot":
                found.append(replace(option, aim_range_deg=origin.aim_range_deg, cut_range_deg=origin.cut_range_deg))
    return found


def push_outs(scene: Scene, value: Value) -> list[Option]:
    """Where a push-out is allowed: the strokes after which neither player has the better of it."""
    if scene.situation.push_out != "allowed":
        return []
    rows = around(scene)
    calls = [Call(push_out=True)] * len(rows)
    reading = scene.play(rows, calls=calls)
    order = np.argsort(-value(reading), kind="stable")[:_TRACED_PUSH_OUTS]
    named = scene.play(rows[order], trace=True, calls=calls[: len(order)])
    return fold([read_option(scene, named, e, "swept") for e in range(len(order))], shot_of, _OF_A_PLACE)[:_PUSH_OUTS]


def fouls_on_purpose(scene: Scene, value: Value) -> list[Option]:
    """The fouls that cost least: worth a look when every legal shot is worse."""
    reading = scene.play(scene.raised(np.concatenate([fan(scene), around(scene)[::3]])))
    code = reading.outcomes.code
    fouls = np.flatnonzero((code == FOUL) & (reading.shots.facts[:, FIRST_HIT] >= 0))
    order = fouls[np.argsort(-value(reading)[fouls], kind="stable")][:_FOULS]
    if not len(order):
        return []
    named = scene.play(reading.rows[order], trace=True)
    return [o for e in range(len(order)) if (o := read_option(scene, named, e, "swept")).intention.kind == "foul"]
