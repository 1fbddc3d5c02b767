"""Work in one transaction that can be followed and stopped meanwhile: in a thread, on a connection of its own."""

import threading
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor, wait
from typing import TypeVar

from django.db import connection, transaction

from partita.progress import Steps

Result = TypeVar("Result")
_EVERY_S = 0.25


class _StoppedError(Exception):
    """Nobody follows any more: what was done is undone."""


def in_one_transaction(steps: Callable[[], Steps[Result]]) -> Iterator[tuple[float, Result | None]]:
    """How far the steps are, again and again, and at last their result; all of it is kept, or nothing.

    Whoever closes this iterator before has it undone. Raises what the steps raise.
    """
    share, nobody_follows = [0.0], threading.Event()

    def go() -> Result:
        try:
            with transaction.atomic():
                walk = steps()
                while True:
                    try:
                        share[0] = next(walk)
                    except StopIteration as done:
                        return done.value  # type: ignore[no-any-return]
                    if nobody_follows.is_set():
                        raise _StoppedError
        finally:
            connection.close()

    with ThreadPoolExecutor(1) as beside:
        found = beside.submit(go)
        try:
            while not found.done():
                yield min(share[0], 0.99), None
                wait([found], _EVERY_S)
            yield 1.0, found.result()
        finally:
            nobody_follows.set()
