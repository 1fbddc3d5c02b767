"""Drills, what is expected at them, sittings with their attempts, progress and what next."""

from datetime import date as Date
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from accounts.current import account
from config.documents import TableDocument, text_of
from config.naming import SENT_AS
from config.responses import file_response, pdf_response
from partita.errors import refuse
from partita.files.drill_file import LARGEST_BYTES, parse_drill, read_drill, write_drill
from partita.files.layout_file import read_table
from partita.practice.drills.catalogue import DRILLS
from partita.practice.drills.drill import Drill
from partita.table.spec import TableSpec
from partita.telling.drill_sheet import drill_sheet
from partita.telling.practice import drill_document
from partita.telling.practice_documents import (
    DayDocument,
    DrillDocument,
    ExpectationDocument,
    HeldDocument,
    SuggestionDocument,
)
from partita.telling.ring_marks import Units
from practice import drills, expecting, progress, sittings
from practice.models import DrillAttempt, DrillSitting, Expectation, OwnDrill
from practice.sittings import Partner, Sent
from profiles.models import PlayerProfile
from work import running
from work.out import WorkOut

router = Router(tags=["practice"])
_AT_ONCE = 500


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


class DrillSittingIn(Schema):
    """A sitting to begin: `token` the page's own name of it; a partner from the list, or by name."""

    token: str = Field(pattern=SENT_AS)
    drill: str = Field(max_length=40)
    table: TableDocument
    partner: int | None = None
    partner_name: str = Field("", max_length=80, pattern=r"^[^\x00]*$")


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


def player_of(request: HttpRequest, player_id: int) -> PlayerProfile:
    """One of one's own players."""
    return get_object_or_404(PlayerProfile, owner=account(request), pk=player_id)


def partner_of(request: HttpRequest, player: PlayerProfile, partner_id: int | None, name: str) -> Partner:
    """Who takes turns with a player: another one of one's own, or a name."""
    if partner_id == player.pk:
        raise refuse("partner", f"{player.name} cannot take turns alone", "Choose somebody else, or nobody.")
    return Partner(player_of(request, partner_id) if partner_id else None, name)


def _sitting(request: HttpRequest, sitting_id: int) -> DrillSitting:
    return get_object_or_404(DrillSitting, player__owner=account(request), pk=sitting_id)


def _expectation(request: HttpRequest, expectation_id: int) -> Expectation:
    return get_object_or_404(Expectation, owner=account(request), pk=expectation_id)


def _own(request: HttpRequest, drill_id: int) -> OwnDrill:
    return get_object_or_404(OwnDrill, owner=account(request), pk=drill_id)


def _told(drill: Drill) -> DrillDocument:
    return drill_document(drill)


def _out(sitting: DrillSitting) -> dict[str, Any]:
    return {
        "id": sitting.pk, "player_id": sitting.player_id, "player_name": sitting.player.name,
        "partner_name": sitting.partner_name, "drill_key": sitting.drill_key,
        "drill": _told(read_drill(sitting.drill, TableSpec())), "table": sitting.table, "begin": sitting.begin,
        "over": sitting.over, "attempts": sitting.attempts.all(),  # type: ignore[attr-defined]
    }  # fmt: skip


@router.get("/practice/drills", response=list[DrillDocument])
def all_drills(request: HttpRequest) -> list[DrillDocument]:
    """The drills that come with the application, then one's own."""
    own = [drills.drill_of(row) for row in drills.own_drills(account(request))]
    return [_told(drill) for drill in (*DRILLS.values(), *own)]


@router.get("/practice/latest", response=LatestOut)
def latest(request: HttpRequest) -> dict[str, int | None]:
    """Who practised last."""
    row = DrillSitting.objects.filter(player__owner=account(request)).first()
    return {"player": row.player_id if row else None}


@router.post("/practice/drills", response=DrillDocument)
def make(request: HttpRequest, body: DrillIn) -> DrillDocument:
    """Keep a drill of one's own."""
    drill = read_drill({"format": "partita-drill", "version": 1, **body.drill}, TableSpec())
    return _told(drills.drill_of(drills.save(account(request), drill)))


@router.post("/practice/drills/file", response=DrillDocument)
def take_in(request: HttpRequest, file: File[UploadedFile]) -> DrillDocument:
    """Keep a drill from a file that somebody shared."""
    drill = parse_drill(text_of(file, LARGEST_BYTES), TableSpec())
    return _told(drills.drill_of(drills.save(account(request), drill)))


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
    """A drill's set-up sheet as PDF."""
    return pdf_response(drill_sheet(drills.drill_named(account(request), key), read_table(table), units))


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
    return None if found is None else {**found, "drill": _told(found["drill"])}
