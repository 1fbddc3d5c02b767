"""A situation: a layout with what the rules need to know about it."""

from dataclasses import dataclass, replace
from typing import Literal

from partita.errors import refuse
from partita.table.layout import CUE, Layout

Shooter = Literal["me", "them"]


@dataclass(frozen=True)
class Situation:
    """Who is at the table, with what, under which rules."""

    layout: Layout
    game: str = "nine-ball"
    shooter: Shooter = "me"
    ball_in_hand: bool = False
    my_fouls: int = 0
    their_fouls: int = 0

    @property
    def shooter_fouls(self) -> int:
        """Consecutive fouls of the player at the table."""
        return self.my_fouls if self.shooter == "me" else self.their_fouls

    def with_cue_at(self, place: tuple[float, float]) -> "Situation":
        """The same situation with the cue ball placed, m, and no longer in hand."""
        layout = replace(self.layout, balls={CUE: place, **{n: p for n, p in self.layout.balls.items() if n != CUE}})
        return replace(self, layout=layout, ball_in_hand=False)


def check_cue_ball(situation: Situation) -> None:
    """A cue ball must be on the table, unless it is in hand."""
    if CUE not in situation.layout.balls and not situation.ball_in_hand:
        raise refuse("layout", "the cue ball is not on the table", "Place it, or say ball in hand.")
