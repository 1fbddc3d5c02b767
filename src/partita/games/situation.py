"""A situation: a layout with what the rules need to know about it."""

from dataclasses import dataclass, replace
from typing import Literal

from partita.errors import refuse
from partita.table.layout import CUE, Layout

Shooter = Literal["me", "them"]
Hand = Literal["none", "anywhere", "behind-line"]
PushOut = Literal["none", "allowed", "made"]


@dataclass(frozen=True)
class Situation:
    """Who is at the table, with what, under which rules.

    in_hand : whether the cue ball is in hand, and where it may be placed ("behind-line": behind the head
        string, or in the D on a snooker table)
    my_group : eight-ball; None while the table is open
    push_out : "allowed" on the shot after the break, "made" when the other player just pushed out
    my_points, their_points, points_to : straight pool and snooker; points_to is what wins at straight pool
    ball_on : snooker; "red", "colour" after a red, else the colour in sequence; free_ball after a foul
    """

    layout: Layout
    game: str = "nine-ball"
    variant: str = "standard"
    shooter: Shooter = "me"
    in_hand: Hand = "none"
    my_fouls: int = 0
    their_fouls: int = 0
    my_group: str | None = None
    push_out: PushOut = "none"
    my_points: int = 0
    their_points: int = 0
    points_to: int = 100
    ball_on: str | None = None
    free_ball: bool = False

    @property
    def object_balls(self) -> tuple[str, ...]:
        """All balls on the table but the cue ball."""
        return tuple(name for name in self.layout.balls if name != CUE)

    def with_cue_at(self, place: tuple[float, float]) -> "Situation":
        """The same situation with the cue ball placed, m, and no longer in hand."""
        layout = replace(self.layout, balls={CUE: place, **{n: p for n, p in self.layout.balls.items() if n != CUE}})
        return replace(self, layout=layout, in_hand="none")


def check_balls(situation: Situation, allowed: tuple[str, ...], game: str) -> None:
    """Only balls of the game, and a cue ball on the table unless it is in hand."""
    for name in situation.layout.balls:
        if name not in allowed:
            raise refuse(f"ball {name[:20]}", f"{game} has no such ball", f"Use {', '.join(allowed)}.")
    if CUE not in situation.layout.balls and situation.in_hand == "none":
        raise refuse("layout", "the cue ball is not on the table", "Place it, or say ball in hand.")
    if not situation.object_balls:
        raise refuse("layout", "there is no ball to play", "Place at least one object ball.")


def check_unused(situation: Situation, game: str, **meaningless: bool) -> None:
    """Refuse parts of a situation that this game does not have; `meaningless` says which are used."""
    for part, used in meaningless.items():
        if used:
            raise refuse(part, f"{game} has none", "Leave it out.")


def check_fouls(situation: Situation, most: int) -> None:
    """Consecutive fouls that can be, below the number that ends a rack."""
    for whose, fouls in (("my_fouls", situation.my_fouls), ("their_fouls", situation.their_fouls)):
        if not 0 <= fouls < most:
            accepted = f"Use 0 to {most - 1}; one more has its penalty." if most > 1 else "Use 0: they are not counted."
            raise refuse(whose, f"{fouls} fouls in a row cannot be", accepted)
