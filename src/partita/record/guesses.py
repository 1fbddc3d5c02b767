"""What a player would play before he sees the ledger: told as he thinks of it, and found among its lines."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, Protocol

from partita.errors import refuse
from partita.options.naming import POCKET_WORDS

Meant = Literal["pot", "safe"]


@dataclass(frozen=True)
class Guess:
    """A shot that is thought best: a ball potted into a pocket, or safe off a ball; make : how often it goes in."""

    meant: Meant
    ball: str
    pocket: str | None = None
    make: float | None = None

    @property
    def words(self) -> str:
        """In words."""
        if self.meant == "safe":
            return f"Safe off the {self.ball}"
        return f"The {self.ball} into the {POCKET_WORDS[self.pocket or '']}"


class _Line(Protocol):
    @property
    def target(self) -> str | None: ...
    @property
    def potted(self) -> str | None: ...
    @property
    def pocket(self) -> str | None: ...


def checked(guess: Guess, balls: Sequence[str]) -> Guess:
    """The guess itself, when it can be; balls : those on the table. Else `Refused`."""
    if guess.ball not in balls:
        raise refuse("guess ball", f"ball {guess.ball[:20]} is not on the table", f"Use {', '.join(balls)}.")
    if guess.meant == "pot" and guess.pocket not in POCKET_WORDS:
        raise refuse("guess pocket", "there is none", f"Use {', '.join(POCKET_WORDS)}.")
    if guess.make is not None and not 0 <= guess.make <= 1:
        raise refuse("guess make", f"{guess.make:g} is no chance", "Use 0 to 1.")
    return guess


def is_it(guess: Guess, line: _Line) -> bool:
    """Whether a line of the ledger is what was guessed."""
    if guess.meant == "pot":
        return (line.potted, line.pocket) == (guess.ball, guess.pocket)
    return line.potted is None and line.target == guess.ball
