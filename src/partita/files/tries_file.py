"""Logged tries as CSV: one a line, places in diamonds, numbers as players count them (`docs/formats.md`).

A wrong line is named by its number, and nothing of the file is taken.
"""

import csv
import io
from collections.abc import Sequence

from partita.errors import Problem, Refused, refuse
from partita.files.csv_rows import csv_text
from partita.kicks.tries import MOST_TRIES, Try, check_try
from partita.table.diamonds import diamonds, metres
from partita.table.spec import TableSpec

COLUMNS = ("kind", "cue_x", "cue_y", "rails", "aim", "arrival", "side", "height", "speed_mps", "counted_from")
_OPTIONAL = {"side": "0", "height": "0.4", "speed_mps": "2.4", "counted_from": "foot"}
_MOST_TOLD = 8


def read_tries(text: str, table: TableSpec, name: str = "tries") -> list[Try]:
    """The tries of a CSV file with a heading. `Refused` names every wrong line, up to eight."""
    reader = csv.DictReader(io.StringIO(text))
    heading = [column.strip() for column in reader.fieldnames or []]
    needed = [column for column in COLUMNS if column not in _OPTIONAL]
    if missing := [column for column in needed if column not in heading]:
        raise refuse(f"{name}: line 1", f"the heading lacks {', '.join(missing)}", f"Columns: {', '.join(COLUMNS)}.")
    found: list[Try] = []
    problems: list[Problem] = []
    for row in reader:
        if len(found) == MOST_TRIES:
            raise refuse(
                f"{name}: line {reader.line_num}", f"there are more than {MOST_TRIES} tries", "Split the file."
            )
        try:
            found.append(_try_of(row, table, f"{name}: line {reader.line_num}"))
        except Refused as refused:
            problems += refused.problems
    if problems:
        raise Refused(*problems[:_MOST_TOLD])
    return found


def _try_of(row: dict[str, str], table: TableSpec, where: str) -> Try:
    given = {key.strip(): (value or "").strip() for key, value in row.items() if isinstance(value, str)}
    values = _OPTIONAL | {key: value for key, value in given.items() if value}
    numbers = {}
    for column in ("cue_x", "cue_y", "aim", "arrival", "side", "height", "speed_mps"):
        try:
            numbers[column] = float(values.get(column, ""))
        except ValueError:
            raise refuse(f"{where} {column}", f"“{values.get(column, '')[:20]}” is no number", "Use 18.5.") from None
    cue = metres(table, numbers["cue_x"], numbers["cue_y"])
    rails = tuple(values.get("rails", "").split())
    tried = Try(
        values.get("kind", ""), cue, rails, numbers["aim"], numbers["arrival"], numbers["side"], numbers["height"],
        numbers["speed_mps"], values["counted_from"],
    )  # fmt: skip
    return check_try(table, tried, where)


def write_tries(tries: Sequence[Try], table: TableSpec) -> str:
    """The reverse of `read_tries`."""
    return csv_text(COLUMNS, [_cells(tried, table) for tried in tries])


def _cells(tried: Try, table: TableSpec) -> tuple[str, ...]:
    x, y = diamonds(table, *tried.cue)
    return (
        tried.kind, f"{x:.3f}", f"{y:.3f}", " ".join(tried.route), f"{tried.aim:g}", f"{tried.arrival:g}",
        f"{tried.side:g}", f"{tried.height:g}", f"{tried.speed_mps:g}", tried.counted_from,
    )  # fmt: skip
