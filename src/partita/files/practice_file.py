"""Practice as a file: sittings at drills with their attempts, and the quiz's answers; JSON out and in, CSV out."""

import json
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from partita.errors import Problem, Refused, refuse
from partita.files.csv_rows import csv_text
from partita.files.json_text import finite_json

FORMAT = "partita-practice"
LARGEST_BYTES = 8_000_000
COLUMNS = ("day", "player", "drill", "step", "by", "outcome", "x", "y", "made")
QUIZ_COLUMNS = ("day", "player", "game", "round", "position", "kind", "choice", "cost", "said", "made")
Name = Annotated[str, Field(max_length=80, pattern=r"^[^\x00]*$")]
Token = Annotated[str, Field(pattern=r"^[A-Za-z0-9_-]{1,80}$")]
Day = Annotated[str, Field(pattern=r"^\d{4}-\d{2}-\d{2}$")]
Share = Annotated[float, Field(ge=0, le=1)]


class _Part(BaseModel):
    model_config = ConfigDict(allow_inf_nan=False)


class AttemptRow(_Part):
    """An attempt: `token` its own name; by the player or his partner; step from 1; outcome, or where a ball rested."""

    token: Token
    by: Literal["player", "partner"] = "player"
    step: Annotated[int, Field(ge=1, le=8)]
    outcome: Annotated[str, Field(max_length=10)] = ""
    x: float | None = None
    y: float | None = None


class SittingRow(_Part):
    """A sitting at a drill: the drill as it was then, on what table, with whom."""

    token: Token
    day: Day
    player: Name
    partner: Name = ""
    drill: dict[str, Any]
    table: str | dict[str, Any]
    attempts: Annotated[list[AttemptRow], Field(max_length=5000)]


class AnswerRow(_Part):
    """An answer in the quiz: what it cost in rack chance, none when time ran out; said and made: make chances."""

    position: Annotated[str, Field(max_length=60)]
    kind: Annotated[str, Field(max_length=20)]
    choice: Annotated[str, Field(max_length=120)] = ""
    cost: Share | None = None
    said: Share | None = None
    made: Share | None = None


class RoundRow(_Part):
    """A round of the quiz."""

    token: Token
    day: Day
    player: Name
    game: Annotated[str, Field(max_length=20)]
    level: Annotated[str, Field(max_length=40)]
    answers: Annotated[list[AnswerRow], Field(max_length=40)]


class PracticeFile(_Part):
    """All of it."""

    format: Literal["partita-practice"] = "partita-practice"
    version: Literal[1] = 1
    drills: Annotated[list[dict[str, Any]], Field(max_length=500)] = Field(default_factory=list)
    sittings: Annotated[list[SittingRow], Field(max_length=20_000)] = Field(default_factory=list)
    rounds: Annotated[list[RoundRow], Field(max_length=20_000)] = Field(default_factory=list)


def read_practice(document: object, name: str = "practice") -> PracticeFile:
    """Practice from its document. `Refused` with every problem found."""
    if not isinstance(document, dict) or document.get("format") != FORMAT or document.get("version") != 1:
        raise refuse(name, "it is no practice", f'Its format is "{FORMAT}", its version 1.')
    try:
        return PracticeFile.model_validate(document)
    except ValidationError as error:
        raise Refused(*(
            Problem(f"{name} {'.'.join(str(part) for part in one['loc'])}", str(one["msg"])[:120],
                    "Give a file that was saved here.")
            for one in error.errors()[:8]
        )) from None  # fmt: skip


def parse_practice(text: str) -> PracticeFile:
    """Practice from the text of a file."""
    return read_practice(finite_json(text))


def write_practice(file: PracticeFile) -> str:
    """The text of a file; a line a sitting, so that it can be read."""
    row = file.model_dump(mode="json")
    parts = []
    for name in ("drills", "sittings", "rounds"):
        lines = ",\n".join(json.dumps(one, ensure_ascii=False, separators=(",", ":")) for one in row[name])
        parts.append(f'"{name}": [\n{lines}]')
    return f'{{"format": "{FORMAT}", "version": 1,\n' + ",\n".join(parts) + "}\n"


def attempts_csv(file: PracticeFile, made: dict[str, bool]) -> str:
    """Attempts as CSV; made : by token."""
    return csv_text(COLUMNS, [
        (
            sitting.day, sitting.player, sitting.drill.get("name", ""), one.step, one.by, one.outcome,
            "" if one.x is None else one.x, "" if one.y is None else one.y, "yes" if made.get(one.token) else "no",
        )
        for sitting in file.sittings
        for one in sitting.attempts
    ])  # fmt: skip


def answers_csv(file: PracticeFile) -> str:
    """The quiz's answers as CSV; chances 0..1, empty for what was not said or did not count."""
    return csv_text(QUIZ_COLUMNS, [
        (
            one.day, one.player, one.game, number, answer.position, answer.kind, answer.choice,
            *("" if value is None else round(value, 4) for value in (answer.cost, answer.said, answer.made)),
        )
        for number, one in enumerate(file.rounds, 1)
        for answer in one.answers
    ])  # fmt: skip
