"""`partita runout`: the whole pattern of a layout file, planned."""

import argparse
import json
import time

from partita.cli.inputs import object_of, print_out, question_of, say_when_cold, take_layout_and_players
from partita.errors import refuse
from partita.files.layout_file import read_stroke
from partita.options.wishes import Wish
from partita.physics.stroke import Stroke
from partita.reports.runout.report import run_out_of
from partita.reports.runout.schema import RunOutDocument
from partita.runout.pattern import GOALS, Pattern, RunOutRequest, work_out
from partita.weighing.plan_ahead import plan_looked_ahead


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    take_layout_and_players(command)
    command.add_argument("--goal", choices=GOALS, default=GOALS[1], help="what counts: the rack, or running out")
    command.add_argument("--order", default="", help="balls in turn, where the game leaves it: 3,5,1,8")
    command.add_argument("--pocket", action="append", default=[], help="a ball into a pocket: 5=foot-far")
    command.add_argument(
        "--shot", action="append", default=[], help="one's own shot at a ball, as in a layout file: 5={...}"
    )
    command.add_argument("--coarse", action="store_true", help="only the first plan")
    command.add_argument("--no-ahead", action="store_true", help="without looking ahead at the first shot")
    command.add_argument("--map", action="store_true", help="with the maps of all balls")
    command.add_argument("--table", action="store_true", help="a table for people instead of JSON")


def run(options: argparse.Namespace) -> None:
    """Work it out, and print the plan."""
    _, question = question_of(options)
    order = tuple(name.strip() for name in options.order.split(",") if name.strip())
    request = RunOutRequest(
        question.situation,
        question.me,
        question.them,
        options.goal,
        order,
        dict(_pocket(text) for text in options.pocket),
        strokes=dict(_shot(text) for text in options.shot),
    )
    say_when_cold("simulator", "rules", "evaluation", "runs", *(() if options.no_ahead else ("weighing", "racks")))
    started, newest = time.monotonic(), None
    for found in work_out(request) if options.no_ahead else plan_looked_ahead(request):
        if isinstance(found, Pattern):
            newest = found
            if options.coarse:
                break
    if newest is None:
        raise refuse("layout", "there is nothing to plan", "Put a ball on the table.")
    plan = run_out_of(newest, time.monotonic() - started)
    if options.table:
        print_out(_table(plan))
        return
    document = plan.as_json()
    if options.map:
        document["maps"] = newest.maps.worth[0].round(4).tolist()
    print_out(json.dumps(document))


def _pocket(text: str) -> tuple[str, str]:
    ball, said, pocket = text.partition("=")
    if not said:
        raise refuse("--pocket", f"“{text[:30]}” names no pocket", "Give ball and pocket: 5=foot-far.")
    return ball.strip(), pocket.strip()


def _shot(text: str) -> tuple[str, Stroke | Wish]:
    ball, said, stroke = text.partition("=")
    if not said:
        raise refuse("--shot", f"“{text[:30]}” names no shot", 'Give ball and shot: 5={"aim_deg": 30, "speed_mps": 2}.')
    return ball.strip(), read_stroke(f"--shot {ball[:20]}", object_of(stroke))[1]


def _table(plan: RunOutDocument) -> str:
    rows = [" ball  pocket      make  from here on        room  shot"]
    for shot in plan.plan:
        mark = "*" if shot.key else " "
        room = "" if shot.room is None else f"{100 * shot.room:.0f} %"
        chance = shot.rack if plan.goal == "rack" else shot.run_out
        rows.append(
            f"{mark}{shot.ball:>5} {shot.pocket:10} {100 * shot.make:4.0f} % {100 * chance.value:5.1f} %"
            f" ± {50 * (chance.high - chance.low):4.1f} {room:>10}  {shot.words}"
        )
    more = [plan.summary, plan.key_words, *plan.notes, *(opener.words for opener in plan.openers)]
    return "\n".join([*rows, "", *more, *([plan.in_hand.words] if plan.in_hand else []), plan.searched])
