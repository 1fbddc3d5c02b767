"""Folding: near duplicates become one line, keeping the best of each kind."""

from collections import defaultdict
from collections.abc import Callable, Iterable
from typing import TypeVar

from partita.options.naming import thickness_word
from partita.options.option import Option

Item = TypeVar("Item")


def family(option: Option) -> tuple[object, ...]:
    """What a player would call the same shot: kind, balls, pocket, cushions, thickness."""
    intention = option.intention
    if option.attacks:
        return (intention.kind, intention.target, intention.potted, intention.pocket, intention.route, intention.via)
    thickness = thickness_word(intention.fullness)
    return (intention.kind, intention.target, intention.route, thickness, intention.hit_side, intention.behind)


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
