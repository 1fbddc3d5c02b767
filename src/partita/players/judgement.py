"""Judgement: what a player misjudges of a way that he cannot sight along. One model for executions and evaluations.

For a kick he picks a point on the rail; the ball then leaves the rail as the rail answers. The eye has to carry both
over the way that is left: point and angle are off by an angle (`judged_rad`) that grows with the player's sighting
error, so that the error at the ball is that angle times the way left after the rail, nothing near the ball, and adds in
squares over the rails. Speed and side make the rail's answer harder to foresee. A bank, a combination, a carom turn
on the same angle, carried by the object ball or off it; small turns of the contact point stand for them.

Source: a judgement, no source, set so that one rail across the table is hit by a beginner about six times in ten and
by a professional nearly always, three rails by a beginner once in five (from memory, no source).
"""

from partita.kernels import kernel

# Angle (rad) of what cannot be sighted: for a perfect eye, and for each metre of a player's sighting error.
_LEAST_RAD, _RAD_PER_SIGHT_M = 0.010, 14.0
# How much harder the answer of a rail is to foresee at 3 m/s, and with side at the miscue limit.
_SPEED_SHARE, _SIDE_SHARE = 0.15, 0.4
# Side that creeps in turns a ball off the rail by this much, rad for each R. Source: simulation.
TURN_PER_TIP_RAD = 1.6
# The share of the angle by which the first ball's way to the next is misjudged, and the way off a ball.
COMBINATION_SHARE, CAROM_SHARE = 0.25, 0.35


@kernel
def judged_rad(sight_m, speed, side):
    """Standard deviation, rad, of the way off a rail; sight_m : the player's sighting error; speed m/s; side in R."""
    answer = 1.0 + _SPEED_SHARE * (speed / 3.0) ** 2 + _SIDE_SHARE * abs(side) / 0.5
    return (_LEAST_RAD + _RAD_PER_SIGHT_M * sight_m) * answer


@kernel
def judgement_m(sight_m, unsighted_m, speed, side):
    """Standard deviation, m, at the first contact, of what cannot be sighted.

    unsighted_m : root of the sum of squares of the ways left after each rail, m (`physics.facts.unsighted_way`,
        `Option.unsighted_m`); 0 where the ball itself is the aim. A contact by which a ball's direction is misjudged
        by a share of the angle counts as that share of two radii.
    """
    return judged_rad(sight_m, speed, side) * unsighted_m
