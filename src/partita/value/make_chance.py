"""The chance of a direct pot, from geometry: angular windows against the stroke's error.

The formula, for a cue ball, an object ball and a pocket:

- The pocket's window from the object ball (`physics.pocket_windows`) is cut back by every ball that stands in the
  object ball's way, and by rails that leave the cue ball no room behind it (`lines.openings`); half its angle is h.
  Of a wide window not the middle is played but what asks for the smaller cut, with room to its edge.
- A ball frozen to a rail is met with the rail: the throw that drives it into the rubber takes from h.
- An error of the aim moves the contact point by d e, where d is the distance from the cue ball to
  the ghost ball, and turns the object ball by that over 2 R cos(cut); so does the sighting error.
  With 4 mrad for what else varies (throw, cloth), the object ball's direction errs by
  sigma^2 = (d e / 2R cos cut)^2 + (s (0.25 + sin cut) / 2R cos cut)^2 + 0.004^2.
- The aim error e is larger for a raised butt and a stretch, as in executions (`players.conditions`).
- Make chance = Phi((h - t) / sigma) + Phi((h + t) / sigma) - 1 when played t off the middle, times
  Phi(gap / (error at that ball)) for every ball beside the cue ball's way.

Kernels here take places (n, 2) m and in_play (n,), -1 on the table; player : (11,) of `rows.player`; angles in rad.
"""

import math

from partita.kernels import kernel
from partita.lines.openings import is_frozen, off_middle, open_part, widest_half
from partita.physics.pocket_windows import window_from
from partita.players.conditions import body_factor
from partita.players.judgement import pressed_rad
from partita.rows.player import AIM, SIGHT

# Speed, cloth and throw vary the object ball's direction by this much, rad, for anybody.
UNAVOIDABLE_RAD = 0.004
# Thinner than this a cut cannot be relied on to move the ball.
LARGEST_CUT = math.radians(80.0)
# An ordinary pot is played with some power: the aim error at the pace of a pot.
_ORDINARY_POWER = 1.1
# A cut throws a frozen ball into its rail by this much at a right angle, rad. Source: simulation.
FROZEN_THROW_RAD = 0.1


@kernel
def normal_below(z):
    """Standard normal distribution function."""
    return 0.5 * math.erfc(-z / math.sqrt(2.0))


@kernel
def clear_chance(px, py, fx, fy, distance, places, in_play, skip_one, skip_two, clearance, deviation):
    """Chance that a ball going `distance` from (px, py) along (fx, fy) touches none of the others.

    clearance : m, centre distance at which two balls touch; deviation : rad, of the direction
    """
    chance = 1.0
    for ball in range(1, places.shape[0]):
        if in_play[ball] != -1 or ball == skip_one or ball == skip_two:
            continue
        dx, dy = places[ball, 0] - px, places[ball, 1] - py
        along = dx * fx + dy * fy
        if along <= 0.0 or along >= distance + clearance:
            continue
        aside = abs(dx * fy - dy * fx)
        if along > distance:
            # Beyond the end of the way only the ball's front can touch.
            aside = math.hypot(aside, along - distance)
        gap = aside - clearance
        spread = deviation * along + 1e-4
        if gap < 5.0 * spread:
            chance *= normal_below(gap / spread)
    return chance


@kernel
def chance_from_angles(half, off, distance, cut, awkward, player, radius):
    """Make chance for a half window (rad) played `off` its middle, a cue-ball distance (m) and a cut (rad), nothing in
    the way; awkward : factor of the aim error."""
    if half <= 0.0 or cut >= LARGEST_CUT:
        return 0.0
    lever = 1.0 / (2.0 * radius * math.cos(cut))
    aim = distance * player[AIM] * awkward * _ORDINARY_POWER * lever
    sight = player[SIGHT] * (0.25 + math.sin(cut)) * lever
    sigma = math.sqrt(aim * aim + sight * sight + UNAVOIDABLE_RAD * UNAVOIDABLE_RAD)
    return normal_below((half - off) / sigma) + normal_below((half + off) / sigma) - 1.0


@kernel
def most_of_window(bed, window, x, y, cue_x, cue_y, straight, player):
    """A make chance that no ball at (x, y) exceeds through this window (direction, half and distance), whatever is in
    the way: its widest, from the nearest place of the ghost ball, with the least cut; straight : rad, to the ball."""
    turn = straight - window[0]
    turn -= 2.0 * math.pi * math.floor(turn / (2.0 * math.pi) + 0.5)
    # Seen from the ghost ball a cut is never less than from the cue ball.
    cut = max(0.0, abs(turn) - window[1])
    distance = max(0.0, math.hypot(x - cue_x, y - cue_y) - 2.0 * bed.radius)
    return chance_from_angles(widest_half(bed, window[1], x, y), 0.0, distance, cut, 1.0, player, bed.radius)


@kernel
def make_chance(windows, bed, pocket, places, in_play, target, cue_x, cue_y, player, beyond):
    """Chance of potting `target` into `pocket` directly from (cue_x, cue_y). Never raises; 0 if closed.

    beyond : 0 is returned as well where it cannot be more than this, which is found sooner
    """
    x, y = places[target, 0], places[target, 1]
    radius = bed.radius
    window = window_from(windows, bed, pocket, x, y)
    straight = math.atan2(y - cue_y, x - cue_x)
    if window[1] <= 0.0 or most_of_window(bed, window, x, y, cue_x, cue_y, straight, player) <= beyond:
        return 0.0
    direction, half, _, folded = open_part(bed, places, in_play, target, 1, window)
    if half <= 0.0:
        return 0.0
    off = 0.0 if folded else off_middle(half, direction, straight)
    direction += off
    ghost_x, ghost_y = x - 2.0 * radius * math.cos(direction), y - 2.0 * radius * math.sin(direction)
    dx, dy = ghost_x - cue_x, ghost_y - cue_y
    distance = math.hypot(dx, dy)
    if distance < 1e-6:
        return 0.0
    fx, fy = dx / distance, dy / distance
    along = fx * math.cos(direction) + fy * math.sin(direction)
    cut = math.acos(min(1.0, max(-1.0, along)))
    if folded:
        half -= FROZEN_THROW_RAD * math.sin(cut)
    if chance_from_angles(half, off, distance, cut, 1.0, player, radius) <= 0.01:
        return 0.0
    awkward = body_factor(player, bed, places, in_play, cue_x, cue_y, math.atan2(fy, fx), 0.0)
    chance = chance_from_angles(half, off, distance, cut, awkward, player, radius)
    if is_frozen(bed, x, y):
        # How a frozen ball leaves its rail is misjudged; of two errors at one contact the smaller one adds little.
        leaves = 2.0 * normal_below(window[1] / (pressed_rad(player[SIGHT]) + UNAVOIDABLE_RAD)) - 1.0
        chance = leaves * math.sqrt(chance)
    return chance * clear_chance(cue_x, cue_y, fx, fy, distance, places, in_play, target, -1, 2.0 * radius, player[AIM])


@kernel
def best_make_from(eyes, places, in_play, target, x, y, player, best):
    """Best make chance of one ball with the cue ball at (x, y), m; `best` where none is better."""
    for pocket in range(6):
        best = max(best, make_chance(eyes.windows, eyes.bed, pocket, places, in_play, target, x, y, player, best))
    return best
