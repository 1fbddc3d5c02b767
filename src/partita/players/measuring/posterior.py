"""A stroke from attempts: strokes drawn from what is known before, weighed by how well each explains the outcomes.

The first pass weighs strokes of the prior, whose executions serve every player. Where few of them carry the weight, a
second pass draws strokes about the best of the first (Student's t) and simulates executions of their own: adaptive
importance sampling, Owen, Monte Carlo theory, methods and examples, chapter 10 (from memory). A lapse - a miscue, a
mis-tap - may end in any cell.
"""

from collections.abc import Generator, Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from partita.players.measuring import prior
from partita.players.measuring.asked import Asked, asked_at
from partita.players.measuring.attempts import Attempt, Tally, tallies_of
from partita.players.measuring.executed import Executed, chances, executed_of, widths_of
from partita.players.measuring.stations import Station
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
LAPSE = 0.03
# Intervals hold so much of the weight.
SHARE = 0.8
_FIRST, _SECOND = 2048, 1536
_SHARED, _OWN, _OF_A_SHOT = 12_288, 16_384, 2048
_SEED, _FREEDOM, _WIDER = 7, 5.0, 1.25
# Strokes that carry the weight, effectively, below which the second pass is needed: Kish's effective sample size.
ENOUGH = 600.0
_ROUNDS = 2
# How far it is after the first pass, and after each of the next.
_SHARES = (0.3, 0.7, 1.0)


@dataclass(frozen=True)
class Posterior:
    """Strokes (k, 5) with what each weighs, (k,) adding to one; the tallies, and the chances (cells, k) of each."""

    particles: Floats
    weights: Floats
    tallies: tuple[Tally, ...]
    tables: tuple[Floats, ...]

    @property
    def effective(self) -> float:
        """How many strokes carry the weight: Kish, Survey Sampling (1965)."""
        return float(1.0 / np.sum(self.weights**2))

    def mean(self, values: Floats) -> float:
        """Mean of (k,) values."""
        return float(self.weights @ values)

    def quantiles(self, values: Floats, at: Sequence[float]) -> list[float]:
        """Quantiles of (k,) values."""
        order = np.argsort(values)
        total = np.cumsum(self.weights[order])
        return [float(np.interp(share, total - 0.5 * self.weights[order], values[order])) for share in at]

    def interval(self, values: Floats) -> tuple[float, float]:
        """Where the middle SHARE of the weight lies."""
        low, high = self.quantiles(values, ((1 - SHARE) / 2, (1 + SHARE) / 2))
        return low, high

    def stroke(self, like: StrokeModel) -> StrokeModel:
        """The stroke in the middle, with the hand, reach and name of a player."""
        return prior.model_of(self.weights @ self.particles, like)


@dataclass(frozen=True)
class Progress:
    """How far a measure is, 0..1; the posterior when there is one."""

    done: float
    posterior: Posterior | None = None


def measure(
    attempts: Sequence[Attempt],
    table: TableSpec,
    like: StrokeModel = PRESETS["league"],
    near: str | None = None,
) -> Iterator[Progress]:
    """Yield how far it is and, after each pass, what is known of the stroke; the last is the answer.

    like : whose hand, reach and name it is; near : a level that the player names. Stop by not asking for the next one.
    """
    tallies = tallies_of(attempts, table)
    found = yield from _first(tallies, like, near)
    for turn in range(_ROUNDS):
        if not tallies or found.effective >= ENOUGH:
            break
        begins, ends = _SHARES[turn : turn + 2]
        yield Progress(begins, found)
        found = yield from _again(found, like, near, _SEED + 1 + turn, (begins, ends))
    yield Progress(1.0, found)


def measured(
    attempts: Sequence[Attempt], table: TableSpec, like: StrokeModel = PRESETS["league"], near: str | None = None
) -> Posterior:
    """The answer alone."""
    return [one.posterior for one in measure(attempts, table, like, near) if one.posterior is not None][-1]


@lru_cache(maxsize=1)
def first_particles() -> Floats:
    """The strokes of the first pass, the same for all players."""
    return prior.drawn(_FIRST, _SEED)


def with_lapses(table: Floats) -> Floats:
    """Chances of cells with a lapse in any of them."""
    return np.asarray((1 - LAPSE) * table + LAPSE / len(table))


@lru_cache(maxsize=48)
def _station_table(station: Station, table: TableSpec, hand: str, reach_m: float) -> Floats:
    """(cells, _FIRST) of a station; kept, since it is the same for all players who reach alike."""
    like = StrokeModel("", 0.1, 0.1, 0.02, 1.0, 0.2, 1.0, reach_m=reach_m, hand="left" if hand == "left" else "right")
    return _table_of(asked_at(station, table), first_particles(), first_particles(), like, _SHARED, _SEED)


def _table_of(asked: Asked, mixed: Floats, particles: Floats, like: StrokeModel, count: int, seed: int) -> Floats:
    executed: Executed = executed_of(asked, mixed, like, count, seed)
    return with_lapses(chances(executed, widths_of(particles, asked, like)))


def _first(tallies: Sequence[Tally], like: StrokeModel, near: str | None) -> Generator[Progress, None, Posterior]:
    particles, tables = first_particles(), []
    for k, tally in enumerate(tallies):
        yield Progress(_SHARES[0] * k / len(tallies))
        if tally.station is not None:
            tables.append(_station_table(tally.station, tally.asked.table, like.hand, like.reach_m))
        else:
            tables.append(_table_of(tally.asked, particles, particles, like, _OF_A_SHOT, _SEED + k))
    return _weighed(particles, prior.log_named(particles, near), tallies, tables)


def _weighed(particles: Floats, logs: Floats, tallies: Sequence[Tally], tables: Sequence[Floats]) -> Posterior:
    for tally, table in zip(tallies, tables, strict=True):
        logs = logs + tally.log_likelihood(table)
    weights = np.exp(logs - logs.max())
    return Posterior(particles, weights / weights.sum(), tuple(tallies), tuple(tables))


def _again(
    before: Posterior, like: StrokeModel, near: str | None, seed: int, shares: tuple[float, float]
) -> Generator[Progress, None, Posterior]:
    """The next pass, about where the one before has its weight."""
    particles, log_proposal = _about(before, np.random.default_rng(seed))
    logs = prior.log_density(particles) + prior.log_named(particles, near) - log_proposal
    inside = np.isfinite(logs)
    particles, logs, tables = particles[inside], logs[inside], []
    for k, tally in enumerate(before.tallies):
        yield Progress(shares[0] + (shares[1] - shares[0]) * k / len(before.tallies))
        count = _OWN if tally.station is not None else _OF_A_SHOT
        tables.append(_table_of(tally.asked, particles, particles, like, count, seed + 100 * k))
    return _weighed(particles, logs, before.tallies, tables)


def _about(before: Posterior, rng: np.random.Generator) -> tuple[Floats, Floats]:
    """Strokes from a multivariate Student's t about a posterior, and their log density, up to a constant."""
    middle = before.weights @ before.particles
    off = before.particles - middle
    spread = (off * before.weights[:, None]).T @ off + 1e-4 * np.eye(len(middle))
    root = _WIDER * np.linalg.cholesky(spread)
    normal = rng.standard_normal((_SECOND, len(middle)))
    drawn = normal / np.sqrt(rng.chisquare(_FREEDOM, _SECOND) / _FREEDOM)[:, None]
    size = len(middle)
    return middle + drawn @ root.T, -0.5 * (_FREEDOM + size) * np.log1p(np.sum(drawn**2, axis=1) / _FREEDOM)
