"""A list of players as a file, `{"format": "partita-players", "version": 1, "players": [...]}`: a club's, to be
shared.
"""

import json
from collections.abc import Sequence
from dataclasses import asdict, dataclass
from typing import Any

from partita.errors import Problem, Refused, refuse
from partita.files.json_text import finite_json
from partita.files.locate import Lines
from partita.players.stroke_model import PRESETS, StrokeModel, stroke_model_from

FORMAT = "partita-players"
MOST_PLAYERS = 200
_LONGEST = {"name": 60, "cue": 80, "notes": 1000}
_MOST_TOLD = 8


@dataclass(frozen=True)
class WrittenPlayer:
    """A player as written: the level he says, the stroke, whether that is measured, and words."""

    stroke: StrokeModel
    level: str
    measured: bool = False
    cue: str = ""
    notes: str = ""


def write_players(players: Sequence[WrittenPlayer]) -> str:
    """The reverse of `read_players`."""
    rows = [
        {
            "name": one.stroke.name, "level": one.level, "measured": one.measured, "cue": one.cue, "notes": one.notes,
            "stroke": {name: value for name, value in asdict(one.stroke).items() if name != "name"},
        }
        for one in players
    ]  # fmt: skip
    return json.dumps({"format": FORMAT, "version": 1, "players": rows}, indent=1, ensure_ascii=False) + "\n"


def read_players(text: str, name: str = "players") -> list[WrittenPlayer]:
    """The players of a file. `Refused` names every wrong one by its line, up to eight; none is taken then."""
    document = finite_json(text, name)
    if not isinstance(document, dict) or document.get("format") != FORMAT or document.get("version") != 1:
        raise refuse(name, "it is no list of players", f'Its format is "{FORMAT}", its version 1.')
    rows = document.get("players")
    if not isinstance(rows, list) or len(rows) > MOST_PLAYERS:
        raise refuse(name, "its players are not a list", f"Give up to {MOST_PLAYERS} players.")
    lines = Lines(text)
    found: list[WrittenPlayer] = []
    problems: list[Problem] = []
    for place, row in enumerate(rows):
        where = f"{name}: line {lines.nearest(('players', place))}"
        try:
            found.append(_player(row, where))
        except Refused as refused:
            problems += refused.problems
    names = [one.stroke.name for one in found]
    problems += [
        Problem(name, f"“{twice[:40]}” stands twice", "Give each player a name of his own.")
        for twice in sorted({one for one in names if names.count(one) > 1})
    ]
    if problems:
        raise Refused(*problems[:_MOST_TOLD])
    return found


def _player(row: object, where: str) -> WrittenPlayer:
    if not isinstance(row, dict):
        raise refuse(where, "it is not an object", "Give name, level and stroke.")
    words = {key: _text(row, key, most, where) for key, most in _LONGEST.items()}
    if not words["name"].strip():
        raise refuse(f"{where} name", "there is none", "Give each player a name.")
    level, stroke = row.get("level"), row.get("stroke")
    if not isinstance(level, str) or level not in PRESETS:
        raise refuse(f"{where} level", f"“{str(level)[:40]}” is none", f"Use {', '.join(PRESETS)}.")
    base = PRESETS[str(level)].as_json()
    if not isinstance(stroke, dict | None):
        raise refuse(f"{where} stroke", "it is not an object", "Give its fields, or leave it out.")
    try:
        model = stroke_model_from({**base, **(stroke or {}), "name": words["name"]})
    except Refused as refused:
        raise Refused(*(Problem(f"{where} {one.where}", one.what, one.accepted) for one in refused.problems)) from None
    return WrittenPlayer(model, str(level), row.get("measured") is True, words["cue"], words["notes"])


def _text(row: dict[str, Any], key: str, most: int, where: str) -> str:
    value = row.get(key, "")
    if not isinstance(value, str) or len(value) > most or not value.isprintable():
        raise refuse(f"{where} {key}", "it is no line of text of a fitting length", f"Use up to {most} letters.")
    return value
