"""What happens next to a ball in the air: it lands, meets a nose's edge, flies over a rail, into a pocket or past it.

Cushions are edges at the height of their noses. A ball whose centre has passed a nose is off the table: tops of rails
are not followed. A pocket catches a ball that would meet its back below its rim. Both are judgements, no source.

Kernels here take what those of `prediction` take. A time found runs from now on.
"""

import math

from partita.kernels import kernel, kernel_apart
from partita.physics.constants import CUSHION, FACING, INFINITY, JAW_TIP, OFF_TABLE, POCKET, ZONE, G
from partita.physics.flight import height_at
from partita.physics.roots import first_entry, first_entry_in_space, rising_zero
from partita.physics.zones import on_nose, pocket_near
from partita.rows.ball import VX, VY, VZ, X, Y, Z

# A ball this high flies over a pocket's jaws: about where it passes over a nose.
_OVER_JAWS_M = 0.025
# A pocket's back stands this much higher than the noses, m.
_RIM_OVER_NOSE_M = 0.010


@kernel_apart
def in_flight_over_bed(balls, i, bed, horizon):
    """The earliest of nose, mouth of a pocket, and off the table: time, kind and other (cushion, zone)."""
    best, kind, whose = INFINITY, ZONE, 0
    for side in range(4):
        axis = 1 if side < 2 else 0
        sign = 1.0 if side == 1 or side == 3 else -1.0
        far = (bed.width if axis == 1 else bed.length) if sign > 0.0 else 0.0
        gap, out = sign * (far - balls[i, axis]), sign * balls[i, 2 + axis]
        if out <= 0.0 and gap >= bed.radius:
            continue
        low = balls[i, Z] - bed.sine * bed.radius
        time = first_entry(gap, low, -out, balls[i, VZ], 0.0, -G, bed.radius, horizon)
        if time < best and _is_at_nose(balls, i, bed, side, time):
            best, kind, whose = time, CUSHION, side
        time = rising_zero(-gap, out, 0.0)
        if time < best and time <= horizon and _is_at_nose(balls, i, bed, side, time):
            best, kind, whose = time, OFF_TABLE, side
        time = rising_zero(bed.reach - gap, out, 0.0)
        if time < best and time <= horizon and gap >= bed.reach and not _is_at_nose(balls, i, bed, side, time):
            x, y = balls[i, X] + time * balls[i, VX], balls[i, Y] + time * balls[i, VY]
            best, kind, whose = time, ZONE, 1 + pocket_near(bed, x, y)
    return best, kind, whose


@kernel
def _is_at_nose(balls, i, bed, side, time):
    return on_nose(bed, side, balls[i, X] + time * balls[i, VX], balls[i, Y] + time * balls[i, VY])


@kernel_apart
def flies_past(balls, i, bed, pocket, kind, time):
    """When and as what an event at a pocket, found in the plane, happens to a ball in the air: time and kind."""
    if (kind == JAW_TIP or kind == FACING) and height_at(balls, i, time) > _OVER_JAWS_M:
        return time, OFF_TABLE
    if kind != POCKET:
        return time, kind
    # Across the opening to its back, as far as the chord is long.
    x, y, vx, vy = balls[i, X] - bed.drop[pocket, 0], balls[i, Y] - bed.drop[pocket, 1], balls[i, VX], balls[i, VY]
    speed = math.sqrt(vx * vx + vy * vy)
    aside, radius = (x * vy - y * vx) / max(speed, 1e-9), bed.drop[pocket, 2]
    across = time + 2.0 * math.sqrt(max(0.0, radius * radius - aside * aside)) / max(speed, 1e-9)
    if height_at(balls, i, across) < bed.sine * bed.radius + _RIM_OVER_NOSE_M:
        return time, POCKET
    return across, OFF_TABLE


@kernel_apart
def meets_in_space(px, py, height, vx, vy, rising, ax, ay, falls, touching, horizon):
    """When two balls meet of which one at least is in the air, and how fast they near each other then.

    Place, velocity and acceleration of one from the other; falls : its vertical acceleration
    """
    time = first_entry_in_space(px, py, height, vx, vy, rising, ax, ay, falls, touching, horizon)
    if time >= INFINITY:
        return time, 0.0
    px, py = px + time * (vx + 0.5 * time * ax), py + time * (vy + 0.5 * time * ay)
    height += time * (rising + 0.5 * time * falls)
    away = px * (vx + time * ax) + py * (vy + time * ay) + height * (rising + time * falls)
    return time, -away / math.sqrt(px * px + py * py + height * height)
