"""Sentences computed from a study's numbers: why an option leads, and how sure that is."""

from collections.abc import Sequence
from typing import Protocol

from partita.intervals import of_mean
from partita.weighing.samples import ENDINGS, Samples

_ENDING_WORDS = {
    "won": "wins the rack at once",
    "made_in_shape": "pots and stays in shape",
    "made_in_trouble": "pots but is in trouble",
    "nothing_left": "leaves nothing",
    "left_a_shot": "leaves a shot",
    "foul": "fouls",
    "lost": "loses the rack at once",
}


# Half a point of rack chance: less is not what sets two options apart.
_WORTH_SAYING = 0.005


class _Line(Protocol):
    @property
    def samples(self) -> Samples: ...


def _percent(share: float) -> str:
    return f"{100 * share:.0f} %"


def _points(share: float) -> str:
    whole = round(100 * share)
    return f"{whole} point" if whole == 1 else f"{whole} points"


def why_words(top: Samples, following: Samples | None) -> str:
    """Two sentences: how the top option mostly ends, and what sets it apart from the next one."""
    shares, values = top.shares(), top.value_by_ending()
    main = max(shares, key=lambda name: shares[name])
    first = (
        f"It {_ENDING_WORDS[main]} {_percent(shares[main])} of the time, and from there wins {_percent(values[main])}."
    )
    if following is None:
        return first
    decisive, points = _what_sets_apart(top, following)
    if points < _WORTH_SAYING:
        return f"{first} The next option ends in much the same ways."
    second = (
        f"The next option {_ENDING_WORDS[decisive]} {_percent(following.shares()[decisive])} of the time against"
        f" {_percent(shares[decisive])} here: that is worth {_points(points)} of rack chance."
    )
    return f"{first} {second}"


def behind_words(top: Samples, line: Samples) -> str:
    """One sentence: what the best option has that this one has not."""
    decisive, points = _what_sets_apart(top, line)
    if points < _WORTH_SAYING:
        return "It ends in much the same ways as the best one."
    return (
        f"The best one {_ENDING_WORDS[decisive]} {_percent(top.shares()[decisive])} of the time, this one"
        f" {_percent(line.shares()[decisive])}: that is worth {_points(points)} of rack chance."
    )


def _what_sets_apart(better: Samples, other: Samples) -> tuple[str, float]:
    """The ending whose part of the rack chance differs most, and by how much.

    Its part: its share times the rack chance inside it, against the mean of both options.
    """
    middle = 0.5 * (float(better.value.mean()) + float(other.value.mean()))

    def part(samples: Samples, name: str) -> float:
        return samples.shares()[name] * (samples.value_by_ending().get(name, middle) - middle)

    gains = {name: part(better, name) - part(other, name) for name in ENDINGS}
    decisive = max(gains, key=lambda name: gains[name])
    return decisive, gains[decisive]


def hand_back_words(value: float) -> str:
    """After a push-out: what it is worth to have the other player shoot."""
    return f"Handing the table back instead is worth about {_percent(value)}, by a quick look at the position."


def reliability_words(lines: Sequence[_Line], settled: bool) -> str:
    """How far the order of the first two can be trusted, and what the intervals do not cover."""
    # Measured in `benchmarks/results/odds.json`.
    scope = (
        "The intervals cover chance in the sampling only: held against whole racks played out, such figures were right"
        " on average, and off by some three points either way."
    )
    if not lines:
        return "No option has been found yet."
    if len(lines) == 1:
        return f"There is only one option. {scope}"
    top, second = (of_mean(line.samples.value) for line in lines[:2])
    if not settled:
        return f"Still refining. {scope}"
    if top.low > second.high:
        return f"The top option is clearly ahead of the next one. {scope}"
    gap = 100 * (top.value - second.value)
    return f"The first two are too close to call ({gap:.1f} points apart). {scope}"
