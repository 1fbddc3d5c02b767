"""A season, or any part of one: where the racks go, and whether what was said came true."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.intervals import Chance, of_share
from partita.record.choices import CHOICES, FREE, NONE, kind_of
from partita.record.columns import Columns
from partita.record.reliability import Reliability, reliability_of
from partita.record.shots import SHOTS
from partita.record.sums import Mean, Part, mean_of, parts_of, sums_of


@dataclass(frozen=True)
class TurningUse:
    """How often one attacked where the make chance was above the turning point, and below it."""

    above: Chance
    above_count: int
    below: Chance
    below_count: int


@dataclass(frozen=True)
class Season:
    """What many decisions come to, in rack chance a decision.

    choice : given away by choosing; choice_a_rack : the same by racks; stroke : what a player one level better would
        have kept with the same strokes; luck : what came more than was expected
    untold : of what choices gave away the part of those that cannot be told from the best line one by one
    choices, shots : of choices and of strokes by kind, in racks a hundred decisions
    came : strokes as they came, by kind: what was lost against one's own average, luck and all
    """

    decisions: int
    racks: int
    choice: Mean
    choice_a_rack: Mean
    untold: Mean
    stroke: Mean
    luck: Mean
    choices: tuple[Part, ...]
    shots: tuple[Part, ...]
    came: tuple[Part, ...]
    makes: Reliability | None
    fouls: Reliability | None
    open_shots: Reliability | None
    guesses: Reliability | None
    turning: TurningUse | None


def season_of(rows: Columns) -> Season:
    """The sums of some decisions."""
    lost, shots = rows.better - rows.value, tuple(SHOTS)
    a_rack = sums_of(rows.cost, rows.rack)
    kinds = by_kind(rows)
    return Season(
        decisions=len(rows),
        racks=len(a_rack),
        choice=mean_of(rows.cost),
        choice_a_rack=mean_of(a_rack),
        untold=mean_of(np.where(_is_one_of(rows, FREE), rows.cost, 0.0)),
        stroke=mean_of(lost),
        luck=mean_of(rows.stroke),
        choices=tuple(part for part in kinds if part.kind not in NONE),
        shots=parts_of(lost, rows.shot, shots),
        came=parts_of(-rows.stroke, rows.shot, shots),
        makes=reliability_of(rows.make, rows.made),
        fouls=reliability_of(rows.foul, rows.fouled),
        open_shots=reliability_of(rows.open_shot, rows.left_open),
        guesses=reliability_of(rows.guess, np.where(np.isnan(rows.guess), np.nan, rows.made)),
        turning=_turning(rows),
    )


def by_kind(rows: Columns) -> tuple[Part, ...]:
    """What each kind of choices comes to, those told and those supposed together; what is no mistake costs nothing."""
    kinds = tuple(CHOICES)
    codes = np.array([kinds.index(kind_of(kind)) for kind in kinds])[rows.choice]
    return parts_of(np.where(_is_one_of(rows, NONE), 0.0, rows.cost), codes, kinds)


def _is_one_of(rows: Columns, kinds: tuple[str, ...]) -> NDArray[np.bool_]:
    return np.isin(rows.choice, [place for place, kind in enumerate(CHOICES) if kind in kinds])


def _turning(rows: Columns) -> TurningUse | None:
    """Where the best attack had a turning point."""
    known = ~np.isnan(rows.turn_point)
    if not known.any():
        return None
    attacks, above = rows.attacks[known], (rows.turn_make > rows.turn_point)[known]
    counts = int(above.sum()), int((~above).sum())
    return TurningUse(
        of_share(int(attacks[above].sum()), counts[0]), counts[0],
        of_share(int(attacks[~above].sum()), counts[1]), counts[1],
    )  # fmt: skip
