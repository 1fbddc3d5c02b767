"""A table measured: readings of simple shots, what they say, what of it is put in, and the table's card."""

from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from edge.at_once import worked_out_at_once
from edge.current import account
from edge.naming import SENT_AS
from edge.responses import pdf_response
from partita.files.layout_file import read_table
from partita.reports.paper.ring_marks import Units
from partita.reports.tables.pdf import table_card_sheet
from partita.reports.tables.report import NAMES
from partita.reports.tables.schema import MeasuredTableDocument
from tables import measuring
from tables.models import TableProfile, TableReading

router = Router(tags=["tables"])


class ReadingIn(Schema):
    """A reading (`docs/formats.md`); `token`: the page's own name of it, by which it is kept once."""

    kind: str = Field(max_length=10)
    values: dict[str, float | Literal["corner", "side"]]
    token: str = Field(pattern=SENT_AS)


class ReadingOut(Schema):
    """A reading that is kept."""

    id: int
    kind: str
    values: dict[str, float | str]


class MeasuredOut(Schema):
    """A table's readings, what they say, and which of it is put in."""

    readings: list[ReadingOut]
    says: MeasuredTableDocument
    put_in: list[str]


class FieldsIn(Schema):
    """Which measured settings the table is to have."""

    fields: list[str] = Field(max_length=10)


def _own(request: HttpRequest, table_id: int) -> TableProfile:
    return get_object_or_404(TableProfile, owner=account(request), pk=table_id)


def _out(profile: TableProfile) -> dict[str, Any]:
    return {
        "readings": profile.readings.all(),
        "says": measuring.says(profile),
        "put_in": [name for name in NAMES if name in profile.document],
    }


@router.get("/tables/{int:table_id}/measured", response=MeasuredOut)
@worked_out_at_once("weighing")
def measured(request: HttpRequest, table_id: int) -> dict[str, Any]:
    """The readings of a table of one's own, and what they say."""
    return _out(_own(request, table_id))


@router.post("/tables/{int:table_id}/readings", response=MeasuredOut)
@worked_out_at_once("weighing")
def add(request: HttpRequest, table_id: int, body: ReadingIn) -> dict[str, Any]:
    """Keep a reading."""
    profile = _own(request, table_id)
    measuring.add(profile, body.kind, dict(body.values), body.token)
    return _out(profile)


@router.delete("/tables/{int:table_id}/readings/{int:reading_id}", response=MeasuredOut)
def remove(request: HttpRequest, table_id: int, reading_id: int) -> dict[str, Any]:
    """Delete a reading."""
    profile = _own(request, table_id)
    get_object_or_404(TableReading, table=profile, pk=reading_id).delete()
    return _out(profile)


@router.put("/tables/{int:table_id}/measured", response=MeasuredOut)
@worked_out_at_once("weighing")
def put_in(request: HttpRequest, table_id: int, body: FieldsIn) -> dict[str, Any]:
    """Let the table be as it was measured in these settings; layouts set up on it keep it as it was."""
    profile = _own(request, table_id)
    measuring.put_in(profile, body.fields)
    return _out(profile)


@router.post("/tables/{int:table_id}/card", response={200: None})
@worked_out_at_once("weighing")
def card(request: HttpRequest, table_id: int, units: Units = "cm") -> HttpResponse:
    """The table's card, a PDF of one page."""
    profile = _own(request, table_id)
    return pdf_response(table_card_sheet(read_table(profile.document), measuring.says(profile), profile.name, units))
