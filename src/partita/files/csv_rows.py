"""CSV with a heading, row by row, each with the words for where it stands; and CSV written.

A table program takes a cell that begins with one of = + - @ for something to work out (CWE-1236). Such a text is
written with an apostrophe before it, which is taken off when it is read; one that has some already gets one more.
"""

import csv
import io
import re
from collections.abc import Iterable, Iterator, Sequence

from partita.errors import refuse
from partita.files.json_text import plain_text

Row = tuple[str, dict[str, str]]
_WORKED_OUT = re.compile(r"'*[=+\-@\t\r]")
_NUMBER = re.compile(r"-?\d+(\.\d+)?(e[+-]?\d+)?")


def csv_rows(text: str, name: str, columns: Sequence[str], needed: Sequence[str]) -> Iterator[Row]:
    """("name: line 3", the values that are not empty), row by row. `Refused` for a wrong heading, or no CSV."""
    accepted = f"Columns: {', '.join(columns)}."
    reader = csv.DictReader(io.StringIO(plain_text(text, name)))
    try:
        heading = [column.strip() for column in reader.fieldnames or []]
        if missing := [column for column in needed if column not in heading]:
            raise refuse(f"{name}: line 1", f"the heading lacks {', '.join(missing)}", accepted)
        if strange := [column for column in heading if column not in columns]:
            raise refuse(f"{name}: line 1", f"there is no column “{strange[0][:30]}”", accepted)
        for row in reader:
            given = {key.strip(): _meant(value.strip()) for key, value in row.items() if isinstance(value, str)}
            yield f"{name}: line {reader.line_num}", {key: value for key, value in given.items() if value}
    except csv.Error as error:
        raise refuse(f"{name}: line {max(1, reader.line_num)}", f"it is no CSV: {error}", accepted) from None


def csv_text(columns: Sequence[str], rows: Iterable[Sequence[object]]) -> str:
    """The reverse."""
    buffer = io.StringIO()
    writer = csv.writer(buffer, lineterminator="\n")
    writer.writerow(columns)
    writer.writerows([_harmless(cell) for cell in row] for row in rows)
    return buffer.getvalue()


def _harmless(cell: object) -> object:
    if isinstance(cell, str) and _WORKED_OUT.match(cell) and not _NUMBER.fullmatch(cell):
        return f"'{cell}"
    return cell


def _meant(cell: str) -> str:
    return cell[1:] if cell[:1] == "'" and _WORKED_OUT.match(cell) else cell
