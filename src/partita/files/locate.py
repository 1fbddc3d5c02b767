"""On which line of a JSON text a value stands: looked up when there is something to say of it, and not before."""

import json
import re
from collections.abc import Iterator

Path = tuple[str | int, ...]
_BLANK = re.compile(r"[ \t\r\n]*")
_skip = json.JSONDecoder().raw_decode


class Lines:
    """Lines of the values of a JSON text that is known to be well formed.

    >>> Lines('{"a": [1,\\n {"b": 2}]}').of(("a", 1, "b"))
    2
    """

    def __init__(self, text: str) -> None:
        self._text = text
        # Where the values of a list or an object begin, of each that was looked into.
        self._inside: dict[int, dict[str | int, int]] = {}
        # The place asked for last, and its line: who asks in order is answered from there.
        self._last = (0, 1)

    def of(self, path: Path) -> int | None:
        """The line, from 1; none where no value has this path."""
        place = _blank(self._text, 0)
        for step in path:
            if place not in self._inside:
                self._inside[place] = dict(_values(self._text, place))
            found = self._inside[place].get(step)
            if found is None:
                return None
            place = found
        last, line = self._last if self._last[0] <= place else (0, 1)
        self._last = (place, line + self._text.count("\n", last, place))
        return self._last[1]

    def nearest(self, path: Path) -> int:
        """The line of the value, else of what it would stand in."""
        return next(line for end in range(len(path), -1, -1) if (line := self.of(path[:end])) is not None)


def line_at(text: str, place: int) -> int:
    """The line, from 1, on which a letter stands."""
    return 1 + text.count("\n", 0, max(place, 0))


def line_of_twice(text: str, key: str) -> tuple[int, int]:
    """Lines of the first two values that bear this name in one object of a well formed text."""
    inside = [_blank(text, 0)]
    while inside:
        place = inside.pop()
        named = list(_values(text, place))
        twice = [at for name, at in named if name == key and isinstance(name, str)]
        if len(twice) > 1:
            return line_at(text, twice[0]), line_at(text, twice[1])
        inside += [at for _, at in reversed(named) if text[at] in "[{"]
    return 1, 1


def _blank(text: str, place: int) -> int:
    found = _BLANK.match(text, place)
    return found.end() if found else place


def _values(text: str, place: int) -> Iterator[tuple[str | int, int]]:
    """The values of a list or an object that begins at a place, each with its name or number and where it begins."""
    close = {"[": "]", "{": "}"}.get(text[place])
    number, place = 0, _blank(text, place + 1)
    while close and text[place] != close:
        name: str | int = number
        if close == "}":
            name, place = _skip(text, place)
            place = _blank(text, _blank(text, place) + 1)
        yield name, place
        place = _blank(text, _skip(text, place)[1])
        number, place = number + 1, place if text[place] == close else _blank(text, place + 1)
