"""The record as files, out as JSON and CSV (in: `archive`)."""

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from edge.current import account
from edge.responses import file_response
from records import files
from records.filters import Filters

router = Router(tags=["records"])


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
