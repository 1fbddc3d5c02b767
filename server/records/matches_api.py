"""Matches: begun, scored, changed, deleted and brought back; the match sheet."""

from datetime import date
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import Field

from edge.current import account
from edge.documents import TableDocument
from edge.readiness import need
from edge.responses import pdf_response
from partita.files.layout_file import read_table
from partita.files.record_file import EARLIEST
from partita.reports.record.pdf import match_sheet
from partita.reports.record.schema import AfterDocument, Breaks, RaceTo, RackDocument
from records import keeping, matches
from records.filters import MATCHES, Filters
from records.matches import Wanted
from records.models import Match, in_sight

router = Router(tags=["records"])


class MatchIn(Schema):
    """A match: the day, both players by their keys in the list of players, game, race, who breaks first and how it
    goes on; `table`: what a layout says of it."""

    played_on: Annotated[date, Field(ge=EARLIEST, le=date(2200, 1, 1))]
    me: str = Field(max_length=80)
    them: str = Field(max_length=80)
    game: str = Field("nine-ball", max_length=20)
    race_to: RaceTo = 7
    breaks: Breaks = "alternate"
    i_break_first: bool = True
    table: TableDocument | None = None
    notes: str = Field("", max_length=1000)

    @property
    def wanted(self) -> Wanted:
        """As the services take it."""
        values = self.model_dump()
        return Wanted(**{**values, "table": None if self.table is None else read_table(self.table)})


class RackScoreIn(Schema):
    """Who won a rack, and how; `number`: of the rack that is meant, where that matters."""

    i_won: bool
    how: str = Field("", max_length=20)
    number: int | None = None


class MatchLine(Schema):
    """A match in a list."""

    id: int
    played_on: date
    player_name: str
    opponent_name: str
    game: str
    table_name: str
    race_to: int
    my_racks: int
    their_racks: int


class MatchesOut(Schema):
    """One page of matches, the latest first, and how many there are."""

    total: int
    rows: list[MatchLine]


class MatchOut(MatchLine):
    """A match as it went: `running` from before the first rack on, with my chance of the match."""

    breaks: str
    i_break_first: bool
    if_i_break: float
    if_they_break: float
    notes: str
    running: list[AfterDocument]
    racks: list[RackDocument]
    over: bool


_TOLD = ("running", "racks", "over")


def _own(request: HttpRequest, match_id: int) -> Match:
    found: Match = get_object_or_404(in_sight(Match, account(request)), pk=match_id)
    return found


def _out(match: Match) -> dict[str, Any]:
    plain = {name: getattr(match, name) for name in MatchOut.model_fields if name not in _TOLD}
    return plain | matches.told(match)


@router.get("/matches", response=MatchesOut)
def listed(
    request: HttpRequest, filters: Query[Filters], page: Annotated[int, Query(ge=0, le=10_000)] = 0
) -> dict[str, Any]:
    """One page of one's own matches."""
    rows = filters.matches(account(request))
    shown = rows.prefetch_related("racks")[page * MATCHES : (page + 1) * MATCHES]
    return {"total": rows.count(), "rows": shown}


@router.post("/matches", response=MatchOut)
def begin(request: HttpRequest, body: MatchIn) -> dict[str, Any]:
    """Begin a match."""
    need("weighing")
    return _out(matches.save(account(request), body.wanted))


@router.get("/matches/{int:match_id}", response=MatchOut)
def match(request: HttpRequest, match_id: int) -> dict[str, Any]:
    """A match as it went."""
    return _out(_own(request, match_id))


@router.put("/matches/{int:match_id}", response=MatchOut)
def change(request: HttpRequest, match_id: int, body: MatchIn) -> dict[str, Any]:
    """Change what a match is; its racks stay."""
    need("weighing")
    return _out(matches.save(account(request), body.wanted, _own(request, match_id)))


@router.post("/matches/{int:match_id}/racks", response=MatchOut)
def score(request: HttpRequest, match_id: int, body: RackScoreIn) -> dict[str, Any]:
    """The rack in play is over."""
    matches.score(_own(request, match_id), body.i_won, body.how, body.number)
    return _out(_own(request, match_id))


@router.put("/matches/{int:match_id}/racks/{int:number}", response=MatchOut)
def change_rack(request: HttpRequest, match_id: int, number: int, body: RackScoreIn) -> dict[str, Any]:
    """Another winner of a rack, or how."""
    matches.change_rack(_own(request, match_id), number, body.i_won, body.how)
    return _out(_own(request, match_id))


@router.delete("/matches/{int:match_id}/racks/last", response=MatchOut)
def take_back(request: HttpRequest, match_id: int) -> dict[str, Any]:
    """The last rack that is over is in play again."""
    matches.take_back(_own(request, match_id))
    return _out(_own(request, match_id))


@router.delete("/matches/{int:match_id}", response={204: None})
def delete(request: HttpRequest, match_id: int) -> tuple[int, None]:
    """Out of sight with its decisions; it can be brought back for thirty days."""
    keeping.delete(_own(request, match_id))
    return 204, None


@router.post("/matches/{int:match_id}/restore", response=MatchOut)
def restore(request: HttpRequest, match_id: int) -> dict[str, Any]:
    """Bring a deleted one back, with the decisions that went with it."""
    keeping.restore(get_object_or_404(Match, owner=account(request), pk=match_id))
    return _out(_own(request, match_id))


@router.get("/matches/{int:match_id}/sheet", response={200: None})
def sheet(request: HttpRequest, match_id: int) -> HttpResponse:
    """The match sheet, a PDF of one page."""
    found = _own(request, match_id)
    told, names = matches.told(found), (found.player_name, found.opponent_name)
    below = f"{found.played_on:%d %B %Y} · {found.game} · race to {found.race_to} · {found.table_name}"
    return pdf_response(match_sheet(names, below, found.race_to, told["running"], told["racks"], found.notes))
