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
    JAW_TIP,
    POCKET,
    ROLLING,
    SLIDING,
    Physics,
)
from partita.physics.motion import begin_motion
from partita.rows.ball import AX, AY, VX, VY
from partita.rows.ball import COLUMNS as BALL_COLUMNS
from partita.rows.trace import AFTER, AFTER_OTHER, AT_S, BEFORE, BEFORE_OTHER, KIND, MET, WHOSE
from partita.table.spec import CUSHIONS, POCKETS

Floats = NDArray[np.float64]
# A straight piece of path needs its ends only; a curved one is drawn in pieces of this many s.
_CURVE_STEP_S = 0.04


@dataclass(frozen=True)
class Motion:
    """How one ball moves: velocity (vx, vy) in m/s, spin (wx, wy, wz) in rad/s."""

    velocity: tuple[float, float]
    spin: tuple[float, float, float]

    @property
    def speed_mps(self) -> float:
        """Speed over the cloth."""
        return math.hypot(*self.velocity)

    def words(self, radius: float) -> str:
        """Speed, and the spin as speeds of the ball's surface: over the top along its way, and about the vertical.

        >>> Motion((1.0, 0.0), (0.0, 35.0, 0.0)).words(0.028575)
        '1.00 m/s, follow 1.00'
        """
        speed = self.speed_mps
        ahead = (self.velocity[0] / speed, self.velocity[1] / speed) if speed > 0 else (1.0, 0.0)
        over = radius * (self.spin[1] * ahead[0] - self.spin[0] * ahead[1])
        roll = radius * (self.spin[0] * ahead[0] + self.spin[1] * ahead[1])
        parts = [f"{speed:.2f} m/s"]
        for value, plus, minus in ((over, "follow", "draw"), (radius * self.spin[2], "right", "left")):
            if abs(value) >= 0.005:
                parts.append(f"{plus if value > 0 else minus} {abs(value):.2f}")
        if abs(roll) >= 0.005:
            parts.append(f"massé {roll:+.2f}")
        return ", ".join(parts)


@dataclass(frozen=True)
class Event:
    """One event: time in s, kind, the balls in it, the cushion or pocket met, place in m.

    before, after : the motion of each of `balls`, in their order
    """

    t: float
    kind: str
    balls: tuple[str, ...]
    at: tuple[float, float]
    cushion: str | None = None
    pocket: str | None = None
    before: tuple[Motion, ...] = ()
    after: tuple[Motion, ...] = ()

    def as_json(self) -> dict[str, object]:
        """The event in the form of `docs/formats.md`."""
        extra = {key: value for key in ("cushion", "pocket") if (value := getattr(self, key))}
        return {"t": self.t, "kind": self.kind, "balls": list(self.balls), **extra, "at": list(self.at)}


def events_of(trace: Floats, names: tuple[str, ...]) -> list[Event]:
    """Named events of a trace (m, TRACE_COLUMNS)."""
    return [_event(row, names) for row in trace]


def _event(row: Floats, names: tuple[str, ...]) -> Event:
    kind, ball, other = int(row[KIND]), int(row[WHOSE]), int(row[MET])
    balls: tuple[str, ...] = (names[ball],)
    cushion = pocket = None
    if kind == BALL_BALL:
        balls = (names[min(ball, other)], names[max(ball, other)])
    elif kind == CUSHION:
        cushion = CUSHIONS[other]
    elif kind in (JAW_TIP, FACING):
        pocket = POCKETS[other // 2]
    elif kind == POCKET:
        pocket = POCKETS[other]
    sides = [(AFTER, BEFORE), (AFTER_OTHER, BEFORE_OTHER)] if kind == BALL_BALL else [(AFTER, BEFORE)]
    if kind == BALL_BALL and ball > other:
        sides.reverse()
    x, y = row[sides[0][0] + 1 : sides[0][0] + 3]
    return Event(
        t=float(row[AT_S]), kind=EVENT_NAMES[kind], balls=balls, at=(float(x), float(y)), cushion=cushion,
        pocket=pocket,
        before=tuple(_motion(row[before : before + 5]) for _, before in sides),
        after=tuple(_motion(row[after + 3 : after + 8]) for after, _ in sides),
    )  # fmt: skip


def _motion(values: Floats) -> Motion:
    vx, vy, wx, wy, wz = (float(value) for value in values)
    return Motion((vx, vy), (wx, wy, wz))


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
        if int(row[WHOSE]) == ball:
            found.append((float(row[AT_S]), int(row[AFTER]), row[AFTER + 1 : AFTER + 8]))
        elif int(row[MET]) == ball and int(row[KIND]) == BALL_BALL:
            found.append((float(row[AT_S]), int(row[AFTER_OTHER]), row[AFTER_OTHER + 1 : AFTER_OTHER + 8]))
    return found


def _between(
    state: Floats, phase: int, start: float, end: float, physics: Physics, radius: float
) -> list[tuple[float, float, float]]:
    ball = np.zeros((1, BALL_COLUMNS))
    ball[0, :7] = state
    begin_motion(ball, 0, physics, radius)
    vx, vy, ax, ay = ball[0, VX], ball[0, VY], ball[0, AX], ball[0, AY]
    # How far a sliding ball strays from its chord: below a quarter of a millimetre it is straight.
    turning = abs(vx * ay - vy * ax) / max(math.hypot(vx, vy), 1e-9)
    backs_up = vx * ax + vy * ay < 0 and phase == SLIDING
    if turning * (end - start) ** 2 / 8 < 0.25e-3 and not backs_up:
        return []
    steps = min(40, int((end - start) / _CURVE_STEP_S))
    moments = [(end - start) * step / (steps + 1) for step in range(1, steps + 1)]
    return [
        (start + t, float(state[0] + t * (vx + 0.5 * t * ax)), float(state[1] + t * (vy + 0.5 * t * ay)))
        for t in moments
    ]
