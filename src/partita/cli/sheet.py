"""`partita sheet`: a layout file as a PDF for print."""

import argparse
from pathlib import Path

from partita.cli.inputs import text_of
from partita.errors import refuse
from partita.files.layout_file import parse
from partita.reports.paper.shot_sheet import shot_sheet


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    command.add_argument("file", help="a layout file, or - for stdin")
    command.add_argument("--out", required=True, help="the PDF to write")
    command.add_argument("--units", choices=("cm", "in"), default="cm")
    command.add_argument("--title", default="Layout")


def run(options: argparse.Namespace) -> None:
    """Write the PDF."""

    file = parse(text_of(options.file))
    try:
        Path(options.out).write_bytes(shot_sheet(file.situation, options.title, options.units))
    except (OSError, ValueError) as error:
        why = getattr(error, "strerror", None) or "it is no name of a file"
        raise refuse("--out", f"{options.out!r} cannot be written: {why}", "Name a file to write.") from None
