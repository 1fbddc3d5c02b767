"""Sentences of the Kicks page: sums as one says them, what a table asks, windows, sticks, tries."""

import numpy as np

from partita.kicks.correction import MIDDLE, Correction
from partita.kicks.cushions import Cushion
from partita.kicks.hidden import Sight
from partita.kicks.stick import Stick
from partita.kicks.strokes import WorkedOut
from partita.kicks.sums import Sum
from partita.kicks.window import Window
from partita.options.naming import CUSHION_WORDS, ball_words
from partita.table.diamonds import diamonds
from partita.table.spec import TableSpec

_FRACTIONS = {0: "", 1: "¼", 2: "½", 3: "¾"}
_CORNER_WORDS = {"head": "head", "foot": "foot", "near-long": "near", "far-long": "far"}
# Differences below this are none worth saying.
_JUST_THAT = 0.25


def number_words(value: float) -> str:
    """A rail's number to the half, as one says it.

    >>> number_words(18.4)
    '18½'
    """
    halves = round(2 * abs(value))
    whole = halves // 2 if halves != 1 else ""
    return f"{'−' if value < 0 and halves else ''}{whole}{'½' if halves % 2 else ''}"


def diamonds_words(value: float) -> str:
    """Diamonds to the quarter.

    >>> diamonds_words(2.7)
    '2¾'
    """
    whole, rest = divmod(round(4 * value), 4)
    return f"{whole or ''}{_FRACTIONS[rest]}" or "0"


def difference_words(off: float) -> str:
    """What is added or taken off, in numbers.

    >>> difference_words(-1.6), difference_words(0.1)
    ('1½ less', 'just that')
    """
    if abs(off) < _JUST_THAT:
        return "just that"
    return f"{number_words(abs(off))} {'more' if off > 0 else 'less'}"


def sum_words(sum_: Sum) -> str:
    """The sum as one says it aloud."""
    aim = number_words(sum_.aim)
    if sum_.kind == "three-cushion":
        sign, arrival = ("less", sum_.arrival) if sum_.arrival >= 0 else ("and", -sum_.arrival)
        return f"{number_words(sum_.start)} {sign} {number_words(arrival)}: aim {aim}"
    return f"Mirror: aim {aim}" if sum_.kind == "mirror" else f"Half-way line shifted: aim {aim}"


def sum_steps(
    sum_: Sum, target: str, place: np.ndarray[tuple[int], np.dtype[np.float64]], route: tuple[str, ...]
) -> list[str]:
    """How one comes to it, step by step; place : of the target, m."""
    ball, rail, aim = ball_words(target), CUSHION_WORDS[sum_.first.cushion], number_words(sum_.aim)
    counted = f"counted from the {_CORNER_WORDS[sum_.first.counted_from]} end"
    if sum_.kind == "mirror":
        return [
            f"From the {rail}, {ball} has its image as far behind the rail as it lies before it.",
            f"The line from the cue ball to that image runs through {aim} of the diamonds, {counted}.",
        ]
    if sum_.kind == "two-cushion":
        corner = (
            f"{_CORNER_WORDS[route[0]]} {_CORNER_WORDS[route[1]]}"
            if route[0].endswith("long")
            else (f"{_CORNER_WORDS[route[1]]} {_CORNER_WORDS[route[0]]}")
        )
        return [
            f"Half-way between the cue ball and {ball}; from there a line to the {corner} corner.",
            f"Shift that line onto the cue ball: it runs through {aim} of the {rail}, {counted}.",
        ]
    x, y = diamonds(sum_.first.table, float(place[0]), float(place[1]))
    down, out = (8 - x if route[1] == "foot" else x), (4 - y if route[2] == "far-long" else y)
    lies = f"{diamonds_words(down)} from the {CUSHION_WORDS[route[1]]} and {diamonds_words(out)} out from"
    start = number_words(sum_.start)
    return [
        f"Arrival: {ball} lies {lies} the {CUSHION_WORDS[route[2]]}: {number_words(sum_.arrival)}.",
        f"Start: the {_fifty(route)} corner counts 50; the line through the cue ball leaves at {start} behind it.",
        f"{sum_words(sum_)} of the {rail}, {counted}, through to the diamonds.",
    ]


def _fifty(route: tuple[str, ...]) -> str:
    return f"{_CORNER_WORDS[route[2]]} {'head' if route[1] == 'foot' else 'foot'}"


def no_sum_words(route: tuple[str, ...]) -> str:
    """Why there is no sum."""
    if not route:
        return "Round the ball in the way or over it, by no rail: there is no number for that."
    if any(part.startswith("jaw") for part in route):
        return "Off a jaw: there is no number for that, only what the simulation says."
    if len(route) > 3:
        return f"No sum holds {len(route)} cushions: the three-cushion line goes on, and the simulation says where."
    return "By these rails players have no numbers: what stands here is simulated."


def ask_words(found: WorkedOut) -> str:
    """What the simulated table asks against the sum."""
    off, advised = found.off, found.advised
    if off is None:
        return f"Played {advised.words} the ball does not get there on this table."
    return f"This table asks {difference_words(off)}, played {advised.words}."


def sight_words(sight: Sight, target: str) -> str:
    """What is blocked, and by how much."""
    ball, by = ball_words(target), " and ".join(ball_words(name) for name in sight.blockers)
    if not sight.hooked:
        shows = f"{sight.shows_mm:.0f} mm of {ball} can be hit straight"
        return (
            f"{shows}; {by} hides the rest."
            if sight.blockers
            else f"{ball[0].upper()}{ball[1:]} is free: hit it straight."
        )
    free = (
        f" The first free line passes {sight.hidden_mm:.0f} mm beside it." if sight.hidden_mm is not None else ""
    )  # fmt: skip
    return f"Hooked: {by} hides all of {ball}.{free}"


def window_words(window: Window) -> str:
    """How wide it is, and how much of the player's aim goes in."""
    wide, error = number_words(window.high - window.low), number_words(2 * window.deviation)
    inside = f"{100 * window.inside:.0f} % of your strokes are aimed inside it"
    return (
        f"From {number_words(window.low)} to {number_words(window.high)}: {wide} wide. Nineteen times in twenty you aim"
        f" within ± {error}: {inside}, and what speed, tip and rail do comes on top."
    )


def stick_words(stick: Stick) -> str:
    """How the cue ball comes in, and what holds it."""
    off, turned = np.degrees(stick.off_rail_rad), np.degrees(stick.turns_rad)
    angle = f"It comes off the rail at {off:.0f}° and sends the ball off {turned:.0f}° from its own way"
    if stick.held_by == "follow":
        return f"{angle}. Steep: follow holds it against the ball."
    if stick.held_by == "draw":
        return f"{angle}. Flat: draw holds it, struck softer than one thinks."
    return f"{angle}. Between steep and flat: struck in the centre it stays nearest."


def correction_words(one: Correction, off: float | None, half: float) -> str:
    """What tries add to a sum, and how sure that is; off : in first-rail numbers, None where it is at arrival."""
    tries = f"{one.tries} {'try' if one.tries == 1 else 'tries'}"
    if off is None:
        shift, _ = one.at(MIDDLE)
        longer = "longer" if shift < 0 else "shorter"
        return f"{tries}: they arrive {number_words(abs(shift))} {longer} than the sum, ± {number_words(half)}."
    if not np.isfinite(half):
        return f"{tries}: this sum hardly moves with its number, so they correct nothing here."
    return f"With {tries} of this table: {difference_words(off)}, ± {number_words(half)}."


def tries_words(tries: int, cushions: dict[str, Cushion] | None, table: TableSpec) -> str:
    """What the tries say of the cushions."""
    if not tries:
        return "No tries are logged: sums stand as they are, and the simulation is of a table like the one set."
    if cushions is None:
        return "None of these tries can be simulated, so they say nothing of the cushions."
    found = []
    for name, less, more in (("e_c", "duller", "livelier"), ("mu_w", "slipperier", "grippier")):
        off = cushions[name].value - getattr(table, name)
        if abs(off) > cushions[name].half:
            found.append(more if off > 0 else less)
    said = f"The cushions are {' and '.join(found)} than set" if found else "They fit the cushions as they are set"
    return f"{said}, by what {tries} {'try says' if tries == 1 else 'tries say'}."


def school_words(school: str) -> str:
    """How a school strikes a kick that pots."""
    return {"sliding": "slid into the rail", "rolling": "rolled into the rail"}[school]
