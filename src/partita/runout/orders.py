"""The order of a run where the game gives none: a group before the eight, reds and colours, straight pool.

What is searched: from every place of a coarse net, with all balls up, the strokes at each ball, each with its make
chance by geometry and the place where the cue ball comes to rest. An order is then worth what these strokes chain to,
ball after ball from the last, blurred by a place either way for the errors of the hand; orders are changed by swaps,
moves and other colours for as long as that makes them better. Balls that are gone by then count as in the way, and
nothing is moved: the maps (`runout.maps`), which are worked out for the order found, know better.

Kernels here take chances, xs, ys : (n, nodes, m) make chances and places of rest, m; net : its size;
what those of `desk` take; start : (n, 2) places, m; standing : (STANDING,); values : (net_x, net_y) chances.
"""

from collections.abc import Callable, Iterator
from functools import partial

import numpy as np
from numpy.typing import NDArray

from partita.games.snooker import COLOUR
from partita.games.snooker_table import COLOURS, REDS
from partita.games.standing import BALL_ON, GAME, HAND, NOT_IN_HAND, SNOOKER, STRAIGHT_POOL
from partita.kernels import kernel
from partita.playing.desk import Desk, Pots, look
from partita.playing.playout import Start
from partita.playing.pots import add_pots
from partita.rows.candidate import CHANCE, REST_X, REST_Y
from partita.rows.features import SHOOTER
from partita.runout.maps import Crew
from partita.runout.places import pushed_off
from partita.runout.steps import EIGHT, balls_up, groups_to_choose, order_given
from partita.table.geometry import bed_of
from partita.value.place_maps import node_place

Floats = NDArray[np.float64]
Order = tuple[str, ...]
_NET = (12, 6)
_POTS, _MOST = Pots(np.geomspace(0.7, 3.6, 5), np.array([-0.3, 0.0, 0.35])), 80
_ROUNDS = 8


def best_order(start: Start) -> Iterator[Order | None]:
    """Yields None while strokes are simulated, a ball at a time, and last the order of the most worth."""
    given = order_given(start)
    if given is not None:
        yield given
        return
    ends = Ends(start)
    for _ in ends.simulated():
        yield None
    found = [_improved(order, moves, ends.worth) for order, moves in _beginnings(start)]
    yield max(found, key=ends.worth)


class Ends:
    """Where strokes at every ball end, from every place of the net."""

    def __init__(self, start: Start) -> None:
        self.start, self.bed = start, bed_of(start.situation.layout.table)
        shape = (len(start.names), _NET[0] * _NET[1], _MOST)
        self.chances, self.xs, self.ys = np.zeros(shape), np.zeros(shape), np.zeros(shape)
        self.values = np.zeros((2, *_NET))

    def simulated(self) -> Iterator[int]:
        """Simulate the strokes at every ball that is up; yields each when it is done."""
        start, crew = self.start, Crew(lambda: self.start.desk(pots=_POTS, solo=True))
        for ball in np.flatnonzero(start.in_play[1:] == -1) + 1:

            def part(desk: Desk, begin: int, end: int, ball: int = int(ball)) -> None:
                _strokes_at(
                    desk, start.places, start.in_play, start.standing, ball, *_NET, self.chances[ball], self.xs[ball],
                    self.ys[ball], begin, end,
                )  # fmt: skip

            crew.over(_NET[0] * _NET[1], part)
            yield int(ball)

    def worth(self, order: Order) -> float:
        """What an order is worth: from where the cue ball lies, or from the best place."""
        balls = np.array([self.start.names.index(name) for name in order])
        kept = self.start.standing[GAME] == STRAIGHT_POOL
        values = self.values
        _chain(self.chances, self.xs, self.ys, self.bed, balls, kept, values)
        if self.start.in_play[0] != -1:
            return float(values[0].max() + 0.1 * values[0].mean())
        x, y = self.start.places[0]
        here = _read(values[0], self.bed, x, y)
        return float(here + 0.01 * values[0].mean())


def _beginnings(start: Start) -> Iterator[tuple[Order, Callable[[Order], Iterator[Order]]]]:
    """Orders to begin with, and what each may be changed to."""
    up = balls_up(start)
    if start.standing[GAME] == SNOOKER:
        yield _reds_and_colours(start, up), partial(_other_colours, up=up)
    elif start.standing[GAME] == STRAIGHT_POOL:
        yield up, partial(_rearranged, free=len(up))
    else:
        for group in groups_to_choose(start):
            yield (*group, EIGHT) if EIGHT in up else group, partial(_rearranged, free=len(group))


def _reds_and_colours(start: Start, up: Order) -> Order:
    reds, colours = [name for name in up if name in REDS], [name for name in up if name in COLOURS]
    order: list[str] = [colours[-1]] if start.standing[BALL_ON] == COLOUR else []
    for red in reds:
        order += [red, colours[-1]]
    return (*order, *colours)


def _rearranged(order: Order, free: int) -> Iterator[Order]:
    """The first `free` balls with one of them moved to another place, and with two of them swapped."""
    for one in range(free):
        for other in range(free):
            if one == other:
                continue
            moved = [name for k, name in enumerate(order) if k != one]
            yield (*moved[:other], order[one], *moved[other:])
            if one < other:
                swapped = list(order)
                swapped[one], swapped[other] = order[other], order[one]
                yield tuple(swapped)


def _other_colours(order: Order, up: Order) -> Iterator[Order]:
    """Two reds swapped, or another colour after a red; the colours at the end stay."""
    colours = [name for name in COLOURS if name in up]
    free = len(order) - len(colours)
    for one in range(free):
        if order[one] in COLOURS:
            yield from ((*order[:one], colour, *order[one + 1 :]) for colour in colours if colour != order[one])
        for other in range(one + 1, free):
            if order[one] in REDS and order[other] in REDS:
                swapped = list(order)
                swapped[one], swapped[other] = order[other], order[one]
                yield tuple(swapped)


def _improved(order: Order, moves: Callable[[Order], Iterator[Order]], worth: Callable[[Order], float]) -> Order:
    """An order changed for as long as a change makes it better."""
    best = worth(order)
    for _ in range(_ROUNDS):
        before = order
        for changed in moves(order):
            value = worth(changed)
            if value > best + 1e-9:
                order, best = changed, value
        if order == before:
            break
    return order


@kernel
def _strokes_at(desk, start, in_play, standing, ball, net_x, net_y, chances, xs, ys, begin, end):
    """Strokes at a ball from the places `begin` to `end` of the net, all balls up, into (nodes, m) arrays."""
    places, table = desk.start_places, desk.start_in_play
    for other in range(in_play.shape[0]):
        places[other, 0], places[other, 1], table[other] = start[other, 0], start[other, 1], in_play[other]
    table[0] = -1
    for column in range(standing.shape[0]):
        desk.standing[column] = standing[column]
    desk.standing[HAND] = NOT_IN_HAND
    for node in range(begin, end):
        x, y = node_place(desk.eyes.bed, net_x, net_y, node)
        places[0, 0], places[0, 1] = pushed_off(desk.eyes.bed, places, table, x, y)
        look(desk, places, table, desk.standing, 0, SHOOTER)
        for other in range(table.shape[0]):
            desk.on[other] = other == ball
        count = min(chances.shape[1], add_pots(desk, places, table, desk.standing, 0, 0))
        for k in range(count):
            row = desk.candidates[k]
            chances[node, k], xs[node, k], ys[node, k] = row[CHANCE], row[REST_X], row[REST_Y]


@kernel
def _read(values, bed, x, y):
    """A map (net) read at a place, between its four nearest nodes."""
    net_x, net_y = values.shape
    at_x = min(net_x - 1.001, max(0.0, (x - bed.reach) / (bed.length - 2.0 * bed.reach) * net_x - 0.5))
    at_y = min(net_y - 1.001, max(0.0, (y - bed.reach) / (bed.width - 2.0 * bed.reach) * net_y - 0.5))
    i, j = int(at_x), int(at_y)
    u, v = at_x - i, at_y - j
    low = (1.0 - v) * values[i, j] + v * values[i, j + 1]
    high = (1.0 - v) * values[i + 1, j] + v * values[i + 1, j + 1]
    return (1.0 - u) * low + u * high


@kernel
def _chain(chances, xs, ys, bed, balls, last_kept, values):
    """Worth of balls in that order from every place, into values[0]; values : (2, net), the second scratch.

    last_kept : the last ball is left on the table, and only the chance to make it counts
    """
    net_x, net_y = values.shape[1], values.shape[2]
    values[0, :, :] = 1.0
    for back in range(balls.shape[0]):
        ball = balls[balls.shape[0] - 1 - back]
        for node in range(net_x * net_y):
            best = 0.0
            for k in range(chances.shape[2]):
                chance = chances[ball, node, k]
                if chance > best:
                    after = (
                        1.0 if last_kept and back == 0 else _read(values[0], bed, xs[ball, node, k], ys[ball, node, k])
                    )
                    best = max(best, chance * after)
            values[1, node // net_y, node % net_y] = best
        _blur(values)


@kernel
def _blur(values):
    """values[1] averaged with its neighbours, a quarter of the weight to each side, into values[0]."""
    net_x, net_y = values.shape[1], values.shape[2]
    for i in range(net_x):
        for j in range(net_y):
            total = 0.0
            for a in range(-1, 2):
                for b in range(-1, 2):
                    share = (2.0 - abs(a)) * (2.0 - abs(b)) / 16.0
                    at_i, at_j = min(net_x - 1, max(0, i + a)), min(net_y - 1, max(0, j + b))
                    total += share * values[1, at_i, at_j]
            values[0, i, j] = total
