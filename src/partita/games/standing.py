"""The standing: what a game's rules need to know besides where the balls lie, as one row of numbers for the kernels.

Always seen from the player at the table; `turn` gives it to the other one.

Kernels here take standing : (STANDING,) int64, columns below; points in points, fouls in a row.
"""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from partita.games.situation import Hand
from partita.kernels import kernel

(
    GAME,  # one of the games below
    VARIANT,  # place in the game's list of variants
    HAND,  # NOT_IN_HAND, ANYWHERE or BEHIND_LINE
    FOULS,  # in a row, of the player at the table
    OTHER_FOULS,
    POINTS,  # straight pool, snooker
    OTHER_POINTS,
    POINTS_TO,  # straight pool: what wins
    GROUP,  # eight-ball: OPEN, SOLIDS or STRIPES, of the player at the table
    BALL_ON,  # snooker: 0 a red, 1 any colour, else the value of the colour
    FREE_BALL,  # snooker: 1 when any ball may be nominated
    PUSH,  # NO_PUSH, MAY_PUSH, or PUSHED by the other player just now
    MISS,  # snooker: 1 when the other player may have the balls put back
) = range(13)
STANDING = 13
NINE_BALL, TEN_BALL, EIGHT_BALL, STRAIGHT_POOL, SNOOKER = range(5)
NOT_IN_HAND, ANYWHERE, BEHIND_LINE = range(3)
HANDS: tuple[Hand, ...] = ("none", "anywhere", "behind-line")
OPEN, SOLIDS, STRIPES = range(3)
NO_PUSH, MAY_PUSH, PUSHED = range(3)


class Played(NamedTuple):
    """One shot before the referee, for n balls, and what he makes of it.

    facts : (FACTS,); pocketed : (n,) pocket of each ball, -1 on the table, -2 not in play
    numbers : (n,) numbers on the balls, the cue ball 0; at snooker their values
    in_play : (n,) -1 for the balls on the table before the shot; standing : (STANDING,) before it
    ball, pocket : the call, an index and a pocket, -1 for a safety and for any pocket; push : a push-out
    places : (n, 2) m, as the balls came to rest; balls that are spotted are put there
    after, then : (n,) and (STANDING,), filled in: the balls on the table and the standing after it,
        still seen from the player who shot
    """

    facts: NDArray[np.int32]
    pocketed: NDArray[np.int8]
    numbers: NDArray[np.int64]
    in_play: NDArray[np.int8]
    standing: NDArray[np.int64]
    ball: int
    pocket: int
    push: bool
    places: NDArray[np.float64]
    after: NDArray[np.int8]
    then: NDArray[np.int64]


@kernel
def turn(standing):
    """Give the standing to the other player, in place."""
    standing[FOULS], standing[OTHER_FOULS] = standing[OTHER_FOULS], standing[FOULS]
    standing[POINTS], standing[OTHER_POINTS] = standing[OTHER_POINTS], standing[POINTS]
    if standing[GROUP] != OPEN:
        standing[GROUP] = SOLIDS + STRIPES - standing[GROUP]
