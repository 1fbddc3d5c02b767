"""The verdict: the best line told, a group of lines of which it does not matter which is played, or neither."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from partita.weighing.doubt import doubt_between
from partita.weighing.weighed import Weighed

# Of a normal error, what it exceeds one time in forty, and one in twenty.
TWO_SIDED, ONE_SIDED = 1.959964, 1.644854
# A lead that nobody minds, rack chance.
ENOUGH = 0.02


@dataclass(frozen=True)
class Verdict:
    """kind : the best one is told; any of a group, none of which is far behind; or more is not known

    lines : how many, from the first on, cannot be told from it, itself among them
    bound : by how much rack chance any of them is behind at most, nineteen times in twenty
    """

    kind: Literal["best", "group", "open"]
    lines: int
    bound: float


def verdict_of(lines: Sequence[Weighed], game: str) -> Verdict:
    """The verdict on lines, best first."""
    leads = [doubt_between(lines[0], line, game) for line in lines[1:]]
    return verdict([(lead, doubt.whole) for lead, doubt in leads])


def is_close(lead: float, deviation: float) -> bool:
    """Whether a lead cannot be told from nothing."""
    return lead <= TWO_SIDED * deviation


def verdict(leads: Sequence[tuple[float, float]]) -> Verdict:
    """The same from the first line's leads on each of the others, with their standard deviations.

    >>> verdict([(0.05, 0.01)]).kind, verdict([(0.005, 0.005)]).kind, verdict([(0.005, 0.05)]).kind
    ('best', 'group', 'open')
    """
    close = [(lead, deviation) for lead, deviation in leads if is_close(lead, deviation)]
    if not close:
        return Verdict("best", 1, 0.0)
    bound = max(lead + ONE_SIDED * deviation for lead, deviation in close)
    return Verdict("group" if bound <= ENOUGH else "open", 1 + len(close), bound)
