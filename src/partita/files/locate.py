"""JSON texts: read, with numbers and letters that can be kept; and on which line of one each value stands."""

import json
import math
import re
from collections.abc import Iterator
from typing import Any

from partita.errors import Refused, refuse

Path = tuple[str | int, ...]
# A number that every part can hold: what is larger was not counted.
_LARGEST = 2**53
# A control character as JSON writes it, after an even number of backslashes.
_ESCAPED_CONTROL = re.compile(r"(?<!\\)(?:\\\\)*\\u00[01]")
_CONTROL = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f]")
_TOKEN = re.compile(r'"(?:[^"\\]|\\.)*"|[{}\[\]:,]|[^\s{}\[\]:,"]+')


def finite_json(text: str, name: str = "file") -> Any:
    """A JSON text's meaning. `Refused` for what is none, and for numbers and letters that no database keeps."""
    try:
        document = json.loads(text, parse_constant=_number, parse_float=_number, parse_int=_integer)
        whole = json.dumps(document, ensure_ascii=False)
        whole.encode()
    except json.JSONDecodeError as error:
        where = f"{name}{': ' if name else ''}line {error.lineno}, column {error.colno}"
        raise refuse(where, f"this is not JSON: {error.msg}", "Give a file that was saved here.") from None
    except RecursionError:
        raise refuse(name, "it is nested too deeply", "Give a file that was saved here.") from None
    except UnicodeEncodeError:
        raise refuse(name, "it holds half a letter (a lone surrogate)", "Write letters whole.") from None
    except _OddNumber as odd:
        line = 1 + text.count("\n", 0, text.find(odd.word))
        raise refuse(f"{name}{': ' if name else ''}line {line}", str(odd), "Use ordinary numbers.") from None
    except ValueError:
        raise refuse(name, "a number in it has thousands of digits", "Use ordinary numbers.") from None
    if _ESCAPED_CONTROL.search(whole):
        found = _ESCAPED_CONTROL.search(text)
        line = 1 + text.count("\n", 0, found.start() if found else 0)
        raise _no_character(f"{name}{': ' if name else ''}line {line}")
    return document


def size_of(text: str) -> int:
    """How many bytes a text has as UTF-8, halves of letters counted too."""
    return len(text.encode(errors="surrogatepass"))


def plain_text(text: str, name: str = "text") -> str:
    """The text itself. `Refused` when it holds what is no letter: control characters, halves of letters."""
    if _CONTROL.search(text):
        raise _no_character(name)
    try:
        text.encode()
    except UnicodeEncodeError:
        raise refuse(name, "it holds half a letter (a lone surrogate)", "Write letters whole.") from None
    return text


def _no_character(name: str) -> Refused:
    return refuse(name, "it holds a character that is none (a control character such as NUL)", "Leave it out.")


class _OddNumber(ValueError):
    """A number that is none, or too large, as it stands in the text."""

    def __init__(self, word: str, why: str) -> None:
        super().__init__(f"{word[:20]} is {why}")
        self.word = word


def _integer(word: str) -> int:
    value = int(word)
    if abs(value) > _LARGEST:
        raise _OddNumber(word, "too large")
    return value


def _number(word: str) -> float:
    value = float(word)
    if not math.isfinite(value):
        raise _OddNumber(word, "not a finite number")
    return value


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
