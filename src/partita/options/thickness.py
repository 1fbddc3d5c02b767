"""How full a ball is hit: the one rule for its words, wherever they are said, drawn or printed."""

import math

# Edges between the names of hit fractions: nearer to full than to three-quarter is full.
_EDGES = ((0.875, "full"), (0.625, "three-quarter"), (0.375, "half"), (0.18, "quarter"), (0.0, "thin"))


def thickness_word(fullness: float) -> str:
    """Full, three-quarter, half, quarter or thin.

    >>> thickness_word(0.5)
    'half'
    """
    return next(word for edge, word in _EDGES if fullness >= edge)


def hit_words(fullness: float, side: str) -> str:
    """How full, and on which side, as the shooter sees it.

    >>> hit_words(0.5, "left")
    'half, on its left'
    """
    word = thickness_word(fullness)
    return word if word == "full" else f"{word}, on its {side}"


def fullness_of(cut_rad: float) -> float:
    """Share of the object ball that is covered at contact: 1 - sin(cut).

    >>> round(fullness_of(math.radians(30)), 3)
    0.5
    """
    return 1.0 - abs(math.sin(cut_rad))
