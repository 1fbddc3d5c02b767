"""`partita measure`: a stroke with intervals from attempts at known stations."""

import argparse
import json
from dataclasses import replace
from pathlib import Path

from partita.cli.inputs import print_out, say_when_cold, text_of
from partita.files.attempts_file import LARGEST_BYTES, read_attempts
from partita.files.layout_file import read_table
from partita.players.measuring.posterior import measured
from partita.players.measuring.prior import LEVELS
from partita.players.stroke_model import PRESETS
from partita.reports.measuring.report import measure_of
from partita.reports.measuring.schema import MeasureDocument
from partita.table.spec import PRESETS as TABLES


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    command.add_argument("file", help="attempts as CSV or JSON (docs/formats.md), or - for stdin")
    command.add_argument("--on", default="pool-9ft", choices=tuple(TABLES), help="the table they were made on")
    command.add_argument("--near", choices=LEVELS, help="the level that the player says he has")
    command.add_argument("--hand", choices=("right", "left"), default="right")
    command.add_argument("--table", action="store_true", help="a table for people instead of JSON")


def run(options: argparse.Namespace) -> None:
    """Measure, and print."""
    text = text_of(options.file, LARGEST_BYTES)
    name = "attempts" if options.file == "-" else Path(options.file).name
    written = read_attempts(text, name)
    attempts = [found for one in written if (found := one.checked()) is not None]
    table, like = read_table(options.on), replace(PRESETS["league"], hand=options.hand)
    say_when_cold("simulator")
    document = measure_of(measured(attempts, table, like, options.near), table, like)
    print_out(_table(document) if options.table else json.dumps(document.as_json()))


def _table(document: MeasureDocument) -> str:
    rows = [f"{document.level} ({document.level_range}). {document.words}"]
    rows += [f"{name:9} {error.words}" for name, error in document.stroke.items()]
    for words, one in (("nine balls run out", document.follows.runout), ("long pot", document.follows.long_pot)):
        rows.append(f"{words}: {100 * one.value:.0f} % ({100 * one.low:.0f} to {100 * one.high:.0f})")
    rows += [f"{one.words} {one.advice}" for one in document.disagrees]
    return "\n".join(rows)
