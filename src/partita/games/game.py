"""What every game's rules must answer."""

from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from partita.games.situation import Situation
from partita.physics.simulate import Executions
from partita.table.geometry import Bed

# What an execution does to the rack, for the player who shot.
WON, CONTINUES, TURN_OVER, FOUL, LOST = range(5)


@dataclass(frozen=True)
class Outcomes:
    """Judged executions.

    code : (m,) int8, one of WON, CONTINUES, TURN_OVER, FOUL, LOST
    places : (m, n, 2) m, where the balls lie for whoever shoots next (balls respotted)
    in_play : (m, n) int8, -1 on the table, -2 off it; after FOUL the cue ball is in hand
    """

    code: NDArray[np.int8]
    places: NDArray[np.float64]
    in_play: NDArray[np.int8]


class Game(Protocol):
    """The rules of one game."""

    name: str
    balls: tuple[str, ...]

    def check(self, situation: Situation) -> None:
        """Refuse a situation that cannot arise in this game."""

    def legal_targets(self, situation: Situation) -> tuple[str, ...]:
        """The balls that may be hit first."""

    def judge(self, situation: Situation, names: tuple[str, ...], shots: Executions, bed: Bed) -> Outcomes:
        """What each execution does under the rules."""
