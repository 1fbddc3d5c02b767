"""Whole racks inside the kernels: both players decide, play, and are judged, shot by shot, to the end.

Kernels here take what those of `desk` take; seed, shot, state : 64-bit counters; sign : 1 or -1, mirrored draws;
start : (n, 2) places, m, in_play (n,) and standing (STANDING,) from which racks are played.
"""

import math

import numpy as np
from numpy.typing import NDArray

from partita.games.judging import CONTINUES, LOST, WON
from partita.kernels import call_at, kernel
from partita.playing.candidates import execute_candidate, try_candidate
from partita.playing.desk import MOST_FRESH, judge_played, look, play_executed, settle_choice
from partita.rows.candidate import BALL, POCKET
from partita.rows.features import COLUMNS as FEATURES
from partita.rows.features import NOBODY, OTHER, SHOOTER
from partita.rows.stroke import SPEED_MPS
from partita.value.rest import FORMULA, VALUE

# Columns of a rack that is written down: the features of each position; its formula and value; the mean worth of fresh
# tries of the stroke chosen there, to whoever shot; and who that was, 1 or 2, 0 in rows that are not filled.
AT_FORMULA, AT_VALUE, AT_FRESH, AT_WHO = range(FEATURES, FEATURES + 4)
LOG = FEATURES + 4
# Counters of fresh draws begin beyond those of all shots.
_FRESH_SHOTS = 1 << 20


@kernel
def _mix(state):
    """The next value of a 64-bit counter, well mixed. Source: Steele, Lea, Flood, SplitMix (OOPSLA 2014)."""
    z = state
    z = (z ^ (z >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
    z = (z ^ (z >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
    return z ^ (z >> np.uint64(31))


@kernel
def normal_row(seed, shot, sign, row):
    """DRAWS standard normals for one shot of one rack into row, all of one sign flipped: Box and Muller (1958)."""
    base = np.uint64(seed) * np.uint64(0x9E3779B97F4A7C15) + np.uint64(shot) * np.uint64(0xD1B54A32D192ED03)
    for k in range(row.shape[0]):
        u = float(_mix(base + np.uint64(2 * k + 1)) >> np.uint64(11)) / 9007199254740992.0
        v = float(_mix(base + np.uint64(2 * k + 2)) >> np.uint64(11)) / 9007199254740992.0
        row[k] = sign * math.sqrt(-2.0 * math.log(1.0 - u)) * math.cos(2.0 * math.pi * v)


@kernel
def play_rack(desk, places, in_play, standing, first, draws, seed, sign, most, log):
    """Play one rack; returns 1 when the first player won it, 0 lost, 0.5 when it is not over; shots; who is next.

    places, in_play, standing : (n, 2), (n,), (STANDING,), the first player at the table; left as they are at the end
    first : (COLUMNS,) a first stroke, a row of candidates, or speed 0 for none; most : shots at most
    log : (k, LOG) is filled with the positions met, as far as it goes
    """
    who, chose = 0, NOBODY
    for shot in range(most):
        if shot < log.shape[0]:
            _write_down(desk, places, in_play, standing, who, chose, log[shot])
        if shot == 0 and first[SPEED_MPS] > 0.0:
            for column in range(first.shape[0]):
                desk.candidates[0, column] = first[column]
        else:
            call_at(desk.choose_at, 0.0, (desk, places, in_play, standing, draws, who))
        if shot < log.shape[0] and desk.fresh > 0:
            log[shot, AT_FRESH] = _tried_afresh(desk, places, in_play, standing, seed, shot, who)
        code = _shoot(desk, places, in_play, standing, seed, shot, sign, who)
        if code == WON or code == LOST:
            return (1.0 if (code == WON) == (who == 0) else 0.0), shot + 1, who
        _, following = settle_choice(desk, code, places, in_play, standing, who)
        for column in range(standing.shape[0]):
            standing[column] = desk.then[column]
        chose = OTHER if following == 1 - who else SHOOTER
        if following == 2:
            # The balls are put back, and the same player plays again.
            continue
        who = following
        _take_over(desk, places, in_play)
    return 0.5, most, who


@kernel
def _shoot(desk, places, in_play, standing, seed, shot, sign, who):
    """Play the chosen stroke as the player's hands turn it out, and have it judged; the code."""
    normal_row(seed, shot, sign, desk.row[0])
    execute_candidate(desk, places, in_play, standing, 0, desk.row, desk.eyes.models[who])
    play_executed(desk, places, in_play, 0)
    chosen = desk.candidates[0]
    return judge_played(desk, in_play, standing, int(chosen[BALL]), int(chosen[POCKET]))


@kernel
def _tried_afresh(desk, places, in_play, standing, seed, shot, who):
    """Mean worth of the chosen stroke over tries whose draws had no part in choosing it, in pairs of mirrored ones."""
    for k in range(desk.fresh):
        sign = 1.0 if k % 2 == 0 else -1.0
        normal_row(seed, _FRESH_SHOTS + shot * MOST_FRESH + k // 2, sign, desk.fresh_draws[k])
    return try_candidate(desk, places, in_play, standing, 0, desk.fresh_draws, desk.fresh, who)


@kernel
def _take_over(desk, places, in_play):
    """The balls as the shot just judged left them."""
    for ball in range(in_play.shape[0]):
        in_play[ball] = desk.after[ball]
        places[ball, 0], places[ball, 1] = desk.finals[ball, 0], desk.finals[ball, 1]


@kernel
def _write_down(desk, places, in_play, standing, who, chose, row):
    """Features, formula and value of a position, and who shoots, into row (LOG,)."""
    look(desk, places, in_play, standing, who, chose)
    for k in range(desk.features.shape[0]):
        row[k] = desk.features[k]
    row[AT_FORMULA], row[AT_VALUE], row[AT_WHO] = desk.evaluation[FORMULA], desk.evaluation[VALUE], who + 1.0


@kernel
def play_racks(desk, start, in_play, standing, first, draws, seeds, most, out, logs):
    """Play racks from one situation: seeds (m,), every second one with the errors of the one before it mirrored.

    start : (n, 2) m; in_play : (n,) int8; standing : (STANDING,); out : (m, 2) won by the player at the table, shots
    logs : (m, k, LOG), k may be 0
    """
    places, table = desk.start_places, desk.start_in_play
    for k in range(seeds.shape[0]):
        for ball in range(in_play.shape[0]):
            places[ball, 0], places[ball, 1], table[ball] = start[ball, 0], start[ball, 1], in_play[ball]
        for column in range(standing.shape[0]):
            desk.standing[column] = standing[column]
        sign = 1.0 if seeds[k] % 2 == 0 else -1.0
        out[k, 0], out[k, 1], _ = play_rack(
            desk, places, table, desk.standing, first, draws, seeds[k] // 2, sign, most, logs[k]
        )


@kernel
def play_run(desk, places, in_play, standing, draws, seed, sign, most):
    """Play on alone for as long as balls are potted; returns 1 when the rack is won that way, else 0.

    places, in_play, standing : as for `play_rack`, left as they are at the end
    """
    for shot in range(most):
        call_at(desk.choose_at, 0.0, (desk, places, in_play, standing, draws, np.int64(0)))
        code = _shoot(desk, places, in_play, standing, seed, shot, sign, 0)
        if code != CONTINUES:
            return 1.0 if code == WON else 0.0
        for column in range(standing.shape[0]):
            standing[column] = desk.then[column]
        _take_over(desk, places, in_play)
    return 0.0


@kernel
def play_runs(desk, start, in_play, standing, draws, seeds, most, out):
    """Runs from one situation, as `play_racks`: seeds (m,); out : (m,) 1 where the rack was won in one visit."""
    places, table = desk.start_places, desk.start_in_play
    for k in range(seeds.shape[0]):
        for ball in range(in_play.shape[0]):
            places[ball, 0], places[ball, 1], table[ball] = start[ball, 0], start[ball, 1], in_play[ball]
        for column in range(standing.shape[0]):
            desk.standing[column] = standing[column]
        sign = 1.0 if seeds[k] % 2 == 0 else -1.0
        out[k] = play_run(desk, places, table, desk.standing, draws, seeds[k] // 2, sign, most)


def gains_of(logs: NDArray[np.float64]) -> NDArray[np.float64]:
    """(racks, k) of logs (racks, k, LOG): at each position, to the first player, the fresh tries of the stroke chosen
    there less the value before it: what one stroke more knows. 0 where a rack was over."""
    who = logs[:, :, AT_WHO]
    sign = np.where(who == 1.0, 1.0, np.where(who == 2.0, -1.0, 0.0))
    return np.asarray(sign * (logs[:, :, AT_FRESH] - logs[:, :, AT_VALUE]))
