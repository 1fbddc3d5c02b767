"""Layouts: keep, open, import; tables to draw; place phrases."""

from datetime import datetime
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import Field

from edge.at_once import worked_out_at_once
from edge.current import account
from edge.documents import LayoutDocument, TableDocument
from edge.naming import Name
from edge.responses import pdf_response
from layouts import services
from layouts.models import Layout
from partita.reports.paper.ring_marks import Units

router = Router(tags=["layouts"])
# How many layouts are listed at a time.
PAGE = 100


class LayoutIn(Schema):
    """A layout to keep."""

    name: Name = Field(min_length=1, max_length=80)
    document: LayoutDocument


class ChangeIn(LayoutIn):
    """A layout to save again. `revision`: the one it was opened with; without it whatever is there is replaced."""

    revision: int | None = None


class LayoutOut(Schema):
    """A kept layout; `revision` counts how often it was saved."""

    id: int
    revision: int
    name: str
    document: LayoutDocument
    updated: datetime

    @staticmethod
    def resolve_document(layout: Layout) -> Any:
        """In today's words, whenever it was kept."""
        return services.checked(layout.document)


class ImportIn(Schema):
    """The text of a layout file."""

    text: str


class ImportOut(Schema):
    """An imported layout, not yet kept, with notes for the reader."""

    document: LayoutDocument
    notes: list[str]


class RackIn(Schema):
    """Which game to break, on which table."""

    game: str = Field(max_length=40)
    table: TableDocument
    seed: int = Field(ge=0, lt=2**31)


class PhraseIn(Schema):
    """A place phrase, whole or still being typed, with the balls it may refer to, in diamonds."""

    table: TableDocument
    game: str = Field("nine-ball", max_length=40)
    balls: dict[str, Annotated[list[float], Field(min_length=2, max_length=2)]] = Field(
        default_factory=dict, max_length=30
    )
    phrase: str = Field(max_length=400)

    @property
    def places(self) -> dict[str, tuple[float, float]]:
        """The balls' places, x and y."""
        return {ball: (place[0], place[1]) for ball, place in self.balls.items()}


class SheetIn(LayoutIn):
    """A layout to print with ring marks."""

    units: Units = "cm"


class PhraseOut(Schema):
    """A ball and where it goes, in diamonds; no place means off the table."""

    ball: str
    place: list[float] | None


class RingMarkOut(Schema):
    """Where to stick a ring: diamonds, and distances from the head and the near nose in the unit asked."""

    ball: str
    diamonds: list[float]
    from_head: float
    from_near: float


class MarksIn(Schema):
    """A layout whose ring marks are wanted."""

    document: LayoutDocument
    units: Units = "cm"


@router.post("/racks", response=ImportOut)
@worked_out_at_once("simulator")
def rack(request: HttpRequest, body: RackIn) -> dict[str, Any]:
    """A rack after the break; the same seed gives the same rack."""
    return {"document": services.rack(body.game, body.seed, body.table), "notes": []}


@router.post("/places", response=PhraseOut)
def place(request: HttpRequest, body: PhraseIn) -> dict[str, Any]:
    """Read a place phrase."""
    return services.placed(body.table, body.game, body.places, body.phrase)


@router.post("/places/completions", response=list[str])
def completions(request: HttpRequest, body: PhraseIn) -> list[str]:
    """How a place phrase that is being typed may go on."""
    return services.completed(body.table, body.game, body.places, body.phrase)


@router.post("/sheets", response={200: None})
def sheet(request: HttpRequest, body: SheetIn) -> HttpResponse:
    """The layout with ring marks as a PDF of one page."""
    return pdf_response(services.sheet(body.document.root, body.name, body.units))


@router.post("/ring-marks", response=list[RingMarkOut])
def marks(request: HttpRequest, body: MarksIn) -> Any:
    """Where to stick rings so that the layout can be put back."""
    return services.marks(body.document.root, body.units)


@router.post("/layouts/import", response=ImportOut)
def import_layout(request: HttpRequest, body: ImportIn) -> dict[str, Any]:
    """Read a layout file; nothing is kept yet."""
    document, notes = services.imported(body.text)
    return {"document": document, "notes": notes}


@router.get("/layouts", response=list[LayoutOut])
def layouts(request: HttpRequest, page: Annotated[int, Query(ge=0, le=1000)] = 0) -> Any:
    """One page of one's own layouts, the latest first; the last page is not full."""
    return Layout.objects.filter(owner=account(request))[page * PAGE : (page + 1) * PAGE]


@router.post("/layouts", response=LayoutOut)
def keep(request: HttpRequest, body: LayoutIn) -> Layout:
    """Keep a layout."""
    return services.keep(account(request), body.name, body.document.root)


@router.get("/layouts/{int:layout_id}", response=LayoutOut)
def layout(request: HttpRequest, layout_id: int) -> Layout:
    """One of one's own layouts."""
    return get_object_or_404(Layout, owner=account(request), pk=layout_id)


@router.put("/layouts/{int:layout_id}", response=LayoutOut)
def change(request: HttpRequest, layout_id: int, body: ChangeIn) -> Layout:
    """Replace one of one's own layouts; 409 where it was saved again since it was opened."""
    found = get_object_or_404(Layout, owner=account(request), pk=layout_id)
    return services.change(found, body.name, body.document.root, body.revision)


@router.delete("/layouts/{int:layout_id}", response={204: None})
def remove(request: HttpRequest, layout_id: int) -> tuple[int, None]:
    """Delete one of one's own layouts; its studies stay."""
    get_object_or_404(Layout, owner=account(request), pk=layout_id).delete()
    return 204, None
