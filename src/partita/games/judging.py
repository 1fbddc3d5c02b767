"""What all rules look at in a shot, and how balls are spotted.

Kernels here take the `play` that is judged (`standing.Played`): places after : (n, 2) m, changed where balls are
spotted; numbers, in_play : (n,), -1 on the table; standing : (STANDING,) int64, changed in place. x, y are m, `ball`
an index of a row, `bed` the table.
"""

from partita.games.standing import FOULS, FREE_BALL, HAND, MISS, NO_PUSH, NOT_IN_HAND, PUSH
from partita.kernels import kernel
from partita.physics.facts import FIRST_HIT, OFF, RAIL_AFTER, STATUS

# What an execution does to the rack, for the player who shot. CHOICE: the other player may play on, or hand
# the situation back.
WON, CONTINUES, TURN_OVER, FOUL, LOST, CHOICE = range(6)
# Balls are tried along the spotting line at this distance from each other, m.
_SPOT_STEP_M = 0.001


@kernel
def begin(play):
    """Take off the balls that were potted or left the table, and carry the standing over; how many fell."""
    fell = 0
    for ball in range(play.in_play.shape[0]):
        down = play.in_play[ball] == -1 and play.pocketed[ball] >= 0
        play.after[ball] = -2 if down or play.in_play[ball] != -1 else -1
        fell += down and ball > 0
    for column in range(play.standing.shape[0]):
        play.then[column] = play.standing[column]
    play.then[HAND], play.then[PUSH], play.then[FREE_BALL], play.then[MISS] = NOT_IN_HAND, NO_PUSH, 0, 0
    return fell


@kernel
def fell(play, ball):
    """Whether that ball was potted on this shot, or left the table."""
    return ball >= 0 and play.in_play[ball] == -1 and play.pocketed[ball] >= 0


@kernel
def scratched(play):
    """Whether the cue ball was potted, or left the table."""
    return play.pocketed[0] >= 0


@kernel
def ended(play):
    """Whether the shot could be followed to rest, with all balls on the table or in its pockets."""
    return play.facts[STATUS] == 0 and play.facts[OFF] == 0


@kernel
def called_down(play):
    """Whether the called ball fell as called."""
    return fell(play, play.ball) and (play.pocket < 0 or play.pocketed[play.ball] == play.pocket)


@kernel
def pool_legal(play, on, potted):
    """The common pool rule: a legal ball first, then a pot or a cushion, no scratch, no ball off the table.

    on : (n,) bool
    """
    first = play.facts[FIRST_HIT]
    hit = first > 0 and on[first]
    return hit and not scratched(play) and (potted > 0 or play.facts[RAIL_AFTER] > 0) and ended(play)


@kernel
def count_foul(play, foul):
    """One more foul in a row, or none."""
    play.then[FOULS] = play.standing[FOULS] + 1 if foul else 0


@kernel
def give_cue_ball(play, hand):
    """Put the cue ball in hand for whoever shoots next."""
    play.then[HAND] = hand
    play.after[0] = -2


@kernel
def index_of(numbers, in_play, number):
    """The ball with that number that is on the table, -1 for none."""
    for ball in range(1, numbers.shape[0]):
        if numbers[ball] == number and in_play[ball] == -1:
            return ball
    return -1


@kernel
def lowest(numbers, in_play):
    """The ball on the table with the lowest number, -1 for none."""
    found = -1
    for ball in range(1, numbers.shape[0]):
        if in_play[ball] == -1 and (found < 0 or numbers[ball] < numbers[found]):
            found = ball
    return found


@kernel
def balls_left(in_play):
    """Object balls on the table."""
    count = 0
    for ball in range(1, in_play.shape[0]):
        count += in_play[ball] == -1
    return count


@kernel
def spot_ball(play, ball, x, y, bed):
    """Put a ball on a spot, or on the line from it toward the foot rail, else toward the head, where it has room."""
    places, radius = play.places, bed.radius
    play.after[ball] = -1
    places[ball, 1] = y
    for direction in (1.0, -1.0):
        at = x
        while radius < at <= bed.length - bed.reach:
            if has_room(places, play.after, ball, at, y, radius):
                places[ball, 0] = at
                return
            at += direction * _SPOT_STEP_M
    places[ball, 0] = x


@kernel
def spot_on_foot(play, ball, bed):
    """Return a ball to the foot spot."""
    spot_ball(play, ball, 0.75 * bed.length, 0.5 * bed.width, bed)


@kernel
def has_room(places, in_play, ball, x, y, radius):
    """Whether a ball can lie at a place without touching another."""
    for other in range(places.shape[0]):
        if other != ball and in_play[other] == -1:
            dx, dy = places[other, 0] - x, places[other, 1] - y
            if dx * dx + dy * dy < 4.0 * radius * radius:
                return False
    return True
