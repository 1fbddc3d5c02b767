"""Kernels that fill the maps of the cue ball's places: at each place of the net the best stroke into each pocket.

The strokes are those that the deciding player thinks about (`playing.pots`); what they leave is read from the maps of
the steps behind, filled before. The best two of each pocket are tried with the player's own errors, and the better one
once more with fresh draws, whose mean stands in the map: the best of several noisy estimates is optimistic. Every
place has draws of its own, since the same draws everywhere make whole regions look good together.

Kernels here take the `desk` with maps in its eyes; step, node : indices; who : 0 or 1; bank : (b, DRAWS) standard
normals; tries : of a stroke; places : (n, 2) m; in_play : (n,); standing : (STANDING,).
"""

import math

from partita.games.judging import CONTINUES, WON, has_room
from partita.kernels import kernel
from partita.playing.candidates import execute_candidate
from partita.playing.desk import judge_played, look, play_executed, settle_choice
from partita.playing.pots import add_pots
from partita.rows.candidate import BALL, CHANCE, CLEARS, POCKET, WORTH
from partita.rows.features import SHOOTER
from partita.value.evaluation import learned_worth
from partita.value.place_maps import SAFETY_WAY, node_place
from partita.value.rest import CLEAR, GIVEN, SAFE

# Pockets whose best stroke is worth less than this share of the best of all are not tried with errors.
_WORTH_TRYING = 0.6
# The make chance by geometry counts as so many tries: a few tries alone would be mostly luck.
_BY_GEOMETRY = 16.0
# Room left to a ball from which a place is pushed off, m, and how often that is tried.
_ROOM_M, _PUSHES = 1e-3, 8
# What a try of a candidate tells: whether it was made, its worth, the chance to run out, where the cue ball lies, m.
_MADE, _WORTH, _CLEAR, _AT_X, _AT_Y = range(5)


@kernel
def fill_places(desk, step, who, bank, tries, begin, end):
    """Fill a player's maps of a step at the places `begin` to `end` of the net."""
    maps = desk.eyes.maps
    places, in_play, standing = desk.start_places, desk.start_in_play, desk.standing
    for ball in range(in_play.shape[0]):
        places[ball, 0], places[ball, 1] = maps.places[ball, 0], maps.places[ball, 1]
        in_play[ball] = maps.in_play[step, ball]
    for column in range(standing.shape[0]):
        standing[column] = maps.standing[step, column]
    net_x, net_y = maps.worth.shape[3], maps.worth.shape[4]
    for node in range(begin, end):
        x, y = node_place(desk.eyes.bed, net_x, net_y, node)
        places[0, 0], places[0, 1] = pushed_off(desk.eyes.bed, places, in_play, x, y)
        if has_room(places, in_play, 0, places[0, 0], places[0, 1], desk.eyes.bed.radius):
            _fill_place(desk, places, in_play, standing, step, who, bank, tries, node)


@kernel
def pushed_off(bed, places, in_play, x, y):
    """The place, m, nearest to (x, y) about where the cue ball lies free of all others."""
    apart = 2.0 * bed.radius + _ROOM_M
    for _ in range(_PUSHES):
        free = True
        for ball in range(1, in_play.shape[0]):
            if in_play[ball] != -1:
                continue
            dx, dy = x - places[ball, 0], y - places[ball, 1]
            away = math.hypot(dx, dy)
            if away < apart - 1e-9:
                free = False
                if away < 1e-6:
                    dx, dy, away = 1.0, 0.0, 1.0
                x, y = places[ball, 0] + apart / away * dx, places[ball, 1] + apart / away * dy
                x = min(bed.length - bed.reach, max(bed.reach, x))
                y = min(bed.width - bed.reach, max(bed.reach, y))
        if free:
            break
    return x, y


@kernel
def only_on(desk, step):
    """Only the ball of a step is thought about."""
    for ball in range(desk.on.shape[0]):
        desk.on[ball] = ball == desk.eyes.maps.ball[step]


@kernel
def _fill_place(desk, places, in_play, standing, step, who, bank, tries, node):
    maps = desk.eyes.maps
    i, j = node // maps.worth.shape[4], node % maps.worth.shape[4]
    look(desk, places, in_play, standing, who, SHOOTER)
    maps.worth[who, step, SAFETY_WAY, i, j] = 0.0 if desk.solo == 1 else learned_worth(
        desk.eyes, in_play, standing, desk.eyes.models[who], desk.eyes.models[1 - who], desk.evaluation[SAFE],
        desk.features, desk.evaluation,
    )  # fmt: skip
    only_on(desk, step)
    count = add_pots(desk, places, in_play, standing, who, 0)
    best = 0.0
    for k in range(count):
        best = max(best, desk.candidates[k, WORTH])
    first = 2 * ((node * 7919) % ((bank.shape[0] - 2 * tries) // 2))
    for pocket in range(6):
        worth, clear = 0.0, 0.0
        if maps.pockets[step, pocket]:
            worth, clear = _best_into(desk, places, in_play, standing, pocket, count, best, bank[first:], tries, who)
        maps.worth[who, step, pocket, i, j], maps.clear[who, step, pocket, i, j] = worth, clear


@kernel
def _best_into(desk, places, in_play, standing, pocket, count, best, bank, tries, who):
    """(worth, clear) of the best stroke into a pocket among the candidates; best : the most of all pockets."""
    one, two = _best_two(desk.candidates, pocket, count)
    if one < 0:
        return 0.0, 0.0
    if desk.candidates[one, WORTH] < _WORTH_TRYING * best:
        return desk.candidates[one, WORTH], desk.candidates[one, CLEARS]
    chosen = one
    if two >= 0:
        first = _tried(desk, places, in_play, standing, one, bank, tries, who)[0]
        if _tried(desk, places, in_play, standing, two, bank, tries, who)[0] > first:
            chosen = two
    return _tried(desk, places, in_play, standing, chosen, bank[tries:], tries, who)


@kernel
def _tried(desk, places, in_play, standing, candidate, draws, tries, who):
    """(worth, clear) of a candidate over its first noisy tries, its chance by geometry counting as some of them."""
    execute_candidate(desk, places, in_play, standing, candidate, draws[:tries], desk.eyes.models[who])
    row, made, worth, clear, missed = desk.candidates[candidate], 0, 0.0, 0.0, 0.0
    for k in range(tries):
        play_executed(desk, places, in_play, k)
        code = judge_played(desk, in_play, standing, int(row[BALL]), int(row[POCKET]))
        value = settle_choice(desk, code, places, in_play, standing, who)[0]
        if code == WON or code == CONTINUES:
            made, worth, clear = made + 1, worth + value, clear + desk.evaluation[CLEAR]
        else:
            missed += value
    if made == 0:
        return missed / tries, 0.0
    chance = (made + _BY_GEOMETRY * row[CHANCE]) / (tries + _BY_GEOMETRY)
    lost = missed / (tries - made) if made < tries else 0.0 if desk.solo == 1 else 1.0 - desk.evaluation[GIVEN]
    return chance * worth / made + (1.0 - chance) * lost, chance * clear / made


@kernel
def _best_two(candidates, pocket, count):
    """The two candidates of the most worth into a pocket, -1 where there is none."""
    one, two = -1, -1
    for k in range(count):
        if int(candidates[k, POCKET]) != pocket:
            continue
        if one < 0 or candidates[k, WORTH] > candidates[one, WORTH]:
            one, two = k, one
        elif two < 0 or candidates[k, WORTH] > candidates[two, WORTH]:
            two = k
    return one, two


@kernel
def think(desk, places, in_play, standing, step, who):
    """The pots at a step's ball from where the cue ball lies, as candidates; how many."""
    look(desk, places, in_play, standing, who, SHOOTER)
    only_on(desk, step)
    return add_pots(desk, places, in_play, standing, who, 0)


@kernel
def play_candidate(desk, places, in_play, standing, candidate, draws, who, out):
    """Play a candidate with each row of draws (m, DRAWS) into out (m, 5): made, worth, clear, where the cue lies."""
    row, at_once = desk.candidates[candidate], desk.rows.shape[0]
    for begin in range(0, draws.shape[0], at_once):
        end = min(draws.shape[0], begin + at_once)
        execute_candidate(desk, places, in_play, standing, candidate, draws[begin:end], desk.eyes.models[who])
        for k in range(begin, end):
            play_executed(desk, places, in_play, k - begin)
            code = judge_played(desk, in_play, standing, int(row[BALL]), int(row[POCKET]))
            out[k, _WORTH] = settle_choice(desk, code, places, in_play, standing, who)[0]
            out[k, _MADE] = 1.0 if code == WON or code == CONTINUES else 0.0
            out[k, _CLEAR], out[k, _AT_X], out[k, _AT_Y] = desk.evaluation[CLEAR], desk.finals[0, 0], desk.finals[0, 1]
