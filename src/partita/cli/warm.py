"""`partita warm`: compile every kernel now."""

import argparse
import signal
import sys
from types import FrameType

from partita.warming import LANES, lane, warm


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    command.add_argument("--lane", type=int, choices=range(len(LANES)), help="only one process's share of the parts")


def run(options: argparse.Namespace) -> None:
    """Compile. Ended from outside, it ends its other process as well."""
    signal.signal(signal.SIGTERM, _end)
    if options.lane is None:
        warm()
    else:
        lane(options.lane)


def _end(number: int, frame: FrameType | None) -> None:
    sys.exit(128 + number)
