"""`partita weigh`: the options of a layout file, ranked."""

import argparse
import json
import time

from partita.cli.inputs import print_out, question_of, say_when_cold, take_layout_and_players
from partita.errors import refuse
from partita.games.match import Break, Match
from partita.reports.ledger.report import study_of
from partita.reports.ledger.schema import StudyDocument
from partita.weighing.weigh import WeighRequest, weigh


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    take_layout_and_players(command)
    command.add_argument("--seed", type=int, default=1)
    command.add_argument("--samples", type=int, default=1000, help="tries of each leading option")
    command.add_argument("--seconds", type=float, default=None, help="stop refining after this long")
    command.add_argument("--race-to", type=int, default=None, help="a match: racks that win it")
    command.add_argument("--score", default="0-0", help="racks won so far, mine first: 5-3")
    command.add_argument("--they-break", action="store_true", help="the opponent broke this rack")
    command.add_argument("--winner-breaks", action="store_true", help="else the break goes by turns")
    command.add_argument(
        "--no-ahead", action="store_true", help="stop when it has settled, without looking a few strokes ahead"
    )
    command.add_argument("--table", action="store_true", help="a table for people instead of JSON")


def run(options: argparse.Namespace) -> None:
    """Weigh, and print the newest study."""
    file, question = question_of(options)
    request = WeighRequest(
        question.situation, question.me, question.them, options.seed, options.samples, file.strokes, _match(options),
        not options.no_ahead,
    )  # fmt: skip
    say_when_cold("weighing", *(["racks"] if request.ahead else []))
    started, newest = time.monotonic(), None
    for newest in weigh(request):  # noqa: B007 - the last one is what is printed
        if options.seconds is not None and time.monotonic() - started > options.seconds:
            break
    if newest is None or not newest.lines:
        raise refuse("layout", "no option was found", "Check that a legal ball can be reached.")
    study = study_of(newest, time.monotonic() - started)
    print_out(_table(study) if options.table else json.dumps(study.as_json()))


def _match(options: argparse.Namespace) -> Match | None:
    if options.race_to is None:
        return None
    mine, _, theirs = options.score.partition("-")
    if not (mine.isdecimal() and theirs.isdecimal() and len(options.score) < 8):
        raise refuse("--score", f"“{options.score[:20]}” is no score", "Give my racks and theirs: 5-3.")
    breaks: Break = "winner" if options.winner_breaks else "alternate"
    return Match(options.race_to, int(mine), int(theirs), not options.they_break, breaks).check()


def _table(study: StudyDocument) -> str:
    rows = [" rack chance   make  foul  left a shot  option"]
    for option in study.options:
        chance = option.rack_chance
        spread = 50 * (chance.high - chance.low)
        make, foul, sold = (f"{100 * cell.value:.0f} %" for cell in (option.make, option.foul, option.sold_out))
        rows.append(
            f"{100 * chance.value:5.1f} ± {spread:4.1f} {make:>6} {foul:>5} {sold:>12}  "
            f"{option.aim:8} {option.name}; {option.detail}"
        )
    return "\n".join([*rows, "", study.why, study.choice, study.reliable, *_more(study)])


def _more(study: StudyDocument) -> list[str]:
    """What would change the choice, and what the rack is worth in the match."""
    lines: list[str] = []
    for row in study.changes.changes if study.changes else []:
        leaders = study.changes.options if study.changes else []
        best = f"then rather {leaders[row.best]}" if row.changes else "the choice stands"
        lines.append(f"{row.kind + ', ' + row.name:38} {100 * row.rack_chance[row.best]:3.0f} %   {best}")
    if study.match:
        lines.append(
            f"Match: {100 * study.match.my_match_chance[0]:.1f} % with the top option; a point of rack chance is worth "
            f"{study.match.a_point_is_worth:.2f} points."
        )
    return lines
