"""Judgement: what a player misjudges of a way that he cannot sight along. One model for executions and evaluations.

- *Kicks.* He picks a point on the rail; the ball then leaves the rail as the rail answers. The eye has to carry both
  over the way that is left: point and angle are off by an angle (`kick_rad`) that grows with the player's sighting
  error, so that the error at the ball is that angle times the way left after the rail, nothing near the ball, and adds
  in squares over the rails. Speed and side make the rail's answer harder to foresee.
  Sight is of straight lines: the more the way bends after the rail, the harder it is to foresee, unless the player has
  practised it. One school slides the ball into the rail, so that it hardly bends; the other lets it roll.
- *Curves.* Round a blocker he judges how far the ball will bend: the same angle, for a way that is longer the more it
  bends.
- *After the contact.* Where a shot hangs on what a ball does after the first contact, that ball leaves it turned by an
  angle (`way_rad`), whatever the contact does with errors of its point: the object ball of a bank by the share of its
  way that is left after the rail; the first ball of a combination, the cue ball of a carom, until the next ball, which
  is also met at a point that nobody can sight (`point_m`).
- *Against the rubber.* How a ball that lies frozen to a rail, or is hit while it presses against one, leaves it nobody
  knows well; and a shot that only works because two balls meet twice nobody has practised.

Source: judgements, no source, set so that these shots are made as often as coaches expect, from memory, no source
(`./partita bench odds.makes`).
"""

import math
from typing import NamedTuple

from partita.kernels import kernel
from partita.rows.player import KICKS, SIGHT

# Angles (rad) of what cannot be sighted off a rail, for a perfect eye and for a power of a player's sighting error, m;
# of the way after a contact, for each metre of it; and of the point, m, at which the next ball is met.
_KICK_RAD, _KICK_RAD_PER_SIGHT, _KICK_POWER = 0.0126, 5.83, 0.7
_WAY_RAD, _WAY_RAD_PER_SIGHT_M = 0.018, 20.0
_POINT_M, _POINT_PER_SIGHT = 0.0035, 7.5
# By how much ordinary side bends a way, and the bend beyond that with which the whole way counts as one off a rail.
_KNOWN_BEND_RAD, _BEND_RAD = 0.03, 0.24
# Of the angle of a kick what is misjudged of a straight way; the bend, rad, with which it is the whole angle; the most
# that counts; and how much of that is left to who has practised it so. How far balls of either school roll (NO_SCHOOL:
# neither was practised).
_STRAIGHT_SHARE, _USUAL_BEND_RAD, _MOST_BEND_RAD, _PRACTISED = 0.87, 0.09, 0.3, 0.4
NO_SCHOOL, ROLLS_OF_SCHOOL = -1.0, {"neither": -1.0, "sliding": 0.0, "rolling": 1.0}
# How much harder the answer of a rail is to foresee at 3 m/s, and with side at the miscue limit.
_SPEED_SHARE, _SIDE_SHARE = 0.15, 0.4
# Side that creeps in turns a ball off the rail by this much, rad for each R. Source: simulation.
TURN_PER_TIP_RAD = 1.6
# The angle by which a ball frozen to a rail, or pressed against it, leaves otherwise than is judged, rad for each metre
# of the sighting error.
_PRESSED_RAD_PER_SIGHT_M = 92.0
# The way of a cue ball off a ball is misjudged by so much more than that of an object ball.
_CAROM_SHARE = 1.8
# Nearer to each other than the first two balls lie frozen and go where they point; nearer than the second a ball is met
# before it can stray, m.
FROZEN_GAP_M, _LEAST_GAP_M = 0.002, 0.05


class Unsighted(NamedTuple):
    """What of a shot cannot be sighted.

    way_m : root of the sum of squares of the cue ball's ways left after each rail (`physics.facts.unsighted_way`), and
        of the way that it bends
    points : contacts whose point is misjudged like that of a ball met by another one
    of_cue : whether cue ball (1) or target (0) is the ball that matters after the first contact
    share : of the judged angle, for its way; per_m : 1 over the way to the next ball, 1/m, 0 where none is met
    pressed : whether that ball lies frozen to a rail, or is pressed against it (1)
    bend_rad, rolls : how far a kick's way bends after a rail, less than 0 where there is none, and how far the ball
        rolls into it (`physics.facts.bend_of`)
    """

    way_m: float = 0.0
    points: float = 0.0
    of_cue: float = 0.0
    share: float = 0.0
    per_m: float = 0.0
    pressed: float = 0.0
    bend_rad: float = -1.0
    rolls: float = 0.0


SIGHTED = Unsighted()


def curved_m(way_m: float, bend_rad: float) -> float:
    """The way, m, that counts as unsighted of one that bends; what side bends an ordinary stroke is known.

    >>> round(curved_m(1.0, 0.27), 6)
    1.0
    """
    return way_m * max(0.0, bend_rad - _KNOWN_BEND_RAD) / _BEND_RAD


def meets_next(gap_m: float, of_cue: bool = False) -> Unsighted:
    """What cannot be sighted where the ball that matters has to meet another one after so many metres.

    >>> meets_next(0.2).per_m
    5.0
    """
    return Unsighted(of_cue=float(of_cue), share=_CAROM_SHARE if of_cue else 1.0, per_m=float(per_m_of(gap_m)))


@kernel
def per_m_of(gap):
    """1 over the way to the next ball, 1/m; 0 for a ball that it lies frozen to."""
    return 0.0 if gap < FROZEN_GAP_M else 1.0 / max(_LEAST_GAP_M, gap)


@kernel
def _answer(speed, side):
    return 1.0 + _SPEED_SHARE * (speed / 3.0) ** 2 + _SIDE_SHARE * abs(side) / 0.5


@kernel
def kick_rad(sight_m, speed, side):
    """Standard deviation, rad, of the way off a rail; sight_m : the player's sighting error; speed m/s; side in R."""
    return (_KICK_RAD + _KICK_RAD_PER_SIGHT * sight_m**_KICK_POWER) * _answer(speed, side)


@kernel
def way_rad(sight_m, speed, side):
    """The same of the way of a ball after a contact."""
    return (_WAY_RAD + _WAY_RAD_PER_SIGHT_M * sight_m) * _answer(speed, side)


@kernel
def pressed_rad(sight_m):
    """The same of a ball that lies frozen to a rail, or is pressed against one."""
    return _PRESSED_RAD_PER_SIGHT_M * sight_m


@kernel
def foreseen(bend, rolls, school):
    """Factor of the angle of a kick that bends so far, rad, and rolls so far into the rail; 1 for what is no kick.

    school : how far balls roll that the player is used to, or NO_SCHOOL
    """
    if bend < 0.0:
        return 1.0
    strange = 1.0 if school == NO_SCHOOL else _PRACTISED + (1.0 - _PRACTISED) * abs(rolls - school)
    return _STRAIGHT_SHARE + (1.0 - _STRAIGHT_SHARE) * strange * min(_MOST_BEND_RAD, bend) / _USUAL_BEND_RAD


@kernel
def judgement_m(player, unsighted_m, bend, rolls, speed, side):
    """Standard deviation, m, at the first contact, of a kick.

    unsighted_m, bend, rolls : as of `Unsighted`; no way where the ball itself is the aim
    """
    return kick_rad(player[SIGHT], speed, side) * foreseen(bend, rolls, player[KICKS]) * unsighted_m


@kernel
def usual_kick_m(player, unsighted_m, speed):
    """The same of a kick as this player would choose to play it."""
    return judgement_m(player, unsighted_m, _USUAL_BEND_RAD, max(0.0, player[KICKS]), speed, 0.0)


@kernel
def judged(player, unsighted, speed, side):
    """What a player misjudges: m, at the first contact; rad, of the cue ball's way after it; rad, of the target's.

    player : (11,) of `rows.player`; unsighted : the numbers of `Unsighted`, in their order
    """
    way, points, of_cue, share, per_m, pressed, bend, rolls = unsighted
    point = _POINT_M + _POINT_PER_SIGHT * player[SIGHT]
    turn = math.hypot(share * way_rad(player[SIGHT], speed, side), point * per_m)
    turn = math.hypot(turn, pressed * pressed_rad(player[SIGHT]))
    at_contact = math.hypot(judgement_m(player, way, bend, rolls, speed, side), points * point)
    return at_contact, turn * of_cue, turn * (1.0 - of_cue)
