"""What several test classes share, and what ends it: a server, a worker and a browser cost half a minute to start."""

from collections.abc import Callable

_ends: dict[str, Callable[[], None]] = {}


def last_while(prefix: str, end: Callable[[], None]) -> None:
    """Let something last for as long as tests of these modules follow each other."""
    _ends[prefix] = end


def end_what_is_over(test: str = "") -> None:
    """End all that the test that now begins has no part in; without one, all."""
    for prefix in [prefix for prefix in _ends if not test.startswith(prefix)]:
        _ends.pop(prefix)()
