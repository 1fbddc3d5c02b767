"""Opening a room, joining it, who is there, ending it.

A code is short, since it is read out; it opens a room for an evening, wrong ones are counted by address, and its owner
sees everybody who came.
"""

from datetime import timedelta

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Q
from django.http import Http404, HttpRequest
from django.utils import timezone

from accounts.guests import guest_in, remember
from accounts.limits import address_of, count_opening
from edge.busy import GoneError
from edge.codes import new_code, plain_code
from partita.errors import refuse
from rooms.models import Event, Room, Seat
from rooms.schema import OpenIn, PeopleOut, PersonOut, RoomOut
from rooms.telling import tell

_MOST_SEATS = 60
# A board that nothing happens on is closed after so long, and gone after a day more.
_IDLE, _SAYS_SO = timedelta(hours=12), timedelta(days=1)
# Who has not been heard of for so long is not there: pages are counted every twenty seconds.
_AWAY = timedelta(seconds=50)


def open_of(owner: User) -> Room | None:
    """The room that an account has open."""
    return Room.objects.filter(owner=owner, ended=None, used__gt=timezone.now() - _IDLE).first()


def open_room(owner: User, asked: OpenIn) -> Room:
    """A room with a board in it. `Refused` where the account has one open."""
    with transaction.atomic():
        User.objects.select_for_update().get(pk=owner.pk)
        if open_of(owner):
            raise refuse("board", "a board of yours is open already", "Go on with that one, or close it first.")
        Room.objects.filter(owner=owner, ended=None).update(ended=timezone.now())
        code = new_code()
        room = Room.objects.create(owner=owner, code=code, title=asked.title, number=1)
        Seat.objects.create(room=room, account=owner, name=asked.name)
        board = asked.board.model_dump(mode="json", exclude_none=True)
        Event.objects.create(room=room, number=1, kind="board", by=f"opened-{code}", body=board)
    return room


def room_of(code: str, address: str) -> Room:
    """The room of a code, however it is typed. 404 for none, counted against guessing; `GoneError` for an ended one."""
    room = Room.objects.select_related("owner").filter(code=plain_code(code)).first()
    if room is None:
        count_opening(address)
        raise Http404
    if room.ended is not None or room.used < timezone.now() - _IDLE:
        raise GoneError("code", "this board is closed", "Ask whoever opened it for another code.")
    return room


def seat_in(room: Room, request: HttpRequest) -> Seat | None:
    """The asker's seat in a room: his account's, or the one that his browser's session knows."""
    if request.user.is_authenticated:
        return room.seats.filter(account=request.user).first()
    key = guest_in(request, f"room {room.pk}")
    return room.seats.filter(pk=key, account=None).first() if key else None


def seated(code: str, request: HttpRequest) -> tuple[Room, Seat]:
    """A room and the asker's seat in it. 404 for who has none."""
    room = room_of(code, address_of(request))
    seat = seat_in(room, request)
    if seat is None or seat.shut_out:
        raise Http404
    return room, seat


def join(room: Room, request: HttpRequest, name: str) -> Seat:
    """The asker's seat, under this name from now on. `Refused` for who was shut out, and where the room is full."""
    seat = seat_in(room, request)
    if seat is not None and seat.shut_out:
        raise refuse("code", "its owner does not want you on this board", "Talk to whoever opened it.")
    if seat is None:
        with transaction.atomic():
            Room.objects.select_for_update().get(pk=room.pk)
            if room.seats.count() >= _MOST_SEATS:
                raise refuse("code", f"it holds {_MOST_SEATS} people, and they are there", "Look on with one of them.")
            account = request.user if request.user.is_authenticated else None
            seat = room.seats.create(account=account, name=_own_name(room, name))
    elif seat.name != name:
        seat.name = _own_name(room, name, seat)
        seat.save(update_fields=["name"])
    if seat.account_id is None:
        remember(request, f"room {room.pk}", seat.pk)
    tell(room.pk, "people")
    return seat


def _own_name(room: Room, name: str, own: Seat | None = None) -> str:
    """The name, told apart from one that somebody there has already."""
    others = room.seats.exclude(pk=own.pk) if own else room.seats.all()
    taken = {other.casefold() for other in others.values_list("name", flat=True)}
    found, count = name, 1
    while found.casefold() in taken:
        count += 1
        found = f"{name} {count}"
    return found


def people(room_key: int) -> PeopleOut:
    """Who is in a room: the owner first, then as they came."""
    room = Room.objects.get(pk=room_key)
    since = timezone.now() - _AWAY
    rows = sorted(room.seats.filter(shut_out=False).order_by("pk"), key=lambda seat: seat.account_id != room.owner_id)
    there = [
        PersonOut(
            seat=seat.pk, name=seat.name, here=seat.seen is not None and seat.seen > since, asks=seat.asks,
            is_owner=seat.account_id == room.owner_id,
        )
        for seat in rows
    ]  # fmt: skip
    return PeopleOut(hand=room.hand_id or there[0].seat, people=there)


def room_out(room: Room, seat: Seat | None) -> RoomOut:
    """A room as it is told to whoever sits there, or stands before it; who was shut out stands before it."""
    seat = None if seat is not None and seat.shut_out else seat
    owner = room.seats.filter(account=room.owner_id).values_list("name", flat=True).first() or ""
    return RoomOut(
        code=room.code, title=room.title, owner=owner, number=room.number, seat=seat.pk if seat else None,
        is_owner=seat is not None and seat.account_id == room.owner_id, people=people(room.pk) if seat else None,
    )  # fmt: skip


def end(room: Room) -> None:
    """Close a room: whoever is there is told."""
    room.ended = timezone.now()
    room.save(update_fields=["ended"])
    tell(room.pk, "ended")


def clear_closed() -> int:
    """Delete what closed, or was left, some time ago: with its guests, and all that was done there. How many rows."""
    now = timezone.now()
    return Room.objects.filter(Q(ended__lt=now - _SAYS_SO) | Q(used__lt=now - _IDLE - _SAYS_SO)).delete()[0]
