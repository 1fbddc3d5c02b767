"""Where the balls lie, as far as the learned part looks at it: the surest pot's shape, what comes after it, packs.

Of games in which only a few balls are on: balls in order, and the two groups. Elsewhere all of it is 0.

Kernels here take the `eyes`, places : (n, 2) m; in_play : (n,), -1 on the table; standing : (STANDING,); ball : the
one that is surest made, 0 for none; features : (FEATURES,) to be filled. Ways are shares of FAR_M.
"""

import math

from partita.games.eight_ball import group_of
from partita.games.standing import EIGHT_BALL, GAME, GROUP, HAND, NOT_IN_HAND, OPEN, TEN_BALL
from partita.kernels import kernel
from partita.lines.openings import open_part, room_to_rails
from partita.physics.pocket_windows import window_from
from partita.rows.features import (
    AFTER_EASE,
    BALL_TO_RAIL,
    CLOSE_PAIRS,
    CUT,
    LAST_EASE,
    MEAN_EASE,
    NEIGHBOUR,
    NEXT_EASE,
    NEXT_TO_RAIL,
    NEXT_WAY,
    OTHERS_COUNT,
    OTHERS_LEAST,
    OTHERS_MEAN,
    OWN_COUNT,
    RUN,
    STAY,
    WAY,
)
from partita.value.make_chance import best_make_from, make_chance

# About as long as a table, m.
FAR_M = 2.84
# Nearer to each other than so many radii, centre to centre, two balls are a pair; nearer to a rail than so many a ball
# is not as free as elsewhere.
_PAIR_RADII, _NEAR_RAIL_RADII = 4.5, 8.0
# Of a ball that is as surely made as the surest one.
_AS_SURE = 1.0 - 1e-9


@kernel
def look_around(eyes, places, in_play, standing, who, ball, make, features):
    """Fill the features named above for player `who`; make : the chance of the surest ball."""
    for column in range(CUT, NEXT_WAY + 1):
        features[column] = 0.0
    if standing[GAME] > EIGHT_BALL:
        return
    if standing[GAME] <= TEN_BALL:
        ball = _first_on(eyes, in_play)
        following = _in_order(eyes, in_play, ball, features)
    else:
        following = _groups(eyes, places, in_play, standing, ball, features)
    features[CLOSE_PAIRS] = _pairs(eyes.bed.radius, places, in_play) / 10.0
    if ball == 0:
        return
    features[NEIGHBOUR], features[BALL_TO_RAIL] = _neighbour(places, in_play, ball), room_of(eyes.bed, places, ball)
    features[STAY] = 1.0
    if following > 0:
        features[NEXT_WAY], features[NEXT_TO_RAIL] = _way(places, ball, following), room_of(eyes.bed, places, following)
        features[STAY] = _after(eyes, places, in_play, standing, who, ball, following)
    if standing[HAND] == NOT_IN_HAND and make > 0.0:
        _shape(eyes, places, in_play, ball, eyes.models[who], make, features)


@kernel
def _first_on(eyes, in_play):
    """The ball that is on, of balls in order."""
    for ball in range(1, in_play.shape[0]):
        if eyes.on[ball] and in_play[ball] == -1:
            return ball
    return 0


@kernel
def _in_order(eyes, in_play, first, features):
    """Eases of the balls in order; the one that follows the first, 0 for none."""
    count, own, others, least, following = 0, 0.0, 0.0, 1.0, 0
    for ball in range(max(1, first), in_play.shape[0]):
        if in_play[ball] != -1:
            continue
        mine, theirs = eyes.eases[0, ball], eyes.eases[1, ball]
        if count == 1:
            features[NEXT_EASE], following = mine, ball
        elif count == 2:
            features[AFTER_EASE] = mine
        features[LAST_EASE] = mine
        count, own, others, least = count + 1, own + mine, others + theirs, min(least, theirs)
    features[MEAN_EASE], features[OTHERS_MEAN], features[OTHERS_LEAST] = (
        own / max(1, count),
        others / max(1, count),
        least,
    )
    return following


@kernel
def _groups(eyes, places, in_play, standing, surest, features):
    """Eases and numbers of either player's balls, the eight among them; one's own that is nearest to the surest."""
    own, others, own_sum, others_sum, least = 0, 0, 0.0, 0.0, 1.0
    following, nearest = 0, 0.0
    for ball in range(1, in_play.shape[0]):
        if in_play[ball] != -1:
            continue
        mine, theirs = eyes.eases[0, ball], eyes.eases[1, ball]
        of = group_of(eyes.numbers[ball])
        if of == OPEN:
            features[LAST_EASE] = mine
        if of == OPEN or standing[GROUP] == OPEN or of == standing[GROUP]:
            own, own_sum = own + 1, own_sum + mine
        if of == OPEN or of != standing[GROUP]:
            others, others_sum, least = others + 1, others_sum + theirs, min(least, theirs)
    for ball in range(1, in_play.shape[0]):
        if surest > 0 and ball != surest and _is_next(eyes, in_play, standing, ball, own):
            way = _way(places, surest, ball)
            if following == 0 or way < nearest:
                following, nearest = ball, way
    features[OWN_COUNT], features[OTHERS_COUNT] = own / 10.0, others / 10.0
    features[MEAN_EASE], features[OTHERS_MEAN] = own_sum / max(1, own), others_sum / max(1, others)
    features[OTHERS_LEAST] = least
    return following


@kernel
def _is_next(eyes, in_play, standing, ball, own):
    """Whether a ball of the groups may be played next; own : one's own that are left, the eight among them."""
    if in_play[ball] != -1:
        return False
    of = group_of(eyes.numbers[ball])
    if of == OPEN:
        return own <= 2
    return standing[GROUP] == OPEN or of == standing[GROUP]


@kernel
def _after(eyes, places, in_play, standing, who, ball, following):
    """Best make chance of what may come next with the cue ball where the surest ball lies."""
    x, y, me = places[ball, 0], places[ball, 1], eyes.models[who]
    if standing[GAME] <= TEN_BALL:
        return best_make_from(eyes, places, in_play, following, x, y, me, 0.0)
    own, best = 0, 0.0
    for one in range(1, in_play.shape[0]):
        of = group_of(eyes.numbers[one])
        own += in_play[one] == -1 and (of == OPEN or standing[GROUP] == OPEN or of == standing[GROUP])
    for one in range(1, in_play.shape[0]):
        if one != ball and _is_next(eyes, in_play, standing, one, own):
            best = best_make_from(eyes, places, in_play, one, x, y, me, best)
    return best


@kernel
def _shape(eyes, places, in_play, ball, me, make, features):
    """Cut and ways of the surest pot."""
    bed, beyond = eyes.bed, make * _AS_SURE
    for pocket in range(6):
        chance = make_chance(eyes.windows, bed, pocket, places, in_play, ball, places[0, 0], places[0, 1], me, beyond)
        if chance > beyond:
            window = window_from(eyes.windows, bed, pocket, places[ball, 0], places[ball, 1])
            direction = open_part(bed, places, in_play, ball, 1, window)[0]
            dx = places[ball, 0] - 2.0 * bed.radius * math.cos(direction) - places[0, 0]
            dy = places[ball, 1] - 2.0 * bed.radius * math.sin(direction) - places[0, 1]
            way = max(1e-6, math.hypot(dx, dy))
            features[CUT] = 1.0 - (dx * math.cos(direction) + dy * math.sin(direction)) / way
            features[WAY], features[RUN] = way / FAR_M, window[2] / FAR_M
            return


@kernel
def _pairs(radius, places, in_play):
    """How many pairs of balls lie close to each other."""
    pairs, near = 0.0, (_PAIR_RADII * radius) ** 2
    for one in range(1, in_play.shape[0]):
        for other in range(one + 1, in_play.shape[0] if in_play[one] == -1 else 0):
            dx, dy = places[one, 0] - places[other, 0], places[one, 1] - places[other, 1]
            if in_play[other] == -1 and dx * dx + dy * dy < near:
                pairs += 1.0
    return pairs


@kernel
def _way(places, one, other):
    """From one ball to another, m over FAR_M."""
    return math.hypot(places[one, 0] - places[other, 0], places[one, 1] - places[other, 1]) / FAR_M


@kernel
def _neighbour(places, in_play, ball):
    """From a ball to the one nearest to it; at most 1."""
    near = 1.0
    for other in range(1, in_play.shape[0]):
        if other != ball and in_play[other] == -1:
            near = min(near, _way(places, ball, other))
    return near


@kernel
def room_of(bed, places, ball):
    """A ball's room to the rail nearest to it, as a share of a few balls' widths, 0..1."""
    return min(1.0, max(0.0, room_to_rails(bed, places[ball, 0], places[ball, 1]) / (_NEAR_RAIL_RADII * bed.radius)))
