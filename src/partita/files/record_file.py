"""The record as a file: matches with their racks and decisions, and decisions of no match (`docs/formats.md`).

What is wrong is named by its line and left out; the rest can be taken. CSV of racks and of decisions stands beside it
(`racks_file`, `decisions_file`).
"""

import json
from collections.abc import Sequence
from dataclasses import asdict, dataclass, field, replace
from datetime import date as Day
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from partita.errors import Problem, Refused, refuse
from partita.files import layout_file
from partita.files.json_text import finite_json
from partita.files.locate import Lines
from partita.games import GAMES
from partita.players.stroke_model import StrokeModel, stroke_model_from
from partita.progress import Steps, at_once, counted
from partita.record.entry import Entry, entry_of
from partita.record.running import HOWS
from partita.record.said import Said, check_said
from partita.table.layout import CUE

FORMAT = "partita-record"
LARGEST_BYTES = 40_000_000
# Matches, decisions or strokes of one file: more than any account may have.
_MOST_ROWS = 100_000
EARLIEST = Day(1990, 1, 1)
Name = Annotated[str, Field(max_length=60, pattern=r"^[^\x00-\x1f\x7f]*$")]
Words = Annotated[str, Field(max_length=1000, pattern=r"^[^\x00-\x08\x0b-\x1f\x7f]*$")]
Chance = Annotated[float, Field(ge=0, le=1)]
Token = Annotated[str, Field(pattern=r"^([A-Za-z0-9_-]{8,80})?$")]
Place = Annotated[list[float], Field(min_length=2, max_length=2)]


class _Written(BaseModel):
    model_config = ConfigDict(allow_inf_nan=False)


class Guess(_Written):
    """What was guessed before the ledger opened: a shot in words, and how often it is made."""

    words: Words = ""
    make: Chance | None = None
    same: bool = True


class WrittenDecision(_Written):
    """One decision. me, them : places in the file's list of strokes; those of a match have no date and names.

    same (of a guess) : whether what was played is what had been guessed
    """

    token: Token = ""
    date: Day | None = None
    player: Name = ""
    opponent: Name = ""
    game: str = "nine-ball"
    table: Name = ""
    ending: str
    said: Said | None = None
    entry: Entry | None = None
    shot_name: Words = ""
    best_name: Words = ""
    document: dict[str, Any] | None = None
    cue: Place | None = None
    me: int | None = None
    them: int | None = None
    made: bool | None = None
    guess: Guess | None = None
    rest: Place | None = None
    better: Chance | None = None
    in_trouble: bool = False

    @property
    def judged(self) -> Entry:
        """As an entry: worked out from what was said, else the figures that were given."""
        if self.said is None:
            if self.entry is None:
                raise refuse("decision", "there is nothing that was said", "Give said, as this application writes it.")
            return self.entry
        guess = self.guess.make if self.guess and self.guess.same else None
        return replace(entry_of(self.said, self.ending, self.made, guess, self.in_trouble), better=self.better)


class WrittenRack(_Written):
    """One rack: who won it (none while it is being played), how, and its decisions."""

    i_won: bool | None = None
    how: str = ""
    decisions: list[WrittenDecision] = Field(default_factory=list, max_length=200)


class WrittenMatch(_Written):
    """A match with its racks in their order; if_... : my chance of a rack by who breaks, where it is known."""

    token: Token = ""
    date: Day
    player: Name
    opponent: Name
    game: str = "nine-ball"
    table: Name = ""
    race_to: Annotated[int, Field(ge=1, le=50)] = 7
    breaks: Literal["alternate", "winner"] = "alternate"
    i_break_first: bool = True
    if_i_break: Chance | None = None
    if_they_break: Chance | None = None
    notes: Words = ""
    racks: list[WrittenRack] = Field(default_factory=list, max_length=99)


@dataclass
class WrittenRecord:
    """What a file holds: what can be taken, and the problems of what cannot."""

    matches: list[WrittenMatch] = field(default_factory=list)
    decisions: list[WrittenDecision] = field(default_factory=list)
    strokes: list[StrokeModel] = field(default_factory=list)
    problems: list[Problem] = field(default_factory=list)


def read_record(text: str, name: str = "record") -> WrittenRecord:
    """A record from a file's text. `Refused` when it is none at all; what is wrong in it is in its problems."""
    return at_once(reading_record(finite_json(text, name), name, Lines(text)))


def reading_record(document: Any, name: str = "record", lines: Lines | None = None) -> Steps[WrittenRecord]:
    """The same of a parsed document, row by row; without its lines, what is wrong is named by its number."""
    if not isinstance(document, dict) or document.get("format") != FORMAT or document.get("version") != 1:
        raise refuse(name, "it is no record", f'Its format is "{FORMAT}", its version 1.')
    found = WrittenRecord()
    found.strokes = [_stroke(row, f"{name}: stroke {k + 1}") for k, row in enumerate(_list(document, "strokes", name))]
    kinds: tuple[tuple[Any, str, list[Any]], ...] = (
        (WrittenMatch, "matches", found.matches), (WrittenDecision, "decisions", found.decisions),
    )  # fmt: skip
    rows = [
        (kind, kept, (key, place), row)
        for kind, key, kept in kinds
        for place, row in enumerate(_list(document, key, name))
    ]  # fmt: skip
    for share, (kind, kept, path, row) in counted(rows, len(rows)):
        if share is not None:
            yield share
        try:
            one = kind.model_validate(row)
            check_written(one, len(found.strokes))
            kept.append(one)
        except ValidationError as error:
            first = error.errors()[0]
            where = f"{_where(name, lines, *path, *first['loc'])} {'.'.join(str(part) for part in first['loc'])}"
            found.problems.append(Problem(where, str(first["msg"])[:120], "Mend it, or leave it out."))
        except Refused as refused:
            where = _where(name, lines, *path)
            found.problems += [Problem(f"{where} {p.where}", p.what, p.accepted) for p in refused.problems]
    return found


def _where(name: str, lines: Lines | None, *path: str | int) -> str:
    return f"{name}: {path[0]} {int(path[1]) + 1}" if lines is None else f"{name}: line {lines.nearest(path)}"


def _list(document: dict[str, Any], key: str, name: str) -> list[Any]:
    rows = document.get(key, [])
    if not isinstance(rows, list):
        raise refuse(f"{name} {key}", "they are not a list", "Give a file that was saved here.")
    if len(rows) > _MOST_ROWS:
        raise refuse(f"{name} {key}", f"there are more than {_MOST_ROWS:,}", "Split the file.")
    return rows


def _stroke(row: object, where: str) -> StrokeModel:
    if not isinstance(row, dict):
        raise refuse(where, "it is not an object", "Give its fields.")
    try:
        return stroke_model_from(row)
    except Refused as refused:
        raise Refused(*(Problem(f"{where} {one.where}", one.what, one.accepted) for one in refused.problems)) from None


def check_written(one: WrittenMatch | WrittenDecision, strokes: int = 0) -> None:
    """`Refused` for what cannot be: a date, a game, a way of winning, an ending."""
    if one.game not in GAMES:
        raise refuse("game", f"there is no game “{one.game[:30]}”", f"Use one of {', '.join(GAMES)}.")
    if one.date is not None and not EARLIEST <= one.date <= Day(2200, 1, 1):
        raise refuse("date", f"{one.date} cannot be", f"Use a day from {EARLIEST} on, as 2026-03-31.")
    if isinstance(one, WrittenDecision):
        _check_decision(one, strokes)
        return
    mine, theirs = 0, 0
    for number, rack in enumerate(one.racks, 1):
        if rack.how not in HOWS:
            raise refuse(f"rack {number} how", f"“{rack.how[:30]}” is none", f"Use one of {', '.join(HOWS)}.")
        if max(mine, theirs) >= one.race_to:
            raise refuse(f"rack {number}", "the match is over by then", f"It is a race to {one.race_to}.")
        if rack.i_won is None and number < len(one.racks):
            raise refuse(f"rack {number}", "nobody won it, and others follow", "Only the last one can be in play.")
        mine, theirs = mine + (rack.i_won is True), theirs + (rack.i_won is False)
        for decision in rack.decisions:
            _check_decision(decision, strokes)


def _check_decision(one: WrittenDecision, strokes: int) -> None:
    if one.said is not None:
        check_said(one.said)
    one.judged  # noqa: B018 - refused where it cannot be
    if one.document is not None:
        _check_layout(one)
    for whose in (one.me, one.them):
        if whose is not None and not 0 <= whose < strokes:
            raise refuse("decision", f"there is no stroke {whose}", f"The file has {strokes}, counted from 0.")


def _check_layout(one: WrittenDecision) -> None:
    situation = layout_file.read(one.document).situation
    if CUE not in situation.layout.balls and one.cue is None:
        raise refuse("cue", "the cue ball has no place", "Say where it was put.")


def write_record(
    matches: Sequence[WrittenMatch], decisions: Sequence[WrittenDecision], strokes: Sequence[StrokeModel]
) -> str:
    """The reverse of `read_record`, an entry a line."""

    def rows(some: Sequence[BaseModel]) -> str:
        return ",\n".join(
            json.dumps(one.model_dump(mode="json", exclude_defaults=True), ensure_ascii=False) for one in some
        )

    hands = ",\n".join(json.dumps(asdict(one), ensure_ascii=False) for one in strokes)
    return (
        f'{{"format": "{FORMAT}", "version": 1,\n"strokes": [\n{hands}],\n"matches": [\n{rows(matches)}],\n'
        f'"decisions": [\n{rows(decisions)}]}}\n'
    )
