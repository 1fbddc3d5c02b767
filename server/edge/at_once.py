"""What the web process works out at once, while the asker waits: in turn, so that whoever only reads does not wait too.

A shot of one's own takes some tens of milliseconds of all cores. Asked by many at a time, as many would be worked on at
once, each slower than the next, and reading beside them slowest of all.
"""

import threading
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import wraps
from typing import ParamSpec, TypeVar, cast

from django.db import connections
from django.http import HttpRequest

from edge.busy import BusyError
from edge.readiness import need
from partita.parallel import CORES

# Each uses up to all cores itself; a second one fills the gaps.
_AT_A_TIME = max(1, CORES // 2)
# So many of one account may wait, and so long anybody.
_OF_ONE, _PATIENCE_S = 6, 8.0
_turns = threading.BoundedSemaphore(_AT_A_TIME)
_waiting: Counter[int | str] = Counter()
_counting = threading.Lock()
Parts = ParamSpec("Parts")
Answer = TypeVar("Answer")


def let_go_of_the_database() -> None:
    """Give this thread's connection back while it waits or works: others need it, and it is easily taken anew."""
    for connection in connections.all():
        if not connection.in_atomic_block:
            connection.close()


@contextmanager
def in_turn(owner: int | str) -> Iterator[None]:
    """Work when it is one's turn. Raises `BusyError` for who asks for too much, and when others take too long."""
    with _counting:
        if _waiting[owner] >= _OF_ONE:
            raise BusyError("request", "some of yours are being worked out already", "Wait for their answers.", 1)
        _waiting[owner] += 1
    try:
        let_go_of_the_database()
        if not _turns.acquire(timeout=_PATIENCE_S):
            raise BusyError("request", "many are asking at this moment", "Try again in a moment.", 2)
        try:
            yield
        finally:
            _turns.release()
    finally:
        with _counting:
            _waiting[owner] -= 1


def worked_out_at_once(*needs: str) -> Callable[[Callable[Parts, Answer]], Callable[Parts, Answer]]:
    """For an operation that simulates before it answers: these parts of the physics are there, and it is its turn.

    Each account has its turns; of guests each address.
    """

    def around(operation: Callable[Parts, Answer]) -> Callable[Parts, Answer]:
        @wraps(operation)
        def inside(*parts: Parts.args, **named: Parts.kwargs) -> Answer:
            need(*needs)
            request = cast(HttpRequest, parts[0])
            with in_turn(request.user.pk or str(request.META.get("REMOTE_ADDR"))):
                return operation(*parts, **named)

        return inside

    return around
