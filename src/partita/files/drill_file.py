"""A drill as a file, out and in (`docs/formats.md`)."""

import json
from typing import Any

from pydantic import ValidationError

from partita.errors import Problem, Refused, refuse
from partita.files.json_text import finite_json, size_of
from partita.practice.drills.drill import Drill, check_drill
from partita.reports.practice.report import drill_document, drill_from
from partita.reports.practice.schema import DrillDocument
from partita.table.spec import TableSpec

FORMAT = "partita-drill"
LARGEST_BYTES = 64 * 1024
# What the application says itself of a step; a file need not have it.
_TOLD = {"words", "taps", "outcomes"}


def read_drill(document: object, table: TableSpec, name: str = "drill") -> Drill:
    """A drill from its document, checked on a table. `Refused` with every problem found."""
    if not isinstance(document, dict) or document.get("format") != FORMAT or document.get("version") != 1:
        raise refuse(name, "it is no drill", f'Its format is "{FORMAT}", its version 1.')
    try:
        drill = drill_from(DrillDocument.model_validate(document))
    except ValidationError as error:
        raise Refused(*(
            Problem(f"{name} {'.'.join(str(part) for part in one['loc'])}", str(one["msg"])[:120],
                    "See the formats' page, or change a drill that was saved here.")
            for one in error.errors()[:8]
        )) from None  # fmt: skip
    check_drill(drill, table)
    return drill


def parse_drill(text: str, table: TableSpec) -> Drill:
    """A drill from the text of a file."""
    if size_of(text) > LARGEST_BYTES:
        raise refuse("file", "it is too large for a drill", f"Use at most {LARGEST_BYTES // 1024} kB.")
    return read_drill(finite_json(text), table)


def drill_json(drill: Drill) -> dict[str, Any]:
    """The reverse of `read_drill`."""
    row = drill_document(drill).as_json()
    row["steps"] = [{key: value for key, value in step.items() if key not in _TOLD} for step in row["steps"]]
    return row


def write_drill(drill: Drill) -> str:
    """The text of a file."""
    return json.dumps(drill_json(drill), ensure_ascii=False, indent=1) + "\n"
