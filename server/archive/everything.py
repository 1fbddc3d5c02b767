"""Everything of an account as one file, and brought back: what is there already by its name stays as it is.

Each part has the form that it has as a file of its own (`docs/formats.md`).
"""

import json
from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from datetime import UTC, datetime
from typing import Annotated, Any, TypeVar

from django.contrib.auth.models import User
from pydantic import BaseModel, ConfigDict, Field, ValidationError

from edge.naming import save_named
from edge.quotas import KEPT_STUDIES, LAYOUTS, LESSONS, TABLES, check_room
from kicks import trying
from kicks.models import KickTry
from layouts.models import Layout
from layouts.services import checked
from lessons.keeping import document_of, make
from lessons.models import Lesson
from measures import attempts as measured
from measures.attempts import Shot
from measures.models import Attempt
from partita.errors import Problem, Refused, refuse
from partita.files.attempts_file import WrittenAttempt
from partita.files.json_text import finite_json
from partita.files.layout_file import read_table
from partita.files.lesson_file import lesson_json, read_lesson
from partita.files.practice_file import read_practice
from partita.files.record_file import reading_record
from partita.progress import Steps, between, counted
from partita.reports.schema import StrokeDocument
from photos.halls import HallPart, halls_of, take_halls
from practice import files as practice
from practice.taking import taking as taking_practice
from profiles import services as profiles
from profiles.models import PlayerProfile
from records import files as records
from records.filters import Filters
from studies.kinds import brought_back
from studies.models import Study
from tables import measuring
from tables.models import TableProfile

FORMAT = "partita-account"
_MOST_TOLD = 8
Json = dict[str, Any]
Part = TypeVar("Part")
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
    lessons: list[Json] = Field(default_factory=list, max_length=LESSONS[0])
    halls: list[HallPart] = Field(default_factory=list)


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
        "lessons": [lesson_json(document_of(one)) for one in Lesson.objects.filter(owner=owner)],
        "halls": halls_of(owner),
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


def bringing_back(owner: User, text: str) -> Steps[dict[str, int]]:
    """Take a file of an account in, all of it or nothing, within a transaction of the caller's; how many were new.

    What the account has already, by name or token, stays as it is. Raises `Refused` with every problem found.
    """
    yield 0.0
    file = _read(text)
    yield 0.05
    new = {"players": _players(owner, file.players)}
    new["tables"] = yield from between(0.05, 0.1, _tables(owner, file.tables))
    new["layouts"] = yield from between(0.1, 0.25, _layouts(owner, file.layouts))
    new["studies"] = yield from between(0.25, 0.4, _studies(owner, file.studies))
    new["attempts"] = yield from between(0.4, 0.5, _attempts(owner, file.attempts))
    here = set(KickTry.objects.filter(owner=owner).values_list("table", flat=True).distinct())
    new["tries"] = sum(_take_tries(owner, name, rows) for name, rows in file.tries.items() if rows and name not in here)
    found = yield from between(0.5, 0.8, records.taking(owner, reading_record(file.record)))
    if found.problems:
        raise Refused(*found.problems[:_MOST_TOLD])
    new |= {"matches": len(found.matches), "decisions": len(found.decisions)}
    if file.practice:
        new |= yield from between(0.8, 0.95, taking_practice(owner, read_practice(file.practice)))
    new["halls"] = take_halls(owner, file.halls)
    new["lessons"] = yield from between(0.95, 1.0, _lessons(owner, file.lessons))
    return new


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
            for one in error.errors()[:_MOST_TOLD]
        )) from None  # fmt: skip


@contextmanager
def _told(where: str) -> Iterator[None]:
    """What is refused is told by its number."""
    try:
        yield
    except Refused as refused:
        raise Refused(*(Problem(f"{where} {p.where}", p.what, p.accepted) for p in refused.problems)) from None


def _each(name: str, parts: Sequence[Part], take: Callable[[Part], None]) -> Steps[int]:
    """Take each part; how many there were."""
    for share, (number, part) in counted(enumerate(parts, 1), len(parts)):
        if share is not None:
            yield share
        with _told(f"{name} {number}"):
            take(part)
    return len(parts)


def _players(owner: User, document: Json) -> int:
    taken = set(PlayerProfile.objects.filter(owner=owner).values_list("name", flat=True))
    rows = document.get("players")
    if not isinstance(rows, list):
        raise refuse("players", "they are not a list", "Give a file that was saved here.")
    fresh = [one for one in rows if not (isinstance(one, dict) and one.get("name") in taken)]
    return profiles.take_in(owner, json.dumps({**document, "players": fresh})) if fresh else 0


def _tables(owner: User, parts: list[TablePart]) -> Steps[int]:
    known = set(TableProfile.objects.filter(owner=owner).values_list("name", flat=True))
    fresh = [part for part in parts if part.name not in known]
    check_room(TableProfile.objects.filter(owner=owner), TABLES, len(fresh))

    def take(part: TablePart) -> None:
        read_table(part.document)
        table = TableProfile(owner=owner, name=part.name, document=part.document)
        save_named(table, part.name, "table")
        for one in part.readings:
            measuring.add(table, one.kind, one.values, one.token)

    return (yield from _each("tables", fresh, take))


def _take_tries(owner: User, name: str, rows: str) -> int:
    return len(trying.take_in(owner, _table_named(owner, name), rows))


def _attempts(owner: User, parts: list[AttemptPart]) -> Steps[int]:
    """All of them in one go: there may be ten thousand of each player, and not one more."""
    players = {one.name: one for one in PlayerProfile.objects.filter(owner=owner)}
    known = set(Attempt.objects.filter(player__owner=owner).values_list("player__name", "token"))
    fresh = {(one.player, one.token): one for one in parts if (one.player, one.token) not in known}
    for name, count in Counter(player for player, _ in fresh).items():
        if name not in players:
            raise refuse("attempts player", f"there is no “{name[:40]}” among the players", "Add the player.")
        with _told(f"attempts of {name[:40]}:"):
            measured.check_room(measured.room_of(players[name]), count)
    yield from _each("attempts", list(fresh.values()), _check_attempt)
    Attempt.objects.bulk_create(
        (Attempt(player=players[one.player], **one.model_dump(exclude={"player"})) for one in fresh.values()),
        batch_size=1000,
    )
    return len(fresh)


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
        StrokeDocument.model_validate(shot.stroke)
    except (TypeError, ValueError, AttributeError):
        whole = False
    ended = part.outcome in ("made", "missed") or (part.x is not None and part.y is not None)
    if not whole or not ended or part.table is None:
        raise refuse("shot", "it is no shot that was recorded", "Give places, stroke, pocket, table, made or missed.")


def _by_content(name: str, content: Json) -> tuple[str, str]:
    return name, json.dumps(content, sort_keys=True)


def _layouts(owner: User, parts: list[LayoutPart]) -> Steps[int]:
    """Counted before one is read: those that are here are here in the form in which they left."""
    known = {_by_content(*row) for row in Layout.objects.filter(owner=owner).values_list("name", "document")}
    fresh = [part for part in parts if _by_content(part.name, part.document) not in known]
    check_room(Layout.objects.filter(owner=owner), LAYOUTS, len(fresh))
    rows: list[Layout] = []

    def take(part: LayoutPart) -> None:
        document = checked(part.document)
        key = _by_content(part.name, document)
        if key not in known:
            known.add(key)
            rows.append(Layout(owner=owner, name=part.name, document=document))

    yield from _each("layouts", fresh, take)
    Layout.objects.bulk_create(rows, batch_size=500)
    return len(rows)


def _studies(owner: User, parts: list[StudyPart]) -> Steps[int]:
    kept = Study.objects.filter(owner=owner, kept=True)
    known = {_by_content(*row) for row in kept.values_list("name", "question")}
    fresh = {_by_content(part.name, part.question): part for part in parts}
    fresh = {key: part for key, part in fresh.items() if key not in known}
    check_room(kept, KEPT_STUDIES, len(fresh))
    rows: list[Study] = []
    yield from _each(
        "studies", list(fresh.values()),
        lambda part: rows.append(brought_back(owner, part.name, part.question, part.document)),
    )  # fmt: skip
    Study.objects.bulk_create(rows, batch_size=20)
    return len(rows)


def _lessons(owner: User, parts: list[Json]) -> Steps[int]:
    """Known by their titles and positions; what was given of them, and answered, stays where it was given."""
    known = {_by_content(one.title, lesson_json(document_of(one))) for one in Lesson.objects.filter(owner=owner)}
    fresh = [part for part in parts if _by_content(str(part.get("title")), part) not in known]
    yield from _each("lessons", fresh, lambda part: _take_lesson(owner, part))
    return len(fresh)


def _take_lesson(owner: User, part: Json) -> None:
    make(owner, read_lesson(part)[0])
