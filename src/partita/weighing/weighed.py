"""What a weighing has found so far: its lines, each an option with its samples, and what they hang on."""

from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from partita.options.option import Option
from partita.weighing.changes import Changes
from partita.weighing.match_view import MatchView
from partita.weighing.rater import Rater
from partita.weighing.samples import FOULED, LEFT_A_SHOT, LOST_NOW, NOTHING_LEFT, WON_NOW, Samples
from partita.weighing.ways import Way

# An attack that is missed without a foul and then mostly leaves nothing is two-way; one that
# hardly ever goes in, or hardly ever fails, is not.
_TWO_WAY_NOTHING, _TWO_WAY_MOST = 0.6, 0.88
# What makes less than this is no attack.
LEAST_ATTACK = 0.12
# A safety that pots a ball this often is two-way as well.
_SAFE_THAT_POTS = 0.15


@dataclass(frozen=True)
class Ahead:
    """What looking ahead says of a line.

    strokes : how far it was looked, 0 where only others were; rollouts : how many of them
    shift, error : what is added to the rack chance that the glance gives, with its standard deviation
    """

    strokes: int
    rollouts: int
    shift: float
    error: float


NOT_AHEAD = Ahead(0, 0, 0.0, 0.0)


@dataclass(frozen=True)
class Weighed:
    """One option with its samples; `confirmed` when they were drawn afresh at the end.

    ways : the ways of playing the shot, the advised one first; empty where they were not held against each other
    ahead : what was found by looking ahead
    """

    option: Option
    samples: Samples
    confirmed: bool = False
    ways: tuple[Way, ...] = ()
    ahead: Ahead = NOT_AHEAD

    @property
    def value(self) -> float:
        """Rack chance of the shooter."""
        return float(self.seen.value.mean())

    @cached_property
    def seen(self) -> Samples:
        """The samples with what looking ahead adds, spread over those in which the rack goes on."""
        goes_on = ~np.isin(self.samples.ending, (WON_NOW, LOST_NOW))
        if self.ahead.shift == 0.0 or not goes_on.any():
            return self.samples
        added = self.ahead.shift / goes_on.mean()
        return replace(self.samples, value=np.clip(self.samples.value + added * goes_on, 0.0, 1.0))

    @property
    def makes(self) -> NDArray[np.bool_]:
        """(n,) where the shot made what it is meant to: of a safety, any ball."""
        return self.samples.called if self.option.attacks else self.samples.made

    @property
    def make(self) -> float:
        """How often that is."""
        return float(self.makes.mean())

    @property
    def fouls(self) -> float:
        """How often it fouls, or loses the rack."""
        return float(np.isin(self.samples.ending, (FOULED, LOST_NOW)).mean())

    @property
    def aim(self) -> str:
        """Attack, safe or two-way."""
        if not self.option.attacks:
            return "two-way" if self.make >= _SAFE_THAT_POTS else "safe"
        if self.make < LEAST_ATTACK:
            return "safe"
        missed = np.isin(self.samples.ending, (NOTHING_LEFT, LEFT_A_SHOT))
        nothing = float((self.samples.ending[missed] == NOTHING_LEFT).mean()) if missed.any() else 0.0
        both = nothing >= _TWO_WAY_NOTHING and self.make < _TWO_WAY_MOST
        return "two-way" if both else "attack"


@dataclass(frozen=True)
class Weighing:
    """The state of a weighing: its lines, best first, and how far it is.

    rater : of the situation as it was weighed, the cue ball placed; used : executions so far
    progress : 0..1; settled : the ranking stands; looked : it was looked ahead, as far as it goes
    changes, match : once settled, where there are any
    """

    rater: Rater
    seed: int
    lines: tuple[Weighed, ...]
    progress: float
    used: int
    settled: bool = False
    looked: bool = False
    changes: Changes | None = None
    match: MatchView | None = None
