"""What a player's answers in the quiz come to: what they cost, how well he estimates, where he gives most away."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.intervals import Chance, of_share
from partita.practice.quiz.kinds import KINDS
from partita.record.sums import Mean, Part, mean_of, parts_of

Floats = NDArray[np.float64]
# A choice within this of the best line, rack chance, is as good as it. A judgement, no source.
AS_GOOD = 0.02


@dataclass(frozen=True)
class Answer:
    """One answer: the kind of its position, what it cost in rack chance (0 where no difference can be told).

    said, made : how often he said that it goes in, and how often it does; None where nothing was to be made or said
    """

    kind: str
    cost: float
    said: float | None = None
    made: float | None = None


@dataclass(frozen=True)
class Estimates:
    """Said make chances against the ledger's. bias : mean of said less made, half its 95 % interval, None for one.

    off : mean size of the difference
    """

    count: int
    bias: float
    half: float | None
    off: float


@dataclass(frozen=True)
class Score:
    """Of some answers: the mean cost, the share as good as the best, the estimates, and cost by kind of position."""

    cost: Mean
    as_good: Chance
    estimates: Estimates | None
    kinds: tuple[Part, ...]


def score_of(answers: Sequence[Answer]) -> Score:
    """The score of answers; of none, nothing."""
    costs = np.array([answer.cost for answer in answers])
    codes = np.array([list(KINDS).index(answer.kind) for answer in answers], dtype=np.int64)
    return Score(
        mean_of(costs),
        of_share(int((costs <= AS_GOOD).sum()), len(costs)),
        _estimates(answers),
        parts_of(costs, codes, tuple(KINDS)),
    )


def _estimates(answers: Sequence[Answer]) -> Estimates | None:
    off = np.array([a.said - a.made for a in answers if a.said is not None and a.made is not None])
    if not len(off):
        return None
    half = 1.96 * float(off.std(ddof=1)) / math.sqrt(len(off)) if len(off) > 1 else None
    return Estimates(len(off), float(off.mean()), half, float(np.abs(off).mean()))
