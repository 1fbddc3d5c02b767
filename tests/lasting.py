"""What several test classes share, and what ends it: a server, a worker and a browser cost half a minute to start."""

import unittest
from collections.abc import Callable

_shared: list[tuple[type[unittest.TestCase], Callable[[], None]]] = []


def last_while(tests: type[unittest.TestCase], end: Callable[[], None]) -> None:
    """Let something last for as long as tests of these classes follow each other."""
    _shared.append((tests, end))


def end_what_is_over(test: unittest.TestCase | None = None) -> None:
    """End all that the test that now begins has no part in; without one, all."""
    for kept in [kept for kept in _shared if not isinstance(test, kept[0])]:
        _shared.remove(kept)
        kept[1]()
