"""What follows a pot or a miss: rack chances of both players beyond this shot, by each game's own end.

Each kernel fills eyes.made, the chance of the player at the table once he has made a ball, (n,); eyes.eases of balls in
order and of groups; and in out:
GIVEN, the other's chance at the table after his miss; BACK, his own after the other's; THEIRS, the other's in
position once he has made his next ball; EASE, the other's make chance of that ball when it is left to him.

They take the `eyes`, places : (n, 2) m; in_play : (n,) int8, -1 on the table; standing : (STANDING,) int64; who : 0
or 1, the player at the table; out : (EVALUATION_COLUMNS,). All of out are chances, 0..1.
"""

from partita.games.eight_ball import group_of
from partita.games.snooker import COLOUR, RED
from partita.games.standing import (
    BALL_ON,
    EIGHT_BALL,
    FREE_BALL,
    GAME,
    GROUP,
    OPEN,
    OTHER_POINTS,
    POINTS,
    SOLIDS,
    STRAIGHT_POOL,
    STRIPES,
    TEN_BALL,
)
from partita.kernels import kernel
from partita.value.ease import after_miss, ease, kept, left_share
from partita.value.ends import (
    FIRST,
    FIRST_AFTER,
    LEAD,
    LEAST_FOUL,
    SECOND,
    SECOND_AFTER,
    after_pot,
    lead_of,
    need,
    pots_left,
)

# Columns of an evaluation: the value; its way to it; what a safety, or a kick, is worth by the formula; the chance to
# run out, where maps know it, else -1. Of the surest ball the chance once it is made, the make chance of the next
# surest, and the least ease of the balls that are left.
VALUE, BEST_MAKE, VISIBLE, FORMULA, GIVEN, BACK, THEIRS, EASE, SAFE, CLEAR, MADE, SECOND_BEST, LEAST = range(13)
EVALUATION_COLUMNS = 13


@kernel
def rest_of_rack(eyes, places, in_play, standing, who, out):
    """Fill eyes.made and out for the player `who` (0 or 1) at the table; eyes.on holds the balls that are on."""
    game, out[LEAST] = standing[GAME], 1.0
    if game <= TEN_BALL:
        _in_order(eyes, places, in_play, who, out)
    elif game == EIGHT_BALL:
        _groups(eyes, places, in_play, standing, who, out)
    elif game == STRAIGHT_POOL:
        _race(eyes, standing, who, out)
    else:
        _frame(eyes, in_play, standing, who, out)


@kernel
def _in_order(eyes, places, in_play, who, out):
    """The balls after the one that is on, the last first: a two-player Markov chain."""
    me, them, target = eyes.models[who], eyes.models[1 - who], 1
    while target < eyes.on.shape[0] - 1 and not eyes.on[target]:
        target += 1
    keep_me, keep_them = kept(me, 1.0), kept(them, 1.0)
    mine, theirs = 1.0, 1.0
    for ball in range(places.shape[0] - 1, target - 1, -1):
        if in_play[ball] != -1:
            continue
        x, y = ease(eyes.windows, eyes.bed, places, in_play, ball, ball + 1, me, them)
        eyes.eases[0, ball], eyes.eases[1, ball] = x, y
        out[LEAST] = min(out[LEAST], x)
        x, y = x * keep_me, y * keep_them
        a, b = after_miss(left_share(1.0) * x, left_share(1.0) * y, mine, theirs)
        if ball == target:
            eyes.made[ball] = mine
            out[GIVEN], out[BACK], out[THEIRS], out[EASE] = b, a, theirs, y
        mine, theirs = x * mine + (1.0 - x) * (1.0 - b), y * theirs + (1.0 - y) * (1.0 - a)


@kernel
def _groups(eyes, places, in_play, standing, who, out):
    """Eight-ball: each player's group and then the eight; on an open table the better of either choice."""
    me, them = eyes.models[who], eyes.models[1 - who]
    # The race knows a group by how many it has and by its mean ease: which ball comes next is the player's choice.
    solids, stripes, mine_s, mine_t, theirs_s, theirs_t = 0, 0, 0.0, 0.0, 0.0, 0.0
    eight_me, eight_them = 0.0, 0.0
    for ball in range(1, places.shape[0]):
        if in_play[ball] != -1:
            continue
        x, y = ease(eyes.windows, eyes.bed, places, in_play, ball, 1, me, them)
        eyes.eases[0, ball], eyes.eases[1, ball] = x, y
        group = group_of(eyes.numbers[ball])
        if standing[GROUP] == OPEN or group == standing[GROUP] or group == OPEN:
            out[LEAST] = min(out[LEAST], x)
        if group == SOLIDS:
            solids, mine_s, theirs_s = solids + 1, mine_s + x, theirs_s + y
        elif group == STRIPES:
            stripes, mine_t, theirs_t = stripes + 1, mine_t + x, theirs_t + y
        else:
            eight_me, eight_them = x, y
    out[GIVEN], out[BACK] = 0.0, 0.0
    for group in (SOLIDS, STRIPES):
        if standing[GROUP] != OPEN and standing[GROUP] != group:
            continue
        if group == SOLIDS:
            count, others, x, y = solids, stripes, mine_s / max(1, solids), theirs_t / max(1, stripes)
        else:
            count, others, x, y = stripes, solids, mine_t / max(1, stripes), theirs_s / max(1, solids)
        # One more for either: the eight comes after the group.
        _fill_group_race(eyes.race, count + 1, others + 1, x, y, eight_me, eight_them, me, them)
        i, j = count + 1, others + 1
        for ball in range(1, places.shape[0]):
            of = group_of(eyes.numbers[ball])
            if eyes.on[ball] and (of == group or of == OPEN):
                eyes.made[ball] = eyes.race[FIRST, i - 1, j]
        if eyes.race[FIRST_AFTER, i, j] >= out[BACK]:
            out[BACK] = eyes.race[FIRST_AFTER, i, j]
        if eyes.race[SECOND_AFTER, i, j] >= out[GIVEN]:
            out[GIVEN], out[THEIRS] = eyes.race[SECOND_AFTER, i, j], eyes.race[SECOND, i, j - 1]
            out[EASE] = (y if others > 0 else eight_them) * kept(them, others)


@kernel
def _fill_group_race(race, mine, theirs, x, y, eight_x, eight_y, me, them):
    """Chances into race (4, mine, theirs) by the balls that either still has to make, the eight among them."""
    for i in range(mine + 1):
        race[FIRST, i, 0], race[SECOND, i, 0] = 0.0, 1.0
    for j in range(theirs + 1):
        race[FIRST, 0, j], race[SECOND, 0, j] = 1.0, 0.0
    for i in range(1, mine + 1):
        for j in range(1, theirs + 1):
            a_ball, b_ball = (eight_x if i == 1 else x), (eight_y if j == 1 else y)
            next_mine, next_theirs = race[FIRST, i - 1, j], race[SECOND, i, j - 1]
            a, b = after_miss(left_share(i - 1.0) * a_ball, left_share(j - 1.0) * b_ball, next_mine, next_theirs)
            a_ball, b_ball = a_ball * kept(me, i - 1.0), b_ball * kept(them, j - 1.0)
            race[FIRST_AFTER, i, j], race[SECOND_AFTER, i, j] = a, b
            race[FIRST, i, j] = a_ball * next_mine + (1.0 - a_ball) * (1.0 - b)
            race[SECOND, i, j] = b_ball * next_theirs + (1.0 - b_ball) * (1.0 - a)


@kernel
def _race(eyes, standing, who, out):
    """Straight pool: the race to its points."""
    mine, theirs = need(standing, POINTS), need(standing, OTHER_POINTS)
    made = 1.0 if mine == 1 else eyes.ends[FIRST + who, mine - 1, theirs]
    for ball in range(1, eyes.on.shape[0]):
        eyes.made[ball] = made
    out[GIVEN] = eyes.ends[SECOND_AFTER - who, theirs, mine]
    out[BACK] = eyes.ends[FIRST_AFTER + who, mine, theirs]
    out[THEIRS] = 1.0 if theirs == 1 else eyes.ends[SECOND - who, theirs - 1, mine]
    out[EASE] = eyes.typical[1 - who]


@kernel
def after_foul(eyes, in_play, standing, who):
    """Snooker: the other's chance at the table after a foul of player `who` at the ball that is on."""
    ball_on = standing[BALL_ON]
    pots = min(eyes.ends.shape[1] - 1, pots_left(eyes.numbers, in_play, ball_on))
    other = pots - 1 if ball_on == COLOUR else pots
    points = LEAST_FOUL if ball_on == RED or ball_on == COLOUR else max(LEAST_FOUL, ball_on)
    return eyes.ends[SECOND_AFTER - who, other, min(2 * LEAD, 2 * LEAD - lead_of(standing) + points)]


@kernel
def _frame(eyes, in_play, standing, who, out):
    """Snooker: the balls that are left against the lead."""
    ball_on, lead = standing[BALL_ON], lead_of(standing)
    pots = min(eyes.ends.shape[1] - 1, pots_left(eyes.numbers, in_play, ball_on))
    for ball in range(1, eyes.on.shape[0]):
        if eyes.on[ball]:
            points, change = after_pot(ball_on, eyes.numbers[ball], standing[FREE_BALL] == 1)
            after = min(eyes.ends.shape[1] - 1, max(0, pots + change))
            eyes.made[ball] = eyes.ends[FIRST + who, after, min(2 * LEAD, lead + points)]
    other = pots - 1 if ball_on == COLOUR else pots
    value = 1 if ball_on == RED or (ball_on == COLOUR and pots > 7) else 8 - min(7, other)
    out[GIVEN] = eyes.ends[SECOND_AFTER - who, other, 2 * LEAD - lead]
    out[BACK] = eyes.ends[FIRST_AFTER + who, other, lead]
    out[THEIRS] = eyes.ends[SECOND - who, max(0, other - 1), min(2 * LEAD, 2 * LEAD - lead + value)]
    out[EASE] = eyes.typical[1 - who]
