"""`partita fit`: the learned part of the evaluation fitted anew on racks played out, half an hour for all games."""

import argparse
import json

from partita.cli.inputs import print_out, say_when_cold
from partita.fitting.learned import OPENINGS, fit_anew


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    command.add_argument("games", nargs="*", choices=[*OPENINGS, []], help="only these; the others stay as they are")


def run(options: argparse.Namespace) -> None:
    """Play, fit, keep, and print each game's figures."""
    say_when_cold("racks")
    for game, figures in fit_anew(options.games):
        print_out(f"{game} {json.dumps(figures)}")
