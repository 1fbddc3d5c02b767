"""A jump from the side: the cue ball's height over its way, and the balls beside that way to scale."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.options.flights import Cleared, Flight, cleared, flights_of

Floats = NDArray[np.float64]
# Points of each flight that are drawn; how much of the way after the last landing is shown, m.
_POINTS, _AFTER_M = 25, 0.15


@dataclass(frozen=True)
class Beside:
    """A ball by the way: how far along it, to its side, and how far it is cleared, m; None: not flown over."""

    ball: int
    along_m: float
    aside_m: float
    margin_m: float | None


@dataclass(frozen=True)
class SideView:
    """way : (k, 3) m, m and s: how far over the cloth, how high the ball's lowest point, and when.

    landings : m along it; air : the flights from above, (2, 2) m each; balls : those that the way comes near
    """

    way: Floats
    landings: list[float]
    air: list[Floats]
    balls: list[Beside]


def side_view(trace: Floats, places: Floats, target: int, radius: float) -> SideView | None:
    """Of a shot from (n, 2) m up to its first contact, with ball `target` (-1 none); None when nothing flies."""
    flights = flights_of(trace)
    if not flights:
        return None
    start = np.array(flights[0].place[:2])
    over = {one.ball: one for one in cleared(flights, places, target, radius)}
    direction = np.array(flights[0].velocity[:2])
    direction = direction / np.linalg.norm(direction)
    pieces, landings = [], []
    for flight in flights:
        elapsed = np.linspace(0.0, flight.lasts_s, _POINTS)
        at = flight.at(elapsed)
        along = (at[:, :2] - start) @ direction
        pieces.append(np.column_stack([along, np.maximum(0.0, at[:, 2]), flight.begins_s + elapsed]))
        landings.append(float(along[-1]))
    way = np.concatenate(pieces)
    end = float(way[-1, 0]) + _AFTER_M
    return SideView(
        way, landings, [_from_above(flight) for flight in flights],
        _beside(start, direction, end, places, target, radius, over),
    )  # fmt: skip


def _from_above(flight: Flight) -> Floats:
    return np.array([flight.place[:2], flight.lands])


def _beside(
    start: Floats, direction: Floats, end: float, places: Floats, target: int, radius: float, over: dict[int, Cleared]
) -> list[Beside]:
    found = []
    for ball in range(1, len(places)):
        way = places[ball] - start
        along, aside = float(way @ direction), float(direction[0] * way[1] - direction[1] * way[0])
        near = abs(aside) < 2 * radius and 0.0 < along < end + 2 * radius
        if near or ball == target or ball in over:
            margin = over[ball].margin_m if ball in over else None
            found.append(Beside(ball, along, aside, margin))
    return found
