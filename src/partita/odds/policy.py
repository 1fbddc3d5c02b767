"""A fast player: chooses a stroke in any nine-ball-like position, inside the kernels, for whole racks.

For each pocket of the lowest ball a few speeds and heights, aimed by root-finding; beside them a coarse fan
of contacts as safeties, and kicks in every direction when the ball cannot be hit straight. Each is tried a
few times with the player's own errors and valued by the glance at what it leaves; the best few are tried
again, with more draws, before one is chosen. What matters most, by trials of such players against each
other, is to spend on noisy tries of the finalists and on safeties.
"""

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from partita.games.game import CONTINUES, FOUL, TURN_OVER, WON
from partita.kernels import kernel
from partita.odds.glance import GLANCE_COLUMNS, VALUE, VISIBLE, glance_one
from partita.odds.make_chance import make_chance, pocket_opening
from partita.physics.constants import TRACE_COLUMNS, Physics
from partita.physics.loop import CUT, FACTS, FIRST_HIT, MEASURES, RAIL_AFTER, ROUTE, STATUS, TARGET_DIRECTION, run
from partita.physics.pocket_windows import PocketWindows
from partita.physics.prediction import Workspace, new_workspace
from partita.players.executions import DRAWS, SIGHT, executed, judgement_m
from partita.table.geometry import Bed

Floats = NDArray[np.float64]
# Candidates: room for pots, safeties and kicks; columns of one.
_MOST = 700
_STROKE, _CONTACT, _CUT_AT, _JUDGEMENT, _WORTH, _COLUMNS = 0, 5, 6, 7, 8, 9
_SPEEDS, _HEIGHTS = (1.0, 1.6, 2.4, 3.4), (-0.35, -0.1, 0.2, 0.4)
_SAFE_SPEEDS, _SAFE_HEIGHTS, _SAFE_CONTACTS = (0.6, 1.1, 1.8, 2.8), (-0.2, 0.25), 11
_KICK_SPEEDS, _KICK_DIRECTIONS = (1.6, 2.6), 96
_LEAST_MAKE = 0.03
# Noisy tries: of every pot, of the best noise-free safeties, then of the finalists.
_FIRST_TRIES, _SAFE_TRIED, _FINALISTS, _FINAL_TRIES = 4, 8, 5, 16
DRAWN = _FINAL_TRIES
# Ball in hand: distances behind the ghost ball (m) and turns off the line that are looked at, and how many are played.
_HAND_DISTANCES, _HAND_TURNS, _HAND_PLAYED = (0.25, 0.45, 0.8), (0.0, 0.2, -0.2, 0.45, -0.45), 5


class Felt(NamedTuple):
    """What does not change over a rack: the table for the kernels."""

    windows: PocketWindows
    bed: Bed
    physics: Physics


class Desk(NamedTuple):
    """Scratch of one deciding player, for n balls.

    candidates : (_MOST, _COLUMNS); rows : (DRAWN, 5); finals, after : (n, 2), (n,) of the last shot played
    spots : (_HAND_PLAYED, 3) places of the cue ball in hand with their make chance
    start_places, start_in_play, fouls, state : of a rack being played; row : (1, DRAWS) one shot's draws
    """

    ws: Workspace
    finals: Floats
    pocketed: NDArray[np.int8]
    after: NDArray[np.int8]
    facts: NDArray[np.int32]
    measures: Floats
    trace: Floats
    glance: Floats
    candidates: Floats
    rows: Floats
    spots: Floats
    start_places: Floats
    start_in_play: NDArray[np.int8]
    fouls: NDArray[np.int64]
    row: Floats
    state: NDArray[np.int64]


def new_desk(balls: int) -> Desk:
    """Scratch for positions of that many balls, the cue ball among them."""
    return Desk(
        ws=new_workspace(balls),
        finals=np.zeros((balls, 2)),
        pocketed=np.zeros(balls, dtype=np.int8),
        after=np.zeros(balls, dtype=np.int8),
        facts=np.zeros(FACTS, dtype=np.int32),
        measures=np.zeros(MEASURES),
        trace=np.zeros((0, TRACE_COLUMNS)),
        glance=np.zeros(GLANCE_COLUMNS),
        candidates=np.zeros((_MOST, _COLUMNS)),
        rows=np.zeros((DRAWN, 5)),
        spots=np.zeros((_HAND_PLAYED, 3)),
        start_places=np.zeros((balls, 2)),
        start_in_play=np.zeros(balls, dtype=np.int8),
        fouls=np.zeros(2, dtype=np.int64),
        row=np.zeros((1, DRAWS)),
        state=np.zeros(2, dtype=np.int64),
    )


@kernel
def lowest(in_play):
    """Index of the lowest object ball in play, 0 when there is none."""
    for ball in range(1, in_play.shape[0]):
        if in_play[ball] == -1:
            return ball
    return 0


@kernel
def play_shot(desk, felt, places, in_play, stroke, until_contact):
    """Play one stroke into desk.finals, pocketed, facts and measures."""
    for ball in range(in_play.shape[0]):
        desk.pocketed[ball] = in_play[ball]
    run(
        desk.ws, places, desk.pocketed, stroke, until_contact, felt.bed, felt.physics, desk.finals, desk.facts,
        desk.measures, desk.trace,
    )  # fmt: skip


@kernel
def judge_shot(desk, felt, in_play, target, nine):
    """Code of the shot just played; desk.after and desk.finals are then the balls for whoever shoots next.

    The rules of `games.nine_ball`, without the count of fouls.
    """
    potted, scratch = False, desk.pocketed[0] >= 0
    for ball in range(in_play.shape[0]):
        down = in_play[ball] == -1 and desk.pocketed[ball] >= 0
        potted = potted or (ball > 0 and down)
        desk.after[ball] = -2 if down else in_play[ball]
    legal = desk.facts[FIRST_HIT] == target and not scratch and desk.facts[STATUS] == 0
    legal = legal and (potted or desk.facts[RAIL_AFTER] > 0)
    nine_down = desk.after[nine] != -1
    if legal:
        return WON if nine_down else (CONTINUES if potted else TURN_OVER)
    desk.after[0] = -2
    if nine_down:
        desk.after[nine] = -1
        _spot_nine(desk.finals, desk.after, nine, felt.bed)
    return FOUL


@kernel
def _spot_nine(places, in_play, nine, bed):
    x, y = 0.75 * bed.length, 0.5 * bed.width
    while x < bed.length - bed.reach:
        free = True
        for ball in range(1, in_play.shape[0]):
            if ball != nine and in_play[ball] == -1:
                dx, dy = places[ball, 0] - x, places[ball, 1] - y
                free = free and dx * dx + dy * dy >= 4.0 * bed.radius * bed.radius
        if free:
            break
        x += 0.002
    places[nine, 0], places[nine, 1] = x, y


@kernel
def _worth(desk, felt, in_play, target, nine, me, them):
    """Rack chance of the shooter after the shot just played."""
    code = judge_shot(desk, felt, in_play, target, nine)
    if code == WON:
        return 1.0
    if code == CONTINUES:
        glance_one(felt.windows, felt.bed, desk.finals, desk.after, False, me, them, desk.glance)
        return desk.glance[VALUE]
    glance_one(felt.windows, felt.bed, desk.finals, desk.after, code == FOUL, them, me, desk.glance)
    return 1.0 - desk.glance[VALUE]


@kernel
def _try(desk, felt, places, in_play, target, nine, candidate, draws, tries, me, them):
    """Mean worth of a candidate over its first noisy tries."""
    row = desk.candidates[candidate]
    edge = min(min(places[0, 0], felt.bed.length - places[0, 0]), min(places[0, 1], felt.bed.width - places[0, 1]))
    executed(
        row[:5], me, draws[:tries], felt.physics.k_endmass, row[_CONTACT], row[_CUT_AT], row[_JUDGEMENT],
        max(0.0, edge - felt.bed.reach), desk.rows,
    )  # fmt: skip
    total = 0.0
    for k in range(tries):
        play_shot(desk, felt, places, in_play, desk.rows[k], False)
        total += _worth(desk, felt, in_play, target, nine, me, them)
    return total / tries


@kernel
def _put(desk, count, aim, speed, height, contact, cut, judgement):
    """Add a candidate; its number."""
    if count >= desk.candidates.shape[0]:
        return count
    row = desk.candidates[count]
    row[0], row[1], row[2], row[3], row[4] = aim, speed, 0.0, height, 0.0
    row[_CONTACT], row[_CUT_AT], row[_JUDGEMENT], row[_WORTH] = contact, cut, judgement, 0.0
    return count + 1


@kernel
def _aimed(desk, felt, places, in_play, target, wanted, stroke):
    """Turn the stroke's aim until the target leaves in the wanted direction; the cut there, or 9 when it cannot."""
    distance = math.hypot(places[target, 0] - places[0, 0], places[target, 1] - places[0, 1])
    slope, off_before, moved = -distance / (2.0 * felt.bed.radius), 0.0, 0.0
    for step in range(4):
        play_shot(desk, felt, places, in_play, stroke, True)
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
def _add_pots(desk, felt, places, in_play, target, nine, draws, me, them, count):
    """Candidates for every pocket, each tried a few times."""
    for pocket in range(6):
        chance = make_chance(
            felt.windows, felt.bed, pocket, places, in_play, target, places[0, 0], places[0, 1], me
        )  # fmt: skip
        if chance < _LEAST_MAKE:
            continue
        direction, _, _ = pocket_opening(felt.windows, pocket, places, in_play, target, 1, felt.bed.radius)
        ghost_x = places[target, 0] - 2.0 * felt.bed.radius * math.cos(direction)
        ghost_y = places[target, 1] - 2.0 * felt.bed.radius * math.sin(direction)
        aim = math.atan2(ghost_y - places[0, 1], ghost_x - places[0, 0])
        contact = max(0.02, math.hypot(ghost_x - places[0, 0], ghost_y - places[0, 1]))
        for speed in _SPEEDS:
            for height in _HEIGHTS:
                here = count
                count = _put(desk, count, aim, speed, height, contact, 0.0, 0.0)
                if count == here:
                    return count
                cut = _aimed(desk, felt, places, in_play, target, direction, desk.candidates[here, :5])
                if cut > 2.0:
                    count = here
                    continue
                desk.candidates[here, _CUT_AT] = cut
                desk.candidates[here, _WORTH] = _try(
                    desk, felt, places, in_play, target, nine, here, draws, _FIRST_TRIES, me, them
                )
    return count


@kernel
def _add_safeties(desk, felt, places, in_play, target, nine, me, them, count):
    """Candidates straight at the ball from thin to thin, valued without error."""
    dx, dy = places[target, 0] - places[0, 0], places[target, 1] - places[0, 1]
    distance, middle = math.hypot(dx, dy), math.atan2(dy, dx)
    reach = math.asin(min(1.0, 2.0 * felt.bed.radius / distance))
    for k in range(_SAFE_CONTACTS):
        offset = -0.95 + 1.9 * k / (_SAFE_CONTACTS - 1)
        aim = middle + math.asin(offset * math.sin(reach))
        for speed in _SAFE_SPEEDS:
            for height in _SAFE_HEIGHTS:
                here = count
                count = _put(
                    desk, count, aim, speed, height, max(0.02, distance - 2.0 * felt.bed.radius),
                    math.asin(abs(offset)), 0.0,
                )  # fmt: skip
                if count > here:
                    play_shot(desk, felt, places, in_play, desk.candidates[here, :5], False)
                    desk.candidates[here, _WORTH] = _worth(desk, felt, in_play, target, nine, me, them)
    return count


@kernel
def _add_kicks(desk, felt, places, in_play, target, nine, me, them, count):
    """Candidates in every direction that meet the ball off cushions, valued without error."""
    for k in range(_KICK_DIRECTIONS):
        aim = 2.0 * math.pi * k / _KICK_DIRECTIONS
        for speed in _KICK_SPEEDS:
            here = count
            count = _put(desk, count, aim, speed, 0.25, 1.5, 0.0, 0.0)
            if count == here:
                return count
            play_shot(desk, felt, places, in_play, desk.candidates[here, :5], False)
            if desk.facts[FIRST_HIT] != target or desk.facts[ROUTE] == 0:
                count = here
                continue
            cushions, route = 0, desk.facts[ROUTE]
            while route > 0:
                cushions += 1
                route //= 5
            desk.candidates[here, _JUDGEMENT] = judgement_m(me[SIGHT], cushions, 0)
            desk.candidates[here, _CUT_AT] = abs(desk.measures[CUT])
            desk.candidates[here, _WORTH] = _worth(desk, felt, in_play, target, nine, me, them)
    return count


@kernel
def _best_of(desk, first, count):
    best = first
    for k in range(first + 1, count):
        if desk.candidates[k, _WORTH] > desk.candidates[best, _WORTH]:
            best = k
    return best


@kernel
def _swap(desk, one, two):
    for column in range(_COLUMNS):
        desk.candidates[one, column], desk.candidates[two, column] = (
            desk.candidates[two, column], desk.candidates[one, column],
        )  # fmt: skip


@kernel
def decide(desk, felt, places, in_play, draws, me, them):
    """Choose a stroke: candidate 0 of the desk is then the one. Returns its worth, 0 when there is none.

    places : (n, 2) m, the cue ball placed; in_play : (n,) int8; draws : (DRAWN, DRAWS)
    me, them : stroke models' rows of the player at the table and of the other
    """
    target, nine = lowest(in_play), in_play.shape[0] - 1
    pots = _add_pots(desk, felt, places, in_play, target, nine, draws, me, them, 0)
    glance_one(felt.windows, felt.bed, places, in_play, False, me, them, desk.glance)
    if desk.glance[VISIBLE] > 0.0:
        count = _add_safeties(desk, felt, places, in_play, target, nine, me, them, pots)
    else:
        count = _add_kicks(desk, felt, places, in_play, target, nine, me, them, pots)
    # The most promising of those that were only played without error are tried with it; the rest is dropped.
    for k in range(pots, min(count, pots + _SAFE_TRIED)):
        _swap(desk, k, _best_of(desk, k, count))
        desk.candidates[k, _WORTH] = _try(
            desk, felt, places, in_play, target, nine, k, draws, _FIRST_TRIES, me, them
        )  # fmt: skip
    count = min(count, pots + _SAFE_TRIED)
    if count == 0:
        return 0.0
    for k in range(min(count, _FINALISTS)):
        _swap(desk, k, _best_of(desk, k, count))
        desk.candidates[k, _WORTH] = _try(
            desk, felt, places, in_play, target, nine, k, draws, _FINAL_TRIES, me, them
        )  # fmt: skip
    _swap(desk, 0, _best_of(desk, 0, min(count, _FINALISTS)))
    return desk.candidates[0, _WORTH]


@kernel
def place_in_hand(desk, felt, places, in_play, draws, me, them):
    """Put the cue ball where its best stroke is worth most, into places[0]; then candidate 0 is that stroke."""
    target = lowest(in_play)
    found = _spots(desk, felt, places, in_play, target, me)
    best, best_x, best_y = -1.0, places[0, 0], places[0, 1]
    for k in range(found):
        places[0, 0], places[0, 1] = desk.spots[k, 0], desk.spots[k, 1]
        worth = decide(desk, felt, places, in_play, draws, me, them)
        if worth > best:
            best, best_x, best_y = worth, places[0, 0], places[0, 1]
    if found == 0:
        _anywhere(felt, places, in_play)
    else:
        places[0, 0], places[0, 1] = best_x, best_y
    return decide(desk, felt, places, in_play, draws, me, them)


@kernel
def _spots(desk, felt, places, in_play, target, me):
    """The places behind the ball with the best make chances, into desk.spots; how many."""
    found, radius = 0, felt.bed.radius
    for pocket in range(6):
        direction, half, _ = pocket_opening(felt.windows, pocket, places, in_play, target, 1, radius)
        if half <= 0.0:
            continue
        for distance in _HAND_DISTANCES:
            for turn in _HAND_TURNS:
                x = places[target, 0] - 2.0 * radius * math.cos(direction) - distance * math.cos(direction + turn)
                y = places[target, 1] - 2.0 * radius * math.sin(direction) - distance * math.sin(direction + turn)
                if not _is_free(felt, places, in_play, x, y):
                    continue
                chance = make_chance(felt.windows, felt.bed, pocket, places, in_play, target, x, y, me)
                found = _keep_spot(desk, found, x, y, chance)
    return found


@kernel
def _keep_spot(desk, found, x, y, chance):
    """Keep the best few spots; the worst one goes."""
    at = found
    if found == desk.spots.shape[0]:
        at = 0
        for k in range(1, found):
            if desk.spots[k, 2] < desk.spots[at, 2]:
                at = k
        if desk.spots[at, 2] >= chance:
            return found
        found -= 1
    desk.spots[at, 0], desk.spots[at, 1], desk.spots[at, 2] = x, y, chance
    return found + 1


@kernel
def _is_free(felt, places, in_play, x, y):
    bed = felt.bed
    if not (bed.reach <= x <= bed.length - bed.reach and bed.reach <= y <= bed.width - bed.reach):
        return False
    for ball in range(1, in_play.shape[0]):
        if in_play[ball] == -1:
            dx, dy = places[ball, 0] - x, places[ball, 1] - y
            if dx * dx + dy * dy < 4.0 * (bed.radius + 1e-3) * (bed.radius + 1e-3):
                return False
    return True


@kernel
def _anywhere(felt, places, in_play):
    """The first free place from the head: there is always one."""
    x = felt.bed.reach + 0.05
    while not _is_free(felt, places, in_play, x, 0.5 * felt.bed.width) and x < felt.bed.length - 0.1:
        x += 0.01
    places[0, 0], places[0, 1] = x, 0.5 * felt.bed.width
