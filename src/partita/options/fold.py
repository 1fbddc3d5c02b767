"""Folding: near duplicates become one line, keeping the best of each kind."""

from collections import defaultdict
from collections.abc import Callable, Iterable
from typing import TypeVar

from partita.options.option import Option

Item = TypeVar("Item")


def shot_of(option: Option) -> str:
    """What a player would call the same shot; of the user's own strokes as well."""
    return option.intention.id


def fold(items: Iterable[Item], key: Callable[[Item], object], keep: int) -> list[Item]:
    """The first `keep` items of each key, in their order; give them best first.

    >>> fold(["a1", "a2", "b1", "a3"], key=lambda word: word[0], keep=2)
    ['a1', 'a2', 'b1']
    """
    seen: defaultdict[object, int] = defaultdict(int)
    kept = []
    for item in items:
        seen[key(item)] += 1
        if seen[key(item)] <= keep:
            kept.append(item)
    return kept
