"""Kicks: ask for ways, follow, stop; look at one."""

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from accounts.current import account
from config.documents import LayoutDocument
from kicks import asking
from kicks.asking import Meant
from kicks.models import Kick
from partita.physics.stroke import Stroke
from partita.telling.documents import StrokeDocument
from partita.telling.kick_documents import KickLookDocument, KicksDocument
from work import running
from work.at_once import worked_out_at_once
from work.out import Known, WorkOut, newest

router = Router(tags=["kicks"])


class KickIn(Schema):
    """A layout document, both players, and the ball to get at; none: the nearest that is on."""

    document: LayoutDocument
    me: str = Field(max_length=80)
    them: str = Field(max_length=80)
    target: str = Field("", max_length=20)


class LookIn(KickIn):
    """A kick to look at; `quick` while it is dragged. route : the way that is meant, empty: the stroke's own."""

    route: list[str] = Field(default_factory=list, max_length=8)
    stroke: StrokeDocument
    quick: bool = False


class PlayersAsked(Schema):
    """Who was chosen, by the keys of the list of players."""

    me: str
    them: str


class KickQuestion(Schema):
    """What was asked."""

    document: LayoutDocument
    players: PlayersAsked
    target: str


class KickOut(WorkOut):
    """A kick with its question and its newest list."""

    question: KickQuestion
    document: KicksDocument | None


def _own(request: HttpRequest, kick_id: int) -> Kick:
    return get_object_or_404(Kick, owner=account(request), pk=kick_id)


@router.post("/kicks", response=KickOut)
def ask(request: HttpRequest, body: KickIn) -> Kick:
    """Look for the ways to a ball. A search of one's own that still runs is superseded."""
    return asking.ask(account(request), body.document.root, body.me, body.them, body.target)


@router.post("/kicks/look", response=KickLookDocument)
@worked_out_at_once("weighing")
def look(request: HttpRequest, body: LookIn) -> KickLookDocument:
    """One kick looked at closely: its sum, what the table asks of it, its window; nothing is kept."""
    stroke = Stroke(**body.stroke.model_dump())
    meant = Meant(body.target, stroke, tuple(body.route), body.quick)
    return asking.looked_at(account(request), body.document.root, (body.me, body.them), meant)


@router.get("/kicks/{int:kick_id}", response=KickOut)
def kick(request: HttpRequest, kick_id: int, known: Known = -1) -> Kick:
    """A kick with its newest list; without it where that is the revision known already."""
    return newest(Kick, account(request), kick_id, known)


@router.post("/kicks/{int:kick_id}/stop", response=KickOut)
def stop(request: HttpRequest, kick_id: int) -> Kick:
    """Stop one; the ways found so far stay."""
    running.stop(_own(request, kick_id))
    return _own(request, kick_id)
