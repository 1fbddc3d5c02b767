"""Snooker. Source: the world snooker rules, from memory.

- Reds (1 point) and colours (yellow 2 to black 7) are potted by turns while reds are left; the colours return
  to their spots. Then the colours go in order and stay down.
- The ball on must be hit first, and nothing but a ball on may fall. No cushion need be met.
- A foul gives the other player 4 points, or the value of the ball on, of a wrong ball hit first or of a ball
  wrongly potted, whichever is most. He plays from there or has the offender play again; when the ball on was
  not hit first and no snookers are needed (a miss), he may also have the balls put back.
- Snookered after a foul, he has a free ball: any ball may be nominated as the ball on.
- A cue ball that flies over a ball before it has met one fouls. A ball off the table does too: reds stay off,
  colours return.
- A potted cue ball is in hand in the D.
- The frame ends with the black, by points; level, the black is spotted again and the cue ball is in hand.

Variants: "standard"; "no miss" (balls are not put back). A stalemate is the players' to agree on.

Kernels here take what those of `judging` take; `value` and `ball_on` are points of a ball, 1 to 7 (`BALLS_ON`).
"""

import math

from partita.errors import refuse
from partita.games.judging import (
    CONTINUES,
    FOUL,
    LOST,
    TURN_OVER,
    WON,
    balls_left,
    begin,
    ended,
    fell,
    give_cue_ball,
    has_room,
    index_of,
    lowest,
    scratched,
    spot_ball,
)
from partita.games.situation import Situation, check_balls, check_unused
from partita.games.snooker_table import BLACK, COLOURS, REDS, VALUES, YELLOW, spot_of
from partita.games.standing import (
    BALL_ON,
    BEHIND_LINE,
    FREE_BALL,
    HAND,
    MISS,
    NOT_IN_HAND,
    OTHER_POINTS,
    POINTS,
    VARIANT,
)
from partita.kernels import kernel
from partita.physics.facts import FIRST_HIT, OVER
from partita.table.layout import CUE

# What may be on: a red, any colour after a red, or a colour in its order; a colour's place is its value.
BALLS_ON = ("red", "colour", *COLOURS)
RED, COLOUR = 0, 1
LEAST_FOUL = 4


@kernel
def is_on(value, ball_on):
    """Whether a ball of that value is on."""
    return value == 1 if ball_on == RED else (value >= YELLOW if ball_on == COLOUR else value == ball_on)


@kernel
def snooker_on(numbers, in_play, standing, on):
    """What is on; any ball with a free ball: (n,) bool into on."""
    for ball in range(numbers.shape[0]):
        may = standing[FREE_BALL] == 1 or is_on(numbers[ball], standing[BALL_ON])
        on[ball] = ball > 0 and in_play[ball] == -1 and may


@kernel
def points_left(numbers, in_play, ball_on):
    """The most that can still be scored on the table, fouls aside."""
    left = BLACK if ball_on == COLOUR else 0
    for ball in range(1, numbers.shape[0]):
        if in_play[ball] == -1:
            left += 1 + BLACK if numbers[ball] == 1 else numbers[ball]
    return left


@kernel
def snookers_needed(numbers, in_play, standing):
    """Fouls of four that the player at the table needs before the points left are enough for him."""
    missing = standing[OTHER_POINTS] - standing[POINTS] - points_left(numbers, in_play, standing[BALL_ON])
    return max(0, (missing + LEAST_FOUL - 1) // LEAST_FOUL)


@kernel
def judge_snooker(play, on, bed):
    """Code of a shot; on : (n,) bool, the balls that might be hit first (the rule itself reads what is on)."""
    begin(play)
    points = _points(play)
    if points >= 0:
        play.then[POINTS] += points
    else:
        play.then[OTHER_POINTS] -= points
    _return_colours(play, points > 0, bed)
    if scratched(play):
        give_cue_ball(play, BEHIND_LINE)
    return _settle(play, points, bed)


@kernel
def _points(play):
    """Points of a shot: scored when positive, given away when negative."""
    numbers, ball_on, first = play.numbers, play.standing[BALL_ON], play.facts[FIRST_HIT]
    first_value = numbers[first] if first > 0 else 0
    nominated = numbers[play.ball] if play.ball > 0 else 0
    if ball_on == COLOUR:
        # A colour is nominated by calling it, or plainly by what is hit.
        nominated = nominated if nominated >= YELLOW else (first_value if first_value >= YELLOW else 0)
        value = nominated
    else:
        value = 1 if ball_on == RED else ball_on
    free = play.standing[FREE_BALL] == 1 and ball_on != COLOUR and nominated > 0
    count, dearest, clean = 0, max(LEAST_FOUL, value), True
    for ball in range(1, numbers.shape[0]):
        if fell(play, ball):
            count += 1
            if not _rightful(numbers[ball], ball_on, nominated, free):
                clean = False
                dearest = max(dearest, numbers[ball])
    first_right = first > 0 and _rightful(first_value, ball_on, nominated, free)
    over = play.facts[OVER] == 1
    if first_right and clean and not over and not scratched(play) and ended(play):
        return value * count
    return -(dearest if first_right else max(dearest, first_value))


@kernel
def _rightful(value, ball_on, nominated, free):
    if ball_on == COLOUR:
        return nominated > 0 and value == nominated
    return is_on(value, ball_on) or (free and value == nominated)


@kernel
def _return_colours(play, scored, bed):
    """Colours return unless they fell in their order; the highest goes first."""
    ball_on = play.standing[BALL_ON]
    for colour in range(BLACK, YELLOW - 1, -1):
        ball = index_of(play.numbers, play.in_play, colour)
        if fell(play, ball) and not (scored and colour == ball_on):
            x, y = _free_spot(play, ball, colour, bed)
            spot_ball(play, ball, x, y, bed)


@kernel
def _free_spot(play, ball, colour, bed):
    """The colour's own spot, else the highest free one, else its own (it is then put behind it)."""
    own_x, own_y = spot_of(colour, bed)
    if has_room(play.places, play.after, ball, own_x, own_y, bed.radius):
        return own_x, own_y
    for other in range(BLACK, YELLOW - 1, -1):
        x, y = spot_of(other, bed)
        if has_room(play.places, play.after, ball, x, y, bed.radius):
            return x, y
    return own_x, own_y


@kernel
def _settle(play, points, bed):
    """What is on next, whether it is a free ball or a miss, and whether the frame is over."""
    ball_on, then = play.standing[BALL_ON], play.then
    lead = then[POINTS] - then[OTHER_POINTS]
    if balls_left(play.after) == 0 or (ball_on == BLACK and points != 0):
        if lead != 0:
            return WON if lead > 0 else LOST
        _spot_black_again(play, bed)
        return TURN_OVER
    low = play.numbers[lowest(play.numbers, play.after)]
    then[BALL_ON] = COLOUR if points > 0 and ball_on == RED else (RED if low == 1 else low)
    if points < 0:
        then[FREE_BALL] = then[HAND] == NOT_IN_HAND and is_snookered(
            play.places, play.numbers, play.after, then[BALL_ON], bed.radius
        )
        then[MISS] = _is_miss(play)
        return FOUL
    return CONTINUES if points > 0 else TURN_OVER


@kernel
def _is_miss(play):
    """Whether the ball on was not hit first while neither player needs snookers."""
    first = play.facts[FIRST_HIT]
    free = play.standing[FREE_BALL] == 1
    hit = first > 0 and (free or is_on(play.numbers[first], play.standing[BALL_ON]))
    if hit or play.standing[VARIANT] != 0:
        return False
    behind = abs(play.then[POINTS] - play.then[OTHER_POINTS])
    return (
        behind <= points_left(play.numbers, play.after, play.then[BALL_ON])
        and snookers_needed(play.numbers, play.in_play, play.standing) == 0
    )


@kernel
def _spot_black_again(play, bed):
    black = index_of(play.numbers, play.in_play, BLACK)
    play.places[black, 0], play.places[black, 1] = spot_of(BLACK, bed)
    play.after[black] = -1
    give_cue_ball(play, BEHIND_LINE)
    play.then[BALL_ON] = BLACK


@kernel
def is_snookered(places, numbers, in_play, ball_on, radius):
    """True when no ball on can be hit on both its sides in a straight line, for balls that are not on.

    places : (n, 2) m, the cue ball first
    """
    some = False
    for ball in range(1, numbers.shape[0]):
        if in_play[ball] == -1 and is_on(numbers[ball], ball_on):
            some = True
            if _both_sides_open(places, numbers, in_play, ball, ball_on, radius):
                return False
    return some


@kernel
def _both_sides_open(places, numbers, in_play, ball, ball_on, radius):
    way_x, way_y = places[ball, 0] - places[0, 0], places[ball, 1] - places[0, 1]
    distance = math.hypot(way_x, way_y)
    middle, spread = math.atan2(way_y, way_x), math.asin(min(1.0, 2.0 * radius / distance))
    for side in (1.0, -1.0):
        ahead_x, ahead_y = math.cos(middle + side * spread), math.sin(middle + side * spread)
        for other in range(1, numbers.shape[0]):
            if in_play[other] != -1 or is_on(numbers[other], ball_on):
                continue
            gap_x, gap_y = places[other, 0] - places[0, 0], places[other, 1] - places[0, 1]
            along = gap_x * ahead_x + gap_y * ahead_y
            if 0.0 < along < distance and abs(gap_x * ahead_y - gap_y * ahead_x) < 2.0 * radius - 1e-9:
                return False
    return True


def ball_on_of(situation: Situation) -> int:
    """What is on, by its place in BALLS_ON: as said, else a red while there are any, else the lowest colour."""
    if situation.ball_on is not None:
        return BALLS_ON.index(situation.ball_on)
    low = min((VALUES[ball] for ball in situation.object_balls), default=BLACK)
    return RED if low == 1 else low


class Snooker:
    """The rules of snooker."""

    name = "snooker"
    title = "Snooker"
    balls = (CUE, *REDS, *COLOURS)
    variants = ("standard", "no miss")

    def check(self, situation: Situation) -> None:
        """The colours on the table fit the reds and the ball on."""
        check_balls(situation, self.balls, self.name)
        on, balls = situation.ball_on, situation.object_balls
        if on is not None and on not in BALLS_ON:
            raise refuse("ball_on", f"{str(on)[:20]} cannot be on", f"Use one of {', '.join(BALLS_ON)}.")
        reds = any(ball in REDS for ball in balls)
        missing = [colour for colour in COLOURS if colour not in balls]
        if reds and missing:
            raise refuse("layout", f"the {missing[0]} is off while reds are on", "Place every colour.")
        lowest = min((c for c in balls if c in COLOURS), key=lambda c: VALUES[c], default=None)
        if lowest is None or "black" not in balls:
            raise refuse("layout", "the black is not on the table", "Place it.")
        if (on == "red" and not reds) or (on in COLOURS and (reds or on != lowest)):
            raise refuse("ball_on", f"the {on} cannot be on with these balls", f"Use {'red' if reds else lowest}.")
        check_unused(
            situation, self.name, push_out=situation.push_out != "none", my_group=situation.my_group is not None,
            my_fouls=situation.my_fouls != 0, their_fouls=situation.their_fouls != 0,
        )  # fmt: skip
