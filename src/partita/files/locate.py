"""On which line of a JSON text each value stands, found by reading the text, and names that stand twice."""

import re
from collections.abc import Iterator

from partita.errors import refuse

Path = tuple[str | int, ...]
_TOKEN = re.compile(r'"(?:[^"\\]|\\.)*"|[{}\[\]:,]|[^\s{}\[\]:,"]+')


def lines_of(text: str) -> dict[Path, int]:
    """The line (from 1) of every value of a JSON text that is known to be well formed, by its path.

    Raises `Refused` where one name stands twice in an object.

    >>> lines_of('{"a": [1,\\n {"b": 2}]}')[("a", 1, "b")]
    2
    """
    found: dict[Path, int] = {}
    _value(_tokens(text), (), found)
    return found


def _tokens(text: str) -> Iterator[tuple[str, int]]:
    line, last = 1, 0
    for match in _TOKEN.finditer(text):
        line += text.count("\n", last, match.start())
        last = match.start()
        yield match.group(), line


def _value(tokens: Iterator[tuple[str, int]], path: Path, found: dict[Path, int]) -> str:
    """Read one value; the token that follows it, or the bracket that closes an empty list or object."""
    word, line = next(tokens)
    if word in ("}", "]"):
        return word
    found[path] = line
    if word == "[":
        after, place = ",", 0
        while after == ",":
            after, place = _value(tokens, (*path, place), found), place + 1
    elif word == "{":
        after = ","
        while after == ",":
            after = _member(tokens, path, found)
    return next(tokens, ("", 0))[0]


def _member(tokens: Iterator[tuple[str, int]], path: Path, found: dict[Path, int]) -> str:
    name, line = next(tokens)
    if name == "}":
        return name
    key = name[1:-1]
    if (*path, key) in found:
        first = found[(*path, key)]
        raise refuse(
            f"line {line}, {key[:30]}", f"“{key[:30]}” stands twice, first on line {first}", "Keep one of them."
        )
    next(tokens)
    after = _value(tokens, (*path, key), found)
    found[(*path, key)] = line
    return after
