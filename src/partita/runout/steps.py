"""The steps of a run: which ball is on after which, what is still up then, and the standing.

A run keeps to one order. Where the game gives none (a group before the eight, straight pool, reds and colours), the
order is part of the question (`runout.orders`).
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games.eight_ball import GROUPS, group_of
from partita.games.referee import numbers_of
from partita.games.snooker import COLOUR, RED
from partita.games.snooker_table import YELLOW
from partita.games.standing import (
    BALL_ON,
    EIGHT_BALL,
    FREE_BALL,
    GAME,
    GROUP,
    HAND,
    NOT_IN_HAND,
    POINTS,
    SNOOKER,
    STRAIGHT_POOL,
)
from partita.playing.playout import Start

Balls = NDArray[np.int8]
Numbers = NDArray[np.int64]
EIGHT = "8"


@dataclass(frozen=True)
class Steps:
    """A run's steps, k of them, for n balls.

    order : (k,) the balls in turn; ball : (k,) their indices; in_play : (k, n); standing : (k, STANDING)
    """

    order: tuple[str, ...]
    ball: Numbers
    in_play: Balls
    standing: Numbers

    def __len__(self) -> int:
        return len(self.order)


def steps_of(start: Start, order: tuple[str, ...]) -> Steps:
    """The steps of a run in that order, each ball potted legally and nothing else moved."""
    up, row, numbers = start.in_play.copy(), start.standing.copy(), numbers_of(start.names)
    up[0], row[HAND] = -1, NOT_IN_HAND
    if row[GAME] == EIGHT_BALL and order and not row[GROUP]:
        row[GROUP] = group_of(numbers[start.names.index(order[0])])
    balls, in_play, standing = [], [], []
    for name in order:
        ball = start.names.index(name)
        balls.append(ball)
        in_play.append(up)
        standing.append(row)
        up, row = _potted(up.copy(), row.copy(), ball, numbers)
    return Steps(order, np.array(balls, dtype=np.int64), np.array(in_play), np.array(standing))


def _potted(up: Balls, row: Numbers, ball: int, numbers: Numbers) -> tuple[Balls, Numbers]:
    """What is up, and the standing, once a ball is potted."""
    row[FREE_BALL] = 0
    row[POINTS] += numbers[ball] if row[GAME] == SNOOKER else row[GAME] == STRAIGHT_POOL
    if row[GAME] != SNOOKER:
        up[ball] = -2
        return up, row
    on, reds = row[BALL_ON], bool(np.any((numbers == 1) & (up == -1)))
    if on == COLOUR:
        # It comes back to its spot.
        row[BALL_ON] = RED if reds else YELLOW
        return up, row
    up[ball] = -2
    row[BALL_ON] = COLOUR if on == RED else min(7, on + 1)
    return up, row


def order_given(start: Start) -> tuple[str, ...] | None:
    """The order that the game gives; None where the player chooses."""
    up = balls_up(start)
    if start.standing[GAME] < EIGHT_BALL or set(up) == {EIGHT}:
        return up
    colours_only = start.standing[GAME] == SNOOKER and start.standing[BALL_ON] > COLOUR
    return up if colours_only else None


def groups_to_choose(start: Start) -> tuple[tuple[str, ...], ...]:
    """Eight-ball: the balls of one's own group; of both while the table is open."""
    own = int(start.standing[GROUP])
    groups = [own] if own else [1 + place for place in range(len(GROUPS))]
    found = [tuple(name for name in balls_up(start) if group_of(int(name)) == group) for group in groups]
    return tuple(balls for balls in found if balls or own)


def check_order(start: Start, order: tuple[str, ...]) -> tuple[str, ...]:
    """An order of one's own, where the game leaves it.

    Raises `Refused` for balls that are not there, and where the game gives the order.
    """
    up, given = balls_up(start), order_given(start)
    for name in order:
        if name not in up:
            raise refuse("order", f"ball {name[:20]} is not on the table", f"Use {', '.join(up)}.")
    if given is not None and order != given:
        raise refuse("order", "this game gives the order", f"Leave it out, or say {', '.join(given)}.")
    if len(set(order)) != len(order) and start.standing[GAME] != SNOOKER:
        raise refuse("order", "a ball is in it twice", "Name each ball once.")
    if start.standing[GAME] == EIGHT_BALL and given is None:
        fitting = [group for group in groups_to_choose(start) if set(order) == {*group, EIGHT} and order[-1] == EIGHT]
        if not fitting:
            raise refuse("order", "it is not one group and then the eight", "Name a whole group, the 8 last.")
    return order


def balls_up(start: Start) -> tuple[str, ...]:
    """The object balls on the table, by number; at snooker by value."""
    numbers = numbers_of(start.names)
    up = [k for k in range(1, len(start.names)) if start.in_play[k] == -1]
    return tuple(start.names[k] for k in sorted(up, key=lambda k: (numbers[k], k)))
