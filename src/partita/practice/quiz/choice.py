"""A choice in the quiz, as a player makes it by pressing, and the line of a ledger that it is."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, Protocol

from partita.errors import refuse
from partita.options.naming import POCKET_WORDS
from partita.physics.stroke import Stroke, check_stroke

Meant = Literal["pot", "safe", "stroke"]
MEANT: tuple[Meant, ...] = ("pot", "safe", "stroke")
Place = tuple[float, float]
# A safety of the ledger is the one that is meant when both balls rest this near, diamonds, to where they should.
NEAR_DIAMONDS = 1.0


@dataclass(frozen=True)
class Choice:
    """What a player would play, and how often he makes it.

    meant : a ball potted into a pocket; safe off a ball, which and the cue ball should rest at ball_to and cue_to,
        diamonds; or a stroke of his own
    make : 0..1, how often he says that it goes in
    """

    meant: Meant
    ball: str | None = None
    pocket: str | None = None
    cue_to: Place | None = None
    ball_to: Place | None = None
    stroke: Stroke | None = None
    make: float | None = None


@dataclass(frozen=True)
class Rests:
    """Where a safety's two balls come to rest, diamonds."""

    cue: Place
    ball: Place

    def off(self, choice: Choice) -> float:
        """How far, diamonds, the worse of both is from where the choice wants it."""
        wanted = ((self.cue, choice.cue_to), (self.ball, choice.ball_to))
        return max(math.dist(place, to) for place, to in wanted if to is not None)


class Seen(Protocol):
    """What of a ledger's line tells whether it is a choice."""

    @property
    def target(self) -> str | None:
        """The ball hit first."""

    @property
    def potted(self) -> str | None:
        """The ball that drops."""

    @property
    def pocket(self) -> str | None:
        """Its pocket."""

    @property
    def rests(self) -> Rests | None:
        """Where both balls come to rest; none where one of them drops."""


def checked(choice: Choice, balls: Sequence[str]) -> Choice:
    """The choice itself, when it can be made among these balls; else `Refused`."""
    if choice.meant not in MEANT:
        raise refuse("choice meant", f"“{str(choice.meant)[:20]}” is none", f"Use {', '.join(MEANT)}.")
    if choice.make is not None and not 0 <= choice.make <= 1:
        raise refuse("choice make", f"{choice.make:g} is no chance", "Use 0 to 1.")
    if choice.meant == "stroke":
        if choice.stroke is None:
            raise refuse("choice stroke", "there is none", "Aim one first.")
        check_stroke(choice.stroke)
        return choice
    if choice.ball not in balls:
        raise refuse("choice ball", f"ball {str(choice.ball)[:20]} is not on the table", f"Use {', '.join(balls)}.")
    if choice.meant == "pot" and choice.pocket not in POCKET_WORDS:
        raise refuse("choice pocket", "there is none", f"Use {', '.join(POCKET_WORDS)}.")
    if choice.meant == "safe":
        _check_place("cue_to", choice.cue_to)
        _check_place("ball_to", choice.ball_to)
    return choice


def _check_place(name: str, place: Place | None) -> None:
    if place is None or not (0 <= place[0] <= 8 and 0 <= place[1] <= 4):
        raise refuse(f"choice {name}", "it is no place on the table", "Use 0 to 8 and 0 to 4 diamonds.")


def found(choice: Choice, lines: Sequence[Seen]) -> int | None:
    """The place, from 0, of the ledger's line that a choice is; None where it has none and must be weighed afresh."""
    if choice.meant == "pot":
        pots = (k for k, line in enumerate(lines) if (line.potted, line.pocket) == (choice.ball, choice.pocket))
        return next(pots, None)
    if choice.meant == "safe":
        off = {
            k: line.rests.off(choice)
            for k, line in enumerate(lines)
            if line.potted is None and line.target == choice.ball and line.rests is not None
        }
        near = min(off, key=lambda k: (off[k], k), default=None)
        return near if near is not None and off[near] <= NEAR_DIAMONDS else None
    return None
