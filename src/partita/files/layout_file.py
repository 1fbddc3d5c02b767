"""The layout file (`.partita.json`): reading with line-precise errors, writing, and what is kept.

Format: `docs/formats.md`; schema: `layout.schema.json` beside this file.
"""

import json
import math
from dataclasses import dataclass, field, replace
from typing import Any

from partita.errors import Problem, Refused, refuse
from partita.files.json_text import finite_json, size_of
from partita.files.locate import Lines
from partita.games import ALL_BALLS, GAMES, game_named
from partita.games.situation import Hand, Situation
from partita.games.snooker import BALLS_ON
from partita.games.standing import HANDS
from partita.options.wishes import Wish
from partita.physics.stroke import CUES, Cue, Stroke, check_stroke
from partita.table.diamonds import diamonds, metres
from partita.table.layout import Layout, ball_label, problems_of
from partita.table.spec import CUSHIONS, POCKETS, PRESETS, TableSpec, table_from, table_named

FORMAT, VERSION = "partita-layout", 1
LARGEST_BYTES = 64 * 1024
_KNOWN = {"format", "version", "name", "table", "game", "balls", "situation", "strokes"}
_STROKE = {"aim_deg", "speed_mps", "side", "height", "elevation_deg"}
# By its numbers, or by what it should do.
Meant = Stroke | Wish
OwnStroke = tuple[str, Meant]
# Ball in hand in files that earlier versions wrote, beside the words of today.
_EARLIER_HANDS: dict[object, Hand] = {False: "none", True: "anywhere"}
_SELDOM = (
    "variant", "my_group", "push_out", "my_points", "their_points", "points_to", "ball_on", "free_ball",
)  # fmt: skip
Json = dict[str, Any]


@dataclass(frozen=True)
class LayoutFile:
    """A layout file's meaning: the situation, own strokes, and fields this version does not know."""

    situation: Situation
    strokes: tuple[OwnStroke, ...] = ()
    unknown: Json = field(default_factory=dict)
    table_fields: Json | None = None

    @property
    def notes(self) -> tuple[str, ...]:
        """What a reader should be told about the import."""
        if not self.unknown:
            return ()
        return (f"Fields not known to this version were kept: {', '.join(sorted(self.unknown))}.",)


def check_size(text: str) -> None:
    """Raises `Refused` for more than a layout can need."""
    size = size_of(text)
    if size > LARGEST_BYTES:
        raise refuse(
            "file", f"it has {size // 1024:,} kB, too much for a layout", f"Use at most {LARGEST_BYTES // 1024} kB."
        )


def parse(text: str) -> LayoutFile:
    """Read a layout file. `Refused` names the line, what is wrong and what would be accepted."""
    check_size(text)
    document, lines = finite_json(text, ""), Lines(text)
    try:
        return read(document)
    except Refused as refused:
        raise Refused(*(_with_line(problem, lines) for problem in refused.problems)) from None


def _with_line(problem: Problem, lines: Lines) -> Problem:
    """The problem with the line on which its subject stands; rules name a part of the situation, or of the file."""
    paths = (problem.path, ("situation", problem.where), (problem.where,))
    line = next((found for path in paths if path and (found := lines.of(path))), None)
    return replace(problem, where=f"line {line}, {problem.where}") if line else problem


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
    return _layout_of(document, ALL_BALLS)[0]


def _layout_of(document: Json, allowed: tuple[str, ...] | None = None) -> tuple[Layout, Json | None, str]:
    named = document.get("table", "pool-9ft")
    table, table_fields = read_table(named), named if isinstance(named, dict) else None
    game = document.get("game", "nine-ball")
    if not isinstance(game, str) or game not in GAMES:
        raise refuse("game", f"there is no game {_short(game)}", f"Use one of {', '.join(GAMES)}.")
    return _layout(table, document.get("balls"), allowed or game_named(game).balls), table_fields, game


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
            problems.append(
                Problem(label, "there is no such ball in this game", f"Use {', '.join(allowed)}.", ("balls", name))
            )
        elif not _is_place(place):
            problems.append(
                Problem(
                    label, f"{_short(place)} is no place", "Use [x, y] in diamonds, 0..8 and 0..4.", ("balls", name)
                )
            )
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
    hand = value.get("ball_in_hand", "none")
    if isinstance(hand, bool):
        hand = _EARLIER_HANDS[hand]
    return Situation(
        layout,
        game,
        variant=_one_of(value, "variant", "standard", game_named(game).variants),
        shooter=_one_of(value, "shooter", "me", ("me", "them")),
        in_hand=_one_of({"ball_in_hand": hand}, "ball_in_hand", "none", HANDS),
        my_fouls=_count(value, "my_fouls", 0),
        their_fouls=_count(value, "their_fouls", 0),
        my_group=_one_of(value, "my_group", None, (None, "solids", "stripes")),
        push_out=_one_of(value, "push_out", "none", ("none", "allowed", "made")),
        my_points=_count(value, "my_points", 0),
        their_points=_count(value, "their_points", 0),
        points_to=_count(value, "points_to", 100),
        ball_on=_one_of(value, "ball_on", None, (None, *BALLS_ON)),
        free_ball=bool(_one_of(value, "free_ball", False, (False, True))),
    )


def _one_of(value: Json, key: str, default: Any, accepted: tuple[Any, ...]) -> Any:
    found = value.get(key, default)
    if not isinstance(found, str | bool | None) or found not in accepted:
        words = ", ".join(json.dumps(word) for word in accepted if word is not None)
        raise refuse(key, f"{_short(found)} is none of these", f"Use {words}.")
    return found


def _count(value: Json, key: str, default: int) -> int:
    found = value.get(key, default)
    if isinstance(found, bool) or not isinstance(found, int) or not -10_000 <= found <= 10_000:
        raise refuse(key, f"{_short(found)} is no count", "Use a whole number.")
    return found


def read_strokes(value: object) -> tuple[OwnStroke, ...]:
    """Named strokes from their JSON form, each checked; those without an aim are wishes."""
    if not isinstance(value, list) or len(value) > 20:
        raise refuse("strokes", "it is not a list of up to 20 strokes", "See docs/formats.md.")
    found = []
    for place, item in enumerate(value):
        try:
            found.append(read_stroke(f"stroke {place + 1}", item))
        except Refused as refused:
            raise Refused(*(replace(problem, path=("strokes", place)) for problem in refused.problems)) from None
    return tuple(found)


def read_stroke(where: str, item: object) -> OwnStroke:
    """One stroke from its JSON form, checked, with its name; `where` says which in a refusal."""
    if not isinstance(item, dict) or not all(_is_number(item.get(k, 0)) for k in _STROKE):
        raise refuse(where, f"{_short(item)} is no stroke", "Give aim_deg and speed_mps as numbers.")
    wished = [key for key in ("pot", "contact") if key in item]
    if "speed_mps" not in item or ("aim_deg" in item) + len(wished) != 1:
        raise refuse(where, "speed_mps is missing, or not one of aim_deg, pot and contact is given", "Give both.")
    label = str(item.get("name", where))[:60]
    numbers = {key: float(item[key]) for key in _STROKE if key in item}
    cue: Cue = _one_of(item, "cue", "playing", CUES)
    checked = check_stroke(Stroke(**{"aim_deg": 0.0, **numbers}, cue=cue))
    if not wished:
        return label, checked
    how: dict[str, Any] = {key: number for key, number in numbers.items() if key != "aim_deg"} | {"cue": cue}
    return label, _wish(f"{where} {wished[0]}", item[wished[0]], wished[0] == "pot", how)


def _wish(where: str, value: object, is_pot: bool, how: dict[str, Any]) -> Wish:
    """`{"ball", "pocket"}`, or `{"ball", "fullness", "side", "cushions_first"}`."""
    if not isinstance(value, dict) or not isinstance(value.get("ball"), str):
        raise refuse(where, f"{_short(value)} names no ball", 'Give {"ball": "3", ...}.')
    if is_pot:
        return Wish(value["ball"], **how, pocket=_one_of(value, "pocket", "", POCKETS))
    fullness, first = value.get("fullness", 1.0), value.get("cushions_first", [])
    if not _is_number(fullness) or not 0 < fullness <= 1:
        raise refuse(f"{where} fullness", f"{_short(fullness)} is out of range", "Use more than 0, up to 1.")
    if not isinstance(first, list) or len(first) > 5 or any(cushion not in CUSHIONS for cushion in first):
        raise refuse(f"{where} cushions_first", f"{_short(first)} are no cushions", f"Use {', '.join(CUSHIONS)}.")
    side = _one_of(value, "side", "left", ("left", "right"))
    return Wish(value["ball"], **how, fullness=float(fullness), side_hit=side, cushions_first=tuple(first))


def stroke_json(label: str, own: Stroke | Wish) -> Json:
    """The reverse of `read_stroke`."""
    how = {key: getattr(own, key) for key in ("speed_mps", "side", "height", "elevation_deg")}
    how |= {"cue": own.cue} if own.cue != "playing" else {}
    if isinstance(own, Stroke):
        return {"name": label, "aim_deg": own.aim_deg, **how}
    if own.pocket:
        return {"name": label, **how, "pot": {"ball": own.ball, "pocket": own.pocket}}
    contact = {"ball": own.ball, "fullness": own.fullness, "side": own.side_hit}
    return {"name": label, **how, "contact": contact | {"cushions_first": list(own.cushions_first)}}


def _situation_json(situation: Situation) -> Json:
    """What is always said, and what differs from the ordinary."""
    plain = Situation(situation.layout)
    document: Json = {"shooter": situation.shooter, "ball_in_hand": situation.in_hand}
    document |= {"my_fouls": situation.my_fouls, "their_fouls": situation.their_fouls}
    return document | {
        key: getattr(situation, key) for key in _SELDOM if getattr(situation, key) != getattr(plain, key)
    }  # fmt: skip


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
        "situation": _situation_json(situation),
    }
    if file.strokes:
        document["strokes"] = [stroke_json(label, own) for label, own in file.strokes]
    return document | file.unknown
