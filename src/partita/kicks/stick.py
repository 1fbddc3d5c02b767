"""Kick and stick: how the cue ball comes at the target, and how far both go from a full hit, by tip and speed.

*Steep*, well off the rail: follow holds the cue ball against the target. *Flat*, along the rail: draw does, struck
softer than one thinks. Common practice, no source; the figures beside it are simulated from this layout.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.kicks.meeting import full_aims
from partita.kicks.strokes import FIRM, MEDIUM, SOFT
from partita.options.option import Option
from partita.options.scene import Scene, rows_of
from partita.physics.constants import CUSHION
from partita.physics.facts import CONTACT_TIME, CONTACT_X, CONTACT_Y, FIRST_HIT, TARGET_DIRECTION
from partita.physics.stroke import level_strokes
from partita.rows.stroke import AIM_RAD, ELEVATION_RAD
from partita.rows.trace import AFTER

Floats = NDArray[np.float64]
# From so much off the rail on an approach is steep, rad; below the other it is flat.
STEEP_RAD, FLAT_RAD = np.radians(55.0), np.radians(35.0)
HEIGHTS = (("draw", -0.3), ("centre", 0.0), ("follow", 0.35))
SPEEDS = (("soft", SOFT), ("medium", MEDIUM), ("firm", FIRM))


@dataclass(frozen=True)
class AfterHit:
    """A full hit by the same cushions with a height of the tip and a speed: how far both balls end from the contact, m;
    None where no such stroke meets the ball."""

    tip: str
    pace: str
    cue_m: float | None
    target_m: float | None


@dataclass(frozen=True)
class Stick:
    """A kick as one that may stick.

    off_rail_rad : the last way in against the last rail, 0 along it
    turns_rad : the target's way out against the way in; after : full hits, by height and speed
    """

    off_rail_rad: float
    turns_rad: float
    after: tuple[AfterHit, ...]

    @property
    def held_by(self) -> str:
        """ "follow", "draw", or "centre" between the two."""
        if self.off_rail_rad >= STEEP_RAD:
            return "follow"
        return "draw" if self.off_rail_rad <= FLAT_RAD else "centre"


def stick_of(scene: Scene, target: int, option: Option) -> Stick | None:
    """A kick's approach and what full hits come to; None for what is none, or never gets there."""
    route = tuple(part for part in option.intention.route if not part.startswith("jaw"))
    if not route:
        return None
    shots = scene.play(rows_of([option.stroke]), trace=True).shots
    if shots.facts[0, FIRST_HIT] != target:
        return None
    contact = shots.measures[0, [CONTACT_X, CONTACT_Y]]
    before = shots.traces[0][shots.traces[0][:, 0] < shots.measures[0, CONTACT_TIME]]
    rails = before[(before[:, 1] == CUSHION) & (before[:, 2] == 0)]
    if not len(rails):
        return None
    way = contact - rails[-1, AFTER + 1 : AFTER + 3]
    along = abs(way[0]) if route[-1] in ("near-long", "far-long") else abs(way[1])
    out = float(shots.measures[0, TARGET_DIRECTION] - np.arctan2(way[1], way[0]))
    turns = abs((out + np.pi) % (2 * np.pi) - np.pi)
    off_rail = float(np.arccos(np.clip(along / max(1e-9, float(np.hypot(*way))), 0.0, 1.0)))
    return Stick(off_rail, turns, _after(scene, target, route, option))


def _after(scene: Scene, target: int, route: tuple[str, ...], option: Option) -> tuple[AfterHit, ...]:
    """Full hits by the option's cushions, one for each height and speed."""
    base = rows_of([option.stroke])[0]
    named = [(tip, pace, speed, height) for tip, height in HEIGHTS for pace, speed in SPEEDS]
    rows = level_strokes(base[AIM_RAD], *np.array([(speed, 0.0, height) for _, _, speed, height in named]).T)
    rows[:, ELEVATION_RAD] = base[ELEVATION_RAD]
    aims = full_aims(scene, target, route, rows, np.full(len(rows), base[AIM_RAD]))
    rows[:, 0] = np.where(np.isfinite(aims), aims, base[AIM_RAD])
    shots = scene.play(rows).shots
    contacts = shots.measures[:, [CONTACT_X, CONTACT_Y]]
    cue = np.linalg.norm(shots.finals[:, 0] - contacts, axis=1)
    ball = np.linalg.norm(shots.finals[:, target] - scene.places[target], axis=1)
    return tuple(
        AfterHit(tip, pace, *((float(cue[k]), float(ball[k])) if np.isfinite(aims[k]) else (None, None)))
        for k, (tip, pace, _, _) in enumerate(named)
    )
