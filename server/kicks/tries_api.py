"""Tries on a table: logged, struck out, deleted, as CSV; what they say; the kick card of the table."""

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from edge.at_once import worked_out_at_once
from edge.current import account
from edge.documents import TableDocument
from edge.responses import pdf_response
from kicks import trying
from kicks.models import KickTry
from partita.files.layout_file import read_table
from partita.kicks.tries import Try
from partita.reports.kicks.pdf import kick_card_sheet
from partita.reports.kicks.report import tries_of
from partita.reports.kicks.schema import TriesDocument
from partita.reports.paper.ring_marks import Units
from partita.table.diamonds import metres

router = Router(tags=["kicks"])
_LONGEST_CSV = 100_000


class TryIn(Schema):
    """A try: where the cue ball lay, diamonds, and its numbers (`docs/formats.md`)."""

    kind: str = Field(max_length=20)
    cue: Annotated[list[float], Field(min_length=2, max_length=2)]
    rails: list[str] = Field(max_length=5)
    aim: float
    arrival: float
    side: float = 0.0
    height: float = 0.4
    speed_mps: float = 2.4
    counted_from: str = Field("foot", max_length=10)


class TriesIn(Schema):
    """A table with tries on it."""

    table: TableDocument
    tries: list[TryIn] = Field(default_factory=list, max_length=50)


class CsvIn(Schema):
    """A table with tries on it, as CSV."""

    table: TableDocument
    text: str = Field(max_length=_LONGEST_CSV)


class TryOut(Schema):
    """A logged try."""

    id: int
    kind: str
    rails: str
    cue_x: float
    cue_y: float
    aim: float
    arrival: float
    side: float
    height: float
    speed_mps: float
    counted_from: str
    struck: bool


class TriesOut(Schema):
    """The tries on a table, and what they say of it."""

    tries: list[TryOut]
    says: TriesDocument


class StrikeIn(Schema):
    """Whether a try is struck out."""

    struck: bool


def _on_table(request: HttpRequest, table: object) -> dict[str, Any]:
    spec, owner = read_table(table), account(request)
    rows = KickTry.objects.filter(owner=owner, table=spec.name)
    return {"tries": rows, "says": tries_of(spec, trying.tries_on(owner, spec))}


@router.post("/tries/list", response=TriesOut)
@worked_out_at_once("weighing")
def tries(request: HttpRequest, body: TriesIn) -> dict[str, Any]:
    """The tries on a table, and what they say."""
    return _on_table(request, body.table)


@router.post("/tries", response=TriesOut)
@worked_out_at_once("weighing")
def log_tries(request: HttpRequest, body: TriesIn) -> dict[str, Any]:
    """Log tries on a table: all of them or none."""
    spec = read_table(body.table)
    found = [
        Try(
            one.kind, metres(spec, *one.cue), tuple(one.rails), one.aim, one.arrival, one.side, one.height,
            one.speed_mps, one.counted_from,
        )
        for one in body.tries
    ]  # fmt: skip
    trying.log(account(request), spec, found)
    return _on_table(request, body.table)


@router.post("/tries/csv", response=TriesOut)
@worked_out_at_once("weighing")
def take_in(request: HttpRequest, body: CsvIn) -> dict[str, Any]:
    """Log tries from CSV; a wrong line is named, and then nothing is taken."""
    trying.take_in(account(request), read_table(body.table), body.text)
    return _on_table(request, body.table)


@router.post("/tries/as-csv", response=str)
def as_csv(request: HttpRequest, body: TriesIn) -> str:
    """The tries on a table as CSV."""
    return trying.csv_of(account(request), read_table(body.table))


@router.put("/tries/{int:try_id}", response=TryOut)
def strike(request: HttpRequest, try_id: int, body: StrikeIn) -> KickTry:
    """Strike a try out, or count it again."""
    found = get_object_or_404(KickTry, owner=account(request), pk=try_id)
    found.struck = body.struck
    found.save(update_fields=["struck"])
    return found


@router.delete("/tries/{int:try_id}", response={204: None})
def remove(request: HttpRequest, try_id: int) -> tuple[int, None]:
    """Delete one of one's own tries."""
    get_object_or_404(KickTry, owner=account(request), pk=try_id).delete()
    return 204, None


@router.post("/kick-card", response={200: None})
@worked_out_at_once("weighing")
def card(request: HttpRequest, body: TriesIn, units: Units = "cm", title: str = "") -> HttpResponse:
    """The kick card of a table, a PDF of one page."""
    return pdf_response(kick_card_sheet(trying.card(account(request), read_table(body.table)), title, units))
