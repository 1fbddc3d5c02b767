"""Links: give away, see one's own, end; and what whoever has one sees, signed in or not."""

from datetime import datetime
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from accounts.limits import address_of
from edge.at_once import worked_out_at_once
from edge.current import account
from edge.documents import LayoutDocument
from edge.naming import NameOrNone
from edge.tokens import Token
from links import giving
from links.models import Link
from links.qr import qr_svg
from links.shown import WHOLE, Shown, layout_shown
from partita.errors import refuse
from tables.api import GeometryOut
from tables.services import geometry_of

router = Router(tags=["links"])


class LinkIn(Schema):
    """What is to be given away: a layout's document, or the number of a study, a run-out, a kick or a decision.

    days : how long it lasts, for ever without; by : how it is signed, or not
    """

    document: LayoutDocument | None = None
    study: int | None = Field(None, ge=1)
    run_out: int | None = Field(None, ge=1)
    kick: int | None = Field(None, ge=1)
    decision: int | None = Field(None, ge=1)
    title: NameOrNone = Field("", max_length=80)
    by: NameOrNone = Field("", max_length=40)
    days: int | None = Field(None, ge=1, le=366)


class LinkLine(Schema):
    """One of one's own links; where it leads is known to who has it alone."""

    id: int
    kind: str
    title: str
    by: str
    created: datetime
    expires: datetime | None
    has_ended: bool

    @staticmethod
    def resolve_has_ended(link: Link) -> bool:
        """By its owner, or by the day."""
        return link.ended is not None or giving.is_over(link.expires)


class LinkMade(Schema):
    """A link just made. path : of its address, which is told this once"""

    line: LinkLine
    path: str


class QrIn(Schema):
    """An address to be scanned."""

    address: str = Field(pattern=r"^https?://[^\s]{1,300}$")


class QrOut(Schema):
    """A QR code as an SVG document."""

    svg: str


class SharedOut(Schema):
    """What a link shows: as it was when it was given away, with the geometry of its table."""

    kind: str
    title: str
    by: str
    created: datetime
    expires: datetime | None
    shown: Shown
    geometry: GeometryOut


@router.get("/links", response=list[LinkLine])
def links(request: HttpRequest) -> Any:
    """One's own links, the latest first."""
    return Link.objects.filter(owner=account(request)).defer("shown")[:500]


@router.post("/links", response=LinkMade)
@worked_out_at_once("weighing")
def give(request: HttpRequest, body: LinkIn) -> dict[str, Any]:
    """Give one of one's own things away."""
    owner = account(request)
    asked = [(kind, key) for kind in WHOLE if (key := getattr(body, kind)) is not None]
    if asked:
        kind, key = asked[0]
        called, shown = WHOLE[kind](owner, key)
    elif body.document is not None:
        kind, called, shown = "layout", "A layout", layout_shown(body.document.root)
    else:
        raise refuse("link", "it shows nothing", "Give a layout, or something that was worked out.")
    link, token = giving.give(owner, kind, body.title or called, shown, body.by, body.days)
    return {"line": link, "path": f"/l/{token}"}


@router.post("/links/{int:link_id}/end", response=LinkLine)
def end(request: HttpRequest, link_id: int) -> Link:
    """End one of one's own links at once."""
    return giving.end(get_object_or_404(Link, owner=account(request), pk=link_id))


@router.post("/links/qr", response=QrOut)
def qr(request: HttpRequest, body: QrIn) -> dict[str, str]:
    """A QR code of an address, for the room."""
    return {"svg": qr_svg(body.address)}


@router.get("/shared/{token}", response=SharedOut, auth=None)
def shared(request: HttpRequest, response: HttpResponse, token: Token) -> dict[str, Any]:
    """What a link shows; 410 once it has ended."""
    link = giving.opened(token, address_of(request))
    response["X-Robots-Tag"] = "noindex, nofollow"
    return {
        "kind": link.kind, "title": link.title, "by": link.by, "created": link.created, "expires": link.expires,
        "shown": link.shown, "geometry": geometry_of(link.shown["document"].get("table", "pool-9ft")),
    }  # fmt: skip
