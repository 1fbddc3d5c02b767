"""Place phrases, as players say where a ball lies: "3 at 5, 1.5", "4 frozen to the near long rail at 3".

Places are in diamonds. Rails stand on the four sides of the bed; "at" counts along the rail. Without it a ball that
lies on the table keeps its place along the rail, and another one comes to the rail's middle. A pocket that is neither
called near nor far is the near one.
"""

import math
import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

import numpy as np

from partita.errors import refuse
from partita.table.diamonds import diamonds, metres
from partita.table.geometry import bed_of
from partita.table.spec import CUSHIONS, POCKETS, TableSpec

Place = tuple[float, float]
EXAMPLES = (
    "3 at 5, 1.5 · 9 on the foot spot · 4 frozen to the near long rail at 3 · 7 half a diamond off the foot rail at 1"
    " · 6 in the jaws of the far foot corner · 8 frozen to the 5 toward the head rail · 2 between the 5 and the 8"
    " · 2 in the middle · 3 near the side pocket · 5 next to the 3 · cue ball one diamond off the head rail · 2 off"
)
RAIL_WORDS = dict(zip(CUSHIONS, ("near long rail", "far long rail", "head rail", "foot rail"), strict=True))
POCKET_WORDS = {
    name: f"{row} side pocket" if column == "side" else f"{row} {column} corner"
    for name, (column, row) in ((name, name.split("-")) for name in POCKETS)
}
_OFF_RAIL = {
    "a quarter diamond": 0.25, "half a diamond": 0.5, "a half diamond": 0.5, "a diamond and a half": 1.5,
    "one and a half diamonds": 1.5, "two and a half diamonds": 2.5, "a diamond": 1.0, "one diamond": 1.0,
    "two diamonds": 2.0, "three diamonds": 3.0,
}  # fmt: skip
_NUMBER = r"(-?\d+(?:[.]\d+)?)"
_SPOKEN = (
    "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve", "thirteen",
    "fourteen", "fifteen",
)  # fmt: skip
_NAMES = rf"cue|c|white|\d{{1,2}}|red\s?\d{{1,2}}|yellow|green|brown|blue|pink|black|{'|'.join(_SPOKEN)}"
_OTHER = rf"(?:the\s+)?(?:ball\s+)?({_NAMES})(?:[\s-]ball)?"
_BALL = _OTHER
_RAIL = r"the\s+(near|far|head|foot)(?:\s+long|\s+short)?\s+(?:rail|cushion)"
_POCKET = r"the\s+(?:(near|far)\s+)?(head|foot|side)(?:\s+corner|\s+pocket)*"
_HALVES = "|".join(_OFF_RAIL)
_AT = rf"(?:\s+at\s+{_NUMBER})?"
# Near a pocket: so far before its mouth, diamonds. Next to a ball: so many radii from middle to middle.
_NEAR, _NEXT = 0.4, 3.0


@dataclass(frozen=True)
class Around:
    """What a phrase may refer to: the table, the balls that lie on it, and the spots of balls that have their own."""

    table: TableSpec
    balls: Mapping[str, Place] = field(default_factory=dict)
    spots: Mapping[str, Place] = field(default_factory=dict)


@dataclass(frozen=True)
class Placing:
    """A ball and where it goes, in diamonds; `None` takes it off the table."""

    ball: str
    place: Place | None


def parse_phrase(around: Around, phrase: str) -> Placing:
    """Read one phrase. `Refused` says what is understood.

    >>> parse_phrase(Around(TableSpec()), "3 at 5, 1.5")
    Placing(ball='3', place=(5.0, 1.5))
    >>> parse_phrase(Around(TableSpec(), {"5": (4.0, 2.0), "8": (6.0, 3.0)}), "2 between the 5 and the 8").place
    (5.0, 2.5)
    """
    text = " ".join(phrase.strip().split())
    if len(text) > 120:
        raise refuse("phrase", "it is too long", f"Try: {EXAMPLES}")
    for pattern, place in _PATTERNS:
        match = pattern.fullmatch(text)
        if match:
            found = place(around, match)
            return Placing(ball_named(match[1]), found and (round(found[0], 4), round(found[1], 4)))
    raise refuse("phrase", f"“{text[:60]}” names no place I know", f"Try: {EXAMPLES}")


def ball_named(words: str) -> str:
    """A ball's name in files, by what it is called in a phrase.

    >>> ball_named("Red 3"), ball_named("07"), ball_named("c")
    ('red3', '7', 'cue')
    """
    name = words.lower().replace(" ", "")
    if name in _SPOKEN:
        return str(_SPOKEN.index(name) + 1)
    return "cue" if name in ("c", "white") else str(int(name)) if name.isdigit() else name


def _at(around: Around, match: re.Match[str]) -> Place:
    return float(match[2]), float(match[3])


def _off(around: Around, match: re.Match[str]) -> None:
    return None


def _spot(around: Around, match: re.Match[str]) -> Place:
    return {"head": 2.0, "centre": 4.0, "center": 4.0}.get((match[2] or "foot").lower(), 6.0), 2.0


def _own_spot(around: Around, match: re.Match[str]) -> Place:
    """A ball without a spot of its own is spotted on the foot spot."""
    return around.spots.get(ball_named(match[1]), (6.0, 2.0))


def _frozen_to_rail(around: Around, match: re.Match[str]) -> Place:
    return _by_rail(around, match, match[2], match[3], around.table.nose_reach_m)


def _off_rail(around: Around, match: re.Match[str]) -> Place:
    words = match[2].lower().removesuffix("diamonds").removesuffix("diamond").strip()
    count = _OFF_RAIL.get(match[2].lower()) or float(words)
    return _by_rail(around, match, match[3], match[4], count * around.table.length_m / 8)


def _a_ball_off_rail(around: Around, match: re.Match[str]) -> Place:
    """A ball could just pass between this one and the rail."""
    reach = around.table.nose_reach_m + 2 * around.table.ball_radius_m
    return _by_rail(around, match, match[2], match[3], reach)


def _by_rail(around: Around, match: re.Match[str], rail: str, at: str | None, away_m: float) -> Place:
    """So far from a rail; along it as said, else as the ball of `match[1]` lies, else in the middle."""
    away_x, away_y = diamonds(around.table, away_m, away_m)
    x, y = around.balls.get(ball_named(match[1]), (4.0, 2.0))
    if at is not None:
        x = y = float(at)
    sides = {"near": (x, away_y), "far": (x, 4 - away_y), "head": (away_x, y), "foot": (8 - away_x, y)}
    return sides[rail.lower()]


def _jaws(around: Around, match: re.Match[str]) -> Place:
    """Over the lip: a little outside the drop circle, on the line to the pocket's middle."""
    bed, pocket = bed_of(around.table), _pocket(match[2], match[3])
    drop, mouth = bed.drop[pocket], bed.mouth[pocket]
    out = mouth - drop[:2]
    out /= math.hypot(*out)
    return diamonds(around.table, *(float(v) for v in drop[:2] + (drop[2] + 0.006) * out))


def _pocket(row: str | None, column: str) -> int:
    return POCKETS.index(f"{column.lower()}-{(row or 'near').lower()}")


def _middle(around: Around, match: re.Match[str]) -> Place:
    return 4.0, 2.0


def _near_pocket(around: Around, match: re.Match[str]) -> Place:
    """Before the pocket's mouth, on the way to the middle of the half in which it lies."""
    pocket = _pocket(match[2], match[3])
    x, y = diamonds(around.table, *(float(v) for v in bed_of(around.table).mouth[pocket]))
    way = (float(np.sign(4.0 - round(x))), float(np.sign(2.0 - y)))
    size = math.hypot(*way)
    return x + _NEAR * way[0] / size, y + _NEAR * way[1] / size


def _next_to(around: Around, match: re.Match[str]) -> Place:
    """Half a ball away, toward the middle of the table."""
    in_the_middle = math.dist(_lying(around, match[2]), (4.0, 2.0)) < 0.01
    return _touching(around, match, metres(around.table, 8.0 if in_the_middle else 4.0, 2.0), _NEXT)


def _behind(around: Around, match: re.Match[str]) -> Place:
    """Half a ball behind, as the cue ball sees it."""
    x, y = metres(around.table, *_lying(around, match[2]))
    cue_x, cue_y = metres(around.table, *_lying(around, "cue"))
    return _touching(around, match, (2 * x - cue_x, 2 * y - cue_y), _NEXT)


def _between(around: Around, match: re.Match[str]) -> Place:
    one, two = (_lying(around, match[k]) for k in (2, 3))
    return (one[0] + two[0]) / 2, (one[1] + two[1]) / 2


def _frozen_toward_rail(around: Around, match: re.Match[str]) -> Place:
    way = {"near": (0.0, -1.0), "far": (0.0, 1.0), "head": (-1.0, 0.0), "foot": (1.0, 0.0)}[match[3].lower()]
    x, y = metres(around.table, *_lying(around, match[2]))
    return _touching(around, match, (x + way[0], y + way[1]))


def _frozen_toward_pocket(around: Around, match: re.Match[str]) -> Place:
    x, y = bed_of(around.table).mouth[_pocket(match[3], match[4])]
    return _touching(around, match, (float(x), float(y)))


def _frozen_toward_ball(around: Around, match: re.Match[str]) -> Place:
    return _touching(around, match, metres(around.table, *_lying(around, match[3])))


def _touching(around: Around, match: re.Match[str], toward_m: Place, radii: float = 2.0) -> Place:
    """Against the ball of `match[2]`, or so many radii from it, on the side of a place (m)."""
    if ball_named(match[1]) == ball_named(match[2]):
        raise refuse("phrase", "a ball has no side toward itself", "Name a rail, a pocket or another ball.")
    x, y = metres(around.table, *_lying(around, match[2]))
    dx, dy = toward_m[0] - x, toward_m[1] - y
    size = math.hypot(dx, dy)
    if size < 1e-6:
        raise refuse("phrase", "a ball has no side toward itself", "Name a rail, a pocket or another ball.")
    step = radii * around.table.ball_radius_m / size
    return diamonds(around.table, x + step * dx, y + step * dy)


def _lying(around: Around, words: str) -> Place:
    name = ball_named(words)
    if name not in around.balls:
        on_table = ", ".join(sorted(around.balls)) or "none yet"
        raise refuse("phrase", f"ball {name} is not on the table", f"Place it first; on the table: {on_table}.")
    return around.balls[name]


def _no_side(around: Around, match: re.Match[str]) -> Place:
    example = f"{match[1]} frozen to the {match[2]} toward the foot rail"
    raise refuse("phrase", "it does not say on which side", f"Say it so: {example}.")


def _no_corner(around: Around, match: re.Match[str]) -> Place:
    example = f"{match[1]} near the far foot corner"
    raise refuse("phrase", "it does not say which corner", f"Say it so: {example}.")


_Reader = Callable[[Around, re.Match[str]], Place | None]
_FORMS: tuple[tuple[str, _Reader], ...] = (
    (rf"{_BALL}\s*(?:at|@|:)?\s+{_NUMBER}\s*[,;\s]\s*{_NUMBER}", _at),
    (rf"{_BALL}\s+(?:off|away|down)", _off),
    (rf"{_BALL}\s+on\s+the\s+(foot|head|centre|center)?\s*spot", _spot),
    (rf"{_BALL}\s+on\s+(?:its|a)\s+(?:own\s+)?spot", _own_spot),
    (rf"{_BALL}\s+in\s+the\s+(?:middle|centre|center)(?:\s+of\s+the\s+table)?", _middle),
    (rf"{_BALL}\s+(?:frozen\s+(?:to|on)|on)\s+{_RAIL}{_AT}", _frozen_to_rail),
    (rf"{_BALL}\s+({_HALVES}|\d(?:[.]\d+)?\s+diamonds?)\s+(?:off|from)\s+{_RAIL}{_AT}", _off_rail),
    (rf"{_BALL}\s+a\s+ball\s+(?:off|from)\s+{_RAIL}{_AT}", _a_ball_off_rail),
    (rf"{_BALL}\s+(?:in\s+the\s+jaws\s+of|hanging\s+(?:in|over))\s+{_POCKET}", _jaws),
    (rf"{_BALL}\s+(?:near|by|close\s+to)\s+{_POCKET}", _near_pocket),
    (rf"{_BALL}\s+.*\bthe\s+(?:(?:near|far)\s+)?corner(?:\s+pocket)?", _no_corner),
    (rf"{_BALL}\s+(?:next\s+to|beside|near|close\s+to)\s+{_OTHER}", _next_to),
    (rf"{_BALL}\s+behind\s+{_OTHER}", _behind),
    (rf"{_BALL}\s+between\s+{_OTHER}\s+and\s+{_OTHER}", _between),
    (rf"{_BALL}\s+frozen\s+to\s+{_OTHER},?\s+towards?\s+{_RAIL}", _frozen_toward_rail),
    (rf"{_BALL}\s+frozen\s+to\s+{_OTHER},?\s+towards?\s+{_POCKET}", _frozen_toward_pocket),
    (rf"{_BALL}\s+frozen\s+to\s+{_OTHER},?\s+towards?\s+{_OTHER}", _frozen_toward_ball),
    (rf"{_BALL}\s+frozen\s+to\s+{_OTHER}", _no_side),
)
_PATTERNS = tuple((re.compile(form, re.I), reader) for form, reader in _FORMS)
