"""Sight: what one ball can hit of another in a straight line, and what hides the rest. The one notion of it.

Names, leaves, evaluations and the deciding player all ask here. A ball is looked at along LINES directions, spread
evenly over the offsets at which the two would touch; each is open, or stopped by the ball that is met first.

Kernels here take places (n, 2) m and in_play (n,), -1 on the table; x, y, m; ball numbers as indices; the bed.
"""

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from partita.kernels import kernel

Floats = NDArray[np.float64]
# Directions looked along, and the share of the full offset at the outermost: beyond it a ball is only grazed.
LINES, OUTERMOST = 19, 0.98


@kernel
def stopped_by(radius, places, in_play, start, target, offset):
    """The ball that a ball from `start` meets before `target` when aimed at that offset; 0 when the way is open.

    radius : m, of the balls; places : (n, 2) m; in_play : (n,) int8, -1 on the table; start, target : balls
    offset : -1..1, how far off the target's centre, as a share of two radii; positive to the left of the line
    """
    dx, dy = places[target, 0] - places[start, 0], places[target, 1] - places[start, 1]
    distance, touching = math.hypot(dx, dy), 2.0 * radius
    if distance <= touching:
        return 0
    # Along the aim to the contact, and its direction: the line turned by the angle of the offset.
    sine = offset * touching / distance
    cosine = math.sqrt(1.0 - sine * sine)
    fx, fy = (dx * cosine - dy * sine) / distance, (dy * cosine + dx * sine) / distance
    nearest, found = distance * cosine - touching * math.sqrt(1.0 - offset * offset), 0
    for other in range(1, places.shape[0]):
        if other == start or other == target or in_play[other] != -1:
            continue
        ox, oy = places[other, 0] - places[start, 0], places[other, 1] - places[start, 1]
        along, aside = ox * fx + oy * fy, ox * fy - oy * fx
        if along > 0.0 and abs(aside) < touching:
            met = along - math.sqrt(touching * touching - aside * aside)
            if met < nearest:
                nearest, found = met, other
    return found


@kernel
def offset_of(line):
    """Offset of one of the LINES directions, -OUTERMOST..OUTERMOST."""
    return OUTERMOST * (2.0 * line / (LINES - 1) - 1.0)


@kernel
def is_free(radius, places, in_play, start, target):
    """True when no ball comes near the corridor between two balls: then all of the target is seen. As below."""
    dx, dy = places[target, 0] - places[start, 0], places[target, 1] - places[start, 1]
    distance = math.hypot(dx, dy)
    for other in range(1, places.shape[0]):
        if other == start or other == target or in_play[other] != -1:
            continue
        ox, oy = places[other, 0] - places[start, 0], places[other, 1] - places[start, 1]
        along, aside = ox * dx + oy * dy, abs(ox * dy - oy * dx)
        if -2.0 * radius * distance < along < distance * (distance + 2.0 * radius) and aside < 4.0 * radius * distance:
            return False
    return True


@kernel
def visible_share(radius, places, in_play, target):
    """Share (0..1) of the target that the cue ball can hit in a straight line; 0 is hooked.

    radius : m; places : (n, 2) m, the cue ball first; in_play : (n,) int8; target : a ball
    """
    if is_free(radius, places, in_play, 0, target):
        return 1.0
    seen = 0
    for line in range(LINES):
        seen += stopped_by(radius, places, in_play, 0, target, offset_of(line)) == 0
    return seen / LINES


@kernel
def can_be_hit(radius, places, in_play, target):
    """Whether the cue ball can hit anything of the target in a straight line. Arguments as of `visible_share`."""
    if is_free(radius, places, in_play, 0, target):
        return True
    for line in range(LINES):
        if stopped_by(radius, places, in_play, 0, target, offset_of(line)) == 0:
            return True
    return False


@kernel
def hidden_by(radius, places, in_play, target):
    """The ball that stops the cue ball on the straight way to the middle of the target, else the first to stop it on
    any line; 0 when some of the target can be hit. Arguments as of `visible_share`."""
    if can_be_hit(radius, places, in_play, target):
        return 0
    return stopped_by(radius, places, in_play, 0, target, 0.0)


@kernel
def note_blockers(radius, places, in_play, start, target, blocking):
    """The balls that stop lines from `start` to `target`, (n,) bool into blocking; whether they stop all of them.

    radius : m; places : (n, 2) m; in_play : (n,) int8
    """
    blocking[:] = False
    stopped = 0
    for line in range(LINES):
        other = stopped_by(radius, places, in_play, start, target, offset_of(line))
        if other > 0:
            blocking[other] = True
            stopped += 1
    return stopped == LINES


def blockers_of(places: Floats, ball: int, others: Sequence[int], radius: float) -> list[int]:
    """Balls among `others` that hide `ball` wholly from the cue ball, the nearest to it first; empty when some of it
    can be hit straight.

    places : (n, 2) m, the cue ball first; radius : m
    """
    in_play, blocking = np.full(len(places), -2, dtype=np.int8), np.zeros(len(places), dtype=np.bool_)
    in_play[list(others)] = -1
    if not note_blockers(radius, places, in_play, 0, ball, blocking):
        return []
    return sorted(map(int, np.flatnonzero(blocking)), key=lambda b: float(np.hypot(*(places[b] - places[0]))))


def is_hooked(places: Floats, targets: Sequence[int], on_table: Sequence[int], radius: float) -> bool:
    """True when none of the targets can be hit straight; on_table : the balls that may be in the way."""
    return all(blockers_of(places, target, [b for b in on_table if b not in (0, target)], radius) for target in targets)
