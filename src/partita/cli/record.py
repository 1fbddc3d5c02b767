"""`partita record`: where the racks go, and whether what was said came true, from a record's decisions."""

import argparse
import json
from collections.abc import Iterator
from pathlib import Path

from partita.cli.inputs import print_out, text_of
from partita.errors import refuse
from partita.files.decisions_file import read_decisions
from partita.files.record_file import LARGEST_BYTES, WrittenDecision, read_record
from partita.record.columns import columns_from
from partita.record.season import season_of
from partita.reports.record.report import season_document
from partita.reports.record.schema import SeasonDocument

Row = tuple[str, int | None, WrittenDecision]


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    command.add_argument("file", help="a record (JSON), or decisions as CSV (docs/formats.md), or - for stdin")
    command.add_argument("--player", help="whose decisions; without it all")
    command.add_argument("--table", action="store_true", help="a table for people instead of JSON")


def run(options: argparse.Namespace) -> None:
    """Sum, and print. `Refused` names the first wrong line."""
    text = text_of(options.file, LARGEST_BYTES)
    name = "record" if options.file == "-" else Path(options.file).name
    rows = [row for row in _rows(text, name) if options.player in (None, row[0])]
    if not rows:
        raise refuse("player", "there is no decision", "Use a name that stands in the file.")
    columns = columns_from([one.judged for *_, one in rows], [rack for _, rack, _ in rows])
    document = season_document(season_of(columns))
    print_out(_table(document) if options.table else json.dumps(document.as_json()))


def _rows(text: str, name: str) -> Iterator[Row]:
    """Whose, of which rack, and the decision."""
    if text.lstrip()[:1] != "{":
        decisions, problems = read_decisions(text, name)
    else:
        record = read_record(text, name)
        decisions, problems = record.decisions, record.problems
        racks = [(match, rack) for match in record.matches for rack in match.racks]
        yield from ((match.player, k, one) for k, (match, rack) in enumerate(racks) for one in rack.decisions)
    if problems:
        raise refuse(problems[0].where, problems[0].what, problems[0].accepted)
    yield from ((one.player, None, one) for one in decisions)


def _table(found: SeasonDocument) -> str:
    rows = [f"{found.decisions} decisions, {found.racks} racks", *found.words]
    for title, words, parts in (
        ("choices", found.choices_words, found.choices), ("strokes", found.shots_words, found.shots),
    ):  # fmt: skip
        rows += ["", f"{title}, racks in a hundred decisions. {words}"]
        rows += [f"{part.racks:6.2f} ± {part.half:.2f}  {part.words} ({part.count})" for part in parts]
    reliable = (found.makes, found.fouls, found.open_shots, found.guesses)
    rows += ["", *(f"{one.words} Brier {one.brier:.3f}, always {one.always:.3f}" for one in reliable if one)]
    return "\n".join([*rows, *([found.turning.words] if found.turning else [])])
