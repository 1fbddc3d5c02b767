"""Whose step is next in a worker: one question is worked on at a time, with all cores, and who has least goes first.

Two weighings at once would only slow each other down. Several are open side by side instead, each in a thread of its
own, and every step of one, to its next answer, is made with the baton in hand. Who has no answer yet gets it before who
has one; settling goes in the order of asking; what only makes a settled answer finer comes last, in turns.
"""

import contextlib
import itertools
import threading
from collections.abc import Callable, Iterator
from enum import IntEnum

# How often somebody who waits looks whether he is still wanted, s.
_LOOK_S = 0.5


class Stage(IntEnum):
    """What the next step is for: a first answer, a settled one, or a finer one."""

    FIRST = 0
    SETTLING = 1
    FINER = 2


class Baton:
    """Held by one at a time; handed to who waits with the lowest stage, and there to who has waited longest."""

    def __init__(self) -> None:
        self._changed = threading.Condition()
        self._counter = itertools.count()
        self._waiting: list[tuple[int, int]] = []
        self._is_held = False

    def number(self) -> int:
        """A number for who comes now; lower ones go first within a stage."""
        return next(self._counter)

    @contextlib.contextmanager
    def held(self, stage: Stage, number: int, is_wanted: Callable[[], bool]) -> Iterator[bool]:
        """Wait for it and hold it; False, without it, when one is no longer wanted. number : as of asking; what only
        makes an answer finer goes in turns instead."""
        me = (int(stage), self.number() if stage == Stage.FINER else number)
        has_it = self._take(me, is_wanted)
        try:
            yield has_it
        finally:
            if has_it:
                with self._changed:
                    self._is_held = False
                    self._changed.notify_all()

    def _take(self, me: tuple[int, int], is_wanted: Callable[[], bool]) -> bool:
        with self._changed:
            self._waiting.append(me)
        try:
            while True:
                with self._changed:
                    if self._changed.wait_for(lambda: not self._is_held and min(self._waiting) == me, _LOOK_S):
                        self._is_held = True
                        return True
                if not is_wanted():
                    return False
        finally:
            # Also when asking failed, as with a lost database: nobody waits behind who is gone.
            with self._changed:
                self._waiting.remove(me)
                self._changed.notify_all()
