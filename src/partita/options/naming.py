"""Names: what a stroke is, in the words of the field. One rule set for found strokes and for a user's own."""

import math

from partita.options.option import Intention
from partita.physics.constants import G
from partita.physics.stroke import Stroke
from partita.table.layout import CUE
from partita.table.spec import TableSpec

POCKET_WORDS = {
    "head-near": "near head corner",
    "side-near": "near side",
    "foot-near": "near foot corner",
    "head-far": "far head corner",
    "side-far": "far side",
    "foot-far": "far foot corner",
}
CUSHION_WORDS = {"near-long": "near rail", "far-long": "far rail", "head": "head rail", "foot": "foot rail"}
_COUNT_WORDS = {3: "three rails", 4: "four rails", 5: "five rails"}
# Edges between the names of hit fractions: nearer to full than to three-quarter is full.
_THICKNESS = ((0.875, "full"), (0.625, "three-quarter"), (0.375, "half"), (0.18, "quarter"), (0.0, "thin"))
_QUARTERS = {1: "¼", 2: "½", 3: "¾"}
# A tip is 13 mm wide on a ball of 57 mm: 0.45 R.
_TIP_R = 0.45


def thickness_word(fullness: float) -> str:
    """Full, three-quarter, half, quarter or thin.

    >>> thickness_word(0.5)
    'half'
    """
    return next(word for edge, word in _THICKNESS if fullness >= edge)


def fullness_of(cut_rad: float) -> float:
    """Share of the object ball that is covered at contact: 1 - sin(cut).

    >>> round(fullness_of(math.radians(30)), 3)
    0.5
    """
    return 1.0 - abs(math.sin(cut_rad))


def table_lengths(speed_mps: float, table: TableSpec) -> float:
    """How far, in table lengths, a ball launched rolling at this speed goes on this cloth.

    Cushion losses are not counted: v^2 / (2 mu_r g L).
    """
    return speed_mps**2 / (2 * table.mu_r * G * table.length_m)


def lengths_words(speed_mps: float, table: TableSpec) -> str:
    """Speed in words, to the quarter length below 3 and to the half above."""
    lengths = table_lengths(speed_mps, table)
    quarters = round(lengths * 4) if lengths < 3 else 2 * round(lengths * 2)
    whole, rest = divmod(max(quarters, 1), 4)
    number = f"{whole or ''}{_QUARTERS.get(rest, '')}"
    return f"{number} length" if number == "1" or whole == 0 else f"{number} lengths"


def tip_words(stroke: Stroke) -> str:
    """The tip's place on a clock face, and how far from the centre.

    >>> tip_words(Stroke(0, 1, 0.0, 0.225))
    '12 o’clock, ½ tip'
    """
    offset = math.hypot(stroke.side, stroke.height)
    if offset < 0.03:
        return "centre"
    hour = round(math.degrees(math.atan2(stroke.side, stroke.height)) / 30) % 12 or 12
    quarters = min(4, max(1, round(4 * offset / _TIP_R)))
    return f"{hour} o’clock, {'1' if quarters == 4 else _QUARTERS[quarters]} tip"


def stroke_word(stroke: Stroke) -> str:
    """Follow, roll, stun or draw, by the height of the tip."""
    if stroke.height >= 0.33:
        return "follow"
    if stroke.height >= 0.12:
        return "roll"
    return "stun" if stroke.height > -0.17 else "draw"


def ball_words(name: str) -> str:
    """ "the 3", "the red 2" or "the cue ball"."""
    spoken = f"red {name.removeprefix('red')}" if name.startswith("red") else name
    return "the cue ball" if name == CUE else f"the {spoken}"


def route_words(route: tuple[str, ...]) -> str:
    """The cushions on the way: one or two by name, more by number.

    >>> route_words(("far-long", "foot"))
    'the far rail and the foot rail'
    """
    if len(route) > 2:
        return _COUNT_WORDS.get(len(route), f"{len(route)} rails")
    return " and ".join(f"the {CUSHION_WORDS.get(part) or _jaw_words(part)}" for part in route)


def _jaw_words(part: str) -> str:
    return f"jaw of the {POCKET_WORDS[part.removeprefix('jaw ')]}"


_KIND_WORDS = {
    "rail-first": "Rail first: {target} into the {pocket}",
    "kick-pot": "Kick {target} off {rails} into the {pocket}",
    "bank": "Bank {target} off {cushions} into the {pocket}",
    "combination": "Combination: {target} to {potted}, {pocket}",
    "carom": "Carom off {target}: {potted} into the {pocket}",
    "kiss": "Kiss {potted} off {via} into the {pocket}",
    "safety-thin": "Safe: thin {target}{side}",
    "safety-stick": "Safe: stick on {target}, {word}",
    "safety-hide": "Hide behind {behind}: hit {target} {word}{side}",
    "safety-bank": "Safe: {target} off {cushions}, hit {word}{side}",
    "safety-distance": "Safe: hit {target} {word}{side}",
    "kick-and-stick": "Kick and stick off {rails}: {target}",
    "kick-safety": "Kick safe off {rails}: hit {target} {word}",
    "escape": "Escape off {rails}: hit {target} {word}",
    "swerve": "Swerve round to {target}, {word}",
    "push-out": "Push out",
    "foul": "Foul on purpose",
    "miss": "No legal hit",
}


def name_of(intention: Intention) -> str:
    """One line that says what the shot is."""
    target = ball_words(intention.target or "")
    pocket = POCKET_WORDS.get(intention.pocket or "", "")
    word = thickness_word(intention.fullness)
    if intention.kind == "pot":
        verb = "Pot" if intention.fullness > 0.93 else ("Thin" if intention.fullness < 0.2 else "Cut")
        return f"{verb} {target} into the {pocket}"
    return _KIND_WORDS[intention.kind].format(
        target=target,
        pocket=pocket,
        potted=ball_words(intention.potted or ""),
        rails=route_words(intention.route),
        cushions=route_words(intention.cushions),
        via=" and ".join(ball_words(ball) for ball in intention.via),
        behind=" and ".join(ball_words(ball) for ball in intention.behind),
        word=word,
        side="" if word == "full" else f" on its {intention.hit_side}",
    )


def detail_of(intention: Intention, stroke: Stroke, table: TableSpec) -> str:
    """The stroke in short: how it is struck and how hard."""
    return f"{intention.style or stroke_word(stroke)}, {lengths_words(stroke.speed_mps, table)}"
