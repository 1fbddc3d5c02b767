"""The record as files: out as JSON and CSV; in by reading first and taking then."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import File, Form, Query, Router, Schema
from ninja.files import UploadedFile

from edge.current import account
from edge.documents import text_of
from edge.readiness import need
from edge.responses import file_response
from partita.files.record_file import LARGEST_BYTES
from records import files
from records.files import Reading
from records.filters import Filters

router = Router(tags=["records"])


class ProblemOut(Schema):
    """One thing wrong in a file: left out, and why."""

    where: str
    what: str
    accepted: str


class MatchRead(Schema):
    """A match of a file."""

    date: str
    player: str
    opponent: str
    racks: int
    decisions: int


class RecordReadOut(Schema):
    """What of a file is new, what is known already, what is left out; `strangers`: whom nobody knows here."""

    matches: list[MatchRead]
    decisions: int
    known: int
    strangers: list[str]
    problems: list[ProblemOut]


class LevelIn(Schema):
    """The level of players whom nobody knows here; none leaves their matches out."""

    level: str = ""


def _out(reading: Reading) -> dict[str, Any]:
    matches = [
        {"date": one.date.isoformat(), "player": one.player, "opponent": one.opponent, "racks": len(one.racks),
         "decisions": sum(len(rack.decisions) for rack in one.racks)}
        for one in reading.matches
    ]  # fmt: skip
    return {
        "matches": matches, "decisions": len(reading.decisions), "known": reading.known,
        "strangers": reading.strangers, "problems": reading.problems,
    }  # fmt: skip


@router.post("/record/read", response=RecordReadOut)
def read(request: HttpRequest, file: File[UploadedFile], level: Form[LevelIn]) -> dict[str, Any]:
    """Read a file, and show what would be taken; nothing is kept."""
    return _out(files.read(account(request), text_of(file, LARGEST_BYTES), level.level))


@router.post("/record/take", response=RecordReadOut)
def take(request: HttpRequest, file: File[UploadedFile], level: Form[LevelIn]) -> dict[str, Any]:
    """Take all that is good of a file."""
    need("weighing")
    return _out(files.take(account(request), text_of(file, LARGEST_BYTES), level.level))


@router.get("/record/file", response={200: None})
def as_json(request: HttpRequest, filters: Query[Filters]) -> HttpResponse:
    """What is meant of the record, as JSON."""
    return file_response(files.as_json(account(request), filters), "application/json", "record.partita-record.json")


@router.get("/record/racks", response={200: None})
def racks(request: HttpRequest, filters: Query[Filters]) -> HttpResponse:
    """The racks that are meant, as CSV."""
    return file_response(files.racks_csv(account(request), filters), "text/csv", "racks.csv")


@router.get("/record/decisions", response={200: None})
def decisions(request: HttpRequest, filters: Query[Filters]) -> HttpResponse:
    """The decisions that are meant, as CSV."""
    return file_response(files.decisions_csv(account(request), filters), "text/csv", "decisions.csv")
