"""The event trace as people and drawings read it: named events, and paths as polylines."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.physics.constants import (
    BALL_BALL,
    CUSHION,
    EVENT_NAMES,
    FACING,
    POCKET,
    ROLLING,
    SLIDING,
    TIP,
    Physics,
)
from partita.physics.motion import advance, set_acceleration
from partita.table.spec import CUSHIONS, POCKETS

Floats = NDArray[np.float64]
# A straight piece of path needs its ends only; a curved one is drawn in pieces of this many s.
_CURVE_STEP_S = 0.04


@dataclass(frozen=True)
class Event:
    """One event: time in s, kind, the balls in it, the cushion or pocket met, place in m."""

    t: float
    kind: str
    balls: tuple[str, ...]
    at: tuple[float, float]
    cushion: str | None = None
    pocket: str | None = None

    def as_json(self) -> dict[str, object]:
        """The event in the form of `docs/formats.md`."""
        extra = {key: value for key in ("cushion", "pocket") if (value := getattr(self, key))}
        return {"t": self.t, "kind": self.kind, "balls": list(self.balls), **extra, "at": list(self.at)}


def events_of(trace: Floats, names: tuple[str, ...]) -> list[Event]:
    """Named events of a trace (m, TRACE_COLUMNS)."""
    return [_event(row, names) for row in trace]


def _event(row: Floats, names: tuple[str, ...]) -> Event:
    kind, ball, other = int(row[1]), int(row[2]), int(row[3])
    balls: tuple[str, ...] = (names[ball],)
    cushion = pocket = None
    if kind == BALL_BALL:
        balls = (names[min(ball, other)], names[max(ball, other)])
    elif kind == CUSHION:
        cushion = CUSHIONS[other]
    elif kind in (TIP, FACING):
        pocket = POCKETS[other // 2]
    elif kind == POCKET:
        pocket = POCKETS[other]
    first = row if kind != BALL_BALL or ball < other else np.roll(row, -8)
    return Event(float(row[0]), EVENT_NAMES[kind], balls, (float(first[5]), float(first[6])), cushion, pocket)


def path_of(trace: Floats, ball: int, physics: Physics, radius: float) -> list[tuple[float, float, float]]:
    """A ball's path as points (t, x, y) in s and m: ends of straight pieces, samples of curved ones."""
    points: list[tuple[float, float, float]] = []
    moments = _moments(trace, ball)
    if not moments:
        return []
    for (t, phase, state), following in zip(moments, [*moments[1:], None], strict=True):
        points.append((t, float(state[0]), float(state[1])))
        if following is not None and phase in (SLIDING, ROLLING):
            points += _between(state, phase, t, following[0], physics, radius)
    return points


def _moments(trace: Floats, ball: int) -> list[tuple[float, int, Floats]]:
    found = []
    for row in trace:
        if int(row[2]) == ball:
            found.append((float(row[0]), int(row[4]), row[5:12]))
        elif int(row[3]) == ball and int(row[1]) == BALL_BALL:
            found.append((float(row[0]), int(row[12]), row[13:20]))
    return found


def _between(
    state: Floats, phase: int, start: float, end: float, physics: Physics, radius: float
) -> list[tuple[float, float, float]]:
    acceleration = np.zeros(2)
    set_acceleration(state, phase, physics, radius, acceleration)
    turning = abs(state[2] * acceleration[1] - state[3] * acceleration[0])
    # How far a sliding ball strays from its chord: below a quarter of a millimetre it is straight.
    speed = max(math.hypot(state[2], state[3]), 1e-9)
    backs_up = state[2] * acceleration[0] + state[3] * acceleration[1] < 0 and phase == SLIDING
    if turning / speed * (end - start) ** 2 / 8 < 0.25e-3 and not backs_up:
        return []
    steps = min(40, int((end - start) / _CURVE_STEP_S))
    points = []
    for step in range(1, steps + 1):
        t = (end - start) * step / (steps + 1)
        moved = state.copy()
        advance(moved, phase, acceleration, physics, radius, t)
        points.append((start + t, float(moved[0]), float(moved[1])))
    return points
