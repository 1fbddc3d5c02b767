"""How far a pocket is open from a ball past all others, and from where the cue ball can drive it there.

A ball near a rail can be driven away from it only as far as the ball that drives it has room behind it. At the end
of that room the cue ball meets ball and rail at once; aimed farther still it meets the rail first, comes off it, and
drives the ball back the same way: the window is folded there, and its middle is that end.

Kernels here take the table's windows and bed, places : (n, 2) m; in_play : (n,) int8, -1 on the table; target : a
ball; x, y : m.
"""

import math

from partita.kernels import kernel
from partita.physics.pocket_windows import window_from

# Of a folded window: its half as a share of what is reached ball first. Source: simulation; rail first takes half as
# much again or more.
FOLDED_HALF = 1.2
# A ball with less room than this to a rail, m, is frozen to it; one placed by rounded numbers may be this deep in it.
FROZEN_M, _PLACED_M = 0.003, 1e-4
# Room kept to the edge of a wide window, rad or share of its half, whichever is more.
_ROOM_RAD, _ROOM_SHARE = 0.06, 0.5


@kernel
def pocket_opening(windows, bed, pocket, places, in_play, target, first_blocker):
    """Direction to a pocket's open middle, half its window (rad) after blockers and rails, distance, and the fold.

    first_blocker : balls from this index on count as blockers; in games played in the balls' order those
        below the target are gone when it is played
    The fold is true where the middle is met by ball and rail at once.
    """
    window = window_from(windows, bed, pocket, places[target, 0], places[target, 1])
    if window[1] <= 0.0:
        return window[0], 0.0, window[2], False
    return open_part(bed, places, in_play, target, first_blocker, window)


@kernel
def open_part(bed, places, in_play, target, first_blocker, window):
    """What blockers and rails leave of a window: as `pocket_opening`; window : its direction, half and distance."""
    x, y, radius = places[target, 0], places[target, 1], bed.radius
    direction, half, distance = window
    low, high = -half, half
    fx, fy = math.cos(direction), math.sin(direction)
    edge_x, edge_y = math.cos(min(half, 1.5)), math.sin(min(half, 1.5))
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
        low, high = _cut_back(low, high, math.atan2(aside, along), math.asin(min(1.0, 2.0 * radius / size)))
    open_low, open_high = low, high
    for rail in range(4 if is_near_rail(bed, x, y) else 0):
        gap, away = gap_to(bed, rail, x, y)
        if gap < 2.0 * radius:
            bearing = away - direction
            bearing -= 2.0 * math.pi * math.floor(bearing / (2.0 * math.pi) + 0.5)
            low, high = _cut_back(low, high, bearing, math.acos(max(0.0, gap) / (2.0 * radius)))
    if high <= low:
        return direction, 0.0, distance, False
    if low > open_low and high == open_high:
        return direction + low, FOLDED_HALF * (high - low), distance, True
    if high < open_high and low == open_low:
        return direction + high, FOLDED_HALF * (high - low), distance, True
    return direction + 0.5 * (low + high), 0.5 * (high - low), distance, False


@kernel
def widest_half(bed, half, x, y):
    """A half window, rad, that what is left of one never exceeds: near a rail it may be folded, and wider."""
    if is_near_rail(bed, x, y):
        return 2.0 * FOLDED_HALF * half
    return half


@kernel
def is_near_rail(bed, x, y):
    """Whether a rail leaves the cue ball less room behind a ball than it needs."""
    return room_to_rails(bed, x, y) < 2.0 * bed.radius


@kernel
def room_to_rails(bed, x, y):
    """Room, m, between a ball and the rail nearest to it; negative in the jaws of a pocket."""
    return min(min(x, bed.length - x), min(y, bed.width - y)) - bed.reach


@kernel
def is_frozen(bed, x, y):
    """True for a ball that lies frozen to a rail, or so near that it makes no difference."""
    return -_PLACED_M < room_to_rails(bed, x, y) < FROZEN_M


@kernel
def _cut_back(low, high, bearing, width):
    """A window's ends after directions within `width` of a bearing are taken out at the nearer side."""
    if bearing + width > low and bearing - width < high:
        if bearing > 0.5 * (low + high):
            return low, min(high, bearing - width)
        return max(low, bearing + width), high
    return low, high


@kernel
def gap_to(bed, rail, x, y):
    """Room, m, between a ball and a rail (0 head, 1 foot, 2 near, 3 far), and the direction, rad, away from it."""
    if rail == 0:
        return x - bed.reach, 0.0
    if rail == 1:
        return bed.length - bed.reach - x, math.pi
    if rail == 2:
        return y - bed.reach, 0.5 * math.pi
    return bed.width - bed.reach - y, -0.5 * math.pi


@kernel
def is_on_bed(bed, x, y):
    """True when a ball could lie there as far as the rails go."""
    slack = 0.001
    inside_x = bed.reach - slack <= x <= bed.length - bed.reach + slack
    return inside_x and bed.reach - slack <= y <= bed.width - bed.reach + slack


@kernel
def off_middle(half, direction, straight):
    """How far off the middle of its window, rad, a ball is best driven, for the direction `straight` on."""
    room = half - min(half, max(_ROOM_SHARE * half, _ROOM_RAD))
    turn = straight - direction
    turn -= 2.0 * math.pi * math.floor(turn / (2.0 * math.pi) + 0.5)
    return min(room, max(-room, turn))
