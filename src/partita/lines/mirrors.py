"""What the cue ball can reach off cushions, by mirrors: how many it needs, and what makes it need them.

Kernels here take the table's bed, places : (n, 2) m, the cue ball first; in_play : (n,) int8, -1 on the table; target :
a ball; x, y, off : m; dx, dy : a direction of length 1.
"""

import math

from partita.kernels import kernel
from partita.lines.sight import can_be_hit, hidden_by

# Not found within three cushions.
MOST_CUSHIONS = 3
# Points of the target that a way is tried to, as a share of its radius off its centre.
_POINTS = (0.0, 0.6, -0.6, 1.2, -1.2)


@kernel
def cushions_needed(bed, places, in_play, target):
    """Fewest cushions (0 to MOST_CUSHIONS) by which the cue ball reaches the target, by mirrors; one more for none."""
    if can_be_hit(bed.radius, places, in_play, target):
        return 0
    return kick_to(bed, places, in_play, target)[0]


@kernel
def kick_to(bed, places, in_play, target):
    """(cushions, unsighted way, way): of the ways by the fewest cushions the one that leaves least unsighted, m.

    Cushions are one more than MOST_CUSHIONS where none leads there. The unsighted way is as in `players.judgement`.
    """
    order = 4
    for cushions in range(1, MOST_CUSHIONS + 1):
        best, best_way = 1e9, 0.0
        for code in range(order):
            for point in _POINTS:
                unsighted, way = _reaches(bed, places, in_play, target, code, cushions, point * bed.radius)
                if 0.0 <= unsighted < best:
                    best, best_way = unsighted, way
        if best < 1e9:
            return cushions, best, best_way
        order *= 4
    return MOST_CUSHIONS + 1, 0.0, 0.0


@kernel
def mirrored(bed, rail, x, y):
    """A place mirrored in the line that centres keep from a rail: 0 head, 1 foot, 2 near, 3 far."""
    if rail < 2:
        return 2.0 * (bed.reach if rail == 0 else bed.length - bed.reach) - x, y
    return x, 2.0 * (bed.reach if rail == 2 else bed.width - bed.reach) - y


@kernel
def _reaches(bed, places, in_play, target, way, cushions, off):
    """(unsighted way, whole way), m, of the mirrored way off these cushions; the first is -1 where it is not free.

    way : the rails, the first one the lowest digit of four
    """
    way_x, way_y, code = places[target, 0], places[target, 1], way
    divisor = 4 ** (cushions - 1)
    for _ in range(cushions):
        way_x, way_y = mirrored(bed, (way // divisor) % 4, way_x, way_y)
        divisor //= 4
    x, y = places[0, 0], places[0, 1]
    length = math.hypot(way_x - x, way_y - y)
    if length < 1e-9:
        return -1.0, 0.0
    done, at, at_squared = 0.0, 0.0, 0.0
    turn = off / length
    dx, dy = (way_x - x) / length - turn * (way_y - y) / length, (way_y - y) / length + turn * (way_x - x) / length
    for _ in range(cushions):
        rail, wanted = _next_rail(bed, x, y, dx, dy)
        if rail != code % 4:
            return -1.0, 0.0
        if not _is_clear(x, y, dx, dy, wanted, places, in_play, -1, 2.0 * bed.radius):
            return -1.0, 0.0
        x, y = x + wanted * dx, y + wanted * dy
        done += wanted
        at, at_squared = at + done, at_squared + done * done
        if rail < 2:
            dx = -dx
        else:
            dy = -dy
        code //= 4
    along = (places[target, 0] - x) * dx + (places[target, 1] - y) * dy
    across = abs((places[target, 0] - x) * dy - (places[target, 1] - y) * dx)
    if along <= 0.0 or across >= 2.0 * bed.radius:
        return -1.0, 0.0
    last = along - math.sqrt(4.0 * bed.radius**2 - across**2)
    if not _is_clear(x, y, dx, dy, last, places, in_play, target, 2.0 * bed.radius):
        return -1.0, 0.0
    done += last
    return math.sqrt(max(0.0, done * (cushions * done - 2.0 * at) + at_squared)), done


@kernel
def _is_clear(x, y, fx, fy, way, places, in_play, wanted, touching):
    """Whether a centre going `way` m from (x, y) along (fx, fy) comes no nearer than `touching` to any ball but the
    wanted one."""
    for ball in range(1, places.shape[0]):
        if in_play[ball] != -1 or ball == wanted:
            continue
        dx, dy = places[ball, 0] - x, places[ball, 1] - y
        along = dx * fx + dy * fy
        if 0.0 < along < way + touching:
            beyond = max(0.0, along - way)
            if math.hypot(dx * fy - dy * fx, beyond) < touching:
                return False
    return True


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
                    by[e] = hidden_by(bed.radius, places[e], in_play[e], ball) if cushions > 0 else 0
