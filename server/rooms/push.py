"""Push: what happens in a room goes to everybody there at once, as server-sent events (HTML Living Standard, 9.2).

One listener a web process hears the database's notifications, reads what happened once, and hands it to all who watch
here. Who falls behind is let go: his browser asks again by itself, with the last number it has.
"""

import asyncio
import json
import logging
from collections.abc import AsyncIterator
from dataclasses import dataclass, field
from typing import Any

import psycopg
from asgiref.sync import sync_to_async
from django.db import DatabaseError, connection
from django.utils import timezone

from edge.at_once import let_go_of_the_database
from rooms.models import Room, Seat
from rooms.moves import since
from rooms.schema import EventOut
from rooms.seats import people
from rooms.telling import CHANNEL

log = logging.getLogger(__name__)
# A line now and then keeps proxies from closing a quiet stream, and finds out who has gone.
_QUIET_S, _COUNTED_S, _AGAIN_S = 15.0, 20.0, 1.0
# Who comes and goes is told at most so often: a whole class comes at once.
_TOGETHER_S = 0.3
_MOST_WAITING = 500
# How soon a browser whose stream broke asks again, ms.
_RETRY_MS = 700


@dataclass(eq=False)
class Watcher:
    """Somebody whose page is open. waiting : what goes to him next, None at the end; last : the number he has."""

    room: int
    seat: int
    last: int
    waiting: asyncio.Queue[tuple[int, str] | None] = field(default_factory=lambda: asyncio.Queue(_MOST_WAITING))


class Hub:
    """All who watch in this process, on its event loop."""

    def __init__(self) -> None:
        self.rooms: dict[int, set[Watcher]] = {}
        self.known: dict[int, int] = {}
        self.tasks: set[asyncio.Task[None]] = set()
        self.counting_people: set[int] = set()
        for work in (self._listen(), self._count()):
            self._start(work)

    def _start(self, work: Any) -> None:
        task = asyncio.ensure_future(work)
        self.tasks.add(task)
        task.add_done_callback(self.tasks.discard)

    def enter(self, watcher: Watcher) -> None:
        """From now on he hears what happens."""
        self.rooms.setdefault(watcher.room, set()).add(watcher)
        self._start(self._seen(watcher, here=True))

    def leave(self, watcher: Watcher) -> None:
        """His page has gone."""
        there = self.rooms.get(watcher.room, set())
        there.discard(watcher)
        if not there:
            self.rooms.pop(watcher.room, None)
            self.known.pop(watcher.room, None)
        if all(other.seat != watcher.seat for other in there):
            self._start(self._seen(watcher, here=False))

    async def _seen(self, watcher: Watcher, *, here: bool) -> None:
        await _kept_aside(_mark_seen, [watcher.seat], here)
        await self._tell_people(watcher.room)

    async def _count(self) -> None:
        """Keep in the database whose pages are open."""
        while True:
            await asyncio.sleep(_COUNTED_S)
            seats = {watcher.seat for there in self.rooms.values() for watcher in there}
            try:
                await _kept_aside(_mark_seen, list(seats), True)
            except DatabaseError as error:
                log.warning("who is in a room cannot be kept for now: %s", error)

    async def _listen(self) -> None:
        """Hear the database, again and again where it goes away; what happened meanwhile is read then."""
        while True:
            try:
                async with await psycopg.AsyncConnection.connect(**_database(), autocommit=True) as heard:
                    await heard.execute(f"LISTEN {CHANNEL}")
                    for room in list(self.rooms):
                        await self._tell_events(room)
                        self._start(self._tell_people(room))
                    await self._tell_ends()
                    async for notice in heard.notifies():
                        await self._hear(*json.loads(notice.payload))
            except (psycopg.Error, DatabaseError, OSError) as error:
                log.warning("rooms are not told of news for now: %s", error)
            await asyncio.sleep(_AGAIN_S)

    async def _tell_ends(self) -> None:
        """What ended, and who was shut out, while the database was not heard."""
        ended, shut_out = await _kept_aside(_ends_in, list(self.rooms))
        for room in ended:
            self._send(room, 0, message("ended", {}))
        for room, seat in shut_out:
            self._close(room, seat)

    async def _hear(self, room: int, what: str, told: Any) -> None:
        if room not in self.rooms:
            return
        if what == "event":
            await self._tell_events(room, told)
        elif what == "people":
            self._start(self._tell_people(room))
        elif what == "point":
            self._send(room, 0, message("point", told))
        elif what == "shut-out":
            self._close(room, told)
        else:
            self._send(room, 0, message("ended", {}))

    async def _tell_events(self, room: int, number: int = 0) -> None:
        """Hand on what happened since the last that was handed on here."""
        earliest = min((watcher.last for watcher in self.rooms.get(room, ())), default=0)
        begin = self.known.get(room, number - 1 if number else earliest)
        for event in await _kept_aside(since, room, begin):
            self.known[room] = max(event.number, self.known.get(room, 0))
            self._send(room, event.number, event_message(event))

    async def _tell_people(self, room: int) -> None:
        if room in self.counting_people:
            return
        self.counting_people.add(room)
        await asyncio.sleep(_TOGETHER_S)
        self.counting_people.discard(room)
        if room not in self.rooms:
            return
        try:
            told = await _kept_aside(people, room)
        except Room.DoesNotExist:
            # Deleted while somebody still looked on.
            self._send(room, 0, message("ended", {}))
        else:
            self._send(room, 0, message("people", told.dict()))

    def _send(self, room: int, number: int, text: str) -> None:
        for watcher in list(self.rooms.get(room, ())):
            try:
                watcher.waiting.put_nowait((number, text))
            except asyncio.QueueFull:
                self._let_go(watcher)

    def _close(self, room: int, seat: int) -> None:
        for watcher in list(self.rooms.get(room, ())):
            if watcher.seat == seat:
                self._let_go(watcher)

    def _let_go(self, watcher: Watcher) -> None:
        self.leave(watcher)
        while not watcher.waiting.empty():
            watcher.waiting.get_nowait()
        watcher.waiting.put_nowait(None)


_hubs: dict[asyncio.AbstractEventLoop, Hub] = {}


def _hub() -> Hub:
    loop = asyncio.get_running_loop()
    if loop not in _hubs:
        _hubs[loop] = Hub()
    return _hubs[loop]


async def watched(room: int, seat: int, after: int) -> AsyncIterator[str]:
    """A stream of what happens in a room: first all that is new to its watcher, then each thing as it happens."""
    watcher, hub = Watcher(room, seat, after), _hub()
    hub.enter(watcher)
    try:
        yield f"retry: {_RETRY_MS}\n\n"
        for event in await _kept_aside(since, room, after):
            watcher.last = event.number
            yield event_message(event)
        yield message("people", (await _kept_aside(people, room)).dict())
        while True:
            try:
                given = await asyncio.wait_for(watcher.waiting.get(), _QUIET_S)
            except TimeoutError:
                yield ": quiet\n\n"
                continue
            if given is None:
                return
            number, text = given
            if number == 0 or number > watcher.last:
                watcher.last = max(number, watcher.last)
                yield text
    finally:
        hub.leave(watcher)


def message(kind: str, told: Any, number: int = 0) -> str:
    """One server-sent event."""
    name = f"id: {number}\n" if number else ""
    return f"{name}event: {kind}\ndata: {json.dumps(told)}\n\n"


def event_message(event: EventOut) -> str:
    """Something done in a room, as it is sent."""
    return message(event.kind, event.dict(), event.number)


def _mark_seen(seats: list[int], here: bool) -> None:
    Seat.objects.filter(pk__in=seats).update(seen=timezone.now() if here else None)


def _ends_in(rooms: list[int]) -> tuple[list[int], list[tuple[int, int]]]:
    ended = Room.objects.filter(pk__in=rooms, ended__isnull=False).values_list("pk", flat=True)
    shut_out = Seat.objects.filter(room__in=rooms, shut_out=True).values_list("room", "pk")
    return list(ended), list(shut_out)


async def _kept_aside(work: Any, *given: Any) -> Any:
    """Ask the database beside the event loop, and give the connection back."""

    def asked() -> Any:
        try:
            return work(*given)
        finally:
            let_go_of_the_database()

    return await sync_to_async(asked, thread_sensitive=False)()


def _database() -> dict[str, Any]:
    names = {"NAME": "dbname", "USER": "user", "PASSWORD": "password", "HOST": "host", "PORT": "port"}
    return {ours: connection.settings_dict[theirs] for theirs, ours in names.items()}
