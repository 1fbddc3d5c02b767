"""Odd inputs: good ones broken in one place or a few, as people, programs and guests who play tricks break them."""

import copy
import json
import random
from typing import Any

Json = Any
_NUMBERS = (
    -1, 0, 1, 2, 7, 1e308, -1e308, 5e-324, 1e-9, 0.1, 2**31 - 1, 2**31, 2**53, 2**53 + 1, 2**63, 10**40, -(2**63),
    float("nan"), float("inf"), -float("inf"),
)  # fmt: skip
_TEXTS = (
    "", " ", "\x00", "a\x00b", "\ud800", "\udfff8", "\u202etxt", "\u200b", "é", "e\u0301", "🎱", "x" * 300,
    "y" * 20_000,
    "../../etc/passwd", "' OR 1=1 --", "<script>alert(1)</script>", "%00", "nan", "1e999", "0x10", "١٢", "-0", "null",
    "\r\nSet-Cookie: a=b", "{}", "[", "cue", "9", "league", "profile:1", "profile:-1", "profile:99999999999999999999",
    "near-side", "pool-9ft", "9 at 4, 2", "2026-02-30", "2026-11-27T00:00:00Z",
)  # fmt: skip
_THINGS = (None, True, False, [], {}, [[]], [None], {"": ""}, [[[[[[[[]]]]]]]], {"a": {"b": {"c": {}}}})


def odd_value(chance: random.Random) -> Json:
    """Something that may stand anywhere in a JSON document and seldom should."""
    kind = chance.randrange(12)
    if kind < 5:
        return chance.choice(_NUMBERS)
    if kind < 9:
        return chance.choice(_TEXTS)
    if kind < 11:
        return copy.deepcopy(chance.choice(_THINGS))
    return [chance.choice(_NUMBERS) for _ in range(chance.choice((1, 2, 3, 500)))]


def _places(value: Json, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    found = [path]
    if isinstance(value, dict):
        for key, inner in value.items():
            found += _places(inner, (*path, key))
    elif isinstance(value, list):
        for place, inner in enumerate(value[:40]):
            found += _places(inner, (*path, place))
    return found


def broken(document: Json, chance: random.Random) -> Json:
    """The document with one to three of its values replaced, left out, doubled or added."""
    document = copy.deepcopy(document)
    for _ in range(chance.choice((1, 1, 1, 2, 3))):
        path = chance.choice(_places(document))
        if not path:
            if chance.random() < 0.1:
                return odd_value(chance)
            continue
        holder = document
        for step in path[:-1]:
            holder = holder[step]
        act = chance.randrange(10)
        if act < 6:
            holder[path[-1]] = odd_value(chance)
        elif act < 8:
            del holder[path[-1]]
        elif isinstance(holder, list):
            holder.insert(0, copy.deepcopy(holder[path[-1]]))
        else:
            holder[chance.choice(_TEXTS)] = odd_value(chance)
    return document


def broken_text(text: str, chance: random.Random) -> str:
    """The text cut, with letters changed, lines moved, pieces doubled."""
    for _ in range(chance.choice((1, 1, 2, 4))):
        place = chance.randrange(len(text) + 1)
        act = chance.randrange(6)
        if act == 0:
            text = text[:place]
        elif act == 1:
            text = text[:place] + chance.choice((*_TEXTS, *map(repr, _NUMBERS))) + text[place:]
        elif act == 2:
            text = (
                text[:place]
                + chr(chance.choice((0, 9, 10, 34, 44, 59, 92, 123, 125, 0xFEFF, 0x2028)))
                + text[place + 1 :]
            )
        elif act == 3:
            lines = text.split("\n")
            chance.shuffle(lines)
            text = "\n".join(lines)
        elif act == 4:
            end = min(len(text), place + chance.randrange(1, 200))
            text = text[:end] + text[place:end] + text[end:]
        else:
            text = text[:place] + text[place + chance.randrange(1, 30) :]
    return text


def as_text(document: Json, chance: random.Random) -> str:
    """A document as JSON, at times with numbers that JSON does not have, at times broken as a text."""
    text = json.dumps(document, ensure_ascii=chance.random() < 0.8)
    return broken_text(text, chance) if chance.random() < 0.25 else text


def blown_up(document: Json, chance: random.Random) -> str:
    """The document with something in it that is very deep, very wide or very long."""
    many = chance.choice((1_000, 30_000, 300_000))
    much = chance.choice((
        "[" * many + "]" * many, '{"a":' * many + "1" + "}" * many, "[" + ",".join(["{}"] * many) + "]",
        "[" + ",".join(["[[[]]]"] * many) + "]", json.dumps({str(k): k for k in range(many)}),
        '"' + "x" * 30 * many + '"', "9" * many,
    ))  # fmt: skip
    paths = [path for path in _places(document) if path]
    return json.dumps(broken_at(document, chance.choice(paths), "MUCH"), ensure_ascii=False).replace('"MUCH"', much, 1)


def broken_at(document: Json, path: tuple[Any, ...], value: Json) -> Json:
    """The document with another value at one place."""
    document = copy.deepcopy(document)
    holder = document
    for step in path[:-1]:
        holder = holder[step]
    holder[path[-1]] = value
    return document


def example(schema: Json, root: Json, chance: random.Random, depth: int = 0) -> Json:
    """A value that a JSON schema describes, its parts looked up in `root`."""
    if "$ref" in schema:
        found = root
        for step in schema["$ref"].removeprefix("#/").split("/"):
            found = found[step]
        return example(found, root, chance, depth + 1)
    for choice in ("anyOf", "oneOf", "allOf"):
        if choice in schema:
            return example(chance.choice(schema[choice]), root, chance, depth + 1)
    if "enum" in schema:
        return chance.choice(schema["enum"])
    if "const" in schema:
        return schema["const"]
    kind = schema.get("type")
    if kind == "object" or "properties" in schema:
        needed = schema.get("required", [])
        parts = schema.get("properties", {}).items()
        return {
            key: example(part, root, chance, depth + 1)
            for key, part in parts if key in needed or (depth < 6 and chance.random() < 0.5)
        }  # fmt: skip
    if kind == "array":
        count = max(schema.get("minItems", 0), chance.choice((0, 1, 2)) if depth < 6 else 0)
        return [example(schema.get("items", {}), root, chance, depth + 1) for _ in range(count)]
    if kind in ("integer", "number"):
        low, high = schema.get("minimum", 0), schema.get("maximum", 5)
        return chance.randint(int(low), max(int(low), int(high))) if kind == "integer" else chance.uniform(low, high)
    if kind == "boolean":
        return chance.random() < 0.5
    if kind == "null":
        return None
    return schema.get("default") or chance.choice(("league", "near-side", "9", "token-0123456789", "Ida", "made"))
