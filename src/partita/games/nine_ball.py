"""Nine-ball. Source: the world pool body's rules, from memory.

- The lowest ball on the table must be hit first; any ball potted then counts.
- After the contact a ball must be potted or a ball must meet a cushion.
- The nine potted legally wins, at any time.
- A foul gives the opponent ball in hand anywhere; a third foul in a row loses the rack.
- Potted balls stay down, but for the nine: potted on a foul or a push-out it returns to the foot spot.
- A ball that leaves the table is a foul; but for the nine it stays off. A ball may be jumped over.
- On the shot after the break the shooter may push out: no ball need be hit, no cushion met. The other
  player then plays from there, or has the shooter play again.

Variants: "standard"; "no three fouls" (fouls in a row are not counted).

Kernels here take what those of `judging` take.
"""

from partita.errors import refuse
from partita.games.judging import (
    CHOICE,
    CONTINUES,
    FOUL,
    LOST,
    TURN_OVER,
    WON,
    begin,
    count_foul,
    ended,
    fell,
    give_cue_ball,
    index_of,
    lowest,
    pool_legal,
    scratched,
    spot_on_foot,
)
from partita.games.situation import Situation, check_balls, check_fouls, check_unused
from partita.games.standing import ANYWHERE, FOULS, MAY_PUSH, PUSH, PUSHED, VARIANT
from partita.kernels import kernel
from partita.table.layout import CUE

FOULS_THAT_LOSE = 3
WINNING_NUMBER = 9


@kernel
def lowest_on(numbers, in_play, standing, on):
    """The lowest ball on the table must be hit first: (n,) bool into on."""
    target = lowest(numbers, in_play)
    for ball in range(numbers.shape[0]):
        on[ball] = ball == target


@kernel
def judge_nine_ball(play, on, bed):
    """Code of a shot; on : (n,) bool, the balls that might be hit first."""
    winning = index_of(play.numbers, play.in_play, WINNING_NUMBER)
    potted = begin(play)
    legal = pool_legal(play, on, potted)
    if push_out_allowed(play):
        code = CHOICE
    elif legal and fell(play, winning):
        return WON
    else:
        code = (CONTINUES if potted > 0 else TURN_OVER) if legal else FOUL
    return settle_turn(play, code, winning, play.standing[VARIANT] == 0, bed)


@kernel
def push_out_allowed(play):
    """Whether this is a push-out that may be, without a scratch."""
    return play.push and play.standing[PUSH] == MAY_PUSH and not scratched(play) and ended(play)


@kernel
def settle_turn(play, code, winning, fouls_lose, bed):
    """Fouls counted, ball in hand, and the winning ball back on its spot when it fell without winning."""
    count_foul(play, code == FOUL)
    play.then[PUSH] = PUSHED if code == CHOICE and play.push else play.then[PUSH]
    if fell(play, winning):
        spot_on_foot(play, winning, bed)
    if code == FOUL:
        give_cue_ball(play, ANYWHERE)
        if fouls_lose and play.then[FOULS] >= FOULS_THAT_LOSE:
            return LOST
    return code


class NineBall:
    """The rules of nine-ball."""

    name = "nine-ball"
    title = "Nine-ball"
    balls = (CUE, *(str(number) for number in range(1, 10)))
    variants = ("standard", "no three fouls")
    winning_ball = "9"

    def check(self, situation: Situation) -> None:
        """Only balls of this game, the winning one among them, and a cue ball to play with."""
        check_balls(situation, self.balls, self.name)
        if self.winning_ball not in situation.layout.balls:
            where = f"the {self.winning_ball}"
            raise refuse("layout", f"there is no ball to win with: {where} is not on the table", f"Place {where}.")
        check_fouls(situation, self._fouls_that_lose(situation))
        check_unused(
            situation,
            self.name,
            my_group=situation.my_group is not None,
            ball_on=situation.ball_on is not None,
            free_ball=situation.free_ball,
            my_points=situation.my_points != 0,
            their_points=situation.their_points != 0,
        )

    def _fouls_that_lose(self, situation: Situation) -> int:
        return 1_000 if situation.variant == "no three fouls" else FOULS_THAT_LOSE
