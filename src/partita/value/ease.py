"""How easy a ball is for a player from an ordinary place, and with how much of that he can reckon.

Kernels here take a player's row (11,) (`StrokeModel.row`), `choices`, the number of balls to choose from, the table's
windows and bed, places (n, 2) m; they return chances and shares, 0..1.
"""

import math

from partita.kernels import kernel
from partita.lines.openings import open_part, widest_half
from partita.physics.pocket_windows import window_from
from partita.rows.player import SPEED
from partita.value.make_chance import FROZEN_THROW_RAD, chance_from_angles

# An ordinary place for the next shot.
TYPICAL_DISTANCE_M, TYPICAL_CUT = 0.55, math.radians(30.0)
# How much of the ease is lost to imperfect position, as a multiple of the speed error; less with more balls to
# choose from.
POSITION_COST = 0.65
# After the other's miss the balls lie as they may: the share of the ease that is left, with one ball to play.
LEFT_SHARE = 0.6
_GRID = 8


@kernel
def kept(player, choices):
    """Share of the ease that a player keeps by his position, with that many balls to choose from."""
    return 1.0 - POSITION_COST * player[SPEED] / math.sqrt(max(1.0, choices))


@kernel
def left_share(choices):
    """Share of the ease that is left after the other's miss, with that many balls to choose from."""
    return 1.0 - (1.0 - LEFT_SHARE) ** math.sqrt(max(1.0, choices))


@kernel
def ease(windows, bed, places, in_play, ball, first_blocker, me, them):
    """(x, y): either player's make chance of a ball from an ordinary place into the best pocket.

    first_blocker : balls from this index on may be in the way
    """
    widest = 0.0
    for pocket in range(6):
        window = window_from(windows, bed, pocket, places[ball, 0], places[ball, 1])
        if widest_half(bed, window[1], places[ball, 0], places[ball, 1]) <= widest:
            continue
        _, half, _, folded = open_part(bed, places, in_play, ball, first_blocker, window)
        if folded:
            half -= FROZEN_THROW_RAD * math.sin(TYPICAL_CUT)
        widest = max(widest, half)
    return _ordinary(widest, me, bed.radius), _ordinary(widest, them, bed.radius)


@kernel
def _ordinary(half, player, radius):
    """Make chance from an ordinary place."""
    return chance_from_angles(half, 0.0, TYPICAL_DISTANCE_M, TYPICAL_CUT, 1.0, player, radius)


@kernel
def typical_ease(windows, bed, player):
    """Mean ease of a ball that lies anywhere on an empty table."""
    total = 0.0
    for i in range(_GRID):
        for j in range(_GRID):
            x, y = (i + 0.5) / _GRID * bed.length, (j + 0.5) / _GRID * bed.width
            best = 0.0
            for pocket in range(6):
                _, half, _ = window_from(windows, bed, pocket, x, y)
                best = max(best, _ordinary(half, player, bed.radius))
            total += best
    return total / (_GRID * _GRID)


@kernel
def after_miss(x, y, mine_next, theirs_next):
    """(A, B): chances of either player at the table after the other's miss, by a two-player Markov chain.

    x, y : their make chances; mine_next, theirs_next : their chances once they have made the ball
    """
    if x + y < 1e-9:
        return 0.5, 0.5
    # A = x m + (1 - x)(1 - B), B = y t + (1 - y)(1 - A): two linear equations.
    a0, a1 = x * mine_next + (1.0 - x), -(1.0 - x)
    b0, b1 = y * theirs_next + (1.0 - y), -(1.0 - y)
    mine = (a0 + a1 * b0) / (1.0 - a1 * b1)
    return mine, b0 + b1 * mine
