"""Names: what a stroke is, in the words of the field. One rule set for found strokes and for a user's own."""

import math

from partita.options.option import Intention
from partita.physics.stroke import Stroke
from partita.physics.travel import lengths_travelled
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
_COUNT_WORDS = {3: "three", 4: "four", 5: "five"}
_QUARTERS = {1: "¼", 2: "½", 3: "¾"}
# A tip is 13 mm wide on a ball of 57 mm: 0.45 R.
_TIP_R = 0.45
# From these diamonds on a place is at an end of the table, or at a long rail.
_ENDS, _SIDES = (2.7, 5.3), (1.2, 2.8)
# Side that is worth a word, R.
SIDE_R = 0.12
# Table lengths below which a stroke is called so. A judgement, no source.
_PACES = ((1.0, "touch"), (2.5, "soft"), (3.3, "medium"), (4.2, "firm"))
# What the cue ball does when it meets the target: not the same thing as where the tip strikes it.
_ARRIVALS = {
    "stop": "arrives sliding and stops",
    "stun": "arrives sliding",
    "roll": "arrives rolling",
    "follow": "arrives half rolling",
    "draw": "arrives with back spin",
}


def lengths_words(lengths: float) -> str:
    """Table lengths in words, to the quarter below three and to the half above.

    >>> lengths_words(2.45)
    '2½ lengths'
    """
    quarters = round(lengths * 4) if lengths < 3 else 2 * round(lengths * 2)
    whole, rest = divmod(max(quarters, 1), 4)
    number = f"{whole or ''}{_QUARTERS.get(rest, '')}"
    return f"{number} length" if number == "1" or whole == 0 else f"{number} lengths"


def pace_word(lengths: float) -> str:
    """Touch, soft, medium, firm or hard, by the table lengths that a ball so struck travels.

    >>> pace_word(2.4)
    'soft'
    """
    return next((word for edge, word in _PACES if lengths < edge), "hard")


def speed_words(speed_mps: float, table: TableSpec) -> str:
    """How hard, as players say it: the pace, and the table lengths that a ball so struck along it really travels."""
    lengths = lengths_travelled(table, speed_mps)
    return f"{pace_word(lengths)}, {lengths_words(lengths)}"


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


def arrival_words(style: str) -> str:
    """How the cue ball meets the target, by the style read from its trace; empty when it meets none.

    >>> arrival_words("roll")
    'arrives rolling'
    """
    return _ARRIVALS.get(style, "")


def side_words(stroke: Stroke, cut_rad: float) -> str:
    """Side by what it does at the cut ball, to the hand it is on where the ball is met full; empty for hardly any.

    >>> side_words(Stroke(0, 1, 0.3), 0.4)
    'outside side'
    """
    if abs(stroke.side) < SIDE_R:
        return ""
    if abs(cut_rad) < 0.1:
        return "right side" if stroke.side > 0 else "left side"
    # A positive cut sends the ball to the left: its right side is hit, and outside side is right side.
    return "outside side" if stroke.side * cut_rad > 0 else "inside side"


def way_words(intention: Intention, stroke: Stroke, cut_rad: float, table: TableSpec) -> str:
    """How a shot is played, to tell it from other ways: arrival, pace, side, and the cue ball's cushions afterwards."""
    then = f"then off {route_words(intention.after)}" if intention.after else "no rail after"
    lengths = lengths_travelled(table, stroke.speed_mps)
    words = [arrival_words(intention.style), pace_word(lengths), side_words(stroke, cut_rad), then]
    return ", ".join(word for word in words if word)


def ball_words(name: str) -> str:
    """ "the 3", "the red 2" or "the cue ball"."""
    spoken = f"red {name.removeprefix('red')}" if name.startswith("red") else name
    return "the cue ball" if name == CUE else f"the {spoken}"


def route_words(route: tuple[str, ...]) -> str:
    """The cushions on the way: one or two by name, more by number and the first one's name.

    >>> route_words(("far-long", "foot"))
    'the far rail and the foot rail'
    >>> route_words(("foot", "far-long", "head"))
    'three rails, the foot rail first'
    """
    if len(route) > 2:
        count = _COUNT_WORDS.get(len(route), str(len(route)))
        return f"{count} rails, {_rail_words(route[0])} first"
    return " and ".join(_rail_words(part) for part in route)


def _rail_words(part: str) -> str:
    return f"the {CUSHION_WORDS.get(part) or 'jaw of the ' + POCKET_WORDS[part.removeprefix('jaw ')]}"


def zone_words(x: float, y: float) -> str:
    """Where on the table a place is, in diamonds: along it and across it.

    >>> zone_words(7.2, 3.6), zone_words(4.0, 2.0)
    ('the far rail at the foot end', 'the middle')
    """
    along = "at the head end" if x < _ENDS[0] else "at the foot end" if x > _ENDS[1] else ""
    across = "the near rail" if y < _SIDES[0] else "the far rail" if y > _SIDES[1] else "the middle"
    return f"{across} {along}".strip()


_KIND_WORDS = {
    "rail-first": "Rail first off {rails}: {target} into the {pocket}",
    "kick-pot": "Kick {target} off {rails} into the {pocket}",
    "bank": "Bank {target} off {cushions} into the {pocket}",
    "combination": "Combination: {target} to {potted}, {pocket}",
    "carom": "Carom off {target}: {potted} into the {pocket}",
    "double-kiss": "Double kiss: {target} into the {pocket}",
    "kiss": "Kiss {potted} off {via} into the {pocket}",
    "safety-thin": "Safe: thin {target}{side}",
    "safety-stick": "Safe: stick on {target}, {word}",
    "safety-hide": "Hide behind {behind}: hit {target} {word}{side}",
    "safety-bank": "Safe: {target} off {cushions}, hit {word}{side}",
    "safety-distance": "Safe: hit {target} {word}{side}",
    "kick-and-stick": "Kick and stick off {rails}: {target}",
    "kick-safety": "Safe off {rails}: hit {target} {word}{side}",
    "escape": "Escape off {rails}: hit {target} {word}{side}",
    "swerve": "Swerve round to {target}, {word}",
    "masse": "Massé round to {target}, {word}",
    "jump": "Jump {over}: hit {target} {word}{side}",
    "jump-pot": "Jump {over}: {target} into the {pocket}",
    "push-out": "Push out to {rests}{hidden}",
    "foul": "Foul on purpose",
    "miss": "No legal hit",
}


def name_of(intention: Intention) -> str:
    """One line that says what the shot is."""
    target = ball_words(intention.target or "")
    pocket = POCKET_WORDS.get(intention.pocket or "", "")
    word = intention.thickness
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
        over=" and ".join(ball_words(ball) for ball in intention.over),
        word=word,
        rests=intention.rests,
        hidden=f", behind {' and '.join(ball_words(ball) for ball in intention.behind)}" if intention.behind else "",
        side="" if word == "full" else f" on its {intention.hit_side}",
    )


def detail_of(intention: Intention, stroke: Stroke, table: TableSpec) -> str:
    """The stroke in short: how the cue ball arrives and how hard it is struck; of a jump how far the butt is raised."""
    if intention.over:
        cue = "jump cue" if stroke.cue == "jump" else "playing cue"
        return (
            f"{cue}, butt raised {stroke.elevation_deg:.0f}°; {pace_word(lengths_travelled(table, stroke.speed_mps))}"
        )
    words = [arrival_words(intention.style), speed_words(stroke.speed_mps, table)]
    return "; ".join(word for word in words if word)
