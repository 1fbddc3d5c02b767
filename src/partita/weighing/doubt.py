"""Doubt: what the figures of a weighing may be off by, and the intervals that own up to it.

Three parts, as standard deviations of a rack chance:

- *sampling*: so many executions and no more;
- *search*: another seed finds a slightly better or worse stroke of the same shot;
- *model*: the leaves are valued by an evaluation, not played out. How an option ends says how far that can be off: each
  ending's leaves are off together, by TAU of their log odds, so by `share x v (1 - v) x tau` of the rack chance, where
  v is the rack chance inside the ending. What is won or lost now is not in doubt.

A difference of two lines has a doubt of its own, which is what one decides by: the same draws serve both, and the
leaves of the same position are off alike (TOGETHER, a correlation) as far as they end alike.

All numbers are measured against racks played out, by `./partita bench odds`; the card `doubt.json` says how well the
intervals then cover.
"""

import json
import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path

from partita.intervals import Chance, of_difference, of_mean
from partita.weighing.samples import ENDINGS, Samples
from partita.weighing.weighed import Weighed

CARD = Path(__file__).with_name("doubt.json")
_Z = 1.959964
# Where nothing was measured of a game, what was measured of all.
_ANY = "any"


@dataclass(frozen=True)
class Doubts:
    """What was measured of one game.

    tau : by ending, standard deviation of the log odds of its leaves; together : correlation of two lines' errors
    search_attack, search_safe : standard deviation of the rack chance of the stroke that is found for a shot
    ahead, ahead_between : by strokes looked ahead, what is left of the model's part of a chance, and of a difference
    """

    tau: Mapping[str, float]
    together: float
    search_attack: float
    search_safe: float
    ahead: Mapping[str, float] = field(default_factory=dict)
    ahead_between: Mapping[str, float] = field(default_factory=dict)

    def left(self, one: Weighed) -> float:
        """What is left of the model's part of a line's doubt."""
        return self.ahead.get(str(one.ahead.strokes), 1.0)

    def left_between(self, one: Weighed, other: Weighed) -> float:
        """The same of a difference of two lines: as far as the one is known that was looked at less."""
        return self.ahead_between.get(str(min(one.ahead.strokes, other.ahead.strokes)), 1.0)

    @property
    def left_deepest(self) -> float:
        """The same of lines that were looked at as deep as was measured."""
        return min(self.ahead_between.values(), default=1.0)


@dataclass(frozen=True)
class Doubt:
    """Standard deviations of a rack chance, or of a difference of two: sampling, search of the stroke, model."""

    sampling: float
    search: float
    model: float

    @property
    def whole(self) -> float:
        """All three together, in squares."""
        return math.sqrt(self.sampling**2 + self.search**2 + self.model**2)

    def halves(self) -> tuple[float, float, float]:
        """Half the width of the interval of 95 % that each part alone would make."""
        return _Z * self.sampling, _Z * self.search, _Z * self.model

    def around(self, value: float, least: float = 0.0) -> Chance:
        """The interval of 95 % about a rack chance; least : the lower end of its range, -1 for a difference."""
        half = _Z * self.whole
        return Chance(value, max(least, value - half), min(1.0, value + half))


@cache
def doubts_of(game: str) -> Doubts:
    """What was measured of a game."""
    games = json.loads(CARD.read_text(encoding="utf-8"))["games"]
    return Doubts(**games.get(game, games[_ANY]))


def weights_of(samples: Samples) -> dict[str, float]:
    """By ending: by how much the rack chance moves when the log odds of all its leaves move by one."""
    shares, inside = samples.shares(), samples.value_by_ending()
    return {
        name: shares[name] * inside[name] * (1.0 - inside[name]) if name in inside else 0.0
        for name in ENDINGS
        if name not in ("won", "lost")
    }


def doubt_of(line: Weighed, game: str) -> Doubt:
    """How far the rack chance of one line may be off."""
    doubts, samples = doubts_of(game), line.samples
    sampling = math.hypot(_sampling(of_mean(samples.value)), line.ahead.error)
    return Doubt(sampling, _search(doubts, line), doubts.left(line) * _model(doubts, weights_of(samples)))


def doubt_between(one: Weighed, other: Weighed, game: str) -> tuple[float, Doubt]:
    """How much rack chance one line has on another, and how far that may be off.

    Pair by pair where both were played with the same draws.
    """
    doubts, ours, theirs = doubts_of(game), one.samples, other.samples
    if one.confirmed == other.confirmed and len(ours) == len(theirs):
        sampling = _sampling(of_difference(ours.value - theirs.value))
    else:
        sampling = math.hypot(*(_sampling(of_mean(samples.value)) for samples in (ours, theirs)))
    sampling = math.hypot(sampling, one.ahead.error, other.ahead.error)
    search = math.hypot(_search(doubts, one), _search(doubts, other))
    model = doubts.left_between(one, other) * model_between(doubts, weights_of(ours), weights_of(theirs))
    return one.value - other.value, Doubt(sampling, search, model)


def model_between(doubts: Doubts, one: Mapping[str, float], other: Mapping[str, float]) -> float:
    """The model's part of a difference: what is off alike cancels as far as two lines end alike."""
    apart = {name: one[name] - other[name] for name in one}
    alone = math.hypot(_model(doubts, one), _model(doubts, other))
    return math.sqrt(doubts.together * _model(doubts, apart) ** 2 + (1.0 - doubts.together) * alone**2)


def _model(doubts: Doubts, weights: Mapping[str, float]) -> float:
    return math.sqrt(sum((doubts.tau[name] * weight) ** 2 for name, weight in weights.items()))


def _search(doubts: Doubts, line: Weighed) -> float:
    """A stroke of the user's own was not looked for."""
    if line.option.source == "own":
        return 0.0
    return doubts.search_attack if line.option.attacks else doubts.search_safe


def _sampling(chance: Chance) -> float:
    """Standard deviation behind an interval; its wider side, where the other was cut off at 0 or 1."""
    return max(chance.high - chance.value, chance.value - chance.low) / _Z
