"""Drills, those of one's own, their files and sheets; what is expected of a player at them."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from accounts.current import account
from config.documents import TableDocument, text_of
from config.responses import file_response, pdf_response
from partita.files.drill_file import LARGEST_BYTES, parse_drill, read_drill, write_drill
from partita.files.layout_file import read_table
from partita.files.locate import finite_json
from partita.practice.drills.catalogue import DRILLS
from partita.table.spec import TableSpec
from partita.telling.drill_sheet import drill_sheet
from partita.telling.practice import drill_document
from partita.telling.practice_documents import (
    DrillDocument,
    ExpectationDocument,
)
from partita.telling.ring_marks import Units
from practice import drills, expecting
from practice.models import Expectation, OwnDrill
from practice.whose import player_of
from work import running
from work.out import WorkOut

router = Router(tags=["practice"])


class DrillIn(Schema):
    """A drill of one's own."""

    drill: dict[str, Any]


class ExpectIn(Schema):
    """Whom of, at which drill, on what table."""

    player: int
    drill: str = Field(max_length=40)
    table: TableDocument


class ExpectationOut(WorkOut):
    """What is expected, as far as it is worked out."""

    drill_key: str
    document: ExpectationDocument | None


def _expectation(request: HttpRequest, expectation_id: int) -> Expectation:
    return get_object_or_404(Expectation, owner=account(request), pk=expectation_id)


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


@router.post("/practice/expectations", response=ExpectationOut)
def expect(request: HttpRequest, body: ExpectIn) -> Expectation:
    """What is expected of a player at a drill; the same question is answered from what is there."""
    drill = drills.drill_named(account(request), body.drill)
    return expecting.ask(player_of(request, body.player), drill, body.table)


@router.get("/practice/expectations/{int:expectation_id}", response=ExpectationOut)
def expectation(request: HttpRequest, expectation_id: int) -> Expectation:
    """One with its newest answer."""
    return _expectation(request, expectation_id)


@router.post("/practice/expectations/{int:expectation_id}/stop", response=ExpectationOut)
def stop_expectation(request: HttpRequest, expectation_id: int) -> Expectation:
    """Stop one; the steps that are worked out stay."""
    running.stop(_expectation(request, expectation_id))
    return _expectation(request, expectation_id)
