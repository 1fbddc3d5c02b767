"""Ball in hand: where the cue ball may be put, and where of these it is worth most."""

from collections.abc import Callable

import numpy as np

from partita.errors import refuse
from partita.games.situation import Situation
from partita.games.snooker import Snooker
from partita.games.snooker_table import in_the_d
from partita.games.standing import SNOOKER
from partita.kernels import kernel
from partita.physics.simulate import names_of
from partita.table.geometry import bed_of

Floats = np.ndarray[tuple[int, ...], np.dtype[np.float64]]
_ALONG, _ACROSS = 45, 23
# Room left to other balls and to pockets, m.
_ROOM_M, _CORNER_M = 0.002, 0.25
# Nearer to a rail than this, m, a place costs so much of a rack chance for each metre.
_RAIL_NEAR_M, _RAIL_COST_PER_M = 0.15, 0.08
# Places along the line or the D that are looked at when the cue ball is in hand behind it.
LINE_PLACES = 7


def places_in_hand(situation: Situation) -> Floats:
    """(k, 2) places, m, where the cue ball may be put: free of other balls, behind the line or in the D.

    Raises `Refused` when there is none.
    """
    bed = bed_of(situation.layout.table)
    behind = situation.in_hand == "behind-line"
    far = 0.25 * bed.length if behind else bed.length - bed.reach
    xs, ys = np.linspace(bed.reach, far, _ALONG), np.linspace(bed.reach, bed.width - bed.reach, _ACROSS)
    spots = np.stack(np.meshgrid(xs, ys, indexing="ij"), axis=-1).reshape(-1, 2)
    others = np.array([situation.layout.balls[name] for name in situation.object_balls])
    free = np.linalg.norm(spots[:, None] - others[None], axis=2).min(axis=1) > 2 * bed.radius + _ROOM_M
    corner = np.minimum(spots[:, 0], bed.length - spots[:, 0]) + np.minimum(spots[:, 1], bed.width - spots[:, 1])
    free &= corner > _CORNER_M
    if behind and situation.game == Snooker.name:
        free &= np.array([in_the_d(bed, float(x), float(y)) for x, y in spots])
    if not free.any():
        raise refuse("layout", "there is no place for the cue ball in hand", "Take a ball off.")
    return np.asarray(spots[free])


def with_cue_everywhere(situation: Situation) -> Floats:
    """(k, n, 2) m, the layout with the cue ball, the first of the n, in each of the k places it may be put."""
    spots = places_in_hand(situation)
    names = names_of(situation.with_cue_at((0.0, 0.0)).layout)
    places = np.zeros((len(spots), len(names), 2))
    places[:, 0], places[:, 1:] = spots, np.array([situation.layout.balls[name] for name in names[1:]])
    return places


def rail_cost(situation: Situation, spots: Floats) -> Floats:
    """What a place near a rail costs of a rack chance, (k,) for (k, 2) places, m: low tips are out of reach there, and
    nobody puts the ball there without need. A judgement, no source."""
    bed = bed_of(situation.layout.table)
    size = np.array([bed.length, bed.width])
    gaps = np.minimum(spots, size - spots).min(axis=1) - bed.reach
    return np.asarray(_RAIL_COST_PER_M * np.maximum(0.0, _RAIL_NEAR_M - gaps))


def placed(situation: Situation, worth: Callable[[Floats], Floats]) -> Situation:
    """The cue ball put where the position is worth most; `worth` of (k, n, 2) places, the cue ball first, is (k,)."""
    places = with_cue_everywhere(situation)
    best = places[int(np.argmax(worth(places) - rail_cost(situation, places[:, 0]))), 0]
    return situation.with_cue_at((float(best[0]), float(best[1])))


@kernel
def line_place(bed, game, k):
    """(x, y) m of one of LINE_PLACES places for the cue ball behind the head string, or in the D."""
    share = (k + 0.5) / LINE_PLACES
    x, y = 0.24 * bed.length, bed.reach + share * (bed.width - 2.0 * bed.reach)
    if game == SNOOKER:
        x, y = 0.2 * bed.length, bed.width * (0.5 + 0.32 * (share - 0.5))
        while not in_the_d(bed, x, y) and x > 0.15 * bed.length:
            y = 0.5 * bed.width + 0.9 * (y - 0.5 * bed.width)
    return x, y
