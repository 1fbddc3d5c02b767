"""What commands take: layout files, players, JSON objects; and how they print."""

import argparse
import sys
from pathlib import Path
from typing import Any

from partita.errors import refuse
from partita.files.json_text import finite_json
from partita.files.layout_file import LARGEST_BYTES, LayoutFile, parse
from partita.games.question import Question
from partita.kernels import stages
from partita.players.stroke_model import StrokeModel, preset, stroke_model_from

Json = dict[str, Any]


def take_layout_and_players(command: argparse.ArgumentParser) -> None:
    """A layout file and who plays."""
    command.add_argument("file", help="a layout file, or - for stdin")
    command.add_argument("--me", default="league", help="level, or a file with a stroke model")
    command.add_argument("--them", default="league", help="level, or a file with a stroke model")


def question_of(options: argparse.Namespace) -> tuple[LayoutFile, Question]:
    """The layout file, and its situation with both players."""
    file = parse(text_of(options.file))
    return file, Question(file.situation, player(options.me), player(options.them))


def say_when_cold(*needed: str) -> None:
    """On stderr, once: that the physics must be compiled first."""
    if not stages.are_ready(*needed):
        sys.stderr.write("partita: compiling the physics, only this first time: about a minute ...\n")
        sys.stderr.flush()


def print_out(text: str) -> None:
    """One answer, on stdout."""
    sys.stdout.write(text + "\n")


def text_of(name: str, largest: int = LARGEST_BYTES) -> str:
    """The text of a file, or of stdin; of what is larger than it may be, enough to see that."""
    if name == "-":
        return sys.stdin.read(largest + 1)
    path = Path(name)
    try:
        with path.open(encoding="utf-8") as file:
            return file.read(largest + 1)
    except (OSError, ValueError) as error:
        raise refuse(
            name, f"it cannot be read: {getattr(error, 'strerror', None) or 'not text'}", "Give a layout file."
        ) from None


def object_of(text: str) -> Json:
    """A JSON object."""
    value = finite_json(text, "input")
    if not isinstance(value, dict):
        raise refuse("input", "it is not a JSON object", 'Give {"layout": {...}, "stroke": {...}}.')
    return value


def player(name: str) -> StrokeModel:
    """A level, or a file with a stroke model."""
    return stroke_model_from(object_of(text_of(name))) if name.endswith(".json") else preset(name)
