"""Ten-ball. Source: the world pool body's rules, from memory.

As nine-ball with ten balls, and every shot called, ball and pocket:

- A called ball potted as called, the lowest hit first, keeps the shooter at the table; the ten as called wins.
- A shot on which only another ball, or the ball in another pocket, falls without a foul is no foul: the
  other player may play from there, or hand the table back. Balls stay down, but for the ten.
- A safety may be called: then the turn passes whatever falls, and a ball that fell gives the same choice.

Variants: "standard"; "ten last" (the ten may be called only when it is alone).

Kernels here take what those of `judging` take.
"""

from partita.games.judging import (
    CHOICE,
    CONTINUES,
    FOUL,
    TURN_OVER,
    WON,
    balls_left,
    begin,
    called_down,
    index_of,
    pool_legal,
)
from partita.games.nine_ball import NineBall, push_out_allowed, settle_turn
from partita.games.standing import VARIANT
from partita.kernels import kernel
from partita.table.layout import CUE

WINNING_NUMBER = 10


@kernel
def ten_may_be_called(in_play, standing):
    """Whether the ten may be called now: where it is the last, only when it is alone."""
    return standing[VARIANT] == 0 or balls_left(in_play) == 1


@kernel
def judge_ten_ball(play, on, bed):
    """Code of a shot; on : (n,) bool, the balls that might be hit first."""
    winning = index_of(play.numbers, play.in_play, WINNING_NUMBER)
    may_win = ten_may_be_called(play.in_play, play.standing)
    potted = begin(play)
    legal = pool_legal(play, on, potted)
    if push_out_allowed(play):
        code = CHOICE
    elif legal and called_down(play) and (play.ball != winning or may_win):
        if play.ball == winning:
            return WON
        code = CONTINUES
    elif legal:
        code = CHOICE if potted > 0 else TURN_OVER
    else:
        code = FOUL
    return settle_turn(play, code, winning, True, bed)


class TenBall(NineBall):
    """The game of ten-ball."""

    name = "ten-ball"
    title = "Ten-ball"
    balls = (CUE, *(str(number) for number in range(1, 11)))
    variants = ("standard", "ten last")
    winning_ball = "10"
