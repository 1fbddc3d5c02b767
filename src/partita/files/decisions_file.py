"""Decisions as CSV, one a line, in plain figures (`docs/formats.md`). A wrong line is named by its number and left
out."""

from collections.abc import Sequence
from dataclasses import fields
from datetime import date
from typing import Any

from pydantic import ValidationError

from partita.errors import Problem, Refused, refuse
from partita.files.csv_rows import csv_rows, csv_text
from partita.files.record_file import WrittenDecision, check_written
from partita.record.choices import CHOICES
from partita.record.entry import Entry
from partita.record.shots import SHOTS
from partita.weighing.samples import ENDINGS

_WORDS = ("date", "player", "opponent", "game", "table", "shot_name", "best_name", "token")
_KINDS = {"choice": tuple(CHOICES), "shot": tuple(SHOTS), "ending": ENDINGS}
_TRUTHS = ("attacks", "made", "fouled", "left_open")
_ENTRY = tuple(one.name for one in fields(Entry))
_MAY_BE_EMPTY = ("foul", "open_shot", "made", "stroke", "turn_make", "turn_point", "guess", "better")
COLUMNS = (*_WORDS[:-1], *_ENTRY, "token")


def read_decisions(text: str, name: str = "decisions") -> tuple[list[WrittenDecision], list[Problem]]:
    """The decisions of a CSV file, and what is wrong with it line by line."""
    found: list[WrittenDecision] = []
    problems: list[Problem] = []
    for where, row in csv_rows(text, name, COLUMNS, ("date", *(c for c in _ENTRY if c not in _MAY_BE_EMPTY))):
        try:
            found.append(_decision(row, where))
        except Refused as refused:
            problems += refused.problems
    return found, problems


def _decision(row: dict[str, str], where: str) -> WrittenDecision:
    entry = Entry(**{name: _value(row, name, where) for name in _ENTRY})
    try:
        when = date.fromisoformat(row.get("date", ""))
        words = {name: row[name] for name in _WORDS[1:] if name in row}
        found = WrittenDecision(date=when, ending=entry.ending, entry=entry, **words)  # type: ignore[arg-type]
        check_written(found)
        return found
    except ValidationError as error:
        first = error.errors()[0]
        raise refuse(f"{where} {first['loc'][0]}", str(first["msg"])[:120], "Mend it.") from None
    except Refused as refused:
        raise Refused(*(Problem(f"{where} {p.where}", p.what, p.accepted) for p in refused.problems)) from None
    except ValueError:
        raise refuse(f"{where} date", f"“{row.get('date', '')[:20]}” is no date", "Write it as 2026-03-31.") from None


def _value(row: dict[str, str], name: str, where: str) -> Any:
    word = row.get(name, "")
    if not word and name in _MAY_BE_EMPTY:
        return None
    if name in _KINDS:
        if word not in _KINDS[name]:
            raise refuse(f"{where} {name}", f"“{word[:30]}” is none", f"Use one of {', '.join(_KINDS[name])}.")
        return word
    if name in _TRUTHS:
        if word not in ("yes", "no"):
            raise refuse(f"{where} {name}", f"“{word[:20]}” is neither", "Use yes or no.")
        return word == "yes"
    low = -1.0 if name == "stroke" else 0.0
    try:
        number = float(word)
    except ValueError:
        number = float("nan")
    if not low <= number <= 1.0:
        raise refuse(f"{where} {name}", f"“{word[:20]}” cannot be", f"Use a number from {low:g} to 1.")
    return number


def write_decisions(decisions: Sequence[tuple[WrittenDecision, Entry]]) -> str:
    """The reverse of `read_decisions`."""
    return csv_text(COLUMNS, [
        (
            one.date.isoformat() if one.date else "", *(getattr(one, name) for name in _WORDS[1:-1]),
            *(_written(getattr(entry, name)) for name in _ENTRY), one.token,
        )
        for one, entry in decisions
    ])  # fmt: skip


def _written(value: object) -> object:
    if isinstance(value, bool):
        return "yes" if value else "no"
    return "" if value is None else f"{value:.5g}" if isinstance(value, float) else value
