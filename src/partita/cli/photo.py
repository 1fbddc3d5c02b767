"""`partita photo`: a photo of a table, six pockets pressed, becomes a layout file with a confidence for each ball."""

import argparse
import json
import sys
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from partita.cli.inputs import print_out
from partita.errors import refuse
from partita.files.layout_file import LayoutFile, write
from partita.games import game_named
from partita.games.situation import Situation
from partita.photo.guess import guessed
from partita.photo.picture import MOST_BYTES, Picture, read_picture
from partita.photo.reading import Reading, read_photo
from partita.table.layout import Layout
from partita.table.spec import TableSpec, table_named


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    command.add_argument("picture", help="a JPEG or PNG file")
    command.add_argument("--table", default="pool-9ft", help="the table's name")
    command.add_argument("--game", default="nine-ball", help="the game, whose balls are looked for")
    command.add_argument(
        "--pockets",
        nargs=6,
        metavar="X,Y",
        help="the six pockets' middles in the picture, px, in any order; without them the outline is looked for",
    )


def run(options: argparse.Namespace) -> None:
    """Read it, and print the layout file."""
    table, name = table_named(options.table), Path(options.picture).name
    picture = read_picture(_bytes_of(options.picture), name)
    presses = _presses(options.pockets, picture, table)
    reading = read_photo(picture, table, game_named(options.game).name, presses)
    if reading.is_doubtful:
        sys.stderr.write("partita: the outline hardly fits the picture: look at the places.\n")
    if reading.unnamed:
        sys.stderr.write(f"partita: {reading.unnamed} more would have no name in this game: is it the right one?\n")
    print_out(json.dumps(write(_layout_file(table, options.game, reading))))


def _layout_file(table: TableSpec, game: str, reading: Reading) -> LayoutFile:
    layout = Layout(table, {ball.name: ball.place for ball in reading.balls})
    confidence = {ball.name: round(ball.confidence, 3) for ball in reading.balls}
    return LayoutFile(Situation(layout, game=game), unknown={"confidence": confidence})


def _bytes_of(name: str) -> bytes:
    try:
        with Path(name).open("rb") as file:
            return file.read(MOST_BYTES + 1)
    except OSError as error:
        raise refuse(name, f"it cannot be read: {error.strerror}", "Give a JPEG or PNG file.") from None


def _presses(given: list[str] | None, picture: Picture, table: TableSpec) -> NDArray[np.float64]:
    """(6, 2) px of the picture as it is read: those given, or those of an outline that is found without."""
    if given:
        return np.array([_press(text) for text in given]) / picture.scale
    found = guessed(picture, table)
    if found is None:
        raise refuse("picture", "no outline was found in it that fits a table", "Give the six --pockets.")
    return found[0]


def _press(text: str) -> tuple[float, float]:
    try:
        x, y = (float(part) for part in text.split(","))
    except ValueError:
        raise refuse("pockets", f"“{text[:40]}” is no place", "Write x,y in pixels, as 812,440.") from None
    return x, y
