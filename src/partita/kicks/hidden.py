"""How much of a ball shows, and what hides the rest: the same notion of hiding as everywhere (`lines.sight`)."""

from dataclasses import dataclass

import numpy as np

from partita.lines.sight import OUTERMOST, blockers_of, stopped_by
from partita.options.scene import Scene

_LINES = 201
# How far beyond its edge a free line is looked for, m.
_STEP_M, _FARTHEST_M = 0.001, 0.25


@dataclass(frozen=True)
class Sight:
    """The straight way to a ball.

    shows_mm : how much of it, of its whole width, can be hit; hidden_mm : where nothing can, how far beside its nearer
        edge the first free line passes, None where there is none near; blockers : what is in the way, the nearest first
    """

    shows_mm: float
    hidden_mm: float | None
    blockers: tuple[str, ...]

    @property
    def hooked(self) -> bool:
        """Nothing of it can be hit straight."""
        return self.shows_mm == 0.0


def sight_of(scene: Scene, target: int) -> Sight:
    """The straight way from the cue ball to a ball."""
    radius, places = scene.bed.radius, scene.places
    in_play = np.full(len(places), -1, dtype=np.int8)
    stopped = [
        int(stopped_by(radius, places, in_play, 0, target, offset))
        for offset in np.linspace(-OUTERMOST, OUTERMOST, _LINES)
    ]
    shows = 2000.0 * radius * stopped.count(0) / _LINES
    names = [scene.names[ball] for ball in sorted(set(stopped) - {0}, key=lambda ball: scene.distance(ball))]
    others = [ball for ball in range(1, len(places)) if ball != target]
    if not blockers_of(places, target, others, radius):
        return Sight(max(shows, 1.0), 0.0, tuple(names))
    return Sight(0.0, _beside_mm(scene, target, in_play), tuple(names))


def _beside_mm(scene: Scene, target: int, in_play: np.ndarray[tuple[int], np.dtype[np.int8]]) -> float | None:
    """How far beside the nearer edge of a hidden ball the first free line passes, mm."""
    way = scene.places[target] - scene.places[0]
    left = np.array([-way[1], way[0]]) / np.hypot(*way)
    for step in range(1, int(_FARTHEST_M / _STEP_M)):
        for side in (1.0, -1.0):
            moved = scene.places.copy()
            moved[target] += side * step * _STEP_M * left
            if stopped_by(scene.bed.radius, moved, in_play, 0, target, side * OUTERMOST) == 0:
                return float(step)
    return None
