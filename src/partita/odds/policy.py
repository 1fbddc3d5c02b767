"""A fast player: chooses a stroke in any game and position, inside the kernels, for whole racks.

For the best few pots a few speeds and heights each, aimed by root-finding; beside them a coarse fan of contacts as
safeties, and kicks in every direction when no ball that is on can be hit straight. Each is played once without
error; the promising ones are tried a few times with the player's own errors, each valued by the glance at what it
leaves; the best few are tried again, with more draws, before one is chosen. What matters most, by trials of such
players against each other, is to spend on noisy tries of the finalists and on safeties.
"""

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from partita.games.judging import CHOICE, CONTINUES, FOUL, LOST, WON, has_room
from partita.games.referee import balls_on, judge_shot
from partita.games.standing import (
    BEHIND_LINE,
    EIGHT_BALL,
    FREE_BALL,
    GAME,
    HAND,
    MISS,
    NINE_BALL,
    NOT_IN_HAND,
    SNOOKER,
    STANDING,
    TEN_BALL,
    Played,
    turn,
)
from partita.kernels import address_of, call_at, kernel
from partita.odds.eyes import Eyes
from partita.odds.glance import LINE_PLACES, glance_one, line_place
from partita.odds.hidden import visible_share
from partita.odds.learned import FEATURES
from partita.odds.make_chance import make_chance, pocket_opening
from partita.odds.rest import GIVEN, GLANCE_COLUMNS, VISIBLE
from partita.physics.constants import TRACE_COLUMNS, Physics
from partita.physics.loop import CUT, FACTS, FIRST_HIT, MEASURES, ROUTE, TARGET_DIRECTION, run
from partita.physics.prediction import Workspace, new_workspace
from partita.players.conditions import awkwardness
from partita.players.executions import DRAWS, executed, judgement_m
from partita.players.stroke_model import SIGHT

Floats = NDArray[np.float64]
# Candidates: room for pots, safeties and kicks. Columns of one: the stroke, what its errors depend on, what it is
# worth, and the call.
_MOST = 700
CONTACT, CUT_AT, JUDGEMENT, WORTH, BALL, POCKET, AIMED_AT = 5, 6, 7, 8, 9, 10, 11
COLUMNS = 12
_PAIRS = 5
_SPEEDS, _HEIGHTS = (1.0, 1.6, 2.4, 3.4), (-0.35, -0.1, 0.2, 0.4)
_SAFE_SPEEDS, _SAFE_HEIGHTS, _SAFE_CONTACTS, _SAFE_TARGETS = (0.6, 1.1, 1.8, 2.8), (-0.2, 0.25), 12, 3
_KICK_SPEEDS, _KICK_DIRECTIONS = (1.6, 2.6), 96
_LEAST_MAKE = 0.03
# Noisy tries: of the pots and of the safeties that look best without error, then of the finalists.
_FIRST_TRIES, _POTS_TRIED, _SAFE_TRIED, _FINALISTS, _FINAL_TRIES = 4, 12, 8, 5, 16
DRAWN = _FINAL_TRIES
# Ball in hand: distances behind the ghost ball (m) and turns off the line that are looked at, and how many are played.
_HAND_DISTANCES, _HAND_TURNS, _HAND_PLAYED = (0.25, 0.45, 0.8), (0.0, 0.2, -0.2, 0.45, -0.45), 3


class Desk(NamedTuple):
    """A deciding player's table and scratch, for n balls; each thread has its own.

    candidates : (_MOST, COLUMNS); kept : (COLUMNS,) the best of several places; rows : (DRAWN, 5)
    finals, after, then : the last shot played and judged
    pairs : (_PAIRS, 4) ball, pocket, worth and make chance of the pots looked at
    spots : (_HAND_PLAYED, 4) places of the cue ball in hand with what they are worth; on, judged_on : (n,) bool
    start_places, start_in_play, standing : of a rack being played; row : (1, DRAWS) one shot's draws
    """

    eyes: Eyes
    physics: Physics
    run_at: int
    judge_at: int
    glance_at: int
    ws: Workspace
    finals: Floats
    pocketed: NDArray[np.int8]
    after: NDArray[np.int8]
    then: NDArray[np.int64]
    facts: NDArray[np.int32]
    measures: Floats
    trace: Floats
    glance: Floats
    features: Floats
    candidates: Floats
    kept: Floats
    rows: Floats
    pairs: Floats
    spots: Floats
    on: NDArray[np.bool_]
    judged_on: NDArray[np.bool_]
    start_places: Floats
    start_in_play: NDArray[np.int8]
    standing: NDArray[np.int64]
    row: Floats


def new_desk(eyes: Eyes, physics: Physics) -> Desk:
    """A desk for the positions that these eyes look at."""
    balls, ws = len(eyes.numbers), new_workspace(len(eyes.numbers))
    run_at, judge_at, glance_at = _addresses(eyes, physics, ws)
    return Desk(
        eyes=eyes,
        physics=physics,
        run_at=run_at,
        judge_at=judge_at,
        glance_at=glance_at,
        ws=ws,
        finals=np.zeros((balls, 2)),
        pocketed=np.zeros(balls, dtype=np.int8),
        after=np.zeros(balls, dtype=np.int8),
        then=np.zeros(STANDING, dtype=np.int64),
        facts=np.zeros(FACTS, dtype=np.int32),
        measures=np.zeros(MEASURES),
        trace=np.zeros((0, TRACE_COLUMNS)),
        glance=np.zeros(GLANCE_COLUMNS),
        features=np.zeros(FEATURES),
        candidates=np.zeros((_MOST, COLUMNS)),
        kept=np.zeros(COLUMNS),
        rows=np.zeros((DRAWN, 5)),
        pairs=np.zeros((_PAIRS, 4)),
        spots=np.zeros((_HAND_PLAYED, 4)),
        on=np.zeros(balls, dtype=np.bool_),
        judged_on=np.zeros(balls, dtype=np.bool_),
        start_places=np.zeros((balls, 2)),
        start_in_play=np.zeros(balls, dtype=np.int8),
        standing=np.zeros(STANDING, dtype=np.int64),
        row=np.zeros((1, DRAWS)),
    )


def _addresses(eyes: Eyes, physics: Physics, ws: Workspace) -> tuple[int, int, int]:
    """Where the simulator, the referee and the glance are."""
    places, stroke, balls, flags = (
        np.zeros((1, 2)),
        np.zeros(5),
        np.zeros(1, dtype=np.int8),
        np.zeros(1, dtype=np.bool_),
    )
    facts, measures, trace = np.zeros(FACTS, dtype=np.int32), np.zeros(MEASURES), np.zeros((0, TRACE_COLUMNS))
    standing = np.zeros(STANDING, dtype=np.int64)
    play = Played(facts, balls, eyes.numbers, balls, standing, 0, 0, False, places, balls, standing)
    return (
        address_of(run, ws, places, balls, stroke, False, eyes.bed, physics, places, facts, measures, trace),
        address_of(judge_shot, play, flags, eyes.bed),
        address_of(glance_one, eyes, places, balls, standing, 0, stroke, stroke),
    )


@kernel
def play_shot(desk, places, in_play, stroke, until_contact):
    """Play one stroke into desk.finals, pocketed, facts and measures."""
    for ball in range(in_play.shape[0]):
        desk.pocketed[ball] = in_play[ball]
    call_at(desk.run_at, 0, (
        desk.ws, places, desk.pocketed, stroke, until_contact, desk.eyes.bed, desk.physics, desk.finals, desk.facts,
        desk.measures, desk.trace,
    ))  # fmt: skip


@kernel
def judge_played(desk, in_play, standing, ball, pocket):
    """Code of the shot just played; desk.finals, after and then are what follows, seen from who shot."""
    play = Played(
        desk.facts, desk.pocketed, desk.eyes.numbers, in_play, standing, ball, pocket, False, desk.finals,
        desk.after, desk.then,
    )  # fmt: skip
    return call_at(desk.judge_at, 0, (play, desk.judged_on, desk.eyes.bed))


@kernel
def look(desk, places, in_play, standing, who):
    """Glance of a position into desk.glance and desk.features; its value."""
    return call_at(desk.glance_at, 0.0, (
        desk.eyes, places, in_play, standing, who, desk.features, desk.glance
    ))  # fmt: skip


@kernel
def settle_choice(desk, code, places, in_play, standing, who):
    """Rack chance of the shooter after a shot, where the other player takes what is best for him.

    Leaves in desk.then the standing that he chose, seen from whoever shoots next, and returns that player too;
    2 as that player means that the balls are put back. places, in_play, standing : before the shot.
    """
    then = desk.then
    if code == WON:
        return 1.0, who
    if code == LOST:
        return 0.0, who
    if code == CONTINUES:
        return look(desk, desk.finals, desk.after, then, who), who
    turn(then)
    value = 1.0 - look(desk, desk.finals, desk.after, then, 1 - who)
    snooker_foul = code == FOUL and then[GAME] == SNOOKER
    if code != CHOICE and not snooker_foul:
        return value, 1 - who
    free = then[FREE_BALL]
    turn(then)
    then[FREE_BALL] = 0
    again = look(desk, desk.finals, desk.after, then, who)
    if snooker_foul and then[MISS] == 1:
        back = look(desk, places, in_play, standing, who)
        if back < min(again, value):
            return back, 2
    if again < value:
        return again, who
    turn(then)
    then[FREE_BALL] = free
    return value, 1 - who


@kernel
def decides(numbers, standing, ball):
    """Whether potting that ball wins the rack."""
    game = standing[GAME]
    winning = 9 if game == NINE_BALL else (10 if game == TEN_BALL else (8 if game == EIGHT_BALL else 0))
    return numbers[ball] == winning


@kernel
def execute_candidate(desk, places, in_play, standing, candidate, draws, me):
    """The strokes that a candidate turns out to be with these draws (m, DRAWS), into desk.rows."""
    row = desk.candidates[candidate]
    deciding = decides(desk.eyes.numbers, standing, int(row[AIMED_AT]))
    awkward = awkwardness(me, desk.eyes.bed, places, in_play, row, deciding)
    executed(
        row, me, draws, desk.physics.k_endmass, row[CONTACT], row[CUT_AT], row[JUDGEMENT], awkward, desk.rows
    )  # fmt: skip


@kernel
def _try(desk, places, in_play, standing, candidate, draws, tries, who):
    """Mean worth of a candidate over its first noisy tries."""
    execute_candidate(desk, places, in_play, standing, candidate, draws[:tries], desk.eyes.models[who])
    row, total = desk.candidates[candidate], 0.0
    for k in range(tries):
        play_shot(desk, places, in_play, desk.rows[k], False)
        code = judge_played(desk, in_play, standing, int(row[BALL]), int(row[POCKET]))
        total += settle_choice(desk, code, places, in_play, standing, who)[0]
    return total / tries


@kernel
def _clean_worth(desk, places, in_play, standing, ball, pocket, who):
    """Worth of the shot just played, with that call (-1: a safety)."""
    code = judge_played(desk, in_play, standing, ball, pocket)
    return settle_choice(desk, code, places, in_play, standing, who)[0]


@kernel
def _put(desk, count, aim, speed, height, contact, target):
    """Add a safety as a candidate; its number."""
    if count >= desk.candidates.shape[0]:
        return count
    row = desk.candidates[count]
    row[0], row[1], row[2], row[3], row[4] = aim, speed, 0.0, height, 0.0
    row[CONTACT], row[CUT_AT], row[JUDGEMENT], row[WORTH] = contact, 0.0, 0.0, 0.0
    row[BALL], row[POCKET], row[AIMED_AT] = -1.0, -1.0, target
    return count + 1


@kernel
def _aimed(desk, places, in_play, target, wanted, stroke):
    """Turn the stroke's aim until the target leaves in the wanted direction; the cut there, or 9 when it cannot."""
    distance = math.hypot(places[target, 0] - places[0, 0], places[target, 1] - places[0, 1])
    slope, off_before, moved = -distance / (2.0 * desk.eyes.bed.radius), 0.0, 0.0
    for step in range(4):
        play_shot(desk, places, in_play, stroke, True)
        if desk.facts[FIRST_HIT] != target:
            return 9.0
        off = desk.measures[TARGET_DIRECTION] - wanted
        off -= 2.0 * math.pi * math.floor(off / (2.0 * math.pi) + 0.5)
        if abs(off) < 3e-4:
            return abs(desk.measures[CUT])
        if step > 0 and abs(moved) > 1e-9:
            secant = (off - off_before) / moved
            if secant < -0.3:
                slope = secant
        off_before, moved = off, min(0.02, max(-0.02, -off / slope))
        stroke[0] += moved
    return abs(desk.measures[CUT]) if abs(off_before) < 5e-3 else 9.0


@kernel
def _find_pairs(desk, places, in_play, who):
    """The most promising pots into desk.pairs by the formula's worth; how many. desk.glance is of this position."""
    eyes, found = desk.eyes, 0
    for ball in range(1, in_play.shape[0]):
        if not desk.on[ball]:
            continue
        for pocket in range(6):
            chance = make_chance(
                eyes.windows, eyes.bed, pocket, places, in_play, ball, places[0, 0], places[0, 1], eyes.models[who]
            )  # fmt: skip
            if chance >= _LEAST_MAKE:
                worth = chance * eyes.made[ball] + (1.0 - chance) * (1.0 - desk.glance[GIVEN])
                found = _keep_best(desk.pairs, found, ball, pocket, worth, chance)
    return found


@kernel
def _keep_best(rows, found, one, two, worth, more):
    """Keep the best few rows by their third column; the worst one goes."""
    at = found
    if found == rows.shape[0]:
        at = 0
        for k in range(1, found):
            if rows[k, 2] < rows[at, 2]:
                at = k
        if rows[at, 2] >= worth:
            return found
        found -= 1
    rows[at, 0], rows[at, 1], rows[at, 2], rows[at, 3] = one, two, worth, more
    return found + 1


@kernel
def _add_pots(desk, places, in_play, standing, who, count):
    """Candidates for the most promising pots, valued without error but for the chance of missing."""
    radius, missed = desk.eyes.bed.radius, 1.0 - desk.glance[GIVEN]
    for pair in range(_find_pairs(desk, places, in_play, who)):
        target, pocket, chance = int(desk.pairs[pair, 0]), int(desk.pairs[pair, 1]), desk.pairs[pair, 3]
        direction, _, _ = pocket_opening(desk.eyes.windows, pocket, places, in_play, target, 1, radius)
        ghost_x = places[target, 0] - 2.0 * radius * math.cos(direction)
        ghost_y = places[target, 1] - 2.0 * radius * math.sin(direction)
        aim = math.atan2(ghost_y - places[0, 1], ghost_x - places[0, 0])
        contact = max(0.02, math.hypot(ghost_x - places[0, 0], ghost_y - places[0, 1]))
        for speed in _SPEEDS:
            for height in _HEIGHTS:
                here = count
                count = _put(desk, count, aim, speed, height, contact, target)
                if count == here:
                    return count
                row = desk.candidates[here]
                row[BALL], row[POCKET] = target, pocket
                cut = _aimed(desk, places, in_play, target, direction, row)
                if cut > 2.0:
                    count = here
                    continue
                # The next stroke of this pot needs nearly the same aim.
                row[CUT_AT], aim = cut, row[0]
                play_shot(desk, places, in_play, row, False)
                worth = _clean_worth(desk, places, in_play, standing, target, pocket, who)
                row[WORTH] = min(worth, chance * worth + (1.0 - chance) * missed)
    return count


@kernel
def _safe_targets(desk, places, in_play):
    """The nearest few balls that are on and can be seen, into desk.pairs; how many."""
    found = 0
    for ball in range(1, in_play.shape[0]):
        if desk.on[ball] and visible_share(desk.eyes.bed, places, in_play, ball) > 0.0:
            distance = math.hypot(places[ball, 0] - places[0, 0], places[ball, 1] - places[0, 1])
            found = _keep_best(desk.pairs[:_SAFE_TARGETS], found, ball, 0, -distance, 0.0)
    return found


@kernel
def _add_safeties(desk, places, in_play, standing, who, count):
    """Candidates straight at the nearest balls from thin to thin, valued without error."""
    radius, targets = desk.eyes.bed.radius, _safe_targets(desk, places, in_play)
    for pair in range(targets):
        target = int(desk.pairs[pair, 0])
        dx, dy = places[target, 0] - places[0, 0], places[target, 1] - places[0, 1]
        distance, middle = math.hypot(dx, dy), math.atan2(dy, dx)
        reach = math.asin(min(1.0, 2.0 * radius / distance))
        contacts = _SAFE_CONTACTS // targets
        for k in range(contacts):
            offset = -0.95 + 1.9 * k / (contacts - 1)
            aim = middle + math.asin(offset * math.sin(reach))
            for speed in _SAFE_SPEEDS:
                for height in _SAFE_HEIGHTS:
                    here = count
                    count = _put(desk, count, aim, speed, height, max(0.02, distance - 2.0 * radius), target)
                    if count == here:
                        return count
                    row = desk.candidates[here]
                    row[CUT_AT] = math.asin(abs(offset))
                    play_shot(desk, places, in_play, row, False)
                    row[WORTH] = _clean_worth(desk, places, in_play, standing, -1, -1, who)
    return count


@kernel
def _add_kicks(desk, places, in_play, standing, who, count):
    """Candidates in every direction that meet a ball that is on off cushions, valued without error."""
    for k in range(_KICK_DIRECTIONS):
        aim = 2.0 * math.pi * k / _KICK_DIRECTIONS
        for speed in _KICK_SPEEDS:
            here = count
            count = _put(desk, count, aim, speed, 0.25, 1.5, 0)
            if count == here:
                return count
            row = desk.candidates[here]
            play_shot(desk, places, in_play, row, False)
            first = desk.facts[FIRST_HIT]
            if first <= 0 or not desk.on[first] or desk.facts[ROUTE] == 0:
                count = here
                continue
            cushions, route = 0, desk.facts[ROUTE]
            while route > 0:
                cushions += 1
                route //= 5
            row[JUDGEMENT] = judgement_m(desk.eyes.models[who][SIGHT], cushions, 0)
            row[CUT_AT], row[AIMED_AT] = abs(desk.measures[CUT]), first
            row[WORTH] = _clean_worth(desk, places, in_play, standing, -1, -1, who)
    return count


@kernel
def _add_straight_at(desk, places, in_play, count):
    """When nothing else was found: straight at the nearest ball that is on, whatever comes of it."""
    nearest, distance = 0, 1e9
    for ball in range(1, in_play.shape[0]):
        way = math.hypot(places[ball, 0] - places[0, 0], places[ball, 1] - places[0, 1])
        if desk.on[ball] and way < distance:
            nearest, distance = ball, way
    aim = math.atan2(places[nearest, 1] - places[0, 1], places[nearest, 0] - places[0, 0])
    return _put(desk, count, aim, 1.2, 0.1, max(0.02, distance), nearest)


@kernel
def _best_of(desk, first, count):
    best = first
    for k in range(first + 1, count):
        if desk.candidates[k, WORTH] > desk.candidates[best, WORTH]:
            best = k
    return best


@kernel
def _swap(desk, one, two):
    for column in range(COLUMNS):
        desk.candidates[one, column], desk.candidates[two, column] = (
            desk.candidates[two, column], desk.candidates[one, column],
        )  # fmt: skip


@kernel
def _try_best(desk, places, in_play, standing, draws, first, count, most, tries, who):
    """Try the best few candidates from `first` on with noise; the rest is dropped. The new number of candidates."""
    end = min(count, first + most)
    for k in range(first, end):
        _swap(desk, k, _best_of(desk, k, count))
        desk.candidates[k, WORTH] = _try(desk, places, in_play, standing, k, draws, tries, who)
    return end


@kernel
def decide(desk, places, in_play, standing, draws, who):
    """Choose a stroke: candidate 0 of the desk is then the one. Returns its worth.

    places : (n, 2) m, the cue ball placed; in_play : (n,) int8; standing : (STANDING,), the cue ball not in hand
    draws : (DRAWN, DRAWS); who : the player at the table, 0 or 1
    """
    balls_on(desk.eyes.numbers, in_play, standing, desk.on)
    look(desk, places, in_play, standing, who)
    visible = desk.glance[VISIBLE] > 0.0
    pots = _add_pots(desk, places, in_play, standing, who, 0)
    pots = _try_best(desk, places, in_play, standing, draws, 0, pots, _POTS_TRIED, _FIRST_TRIES, who)
    if visible:
        count = _add_safeties(desk, places, in_play, standing, who, pots)
    else:
        count = _add_kicks(desk, places, in_play, standing, who, pots)
    if count == 0:
        count = _add_straight_at(desk, places, in_play, count)
    count = _try_best(desk, places, in_play, standing, draws, pots, count, _SAFE_TRIED, _FIRST_TRIES, who)
    count = _try_best(desk, places, in_play, standing, draws, 0, count, _FINALISTS, _FINAL_TRIES, who)
    _swap(desk, 0, _best_of(desk, 0, count))
    return desk.candidates[0, WORTH]


@kernel
def place_in_hand(desk, places, in_play, standing, draws, who):
    """Put the cue ball where its best stroke is worth most, into places[0]; then candidate 0 is that stroke.

    The cue ball is in play afterwards, and no longer in hand in the standing.
    """
    balls_on(desk.eyes.numbers, in_play, standing, desk.on)
    hand, standing[HAND], in_play[0] = standing[HAND], NOT_IN_HAND, -1
    found = _spots(desk, places, in_play, standing, hand, who)
    best, best_x, best_y = -1.0, places[0, 0], places[0, 1]
    for k in range(found):
        places[0, 0], places[0, 1] = desk.spots[k, 0], desk.spots[k, 1]
        worth = decide(desk, places, in_play, standing, draws, who)
        if worth > best:
            best, best_x, best_y = worth, places[0, 0], places[0, 1]
            for column in range(COLUMNS):
                desk.kept[column] = desk.candidates[0, column]
    if found == 0:
        _anywhere(desk.eyes.bed, places, in_play)
        return decide(desk, places, in_play, standing, draws, who)
    places[0, 0], places[0, 1] = best_x, best_y
    for column in range(COLUMNS):
        desk.candidates[0, column] = desk.kept[column]
    return best


@kernel
def _spots(desk, places, in_play, standing, hand, who):
    """The places of the cue ball with the best make chances, into desk.spots; how many."""
    if hand == BEHIND_LINE:
        return _spots_behind_line(desk, places, in_play, standing[GAME], who)
    eyes, found, radius = desk.eyes, 0, desk.eyes.bed.radius
    for target in range(1, in_play.shape[0]):
        if not desk.on[target]:
            continue
        for pocket in range(6):
            direction, half, _ = pocket_opening(eyes.windows, pocket, places, in_play, target, 1, radius)
            if half <= 0.0:
                continue
            for distance in _HAND_DISTANCES:
                for turned in _HAND_TURNS:
                    back = direction + turned
                    x = places[target, 0] - 2.0 * radius * math.cos(direction) - distance * math.cos(back)
                    y = places[target, 1] - 2.0 * radius * math.sin(direction) - distance * math.sin(back)
                    if _is_free(eyes.bed, places, in_play, x, y):
                        chance = make_chance(
                            eyes.windows, eyes.bed, pocket, places, in_play, target, x, y, eyes.models[who]
                        )  # fmt: skip
                        found = _keep_best(desk.spots, found, x, y, chance, 0.0)
    return found


@kernel
def _spots_behind_line(desk, places, in_play, game, who):
    eyes, found = desk.eyes, 0
    for k in range(LINE_PLACES):
        x, y = line_place(eyes.bed, game, k)
        if not _is_free(eyes.bed, places, in_play, x, y):
            continue
        best = 0.0
        for target in range(1, in_play.shape[0]):
            for pocket in range(6):
                if desk.on[target]:
                    chance = make_chance(
                        eyes.windows, eyes.bed, pocket, places, in_play, target, x, y, eyes.models[who]
                    )  # fmt: skip
                    best = max(best, chance)
        found = _keep_best(desk.spots, found, x, y, best, 0.0)
    return found


@kernel
def _is_free(bed, places, in_play, x, y):
    if not (bed.reach <= x <= bed.length - bed.reach and bed.reach <= y <= bed.width - bed.reach):
        return False
    return has_room(places, in_play, 0, x, y, bed.radius + 1e-3)


@kernel
def _anywhere(bed, places, in_play):
    """The first free place from the head: there is always one."""
    x = bed.reach + 0.05
    while not _is_free(bed, places, in_play, x, 0.5 * bed.width) and x < bed.length - 0.1:
        x += 0.01
    places[0, 0], places[0, 1] = x, 0.5 * bed.width
