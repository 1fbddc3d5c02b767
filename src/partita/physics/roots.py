"""First contact times: where a ball's parabola meets a line or a circle.

Every search is directional: it finds a crossing from outside to inside only. A ball that has
just left a contact therefore cannot find the same contact again by rounding.

Kernels here take numbers in any one set of units, m and s where they are called: a place p, a velocity v and an
acceleration a, (x, y) each, relative to the line or the circle; c0 to c4 and d0 to d2, coefficients of powers of t;
`horizon`, the last t that matters. They return a time, INFINITY when nothing is met before it.
"""

import math

from partita.kernels import kernel
from partita.physics.constants import INFINITY, NO_APPROACH


@kernel
def rising_zero(d0, d1, d2):
    """First t >= 0 at which d0 + d1 t + d2 t^2 rises through zero; INFINITY when it never does."""
    discriminant = d1 * d1 - 4.0 * d2 * d0
    if discriminant < 0.0:
        return INFINITY
    root = math.sqrt(discriminant)
    if d1 > 0.0:
        return max(0.0, -2.0 * d0 / (d1 + root))
    if d2 <= 0.0:
        return INFINITY
    return max(0.0, (root - d1) / (2.0 * d2))


@kernel
def stays_below(d0, d1, d2, horizon):
    """True when d0 + d1 t + d2 t^2 is surely below zero for t in [0, horizon]: its control points are."""
    first = d0 + 0.5 * d1 * horizon
    return d0 < 0.0 and first < 0.0 and d0 + horizon * (d1 + d2 * horizon) < 0.0


@kernel
def stays_outside(px, py, vx, vy, ax, ay, radius, horizon):
    """True when p + v t + a t^2 / 2 surely keeps out of the circle about the origin up to the horizon.

    The path lies within the triangle of its control points. When a line has the triangle on one side
    and the circle on the other, they do not meet; two lines are tried: across the way to the circle
    (which tells what moves away or stops short), and along the motion (what passes by).
    """
    squared = px * px + py * py
    edge = radius * math.sqrt(squared)
    if squared <= edge:
        return False
    half = 0.5 * horizon
    toward = half * (px * vx + py * vy)
    bend = half * horizon * (px * ax + py * ay)
    if squared + toward > edge and squared + 2.0 * toward + bend > edge:
        return True
    aside = px * vy - py * vx
    reach = radius * math.sqrt(vx * vx + vy * vy)
    if abs(aside) <= reach:
        return False
    bent = aside + half * horizon * (ax * vy - ay * vx)
    return bent > reach if aside > 0.0 else bent < -reach


@kernel
def _polynomial(c0, c1, c2, c3, c4, t):
    return c0 + t * (c1 + t * (c2 + t * (c3 + t * c4)))


@kernel
def _bracketed_root(c0, c1, c2, c3, c4, low, high):
    """Root of a quartic that changes sign once in [low, high]: Newton kept inside the bracket."""
    sign = 1.0 if _polynomial(c0, c1, c2, c3, c4, low) > 0.0 else -1.0
    t = 0.5 * (low + high)
    for _ in range(80):
        value = sign * _polynomial(c0, c1, c2, c3, c4, t)
        if value > 0.0:
            low = t
        else:
            high = t
        slope = sign * (c1 + t * (2.0 * c2 + t * (3.0 * c3 + t * 4.0 * c4)))
        nearer = t - value / slope if slope != 0.0 else low
        if not low < nearer < high:
            nearer = 0.5 * (low + high)
        if abs(nearer - t) < 1e-15 + 1e-14 * t:
            return nearer
        t = nearer
    return t


@kernel
def _first_entry_on_line(px, py, vx, vy, ax, ay, radius, horizon):
    """`first_entry` for a ball that slows down along its own line (a rolling one)."""
    speed = math.sqrt(vx * vx + vy * vy)
    along = -(px * vx + py * vy) / speed
    aside = (px * vy - py * vx) / speed
    half_chord = radius * radius - aside * aside
    if half_chord <= 0.0:
        return INFINITY
    distance = along - math.sqrt(half_chord)
    time = rising_zero(-distance, speed, 0.5 * (ax * vx + ay * vy) / speed)
    return time if time <= horizon else INFINITY


@kernel
def _slows_on_its_line(vx, vy, ax, ay, horizon):
    """True when the motion stays on a straight line and does not turn back within the horizon."""
    speed_squared = vx * vx + vy * vy
    if abs(vx * ay - vy * ax) > 1e-12 or speed_squared == 0.0:
        return False
    return vx * ax + vy * ay <= 0.0 and horizon * math.sqrt(ax * ax + ay * ay) <= math.sqrt(speed_squared) * (
        1.0 + 1e-9
    )


@kernel
def first_entry(px, py, vx, vy, ax, ay, radius, horizon):
    """First t in [0, horizon] at which p + v t + a t^2 / 2 enters the circle about the origin.

    Positions relative to the centre, m. INFINITY when it stays outside, or inside and leaving.
    """
    gap = px * px + py * py - radius * radius
    approach = px * vx + py * vy
    if gap <= 0.0:
        if approach < -NO_APPROACH * radius:
            return 0.0
        gap = 0.0
    if gap > 0.0 and _slows_on_its_line(vx, vy, ax, ay, horizon):
        if approach >= 0.0:
            return INFINITY
        return _first_entry_on_line(px, py, vx, vy, ax, ay, radius, horizon)
    c1, c2 = 2.0 * approach, vx * vx + vy * vy + px * ax + py * ay
    c3, c4 = vx * ax + vy * ay, 0.25 * (ax * ax + ay * ay)
    return _first_fall(gap, c1, c2, c3, c4, horizon)


@kernel
def first_entry_in_space(px, py, pz, vx, vy, vz, ax, ay, az, radius, horizon):
    """`first_entry` into a ball about the origin, three numbers each."""
    gap = px * px + py * py + pz * pz - radius * radius
    approach = px * vx + py * vy + pz * vz
    if gap <= 0.0:
        if approach < -NO_APPROACH * radius:
            return 0.0
        gap = 0.0
    c2, c3 = vx * vx + vy * vy + vz * vz + px * ax + py * ay + pz * az, vx * ax + vy * ay + vz * az
    return _first_fall(gap, 2.0 * approach, c2, c3, 0.25 * (ax * ax + ay * ay + az * az), horizon)


@kernel
def _first_fall(c0, c1, c2, c3, c4, horizon):
    """First t in (0, horizon] at which the quartic falls from above zero to zero.

    Its derivative is monotone between the roots of the second derivative, and the quartic itself
    between the roots of the first: so no crossing can be missed. c4 >= 0.
    """
    # Roots of 2 c2 + 6 c3 t + 12 c4 t^2.
    first, second = INFINITY, INFINITY
    if c4 > 0.0:
        discriminant = 36.0 * c3 * c3 - 96.0 * c4 * c2
        if discriminant > 0.0:
            root = math.sqrt(discriminant)
            first, second = (-6.0 * c3 - root) / (24.0 * c4), (-6.0 * c3 + root) / (24.0 * c4)
    elif c3 != 0.0:
        first = -c2 / (3.0 * c3)
    left, slope_left, value_left = 0.0, c1, c0
    edge_from = 0.0
    for piece in range(3):
        edge_to = first if piece == 0 else (second if piece == 1 else horizon)
        edge_to = min(edge_to, horizon)
        if edge_to <= edge_from:
            continue
        slope_right = c1 + edge_to * (2.0 * c2 + edge_to * (3.0 * c3 + edge_to * 4.0 * c4))
        if slope_left * slope_right < 0.0:
            extremum = _bracketed_root(c1, 2.0 * c2, 3.0 * c3, 4.0 * c4, 0.0, edge_from, edge_to)
            value = _polynomial(c0, c1, c2, c3, c4, extremum)
            if slope_left < 0.0 and value <= 0.0:
                if value_left <= 0.0:
                    return left
                return _bracketed_root(c0, c1, c2, c3, c4, left, extremum)
            left, value_left = extremum, value
        value = _polynomial(c0, c1, c2, c3, c4, edge_to)
        if slope_right < 0.0 and value <= 0.0:
            if value_left <= 0.0:
                return left
            return _bracketed_root(c0, c1, c2, c3, c4, left, edge_to)
        if edge_to >= horizon:
            return INFINITY
        edge_from, slope_left = edge_to, slope_right
        left, value_left = edge_to, value
    return INFINITY
