"""The ways of playing one shot: strokes that a player would tell apart, and which of them to advise.

A line of the ledger is a decision; a way is a stroke. Where two ways cannot be told apart by the samples the simpler
stroke is advised: power, side, draw and a raised butt cost accuracy, and what costs less when the hand is off is worth
more than the model sees (common practice, no source).
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from partita.options.fold import fold
from partita.options.naming import SIDE_R, pace_word
from partita.options.option import Option
from partita.physics.stroke import Stroke
from partita.physics.travel import lengths_travelled
from partita.table.spec import TableSpec
from partita.weighing.samples import Samples

# Ways that are kept of a shot; a lead in rack chance that counts however unsure it is, and one that never does.
MOST_WAYS, _WORTH_IT, _NOTHING = 5, 0.006, 0.002


@dataclass(frozen=True)
class Way:
    """One way of playing a line's shot, with samples of the same draws as the line's first ones.

    ahead : (n,) its rack chance less the advised stroke's, draw by draw; alike : it cannot be told apart from it
    """

    option: Option
    samples: Samples
    ahead: np.ndarray[tuple[int], np.dtype[np.float64]]
    alike: bool


def way_of(option: Option, table: TableSpec) -> tuple[object, ...]:
    """What a player would call the same way: tip and speed in words, and the cue ball's cushions afterwards."""
    stroke, intention = option.stroke, option.intention
    side = math.copysign(1, stroke.side) if abs(stroke.side) >= SIDE_R else 0
    return intention.style, pace_word(lengths_travelled(table, stroke.speed_mps)), side, intention.after


def effort(stroke: Stroke) -> float:
    """How much a stroke asks for: speed, side, draw or follow, and a raised butt; only for ordering."""
    off_centre = 2.0 * abs(stroke.side) + 1.5 * max(0.0, abs(stroke.height) - 0.15)
    return stroke.speed_mps / 2.0 + off_centre + stroke.elevation_deg / 10.0


def ways_among(members: Sequence[int], field: Sequence[Option], table: TableSpec) -> list[int]:
    """Of strokes of one shot, best first, the best of each way, as many as are kept."""
    return fold(members, lambda i: way_of(field[i], table), 1)[:MOST_WAYS]


def advised_of(ways: Sequence[int], field: Sequence[Option], samples: Mapping[int, Samples]) -> int:
    """The simplest of the ways that cannot be told apart from the best; all have the same draws."""
    count = min(len(samples[i]) for i in ways)
    values = {i: samples[i].value[:count] for i in ways}
    best = max(ways, key=lambda i: float(values[i].mean()))
    alike = [i for i in ways if cannot_be_told_apart(values[best] - values[i])]
    return min(alike, key=lambda i: effort(field[i].stroke))


def cannot_be_told_apart(ahead: np.ndarray[tuple[int], np.dtype[np.float64]]) -> bool:
    """Whether a lead, draw by draw, is next to nothing, or neither sure nor large."""
    lead, error = float(ahead.mean()), float(ahead.std()) / math.sqrt(len(ahead))
    return lead <= _NOTHING or (lead <= 1.96 * error and lead <= _WORTH_IT)
