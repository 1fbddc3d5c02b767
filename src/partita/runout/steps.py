"""The steps of a run: which ball is on after which, what is still up then, and the standing.

A run keeps to one order. Where the game gives none (a group before the eight, straight pool, reds and colours), the
order is part of the question (`runout.orders`).
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games.eight_ball import GROUPS, group_of
from partita.games.referee import numbers_of, standing_of
from partita.games.situation import Situation
from partita.games.snooker import COLOUR, RED
from partita.games.snooker_table import YELLOW
from partita.games.standing import BALL_ON, EIGHT_BALL, FREE_BALL, GAME, GROUP, HAND, POINTS, SNOOKER, STRAIGHT_POOL
from partita.physics.simulate import names_of

EIGHT = "8"


@dataclass(frozen=True)
class Steps:
    """A run's steps, for n balls.

    names : (n,) the balls, the cue ball first; order : (k,) the balls in turn
    ball : (k,) their indices; in_play : (k, n) int8; standing : (k, STANDING)
    """

    names: tuple[str, ...]
    order: tuple[str, ...]
    ball: NDArray[np.int64]
    in_play: NDArray[np.int8]
    standing: NDArray[np.int64]


def names_for(situation: Situation) -> tuple[str, ...]:
    """The balls as the kernels order them, the cue ball first."""
    return names_of(situation.with_cue_at((0.0, 0.0)).layout)


def steps_of(situation: Situation, order: tuple[str, ...]) -> Steps:
    """The steps of a run in that order, each ball potted legally and nothing else moved.

    Raises `Refused` for a ball that is not on the table.
    """
    names = names_for(situation)
    for name in order:
        if name not in names[1:]:
            raise refuse("order", f"ball {name[:20]} is not on the table", f"Use {', '.join(names[1:])}.")
    up, row, reds = np.full(len(names), -1, dtype=np.int8), standing_of(situation), 0
    row[HAND] = 0
    numbers = numbers_of(names)
    if row[GAME] == EIGHT_BALL and order and not row[GROUP]:
        row[GROUP] = group_of(numbers[names.index(order[0])])
    balls, in_play, standing = [], [], []
    for name in order:
        ball = names.index(name)
        balls.append(ball)
        in_play.append(up.copy())
        standing.append(row.copy())
        reds = int(np.sum((numbers[1:] == 1) & (up[1:] == -1)))
        up, row = _potted(up, row.copy(), ball, int(numbers[ball]), reds)
    return Steps(
        names, order, np.array(balls, dtype=np.int64), np.array(in_play, dtype=np.int8).reshape(-1, len(names)),
        np.array(standing, dtype=np.int64).reshape(len(order), -1),
    )  # fmt: skip


def _potted(
    up: NDArray[np.int8], row: NDArray[np.int64], ball: int, number: int, reds: int
) -> tuple[NDArray[np.int8], NDArray[np.int64]]:
    """What is up, and the standing, once a ball is potted; number : on the ball, at snooker its value."""
    up = up.copy()
    row[FREE_BALL] = 0
    if row[GAME] == STRAIGHT_POOL:
        row[POINTS] += 1
    if row[GAME] != SNOOKER:
        up[ball] = -2
        return up, row
    row[POINTS] += number
    on = row[BALL_ON]
    # A colour comes back as long as another red is there, and after the last red once.
    if not (on == COLOUR):
        up[ball] = -2
    if on == RED:
        row[BALL_ON] = COLOUR
    elif on == COLOUR:
        row[BALL_ON] = RED if reds else YELLOW
    else:
        row[BALL_ON] = min(7, on + 1)
    return up, row


def order_of_play(situation: Situation) -> tuple[str, ...] | None:
    """The order that the game gives; None where the player chooses."""
    names = names_for(situation)
    game = int(standing_of(situation)[GAME])
    if game < EIGHT_BALL:
        return names[1:]
    if game == EIGHT_BALL and set(names[1:]) == {EIGHT}:
        return (EIGHT,)
    return None


def own_balls(situation: Situation, group: str) -> tuple[str, ...]:
    """Eight-ball: the balls of a group on the table."""
    names, code = names_for(situation), 1 + GROUPS.index(group)
    return tuple(name for name in names[1:] if name != EIGHT and group_of(int(name)) == code)
