"""Work that says how far it is: a generator of shares done, 0..1, whose return value is the result."""

from collections.abc import Generator, Iterable, Iterator
from typing import TypeVar

Result = TypeVar("Result")
Row = TypeVar("Row")
Steps = Generator[float, None, Result]


def at_once(steps: Steps[Result]) -> Result:
    """The result, for who does not ask how far it is."""
    while True:
        try:
            next(steps)
        except StopIteration as done:
            return done.value  # type: ignore[no-any-return]


def between(low: float, high: float, steps: Steps[Result]) -> Steps[Result]:
    """The same steps as a part of something longer."""
    while True:
        try:
            share = next(steps)
        except StopIteration as done:
            return done.value  # type: ignore[no-any-return]
        yield low + (high - low) * share


def counted(rows: Iterable[Row], count: int, every: int = 50) -> Iterator[tuple[float | None, Row]]:
    """Each row, with the share done where it is time to say it.

    >>> [share for share, _ in counted("abcd", 4, every=2)]
    [0.0, None, 0.5, None]
    """
    for place, row in enumerate(rows):
        yield (place / count if place % every == 0 else None), row
