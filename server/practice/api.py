"""Drills, those of one's own, their files and sheets; what is expected of a player at them."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from edge.current import account
from edge.documents import TableDocument, text_of
from edge.responses import file_response, pdf_response
from partita.files.drill_file import LARGEST_BYTES, parse_drill, read_drill, write_drill
from partita.files.json_text import finite_json
from partita.files.layout_file import read_table
from partita.practice.drills.catalogue import DRILLS
from partita.reports.paper.ring_marks import Units
from partita.reports.practice.pdf import drill_sheet
from partita.reports.practice.report import drill_document
from partita.reports.practice.schema import (
    DrillDocument,
)
from partita.table.spec import TableSpec
from practice import drills
from practice.kinds import EXPECTATIONS, ExpectationOut, ask_expectation
from practice.models import Expectation, OwnDrill
from practice.whose import player_of
from work.addresses import addresses

router = Router(tags=["practice"])


class DrillIn(Schema):
    """A drill of one's own."""

    drill: dict[str, Any]


class ExpectIn(Schema):
    """Whom of, at which drill, on what table."""

    player: int
    drill: str = Field(max_length=40)
    table: TableDocument


def _own(request: HttpRequest, drill_id: int) -> OwnDrill:
    return get_object_or_404(OwnDrill, owner=account(request), pk=drill_id)


@router.get("/practice/drills", response=list[DrillDocument])
def all_drills(request: HttpRequest) -> list[DrillDocument]:
    """The drills that come with the application, then one's own."""
    own = [drills.drill_of(row) for row in drills.own_drills(account(request))]
    return [drill_document(drill) for drill in (*DRILLS.values(), *own)]


@router.post("/practice/drills", response=DrillDocument)
def make(request: HttpRequest, body: DrillIn) -> DrillDocument:
    """Keep a drill of one's own."""
    drill = read_drill({"format": "partita-drill", "version": 1, **body.drill}, TableSpec())
    return drill_document(drills.drill_of(drills.save(account(request), drill)))


@router.post("/practice/drills/file", response=DrillDocument)
def take_in(request: HttpRequest, file: File[UploadedFile]) -> DrillDocument:
    """Keep a drill from a file that somebody shared."""
    drill = parse_drill(text_of(file, LARGEST_BYTES), TableSpec())
    return drill_document(drills.drill_of(drills.save(account(request), drill)))


@router.delete("/practice/drills/{int:drill_id}", response={204: None})
def remove(request: HttpRequest, drill_id: int) -> tuple[int, None]:
    """Delete a drill of one's own; its sittings keep their copy."""
    _own(request, drill_id).delete()
    return 204, None


@router.get("/practice/drills/{key}/file", response={200: None})
def as_file(request: HttpRequest, key: str) -> HttpResponse:
    """A drill as a file, to be shared."""
    drill = drills.drill_named(account(request), key)
    return file_response(write_drill(drill), "application/json", "drill.partita-drill.json")


@router.get("/practice/drills/{key}/sheet", response={200: None})
def sheet(request: HttpRequest, key: str, table: str = "pool-9ft", units: Units = "cm") -> HttpResponse:
    """A drill's set-up sheet as PDF. table : a standard one by its name, or its fields as JSON."""
    spec = read_table(finite_json(table, "table") if table.startswith("{") else table)
    return pdf_response(drill_sheet(drills.drill_named(account(request), key), spec, units))


@router.post("/expectations", response=ExpectationOut)
def expect(request: HttpRequest, body: ExpectIn) -> Expectation:
    """What is expected of a player at a drill; the same question is answered from what is there."""
    drill = drills.drill_named(account(request), body.drill)
    return ask_expectation(player_of(request, body.player), drill, body.table)


addresses(router, EXPECTATIONS, ExpectationOut)
