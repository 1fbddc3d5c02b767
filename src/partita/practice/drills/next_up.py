"""What to practise next: three drills, each with its reason."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from partita.practice.drills.drill import Drill
from partita.practice.drills.progress import Held

Why = Literal["racks", "below", "long ago", "never"]
SUGGESTIONS = 3
# A drill is long not practised from so many days on. A judgement, no source.
LONG_AGO_DAYS = 10


@dataclass(frozen=True)
class Practised:
    """What is known of a player at one drill: the day of the last attempt, and how it stands to what is expected."""

    last_day: int
    held: Held | None = None


@dataclass(frozen=True)
class Suggestion:
    """A drill and why. error, racks : what getting better by a fifth wins, racks in a hundred; share, expected : of
    what was made; days : since it was practised"""

    drill: str
    why: Why
    error: str = ""
    racks: float = 0.0
    share: float = 0.0
    expected: float = 0.0
    days: int = 0


def next_up(
    drills: Sequence[Drill], practised: Mapping[str, Practised], racks_by_error: Mapping[str, float], today: int
) -> list[Suggestion]:
    """Three suggestions, no drill twice: what wins most racks, what fell short of what was expected, what is long ago.

    racks_by_error : racks in a hundred that each error a fifth smaller wins, by its name in a stroke model, or none
    """
    found: list[Suggestion] = []
    for rule in (_dearest, _below, _long_ago, _never, _dearest):
        taken = {one.drill for one in found}
        left = [drill for drill in drills if drill.key not in taken]
        one = rule(left, practised, racks_by_error, today)
        if one is not None and len(found) < SUGGESTIONS:
            found.append(one)
    return found


_NAMES = {"aim": "aim_deg", "speed": "speed", "tip": "tip", "sight": "sight_mm"}


def _dearest(
    drills: Sequence[Drill], practised: Mapping[str, Practised], racks: Mapping[str, float], today: int
) -> Suggestion | None:
    """Of the drills for the error that costs most, the one that was practised least lately."""
    if not racks:
        return None
    order = sorted(_NAMES, key=lambda error: -racks.get(_NAMES[error], 0.0))
    for error in order:
        mine = [drill for drill in drills if drill.errors and drill.errors[0] == error]
        if mine:
            least = min(mine, key=lambda drill: practised[drill.key].last_day if drill.key in practised else -1)
            return Suggestion(least.key, "racks", error=error, racks=racks.get(_NAMES[error], 0.0))
    return None


def _below(
    drills: Sequence[Drill], practised: Mapping[str, Practised], racks: Mapping[str, float], today: int
) -> Suggestion | None:
    """The drill that fell furthest short."""
    short = []
    for drill in drills:
        held = practised[drill.key].held if drill.key in practised else None
        if held is not None and held.stands == "below":
            short.append((held.share.value - held.expected.value, drill.key, held))
    if not short:
        return None
    _, key, held = min(short, key=lambda one: one[:2])
    return Suggestion(key, "below", share=held.share.value, expected=held.expected.value)


def _long_ago(
    drills: Sequence[Drill], practised: Mapping[str, Practised], racks: Mapping[str, float], today: int
) -> Suggestion | None:
    ago = [(today - practised[drill.key].last_day, drill.key) for drill in drills if drill.key in practised]
    days, key = max(ago, default=(0, ""))
    return Suggestion(key, "long ago", days=days) if days >= LONG_AGO_DAYS else None


def _never(
    drills: Sequence[Drill], practised: Mapping[str, Practised], racks: Mapping[str, float], today: int
) -> Suggestion | None:
    """Of the drills never played the one for the error that costs most."""
    new = [drill for drill in drills if drill.key not in practised and drill.errors]
    if not new:
        return None
    best = max(new, key=lambda drill: racks.get(_NAMES[drill.errors[0]], 0.0))
    return Suggestion(best.key, "never", error=best.errors[0])
