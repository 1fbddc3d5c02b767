"""Everything of an account as one file, and brought back: what is there already by its name stays as it is.

Each part has the form that it has as a file of its own (`docs/formats.md`).
"""

import json
from collections.abc import Callable
from datetime import UTC, datetime
from typing import Annotated, Any

from django.contrib.auth.models import User
from django.db import transaction
from pydantic import BaseModel, ConfigDict, Field, ValidationError

from edge.quotas import KEPT_STUDIES, LAYOUTS, TABLES, check_room
from kicks import trying
from kicks.models import KickTry
from layouts.models import Layout
from layouts.services import checked
from measures.attempts import Shot
from measures.models import Attempt
from partita.errors import Problem, Refused, refuse
from partita.files.attempts_file import WrittenAttempt
from partita.files.layout_file import read_table
from partita.files.locate import finite_json
from partita.files.practice_file import read_practice
from practice import files as practice
from profiles import services as profiles
from profiles.models import PlayerProfile
from records import files as records
from records.filters import Filters
from studies.models import Study
from tables import measuring
from tables.models import TableProfile

FORMAT = "partita-account"
Json = dict[str, Any]
Name = Annotated[str, Field(min_length=1, max_length=80, pattern=r"^[^\x00]*$")]
# Names that pages gave are longer; those that this application gave itself need not be.
Token = Annotated[str, Field(pattern=r"^[A-Za-z0-9_-]{1,80}$")]


class _Part(BaseModel):
    model_config = ConfigDict(allow_inf_nan=False)


class AttemptPart(_Part):
    """An attempt of a player: at a station, or at a shot that was recorded; `day` grows with time."""

    player: Name
    token: Token
    source: Annotated[str, Field(pattern=r"^(station|drill|record|file)$")]
    station: Annotated[str, Field(max_length=30)] = ""
    outcome: Annotated[str, Field(max_length=20)] = ""
    shot: Json = Field(default_factory=dict)
    table: str | Json | None = None
    x: float | None = None
    y: float | None = None
    day: Annotated[int, Field(ge=0, le=1_000_000)]


class ReadingPart(_Part):
    """A reading of a table."""

    kind: Annotated[str, Field(max_length=10)]
    values: Json
    token: Token


class TablePart(_Part):
    """A table of one's own, its readings, and its kick tries as CSV."""

    name: Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[^\x00]*$")]
    document: Json
    readings: list[ReadingPart] = Field(default_factory=list, max_length=200)


class LayoutPart(_Part):
    """A kept layout."""

    name: Name
    document: Json


class StudyPart(_Part):
    """A kept study: what was asked, and what was answered."""

    name: Name
    question: Json
    document: Json


class AccountFile(_Part):
    """All of it; `players` and `record` as the files of their own, `tries` as CSV by table."""

    players: Json
    tables: list[TablePart] = Field(default_factory=list)
    tries: dict[str, str] = Field(default_factory=dict)
    attempts: list[AttemptPart] = Field(default_factory=list)
    layouts: list[LayoutPart] = Field(default_factory=list)
    studies: list[StudyPart] = Field(default_factory=list)
    record: Json
    practice: Json | None = None


def everything(owner: User) -> str:
    """All that an account has, as the text of a file."""
    attempts = Attempt.objects.filter(player__owner=owner).select_related("player")
    tables = TableProfile.objects.filter(owner=owner).prefetch_related("readings")
    tried = KickTry.objects.filter(owner=owner).order_by("table").values_list("table", flat=True).distinct()
    document = {
        "format": FORMAT, "version": 1, "account": owner.username, "saved": datetime.now(UTC).isoformat(),
        "players": json.loads(profiles.file_of(owner)),
        "tables": [
            {"name": table.name, "document": table.document, "readings": [
                {"kind": one.kind, "values": one.values, "token": one.token} for one in table.readings.all()  # type: ignore[attr-defined]
            ]}
            for table in tables
        ],
        "tries": {name: _tries_of(owner, name) for name in tried},
        "attempts": [
            {name: getattr(one, name) for name in AttemptPart.model_fields if name != "player"}
            | {"player": one.player.name}
            for one in attempts
        ],
        "layouts": [{"name": one.name, "document": one.document} for one in Layout.objects.filter(owner=owner)],
        "studies": [
            {"name": one.name, "question": one.question, "document": one.document}
            for one in Study.objects.filter(owner=owner, kept=True, document__isnull=False)
        ],
        "record": json.loads(records.as_json(owner, Filters())),
        "practice": json.loads(practice.as_json(owner)),
    }  # fmt: skip
    return json.dumps(document, ensure_ascii=False, indent=1) + "\n"


def _table_named(owner: User, name: str) -> Any:
    """A table of one's own by its name, else a standard one."""
    own = TableProfile.objects.filter(owner=owner, name=name).first()
    return read_table(own.document if own else name)


def _tries_of(owner: User, name: str) -> str:
    try:
        return trying.csv_of(owner, _table_named(owner, name))
    except Refused:
        # A table that is gone: its tries mean nothing without it.
        return ""


@transaction.atomic
def bring_back(owner: User, text: str) -> dict[str, int]:
    """Take a file of an account in, all of it or nothing; how many of each part were new.

    What the account has already, by name or token, stays as it is. Raises `Refused` with every problem found.
    """
    file = _read(text)
    new = {"players": _players(owner, file.players)}
    new |= {
        name: sum(_each(name, getattr(file, name), take, owner))
        for name, take in (
            ("tables", _table), ("layouts", _layout), ("studies", _study),
        )
    }  # fmt: skip
    new["attempts"] = _attempts(owner, file.attempts)
    for name, rows in file.tries.items():
        known = KickTry.objects.filter(owner=owner, table=name).exists()
        new["tries"] = new.get("tries", 0) + (0 if known or not rows else _take_tries(owner, name, rows))
    reading = records.take(owner, json.dumps(file.record))
    if reading.problems:
        raise Refused(*(Problem(f"record {p.where}", p.what, p.accepted) for p in reading.problems[:8]))
    new |= {"matches": len(reading.matches), "decisions": len(reading.decisions)}
    return new | (practice.take(owner, read_practice(file.practice)) if file.practice else {})


def _read(text: str) -> AccountFile:
    document = finite_json(text)
    if not isinstance(document, dict) or document.get("format") != FORMAT or document.get("version") != 1:
        raise refuse("file", "it is no account", f'Its format is "{FORMAT}", its version 1.')
    try:
        return AccountFile.model_validate(document)
    except ValidationError as error:
        accepted = "Give a file that was saved here."
        raise Refused(*(
            Problem(".".join(str(part) for part in one["loc"]), str(one["msg"])[:120], accepted)
            for one in error.errors()[:8]
        )) from None  # fmt: skip


def _each(name: str, parts: list[Any], take: Callable[[User, Any], bool], owner: User) -> list[bool]:
    """Take each part; whether it was new. What is refused is told by its number."""
    found = []
    for place, part in enumerate(parts, 1):
        try:
            found.append(take(owner, part))
        except Refused as refused:
            where = f"{name} {place}"
            raise Refused(*(Problem(f"{where} {p.where}", p.what, p.accepted) for p in refused.problems)) from None
    return found


def _players(owner: User, document: Json) -> int:
    taken = set(PlayerProfile.objects.filter(owner=owner).values_list("name", flat=True))
    rows = document.get("players")
    if not isinstance(rows, list):
        raise refuse("players", "they are not a list", "Give a file that was saved here.")
    fresh = [one for one in rows if not (isinstance(one, dict) and one.get("name") in taken)]
    return profiles.take_in(owner, json.dumps({**document, "players": fresh})) if fresh else 0


def _table(owner: User, part: TablePart) -> bool:
    if TableProfile.objects.filter(owner=owner, name=part.name).exists():
        return False
    read_table(part.document)
    check_room(TableProfile.objects.filter(owner=owner), TABLES)
    table = TableProfile.objects.create(owner=owner, name=part.name, document=part.document)
    for one in part.readings:
        measuring.add(table, one.kind, one.values, one.token)
    return True


def _take_tries(owner: User, name: str, rows: str) -> int:
    return len(trying.take_in(owner, _table_named(owner, name), rows))


def _attempts(owner: User, parts: list[AttemptPart]) -> int:
    """All of them in one go: there may be ten thousand."""
    players = {one.name: one for one in PlayerProfile.objects.filter(owner=owner)}
    known = set(Attempt.objects.filter(player__owner=owner).values_list("player__name", "token"))
    fresh: dict[tuple[str, str], Attempt] = {}

    def take(_: User, part: AttemptPart) -> bool:
        if part.player not in players:
            raise refuse("player", f"there is no “{part.player[:40]}” among the players", "Add the player.")
        key = (part.player, part.token)
        if key in known or key in fresh:
            return False
        _check_attempt(part)
        fresh[key] = Attempt(player=players[part.player], **part.model_dump(exclude={"player"}))
        return True

    new = sum(_each("attempts", parts, take, owner))
    Attempt.objects.bulk_create(fresh.values(), batch_size=1000)
    return new


def _check_attempt(part: AttemptPart) -> None:
    if part.table is not None:
        read_table(part.table)
    if part.shot:
        _check_shot(part)
    else:
        WrittenAttempt(part.station, part.outcome, part.x, part.y).checked()


def _check_shot(part: AttemptPart) -> None:
    try:
        shot = Shot(**part.shot)
        whole = all(len([float(value) for value in place]) == 2 for place in shot.places)
        stroke = {name: float(value) for name, value in shot.stroke.items()}
    except (TypeError, ValueError, AttributeError):
        whole, stroke = False, {}
    ended = part.outcome in ("made", "missed") or (part.x is not None and part.y is not None)
    if not whole or "aim_deg" not in stroke or not ended or part.table is None:
        raise refuse("shot", "it is no shot that was recorded", "Give places, stroke, pocket, table, made or missed.")


def _layout(owner: User, part: LayoutPart) -> bool:
    document = checked(part.document)
    if Layout.objects.filter(owner=owner, name=part.name, document=document).exists():
        return False
    check_room(Layout.objects.filter(owner=owner), LAYOUTS)
    Layout.objects.create(owner=owner, name=part.name, document=document)
    return True


def _study(owner: User, part: StudyPart) -> bool:
    if Study.objects.filter(owner=owner, name=part.name, kept=True, question=part.question).exists():
        return False
    checked(part.question.get("document", {}))
    check_room(Study.objects.filter(owner=owner, kept=True), KEPT_STUDIES)
    Study.objects.create(
        owner=owner, name=part.name, kept=True, question=part.question, document=part.document,
        status=Study.Status.DONE, progress=1.0,
    )  # fmt: skip
    return True
