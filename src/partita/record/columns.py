"""Many entries as arrays, one row a decision, in the order in which they were made."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from partita.record.choices import CHOICES
from partita.record.entry import Entry
from partita.record.shots import SHOTS

Floats = NDArray[np.float64]
Codes = NDArray[np.int64]
# Fields of an entry that are numbers, or truths as 0 and 1; nan where there is none.
NUMBERS = (
    "value", "best", "cost", "stroke", "attacks", "make", "made", "foul", "fouled", "open_shot", "left_open",
    "turn_make", "turn_point", "guess", "better",
)  # fmt: skip
FIELDS = ("choice", "shot", *NUMBERS)
_CHOICE_CODES = {name: code for code, name in enumerate(CHOICES)}
_SHOT_CODES = {name: code for code, name in enumerate(SHOTS)}


@dataclass(frozen=True)
class Columns:
    """k decisions: (k,) each. choice, shot : places in CHOICES and SHOTS; rack : its number, -1 for none."""

    choice: Codes
    shot: Codes
    rack: Codes
    numbers: dict[str, Floats]

    def __len__(self) -> int:
        return len(self.choice)

    def __getattr__(self, name: str) -> Floats:
        try:
            return self.numbers[name]
        except KeyError:
            raise AttributeError(name) from None


def columns_of(rows: Iterable[Sequence[Any]]) -> Columns:
    """From rows of FIELDS in their order, then the rack or None."""
    turned = list(zip(*rows, strict=True)) or [()] * (len(FIELDS) + 1)
    choice = np.array([_CHOICE_CODES[name] for name in turned[0]], dtype=np.int64)
    shot = np.array([_SHOT_CODES[name] for name in turned[1]], dtype=np.int64)
    rack = np.array([-1 if one is None else one for one in turned[-1]], dtype=np.int64)
    # None becomes nan.
    numbers = {name: np.array(turned[2 + k], dtype=np.float64) for k, name in enumerate(NUMBERS)}
    return Columns(choice, shot, rack, numbers)


def columns_from(entries: Sequence[Entry], racks: Sequence[int | None] | None = None) -> Columns:
    """From entries, each of a rack or of none."""
    of = racks if racks is not None else [None] * len(entries)
    return columns_of([
        [*(getattr(entry, name) for name in FIELDS), rack] for entry, rack in zip(entries, of, strict=True)
    ])  # fmt: skip
