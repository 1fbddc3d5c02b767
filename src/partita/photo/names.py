"""Which ball is which: how each looks, held against how balls of a set look, and one best choice for all together.

A class is a Gaussian with heavy tails over the looks; covariances lean on that of all classes (Friedman, "Regularized
discriminant analysis", JASA 84, 1989; from memory). Of a pool set each number is there once, of snooker up to fifteen
reds; the best assignment is found by shortest augmenting paths (Jonker and Volgenant, Computing 38, 1987; from memory).
How much worse the best one without a name is tells how sure that name is.
"""

import json
from dataclasses import dataclass, field
from functools import cache
from importlib.resources import files

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
# Freedom of the tails; what one picture's margins are worth less than they say (fitted on training pictures).
_TAILS, _TEMPER = 6.0, 1.6
# A hall's own looks count fully from a few corrections on.
_HALF_LEARNED = 2.0


@dataclass(frozen=True)
class Classes:
    """Gaussians by kind of ball ("cue", "1", "red" ...): mean (d,) and factors with which looks become deviations."""

    mean: dict[str, Floats]
    whiten: dict[str, Floats]
    log_size: dict[str, float]

    def cost(self, looks: Floats, name: str, learned: "Learned") -> Floats:
        """(n,) minus the logarithm of how likely looks (n, d) are for a ball."""
        kind = kind_of(name)
        off = (looks - learned.mean(kind, self.mean[kind])) @ self.whiten[kind]
        square = (off**2).sum(axis=1)
        size = looks.shape[1]
        return np.asarray(0.5 * (_TAILS + size) * np.log1p(square / _TAILS) + self.log_size[kind])


@dataclass(frozen=True)
class Learned:
    """What corrections at one table taught: by kind the sum of looks (d,) and their number."""

    sums: dict[str, tuple[list[float], int]] = field(default_factory=dict)

    def mean(self, kind: str, usual: Floats) -> Floats:
        """The mean look of a kind here, between the usual one and what was seen."""
        if kind not in self.sums:
            return usual
        total, count = self.sums[kind]
        seen = np.array(total) / count
        return np.asarray(usual + (seen - usual) * count / (count + _HALF_LEARNED))

    def with_more(self, looks: Floats, names: list[str]) -> "Learned":
        """With the looks (n, d) of balls that somebody has named."""
        sums = dict(self.sums)
        for look, name in zip(looks, names, strict=True):
            total, count = sums.get(kind_of(name), ([0.0] * len(look), 0))
            sums[kind_of(name)] = ([one + float(more) for one, more in zip(total, look, strict=True)], count + 1)
        return Learned(sums)


@dataclass(frozen=True)
class Named:
    """A name for a ball, how surely it is that (0 to 1), and what it would be else."""

    name: str
    confidence: float
    otherwise: str


def kind_of(name: str) -> str:
    """All reds look alike."""
    return "red" if name.startswith("red") else name


@cache
def shipped() -> Classes:
    """The classes that come with the program (`partita.fitting.ball_looks`)."""
    text = files("partita.photo").joinpath("ball_looks.json").read_text(encoding="utf-8")
    return classes_of(
        {kind: (np.array(one["mean"]), np.array(one["spread"])) for kind, one in json.loads(text).items()}
    )


def classes_of(given: dict[str, tuple[Floats, Floats]]) -> Classes:
    """From means (d,) and covariances (d, d)."""
    whiten, sizes = {}, {}
    for kind, (_, spread) in given.items():
        lower = np.linalg.cholesky(np.linalg.inv(spread))
        whiten[kind], sizes[kind] = lower, -float(np.log(np.diag(lower)).sum())
    return Classes({kind: mean for kind, (mean, _) in given.items()}, whiten, sizes)


def named(
    looks: Floats, balls: tuple[str, ...], learned: Learned | None = None, classes: Classes | None = None
) -> list[Named]:
    """A name of a set for each of (n, d) looks; where there are more looks than names, "" for the least likely."""
    model, taught = classes or shipped(), learned or Learned()
    if not len(looks):
        return []
    cost = np.column_stack([model.cost(looks, name, taught) for name in balls]) / _TEMPER
    surplus = max(0, len(looks) - len(balls))
    if surplus:
        cost = np.column_stack([cost, np.full((len(looks), surplus), float(cost.max()) + 5.0)])
    chosen = assigned(cost)
    total = float(cost[np.arange(len(looks)), chosen].sum())
    found = []
    for k, column in enumerate(chosen):
        name = balls[column] if column < len(balls) else ""
        barred = cost.copy()
        alike = [j for j, other in enumerate(balls) if kind_of(other) == kind_of(name)] if name else [column]
        barred[k, alike] = 1e6
        second = assigned(barred)
        worse = float(barred[np.arange(len(looks)), second].sum()) - total
        other = balls[second[k]] if second[k] < len(balls) and worse < 1e5 else ""
        found.append(Named(name, float(1.0 / (1.0 + np.exp(-min(worse, 50.0)))) if name else 0.0, other))
    return found


def assigned(cost: Floats) -> list[int]:
    """For each row (n, m), n <= m, its column, so that the sum is least and no column is taken twice."""
    rows, columns = cost.shape
    u, v = np.zeros(rows + 1), np.zeros(columns + 1)
    row_of, back = np.zeros(columns + 1, dtype=int), np.zeros(columns + 1, dtype=int)
    for row in range(1, rows + 1):
        row_of[0], column = row, 0
        least, done = np.full(columns + 1, np.inf), np.zeros(columns + 1, dtype=bool)
        while row_of[column]:
            done[column] = True
            here = row_of[column]
            left = np.flatnonzero(~done[1:]) + 1
            reduced = cost[here - 1, left - 1] - u[here] - v[left]
            better = reduced < least[left]
            least[left[better]], back[left[better]] = reduced[better], column
            following = left[np.argmin(least[left])]
            step = least[following]
            u[row_of[done]] += step
            v[done] -= step
            least[~done] -= step
            column = int(following)
        while column:
            row_of[column] = row_of[back[column]]
            column = int(back[column])
    answer = [0] * rows
    for column in range(1, columns + 1):
        if row_of[column]:
            answer[row_of[column] - 1] = column - 1
    return answer
