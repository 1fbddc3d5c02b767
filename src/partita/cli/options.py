"""`partita options`: everything the finder finds, named, with what to watch."""

import argparse
import json

from partita.cli.inputs import print_out, question_of, say_when_cold, take_layout_and_players
from partita.weighing.listing import list_options


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    take_layout_and_players(command)
    command.add_argument("--hand", choices=("right", "left"), default="right")
    command.add_argument("--table", action="store_true", help="a table for people instead of JSON")


def run(options: argparse.Namespace) -> None:
    """List them."""
    file, question = question_of(options)
    say_when_cold("weighing")
    found = list_options(question, file.strokes, options.hand)
    if not options.table:
        listed = [option.as_json() for option in found]
        print_out(json.dumps({"format": "partita-options", "version": 1, "options": listed}))
        return
    for option in found:
        watch = f"   watch: {'; '.join(caution.words for caution in option.watch)}" if option.watch else ""
        print_out(f"{option.intention.kind:16} {option.name}; {option.detail}{watch}")
