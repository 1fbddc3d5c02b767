"""`partita table-fit`: a table's settings from three simple shots."""

import argparse
import json
from pathlib import Path

from partita.cli.inputs import object_of, print_out, say_when_cold, text_of
from partita.files.readings import read_readings
from partita.files.tries_file import read_tries
from partita.kicks.measured_table import measured_table


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    command.add_argument("file", help="a file of readings (docs/formats.md), or - for stdin")
    command.add_argument("--tries", help="a CSV file of kick tries on this table, or - for stdin")
    command.add_argument("--table", action="store_true", help="a table for people instead of JSON")


def run(options: argparse.Namespace) -> None:
    """Fit and print."""
    say_when_cold("simulator", "weighing")

    table, readings = read_readings(object_of(text_of(options.file)))
    tries = read_tries(text_of(options.tries), table, Path(options.tries).name) if options.tries else []
    fit = measured_table(table, **readings, tries=tries)
    settings = {name: setting.as_json() for name, setting in fit.settings.items()}
    if not options.table:
        print_out(
            json.dumps(
                {"table": {**(vars(table) | {n: s["value"] for n, s in settings.items()})}, "settings": settings}
            )
        )
        return
    for name, setting in settings.items():
        print_out(f"{name:5} {setting['value']:.4f}   95 %: {setting['low']:.4f} to {setting['high']:.4f}")
