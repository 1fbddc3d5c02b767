"""The strokes with which a sum is played, and the number of the first rail that each of them really needs."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.kicks.meeting import full_aims
from partita.kicks.sums import LONG_ARRIVAL, Sum, sum_for
from partita.options.scene import Scene, stroke_of
from partita.physics.stroke import Stroke
from partita.rows.stroke import AIM_RAD

Floats = NDArray[np.float64]
# Speeds, m/s: soft, medium, firm on a nine-foot table.
SOFT, MEDIUM, FIRM = 1.6, 2.4, 3.4
# A rolling start, a stop stroke that slides to the rail, half a tip of side, one o'clock, and, for the longest ways,
# half a tip more; R. A tip is 0.45 R. Common practice, no source.
ROLLING, STOP, HALF_TIP = (0.0, 0.4), (0.0, -0.12), 0.225
ONE_O_CLOCK, LONG_ONE = (0.225, 0.39), (0.39, 0.225)


@dataclass(frozen=True)
class Played:
    """A stroke of a sum. `words` : how it is struck; number : what it needs on the first rail, None where it never
    gets there by these cushions."""

    words: str
    stroke: Stroke
    number: float | None


@dataclass(frozen=True)
class WorkedOut:
    """A sum with what the simulator says: the stroke that players take for it first, then others."""

    sum: Sum
    played: tuple[Played, ...]

    @property
    def advised(self) -> Played:
        """The stroke that the sum is meant for."""
        return self.played[0]

    @property
    def off(self) -> float | None:
        """What the advised stroke needs, less the sum."""
        number = self.advised.number
        return None if number is None else number - self.sum.aim


def running_side(route: tuple[str, ...], cue: Floats, aim_rad: float) -> float:
    """1 where right side runs with the ball off its first rail, -1 where left side does.

    cue : (2,) m; aim_rad : the way to the rail. Running side turns the ball on along the rail.
    """
    along = np.sin(aim_rad) if route[0] in ("head", "foot") else np.cos(aim_rad)
    # Going up the far rail to the foot, right side runs; each of mirror and half-turn changes that or leaves it.
    sign = {"far-long": 1.0, "near-long": -1.0, "head": 1.0, "foot": -1.0}[route[0]]
    return float(sign if along >= 0 else -sign)


def worked_out(scene: Scene, target: int, route: tuple[str, ...]) -> WorkedOut | None:
    """The sum of a route, and what strokes need; None where players have no sum for it."""
    cue = scene.places[0]
    found = sum_for(scene.table, route, cue, scene.places[target])
    if found is None or not np.isfinite(found.aim):
        return None
    near = found.first.aim_at(cue, found.aim)
    named = _strokes_for(found, running_side(route, cue, near))
    rows = np.array([Stroke(0.0, speed, side, height).row() for _, speed, (side, height) in named])
    rows[:, AIM_RAD] = near
    raised = scene.raised(rows)
    # Strokes whose butt cannot be raised so far are left out there: then all are told as they would be level.
    rows = raised if len(raised) == len(rows) else rows
    aims = full_aims(scene, target, route, rows, np.full(len(rows), near))
    rows[:, 0] = np.where(np.isfinite(aims), aims, near)
    return WorkedOut(found, tuple(
        Played(words, stroke_of(row), found.first.read_aim(cue, float(aim)) if np.isfinite(aim) else None)
        for (words, _, _), row, aim in zip(named, rows, aims, strict=True)
    ))  # fmt: skip


def _strokes_for(found: Sum, running: float) -> list[tuple[str, float, tuple[float, float]]]:
    """(words, speed m/s, tip R) of the strokes for a sum, the one that it is meant for first."""
    side = HALF_TIP * running
    plain: list[tuple[str, float, tuple[float, float]]] = [
        ("rolling, medium", MEDIUM, ROLLING),
        ("rolling, soft", SOFT, ROLLING),
        ("rolling, firm", FIRM, ROLLING),
        ("stop stroke, medium", MEDIUM, STOP),
        ("half a tip of running side", MEDIUM, (side, 0.3)),
        ("half a tip of reverse side", MEDIUM, (-side, 0.3)),
    ]
    if found.kind != "three-cushion":
        return plain
    one = (ONE_O_CLOCK[0] * running, ONE_O_CLOCK[1])
    long = (LONG_ONE[0] * running, LONG_ONE[1])
    numbered = [("one o’clock, medium", MEDIUM, one), ("half a tip more side, medium", MEDIUM, long)]
    if found.arrival >= LONG_ARRIVAL:
        numbered.reverse()
    return [*numbered, ("one o’clock, firm", FIRM, one), ("rolling without side", MEDIUM, ROLLING)]
