"""Eight-ball. Source: the world pool body's rules, from memory.

- Solids are 1 to 7, stripes 9 to 15. While the table is open any ball but the eight may be hit first, and the
  first ball potted as called gives the shooter its group.
- Then a ball of one's own group must be hit first; when the group is down, the eight.
- Shots are called, ball and pocket; after the contact a ball must be potted or meet a cushion.
- A foul gives ball in hand anywhere. Balls potted out of turn stay down.
- The eight potted as called after one's group wins; potted early, on a foul or in another pocket it loses.
- A safety may be called: the turn passes whatever falls.

Variants: "standard"; "slop counts" (nothing but the eight is called).

Kernels here take what those of `judging` take.
"""

from partita.errors import refuse
from partita.games.judging import (
    CONTINUES,
    FOUL,
    LOST,
    TURN_OVER,
    WON,
    begin,
    called_down,
    fell,
    give_cue_ball,
    index_of,
    pool_legal,
)
from partita.games.situation import Situation, check_balls, check_unused
from partita.games.standing import ANYWHERE, GROUP, OPEN, SOLIDS, STRIPES, VARIANT
from partita.kernels import kernel
from partita.table.layout import CUE

GROUPS = ("solids", "stripes")
_EIGHT = 8


@kernel
def group_of(number):
    """Group of a ball: SOLIDS, STRIPES, or OPEN for the eight and the cue ball."""
    if number == 0 or number == _EIGHT:
        return OPEN
    return SOLIDS if number < _EIGHT else STRIPES


@kernel
def eight_ball_on(numbers, in_play, standing, on):
    """One's own group, then the eight; any ball but the eight while the table is open: (n,) bool into on."""
    group, some = standing[GROUP], False
    for ball in range(numbers.shape[0]):
        of = group_of(numbers[ball])
        on[ball] = in_play[ball] == -1 and of != OPEN and (group == OPEN or of == group)
        some = some or on[ball]
    eight = index_of(numbers, in_play, _EIGHT)
    if not some and eight > 0:
        on[eight] = True


@kernel
def judge_eight_ball(play, on, bed):
    """Code of a shot; on : (n,) bool, the balls that might be hit first."""
    eight = index_of(play.numbers, play.in_play, _EIGHT)
    potted = begin(play)
    legal, on_eight = pool_legal(play, on, potted), eight > 0 and on[eight]
    if fell(play, eight):
        won = legal and on_eight and play.ball == eight and called_down(play)
        return WON if won else LOST
    if not legal:
        give_cue_ball(play, ANYWHERE)
        return FOUL
    made = _made(play, on, on_eight)
    if made > 0 and play.standing[GROUP] == OPEN:
        play.then[GROUP] = group_of(play.numbers[made])
    return CONTINUES if made > 0 else TURN_OVER


@kernel
def _made(play, on, on_eight):
    """The ball that keeps the shooter at the table, -1 for none."""
    if play.ball > 0 and on[play.ball] and called_down(play):
        return play.ball
    if play.standing[VARIANT] == 1 and not on_eight and play.ball > 0:
        for ball in range(1, play.numbers.shape[0]):
            if on[ball] and fell(play, ball):
                return ball
    return -1


class EightBall:
    """The rules of eight-ball."""

    name = "eight-ball"
    title = "Eight-ball"
    balls = (CUE, *(str(number) for number in range(1, 16)))
    variants = ("standard", "slop counts")

    def check(self, situation: Situation) -> None:
        """The eight is on the table; groups are solids, stripes or open."""
        check_balls(situation, self.balls, self.name)
        if "8" not in situation.layout.balls:
            raise refuse("layout", "there is no ball to win with: the 8 is not on the table", "Place the 8.")
        if situation.my_group not in (None, *GROUPS):
            raise refuse(
                "my_group", f"{str(situation.my_group)[:20]} is no group", "Use solids, stripes or leave it out."
            )
        check_unused(
            situation, self.name, push_out=situation.push_out != "none", ball_on=situation.ball_on is not None,
            free_ball=situation.free_ball, my_fouls=situation.my_fouls != 0, their_fouls=situation.their_fouls != 0,
        )  # fmt: skip
