"""Sentences computed from a study's numbers: why an option leads, and how sure that is."""

import math
from collections.abc import Sequence
from statistics import NormalDist

from partita.weighing.doubt import Doubt, doubt_between
from partita.weighing.samples import ENDINGS, Samples
from partita.weighing.verdict import ENOUGH, at_most_better, verdict_of
from partita.weighing.ways import Way
from partita.weighing.weighed import Weighed

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
# Of ten such leads so many are right: then the first line is most likely the best.
_LIKELY = 9


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
    return f"{first} {_lead_words('The next shot', top, following)}"


def behind_words(top: Samples, line: Samples) -> str:
    """One or two sentences: what the best option has that this one has not, and what this one has."""
    return _lead_words("This one", top, line)


def _lead_words(other: str, top: Samples, line: Samples) -> str:
    """Who gains what: what the top option has over another, and what the other has over it, in points."""
    gains = _gains(top, line)
    most, least = max(gains, key=lambda name: gains[name]), min(gains, key=lambda name: gains[name])
    if gains[most] < _WORTH_SAYING:
        return f"{other} ends in much the same ways."
    words = f"The best shot gains {_points(gains[most])} on it: {_ends_words(most, top, line)}."
    if gains[least] > -_WORTH_SAYING or round(-100 * gains[least]) < 1:
        return words.replace(" on it", f" on {other[0].lower()}{other[1:]}")
    return f"{other} gains {_points(-gains[least])}: {_ends_words(least, line, top)}. But {words[0].lower()}{words[1:]}"


def _ends_words(ending: str, one: Samples, other: Samples) -> str:
    """How often one ends so, and the other; of endings that hurt, that it does so less often."""
    mine, theirs = one.shares()[ending], other.shares()[ending]
    return f"it {_ENDING_WORDS[ending]} {_percent(mine)} of the time against {_percent(theirs)}"


def _gains(better: Samples, other: Samples) -> dict[str, float]:
    """By ending: how much larger its part of the rack chance is.

    Its part: its share times the rack chance inside it, against the mean of both options.
    """
    middle = 0.5 * (float(better.value.mean()) + float(other.value.mean()))

    def part(samples: Samples, name: str) -> float:
        return samples.shares()[name] * (samples.value_by_ending().get(name, middle) - middle)

    return {name: part(better, name) - part(other, name) for name in ENDINGS}


def ways_words(ways: Sequence[Way]) -> str:
    """What is to be said of the ways of playing a shot; the advised one comes first."""
    if len(ways) < 2:
        return ""
    alike = sum(way.alike for way in ways[1:])
    if alike == 0:
        return "The way that is advised does better than the others."
    others = "Another way does" if alike == 1 else f"{alike} other ways do"
    return f"{others} as well, as far as can be told; the simplest stroke is advised."


def hand_back_words(value: float) -> str:
    """After a push-out: what it is worth to have the other player shoot."""
    return f"Handing the table back instead is worth about {_percent(value)}, by a quick look at the position."


def doubt_words(doubt: Doubt, strokes: int = 0) -> str:
    """What the interval of a rack chance means, and what it is made of, the largest part first; strokes: ahead."""
    sampling, search, model = doubt.halves()
    ahead = "one stroke" if strokes == 1 else f"{strokes} strokes"
    parts = [
        (model, f"what a shot leaves is judged {f'{ahead} ahead' if strokes else 'at a glance'}"),
        (search, "another search might find a better stroke for the shot"),
        (sampling, "the tries are a sample"),
    ]
    parts.sort(key=lambda part: -part[0])
    made_of = ", ".join(f"{words} ({_fine(half)})" for half, words in parts)
    return (
        f"Played out to the end many times, the racks won would come within {_fine(_half(doubt))} of this,"
        f" nineteen times in twenty. What is open: {made_of}. These seldom all err the same way, so together they"
        f" come to less than their sum."
    )


def choice_words(lines: Sequence[Weighed], settled: bool, game: str) -> str:
    """Whether to attack or to play safe, how often that is right, and what the best line of the other sort lacks."""
    if not lines:
        return ""
    if not settled:
        return "To attack or to play safe: still refining."
    right, sort = ("To attack", "safety") if _attacks(lines[0]) else ("To play safe", "attack")
    other = _other_sort(lines)
    if other == len(lines):
        return f"No {sort} was found here."
    lead, doubt = doubt_between(lines[0], lines[other], game)
    how_far = f"the best {sort}, shot {other + 1}, is {_fine(lead)} behind"
    tenths, better = round(10 * better_share(lead, doubt)), at_most_better(lead, doubt.whole)
    if tenths == 10:
        return f"{right} is right nearly always: {how_far}."
    matters = better > ENOUGH
    if tenths == 5:
        tells = "nobody can tell" if matters else f"hardly matters; {_at_most(better)} at most"
        return f"To attack or to play safe, {tells}: {how_far}."
    costs = "" if matters else f" and costs {_at_most(better)} at most if it is not"
    return f"{right} is right about {tenths} times in ten{costs}: {how_far}."


def _other_sort(lines: Sequence[Weighed]) -> int:
    """The place of the first line of the other sort than the best, attack or safety; their number where none is."""
    return next((place for place, line in enumerate(lines) if _attacks(line) != _attacks(lines[0])), len(lines))


def _attacks(line: Weighed) -> bool:
    """As its mark says: what hardly ever goes in is a safety, whatever it is aimed at."""
    return line.option.attacks and line.aim != "safe"


def reliability_words(lines: Sequence[Weighed], settled: bool, game: str) -> str:
    """How far the order can be trusted: how many lines, from the first on, cannot be told from it."""
    if not lines:
        return "No shot has been found yet."
    if len(lines) == 1:
        return "There is only one shot."
    if not settled:
        return "Still refining."
    found = verdict_of(lines, game)
    gap, doubt = doubt_between(lines[0], lines[1], game)
    behind = f"the second is {_fine(gap)} behind, give or take {_fine(_half(doubt))}"
    if found.kind == "best":
        return f"The first shot is the best: {behind}."
    if found.kind == "group" and found.lines == 1:
        return f"Play the first shot: no other is more than {_at_most(found.bound)} better."
    pair = found.lines == 2
    # Between attacking and playing safe it is not taste.
    like = "better" if pair else "best"
    taste = f" Play the one you like {like}." if found.lines <= _other_sort(lines) else ""
    if found.kind == "group":
        which, none = ("One of two", "neither") if pair else (f"Any of {_number(found.lines)}", "none")
        return f"{which}: {none} is more than {_at_most(found.bound)} behind.{taste}"
    if round(10 * better_share(gap, doubt)) >= _LIKELY:
        return f"The first shot is most likely the best, not for sure: {behind}."
    return f"The first {'two' if pair else found.lines} are too close to call: {behind}.{taste}"


def _number(count: int) -> str:
    """A small number in a word."""
    return ("three", "four", "five", "six", "seven", "eight", "nine", "ten")[count - 3] if count <= 10 else str(count)


def _at_most(share: float) -> str:
    """Points of rack chance that are no less, to half a point."""
    points = max(0.5, math.ceil(200 * share) / 2)
    return {0.5: "half a point", 1.0: "1 point"}.get(points, f"{points:g} points")


def better_share(lead: float, doubt: Doubt) -> float:
    """How often, 0.5..1, a line that leads by so much rack chance is the better one: by a normal error of the lead."""
    if doubt.whole == 0.0:
        return 1.0 if lead > 0.0 else 0.5
    return max(0.5, NormalDist().cdf(lead / doubt.whole))


def _half(doubt: Doubt) -> float:
    """Half the width of the interval of 95 %."""
    return math.hypot(*doubt.halves())


def _fine(share: float) -> str:
    """Points of rack chance to a tenth."""
    return f"{100 * share:.1f} points"
