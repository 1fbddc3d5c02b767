"""JSON texts read: bounded before anything is built, with numbers and letters that can be kept, each name once."""

import json
import math
import re
from collections import Counter
from functools import partial
from typing import Any

from partita.errors import Refused, refuse
from partita.files.locate import line_at, line_of_twice

# A number that every part can hold: what is larger was not counted.
_LARGEST = 2**53
# Values of one text, more than the largest honest file has, and how deep one may stand in another.
MOST_VALUES, DEEPEST = 3_000_000, 40
_CONTROL = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f]")
# As JSON writes them, after an even number of backslashes.
_ESCAPED_CONTROL = re.compile(r"(?<!\\)(?:\\\\)*\\u00(?:0[0-7bBeEfF]|1[0-9a-fA-F])")
_ESCAPED_HALVES = re.compile(r"(?<!\\)(?:\\\\)*((?:\\u[dD][89a-fA-F][0-9a-fA-F]{2})+)")
_WHOLE = re.compile(r"(?:\\u[dD][89abAB]..\\u[dD][c-fC-F]..)+")


def finite_json(text: str, name: str = "file") -> Any:
    """A JSON text's meaning. `Refused` for what is none or too much, and for numbers and letters that nobody keeps."""
    at = f"{name}: " if name else ""
    # Each comma and bracket counts for a value, those in texts too: no fewer are built.
    if text.count(",") + text.count("[") + text.count("{") > MOST_VALUES:
        raise refuse(name, f"it holds more than {MOST_VALUES:,} values", "Split it, or leave out what is not needed.")
    twice: list[str] = []
    try:
        document = json.loads(
            text, parse_constant=_number, parse_float=_number, parse_int=_integer,
            object_pairs_hook=partial(_each_once, twice),
        )  # fmt: skip
    except json.JSONDecodeError as error:
        where = f"{at}line {error.lineno}, column {error.colno}"
        raise refuse(where, f"this is not JSON: {error.msg}", "Give a file that was saved here.") from None
    except RecursionError:
        raise _too_deep(name) from None
    except _OddNumber as odd:
        raise refuse(f"{at}line {line_at(text, text.find(odd.word))}", str(odd), "Use ordinary numbers.") from None
    except ValueError:
        raise refuse(name, "a number in it has thousands of digits", "Use ordinary numbers.") from None
    _check_depth(document, name)
    if twice:
        key, (first, second) = twice[0][:30], line_of_twice(text, twice[0])
        what = f"“{key}” stands twice, first on line {first}"
        raise refuse(f"{at}line {second}, {key}", what, "Keep one of them.")
    _check_letters(text, name, at)
    return document


def _check_depth(document: Any, name: str) -> None:
    level = [document]
    for _ in range(DEEPEST):
        level = [
            inner
            for outer in level if isinstance(outer, dict | list)
            for inner in (outer.values() if isinstance(outer, dict) else outer) if isinstance(inner, dict | list)
        ]  # fmt: skip
        if not level:
            return
    raise _too_deep(name)


def _check_letters(text: str, name: str, at: str) -> None:
    if found := _ESCAPED_CONTROL.search(text):
        raise _no_character(f"{at}line {line_at(text, found.start())}")
    if any(_WHOLE.sub("", found.group(1)) for found in _ESCAPED_HALVES.finditer(text)) or not _is_whole(text):
        raise _half_a_letter(name)


def size_of(text: str) -> int:
    """How many bytes a text has as UTF-8, halves of letters counted too."""
    return len(text.encode(errors="surrogatepass"))


def plain_text(text: str, name: str = "text") -> str:
    """The text itself. `Refused` when it holds what is no letter: control characters, halves of letters."""
    if _CONTROL.search(text):
        raise _no_character(name)
    if not _is_whole(text):
        raise _half_a_letter(name)
    return text


def _is_whole(text: str) -> bool:
    try:
        text.encode()
    except UnicodeEncodeError:
        return False
    return True


def _no_character(name: str) -> Refused:
    return refuse(name, "it holds a character that is none (a control character such as NUL)", "Leave it out.")


def _half_a_letter(name: str) -> Refused:
    return refuse(name, "it holds half a letter (a lone surrogate)", "Write letters whole.")


def _too_deep(name: str) -> Refused:
    return refuse(name or "file", "it is nested too deeply", "Give a file that was saved here.")


def _each_once(twice: list[str], pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    """An object; the names that stand twice in the first one that has any are put down."""
    found = dict(pairs)
    if len(found) < len(pairs) and not twice:
        names = Counter(name for name, _ in pairs)
        twice += [name for name, count in names.items() if count > 1]
    return found


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
