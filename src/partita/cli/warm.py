"""`partita warm`: compile every kernel now."""

import argparse

from partita.warming import LANES, lane, warm


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    command.add_argument("--lane", type=int, choices=range(len(LANES)), help="only one process's share of the parts")


def run(options: argparse.Namespace) -> None:
    """Compile."""
    if options.lane is None:
        warm()
    else:
        lane(options.lane)
