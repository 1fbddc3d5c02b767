"""What a weighing has found so far: its lines, each an option with its samples, and what they hang on."""

from dataclasses import dataclass

import numpy as np

from partita.options.option import Option
from partita.weighing.changes import Changes
from partita.weighing.match_view import MatchView
from partita.weighing.rater import Rater
from partita.weighing.samples import LEFT_A_SHOT, NOTHING_LEFT, Samples
from partita.weighing.ways import Way

# An attack that is missed without a foul and then mostly leaves nothing is two-way; one that
# hardly ever goes in, or hardly ever fails, is not.
_TWO_WAY_NOTHING, _TWO_WAY_MAKE = 0.6, (0.08, 0.88)
# A safety that pots a ball this often is two-way as well.
_SAFE_THAT_POTS = 0.15


@dataclass(frozen=True)
class Weighed:
    """One option with its samples; `confirmed` when they were drawn afresh at the end.

    ways : the ways of playing the shot, the advised one first; empty where they were not held against each other
    """

    option: Option
    samples: Samples
    confirmed: bool = False
    ways: tuple[Way, ...] = ()

    @property
    def value(self) -> float:
        """Rack chance of the shooter."""
        return float(self.samples.value.mean())

    @property
    def aim(self) -> str:
        """Attack, safe or two-way."""
        if not self.option.attacks:
            return "two-way" if float(self.samples.made.mean()) >= _SAFE_THAT_POTS else "safe"
        missed = np.isin(self.samples.ending, (NOTHING_LEFT, LEFT_A_SHOT))
        nothing = float((self.samples.ending[missed] == NOTHING_LEFT).mean()) if missed.any() else 0.0
        low, high = _TWO_WAY_MAKE
        both = nothing >= _TWO_WAY_NOTHING and low < float(self.samples.made.mean()) < high
        return "two-way" if both else "attack"


@dataclass(frozen=True)
class Weighing:
    """The state of a weighing: its lines, best first, and how far it is.

    rater : of the situation as it was weighed, the cue ball placed; used : executions so far
    progress : 0..1; settled : the ranking stands; changes, match : once settled, where there are any
    """

    rater: Rater
    seed: int
    lines: tuple[Weighed, ...]
    progress: float
    used: int
    settled: bool = False
    changes: Changes | None = None
    match: MatchView | None = None
