"""Straight pool (14.1 continuous). Source: the world pool body's rules, from memory.

- Any ball may be hit first; ball and pocket are called. A called ball is a point, and so is every other ball
  that falls on that shot.
- Without a called ball the turn passes, and balls that fell are spotted.
- After the contact a ball must be potted or meet a cushion. A foul costs a point and the turn; a third foul
  in a row costs 15 more. A scratch gives ball in hand behind the head string; after other fouls the cue ball stays.
- When one object ball is left, the other fourteen are racked again without the apex ball.
- Whoever reaches the agreed number of points wins.

Variants: "standard".

Kernels here take what those of `judging` take.
"""

import math

from partita.errors import refuse
from partita.games.judging import (
    CONTINUES,
    FOUL,
    TURN_OVER,
    WON,
    balls_left,
    begin,
    called_down,
    fell,
    give_cue_ball,
    has_room,
    pool_legal,
    scratched,
    spot_on_foot,
)
from partita.games.situation import Situation, check_balls, check_fouls, check_unused
from partita.games.standing import BEHIND_LINE, FOULS, POINTS, POINTS_TO
from partita.kernels import kernel
from partita.table.layout import CUE

FOULS_WITH_PENALTY, PENALTY = 3, 15
# The object balls of a full rack; a rack without its apex has one less.
_RACK = 15


@kernel
def any_ball_on(numbers, in_play, standing, on):
    """Any ball may be hit first: (n,) bool into on."""
    for ball in range(numbers.shape[0]):
        on[ball] = ball > 0 and in_play[ball] == -1


@kernel
def judge_straight_pool(play, on, bed):
    """Code of a shot; on : (n,) bool, the balls that might be hit first."""
    potted = begin(play)
    legal = pool_legal(play, on, potted)
    made = legal and called_down(play)
    if made:
        play.then[POINTS] += potted
    else:
        for ball in range(1, play.numbers.shape[0]):
            if fell(play, ball):
                spot_on_foot(play, ball, bed)
    play.then[FOULS] = 0
    if not legal:
        # A foul's points are taken from the shooter, not given to the other.
        play.then[POINTS] -= 1
        play.then[FOULS] = play.standing[FOULS] + 1
        if play.then[FOULS] >= FOULS_WITH_PENALTY:
            play.then[FOULS] = 0
            play.then[POINTS] -= PENALTY
    if scratched(play):
        give_cue_ball(play, BEHIND_LINE)
    if made and play.then[POINTS] >= play.standing[POINTS_TO]:
        return WON
    # Where not all balls are at hand, whoever asks for the next situation racks them.
    if play.numbers.shape[0] == _RACK + 1 and balls_left(play.after) == 1:
        rack_again(play, bed)
    return CONTINUES if made else (TURN_OVER if legal else FOUL)


@kernel
def rack_place(place, bed):
    """(x, y) m of one of the 15 places of a triangle on the foot spot, 0 the apex."""
    depth, first = 0, 0
    while first + depth < place:
        first += depth + 1
        depth += 1
    x = 0.75 * bed.length + depth * bed.radius * math.sqrt(3.0)
    return x, 0.5 * bed.width + (2.0 * (place - first) - depth) * bed.radius


@kernel
def _in_the_way(x, y, bed):
    """Whether a ball there touches a place of the rack, the apex among them."""
    for place in range(_RACK):
        rack_x, rack_y = rack_place(place, bed)
        if (x - rack_x) ** 2 + (y - rack_y) ** 2 < 4.0 * bed.radius * bed.radius:
            return True
    return False


@kernel
def rack_again(play, bed):
    """Rack fourteen balls beside the one that is left.

    A last ball that is in the way goes to the head spot, or to the centre when the cue ball is there; a cue
    ball in the way is in hand behind the head string.
    """
    places, last = play.places, 0
    for ball in range(1, _RACK + 1):
        if play.after[ball] == -1:
            last = ball
    if play.after[0] == -1 and _in_the_way(places[0, 0], places[0, 1], bed):
        give_cue_ball(play, BEHIND_LINE)
    if _in_the_way(places[last, 0], places[last, 1], bed):
        head = has_room(places, play.after, last, 0.25 * bed.length, 0.5 * bed.width, bed.radius)
        places[last, 0], places[last, 1] = (0.25 if head else 0.5) * bed.length, 0.5 * bed.width
    place = 1
    for ball in range(1, _RACK + 1):
        if ball != last:
            places[ball, 0], places[ball, 1] = rack_place(place, bed)
            play.after[ball] = -1
            place += 1


class StraightPool:
    """The rules of straight pool."""

    name = "straight-pool"
    title = "Straight pool"
    balls = (CUE, *(str(number) for number in range(1, 16)))
    variants = ("standard",)

    def check(self, situation: Situation) -> None:
        """Points below what wins, fouls below the penalty."""
        check_balls(situation, self.balls, self.name)
        if not 1 <= situation.points_to <= 1000:
            raise refuse("points_to", f"{situation.points_to} is out of range", "Use 1 to 1000.")
        for whose, points in (("my_points", situation.my_points), ("their_points", situation.their_points)):
            if not -1000 <= points < situation.points_to:
                raise refuse(whose, f"{points} points cannot be in a game to {situation.points_to}", "Use fewer.")
        check_fouls(situation, FOULS_WITH_PENALTY)
        check_unused(
            situation, self.name, push_out=situation.push_out != "none", ball_on=situation.ball_on is not None,
            free_ball=situation.free_ball, my_group=situation.my_group is not None,
        )  # fmt: skip
