"""What every place of the cue ball is worth, ball after ball: maps that the run-out fills and a look reads.

A map belongs to a *step*: one ball that is on, with all that are still up standing where they stand. It is kept a way
at a time, six pockets and the safety, on a net of places, and read by interpolation within a way, then the best way:
never across ways, which would make shots out of nothing between two pockets. Maps hold for balls that have not moved.

Kernels here take the `maps`, the `bed`, who : 0 or 1, the player; step, way : indices; x, y : m; places : (n, 2) m;
in_play : (n,) int8, -1 on the table; standing : (STANDING,) int64. They return chances, 0..1.
"""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from partita.games.standing import BALL_ON, GAME, GROUP, HAND, NOT_IN_HAND, OPEN, POINTS, STANDING, STRAIGHT_POOL
from partita.kernels import kernel

Floats = NDArray[np.float64]
# Six pockets and the safety.
WAYS, SAFETY_WAY = 7, 6
# A ball that has moved farther than this, m, stands elsewhere: the map is no longer its.
_MOVED_M = 0.002
# A place better than this share of all is fairly good.
_FAIRLY_GOOD = 0.75


class PlaceMaps(NamedTuple):
    """Maps of k steps for n balls, on a net of (nx, ny) places; k is 0 where nothing was worked out.

    worth : (2, k, WAYS, nx, ny) either player's rack chance; clear : the same shape, his chance to run out
    ball : (k,) the ball that is on at each step; in_play : (k, n) the balls up then; standing : (k, STANDING)
    pockets : (k, 6) whether a ball may go into a pocket
    places : (n, 2) m, where the balls stand; filled : (2, k) whether a player's map of a step is there
    ordinary : (2, k) his chance to run out from a place that is fairly good
    """

    worth: Floats
    clear: Floats
    ball: NDArray[np.int64]
    in_play: NDArray[np.int8]
    standing: NDArray[np.int64]
    pockets: NDArray[np.bool_]
    places: Floats
    filled: NDArray[np.bool_]
    ordinary: Floats


def no_maps() -> PlaceMaps:
    """Maps of nothing."""
    nothing, balls = np.zeros(0, dtype=np.int64), np.zeros((0, 1), dtype=np.int8)
    return new_maps(nothing, balls, np.zeros((0, STANDING), dtype=np.int64), np.zeros((1, 2)), (1, 1))


def new_maps(
    ball: NDArray[np.int64],
    in_play: NDArray[np.int8],
    standing: NDArray[np.int64],
    places: Floats,
    net: tuple[int, int],
) -> PlaceMaps:
    """Maps of these steps into any pocket, none of them filled yet."""
    steps = len(ball)
    shape = (2, steps, WAYS, *net)
    return PlaceMaps(
        np.zeros(shape), np.zeros(shape), ball, in_play, standing, np.ones((steps, 6), dtype=np.bool_), places,
        np.zeros(shape[:2], dtype=np.bool_), np.zeros(shape[:2]),
    )  # fmt: skip


def close_step(maps: PlaceMaps, who: int, step: int) -> None:
    """A player's map of a step is there: from now on it is read."""
    clear = np.take_along_axis(maps.clear[who, step], maps.worth[who, step].argmax(axis=0)[None], axis=0)
    maps.ordinary[who, step] = float(np.quantile(clear, _FAIRLY_GOOD))
    maps.filled[who, step] = True


@kernel
def node_place(bed, net_x, net_y, node):
    """(x, y) m of a place of the net, of net_x times net_y, counted along y first."""
    share_x, share_y = (node // net_y + 0.5) / net_x, (node % net_y + 0.5) / net_y
    return bed.reach + share_x * (bed.length - 2.0 * bed.reach), bed.reach + share_y * (bed.width - 2.0 * bed.reach)


@kernel
def _between(share, count):
    """Index of the interval of a net of `count` middles in which a share of the whole lies, and the way through it."""
    at = min(count - 1.0, max(0.0, share * count - 0.5))
    below = min(count - 2, int(at)) if count > 1 else 0
    return below, at - below


@kernel
def read_way(maps, bed, who, step, way, x, y):
    """(worth, clear) of a place, by one way."""
    net_x, net_y = maps.worth.shape[3], maps.worth.shape[4]
    i, u = _between((x - bed.reach) / (bed.length - 2.0 * bed.reach), net_x)
    j, v = _between((y - bed.reach) / (bed.width - 2.0 * bed.reach), net_y)
    worth, clear = 0.0, 0.0
    for a in range(2):
        for b in range(2):
            share = (u if a == 1 else 1.0 - u) * (v if b == 1 else 1.0 - v)
            if share > 0.0:
                worth += share * maps.worth[who, step, way, i + a, j + b]
                clear += share * maps.clear[who, step, way, i + a, j + b]
    return worth, clear


@kernel
def read_place(maps, bed, who, step, x, y):
    """(worth, clear, way) of a place, by its best way."""
    best, clear, chosen = -1.0, 0.0, 0
    for way in range(WAYS):
        worth, runs = read_way(maps, bed, who, step, way, x, y)
        if worth > best:
            best, clear, chosen = worth, runs, way
    return best, clear, chosen


@kernel
def step_of(maps, who, in_play, standing):
    """The step whose map says what a position is worth to a player, -1 for none.

    It is the last whose ball is up and whose balls hold all that are: a ball of a later step that is down already only
    makes it easier.
    """
    steps = maps.ball.shape[0]
    if steps == 0 or standing[HAND] != NOT_IN_HAND:
        return -1
    for back in range(steps):
        step = steps - 1 - back
        if maps.filled[who, step] and in_play[maps.ball[step]] == -1 and _fits(maps, step, in_play, standing):
            return step
    return -1


@kernel
def _fits(maps, step, in_play, standing):
    group = maps.standing[step, GROUP]
    if maps.standing[step, BALL_ON] != standing[BALL_ON] or (group != OPEN and group != standing[GROUP]):
        return False
    gone = 0
    for ball in range(1, in_play.shape[0]):
        if in_play[ball] == -1 and maps.in_play[step, ball] != -1:
            return False
        gone += maps.in_play[step, ball] == -1 and in_play[ball] != -1
    # At straight pool the balls come back when the rack is over: by then there are more points than balls gone.
    return standing[GAME] != STRAIGHT_POOL or standing[POINTS] - maps.standing[step, POINTS] == gone


@kernel
def has_moved(maps, places, ball):
    """Whether a ball stands elsewhere than the maps have it."""
    dx, dy = places[ball, 0] - maps.places[ball, 0], places[ball, 1] - maps.places[ball, 1]
    return dx * dx + dy * dy > _MOVED_M * _MOVED_M
