"""Samples: executions of one option, judged and valued."""

from dataclasses import dataclass, fields

import numpy as np
from numpy.typing import NDArray

# How executions end, in the order in which they are always shown.
ENDINGS = ("won", "made_in_shape", "made_in_trouble", "nothing_left", "left_a_shot", "foul", "lost")
WON_NOW, IN_SHAPE, IN_TROUBLE, NOTHING_LEFT, LEFT_A_SHOT, FOULED, LOST_NOW = range(7)
# From this make chance on, a player has a shot worth the name. Source: a judgement, no source.
OPEN_SHOT = 0.5

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Samples:
    """n executions of one option.

    value : (n,) rack chance of the shooter after the execution; ending : (n,) index in ENDINGS
    made : (n,) bool, legally potted; called : (n,) bool, and the ball that is meant in the pocket that is meant
    next_make, next_visible : (n,) best make chance and visible share of the target for whoever shoots next
    scratch : (n,) pocket of the cue ball, -1 none
    cue, target : (n, 2) m, where the cue ball and the first legal target rest
    cushions : (n,) fewest cushions by which whoever shoots next reaches a ball on, 0 when one can be seen
    hidden_by : (n,) the ball in its way, an index of the situation's names; 0 when it can be seen
    """

    value: Floats
    ending: NDArray[np.int8]
    made: NDArray[np.bool_]
    called: NDArray[np.bool_]
    next_make: Floats
    next_visible: Floats
    scratch: NDArray[np.int8]
    cue: Floats
    target: Floats
    cushions: NDArray[np.int8]
    hidden_by: NDArray[np.int8]

    def __len__(self) -> int:
        return len(self.value)

    def joined(self, other: "Samples") -> "Samples":
        """These samples and the others."""
        pairs = ((getattr(self, f.name), getattr(other, f.name)) for f in fields(self))
        return Samples(*(np.concatenate(pair) for pair in pairs))

    def part(self, which: slice) -> "Samples":
        """Some of them."""
        return Samples(*(getattr(self, f.name)[which] for f in fields(self)))

    def shares(self) -> dict[str, float]:
        """Share of each ending; they add to one."""
        counts = np.bincount(self.ending, minlength=len(ENDINGS))
        return {name: float(count) / len(self) for name, count in zip(ENDINGS, counts, strict=True)}

    def value_by_ending(self) -> dict[str, float]:
        """Mean rack chance within each ending that occurred."""
        return {
            name: float(self.value[self.ending == code].mean())
            for code, name in enumerate(ENDINGS)
            if np.any(self.ending == code)
        }
