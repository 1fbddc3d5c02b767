"""Sittings at drills with their attempts; progress and what next."""

from datetime import date as Date
from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from edge.current import account
from edge.documents import TableDocument
from edge.naming import SENT_AS, NameOrNone
from partita.files.drill_file import read_drill
from partita.reports.practice.report import drill_document
from partita.reports.practice.schema import (
    DayDocument,
    DrillDocument,
    HeldDocument,
    SuggestionDocument,
)
from partita.table.spec import TableSpec
from practice import drills, progress, sittings
from practice.models import DrillAttempt, DrillSitting
from practice.sittings import Sent
from practice.whose import partner_of, player_of

router = Router(tags=["practice"])
_AT_ONCE = 500


class DrillSittingIn(Schema):
    """A sitting to begin: `token` the page's own name of it; a partner from the list, or by name."""

    token: str = Field(pattern=SENT_AS)
    drill: str = Field(max_length=40)
    table: TableDocument
    partner: int | None = None
    partner_name: NameOrNone = Field("", max_length=80)


class DrillAttemptIn(Schema):
    """An attempt: one tap, or where the ball that decides came to rest, diamonds. step from 0."""

    token: str = Field(pattern=SENT_AS)
    by: str = Field("player", pattern=r"^(player|partner)$")
    step: int = Field(ge=0, le=7)
    outcome: str = Field("", max_length=10)
    x: float | None = None
    y: float | None = None

    def sent(self) -> Sent:
        """As the services take it."""
        rest = None if self.x is None or self.y is None else (self.x, self.y)
        return Sent(self.token, self.by, self.step, self.outcome, rest)


class DrillAttemptsIn(Schema):
    """Attempts in the order in which they were made; on which day."""

    attempts: list[DrillAttemptIn] = Field(max_length=_AT_ONCE)
    day: Date | None = None


class NewOut(Schema):
    """How many attempts were new."""

    new: int


class DrillAttemptOut(Schema):
    """An attempt that is kept."""

    token: str
    by: str
    step: int
    outcome: str
    x: float | None
    y: float | None
    made: bool


class DrillSittingOut(Schema):
    """A sitting with its drill and attempts; `begin`: the step it begins with, none: where the ladder begins."""

    id: int
    player_id: int
    player_name: str
    partner_name: str
    drill_key: str
    drill: DrillDocument
    table: TableDocument
    begin: int | None
    over: bool
    attempts: list[DrillAttemptOut]


class DrillLineOut(Schema):
    """A drill that was practised, and how it stands."""

    drill: str
    name: str
    attempts: int
    last: Date
    step: int
    best_run: int
    held: HeldDocument | None


class PracticeOut(Schema):
    """What a player has practised, what to practise next, and the sitting that is open. `priced`: whether what his
    errors cost is known."""

    drills: list[DrillLineOut]
    next: list[SuggestionDocument]
    priced: bool
    open: int | None


class LatestOut(Schema):
    """Who practised last, if anybody did."""

    player: int | None


class RestOut(Schema):
    """Where a ball came to rest, diamonds."""

    step: int
    x: float
    y: float
    made: bool


class ProgressOut(Schema):
    """A player's progress at a drill."""

    drill: DrillDocument
    days: list[DayDocument]
    held: HeldDocument | None
    best_run: int
    rests: list[RestOut]


def _sitting(request: HttpRequest, sitting_id: int) -> DrillSitting:
    return get_object_or_404(DrillSitting, player__owner=account(request), pk=sitting_id)


def _out(sitting: DrillSitting) -> dict[str, Any]:
    return {
        "id": sitting.pk, "player_id": sitting.player_id, "player_name": sitting.player.name,
        "partner_name": sitting.partner_name, "drill_key": sitting.drill_key,
        "drill": drill_document(read_drill(sitting.drill, TableSpec())), "table": sitting.table, "begin": sitting.begin,
        "over": sitting.over, "attempts": sitting.attempts.all(),  # type: ignore[attr-defined]
    }  # fmt: skip


@router.get("/practice/latest", response=LatestOut)
def latest(request: HttpRequest) -> dict[str, int | None]:
    """Who practised last."""
    row = DrillSitting.objects.filter(player__owner=account(request)).first()
    return {"player": row.player_id if row else None}


@router.post("/practice/players/{int:player_id}/sittings", response=DrillSittingOut)
def begin(request: HttpRequest, player_id: int, body: DrillSittingIn) -> dict[str, Any]:
    """Begin a sitting at a drill."""
    drill = drills.drill_named(account(request), body.drill)
    player = player_of(request, player_id)
    partner = partner_of(request, player, body.partner, body.partner_name)
    return _out(sittings.begin(player, drill, body.table, body.token, partner))


@router.get("/practice/sittings/{int:sitting_id}", response=DrillSittingOut)
def sitting(request: HttpRequest, sitting_id: int) -> dict[str, Any]:
    """A sitting as it stands."""
    return _out(_sitting(request, sitting_id))


@router.post("/practice/sittings/{int:sitting_id}/attempts", response=NewOut)
def send(request: HttpRequest, sitting_id: int, body: DrillAttemptsIn) -> dict[str, int]:
    """Attempts, each counted once however often it is sent; all of them or none."""
    return {"new": sittings.add(_sitting(request, sitting_id), [one.sent() for one in body.attempts], body.day)}


@router.delete("/practice/sittings/{int:sitting_id}/attempts/{token}", response={204: None})
def take_back(request: HttpRequest, sitting_id: int, token: str) -> tuple[int, None]:
    """Take an attempt back; taken back twice it is gone all the same."""
    sittings.take_back(_sitting(request, sitting_id), token)
    return 204, None


@router.post("/practice/sittings/{int:sitting_id}/end", response={204: None})
def end(request: HttpRequest, sitting_id: int) -> tuple[int, None]:
    """A sitting is over; without attempts it was none."""
    found = _sitting(request, sitting_id)
    if not DrillAttempt.objects.filter(sitting=found).exists():
        found.delete()
    else:
        DrillSitting.objects.filter(pk=found.pk).update(over=True)
    return 204, None


@router.get("/practice/players/{int:player_id}", response=PracticeOut)
def overview(request: HttpRequest, player_id: int) -> dict[str, Any]:
    """What a player has practised, and what next."""
    return progress.overview(player_of(request, player_id))


@router.get("/practice/players/{int:player_id}/drills/{key}", response=ProgressOut | None)
def drill_progress(request: HttpRequest, player_id: int, key: str) -> dict[str, Any] | None:
    """A player's progress at one drill; none where he has never tried it."""
    found = progress.of_drill(player_of(request, player_id), key)
    return None if found is None else {**found, "drill": drill_document(found["drill"])}
