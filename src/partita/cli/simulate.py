"""`partita simulate`: strokes as JSON on stdin, played without error."""

import argparse
import json
import sys
from dataclasses import asdict, replace
from typing import Any

from partita.cli.inputs import Json, object_of, print_out, say_when_cold
from partita.errors import Refused, refuse
from partita.files.layout_file import read_layout, read_strokes
from partita.physics.simulate import physics_of, simulate
from partita.physics.stroke import Stroke
from partita.table.spec import table_from


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Its options."""
    command.add_argument("--lines", action="store_true", help="one object a line in, one a line out")
    command.add_argument("--table", action="store_true", help="a table for people instead of JSON")


def run(options: argparse.Namespace) -> None:
    """One stroke, or one a line."""
    say_when_cold("simulator")
    if not options.lines:
        print_out(_simulated(sys.stdin.read(), options.table))
        return
    for number, line in enumerate(sys.stdin, 1):
        if line.strip():
            try:
                print_out(_simulated(line, options.table))
            except Refused as refused:
                raise refuse(f"line {number}", str(refused).rstrip(".")) from None


def _simulated(text: str, for_people: bool) -> str:
    request = object_of(text)
    layout = read_layout(request.get("layout"))
    ((_, stroke),) = read_strokes([request.get("stroke")])
    if not isinstance(stroke, Stroke):
        raise refuse("stroke", "it has no aim_deg", "Give aim_deg; wishes are for the options and weigh commands.")
    overrides = _overrides(request.get("physics", {}))
    nose = overrides.pop("h_nose", None)
    if nose is not None:
        # In ball diameters; a small number can only be meant in metres.
        nose = nose if nose > 0.2 else nose / (2 * layout.table.ball_radius_m)
        layout = replace(layout, table=table_from(asdict(layout.table) | {"nose_height": nose}))
    shot = simulate(layout, stroke, physics_of(layout.table, overrides))
    if for_people:
        lines = [line for event in shot.events for line in _event_lines(event, layout.table.ball_radius_m)]
        return "\n".join([*(["The tip slips off the cue ball: a miscue."] if shot.miscue else []), *lines])
    document: Json = {
        "events": [event.as_json() for event in shot.events],
        "final": {ball: list(place) for ball, place in shot.final.items()},
        "pocketed": shot.pocketed,
        "seconds": shot.seconds,
    }
    return json.dumps(document | ({"miscue": True} if shot.miscue else {}))


def _event_lines(event: Any, radius: float) -> list[str]:
    """One line an event, and one a ball with how it moved before and after."""
    what = event.cushion or event.pocket or ""
    x, y = event.at
    lines = [f"{event.t:8.3f} s  {event.kind:13} {' '.join(event.balls):8} {what:10} at {x:.4f}, {y:.4f} m"]
    for ball, before, after in zip(event.balls, event.before, event.after, strict=True):
        lines.append(f"{'':12}{ball:>3}: {before.words(radius)}  ->  {after.words(radius)}")
    return lines


def _overrides(value: object) -> dict[str, float]:
    if not isinstance(value, dict):
        raise refuse("physics", "it is not an object", 'Give {"mu_s": 0.2} or leave it out.')
    for name, number in value.items():
        if isinstance(number, bool) or not isinstance(number, int | float):
            raise refuse(f"physics {str(name)[:30]}", f"{str(number)[:30]} is no number", 'Give {"mu_s": 0.2}.')
    return {str(name): float(number) for name, number in value.items()}
