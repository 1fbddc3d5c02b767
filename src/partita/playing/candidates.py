"""Candidates: the strokes that a deciding player thinks about, tried without error and with his own errors.

Kernels here take what those of `desk` take; `candidate`, `one`, `two`, `first`, `count` : rows of desk.candidates;
`tries`, `most`, `more` : how many. aim rad, speed m/s, height R, contact m.
"""

import math

from partita.games.referee import decides
from partita.kernels import kernel
from partita.players.conditions import awkwardness
from partita.players.executions import executed
from partita.playing.desk import judge_played, play_executed, settle_choice
from partita.rows.candidate import (
    AIMED_AT,
    BALL,
    CHANCE,
    CLEARS,
    COLUMNS,
    CONTACT,
    CUE_JUDGED,
    CUT_AT,
    JUDGEMENT,
    POCKET,
    REST_X,
    REST_Y,
    TARGET_JUDGED,
    WORTH,
)
from partita.rows.pair import MORE, ONE, TWO, WORTH_OF
from partita.rows.stroke import AIM_RAD, CUE, ELEVATION_RAD, HEIGHT_R, PLAYING_CUE, SIDE_R, SPEED_MPS
from partita.value.rest import CLEAR


@kernel
def execute_candidate(desk, places, in_play, standing, candidate, draws, me):
    """The strokes that a candidate turns out to be with these draws (m, DRAWS), into desk.rows."""
    row = desk.candidates[candidate]
    deciding = decides(desk.eyes.numbers, standing, int(row[AIMED_AT]))
    awkward = awkwardness(me, desk.eyes.bed, places, in_play, row, deciding)
    executed(
        row, me, draws, desk.physics.k_endmass, row[CONTACT], row[CUT_AT],
        (row[JUDGEMENT], row[CUE_JUDGED], row[TARGET_JUDGED]), awkward, desk.rows,
    )  # fmt: skip


@kernel
def try_candidate(desk, places, in_play, standing, candidate, draws, tries, who):
    """Mean worth of a candidate over its first noisy tries; its chance to run out is set beside it."""
    execute_candidate(desk, places, in_play, standing, candidate, draws[:tries], desk.eyes.models[who])
    row, total, clear = desk.candidates[candidate], 0.0, 0.0
    for k in range(tries):
        play_executed(desk, places, in_play, k)
        code = judge_played(desk, in_play, standing, int(row[BALL]), int(row[POCKET]))
        total += settle_choice(desk, code, places, in_play, standing, who)[0]
        clear += desk.evaluation[CLEAR]
    row[CLEARS] = clear / tries
    return total / tries


@kernel
def clean_worth(desk, places, in_play, standing, ball, pocket, who):
    """Worth of the shot just played, with that call (-1: a safety)."""
    code = judge_played(desk, in_play, standing, ball, pocket)
    return settle_choice(desk, code, places, in_play, standing, who)[0]


@kernel
def put_safety(candidates, count, aim, speed, height, contact, target):
    """Add a safety as a candidate; its number."""
    if count >= candidates.shape[0]:
        return count
    row = candidates[count]
    row[AIM_RAD], row[SPEED_MPS], row[SIDE_R], row[HEIGHT_R] = aim, speed, 0.0, height
    row[ELEVATION_RAD], row[CUE] = 0.0, PLAYING_CUE
    row[CONTACT], row[CUT_AT], row[JUDGEMENT], row[WORTH], row[CLEARS] = contact, 0.0, 0.0, 0.0, 0.0
    row[CHANCE], row[REST_X], row[REST_Y], row[CUE_JUDGED], row[TARGET_JUDGED] = 0.0, 0.0, 0.0, 0.0, 0.0
    row[BALL], row[POCKET], row[AIMED_AT] = -1.0, -1.0, target
    return count + 1


@kernel
def nearest_on(desk, places, in_play):
    """The nearest ball that is on, and how far off it is, m."""
    nearest, distance = 0, 1e9
    for ball in range(1, in_play.shape[0]):
        way = math.hypot(places[ball, 0] - places[0, 0], places[ball, 1] - places[0, 1])
        if desk.on[ball] and way < distance:
            nearest, distance = ball, way
    return nearest, distance


@kernel
def keep_best(rows, found, one, two, worth, more):
    """Keep the best few rows by their third column; the worst one goes."""
    at = found
    if found == rows.shape[0]:
        at = 0
        for k in range(1, found):
            if rows[k, WORTH_OF] < rows[at, WORTH_OF]:
                at = k
        if rows[at, WORTH_OF] >= worth:
            return found
        found -= 1
    rows[at, ONE], rows[at, TWO], rows[at, WORTH_OF], rows[at, MORE] = one, two, worth, more
    return found + 1


@kernel
def best_of(candidates, first, count):
    """The candidate of the most worth from `first` on, below `count`."""
    best = first
    for k in range(first + 1, count):
        if candidates[k, WORTH] > candidates[best, WORTH]:
            best = k
    return best


@kernel
def swap(candidates, one, two):
    """Let two candidates change places."""
    for column in range(COLUMNS):
        candidates[one, column], candidates[two, column] = (
            candidates[two, column], candidates[one, column],
        )  # fmt: skip


@kernel
def try_best(desk, places, in_play, standing, draws, first, count, most, tries, who):
    """Try the best few candidates from `first` on with noise; the rest is dropped. The new number of candidates."""
    end = min(count, first + most)
    for k in range(first, end):
        swap(desk.candidates, k, best_of(desk.candidates, k, count))
        desk.candidates[k, WORTH] = try_candidate(desk, places, in_play, standing, k, draws, tries, who)
    return end
