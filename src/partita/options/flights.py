"""The cue ball in the air, read from a trace: what it flies over, how far it clears it, and where it comes down."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.physics.constants import BALL_BALL, FLYING, G
from partita.rows.trace import AFTER, AFTER_OTHER, AT_S, HEIGHT, HEIGHT_OTHER, KIND, MET, WHOSE

Floats = NDArray[np.float64]
# Points of a flight at which its height over a ball is looked at.
_LOOKS = 200


@dataclass(frozen=True)
class Flight:
    """One flight: its beginning, s, place (m) and velocity (m/s) then, three numbers each, how long it lasts, s."""

    begins_s: float
    place: tuple[float, float, float]
    velocity: tuple[float, float, float]
    lasts_s: float

    def at(self, elapsed: Floats) -> Floats:
        """(k, 3) where the ball's lowest point is after so long, m."""
        way = np.array(self.place) + elapsed[:, None] * np.array(self.velocity)
        way[:, 2] -= 0.5 * G * elapsed**2
        return np.asarray(way)

    @property
    def length_m(self) -> float:
        """How far it leads over the cloth."""
        return self.lasts_s * math.hypot(*self.velocity[:2])

    @property
    def lands(self) -> tuple[float, float]:
        """Where it ends, m."""
        return self.place[0] + self.lasts_s * self.velocity[0], self.place[1] + self.lasts_s * self.velocity[1]


def flights_of(trace: Floats, ball: int = 0) -> list[Flight]:
    """A ball's flights up to its first contact with another."""
    found: list[Flight] = []
    begun: tuple[float, Floats, Floats] | None = None
    for row in trace:
        met = int(row[KIND]) == BALL_BALL
        if int(row[WHOSE]) != ball and not (met and int(row[MET]) == ball):
            continue
        if begun is not None:
            at, state, height = begun
            found.append(Flight(at, (state[0], state[1], height[0]), (*state[2:4], height[1]), row[AT_S] - at))
        after, of_height = (AFTER, HEIGHT) if int(row[WHOSE]) == ball else (AFTER_OTHER, HEIGHT_OTHER)
        flies = int(row[after]) == FLYING and not met
        begun = (float(row[AT_S]), row[after + 1 : after + 5], row[of_height : of_height + 2]) if flies else None
        if met:
            break
    return found


@dataclass(frozen=True)
class Cleared:
    """A ball that was flown over: its index, and by how much the cue ball cleared it, m."""

    ball: int
    margin_m: float


def cleared(flights: Sequence[Flight], places: Floats, target: int, radius: float) -> list[Cleared]:
    """The balls (n, 2) that flights led over, but for the one that was hit (-1 none), nearest first."""
    found: dict[int, float] = {}
    for flight in flights:
        way = flight.at(np.linspace(0.0, flight.lasts_s, _LOOKS))
        for ball in range(1, len(places)):
            off = np.hypot(*(way[:, :2] - places[ball]).T)
            # One that it lay over from the beginning, frozen to it, is left and not flown over.
            if ball == target or off.min() >= 2 * radius or off.argmin() == 0:
                continue
            margin = float(np.min(np.hypot(off, way[:, 2])) - 2 * radius)
            found[ball] = min(margin, found.get(ball, math.inf))
    return sorted(
        (Cleared(ball, margin) for ball, margin in found.items()),
        key=lambda one: float(np.hypot(*(places[one.ball] - places[0]))),
    )
