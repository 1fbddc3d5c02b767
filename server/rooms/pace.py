"""How fast one page may send: a moment's flurry is fine, a script that never ends is not."""

import threading
import time
from collections.abc import Hashable

from edge.busy import BusyError

# Forgotten by then; nobody's allowance takes longer to fill.
_LONG_S, _MANY = 60.0, 5_000


class Pace:
    """So many a second each, of which some may come at once."""

    def __init__(self, a_second: float, at_once: float) -> None:
        self.a_second, self.at_once = a_second, at_once
        self._left: dict[Hashable, tuple[float, float]] = {}
        self._lock = threading.Lock()

    def allows(self, who: Hashable) -> bool:
        """Whether he may send one more now; counts it."""
        now = time.monotonic()
        with self._lock:
            if len(self._left) > _MANY:
                self._left = {key: held for key, held in self._left.items() if now - held[1] < _LONG_S}
            left, then = self._left.get(who, (self.at_once, now))
            left = min(self.at_once, left + (now - then) * self.a_second)
            self._left[who] = (left - 1 if left >= 1 else left, now)
            return left >= 1

    def check(self, who: Hashable) -> None:
        """Raises `BusyError` for who sends too fast."""
        if not self.allows(who):
            raise BusyError("board", "it cannot follow so fast", "Wait a moment.", 1)
