"""The deciding player's pots that do not go straight: combinations, banks, and pots by way of a rail near the ball.

Nothing here is aimed by root-finding: what geometry promises is played at several aims about it, and the middle of
those that pot is the stroke; a shot exists when the simulator pots it. Only looked at where no direct pot is good.

Kernels here take what those of `desk` take; `count` : candidates so far, returned with the new ones; `missed` : rack
chance after a miss; a way : what is hit first, what falls, its pocket, the rail, a direction (rad) and a share or way.
"""

import math

from partita.games.judging import CONTINUES, WON
from partita.games.referee import balls_worth_potting
from partita.games.standing import GAME, STRAIGHT_POOL
from partita.kernels import kernel
from partita.lines.mirrors import mirrored
from partita.lines.openings import gap_to, is_frozen, pocket_opening
from partita.lines.sight import can_be_hit
from partita.physics.facts import CUE_CUSHIONS_BEFORE, CUT, FIRST_HIT, PRESSED, WAY, bend_of, unsighted_way
from partita.players.judgement import judged, per_m_of
from partita.playing.candidates import keep_best, put_safety
from partita.playing.desk import judge_played, play_shot, settle_choice
from partita.rows.candidate import BALL, CHANCE, CONTACT, CUE_JUDGED, CUT_AT, JUDGEMENT, POCKET, TARGET_JUDGED, WORTH
from partita.rows.pair import MORE, ONE, TWO, WORTH_OF
from partita.rows.player import AIM, SIGHT
from partita.rows.stroke import AIM_RAD, SIDE_R
from partita.value.make_chance import UNAVOIDABLE_RAD, clear_chance, normal_below

# Aims that are tried about each way, and what a way must promise to be tried.
_AIMS, _LEAST_CHANCE = 11, 0.06
# Speeds, m/s, of combinations and banks; rail first also speeds with the tip's side and height, R.
_COMBINATION_MPS, _BANK_MPS = (1.6, 2.8), (1.9, 3.2)
_RAIL_FIRST = ((1.4, 0.0, 0.2), (2.4, 0.0, 0.1), (2.0, 0.35, 0.1), (2.0, -0.35, 0.1))
# Combinations of balls farther apart than this, m, and cuts larger than this, are not tried.
_FARTHEST_M, _LARGEST_CUT = 1.0, math.radians(60.0)
# Throw turns the second ball of a combination, and rails turn balls off their mirrored ways, by up to so much, rad.
_THROW_RAD, _REBOUND_RAD = 0.07, 0.16
_NEAR_RAIL_M = 0.12


@kernel
def add_indirect(desk, places, in_play, standing, who, count, missed):
    """Candidates for the most promising combinations, banks and pots rail first."""
    balls_worth_potting(desk.eyes.numbers, in_play, standing, desk.may_pot)
    for k in range(_find_combinations(desk, places, in_play, who)):
        count = _add_combination(desk, places, in_play, standing, who, count, missed, desk.pairs[k])
    if standing[GAME] == STRAIGHT_POOL:
        # With so many balls to choose from nobody banks one.
        return count
    for k in range(_find_banks(desk, places, in_play)):
        count = _add_bank(desk, places, in_play, standing, who, count, missed, desk.pairs[k])
    for k in range(_find_rail_first(desk, places, in_play)):
        count = _add_rail_first(desk, places, in_play, standing, who, count, missed, desk.pairs[k])
    return count


@kernel
def _turned(angle):
    """An angle, rad, within half a turn of 0."""
    return angle - 2.0 * math.pi * math.floor(angle / (2.0 * math.pi) + 0.5)


@kernel
def _ghost(places, ball, direction, radius):
    """Where the ball that drives `ball` in a direction meets it: x, y."""
    return (
        places[ball, 0] - 2.0 * radius * math.cos(direction),
        places[ball, 1] - 2.0 * radius * math.sin(direction),
    )  # fmt: skip


@kernel
def _find_combinations(desk, places, in_play, who):
    """The likeliest combinations into desk.pairs: first ball, 6 x second ball + pocket, chance, direction; how many."""
    radius, found = desk.eyes.bed.radius, 0
    for first in range(1, in_play.shape[0]):
        if not desk.on[first] or not can_be_hit(radius, places, in_play, first):
            continue
        for ball in range(1, in_play.shape[0]):
            apart = math.hypot(places[ball, 0] - places[first, 0], places[ball, 1] - places[first, 1])
            if ball == first or in_play[ball] != -1 or not desk.may_pot[ball] or apart > _FARTHEST_M:
                continue
            for pocket in range(6):
                chance, wanted = _combination(desk, places, in_play, who, first, ball, pocket)
                if chance >= _LEAST_CHANCE:
                    found = keep_best(desk.pairs, found, first, 6 * ball + pocket, chance, wanted)
    return found


@kernel
def _combination(desk, places, in_play, who, first, ball, pocket):
    """Chance of a combination by geometry, and the direction, rad, in which the first ball is to leave."""
    eyes, radius, me = desk.eyes, desk.eyes.bed.radius, desk.eyes.models[who]
    direction, half, _, _ = pocket_opening(eyes.windows, eyes.bed, pocket, places, in_play, ball, 1)
    x, y = _ghost(places, ball, direction, radius)
    dx, dy = places[first, 0] - places[0, 0], places[first, 1] - places[0, 1]
    between = math.hypot(x - places[first, 0], y - places[first, 1])
    wanted = math.atan2(y - places[first, 1], x - places[first, 0])
    cut, over = abs(_turned(wanted - math.atan2(dy, dx))), abs(_turned(direction - wanted))
    if half <= 0.0 or cut > _LARGEST_CUT or over > _LARGEST_CUT:
        return 0.0, wanted
    # The errors of the contact point, m, turn the first ball; its error over the way between turns the second.
    seen = me[SIGHT] * (0.25 + math.sin(cut))
    turn = math.hypot(seen, math.hypot(dx, dy) * me[AIM]) / (2.0 * radius * math.cos(cut))
    unsighted = (0.0, 0.0, 0.0, 1.0, per_m_of(between), 0.0, -1.0, 0.0)
    turn = math.hypot(turn, judged(me, unsighted, _COMBINATION_MPS[0], 0.0)[2])
    sigma = turn * between / (2.0 * radius * math.cos(over)) + UNAVOIDABLE_RAD
    free = clear_chance(
        places[first, 0], places[first, 1], math.cos(wanted), math.sin(wanted), between, places, in_play, first, ball,
        2.0 * radius, UNAVOIDABLE_RAD,
    )  # fmt: skip
    return free * (2.0 * normal_below(half / sigma) - 1.0), wanted


@kernel
def _add_combination(desk, places, in_play, standing, who, count, missed, way):
    """Candidates for one combination; way : a row of desk.pairs."""
    first, ball, pocket, wanted = int(way[ONE]), int(way[TWO]) // 6, int(way[TWO]) % 6, way[MORE]
    radius = desk.eyes.bed.radius
    _, half, _, _ = pocket_opening(desk.eyes.windows, desk.eyes.bed, pocket, places, in_play, ball, 1)
    x, y = _ghost(places, first, wanted, radius)
    aim, distance = math.atan2(y - places[0, 1], x - places[0, 0]), math.hypot(x - places[0, 0], y - places[0, 1])
    between = max(2.0 * radius, math.hypot(places[ball, 0] - places[first, 0], places[ball, 1] - places[first, 1]))
    turn = (min(half, 0.3) + _THROW_RAD) * 2.0 * radius / between + _THROW_RAD
    spread = turn * 2.0 * radius / max(2.0 * radius, distance)
    for speed in _COMBINATION_MPS:
        stroke = (aim, speed, 0.0, 0.1, spread)
        played = (first, ball, pocket, 1.0, per_m_of(between - 2.0 * radius))
        count = _add_middle(desk, places, in_play, standing, who, count, missed, played, stroke)
    return count


@kernel
def _find_banks(desk, places, in_play):
    """The shortest banks off one rail into desk.pairs: ball, 6 x rail + pocket, less the way, direction; how many."""
    eyes, found = desk.eyes, 0
    bed, radius = eyes.bed, eyes.bed.radius
    for ball in range(1, in_play.shape[0]):
        if not desk.on[ball] or not can_be_hit(radius, places, in_play, ball):
            continue
        straight = math.atan2(places[ball, 1] - places[0, 1], places[ball, 0] - places[0, 0])
        for rail in range(4):
            for pocket in range(6):
                x, y = mirrored(bed, rail, eyes.windows.drop[pocket, 0], eyes.windows.drop[pocket, 1])
                dx, dy = x - places[ball, 0], y - places[ball, 1]
                way, wanted = math.hypot(dx, dy), math.atan2(dy, dx)
                share = _share_to_rail(bed, rail, places[ball, 0], places[ball, 1], x, y)
                if not 0.0 < share < 0.95 or abs(_turned(wanted - straight)) > _LARGEST_CUT:
                    continue
                free = clear_chance(
                    places[ball, 0], places[ball, 1], dx / way, dy / way, share * way, places, in_play, ball, -1,
                    2.0 * radius, 0.01,
                )  # fmt: skip
                if free > 0.5:
                    found = keep_best(desk.pairs[:3], found, ball, 6 * rail + pocket, -way, wanted)
    return found


@kernel
def _share_to_rail(bed, rail, x, y, to_x, to_y):
    """Share of the way from (x, y) to a mirrored place at which the rail is met; 0 where it is met outside the rail."""
    if rail < 2:
        line = bed.reach if rail == 0 else bed.length - bed.reach
        share = (line - x) / (to_x - x) if abs(to_x - x) > 1e-9 else 0.0
        at, end = y + share * (to_y - y), bed.width
    else:
        line = bed.reach if rail == 2 else bed.width - bed.reach
        share = (line - y) / (to_y - y) if abs(to_y - y) > 1e-9 else 0.0
        at, end = x + share * (to_x - x), bed.length
    return share if 0.1 < at < end - 0.1 else 0.0


@kernel
def _add_bank(desk, places, in_play, standing, who, count, missed, way):
    """Candidates for one bank; way : a row of desk.pairs."""
    ball, rail, pocket, wanted = int(way[ONE]), int(way[TWO]) // 6, int(way[TWO]) % 6, way[MORE]
    radius, drop = desk.eyes.bed.radius, desk.eyes.windows.drop
    image_x, image_y = mirrored(desk.eyes.bed, rail, drop[pocket, 0], drop[pocket, 1])
    share = _share_to_rail(desk.eyes.bed, rail, places[ball, 0], places[ball, 1], image_x, image_y)
    x, y = _ghost(places, ball, wanted, radius)
    aim, distance = math.atan2(y - places[0, 1], x - places[0, 0]), math.hypot(x - places[0, 0], y - places[0, 1])
    spread = _REBOUND_RAD * 2.0 * radius / max(2.0 * radius, distance)
    for speed in _BANK_MPS:
        stroke = (aim, speed, 0.0, 0.1, spread)
        played = (ball, ball, pocket, 1.0 - share, 0.0)
        count = _add_middle(desk, places, in_play, standing, who, count, missed, played, stroke)
    return count


@kernel
def _find_rail_first(desk, places, in_play):
    """Pots by way of a rail near the ball into desk.pairs: ball, pocket, less the way, aim; how many."""
    eyes, found = desk.eyes, 0
    bed, radius = eyes.bed, eyes.bed.radius
    for ball in range(1, in_play.shape[0]):
        if not desk.on[ball]:
            continue
        for rail in range(4):
            if gap_to(bed, rail, places[ball, 0], places[ball, 1])[0] > _NEAR_RAIL_M:
                continue
            for pocket in range(6):
                direction, half, _, _ = pocket_opening(eyes.windows, bed, pocket, places, in_play, ball, 1)
                if half <= 0.0:
                    continue
                x, y = _ghost(places, ball, direction, radius)
                x, y = mirrored(bed, rail, x, y)
                aim, way = (
                    math.atan2(y - places[0, 1], x - places[0, 0]),
                    math.hypot(x - places[0, 0], y - places[0, 1]),
                )
                found = keep_best(desk.pairs[:2], found, ball, pocket, -way, aim)
    return found


@kernel
def _add_rail_first(desk, places, in_play, standing, who, count, missed, way):
    """Candidates for one pot by way of a rail; way : a row of desk.pairs."""
    ball, pocket, length, aim = int(way[ONE]), int(way[TWO]), -way[WORTH_OF], way[MORE]
    spread = min(0.08, 2.0 * desk.eyes.bed.radius / max(0.1, length))
    for speed, side, height in _RAIL_FIRST:
        stroke = (aim, speed, side, height, spread)
        count = _add_middle(desk, places, in_play, standing, who, count, missed, (ball, ball, pocket, 0.0, 0.0), stroke)
    return count


@kernel
def _add_middle(desk, places, in_play, standing, who, count, missed, played, stroke):
    """A candidate at the middle of the longest run of aims that pot, where there is one.

    played : the ball to be hit first, the one that is to fall, its pocket, and of `judgement.Unsighted` share and per_m
    stroke : aim rad, speed m/s, side and height R, and how far to either side aims are tried, rad
    """
    first, ball, pocket, share, per_m = played
    aim, speed, side, height, spread = stroke
    here = count
    count = put_safety(desk.candidates, count, aim, speed, height, 0.02, first)
    if count == here:
        return here
    row, run, longest, end = desk.candidates[here], 0, 0, 0
    row[SIDE_R] = side
    for k in range(_AIMS):
        row[AIM_RAD] = aim + spread * (2.0 * k / (_AIMS - 1) - 1.0)
        play_shot(desk, places, in_play, row, False)
        run = run + 1 if desk.pocketed[ball] == pocket and desk.facts[FIRST_HIT] == first else 0
        if run > longest:
            longest, end = run, k
    if longest == 0:
        return here
    row[AIM_RAD] = aim + spread * (2.0 * (end - 0.5 * (longest - 1)) / (_AIMS - 1) - 1.0)
    play_shot(desk, places, in_play, row, False)
    code = judge_played(desk, in_play, standing, ball, pocket)
    if desk.pocketed[ball] != pocket or (code != CONTINUES and code != WON):
        return here
    sight = desk.eyes.models[who][SIGHT]
    cushions = desk.facts[CUE_CUSHIONS_BEFORE]
    kick = unsighted_way(cushions, desk.measures)
    bend, rolls = bend_of(cushions, desk.measures)
    frozen = is_frozen(desk.eyes.bed, places[ball, 0], places[ball, 1]) or desk.facts[PRESSED] == 1
    pressed = 1.0 if first == ball and frozen else 0.0
    row[JUDGEMENT], row[CUE_JUDGED], row[TARGET_JUDGED] = judged(
        desk.eyes.models[who], (kick, 0.0, 0.0, share, per_m, pressed, bend, rolls), speed, side
    )  # fmt: skip
    row[CONTACT], row[CUT_AT] = max(0.02, desk.measures[WAY]), abs(desk.measures[CUT])
    row[BALL], row[POCKET] = ball, pocket
    turned = 2.0 * desk.eyes.bed.radius * row[TARGET_JUDGED]
    seen = math.hypot(math.hypot(row[JUDGEMENT], turned), sight * (0.25 + math.sin(row[CUT_AT])))
    sigma = math.hypot(desk.eyes.models[who][AIM], seen / row[CONTACT])
    row[CHANCE] = 2.0 * normal_below(longest * spread / (_AIMS - 1) / sigma) - 1.0
    worth = settle_choice(desk, code, places, in_play, standing, who)[0]
    row[WORTH] = min(worth, row[CHANCE] * worth + (1.0 - row[CHANCE]) * missed)
    return count
