"""A stroke wished for by what it should do, a pot or a contact: its aim is found on the simulator."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from partita.errors import refuse
from partita.options.option import route_code
from partita.options.pots import aimed
from partita.options.scene import Floats, Scene, stroke_of
from partita.physics.facts import CUT, FIRST_HIT, ROUTE
from partita.physics.stroke import Cue, Stroke
from partita.table.spec import POCKETS

# Directions tried for a contact, and how close (rad) the cut must come to the one wished for.
_DIRECTIONS, _CLOSE_RAD, _ROUNDS = 2880, 0.01, 30


@dataclass(frozen=True)
class Wish:
    """A stroke without its aim: how it is struck, and either a pocket for a ball or a contact with it.

    fullness : of the contact, 0..1; side_hit : the side of the ball that is hit, as the shooter sees it
    cushions_first : cushions of the cue ball on its way, in order
    """

    ball: str
    speed_mps: float
    side: float = 0.0
    height: float = 0.0
    elevation_deg: float = 0.0
    cue: Cue = "playing"
    pocket: str | None = None
    fullness: float = 1.0
    side_hit: str = "left"
    cushions_first: tuple[str, ...] = ()


def own_strokes(scene: Scene, named: Sequence[tuple[str, Stroke | Wish]]) -> list[Stroke]:
    """A user's own strokes, with the aims of those that were wished for."""
    return [own if isinstance(own, Stroke) else stroke_for(scene, own, label) for label, own in named]


def stroke_for(scene: Scene, wish: Wish, label: str) -> Stroke:
    """The stroke that does what is wished. `Refused` names the wish when no aim does it."""
    if wish.ball not in scene.names[1:]:
        raise refuse(label, f"ball {wish.ball} is not on the table", f"Use {', '.join(scene.names[1:])}.")
    target = scene.names.index(wish.ball)
    row = Stroke(0.0, wish.speed_mps, wish.side, wish.height, wish.elevation_deg, wish.cue).row()
    found = _potting(scene, target, row, wish) if wish.pocket else _touching(scene, target, row, wish)
    if found is None:
        raise refuse(label, "no aim does that from here", "Change the speed, the tip or the wish.")
    return stroke_of(found)


def _potting(scene: Scene, target: int, row: Floats, wish: Wish) -> Floats | None:
    rows = aimed(scene, target, POCKETS.index(wish.pocket or ""), row[None])
    return rows[0] if len(rows) else None


def _touching(scene: Scene, target: int, row: Floats, wish: Wish) -> Floats | None:
    """The aim between two tried directions whose cuts lie on either side of the one wished for."""
    wanted = math.asin(1 - wish.fullness) * (1 if wish.side_hit == "right" else -1)
    aims = scene.direction(target) + 2 * np.pi * np.arange(_DIRECTIONS) / _DIRECTIONS
    if not wish.cushions_first:
        reach = math.asin(min(1.0, 2 * scene.bed.radius / scene.distance(target)))
        aims = scene.direction(target) + np.linspace(-0.99, 0.99, 400) * reach
    off = _off(scene, target, row, aims, wanted, wish)
    pairs = np.flatnonzero(np.isfinite(off[:-1]) & np.isfinite(off[1:]) & (np.sign(off[:-1]) != np.sign(off[1:])))
    for pair in pairs:
        low, high, below = aims[pair], aims[pair + 1], off[pair]
        for _ in range(_ROUNDS):
            middle = 0.5 * (low + high)
            here = float(_off(scene, target, row, np.array([middle]), wanted, wish)[0])
            if not math.isfinite(here):
                break
            low, high = (middle, high) if here * below > 0 else (low, middle)
        row[0] = 0.5 * (low + high)
        if abs(float(_off(scene, target, row, row[:1], wanted, wish)[0])) < _CLOSE_RAD:
            return row
    return None


def _off(scene: Scene, target: int, row: Floats, aims: Floats, wanted: float, wish: Wish) -> Floats:
    """(m,) how far the cut is from the one wished for, rad; not a number where the contact is another one."""
    rows = np.repeat(row[None], len(aims), axis=0)
    rows[:, 0] = aims
    shots = scene.play(rows).shots
    right = (shots.facts[:, FIRST_HIT] == target) & (shots.facts[:, ROUTE] == route_code(wish.cushions_first))
    return np.where(right, shots.measures[:, CUT] - wanted, np.nan)
