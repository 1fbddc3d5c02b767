"""Where a ball is: over the bed, where only nose lines can stop it, or in the zone of a pocket.

Kernels here take the table's `bed` and a place x, y, m.
"""

from partita.kernels import kernel


@kernel
def zone_at(bed, x, y):
    """0 over the bed, k + 1 in the zone of pocket k: where the centre is past a nose contact line."""
    inside_x = bed.reach <= x <= bed.length - bed.reach
    inside_y = bed.reach <= y <= bed.width - bed.reach
    if inside_x and inside_y:
        return 0
    return 1 + pocket_near(bed, x, y)


@kernel
def pocket_near(bed, x, y):
    """The pocket whose zone a place past a nose contact line belongs to."""
    column = 0 if x < bed.length / 4 else (2 if x > 0.75 * bed.length else 1)
    return column + (3 if y > bed.width / 2 else 0)


@kernel
def on_nose(bed, cushion, x, y):
    """True when a contact at (x, y) meets the straight nose, not a pocket's mouth."""
    if cushion < 2:
        return bed.nose_x[0] <= x <= bed.nose_x[1] or bed.nose_x[2] <= x <= bed.nose_x[3]
    return bed.nose_y[0] <= y <= bed.nose_y[1]
