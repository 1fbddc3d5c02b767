"""Stations, sittings at them, and attempts: sent, taken back, as CSV."""

from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from edge.at_once import worked_out_at_once
from edge.current import account
from edge.documents import TableDocument
from edge.naming import SENT_AS
from measures import attempts, sittings
from measures.attempts import Sent
from measures.models import Attempt, Sitting
from partita.files.attempts_file import WrittenAttempt
from partita.files.layout_file import read_table
from partita.players.measuring.stations import station_set
from partita.reports.measuring.report import station_of
from partita.reports.measuring.schema import StationDocument
from profiles.models import PlayerProfile

router = Router(tags=["measures"])
_AT_ONCE = 500
_LONGEST_FILE = 700_000


class SittingIn(Schema):
    """A set of stations, and the table."""

    set_name: str = Field(max_length=10)
    table: TableDocument


class AttemptIn(Schema):
    """One attempt; `token`: the page's own name of it, by which it is counted once however often it is sent."""

    token: str = Field(pattern=SENT_AS)
    station: str = Field(max_length=30)
    outcome: str = Field("", max_length=20)
    x: float | None = None
    y: float | None = None

    def sent(self) -> Sent:
        """As the services take it."""
        return Sent(self.token, WrittenAttempt(self.station, self.outcome, self.x, self.y))


class AttemptsIn(Schema):
    """Attempts of one sitting."""

    attempts: list[AttemptIn] = Field(max_length=_AT_ONCE)


class FileIn(Schema):
    """A file of attempts, CSV or JSON."""

    text: str = Field(max_length=_LONGEST_FILE)


class TakenOut(Schema):
    """How many attempts were new, and how many the player has."""

    new: int
    attempts: int


class AttemptOut(Schema):
    """An attempt that is kept."""

    token: str
    station: str
    outcome: str
    x: float | None
    y: float | None


class SittingOut(Schema):
    """A sitting: its stations as they are asked for, `count` how often each, and what has been played of it."""

    id: int
    set_name: str
    table: TableDocument
    over: bool
    stations: list[StationDocument]
    attempts: list[AttemptOut]


def _player(request: HttpRequest, player_id: int) -> PlayerProfile:
    return get_object_or_404(PlayerProfile, owner=account(request), pk=player_id)


def _sitting(request: HttpRequest, sitting_id: int) -> Sitting:
    return get_object_or_404(Sitting, player__owner=account(request), pk=sitting_id)


def _out(sitting: Sitting) -> dict[str, Any]:
    table = read_table(sitting.table)
    stations = [station_of(one, table, count) for one, count in station_set(sitting.set_name, sitting.level)]
    return {
        "id": sitting.pk, "set_name": sitting.set_name, "table": sitting.table, "over": sitting.over,
        "stations": stations, "attempts": sitting.attempts.all(),
    }  # fmt: skip


@router.post("/players/{int:player_id}/sittings", response=SittingOut)
@worked_out_at_once("simulator")
def begin(request: HttpRequest, player_id: int, body: SittingIn) -> dict[str, Any]:
    """Begin a set of stations."""
    return _out(sittings.begin(_player(request, player_id), body.set_name, body.table))


@router.get("/players/{int:player_id}/sittings/open", response=SittingOut | None)
@worked_out_at_once("simulator")
def open_sitting(request: HttpRequest, player_id: int) -> dict[str, Any] | None:
    """The sitting that was broken off last, to be taken up; none where none was begun in earnest."""
    begun = Sitting.objects.filter(player=_player(request, player_id), over=False, attempts__isnull=False)
    found = begun.distinct().first()
    return None if found is None else _out(found)


@router.get("/sittings/{int:sitting_id}", response=SittingOut)
@worked_out_at_once("simulator")
def sitting(request: HttpRequest, sitting_id: int) -> dict[str, Any]:
    """A sitting as it stands."""
    return _out(_sitting(request, sitting_id))


@router.post("/sittings/{int:sitting_id}/end", response={204: None})
def end(request: HttpRequest, sitting_id: int) -> tuple[int, None]:
    """A sitting is over, complete or not; its attempts stay."""
    Sitting.objects.filter(pk=_sitting(request, sitting_id).pk).update(over=True)
    return 204, None


@router.post("/sittings/{int:sitting_id}/attempts", response=TakenOut)
def send(request: HttpRequest, sitting_id: int, body: AttemptsIn) -> dict[str, int]:
    """Attempts, each counted once however often it is sent; all of them or none."""
    found = _sitting(request, sitting_id)
    new = attempts.add(found.player, found, [one.sent() for one in body.attempts])
    return {"new": new, "attempts": found.player.attempts.count()}


@router.delete("/players/{int:player_id}/attempts/by-token/{token}", response={204: None})
def take_back(request: HttpRequest, player_id: int, token: str) -> tuple[int, None]:
    """Take one attempt back; taken back twice it is gone all the same."""
    attempts.take_back(_player(request, player_id), token)
    return 204, None


@router.get("/players/{int:player_id}/attempts", response=TakenOut)
def count(request: HttpRequest, player_id: int) -> dict[str, int]:
    """How many attempts a player has."""
    return {"new": 0, "attempts": Attempt.objects.filter(player=_player(request, player_id)).count()}


@router.get("/players/{int:player_id}/attempts/csv", response=str)
def as_csv(request: HttpRequest, player_id: int) -> str:
    """A player's attempts at stations as CSV."""
    return attempts.csv_of(_player(request, player_id))


@router.post("/players/{int:player_id}/attempts/file", response=TakenOut)
def take_in(request: HttpRequest, player_id: int, body: FileIn) -> dict[str, int]:
    """Attempts from a file: all of them or none, a wrong line is named; the same file again adds nothing."""
    player = _player(request, player_id)
    new = attempts.take_in(player, body.text)
    return {"new": new, "attempts": player.attempts.count()}
