"""Attempts: one stream, which the measure, drills and recorded shots feed; checked, and weighed by how old they are."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.players.measuring.asked import (
    FAR_THICK,
    FAR_THIN,
    IN_A_POCKET,
    MADE,
    THICK,
    THIN,
    Asked,
    asked_at,
    rest_cell,
)
from partita.players.measuring.stations import Station, station_named
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# Outcomes of a pot, and the cells that each stands for. Right and left are what thick and thin are at a straight pot.
POT_OUTCOMES: dict[str, tuple[int, ...]] = {
    "made": (MADE,),
    "thick": (THICK,),
    "thin": (THIN,),
    "far thick": (FAR_THICK,),
    "far thin": (FAR_THIN,),
    "near": (THICK, THIN),
    "wide": (FAR_THICK, FAR_THIN),
    "missed": (THICK, THIN, FAR_THICK, FAR_THIN),
}
# A ball that did not get there tells nothing of the aim: it may be written down, and is not counted.
SHORT = "short"
POCKETED = "pocketed"
MOST_ATTEMPTS = 10_000
# Attempts of later sittings by which one has lost half its weight; and how many a stream counts for at most, since
# neither the simulator nor the table is known better than that. Sources: trials, docs/measuring.md; a judgement.
HALF_LIFE = 150.0
COUNTS_FOR = 400.0


@dataclass(frozen=True)
class Attempt:
    """One attempt: at a station, or at a shot of its own; the cells of what became of it; and its sitting.

    sitting : a number that grows with time: attempts of one sitting are of one age
    table : on which a station was played; None: the one that the others were
    """

    at: Station | Asked
    cells: tuple[int, ...]
    sitting: int = 0
    table: TableSpec | None = None


def attempt_at(
    station: str,
    outcome: str = "",
    rest: tuple[float, float] | None = None,
    sitting: int = 0,
    where: str = "attempt",
    table: TableSpec | None = None,
) -> Attempt | None:
    """An attempt at a station, checked; None for one that does not count.

    outcome : one of POT_OUTCOMES at a pot, or SHORT; rest : diamonds, where a lone cue ball came to rest
    Raises `Refused` for an outcome that the station cannot have.
    """
    asked = station_named(station, f"{where} station")
    if asked.is_pot:
        if rest is not None:
            raise refuse(f"{where} x, y", f"{asked.name} is a pot: its place of rest tells nothing", _pot_words())
        if outcome == SHORT:
            return None
        if outcome not in POT_OUTCOMES:
            raise refuse(f"{where} outcome", f"“{outcome[:30]}” is none of {asked.name}", _pot_words())
        return Attempt(asked, POT_OUTCOMES[outcome], sitting, table)
    if rest is None and outcome == POCKETED:
        return Attempt(asked, (IN_A_POCKET,), sitting, table)
    if rest is None or outcome:
        said = f"“{outcome[:30]}” is none of {asked.name}" if outcome else f"{asked.name} needs a place of rest"
        raise refuse(f"{where} outcome", said, f"Give x and y in diamonds, or “{POCKETED}”.")
    return Attempt(asked, (_cell_of(rest, where),), sitting, table)


def _cell_of(rest: tuple[float, float], where: str) -> int:
    for name, value, most in (("x", rest[0], 8.0), ("y", rest[1], 4.0)):
        if not (math.isfinite(value) and 0.0 <= value <= most):
            raise refuse(f"{where} {name}", f"{value:.4g} is off the table", f"Use 0 to {most:g} diamonds.")
    return rest_cell(*rest)


def _pot_words() -> str:
    return f"Use {', '.join(POT_OUTCOMES)} or {SHORT}."


def weights_of(attempts: Sequence[Attempt]) -> Floats:
    """(n,) how much each attempt counts, by how many later sittings hold; not more than COUNTS_FOR in all."""
    if not attempts:
        return np.zeros(0)
    sittings = np.array([attempt.sitting for attempt in attempts])
    later = np.array([np.sum(sittings > sitting) for sitting in np.unique(sittings)])
    age = later[np.searchsorted(np.unique(sittings), sittings)]
    weights = 0.5 ** (age / HALF_LIFE)
    return np.asarray(weights * min(1.0, COUNTS_FOR / weights.sum()))


@dataclass(frozen=True)
class Tally:
    """All attempts at one shot asked for: what was asked, its name, and the cells of each with its weight.

    cells : counted weight by set of cells; count : attempts; counted : their weights' sum
    """

    name: str
    station: Station | None
    asked: Asked
    cells: dict[tuple[int, ...], float]
    raw: dict[tuple[int, ...], int]

    @property
    def count(self) -> int:
        """Attempts."""
        return sum(self.raw.values())

    @property
    def counted(self) -> float:
        """What they count for."""
        return sum(self.cells.values())

    def log_likelihood(self, logs_of: Floats) -> Floats:
        """(k,) from (cells, k) chances, lapses included."""
        return np.asarray(
            sum(
                weight * np.log(logs_of[list(cells)].sum(axis=0)) for cells, weight in sorted(self.cells.items())
            )
        )  # fmt: skip


def tallies_of(attempts: Sequence[Attempt], table: TableSpec) -> list[Tally]:
    """Attempts by what was asked; in the order of stations, so that the order of attempts tells nothing."""
    found: dict[object, Tally] = {}
    for attempt, weight in zip(attempts, weights_of(attempts), strict=True):
        key, name, station, asked = _what(attempt, table)
        tally = found.setdefault(key, Tally(name, station, asked, {}, {}))
        tally.cells[attempt.cells] = tally.cells.get(attempt.cells, 0.0) + float(weight)
        tally.raw[attempt.cells] = tally.raw.get(attempt.cells, 0) + 1
    return sorted(found.values(), key=lambda tally: (tally.name, tally.asked.table.name))


def _what(attempt: Attempt, table: TableSpec) -> tuple[object, str, Station | None, Asked]:
    """What tells one tally from another, its name, its station, and what was asked."""
    if isinstance(attempt.at, Station):
        on = attempt.table or table
        return (attempt.at.key, on), attempt.at.name, attempt.at, asked_at(attempt.at, on)
    return id(attempt.at), "A shot of your own", None, attempt.at
