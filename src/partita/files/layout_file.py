"""The layout file (`.partita.json`): reading with line-precise errors, writing, and what is kept.

Format: `docs/formats.md`; schema: `layout.schema.json` beside this file.
"""

import json
import math
from dataclasses import dataclass, field, replace
from typing import Any

from partita.errors import Problem, Refused, refuse
from partita.games import GAMES, game_named
from partita.games.situation import Situation
from partita.physics.stroke import Stroke, check_stroke
from partita.table.diamonds import diamonds, metres
from partita.table.layout import Layout, ball_label, problems_of
from partita.table.spec import PRESETS, TableSpec, table_from, table_named

FORMAT, VERSION = "partita-layout", 1
LARGEST_BYTES = 64 * 1024
_KNOWN = {"format", "version", "name", "table", "game", "balls", "situation", "strokes"}
_STROKE = {"name", "aim_deg", "speed_mps", "side", "height", "elevation_deg"}
Json = dict[str, Any]


@dataclass(frozen=True)
class LayoutFile:
    """A layout file's meaning: the situation, own strokes, and fields this version does not know."""

    situation: Situation
    strokes: tuple[tuple[str, Stroke], ...] = ()
    unknown: Json = field(default_factory=dict)
    table_fields: Json | None = None

    @property
    def notes(self) -> tuple[str, ...]:
        """What a reader should be told about the import."""
        if not self.unknown:
            return ()
        return (f"Fields not known to this version were kept: {', '.join(sorted(self.unknown))}.",)


def parse(text: str) -> LayoutFile:
    """Read a layout file. `Refused` names the line, what is wrong and what would be accepted."""
    if len(text.encode()) > LARGEST_BYTES:
        size = len(text.encode()) // 1024
        raise refuse("file", f"it has {size:,} kB, too much for a layout", f"Use at most {LARGEST_BYTES // 1024} kB.")
    try:
        document = json.loads(text, parse_constant=_not_finite)
    except json.JSONDecodeError as error:
        where = f"line {error.lineno}, column {error.colno}"
        raise refuse(where, f"this is not JSON: {error.msg}", "See docs/formats.md for an example.") from None
    except RecursionError:
        raise refuse("file", "it is nested too deeply to be a layout", "See docs/formats.md.") from None
    try:
        return read(document)
    except Refused as refused:
        raise Refused(*(_with_line(text, problem) for problem in refused.problems)) from None


def _not_finite(word: str) -> float:
    raise refuse("number", f"{word} is not a finite number", "Use ordinary numbers.")


def _with_line(text: str, problem: Problem) -> Problem:
    """The problem with the line on which its subject stands, where that can be told."""
    key = problem.where.split(" at ")[0].removeprefix("ball ").replace("cue ball", "cue").split(" ")[-1]
    for number, line in enumerate(text.splitlines(), 1):
        if f'"{key}"' in line:
            return replace(problem, where=f"line {number}, {problem.where}")
    return problem


def read(document: object) -> LayoutFile:
    """The meaning of a layout document (parsed JSON), checked whole."""
    if not isinstance(document, dict):
        raise refuse("file", "it is not a JSON object", 'Start with {"format": "partita-layout", ...}.')
    if document.get("format") != FORMAT:
        raise refuse("format", f"it is {_short(document.get('format'))}", f'Use "{FORMAT}".')
    if document.get("version") != VERSION:
        raise refuse("version", f"version {_short(document.get('version'))} is not known", f"Use {VERSION}.")
    layout, table_fields, game = _layout_of(document)
    situation = _situation(layout, game, document.get("situation", {}))
    game_named(game).check(situation)
    unknown = {key: value for key, value in document.items() if key not in _KNOWN}
    return LayoutFile(situation, read_strokes(document.get("strokes", [])), unknown, table_fields)


def read_layout(document: object) -> Layout:
    """Only the layout of a document: any balls of the game, as the simulator takes them."""
    if not isinstance(document, dict):
        raise refuse("layout", f"{_short(document)} is not a layout", "See docs/formats.md for an example.")
    return _layout_of(document)[0]


def _layout_of(document: Json) -> tuple[Layout, Json | None, str]:
    named = document.get("table", "pool-9ft")
    table, table_fields = read_table(named), named if isinstance(named, dict) else None
    game = document.get("game", "nine-ball")
    if not isinstance(game, str) or game not in GAMES:
        raise refuse("game", f"there is no game {_short(game)}", f"Use one of {', '.join(GAMES)}.")
    return _layout(table, document.get("balls"), game_named(game).balls), table_fields, game


def _short(value: object) -> str:
    text = json.dumps(value, default=str)
    return text if len(text) <= 40 else text[:37] + "..."


def read_table(value: object) -> TableSpec:
    """A table from a preset's name, or from an object with the fields of a table profile."""
    if isinstance(value, str):
        return table_named(value)
    if isinstance(value, dict):
        return table_from(value)
    raise refuse("table", f"{_short(value)} is not a table", f"Use one of {', '.join(PRESETS)}, or an object.")


def _layout(table: TableSpec, balls: object, allowed: tuple[str, ...]) -> Layout:
    if not isinstance(balls, dict):
        raise refuse("balls", "there are none", 'Give places in diamonds, as {"cue": [2, 1.5], "9": [6, 2]}.')
    problems = []
    places: dict[str, tuple[float, float]] = {}
    for name, place in balls.items():
        label = ball_label(name[:20])
        if name not in allowed:
            problems.append(Problem(label, "there is no such ball in this game", f"Use {', '.join(allowed)}."))
        elif not _is_place(place):
            problems.append(Problem(label, f"{_short(place)} is no place", "Use [x, y] in diamonds, 0..8 and 0..4."))
        else:
            places[name] = metres(table, float(place[0]), float(place[1]))
    layout = Layout(table, places)
    problems += problems_of(layout)
    if problems:
        raise Refused(*problems[:12])
    return layout


def _is_place(value: object) -> bool:
    return isinstance(value, list) and len(value) == 2 and all(_is_number(part) for part in value)


def _is_number(value: object) -> bool:
    if isinstance(value, bool) or not isinstance(value, int | float):
        return False
    return abs(value) < 1e6 and math.isfinite(value)


def _situation(layout: Layout, game: str, value: object) -> Situation:
    if not isinstance(value, dict):
        raise refuse("situation", f"{_short(value)} is not an object", "Leave it out, or see docs/formats.md.")
    shooter = value.get("shooter", "me")
    if shooter not in ("me", "them"):
        raise refuse("shooter", f"{_short(shooter)} is nobody", 'Use "me" or "them".')
    in_hand = value.get("ball_in_hand", False)
    if not isinstance(in_hand, bool):
        raise refuse("ball_in_hand", f"{_short(in_hand)} is no answer", "Use true or false.")
    fouls = {key: value.get(key, 0) for key in ("my_fouls", "their_fouls")}
    for key, count in fouls.items():
        if isinstance(count, bool) or not isinstance(count, int) or not 0 <= count < 3:
            raise refuse(key, f"{_short(count)} fouls in a row cannot be", "Use 0, 1 or 2.")
    return Situation(layout, game, shooter, in_hand, **fouls)


def read_strokes(value: object) -> tuple[tuple[str, Stroke], ...]:
    """Named strokes from their JSON form, each checked."""
    if not isinstance(value, list) or len(value) > 20:
        raise refuse("strokes", "it is not a list of up to 20 strokes", "See docs/formats.md.")
    strokes = []
    for place, item in enumerate(value, 1):
        if not isinstance(item, dict) or not all(_is_number(item.get(k, 0)) for k in _STROKE - {"name"}):
            raise refuse(f"stroke {place}", f"{_short(item)} is no stroke", "Give aim_deg and speed_mps as numbers.")
        if "aim_deg" not in item or "speed_mps" not in item:
            raise refuse(f"stroke {place}", "aim_deg or speed_mps is missing", "Give both as numbers.")
        numbers = {key: float(item[key]) for key in _STROKE - {"name"} if key in item}
        strokes.append((str(item.get("name", f"stroke {place}"))[:60], check_stroke(Stroke(**numbers))))
    return tuple(strokes)


def write(file: LayoutFile, name: str | None = None) -> Json:
    """The document of a layout file; reading it again gives the same meaning."""
    situation = file.situation
    layout = situation.layout
    places = {ball: [round(v, 5) for v in diamonds(layout.table, *place)] for ball, place in layout.balls.items()}
    document: Json = {"format": FORMAT, "version": VERSION}
    if name:
        document["name"] = name
    document |= {
        "table": file.table_fields or layout.table.name,
        "game": situation.game,
        "balls": places,
        "situation": {key: getattr(situation, key) for key in ("shooter", "ball_in_hand", "my_fouls", "their_fouls")},
    }
    if file.strokes:
        document["strokes"] = [
            {"name": label, "aim_deg": s.aim_deg, "speed_mps": s.speed_mps, "side": s.side, "height": s.height,
             "elevation_deg": s.elevation_deg}
            for label, s in file.strokes
        ]  # fmt: skip
    return document | file.unknown
