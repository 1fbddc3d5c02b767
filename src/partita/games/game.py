"""What every game's rules must answer."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from partita.games.situation import Situation
from partita.physics.simulate import Executions
from partita.table.geometry import Bed

# What an execution does to the rack, for the player who shot. CHOICE: the other player may play on, or hand
# the situation back.
WON, CONTINUES, TURN_OVER, FOUL, LOST, CHOICE = range(6)
NOT_IN_HAND, ANYWHERE, BEHIND_LINE = range(3)
HANDS = ("none", "anywhere", "behind-line")


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
    hand : (m,) int8, one of NOT_IN_HAND, ANYWHERE, BEHIND_LINE, for whoever shoots next
    points : (m,) int32, what the shooter gained, less what the other did
    group : (m,) int8, eight-ball: the shooter's group after it, 0 open, 1 solids, 2 stripes
    ball_on : (m,) int8, snooker: index in `snooker.BALLS_ON` of what is on next
    free_ball : (m,) bool, snooker: whether the next player has a free ball
    """

    code: NDArray[np.int8]
    places: NDArray[np.float64]
    in_play: NDArray[np.int8]
    hand: NDArray[np.int8]
    points: NDArray[np.int32]
    group: NDArray[np.int8]
    ball_on: NDArray[np.int8]
    free_ball: NDArray[np.bool_]

    def on_table(self) -> NDArray[np.bool_]:
        """(m, n) the object balls in play."""
        found = np.asarray(self.in_play == -1, dtype=np.bool_)
        found[:, 0] = False
        return found


class Game(Protocol):
    """The rules of one game."""

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

    def legal_targets(self, situation: Situation) -> tuple[str, ...]:
        """The balls that may be hit first."""

    def pots(self, situation: Situation) -> tuple[str, ...]:
        """The balls that are worth potting: after a legal contact one of them keeps the shooter at the table."""

    def judge(
        self, situation: Situation, names: tuple[str, ...], shots: Executions, calls: Sequence[Call], bed: Bed
    ) -> Outcomes:
        """What each execution does under the rules; one call for all of them, or one each."""

    def next_targets(self, situation: Situation, names: tuple[str, ...], outcomes: Outcomes) -> NDArray[np.bool_]:
        """(m, n) the balls that whoever shoots next may hit first, after each execution."""

    def after(self, situation: Situation, names: tuple[str, ...], outcomes: Outcomes, e: int) -> Situation | None:
        """The situation that execution e leaves for whoever shoots next; None when the rack is over."""
