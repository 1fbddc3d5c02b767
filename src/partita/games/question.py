"""Who asks: a situation with both players in their seats."""

from dataclasses import dataclass

from partita.games.situation import Situation
from partita.players.stroke_model import StrokeModel


@dataclass(frozen=True)
class Question:
    """A situation, and both players: me and the opponent. What is worked out is the shooter's, whoever that is."""

    situation: Situation
    me: StrokeModel
    them: StrokeModel

    @property
    def i_shoot(self) -> bool:
        """Whether it is me who is at the table."""
        return self.situation.shooter == "me"

    @property
    def shooter(self) -> StrokeModel:
        """Whoever is at the table."""
        return self.me if self.i_shoot else self.them

    @property
    def other(self) -> StrokeModel:
        """The player who waits."""
        return self.them if self.i_shoot else self.me

    def mine(self, chance: float) -> float:
        """My chance, from the shooter's."""
        return chance if self.i_shoot else 1.0 - chance
