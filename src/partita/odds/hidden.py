"""What the cue ball can reach: in a straight line, off how many cushions, and what is in the way."""

import math

from partita.kernels import kernel
from partita.odds.make_chance import clear_chance

# Not found within three cushions.
MOST_CUSHIONS = 3
# Points of the target that a way is tried to, as a share of its radius off its centre.
_POINTS = (0.0, 0.6, -0.6, 1.2, -1.2)
_TOUCH = 1e-4


@kernel
def visible_share(bed, places, in_play, target):
    """Share (0..1) of the target's contact points that the cue ball can reach in a straight line."""
    dx, dy = places[target, 0] - places[0, 0], places[target, 1] - places[0, 1]
    distance = math.hypot(dx, dy)
    middle, reach = math.atan2(dy, dx), math.asin(min(1.0, 2.0 * bed.radius / distance))
    seen = 0
    for step in range(9):
        angle = middle + reach * (step - 4) / 4.5
        off = abs(angle - middle)
        way = distance * math.cos(off) - math.sqrt(max(0.0, 4.0 * bed.radius**2 - (distance * math.sin(off)) ** 2))
        chance = clear_chance(
            places[0, 0], places[0, 1], math.cos(angle), math.sin(angle), way, places, in_play, target, -1,
            2.0 * bed.radius, 1e-4,
        )  # fmt: skip
        if chance > 0.5:
            seen += 1
    return seen / 9.0


@kernel
def hidden_by(bed, places, in_play, target):
    """The ball nearest to the cue ball on the straight way to the target; 0 when there is none."""
    x, y = places[0, 0], places[0, 1]
    dx, dy = places[target, 0] - x, places[target, 1] - y
    distance, found = math.hypot(dx, dy), 0
    nearest = distance
    for ball in range(1, places.shape[0]):
        if ball == target or in_play[ball] != -1:
            continue
        along = ((places[ball, 0] - x) * dx + (places[ball, 1] - y) * dy) / distance
        across = abs((places[ball, 0] - x) * dy - (places[ball, 1] - y) * dx) / distance
        if 0.0 < along < nearest and across < 2.0 * bed.radius:
            nearest, found = along, ball
    return found


@kernel
def cushions_needed(bed, places, in_play, target):
    """Fewest cushions (0 to MOST_CUSHIONS) by which the cue ball reaches the target, by mirrors; one more for none."""
    if visible_share(bed, places, in_play, target) > 0.0:
        return 0
    rails, order = 4, 4
    for cushions in range(1, MOST_CUSHIONS + 1):
        for way in range(order):
            for point in _POINTS:
                if _reaches(bed, places, in_play, target, way, cushions, point * bed.radius):
                    return cushions
        order *= rails
    return MOST_CUSHIONS + 1


@kernel
def _mirrored(bed, rail, x, y):
    """A place mirrored in the line that centres keep from a rail: 0 head, 1 foot, 2 near, 3 far."""
    if rail < 2:
        return 2.0 * (bed.reach if rail == 0 else bed.length - bed.reach) - x, y
    return x, 2.0 * (bed.reach if rail == 2 else bed.width - bed.reach) - y


@kernel
def _reaches(bed, places, in_play, target, way, cushions, off):
    """Whether the mirrored way off these cushions is free; way : the rails, the first one the lowest digit of four."""
    way_x, way_y, code = places[target, 0], places[target, 1], way
    divisor = 4 ** (cushions - 1)
    for _ in range(cushions):
        way_x, way_y = _mirrored(bed, (way // divisor) % 4, way_x, way_y)
        divisor //= 4
    x, y = places[0, 0], places[0, 1]
    length = math.hypot(way_x - x, way_y - y)
    if length < 1e-9:
        return False
    turn = off / length
    dx, dy = (way_x - x) / length - turn * (way_y - y) / length, (way_y - y) / length + turn * (way_x - x) / length
    for _ in range(cushions):
        rail, wanted = _next_rail(bed, x, y, dx, dy)
        if rail != code % 4:
            return False
        if clear_chance(x, y, dx, dy, wanted, places, in_play, -1, -1, 2.0 * bed.radius, _TOUCH) < 0.5:
            return False
        x, y = x + wanted * dx, y + wanted * dy
        if rail < 2:
            dx = -dx
        else:
            dy = -dy
        code //= 4
    along = (places[target, 0] - x) * dx + (places[target, 1] - y) * dy
    across = abs((places[target, 0] - x) * dy - (places[target, 1] - y) * dx)
    if along <= 0.0 or across >= 2.0 * bed.radius:
        return False
    last = along - math.sqrt(4.0 * bed.radius**2 - across**2)
    return clear_chance(x, y, dx, dy, last, places, in_play, target, -1, 2.0 * bed.radius, _TOUCH) > 0.5


@kernel
def _next_rail(bed, x, y, dx, dy):
    """(rail, way) to the first rail that a centre going that way meets."""
    rail, way = -1, 1e9
    for candidate in range(4):
        if candidate < 2:
            line, place, speed = (bed.reach if candidate == 0 else bed.length - bed.reach), x, dx
        else:
            line, place, speed = (bed.reach if candidate == 2 else bed.width - bed.reach), y, dy
        if abs(speed) > 1e-12 and (candidate % 2 == 1) == (speed > 0.0):
            here = (line - place) / speed
            if 1e-9 < here < way:
                rail, way = candidate, here
    return rail, way


@kernel
def read_leaves(bed, places, in_play, on, by, needed):
    """For m leaves: cushions needed to the easiest ball on, and what hides it; 0 in `by` when it can be seen.

    places : (m, n, 2); in_play : (m, n); on : (m, n) bool; by, needed : (m,)
    """
    for e in range(places.shape[0]):
        by[e], needed[e] = 0, MOST_CUSHIONS + 1
        for ball in range(1, places.shape[1]):
            if on[e, ball] and needed[e] > 0:
                cushions = cushions_needed(bed, places[e], in_play[e], ball)
                if cushions < needed[e]:
                    needed[e] = cushions
                    by[e] = hidden_by(bed, places[e], in_play[e], ball) if cushions > 0 else 0
