"""An option: an intention and the stroke found for it, before it is weighed."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.physics.stroke import Stroke
from partita.table.spec import CUSHIONS


@dataclass(frozen=True)
class Intention:
    """What a stroke does when played without error, read from its trace.

    kind : "pot", "safety", "kick-safety", "kick-pot", "bank", "combination" or "foul"
    target : the ball hit first; potted : the ball that drops, with its pocket
    route : cushions of the cue ball before the first contact
    fullness : 1 full, 0.5 half, 0 a graze; hit_side : the side of the target that is hit, as the
        shooter sees it
    """

    kind: str
    target: str | None
    potted: str | None
    pocket: str | None
    route: tuple[str, ...]
    fullness: float
    hit_side: str


@dataclass(frozen=True)
class Option:
    """A stroke with the name it earned. `contact_m` and `cut_rad` are those of the first contact."""

    stroke: Stroke
    intention: Intention
    contact_m: float
    cut_rad: float
    name: str
    detail: str
    source: str

    @property
    def attacks(self) -> bool:
        """True when the stroke is meant to pot a ball."""
        return self.intention.potted is not None


def route_of(code: int) -> tuple[str, ...]:
    """Cushion names from the ROUTE fact (base 5, the first cushion in the highest place)."""
    names: list[str] = []
    while code > 0:
        names.insert(0, CUSHIONS[code % 5 - 1])
        code //= 5
    return tuple(names)


def strokes_array(strokes: list[Stroke]) -> NDArray[np.float64]:
    """(m, 5) rows for the simulator."""
    return np.array([stroke.row() for stroke in strokes]).reshape(-1, 5)
