"""Matches as CSV, a rack a line (`docs/formats.md`). A wrong line is named by its number and left out with its
match."""

from collections.abc import Sequence
from datetime import date

from pydantic import ValidationError

from partita.errors import Problem, Refused, refuse
from partita.files.csv_rows import csv_rows, csv_text
from partita.files.record_file import WrittenMatch, WrittenRack, check_written
from partita.record.running import HOWS

COLUMNS = (
    "date", "player", "opponent", "game", "race_to", "breaks", "first_break", "rack", "winner", "how", "table", "match",
)  # fmt: skip
_NEEDED = ("date", "player", "opponent", "race_to", "winner")
_LONGEST = 60


def read_racks(text: str, name: str = "racks") -> tuple[list[WrittenMatch], list[Problem]]:
    """The matches of a CSV file, and what is wrong with it line by line.

    Lines of one match stand together or have the same word under `match`; their racks come in the order of the lines.
    """
    matches: dict[tuple[str, ...], WrittenMatch] = {}
    broken: set[tuple[str, ...]] = set()
    problems: list[Problem] = []
    for where, row in csv_rows(text, name, COLUMNS, _NEEDED):
        key = tuple(row.get(column, "") for column in ("match", "date", "player", "opponent", "game"))
        try:
            match = matches.get(key) or _match(row, where)
            rack = _rack(row, where)
            # Numbers that follow a line that was wrong say nothing new.
            if key not in broken:
                _check_number(row, len(match.racks) + 1, where)
            match.racks.append(rack)
            _checked(match, where)
            matches[key] = match
        except Refused as refused:
            problems += refused.problems
            broken.add(key)
    return [match for key, match in matches.items() if key not in broken], problems


def _checked(match: WrittenMatch, where: str) -> None:
    try:
        check_written(match)
    except Refused as refused:
        raise Refused(*(Problem(f"{where} {p.where}", p.what, p.accepted) for p in refused.problems)) from None


def _match(row: dict[str, str], where: str) -> WrittenMatch:
    race = row.get("race_to", "")
    if not race.isdecimal() or not 1 <= int(race[:4]) <= 50:
        raise refuse(f"{where} race_to", f"“{race[:20]}” is none", "Use 1 to 50.")
    for column in ("player", "opponent"):
        if not row.get(column):
            raise refuse(f"{where} {column}", "there is none", "Give a name.")
    try:
        return WrittenMatch(
            token=row.get("match", ""), date=_date(row.get("date", ""), where), player=row["player"],
            opponent=row["opponent"], game=row.get("game", "nine-ball"), table=row.get("table", ""),
            race_to=int(race), breaks=row.get("breaks", "alternate"),  # type: ignore[arg-type]
            i_break_first=_is_mine(row, "first_break", where, "me"),
        )  # fmt: skip
    except ValidationError as error:
        first = error.errors()[0]
        raise refuse(f"{where} {first['loc'][0]}", str(first["msg"])[:120], "Mend it.") from None


def _check_number(row: dict[str, str], number: int, where: str) -> None:
    if row.get("rack", str(number)) != str(number):
        raise refuse(f"{where} rack", f"“{row['rack'][:10]}” is not the next one", f"Use {number}, or leave it out.")


def _rack(row: dict[str, str], where: str) -> WrittenRack:
    how = row.get("how", "")
    if how not in HOWS:
        raise refuse(f"{where} how", f"“{how[:30]}” is none", f"Use one of {', '.join(one for one in HOWS if one)}.")
    return WrittenRack(i_won=_is_mine(row, "winner", where), how=how)


def _is_mine(row: dict[str, str], column: str, where: str, default: str = "") -> bool:
    """Me or them, or a name."""
    word = row.get(column, default)
    if word in ("me", row.get("player")):
        return True
    if word in ("them", row.get("opponent")):
        return False
    raise refuse(f"{where} {column}", f"“{word[:30]}” is neither", "Use me or them, or the name of one of both.")


def _date(word: str, where: str) -> date:
    try:
        return date.fromisoformat(word)
    except ValueError:
        raise refuse(f"{where} date", f"“{word[:20]}” is no date", "Write it as 2026-03-31.") from None


def write_racks(matches: Sequence[WrittenMatch]) -> str:
    """The reverse of `read_racks`; a rack in play is left out."""
    return csv_text(COLUMNS, [
        (
            match.date.isoformat(), match.player, match.opponent, match.game, match.race_to, match.breaks,
            "me" if match.i_break_first else "them", number, "me" if rack.i_won else "them", rack.how, match.table,
            match.token,
        )
        for match in matches
        for number, rack in enumerate(match.racks, 1)
        if rack.i_won is not None
    ])  # fmt: skip
