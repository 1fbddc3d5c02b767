"""Place phrases: "3 at 5, 1.5", "9 on the foot spot", "4 frozen to the near long rail at 3", "6 off"."""

import re
from dataclasses import dataclass

from partita.errors import refuse
from partita.table.diamonds import diamonds
from partita.table.geometry import bed_of
from partita.table.spec import TableSpec

EXAMPLES = (
    "3 at 5, 1.5 · 9 on the foot spot · 4 frozen to the near long rail at 3 · "
    "6 in the jaws of the far foot corner · 2 off"
)
_NUMBER = r"(-?\d+(?:[.]\d+)?)"
_NAMES = r"cue|c|\d{1,2}|red\s?\d{1,2}|yellow|green|brown|blue|pink|black"
_BALL = rf"(?:the\s+)?(?:ball\s+)?({_NAMES})(?:\s+ball)?"
_AT = re.compile(rf"{_BALL}\s*(?:at|@|:)?\s+{_NUMBER}\s*[,;\s]\s*{_NUMBER}", re.I)
_OFF = re.compile(rf"{_BALL}\s+(?:off|away|down)", re.I)
_SPOT = re.compile(rf"{_BALL}\s+on\s+the\s+(foot|head|centre|center)?\s*spot", re.I)
_RAIL = re.compile(
    rf"{_BALL}\s+(?:frozen\s+(?:to|on)|on)\s+the\s+(near|far|head|foot)(?:\s+long|\s+short)?\s+(?:rail|cushion)\s+at\s+{_NUMBER}",
    re.I,
)
_JAWS = re.compile(
    rf"{_BALL}\s+in\s+the\s+jaws\s+of\s+the\s+(near|far)\s+(head|foot|side)(?:\s+corner|\s+pocket)?", re.I
)


@dataclass(frozen=True)
class Placing:
    """A ball and where it goes, in diamonds; `None` takes it off the table."""

    ball: str
    place: tuple[float, float] | None


def parse_phrase(table: TableSpec, phrase: str) -> Placing:
    """Read one phrase.

    >>> parse_phrase(TableSpec(), "3 at 5, 1.5")
    Placing(ball='3', place=(5.0, 1.5))
    >>> parse_phrase(TableSpec(), "9 on the foot spot").place
    (6.0, 2.0)
    """
    text = " ".join(phrase.strip().split())
    if len(text) > 120:
        raise refuse("phrase", "it is too long", f"Try: {EXAMPLES}")
    for pattern, place in ((_AT, _at), (_OFF, _off), (_SPOT, _spot), (_RAIL, _rail), (_JAWS, _jaws)):
        match = pattern.fullmatch(text)
        if match:
            ball = match[1].lower().replace(" ", "")
            return Placing("cue" if ball == "c" else str(int(ball)) if ball.isdigit() else ball, place(table, match))
    raise refuse("phrase", f"“{text[:60]}” names no place I know", f"Try: {EXAMPLES}")


def _at(table: TableSpec, match: re.Match[str]) -> tuple[float, float]:
    return float(match[2]), float(match[3])


def _off(table: TableSpec, match: re.Match[str]) -> None:
    return None


def _spot(table: TableSpec, match: re.Match[str]) -> tuple[float, float]:
    along = {"head": 2.0, "centre": 4.0, "center": 4.0}.get((match[2] or "foot").lower(), 6.0)
    return along, 2.0


def _rail(table: TableSpec, match: re.Match[str]) -> tuple[float, float]:
    x_near, y_near = diamonds(table, table.nose_reach_m, table.nose_reach_m)
    at, rail = float(match[3]), match[2].lower()
    if rail in ("near", "far"):
        return at, round(y_near if rail == "near" else 4 - y_near, 4)
    return round(x_near if rail == "head" else 8 - x_near, 4), at


def _jaws(table: TableSpec, match: re.Match[str]) -> tuple[float, float]:
    """Over the lip: a little outside the drop circle, on the line to the pocket's middle."""
    column = {"head": 0, "side": 1, "foot": 2}[match[3].lower()]
    pocket = column + (3 if match[2].lower() == "far" else 0)
    bed = bed_of(table)
    drop, mouth = bed.drop[pocket], bed.mouth[pocket]
    out = mouth - drop[:2]
    out /= float((out @ out) ** 0.5)
    x, y = diamonds(table, *(drop[:2] + (drop[2] + 0.006) * out))
    return round(float(x), 4), round(float(y), 4)
