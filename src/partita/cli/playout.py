"""`partita playout`: whole racks played out, freely, from a stroke of one's own, or from the best options."""

import argparse
import json
import sys
from dataclasses import replace

from partita.cli.inputs import Json, print_out, question_of, say_when_cold, take_layout_and_players
from partita.errors import refuse
from partita.files.layout_file import LayoutFile
from partita.games.question import Question
from partita.playing.playout import Floats, first_option, first_stroke, play_out
from partita.reports.ledger.report import as_weighed, study_of
from partita.weighing.weigh import WeighRequest, weigh

MOST_LEADERS = 8


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    take_layout_and_players(command)
    command.add_argument("--racks", type=int, default=200)
    command.add_argument("--seed", type=int, default=1)
    command.add_argument("--stroke", type=int, default=0, help="begin with the file's own stroke of this number")
    command.add_argument("--top", type=int, default=0, help="weigh first, and play each of the best few options out")
    command.add_argument("--table", action="store_true", help="a line for people instead of JSON")


def run(options: argparse.Namespace) -> None:
    """Play them out, one line after the other."""
    file, question = question_of(options)
    if not 0 <= options.stroke <= len(file.strokes):
        raise refuse("--stroke", f"the file has no stroke {options.stroke}", f"Use 1 to {len(file.strokes)}, or 0.")
    say_when_cold("weighing", "racks")
    strokes: list[tuple[str, Floats | None]] = [("as both would play it", None)]
    if options.top:
        question, strokes = _leaders(file, question, options)
    elif options.stroke:
        label, own = file.strokes[options.stroke - 1]
        strokes = [(label, first_stroke(question, own))]
    lines = [_played(question, options, name, first) for name, first in strokes]
    if options.table:
        print_out("\n".join(_words(line) for line in lines))
        return
    document = {"format": "partita-playout", "version": 1, "seed": options.seed, "for": file.situation.shooter}
    print_out(json.dumps(document | ({"lines": lines} if options.top else lines[0])))


def _leaders(
    file: LayoutFile, question: Question, options: argparse.Namespace
) -> tuple[Question, list[tuple[str, Floats | None]]]:
    """The question, the cue ball placed, and first strokes of the best few options as weighed."""
    if not 1 <= options.top <= MOST_LEADERS:
        raise refuse("--top", f"{options.top} is out of range", f"Use 1 to {MOST_LEADERS}.")
    request = WeighRequest(question.situation, question.me, question.them, options.seed, own_strokes=file.strokes)
    settled = next(weighing for weighing in weigh(request) if weighing.settled)
    placed = replace(question, situation=as_weighed(question.situation, study_of(settled)))
    found = [line.option for line in settled.lines][: options.top]
    return placed, [(option.name, first_option(placed, option)) for option in found]


def _played(question: Question, options: argparse.Namespace, name: str, first: Floats | None) -> Json:
    line: Json = {}
    for so_far in play_out(question, options.racks, seed=options.seed, first=first):
        if sys.stderr.isatty():
            sys.stderr.write(f"\r{so_far.racks} of {options.racks} racks")
        line = {"name": name, "racks": so_far.racks, "rack_chance": so_far.chance.as_json()}
        line["shots_a_rack"] = round(so_far.shots_a_rack, 2)
    return line


def _words(line: Json) -> str:
    chance = line["rack_chance"]
    spread = 50 * (chance["high"] - chance["low"])
    share = f"{100 * chance['value']:.1f} ± {spread:.1f} %"
    return f"{share} of {line['racks']} racks won by the player at the table: {line['name']}"
