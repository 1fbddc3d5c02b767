"""Which commands there are; the module of the one that is called is loaded, with the kernels it needs, and no other."""

import argparse
import sys
from collections.abc import Sequence
from importlib import import_module

from partita import __version__
from partita.errors import Refused

COMMANDS = {
    "simulate": "play strokes given as JSON on stdin",
    "options": "the options of a layout file, in any game, named but not weighed",
    "weigh": "rank the options of a layout file",
    "runout": "the whole pattern planned ball by ball: pockets, strokes, places, and the chance to run out",
    "kick": "the ways to a hidden ball: chance of a good hit, the sum, what the table asks of it",
    "playout": "whole racks played by both players: the rack chance and its interval",
    "sheet": "a layout file as a PDF for print, with ring marks",
    "photo": "a photo of the table as a layout file, from six pressed pockets",
    "measure": "a stroke with intervals from attempts at known stations",
    "record": "where the racks go and whether what was said came true, from a record's decisions",
    "table-fit": "settings of a table from rolls, lags and stop shots",
    "fit": "the learned part of what leaves are worth, fitted anew on racks played out",
    "warm": "compile every kernel now, so that nothing waits for it later",
}


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; 0 when done, 2 with a plain line on stderr for input that is refused."""
    given = list(sys.argv[1:] if arguments is None else arguments)
    command = import_module(f"partita.cli.{given[0].replace('-', '_')}") if given and given[0] in COMMANDS else None
    parser = argparse.ArgumentParser(prog="partita", description="The core of Partita on the command line.")
    parser.add_argument("--version", action="version", version=f"Partita {__version__}")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")
    for name, words in COMMANDS.items():
        sub = commands.add_parser(name, help=words)
        if command and name == given[0]:
            command.add_arguments(sub)
    options = parser.parse_args(given)
    try:
        command.run(options)  # type: ignore[union-attr]
    except Refused as refused:
        sys.stderr.write(f"partita: {' '.join(str(problem) for problem in refused.problems)}\n")
        return 2
    except BrokenPipeError:
        sys.stderr.close()
    return 0
