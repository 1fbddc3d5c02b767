"""What attempts say of a player: his errors with intervals, his level, what follows, and what does not fit."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.players.measuring import prior
from partita.players.measuring.agreement import Disagreement, disagreements
from partita.players.measuring.asked import MADE, asked_at
from partita.players.measuring.executed import chances, executed_of, widths_of
from partita.players.measuring.follows import run_out_chance
from partita.players.measuring.posterior import Posterior
from partita.players.measuring.stations import STATIONS
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# How much each error tells of a level as a whole: what halving it wins, summed over levels. Source: trials,
# docs/measuring.md.
_TELLS = np.array([0.45, 0.35, 0.05, 0.15])
# A single error is named when its interval is narrower than so many levels.
_NAMED_WITHIN = 1.5
_LONG_POT, _LONG_POTS, _SEED = "long-straight", 8192, 23
# Intervals no farther apart than this on either side of a level are that level.
_AT_A_LEVEL = 0.2


@dataclass(frozen=True)
class Estimate:
    """A value with the interval that holds posterior.SHARE of what is possible."""

    value: float
    low: float
    high: float


@dataclass(frozen=True)
class ErrorEstimate:
    """One error: in its own unit, and as a place on the line of levels; `known` when it is worth naming by itself."""

    name: str
    amount: Estimate
    level: Estimate
    known: bool


@dataclass(frozen=True)
class Report:
    """What is known of a stroke.

    attempts : counted or not; counts_for : what they count for after forgetting
    level : 0 professional ... 4 beginner; run_out, long_pot : chances
    """

    model: StrokeModel
    attempts: int
    counts_for: float
    errors: tuple[ErrorEstimate, ...]
    level: Estimate
    run_out: Estimate
    long_pot: Estimate
    disagrees: tuple[Disagreement, ...]


def report_of(posterior: Posterior, table: TableSpec, like: StrokeModel = PRESETS["league"]) -> Report:
    """The report of a posterior; table : on which the long pot is played."""
    particles = posterior.particles
    levels = prior.level_of(particles[:, 1:])
    errors = tuple(
        _error(posterior, name, particles[:, 1 + k], levels[:, k]) for k, name in enumerate(prior.ERRORS)
    )  # fmt: skip
    return Report(
        model=posterior.stroke(like),
        attempts=sum(tally.count for tally in posterior.tallies),
        counts_for=sum(tally.counted for tally in posterior.tallies),
        errors=errors,
        level=_estimate(posterior, level_at(particles[:, 1:])),
        run_out=_estimate(posterior, run_out_chance(particles)),
        long_pot=_estimate(posterior, long_pot_chance(posterior, table, like)),
        disagrees=tuple(disagreements(posterior)),
    )


def _estimate(posterior: Posterior, values: Floats) -> Estimate:
    return Estimate(posterior.mean(values), *posterior.interval(values))


def _error(posterior: Posterior, name: str, logs: Floats, levels: Floats) -> ErrorEstimate:
    in_logs, level = _estimate(posterior, logs), _estimate(posterior, levels)
    amount = Estimate(*(float(np.exp(value)) for value in (in_logs.value, in_logs.low, in_logs.high)))
    return ErrorEstimate(name, amount, level, level.high - level.low < _NAMED_WITHIN)


def long_pot_chance(posterior: Posterior, table: TableSpec, like: StrokeModel) -> Floats:
    """(k,) chance of each stroke to make the long straight pot of the stations."""
    particles = posterior.particles
    asked = asked_at(STATIONS[_LONG_POT], table)
    chosen = np.random.default_rng(_SEED).choice(len(particles), 48, p=posterior.weights)
    executed = executed_of(asked, particles[chosen], like, _LONG_POTS, _SEED)
    return np.asarray(chances(executed, widths_of(particles, asked, like))[MADE])


def level_at(logs: Floats) -> Floats:
    """(k,) the level as a whole, 0 professional ... 4 beginner, of (k, errors) logarithms of errors."""
    return np.asarray(prior.level_of(logs) @ _TELLS)


def level_words(level: Estimate) -> str:
    """A level in words: "league", or "between strong league and league".

    >>> level_words(Estimate(2.5, 2.1, 2.9))
    'between strong league and league'
    """
    nearest = round(min(max(level.value, 0.0), 4.0))
    if abs(level.value - nearest) <= _AT_A_LEVEL or not 0.0 < level.value < 4.0:
        return prior.LEVELS[nearest]
    low = int(np.floor(level.value))
    return f"between {prior.LEVELS[low]} and {prior.LEVELS[low + 1]}"


def range_words(level: Estimate) -> str:
    """From where to where a level is likely to be.

    >>> range_words(Estimate(2.5, 2.1, 3.4))
    'strong league to league'
    """
    low, high = (prior.LEVELS[round(min(max(one, 0.0), 4.0))] for one in (level.low, level.high))
    return low if low == high else f"{low} to {high}"
