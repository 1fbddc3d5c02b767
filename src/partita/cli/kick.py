"""`partita kick`: the ways to a ball that no straight line reaches, with the sums that players do."""

import argparse
import json
import time
from pathlib import Path

from partita.cli.inputs import print_out, question_of, say_when_cold, take_layout_and_players, text_of
from partita.files.tries_file import read_tries
from partita.kicks.tries import Try
from partita.kicks.ways import DEFAULT_SAMPLES, KickRequest, find_ways
from partita.reports.kicks.report import kicks_of
from partita.reports.kicks.schema import KicksDocument, KickWayDocument
from partita.reports.kicks.words import number_words


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    take_layout_and_players(command)
    command.add_argument("--target", default="", help="the ball to hit; without it the nearest that is on")
    command.add_argument("--cushions", type=int, choices=range(1, 6), help="only ways by so many cushions")
    command.add_argument("--tries", help="a CSV file of tries on this table, or - for stdin")
    command.add_argument("--samples", type=int, default=DEFAULT_SAMPLES, help="executions of each of the best ways")
    command.add_argument("--seed", type=int, default=1)
    command.add_argument("--table", action="store_true", help="a table for people instead of JSON")


def run(options: argparse.Namespace) -> None:
    """Find them, and print the list."""
    file, question = question_of(options)
    table = file.situation.layout.table
    tries: list[Try] = read_tries(text_of(options.tries), table, Path(options.tries).name) if options.tries else []
    request = KickRequest(
        question.situation, question.me, question.them, options.target, options.seed, options.samples
    )  # fmt: skip
    say_when_cold("simulator", "rules", "evaluation", "weighing", "racks")
    started = time.monotonic()
    *_, found = find_ways(request)
    document = kicks_of(found, tries, time.monotonic() - started)
    if options.cushions:
        ways = [way for way in document.ways if len(way.route) == options.cushions]
        document = document.model_copy(update={"ways": ways, "straight": []})
    print_out(_table(document) if options.table else json.dumps(document.as_json()))


def _table(document: KicksDocument) -> str:
    rows = [document.sight, "", " good hit   rack  number  way"]
    for way in [*document.straight, *document.ways]:
        rows.append(
            f"   {100 * way.good_hit.value:4.0f} % {100 * way.rack_chance.value:5.1f} %"
            f" {number_words(way.number) if way.number is not None else '':>6}  {way.name}; {way.detail}"
        )
        rows.extend(f"{'':27}{line}" for line in _sum_lines(way))
    return "\n".join(rows)


def _sum_lines(way: KickWayDocument) -> list[str]:
    found = way.sum
    if found.kind == "none":
        return [found.words] if way.route else []
    lines = [f"{found.words}. {found.ask}"]
    if way.correction is not None:
        lines.append(f"With the tries of this table: {number_words(way.correction)} on top of the sum.")
    return lines
