"""Do the attempts fit the model: stations that say otherwise than the rest, and misses that go to one side.

Each shot asked for is held against what the others alone foresee: its share made, or how far from the mark the cue ball
came to rest. A p-value is of the posterior predictive distribution with that shot left out (Gelman et al., Bayesian
Data Analysis, 3rd edition, sections 6.3 and 7.2, from memory). Misses to one side are a sign test against the shares
that the simulation gives each side.
"""

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from partita.players.measuring.asked import (
    FAR_THICK,
    FAR_THIN,
    IN_A_POCKET,
    MADE,
    REST_CELLS,
    THICK,
    THIN,
    Asked,
    cell_place,
    mark_of,
)
from partita.players.measuring.attempts import Tally
from partita.players.measuring.posterior import Posterior

Floats = NDArray[np.float64]
Sign = Literal["fewer", "more", "wider", "closer", "thick", "thin", "long", "short", "left", "right"]
# Fewer attempts than these contradict nothing; beyond chance means rarer than this, both ways, shared by what is asked.
_LEAST_ATTEMPTS, _LEAST_MISSES = 5, 6
_RARE, _RARE_SIDE = 0.05, 0.02
_TRIES, _SEED = 4000, 11
# Rests within this many diamonds of the mark are neither long nor short.
_AT_THE_MARK = 0.3


@dataclass(frozen=True)
class Disagreement:
    """A shot whose attempts the rest does not foresee: how, in figures and by which sign, and how rare that is."""

    name: str
    key: str
    sign: Sign
    found: str
    expected: str
    p: float


def disagreements(posterior: Posterior) -> list[Disagreement]:
    """Everything that contradicts, the rarest first."""
    found = []
    named = [k for k, tally in enumerate(posterior.tallies) if tally.station is not None]
    for k in named:
        if posterior.tallies[k].count >= _LEAST_ATTEMPTS:
            found += _against_the_rest(posterior, k, _RARE / max(1, len(named) - 1)) if len(named) > 1 else []
            found += _to_one_side(posterior, k)
    return sorted(found, key=lambda one: one.p)


def _without(posterior: Posterior, k: int) -> Floats:
    """Weights with one tally left out."""
    logs = np.log(np.maximum(posterior.weights, 1e-300))
    logs = logs - posterior.tallies[k].log_likelihood(posterior.tables[k])
    weights = np.exp(logs - logs.max())
    return np.asarray(weights / weights.sum())


def _against_the_rest(posterior: Posterior, k: int, rare: float) -> list[Disagreement]:
    tally, table = posterior.tallies[k], posterior.tables[k]
    foreseen = _drawn(_without(posterior, k), table, tally.count)
    statistic, words = (_made, _made_words) if tally.asked.is_pot else (_distance, _distance_words)
    values = np.array([statistic(tally.asked, one) for one in foreseen])
    mine = statistic(tally.asked, _counts(tally, len(table)))
    tail = min(np.mean(values <= mine), np.mean(values >= mine))
    p = min(1.0, 2.0 * float(tail))
    if p >= rare:
        return []
    low, high = np.quantile(values, [0.1, 0.9])
    more = mine > float(np.median(values))
    sign: Sign = ("more" if more else "fewer") if tally.asked.is_pot else ("wider" if more else "closer")
    return [Disagreement(tally.name, _key(tally), sign, words(mine, tally.count), words((low, high), tally.count), p)]


def _drawn(weights: Floats, table: Floats, count: int) -> NDArray[np.int64]:
    """(_TRIES, cells) outcomes that the model foresees of so many attempts."""
    rng = np.random.default_rng(_SEED)
    chosen = rng.choice(len(weights), _TRIES, p=weights)
    shares = table[:, chosen].T
    return np.asarray(rng.multinomial(count, shares / shares.sum(axis=1, keepdims=True)))


def _counts(tally: Tally, cells: int) -> NDArray[np.int64]:
    """(cells,) attempts by cell; what stands for several cells is put in the first."""
    found = np.zeros(cells, dtype=np.int64)
    for some, count in tally.raw.items():
        found[some[0]] += count
    return found


def _made(_: Asked, counts: NDArray[np.int64]) -> float:
    return float(counts[MADE])


def _distance(asked: Asked, counts: NDArray[np.int64]) -> float:
    """Mean distance from the mark, diamonds; a cue ball in a pocket is left out."""
    return float(counts[:IN_A_POCKET] @ _distances(asked) / max(1, counts[:IN_A_POCKET].sum()))


def _distances(asked: Asked) -> Floats:
    mark = mark_of(asked)
    return np.array([np.hypot(x - mark[0], y - mark[1]) for x, y in map(cell_place, range(IN_A_POCKET))])


def _made_words(made: float | tuple[float, float], count: int) -> str:
    if isinstance(made, tuple):
        low, high = round(made[0]), round(made[1])
        return f"{low} of {count}" if low == high else f"{low} to {high} of {count}"
    return f"{made:.0f} of {count}"


def _distance_words(distance: float | tuple[float, float], count: int) -> str:
    if isinstance(distance, tuple):
        return f"{distance[0]:.1f} to {distance[1]:.1f} diamonds from the mark"
    return f"{distance:.1f} diamonds from the mark"


def _to_one_side(posterior: Posterior, k: int) -> list[Disagreement]:
    tally, shares = posterior.tallies[k], posterior.tables[k] @ posterior.weights
    found = []
    for (minus, plus), (less, more) in _sides(tally.asked):
        few = sum(count for cells, count in tally.raw.items() if set(cells) <= minus)
        many = sum(count for cells, count in tally.raw.items() if set(cells) <= plus)
        expected = float(shares[list(plus)].sum() / (shares[list(plus)].sum() + shares[list(minus)].sum()))
        p = _sign_test(many, few + many, expected)
        if few + many >= _LEAST_MISSES and p < _RARE_SIDE:
            over = many > expected * (few + many)
            said = f"{many if over else few} of {few + many}"
            usual = f"about {round((expected if over else 1 - expected) * (few + many))}"
            found.append(Disagreement(tally.name, _key(tally), more if over else less, said, usual, p))
    return found


def _sides(asked: Asked) -> list[tuple[tuple[set[int], set[int]], tuple[Sign, Sign]]]:
    """Cells on either side, with what those sides are called."""
    if asked.is_pot:
        names: tuple[Sign, Sign] = ("right", "left") if asked.is_straight else ("thick", "thin")
        return [(({THICK, FAR_THICK}, {THIN, FAR_THIN}), names)]
    # A lone cue ball comes back from the foot rail: short of the mark is nearer to that rail.
    mark, cells = mark_of(asked), range(REST_CELLS - 1)
    short = {cell for cell in cells if cell_place(cell)[0] > mark[0] + _AT_THE_MARK}
    long = {cell for cell in cells if cell_place(cell)[0] < mark[0] - _AT_THE_MARK}
    return [((short, long), ("short", "long"))]


def _sign_test(hits: int, count: int, share: float) -> float:
    """Two-sided p-value of so many hits, by doubling the smaller tail of the binomial distribution."""
    if count == 0:
        return 1.0
    logs = [0.0]
    for k in range(count):
        logs.append(logs[-1] + float(np.log(count - k) - np.log(k + 1)))
    terms = np.exp(np.array(logs) + np.arange(count + 1) * np.log(share) + np.arange(count, -1, -1) * np.log1p(-share))
    return min(1.0, 2.0 * float(min(terms[: hits + 1].sum(), terms[hits:].sum())))


def _key(tally: Tally) -> str:
    return tally.station.key if tally.station else ""
