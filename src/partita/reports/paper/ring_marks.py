"""Ring marks: where to stick paper rings so that a layout can be put back. The one rule for page, print and PDF."""

from dataclasses import dataclass
from typing import Literal

from partita.errors import refuse
from partita.games.situation import Situation
from partita.table.diamonds import diamonds
from partita.table.layout import CUE

Units = Literal["cm", "in"]
_UNIT_M = {"cm": 0.01, "in": 0.0254}


@dataclass(frozen=True)
class RingMark:
    """Where to stick a ring so that a ball can be put back: diamonds, and distances from the noses in the unit asked.

    from_head : along the table, from the head rail's nose; from_near : across, from the near long rail's
    """

    ball: str
    diamonds: tuple[float, float]
    from_head: float
    from_near: float


def ring_marks(situation: Situation, units: Units) -> list[RingMark]:
    """The marks of all balls on the table, the cue ball first. Raises `Refused` for a unit that is not known."""
    if units not in _UNIT_M:
        raise refuse("units", f"there is no unit “{str(units)[:20]}”", f"Use {' or '.join(_UNIT_M)}.")
    layout, unit = situation.layout, _UNIT_M[units]
    order = sorted(layout.balls, key=lambda name: (name != CUE, not name.isdigit(), name.rjust(6)))
    marks = []
    for name in order:
        x, y = layout.balls[name]
        along, across = diamonds(layout.table, x, y)
        marks.append(RingMark(name, (round(along, 2), round(across, 2)), round(x / unit, 1), round(y / unit, 1)))
    return marks
