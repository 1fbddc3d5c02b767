"""What a game tells of itself, what a shooter calls, and judged executions."""

from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from partita.games.judging import CHOICE, CONTINUES, FOUL, LOST, TURN_OVER, WON
from partita.games.situation import Situation
from partita.games.standing import ANYWHERE, BEHIND_LINE, HAND, HANDS, NOT_IN_HAND

__all__ = [
    "ANYWHERE", "BEHIND_LINE", "CHOICE", "CONTINUES", "FOUL", "HANDS", "LOST", "NOT_IN_HAND", "SAFETY", "TURN_OVER",
    "WON", "Call", "Game", "Outcomes",
]  # fmt: skip


@dataclass(frozen=True)
class Call:
    """What the shooter says he will do: ball and pocket (an index), a safety (no ball), or a push-out."""

    ball: str | None = None
    pocket: int = -1
    push_out: bool = False


SAFETY = Call()


@dataclass(frozen=True)
class Outcomes:
    """Judged executions.

    code : (m,) int8, one of WON, CONTINUES, TURN_OVER, FOUL, LOST, CHOICE
    places : (m, n, 2) m, where the balls lie for whoever shoots next (balls spotted)
    in_play : (m, n) int8, -1 on the table, -2 off it
    standing : (m, STANDING) the standing after it, seen from whoever shoots next
    points : (m,) what the shooter gained, less what the other did
    """

    code: NDArray[np.int8]
    places: NDArray[np.float64]
    in_play: NDArray[np.int8]
    standing: NDArray[np.int64]
    points: NDArray[np.int64]

    @property
    def hand(self) -> NDArray[np.int64]:
        """(m,) whether and where whoever shoots next has the cue ball in hand."""
        return self.standing[:, HAND]


class Game(Protocol):
    """One game: its balls and the situations that can be. Its rules are the kernels of its module."""

    @property
    def name(self) -> str:
        """The game's name in files."""

    @property
    def title(self) -> str:
        """The game's name for people."""

    @property
    def balls(self) -> tuple[str, ...]:
        """Every ball of the game, the cue ball first."""

    @property
    def variants(self) -> tuple[str, ...]:
        """Names of the settings in which leagues differ, the ordinary one first."""

    def check(self, situation: Situation) -> None:
        """Refuse a situation that cannot arise in this game."""
