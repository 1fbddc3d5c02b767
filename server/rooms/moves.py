"""What is done in a room: steps in their order, what is shown, pointing, and who has the hand."""

from typing import Any

from django.db import transaction
from django.http import Http404
from django.utils import timezone

from edge.busy import ChangedMeanwhileError, GoneError
from partita.errors import refuse
from rooms.models import Event, Room, Seat
from rooms.schema import EventOut, PointIn, StepsIn, ViewIn
from rooms.telling import tell


def is_owner(room: Room, seat: Seat) -> bool:
    """Whether the room is his."""
    return seat.account_id == room.owner_id


def has_hand(room: Room, seat: Seat) -> bool:
    """Whether his moves count."""
    return room.hand_id == seat.pk if room.hand_id else is_owner(room, seat)


def _locked(room: Room) -> Room:
    """The room, held until the end of this transaction: what is done there is done in order."""
    now = Room.objects.select_for_update(of=("self",)).get(pk=room.pk)
    if now.ended is not None:
        raise GoneError("code", "this board is closed", "Ask whoever opened it for another code.")
    return now


def _add(room: Room, kind: str, by: str, body: dict[str, Any]) -> int:
    """Keep one more event, and tell of it. Its number."""
    room.number += 1
    room.used = timezone.now()
    room.save(update_fields=["number", "used", "hand"])
    Event.objects.create(room=room, number=room.number, kind=kind, by=by, body=body)
    tell(room.pk, "event", room.number)
    return room.number


def step(room: Room, seat: Seat, done: StepsIn) -> int:
    """Take steps of who has the hand; whose board it is takes the hand by moving. The number of the last event.

    Raises `ChangedMeanwhileError` where something was done that he had not seen yet, and `Refused` without the hand.
    """
    with transaction.atomic():
        room = _locked(room)
        known = room.events.filter(by=done.by).first()
        if known is not None:
            return known.number
        if not has_hand(room, seat):
            if not is_owner(room, seat):
                raise refuse("board", "the hand is with somebody else", "Ask for it.")
            room.hand = None
            tell(room.pk, "people")
        last = room.events.exclude(kind="view").order_by("-number").values_list("number", flat=True).first() or 0
        if done.base < last:
            raise ChangedMeanwhileError(
                "board", "somebody moved it at the same moment", "Look at it as it lies now, then go on."
            )
        steps = [one.model_dump(mode="json", exclude_unset=True) for one in done.steps]
        number = _add(room, "steps", done.by, {"steps": steps, "seat": seat.pk})
        if done.board is not None:
            room.events.filter(number__lt=number, kind__in=("board", "steps")).delete()
            board = done.board.model_dump(mode="json", exclude_unset=True)
            room.events.filter(number=number).update(kind="board", body={**board, "seat": seat.pk})
        return number


def show(room: Room, seat: Seat, shown: ViewIn) -> int:
    """Show something on the board, instead of what was shown before. `Refused` without the hand."""
    with transaction.atomic():
        room = _locked(room)
        if not has_hand(room, seat):
            raise refuse("board", "the hand is with somebody else", "Ask for it.")
        known = room.events.filter(by=shown.by).first()
        if known is not None:
            return known.number
        room.events.filter(kind="view").delete()
        return _add(room, "view", shown.by, shown.view.model_dump(mode="json", by_alias=True))


def point(room: Room, seat: Seat, where: PointIn) -> None:
    """Point at a place; kept nowhere."""
    tell(room.pk, "point", {"seat": seat.pk, "name": seat.name, "at": where.at})


def give_hand(room: Room, seat: Seat, to: int | None) -> None:
    """Give the hand to somebody, or back: by who has it, or whose board it is."""
    with transaction.atomic():
        room = _locked(room)
        if not (has_hand(room, seat) or is_owner(room, seat)):
            raise refuse("hand", "it is not yours to give", "Ask for it.")
        other = None if to is None else room.seats.filter(pk=to, shut_out=False).first()
        if to is not None and other is None:
            raise Http404
        room.hand = None if other is None or is_owner(room, other) else other
        room.save(update_fields=["hand"])
        if other is not None:
            Seat.objects.filter(pk=other.pk).update(asks=False)
        tell(room.pk, "people")


def ask(room: Room, seat: Seat, asks: bool) -> None:
    """Ask for the hand, or not any more."""
    Seat.objects.filter(pk=seat.pk).update(asks=asks)
    tell(room.pk, "people")


def shut_out(room: Room, seat: Seat, other: int) -> None:
    """Have somebody leave who does not belong there: by whose board it is."""
    if not is_owner(room, seat) or other == seat.pk:
        raise refuse("seat", "only whose board it is shuts others out", "Close the page to leave.")
    with transaction.atomic():
        room = _locked(room)
        if not room.seats.filter(pk=other).update(shut_out=True, asks=False):
            raise Http404
        if room.hand_id == other:
            room.hand = None
            room.save(update_fields=["hand"])
        tell(room.pk, "shut-out", other)
        tell(room.pk, "people")


def since(room_key: int, after: int) -> list[EventOut]:
    """What happened after an event: from the last time that the whole board was sent, where that is later."""
    rows = list(Event.objects.filter(room=room_key, number__gt=after).order_by("number"))
    whole = max((row.number for row in rows if row.kind == "board"), default=0)
    return [
        EventOut(number=row.number, kind=row.kind, by=row.by, body=row.body)  # type: ignore[arg-type]
        for row in rows
        if row.kind == "view" or row.number >= whole
    ]
