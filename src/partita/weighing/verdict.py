"""The verdict: the best line told, lines of which it does not matter which is played, or neither.

To know which line is the best one would have to know by how much; to know what to play it is enough that no other can
be much better. That is asked of the first line, with a difference that nobody minds. Source: selection within an
indifference zone, Bechhofer, Ann. Math. Statist. 25 (1954).
"""

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
    """kind : the best line is told; one may play any of a group, perhaps of one line; or more is not known

    lines : of a group how many, from the first on; else how many cannot be told from the first, itself among them
    bound : by how much rack chance one may lose by a line of the group, or else by the first, nineteen times in twenty
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


def at_most_better(lead: float, deviation: float) -> float:
    """By how much the other one is better at most, nineteen times in twenty; no less than nothing."""
    return max(0.0, ONE_SIDED * deviation - lead)


def verdict(leads: Sequence[tuple[float, float]]) -> Verdict:
    """The same from the first line's leads on each of the others, with their standard deviations.

    >>> verdict([(0.05, 0.01)]).kind, verdict([(0.0, 0.01)]).kind, verdict([(0.005, 0.05)]).kind
    ('best', 'group', 'open')
    """
    close = [one for one in leads if is_close(*one)]
    if not close:
        return Verdict("best", 1, 0.0)
    bound = max(at_most_better(*one) for one in leads)
    if bound > ENOUGH:
        return Verdict("open", 1 + len(close), bound)
    behind = [lead + ONE_SIDED * deviation for lead, deviation in leads]
    alike = next((place for place, most in enumerate(behind) if most > ENOUGH), len(behind))
    return Verdict("group", 1 + alike, max([bound, *behind[:alike]]))
