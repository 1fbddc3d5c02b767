"""Games that are won by points: the rack or frame chance by score, for two players and open balls.

Straight pool is a race to a number of points. In snooker the balls that are left are potted one after the
other, red and colour by turns, then the colours; whoever is ahead when the black is down has won. Each ball is
made with the player's ease, and a miss gives the other player what is left of his: the same two-player chain as
for a rack of balls (`value.ease`), over the score. Who is left something at snooker may also be snookered and foul, and
who is far behind leaves a ball on rather than pot it: so a frame is not over when the balls that are left are not
enough. How often somebody fouls is a judgement, no source.

Kernels here take standing : (STANDING,) int64; numbers, in_play : (n,), -1 on the table; points in points.
"""

import numpy as np
from numpy.typing import NDArray

from partita.games.snooker import COLOUR, RED
from partita.games.snooker_table import YELLOW
from partita.games.standing import OTHER_POINTS, POINTS, POINTS_TO
from partita.kernels import kernel
from partita.value.ease import after_miss

Floats = NDArray[np.float64]
# Tables: a player's chance in position, and at the table after the other's miss; first player, then second.
FIRST, SECOND, FIRST_AFTER, SECOND_AFTER = range(4)
# Points beyond which a race is as good as this far from its end.
FARTHEST = 300
# Snooker: pots left at most, and leads from -LEAD to LEAD; the value reckoned with for a colour after a red.
_POTS, LEAD, _COLOUR_VALUE = 37, 155, 5
# How often a player fouls instead of playing on, and against one who needs fouls and lays snookers for them; the least
# points for it, and rounds until the tables stand.
_FOULS, _SNOOKERED, LEAST_FOUL, _ROUNDS = 0.05, 0.2, 4, 10
NONE = np.zeros((4, 1, 1))


@kernel
def need(standing, points):
    """Points that a player still needs at straight pool, at least 1 and at most FARTHEST."""
    return min(FARTHEST, max(1, standing[POINTS_TO] - standing[points]))


@kernel
def lead_of(standing):
    """Index of the lead at snooker."""
    return min(2 * LEAD, max(0, LEAD + standing[POINTS] - standing[OTHER_POINTS]))


@kernel
def pots_left(numbers, in_play, ball_on):
    """Balls that are still to be potted at snooker, colours after reds among them."""
    reds, colours = 0, 0
    for ball in range(1, numbers.shape[0]):
        if in_play[ball] == -1:
            reds += numbers[ball] == 1
            colours += numbers[ball] > 1
    return 2 * reds + colours + (1 if ball_on == COLOUR else 0)


@kernel
def fill_race(x, y, kept_x, kept_y, out):
    """Straight pool, into out (4, FARTHEST + 1, FARTHEST + 1) by the points either still needs.

    x, y : what is left of either's ease after a miss; kept_x, kept_y : in position
    """
    # Upwards: a pot leads to a score with fewer points to go, which is filled already.
    for mine in range(1, FARTHEST + 1):
        for theirs in range(1, FARTHEST + 1):
            next_mine = out[FIRST, mine - 1, theirs] if mine > 1 else 1.0
            next_theirs = out[SECOND, theirs - 1, mine] if theirs > 1 else 1.0
            a, b = after_miss(x, y, next_mine, next_theirs)
            out[FIRST_AFTER, mine, theirs], out[SECOND_AFTER, theirs, mine] = a, b
            out[FIRST, mine, theirs] = kept_x * next_mine + (1.0 - kept_x) * (1.0 - b)
            out[SECOND, theirs, mine] = kept_y * next_theirs + (1.0 - kept_y) * (1.0 - a)


@kernel
def fill_frame(x, y, kept_x, kept_y, out):
    """Snooker, into out (4, _POTS + 1, 2 LEAD + 1) by pots left and the player's own lead."""
    # Leads beyond LEAD are decided either way, so the last column stands for all of them.
    for lead in range(2 * LEAD + 1):
        level = 1.0 if lead > LEAD else (0.5 if lead == LEAD else 0.0)
        for table in range(4):
            out[table, 0, lead] = level
    for pots in range(1, out.shape[1]):
        # With reds left an odd number of pots means that a colour follows a red that was just potted.
        colour = pots > 6 and pots % 2 == 1
        value = _COLOUR_VALUE if colour else (1 if pots > 6 else 8 - pots)
        for lead in range(2 * LEAD + 1):
            out[FIRST_AFTER, pots, lead], out[SECOND_AFTER, pots, 2 * LEAD - lead] = 0.0, 0.0
        # The black alone ends the frame, foul or pot; with more left a foul leads to another score at the same balls.
        for _ in range(1 if pots == 1 else _ROUNDS):
            for lead in range(2 * LEAD + 1):
                _fill_score(x, y, kept_x, kept_y, pots, lead, value, colour, out)


@kernel
def _points_left(pots):
    """Points of the balls that are left, a black after each red."""
    colours = min(6, pots)
    return colours * (15 - colours) // 2 + 4 * (pots - colours)


@kernel
def _fill_score(x, y, kept_x, kept_y, pots, lead, value, colour, out):
    """One score of `fill_frame`, into out: value of the ball that is on, and whether it is a colour after a red."""
    other, up, down = 2 * LEAD - lead, min(2 * LEAD, lead + value), min(2 * LEAD, 2 * LEAD - lead + value)
    next_mine, next_theirs = out[FIRST, pots - 1, up], out[SECOND, pots - 1, down]
    if colour:
        # A miss of the colour: the next red is on.
        a = x * next_mine + (1.0 - x) * (1.0 - out[SECOND_AFTER, pots - 1, other])
        b = y * next_theirs + (1.0 - y) * (1.0 - out[FIRST_AFTER, pots - 1, lead])
        given_me, given_them = out[FIRST_AFTER, pots - 1, lead], out[SECOND_AFTER, pots - 1, other]
    else:
        a, b = after_miss(x, y, next_mine, next_theirs)
        if pots > 1:
            points = max(LEAST_FOUL, value)
            fouled_on = out[SECOND_AFTER, pots, min(2 * LEAD, other + points)]
            gained = out[FIRST_AFTER, pots, min(2 * LEAD, lead + points)]
            i_need, they_need = LEAD - lead > _points_left(pots), lead - LEAD > _points_left(pots)
            mine, theirs = (_SNOOKERED if they_need else _FOULS), (_SNOOKERED if i_need else _FOULS)
            a, b = (1.0 - mine) * a + mine * (1.0 - fouled_on), (1.0 - theirs) * b + theirs * (1.0 - gained)
            if i_need:
                a = max(a, 1.0 - b)
            elif they_need:
                b = max(b, 1.0 - a)
        given_me, given_them = a, b
    out[FIRST_AFTER, pots, lead], out[SECOND_AFTER, pots, other] = a, b
    # Who would lose by potting leaves the ball on.
    out[FIRST, pots, lead] = max(kept_x * next_mine + (1.0 - kept_x) * (1.0 - given_them), 1.0 - given_them)
    out[SECOND, pots, other] = max(kept_y * next_theirs + (1.0 - kept_y) * (1.0 - given_me), 1.0 - given_me)


def race_ends(left: Floats, kept: Floats) -> Floats:
    """Tables of straight pool for two players' eases, (2,) after a miss and (2,) in position."""
    out = np.zeros((4, FARTHEST + 1, FARTHEST + 1))
    fill_race(left[0], left[1], kept[0], kept[1], out)
    return out


def frame_ends(left: Floats, kept: Floats) -> Floats:
    """Tables of snooker."""
    out = np.zeros((4, _POTS + 1, 2 * LEAD + 1))
    fill_frame(left[0], left[1], kept[0], kept[1], out)
    return out


@kernel
def after_pot(ball_on, value, free):
    """Snooker: (points, change of the pots left) when a ball of that value is potted while ball_on is on."""
    if ball_on == RED:
        # A free ball counts as a red, and a colour follows; the reds stay.
        return (1, 1) if free and value >= YELLOW else (1, -1)
    if ball_on == COLOUR:
        return value, -1
    return (ball_on, 0) if free and value != ball_on else (value, -1)
