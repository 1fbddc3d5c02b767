"""What all rules look at in an execution, and how balls are spotted."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from partita.games.game import CONTINUES, FOUL, HANDS, LOST, NOT_IN_HAND, TURN_OVER, WON, Call, Outcomes
from partita.games.situation import Hand, Situation
from partita.kernels import kernel
from partita.physics.loop import FIRST_HIT, RAIL_AFTER, STATUS
from partita.physics.simulate import Executions
from partita.table.geometry import Bed
from partita.table.layout import CUE

Bools = NDArray[np.bool_]
# Balls are tried along the spotting line at this distance from each other, m.
_SPOT_STEP_M = 0.001


@dataclass(frozen=True)
class Seen:
    """m executions as the referee sees them; balls in the order of `names`.

    first : (m,) index of the ball hit first, -1 none; scratch : (m,) bool; rail : (m,) bool, any ball met
    a cushion after the contact; down : (m, n) bool, object balls potted; pocket : (m, n) int8
    called : (m,) index of the called ball, -1 for a safety; called_down : (m,) bool, it fell as called
    """

    names: tuple[str, ...]
    first: NDArray[np.int32]
    scratch: Bools
    rail: Bools
    down: Bools
    pocket: NDArray[np.int8]
    called: NDArray[np.int64]
    called_down: Bools
    push: Bools
    ended: Bools

    def index(self, ball: str) -> int:
        """Column of a ball, -1 when it is not on the table."""
        return self.names.index(ball) if ball in self.names else -1

    def hit_one_of(self, balls: Sequence[str]) -> Bools:
        """(m,) whether the first ball hit is one of these."""
        return np.isin(self.first, [self.index(ball) for ball in balls if ball in self.names])

    def fell(self, ball: str) -> Bools:
        """(m,) whether a ball was potted."""
        column = self.index(ball)
        return np.asarray(self.down[:, column] if column >= 0 else np.zeros(len(self.first)), dtype=np.bool_)

    def any_fell(self) -> Bools:
        """(m,) whether any object ball was potted."""
        return np.asarray(self.down.any(axis=1), dtype=np.bool_)

    def legal(self, targets: Sequence[str]) -> Bools:
        """(m,) the common pool rule: a legal ball first, then a pot or a cushion, no scratch."""
        return self.hit_one_of(targets) & ~self.scratch & (self.down.any(axis=1) | self.rail) & self.ended


def seen(names: tuple[str, ...], shots: Executions, calls: Sequence[Call]) -> Seen:
    """Executions with their calls: one call for all, or one each."""
    count = len(shots.facts)
    every = list(calls) if len(calls) == count else [calls[0]] * count
    called = np.array([names.index(c.ball) if c.ball in names and c.ball else -1 for c in every], dtype=np.int64)
    wanted = np.array([call.pocket for call in every])
    down = shots.pocketed >= 0
    down[:, 0] = False
    fell_in = shots.pocketed[np.arange(count), np.maximum(called, 0)]
    return Seen(
        names=names,
        first=shots.facts[:, FIRST_HIT],
        scratch=shots.pocketed[:, 0] >= 0,
        rail=shots.facts[:, RAIL_AFTER] > 0,
        down=down,
        pocket=shots.pocketed,
        called=called,
        called_down=(called >= 0) & (fell_in >= 0) & ((fell_in == wanted) | (wanted < 0)),
        push=np.array([call.push_out for call in every]),
        ended=shots.facts[:, STATUS] == 0,
    )


def outcomes_of(shots: Executions, code: NDArray[np.int8]) -> Outcomes:
    """Outcomes with the balls where they came to rest, nothing spotted, no hand, no points."""
    count = len(code)
    return Outcomes(
        code=code,
        places=shots.finals.copy(),
        in_play=np.where(shots.pocketed == -1, -1, -2).astype(np.int8),
        hand=np.full(count, NOT_IN_HAND, dtype=np.int8),
        points=np.zeros(count, dtype=np.int32),
        group=np.zeros(count, dtype=np.int8),
        ball_on=np.zeros(count, dtype=np.int8),
        free_ball=np.zeros(count, dtype=bool),
    )


def give_cue_ball(outcomes: Outcomes, where: Bools, hand: int) -> None:
    """Put the cue ball in hand in some executions."""
    outcomes.hand[where] = hand
    outcomes.in_play[where, 0] = -2


def spot_balls(outcomes: Outcomes, which: Bools, bed: Bed, x: float | None = None, y: float | None = None) -> None:
    """Return potted balls to a spot (the foot spot when none is given), or as near behind it as there is room.

    which : (m, n) bool, the balls to return
    """
    spot_x, spot_y = 0.75 * bed.length if x is None else x, 0.5 * bed.width if y is None else y
    for e, ball in np.argwhere(which):
        outcomes.in_play[e, ball] = -1
        _spot(outcomes.places[e], outcomes.in_play[e], int(ball), spot_x, spot_y, bed.length - bed.reach, bed.radius)


@kernel
def _spot(places, in_play, ball, x, y, end, radius):
    """Put a ball on a spot, or on the line from it toward the foot rail, else toward the head, where it has room."""
    places[ball, 1] = y
    for direction in (1.0, -1.0):
        at = x
        while radius < at <= end:
            free = True
            for other in range(places.shape[0]):
                if other != ball and in_play[other] == -1:
                    dx, dy = places[other, 0] - at, places[other, 1] - y
                    free = free and dx * dx + dy * dy >= 4.0 * radius * radius
            if free:
                places[ball, 0] = at
                return
            at += direction * _SPOT_STEP_M
    places[ball, 0] = x


def next_situation(
    situation: Situation,
    names: tuple[str, ...],
    outcomes: Outcomes,
    e: int,
    change: Callable[[Situation, bool], Situation] = lambda situation, stays: situation,
) -> Situation | None:
    """What execution e leaves: balls, hand, fouls in a row and points, then the game's own `change`.

    `change` gets the new situation and whether the same player stays at the table.
    """
    code = outcomes.code[e]
    if code in (WON, LOST):
        return None
    balls = {
        name: (float(outcomes.places[e, i, 0]), float(outcomes.places[e, i, 1]))
        for i, name in enumerate(names)
        if outcomes.in_play[e, i] == -1
    }
    hand: Hand = HANDS[outcomes.hand[e]]  # type: ignore[assignment]
    if hand != "none":
        balls.pop(CUE, None)
    stays, mine = code == CONTINUES, situation.shooter == "me"
    fouls = situation.shooter_fouls + 1 if code == FOUL else 0
    gained = int(outcomes.points[e])
    ours, others = (gained, 0) if gained >= 0 else (0, -gained)
    next_one = replace(
        situation,
        layout=replace(situation.layout, balls=balls),
        shooter=situation.shooter if stays else ("them" if mine else "me"),
        in_hand=hand,
        push_out="none",
        my_fouls=fouls if mine else situation.my_fouls,
        their_fouls=situation.their_fouls if mine else fouls,
        my_points=situation.my_points + (ours if mine else others),
        their_points=situation.their_points + (others if mine else ours),
    )
    return change(next_one, bool(stays))


def columns(names: tuple[str, ...], balls: Sequence[str]) -> Bools:
    """(n,) bool, which of `names` are among these balls."""
    return np.isin(np.array(names), np.array(balls))


def lowest_on_table(outcomes: Outcomes) -> Bools:
    """(m, n) the first object ball in play, for games played in the balls' order."""
    on_table = outcomes.on_table()
    lowest = np.zeros_like(on_table)
    lowest[np.arange(len(on_table)), np.argmax(on_table, axis=1)] = True
    return lowest & on_table


def fouls_end_turn(code: NDArray[np.int8], legal: Bools, potted: Bools) -> None:
    """Fill the codes of a pool shot that is neither won nor lost: pots continue, misses pass, the rest are fouls."""
    code[:] = np.where(legal, np.where(potted, CONTINUES, TURN_OVER), FOUL)
