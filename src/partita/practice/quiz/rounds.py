"""Which positions a round has: those that cost most come again soonest, and new ones of the kinds that cost most.

A position that was decided well waits twice as long each time; one that was not comes with the next round. The boxes of
Leitner, So lernt man lernen (1972), from memory.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from partita.practice.quiz.kinds import KINDS
from partita.practice.quiz.score import AS_GOOD

ROUND = 10
# At most this share of a round is seen again; rack chance a decision that every kind is taken to cost at first, with
# the weight of so many answers, so that no kind dies out and one bad answer is no habit. Judgements, no source.
_AGAIN, _COSTS_AT_FIRST, _AT_FIRST = 0.5, 0.02, 4
_LONGEST_WAIT = 16


@dataclass(frozen=True)
class Met:
    """An answer that was given: the position, its kind, in which round (rising numbers), and what it cost."""

    key: str
    kind: str
    round: int
    cost: float


def drawn(positions: Mapping[str, str], met: Sequence[Met], seed: int, count: int = ROUND) -> list[str]:
    """The keys of a round's positions, mixed. positions : kind by key; met : all answers so far.

    Fewer than `count` only where there are no more positions.
    """
    rng, now = np.random.default_rng(seed), max((one.round for one in met), default=0) + 1
    waits = _waits(met, now)
    due = sorted((key for key, left in waits.items() if left <= 0 and key in positions), key=lambda k: (waits[k], k))
    again = due[: int(_AGAIN * count)]
    unseen = [key for key in positions if key not in waits]
    chosen = [*again, *_by_kind(unseen, positions, costs_by_kind(met), rng, count - len(again))]
    # Nothing new is left: what is longest due, then what is nearest to it.
    rest = sorted((key for key in positions if key not in chosen), key=lambda k: (waits.get(k, 0), k))
    chosen += rest[: count - len(chosen)]
    return [chosen[k] for k in rng.permutation(len(chosen))]


def costs_by_kind(met: Sequence[Met]) -> dict[str, float]:
    """What each kind of position is taken to cost, rack chance a decision."""
    found = {}
    for kind in KINDS:
        costs = [one.cost for one in met if one.kind == kind]
        found[kind] = (sum(costs) + _AT_FIRST * _COSTS_AT_FIRST) / (len(costs) + _AT_FIRST)
    return found


def _waits(met: Sequence[Met], now: int) -> dict[str, int]:
    """Rounds until each position that was met is due again; zero and less: it is."""
    well: dict[str, int] = {}
    last: dict[str, int] = {}
    for one in sorted(met, key=lambda one: one.round):
        well[one.key] = well.get(one.key, 0) + 1 if one.cost <= AS_GOOD else 0
        last[one.key] = one.round
    return {key: last[key] + min(_LONGEST_WAIT, 2 ** well[key]) - now for key in well}


def _by_kind(
    keys: Sequence[str], kinds: Mapping[str, str], costs: Mapping[str, float], rng: np.random.Generator, count: int
) -> list[str]:
    """So many of the keys, each drawn as its kind costs, without putting back."""
    left, found = sorted(keys), list[str]()
    while left and len(found) < count:
        present = sorted({kinds[key] for key in left})
        weights = np.array([costs[kind] for kind in present])
        kind = present[int(rng.choice(len(present), p=weights / weights.sum()))]
        same = [key for key in left if kinds[key] == kind]
        found.append(same[int(rng.integers(len(same)))])
        left.remove(found[-1])
    return found
