"""What attempts at a drill come to: runs, shares by day with intervals, and whether that is what was expected."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import groupby

from partita.intervals import Chance, of_share
from partita.practice.drills.expected import Expected

# Fewer attempts are never said to be above or below what was expected.
FEWEST = 10
_Z = 1.959964


@dataclass(frozen=True)
class Try:
    """One attempt: the day, as a number that grows with time, the step from 0, and whether it did what was asked."""

    day: int
    step: int
    made: bool


@dataclass(frozen=True)
class Day:
    """A day's attempts at one step: how many were made, the share with its 95 % interval, the longest run."""

    day: int
    step: int
    attempts: int
    made: int
    share: Chance
    best_run: int


@dataclass(frozen=True)
class Held:
    """Attempts held against what is expected at their steps. stands : above, below, or as expected

    share : what was made, 95 %; expected : mean over the same attempts, low to high as far as the player is known
    """

    attempts: int
    share: Chance
    expected: Chance
    stands: str


def runs(made: Sequence[bool]) -> tuple[int, int]:
    """The run that goes on at the end, and the longest one.

    >>> runs([True, True, False, True])
    (1, 2)
    """
    best = now = 0
    for one in made:
        now = now + 1 if one else 0
        best = max(best, now)
    return now, best


def by_day(tries: Sequence[Try]) -> list[Day]:
    """Attempts in the order in which they were made, by day and step; a step come back to counts with itself."""
    found = []
    for day, same_day in groupby(tries, key=lambda one: one.day):
        of_day = list(same_day)
        for step in sorted({one.step for one in of_day}):
            made = [one.made for one in of_day if one.step == step]
            found.append(Day(day, step, len(made), sum(made), of_share(sum(made), len(made)), runs(made)[1]))
    return found


def held_against(tries: Sequence[Try], expected: Sequence[Expected]) -> Held | None:
    """Attempts against what is expected; None where nothing is expected at any of their steps."""
    known = [(one.made, expected[one.step].chance) for one in tries if one.step < len(expected)]
    pairs = [(made, chance) for made, chance in known if chance is not None]
    if not pairs:
        return None
    count = len(pairs)
    value, low, high = (sum(getattr(chance, name) for _, chance in pairs) / count for name in ("value", "low", "high"))
    made = sum(made for made, _ in pairs)
    # Of what chance alone does to as many attempts as these.
    spread = _Z * math.sqrt(max(value * (1 - value), 0.25 / count) / count)
    share = made / count
    stands = "as expected"
    if count >= FEWEST and share < low - spread:
        stands = "below"
    elif count >= FEWEST and share > high + spread:
        stands = "above"
    return Held(count, of_share(made, count), Chance(value, low, high), stands)
