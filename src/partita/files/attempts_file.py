"""Attempts as CSV or JSON: a station and what became of it, one a row (`docs/formats.md`).

A wrong line is named by its number, and nothing of the file is taken.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any

from partita.errors import Problem, Refused, refuse
from partita.files.csv_rows import csv_rows, csv_text
from partita.files.json_text import finite_json, size_of
from partita.files.locate import Lines
from partita.players.measuring.attempts import MOST_ATTEMPTS, Attempt, attempt_at

COLUMNS = ("station", "outcome", "x", "y", "sitting")
LARGEST_BYTES = 2_000_000
_MOST_TOLD = 8
_MOST_SITTINGS = 1_000_000


@dataclass(frozen=True)
class WrittenAttempt:
    """An attempt as it is written: outcome, or x and y in diamonds; sitting : a number that grows with time."""

    station: str
    outcome: str = ""
    x: float | None = None
    y: float | None = None
    sitting: int = 0

    def checked(self, where: str = "attempt") -> Attempt | None:
        """The attempt; None where it does not count. `Refused` where it cannot be."""
        if (self.x is None) != (self.y is None):
            raise refuse(f"{where} x, y", "one of them is missing", "Give both, in diamonds, or neither.")
        rest = None if self.x is None or self.y is None else (self.x, self.y)
        return attempt_at(self.station, self.outcome, rest, self.sitting, where)


def read_attempts(text: str, name: str = "attempts") -> list[WrittenAttempt]:
    """The attempts of a file, CSV with a heading or JSON. `Refused` names every wrong line, up to eight."""
    if size_of(text) > LARGEST_BYTES:
        raise refuse(name, "the file is too large", f"Give up to {MOST_ATTEMPTS} attempts, {LARGEST_BYTES // 1000} kB.")
    rows: Iterable[tuple[str, dict[str, Any]]]
    rows = _json_rows(text, name) if text.lstrip()[:1] in ("{", "[") else csv_rows(text, name, COLUMNS, ("station",))
    found: list[WrittenAttempt] = []
    problems: list[Problem] = []
    for where, row in rows:
        if len(found) == MOST_ATTEMPTS:
            raise refuse(where, f"there are more than {MOST_ATTEMPTS} attempts", "Split the file.")
        try:
            written = _written(row, where)
            written.checked(where)
            found.append(written)
        except Refused as refused:
            problems += refused.problems
    if problems:
        raise Refused(*problems[:_MOST_TOLD])
    return found


def _json_rows(text: str, name: str) -> Iterable[tuple[str, dict[str, Any]]]:
    document = finite_json(text, name)
    rows, path = (document.get("attempts"), ("attempts",)) if isinstance(document, dict) else (document, ())
    if not isinstance(rows, list):
        raise refuse(name, "there is no list of attempts", 'Give [{"station": "stop", "outcome": "made"}, ...].')
    lines = Lines(text)
    for place, row in enumerate(rows):
        where = f"{name}: line {lines.nearest((*path, place))}"
        if not isinstance(row, dict):
            raise refuse(where, "it is not an object", _columns())
        if strange := [key for key in row if key not in COLUMNS]:
            raise refuse(where, f"there is no field “{strange[0][:30]}”", _columns())
        yield where, {key: value for key, value in row.items() if value is not None}


def _written(row: dict[str, Any], where: str) -> WrittenAttempt:
    return WrittenAttempt(
        _text(row.get("station", ""), f"{where} station"), _text(row.get("outcome", ""), f"{where} outcome"),
        _number(row, "x", where), _number(row, "y", where), _sitting(row, where),
    )  # fmt: skip


def _text(value: object, where: str) -> str:
    if not isinstance(value, str):
        raise refuse(where, f"{str(value)[:30]} is no text", "Write it as a word.")
    return value


def _number(row: dict[str, Any], column: str, where: str) -> float | None:
    if column not in row:
        return None
    value = row[column]
    try:
        if isinstance(value, bool):
            raise ValueError
        return float(value)
    except (TypeError, ValueError, OverflowError):
        raise refuse(f"{where} {column}", f"“{str(value)[:20]}” is no number", "Use diamonds, as 3.5.") from None


def _sitting(row: dict[str, Any], where: str) -> int:
    value = _number(row, "sitting", where) or 0.0
    if not (0 <= value <= _MOST_SITTINGS and value == int(value)):
        raise refuse(f"{where} sitting", f"{value:g} is none", "Use a whole number that grows with time, from 0.")
    return int(value)


def _columns() -> str:
    return f"Columns: {', '.join(COLUMNS)}; outcome, or x and y in diamonds."


def write_attempts(attempts: Sequence[WrittenAttempt]) -> str:
    """Attempts as CSV."""
    places = [["" if v is None else f"{v:g}" for v in (one.x, one.y)] for one in attempts]
    return csv_text(COLUMNS, [
        (one.station, one.outcome, *place, one.sitting) for one, place in zip(attempts, places, strict=True)
    ])  # fmt: skip
