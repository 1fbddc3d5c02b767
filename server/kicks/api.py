"""Kicks: ask for ways, follow, stop; look at one."""

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from edge.at_once import worked_out_at_once
from edge.current import account
from kicks.kinds import KICKS, KickIn, KickOut, ask, request_with
from kicks.trying import tries_on
from partita.errors import refuse
from partita.physics.stroke import Stroke
from partita.reports.kicks.report import look_document
from partita.reports.kicks.schema import KickLookDocument
from partita.reports.schema import StrokeDocument
from partita.table.spec import CUSHIONS
from partita.views.kick import look_at
from work.addresses import addresses
from work.position import position_in

router = Router(tags=["kicks"])


class LookIn(KickIn):
    """A kick to look at; `quick` while it is dragged. route : the way that is meant, empty: the stroke's own."""

    route: list[str] = Field(default_factory=list, max_length=8)
    stroke: StrokeDocument
    quick: bool = False


@router.post("/kicks/look", response=KickLookDocument)
@worked_out_at_once("weighing")
def look(request: HttpRequest, body: LookIn) -> KickLookDocument:
    """One kick looked at closely: its sum, what the table asks of it, its window; nothing is kept."""
    for part in body.route:
        if part not in CUSHIONS and not part.startswith("jaw "):
            raise refuse("route", f"“{part[:30]}” is no cushion", f"Use {', '.join(CUSHIONS)}.")
    asked = request_with(position_in(account(request), body), body.target)
    tries = tries_on(account(request), asked.situation.layout.table)
    look = look_at(asked, Stroke(**body.stroke.model_dump()), tuple(body.route), body.quick)
    return look_document(look, tries)


addresses(router, KICKS, KickOut, KickIn, ask)
