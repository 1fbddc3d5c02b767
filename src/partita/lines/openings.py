"""How far a pocket is open from a ball past all others, and where the cue ball must come to for it.

Kernels here take places : (n, 2) m; in_play : (n,) int8, -1 on the table; target : a ball; x, y, radius : m.
"""

import math

from partita.kernels import kernel
from partita.physics.pocket_windows import window_from


@kernel
def pocket_opening(windows, pocket, places, in_play, target, first_blocker, radius):
    """Direction to a pocket's open middle, half its window (rad) after blockers, and distance.

    first_blocker : balls from this index on count as blockers; in games played in the balls' order those
        below the target are gone when it is played
    """
    x, y = places[target, 0], places[target, 1]
    direction, half, distance = window_from(windows, pocket, x, y)
    if half <= 0.0:
        return direction, 0.0, distance
    low, high = -half, half
    fx, fy = math.cos(direction), math.sin(direction)
    edge_x, edge_y = math.cos(half), math.sin(half)
    for ball in range(first_blocker, places.shape[0]):
        if in_play[ball] != -1 or ball == target:
            continue
        dx, dy = places[ball, 0] - x, places[ball, 1] - y
        along = dx * fx + dy * fy
        aside = dy * fx - dx * fy
        # Farther than two radii from the window's nearer edge: not in the way.
        if along <= 0.0 or along >= distance + radius or abs(aside) * edge_x - along * edge_y > 2.0 * radius:
            continue
        size = math.hypot(dx, dy)
        width = math.asin(min(1.0, 2.0 * radius / size))
        bearing = math.atan2(aside, along)
        if bearing + width > low and bearing - width < high:
            if bearing > 0.5 * (low + high):
                high = min(high, bearing - width)
            else:
                low = max(low, bearing + width)
    if high <= low:
        return direction, 0.0, distance
    return direction + 0.5 * (low + high), 0.5 * (high - low), distance


@kernel
def ghost_is_on_bed(bed, x, y):
    """True when a ball could stand there, so that the contact can be reached."""
    slack = 0.001
    inside_x = bed.reach - slack <= x <= bed.length - bed.reach + slack
    return inside_x and bed.reach - slack <= y <= bed.width - bed.reach + slack
