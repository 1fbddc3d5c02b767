"""Open boards: open, join, look on, move, show, point, hand over, close. Who has no account is known by his session."""

from typing import Annotated, Any

from django.http import HttpRequest, StreamingHttpResponse
from ninja import Header, Path, Query, Router

from accounts.api import visitor
from accounts.limits import address_of
from edge.at_once import let_go_of_the_database
from edge.current import account
from partita.errors import refuse
from rooms import moves, schema, seats
from rooms.models import Room, Seat
from rooms.pace import Pace
from rooms.push import watched
from tables.api import GeometryIn, GeometryOut
from tables.services import geometry_of

router = Router(tags=["open boards"])
Code = Annotated[str, Path(min_length=1, max_length=20)]
# The last event that somebody knows.
Number = Annotated[int, Query(ge=0, le=2**31 - 1)]
_MOVES, _POINTS, _WORDS = Pace(12, 40), Pace(15, 30), Pace(1, 20)


def _seated(request: HttpRequest, code: str) -> tuple[Room, Seat]:
    room, seat = seats.seated(code, request)
    _WORDS.check(seat.pk)
    return room, seat


@router.get("/rooms", response=schema.RoomOut | None)
def own(request: HttpRequest) -> Any:
    """The board that one has open; null for none."""
    room = seats.open_of(account(request))
    return seats.room_out(room, seats.seat_in(room, request)) if room else None


@router.post("/rooms", response=schema.RoomOut)
def open_board(request: HttpRequest, body: schema.OpenIn) -> Any:
    """Open a board to others."""
    room = seats.open_room(account(request), body)
    return seats.room_out(room, seats.seat_in(room, request))


@router.get("/rooms/{code}", response=schema.RoomOut, auth=None)
def look(request: HttpRequest, code: Code) -> Any:
    """A room, for who has its code; 410 once it is closed."""
    room = seats.room_of(code, address_of(request))
    return seats.room_out(room, seats.seat_in(room, request))


@router.post("/rooms/{code}/seat", response=schema.RoomOut, auth=visitor)
def join(request: HttpRequest, code: Code, body: schema.JoinIn) -> Any:
    """Join under a name."""
    room = seats.room_of(code, address_of(request))
    return seats.room_out(room, seats.join(room, request, body.name))


@router.get("/rooms/{code}/stream", auth=None, include_in_schema=False)
def stream(
    request: HttpRequest,
    code: Code,
    after: Number = 0,
    last_event_id: Annotated[str, Header(max_length=20)] = "",
) -> StreamingHttpResponse:
    """What happens, as it happens (server-sent events)."""
    room, seat = seats.seated(code, request)
    known = int(last_event_id) if last_event_id.isdecimal() else after
    let_go_of_the_database()
    answer = StreamingHttpResponse(watched(room.pk, seat.pk, known), content_type="text/event-stream")
    # Of proxies: hand on at once what comes.
    answer["X-Accel-Buffering"] = "no"
    return answer


@router.get("/rooms/{code}/since", response=schema.SinceOut, auth=None)
def since(request: HttpRequest, code: Code, after: Number = 0) -> dict[str, Any]:
    """What happened since an event, for who gets no push."""
    room, _ = _seated(request, code)
    return {"people": seats.people(room.pk), "events": moves.since(room.pk, after)}


@router.post("/rooms/{code}/steps", response=schema.NumberOut, auth=visitor)
def step(request: HttpRequest, code: Code, body: schema.StepsIn) -> dict[str, int]:
    """Move the board: by who has the hand. 409 where it was moved by another first."""
    room, seat = seats.seated(code, request)
    _MOVES.check(seat.pk)
    return {"number": moves.step(room, seat, body)}


@router.post("/rooms/{code}/view", response=schema.NumberOut, auth=visitor)
def show(request: HttpRequest, code: Code, body: schema.ViewIn) -> dict[str, int]:
    """Show a shot, or none: by who has the hand."""
    room, seat = seats.seated(code, request)
    _MOVES.check(seat.pk)
    return {"number": moves.show(room, seat, body)}


@router.post("/rooms/{code}/point", response=None, auth=visitor)
def point(request: HttpRequest, code: Code, body: schema.PointIn) -> None:
    """Point at a place; one that comes too soon after another is left out."""
    room, seat = seats.seated(code, request)
    if _POINTS.allows(seat.pk):
        moves.point(room, seat, body)


@router.post("/rooms/{code}/hand", response=schema.PeopleOut, auth=visitor)
def give_hand(request: HttpRequest, code: Code, body: schema.HandIn) -> Any:
    """Give the hand to somebody, or back."""
    room, seat = _seated(request, code)
    moves.give_hand(room, seat, body.seat)
    return seats.people(room.pk)


@router.post("/rooms/{code}/ask", response=schema.PeopleOut, auth=visitor)
def ask(request: HttpRequest, code: Code, body: schema.AskIn) -> Any:
    """Ask for the hand, or not any more."""
    room, seat = _seated(request, code)
    moves.ask(room, seat, body.asks)
    return seats.people(room.pk)


@router.post("/rooms/{code}/shut-out", response=schema.PeopleOut, auth=visitor)
def shut_out(request: HttpRequest, code: Code, body: schema.ShutOutIn) -> Any:
    """Have somebody leave: by whose board it is."""
    room, seat = _seated(request, code)
    moves.shut_out(room, seat, body.seat)
    return seats.people(room.pk)


@router.post("/rooms/{code}/geometry", response=GeometryOut, auth=visitor)
def geometry(request: HttpRequest, code: Code, body: GeometryIn) -> Any:
    """The geometry of the table that lies there."""
    _seated(request, code)
    return geometry_of(body.table)


@router.post("/rooms/{code}/end", response=None, auth=visitor)
def end(request: HttpRequest, code: Code) -> None:
    """Close it: by whose board it is."""
    room, seat = _seated(request, code)
    if not moves.is_owner(room, seat):
        raise refuse("board", "only whose board it is closes it", "Close the page to leave.")
    seats.end(room)
