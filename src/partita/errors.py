"""The one family of errors for input that is refused: what, where, and what would be accepted."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Problem:
    """One thing wrong with an input.

    >>> print(Problem("ball 3", "it overlaps ball 5 by 4.2 mm", "Move one of them apart."))
    ball 3: it overlaps ball 5 by 4.2 mm. Move one of them apart.
    """

    where: str
    what: str
    accepted: str = ""
    # The place in the document that was read, where there is one: names and places of lists from 0.
    path: tuple[str | int, ...] = ()

    def __str__(self) -> str:
        sentence = f"{self.where}: {self.what}" if self.where else self.what
        return f"{sentence}. {self.accepted}" if self.accepted else f"{sentence}."


class Refused(ValueError):
    """Input that cannot be used. Carries every problem found, so that all are mended in one go."""

    def __init__(self, *problems: Problem) -> None:
        super().__init__(" ".join(str(problem) for problem in problems))
        self.problems = problems


def refuse(where: str, what: str, accepted: str = "", path: tuple[str | int, ...] = ()) -> Refused:
    """Shorthand for the common case of a single problem."""
    return Refused(Problem(where, what, accepted, path))
