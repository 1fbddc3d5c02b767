"""The command line of the core: no server, no database."""

import argparse
import json
import sys
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import Any

from partita.errors import Refused, refuse
from partita.files import layout_file
from partita.kernels import is_cold

Json = dict[str, Any]
MOST_LEADERS = 8


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; 0 when done, 2 with a plain line on stderr for input that is refused."""
    options = _parser().parse_args(arguments)
    if is_cold():
        sys.stderr.write("partita: compiling the physics, only this first time: two to five minutes ...\n")
        sys.stderr.flush()
    command: Callable[[argparse.Namespace], None] = options.command
    try:
        command(options)
    except Refused as refused:
        sys.stderr.write(f"partita: {' '.join(str(problem) for problem in refused.problems)}\n")
        return 2
    except BrokenPipeError:
        sys.stderr.close()
    return 0


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="partita", description=__doc__)
    commands = parser.add_subparsers(required=True)
    simulate = commands.add_parser("simulate", help="play strokes given as JSON on stdin")
    simulate.add_argument("--lines", action="store_true", help="one object a line in, one a line out")
    simulate.add_argument("--table", action="store_true", help="a table for people instead of JSON")
    simulate.set_defaults(command=_simulate)
    fit = commands.add_parser("table-fit", help="settings of a table from rolls, lags and stop shots")
    fit.add_argument("file", help="a file of readings (docs/formats.md), or - for stdin")
    fit.add_argument("--table", action="store_true", help="a table for people instead of JSON")
    fit.set_defaults(command=_table_fit)
    listed = commands.add_parser("options", help="the options of a layout file, in any game, named but not weighed")
    _take_layout_and_players(listed)
    listed.add_argument("--hand", choices=("right", "left"), default="right")
    listed.add_argument("--table", action="store_true", help="a table for people instead of JSON")
    listed.set_defaults(command=_options)
    played = commands.add_parser("playout", help="whole racks played by both players: the rack chance and its interval")
    _take_layout_and_players(played)
    played.add_argument("--racks", type=int, default=200)
    played.add_argument("--seed", type=int, default=1)
    played.add_argument("--stroke", type=int, default=0, help="begin with the file's own stroke of this number")
    played.add_argument("--top", type=int, default=0, help="weigh first, and play each of the best few options out")
    played.add_argument("--table", action="store_true", help="a line for people instead of JSON")
    played.set_defaults(command=_playout)
    sheet = commands.add_parser("sheet", help="a layout file as a PDF for print, with ring marks")
    sheet.add_argument("file", help="a layout file, or - for stdin")
    sheet.add_argument("--out", required=True, help="the PDF to write")
    sheet.add_argument("--units", choices=("cm", "in"), default="cm")
    sheet.add_argument("--title", default="Layout")
    sheet.set_defaults(command=_sheet)
    weigh = commands.add_parser("weigh", help="rank the options of a layout file")
    _take_layout_and_players(weigh)
    weigh.add_argument("--seed", type=int, default=1)
    weigh.add_argument("--samples", type=int, default=1000, help="executions of each leading option")
    weigh.add_argument("--seconds", type=float, default=None, help="stop refining after this long")
    weigh.add_argument("--race-to", type=int, default=None, help="a match: racks that win it")
    weigh.add_argument("--score", default="0-0", help="racks won so far, mine first: 5-3")
    weigh.add_argument("--they-break", action="store_true", help="the other player broke this rack")
    weigh.add_argument("--winner-breaks", action="store_true", help="else the break goes by turns")
    weigh.add_argument("--table", action="store_true", help="a table for people instead of JSON")
    weigh.set_defaults(command=_weigh)
    return parser


def _take_layout_and_players(command: argparse.ArgumentParser) -> None:
    command.add_argument("file", help="a layout file, or - for stdin")
    command.add_argument("--me", default="league", help="level, or a file with a stroke model")
    command.add_argument("--them", default="league", help="level, or a file with a stroke model")


def _print(text: str) -> None:
    sys.stdout.write(text + "\n")


def _simulate(options: argparse.Namespace) -> None:
    if not options.lines:
        _print(_simulated(sys.stdin.read(), options.table))
        return
    for number, line in enumerate(sys.stdin, 1):
        if line.strip():
            try:
                _print(_simulated(line, options.table))
            except Refused as refused:
                raise refuse(f"line {number}", str(refused).rstrip(".")) from None


def _simulated(text: str, for_people: bool) -> str:
    from partita.physics.simulate import physics_of, simulate  # noqa: PLC0415 - kernels load only where needed
    from partita.physics.stroke import Stroke  # noqa: PLC0415
    from partita.table.spec import table_from  # noqa: PLC0415

    request = _object(text)
    layout = layout_file.read_layout(request.get("layout"))
    ((_, stroke),) = layout_file.read_strokes([request.get("stroke")])
    if not isinstance(stroke, Stroke):
        raise refuse("stroke", "it has no aim_deg", "Give aim_deg; wishes are for the options and weigh commands.")
    overrides = _overrides(request.get("physics", {}))
    nose = overrides.pop("h_nose", None)
    if nose is not None:
        # In ball diameters; a small number can only be meant in metres.
        nose = nose if nose > 0.2 else nose / (2 * layout.table.ball_radius_m)
        fields = {k: getattr(layout.table, k) for k in layout.table.__dataclass_fields__} | {"nose_height": nose}
        layout = type(layout)(table_from(fields), layout.balls)
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


def _table_fit(options: argparse.Namespace) -> None:
    from partita.files.readings import read_readings  # noqa: PLC0415 - kernels load only where needed
    from partita.physics.table_fit import fit_table  # noqa: PLC0415

    table, readings = read_readings(_object(_text_of(options.file)))
    fit = fit_table(table, **readings)
    settings = {name: setting.as_json() for name, setting in fit.settings.items()}
    if not options.table:
        _print(
            json.dumps(
                {"table": {**(vars(table) | {n: s["value"] for n, s in settings.items()})}, "settings": settings}
            )
        )
        return
    for name, setting in settings.items():
        _print(f"{name:5} {setting['value']:.4f}   95 %: {setting['low']:.4f} to {setting['high']:.4f}")


def _sheet(options: argparse.Namespace) -> None:
    from partita.files.shot_sheet import shot_sheet  # noqa: PLC0415 - only this command needs it

    file = layout_file.parse(_text_of(options.file))
    try:
        Path(options.out).write_bytes(shot_sheet(file.situation, options.title, options.units))
    except OSError as error:
        raise refuse("--out", f"{options.out} cannot be written: {error.strerror}", "Name a file to write.") from None


def _object(text: str) -> Json:
    try:
        value = json.loads(text)
    except (json.JSONDecodeError, RecursionError) as error:
        raise refuse("input", f"this is not JSON: {error}", 'Give {"layout": {...}, "stroke": {...}}.') from None
    if not isinstance(value, dict):
        raise refuse("input", "it is not a JSON object", 'Give {"layout": {...}, "stroke": {...}}.')
    return value


def _overrides(value: object) -> dict[str, float]:
    if not isinstance(value, dict):
        raise refuse("physics", "it is not an object", 'Give {"mu_s": 0.2} or leave it out.')
    for name, number in value.items():
        if isinstance(number, bool) or not isinstance(number, int | float) or not 0 <= number <= 1000:
            raise refuse(f"physics {str(name)[:30]}", f"{str(number)[:30]} is out of range", "Use a number from 0.")
    return {str(name): float(number) for name, number in value.items()}


def _playout(options: argparse.Namespace) -> None:
    from partita.odds.playout import first_stroke  # noqa: PLC0415 - kernels load only where needed

    file = layout_file.parse(_text_of(options.file))
    me, them = _player(options.me), _player(options.them)
    if not 0 <= options.stroke <= len(file.strokes):
        raise refuse("--stroke", f"the file has no stroke {options.stroke}", f"Use 1 to {len(file.strokes)}, or 0.")
    situation = file.situation
    strokes: list[Any] = [("as both would play it", None)]
    if options.top:
        situation, strokes = _leaders(file, me, them, options)
    elif options.stroke:
        label, own = file.strokes[options.stroke - 1]
        strokes = [(label, first_stroke(situation, own, me if situation.shooter == "me" else them))]
    lines = [_played(situation, me, them, options, name, first) for name, first in strokes]
    if options.table:
        _print("\n".join(_played_line(line) for line in lines))
        return
    document = {"format": "partita-playout", "version": 1, "seed": options.seed, "for": situation.shooter}
    _print(json.dumps(document | ({"lines": lines} if options.top else lines[0])))


def _leaders(file: layout_file.LayoutFile, me: Any, them: Any, options: argparse.Namespace) -> tuple[Any, list[Any]]:
    """The situation, the cue ball placed, and first strokes of the best few options as weighed."""
    from partita.odds.playout import first_stroke  # noqa: PLC0415 - kernels load only where needed
    from partita.odds.study import as_weighed  # noqa: PLC0415
    from partita.odds.weigh import WeighRequest, weigh  # noqa: PLC0415
    from partita.physics.stroke import Stroke  # noqa: PLC0415

    if not 1 <= options.top <= MOST_LEADERS:
        raise refuse("--top", f"{options.top} is out of range", f"Use 1 to {MOST_LEADERS}.")
    settled: Json = {}
    for study in weigh(WeighRequest(file.situation, me, them, options.seed, own_strokes=file.strokes)):
        settled = study.document
        if study.settled:
            break
    situation = as_weighed(file.situation, settled)
    shooter = me if situation.shooter == "me" else them
    # A push-out is not a stroke that decides anything by itself.
    found = [option for option in settled["options"] if option["kind"] != "push-out"][: options.top]
    return situation, [(o["name"], first_stroke(situation, Stroke(**o["stroke"]), shooter)) for o in found]


def _played(situation: Any, me: Any, them: Any, options: argparse.Namespace, name: str, first: Any) -> Json:
    from partita.odds.playout import play_out  # noqa: PLC0415 - kernels load only where needed

    line: Json = {}
    for so_far in play_out(situation, me, them, options.racks, seed=options.seed, first=first):
        if sys.stderr.isatty():
            sys.stderr.write(f"\r{so_far.racks} of {options.racks} racks")
        line = {"name": name, "racks": so_far.racks, "rack_chance": so_far.chance.as_json()}
        line["shots_a_rack"] = round(so_far.shots_a_rack, 2)
    return line


def _played_line(line: Json) -> str:
    chance = line["rack_chance"]
    spread = 50 * (chance["high"] - chance["low"])
    share = f"{100 * chance['value']:.1f} ± {spread:.1f} %"
    return f"{share} of {line['racks']} racks won by the player at the table: {line['name']}"


def _options(options: argparse.Namespace) -> None:
    from partita.odds.listing import list_options  # noqa: PLC0415 - kernels load only where needed

    file = layout_file.parse(_text_of(options.file))
    found = list_options(file.situation, _player(options.me), _player(options.them), file.strokes, options.hand)
    if not options.table:
        _print(
            json.dumps({"format": "partita-options", "version": 1, "options": [option.as_json() for option in found]})
        )
        return
    for option in found:
        watch = f"   watch: {'; '.join(option.watch)}" if option.watch else ""
        _print(f"{option.intention.kind:16} {option.name}; {option.detail}{watch}")


def _weigh(options: argparse.Namespace) -> None:
    import time  # noqa: PLC0415

    from partita.odds.weigh import WeighRequest, weigh  # noqa: PLC0415 - kernels load only where needed

    file = layout_file.parse(_text_of(options.file))
    request = WeighRequest(
        file.situation, _player(options.me), _player(options.them), options.seed, options.samples, file.strokes,
        _match(options),
    )  # fmt: skip
    started, study = time.monotonic(), None
    for newest in weigh(request):
        study = newest
        if options.seconds is not None and time.monotonic() - started > options.seconds:
            break
    if study is None or not study.document["options"]:
        raise refuse("layout", "no option was found", "Check that a legal ball can be reached.")
    document = study.document | {"seconds": round(time.monotonic() - started, 3)}
    _print(_weigh_table(document) if options.table else json.dumps(document))


def _match(options: argparse.Namespace) -> Any:
    from partita.games.match import Match  # noqa: PLC0415

    if options.race_to is None:
        return None
    mine, _, theirs = options.score.partition("-")
    if not (mine.isdecimal() and theirs.isdecimal() and len(options.score) < 8):
        raise refuse("--score", f"“{options.score[:20]}” is no score", "Give my racks and theirs: 5-3.")
    breaks = "winner" if options.winner_breaks else "alternate"
    return Match(options.race_to, int(mine), int(theirs), not options.they_break, breaks).check()  # type: ignore[arg-type]


def _text_of(name: str) -> str:
    if name == "-":
        return sys.stdin.read(layout_file.LARGEST_BYTES + 1)
    path = Path(name)
    try:
        with path.open(encoding="utf-8") as file:
            return file.read(layout_file.LARGEST_BYTES + 1)
    except (OSError, UnicodeDecodeError) as error:
        raise refuse(
            name, f"it cannot be read: {getattr(error, 'strerror', None) or 'not text'}", "Give a layout file."
        ) from None


def _player(name: str) -> Any:
    from partita.players.stroke_model import preset, stroke_model_from  # noqa: PLC0415

    if name.endswith(".json"):
        return stroke_model_from(_object(_text_of(name)))
    return preset(name)


def _weigh_table(document: Json) -> str:
    rows = [" rack chance   make  foul  sold out  option"]
    for option in document["options"]:
        chance = option["rack_chance"]
        spread = 50 * (chance["high"] - chance["low"])
        cells = (option["make"]["value"], option["foul"]["value"], option["sold_out"]["value"])
        make, foul, sold = (f"{100 * cell:.0f} %" for cell in cells)
        rows.append(
            f"{100 * chance['value']:5.1f} ± {spread:4.1f} {make:>6} {foul:>5} {sold:>8}   "
            f"{option['aim']:8} {option['name']}; {option['detail']}"
        )
    return "\n".join([*rows, "", document["why"], document["reliable"], *_changes_lines(document)])


def _changes_lines(document: Json) -> list[str]:
    """What would change the choice, and what the rack is worth in the match."""
    lines: list[str] = []
    changes: Json = document.get("changes") or {"changes": []}
    match: Json | None = document.get("match")
    for row in changes["changes"]:
        best = f"then rather {changes['options'][row['best']]}" if row["changes"] else "the choice stands"
        lines.append(f"{row['kind'] + ', ' + row['name']:38} {100 * row['rack_chance'][row['best']]:3.0f} %   {best}")
    if match:
        lines.append(
            f"Match: {100 * match['my_match_chance'][0]:.1f} % with the top option; a point of rack chance is worth "
            f"{match['a_point_is_worth']:.2f} points."
        )
    return lines


if __name__ == "__main__":
    sys.exit(main())
