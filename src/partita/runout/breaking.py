"""Break-outs: with which shot of the plan a ball that cannot be potted is set free."""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from partita.lines.openings import pocket_opening
from partita.physics.simulate import execute, physics_of
from partita.physics.stroke import Stroke, stroke_of_row
from partita.playing.desk import Pots
from partita.rows.candidate import CHANCE, POCKET
from partita.rows.stroke import COLUMNS as STROKE_COLUMNS
from partita.runout.maps import Asked
from partita.runout.places import think
from partita.runout.plan import Planned
from partita.value.place_maps import PlaceMaps

Floats = NDArray[np.float64]
# Cluster shots are played with some power; a ball is free with a window of this half, rad.
_POTS, _FREE_RAD = Pots(np.geomspace(1.0, 5.0, 8), np.array([-0.36, 0.0, 0.36])), 0.03
_LEAST_MAKE, _TRIED = 0.25, 60


@dataclass(frozen=True)
class Opener:
    """A shot that sets a ball free: at which ball, into which pocket, how, and its make chance by geometry."""

    frees: str
    ball: str
    pocket: int
    stroke: Stroke
    make: float


def openers(asked: Asked, maps: PlaceMaps, plan: tuple[Planned, ...], dead: tuple[str, ...]) -> tuple[Opener, ...]:
    """For each ball that cannot be potted the likeliest shot of the plan that sets it free, where there is one."""
    found = []
    for name in dead:
        before = [planned for planned in plan if planned.step < asked.steps.order.index(name)]
        tries = [opener for planned in before if (opener := _opener(asked, maps, planned, name)) is not None]
        if tries:
            found.append(max(tries, key=lambda opener: opener.make))
    return tuple(found)


def _opener(asked: Asked, maps: PlaceMaps, planned: Planned, name: str) -> Opener | None:
    start, step = asked.start, planned.step
    desk = start.desk(maps, _POTS, asked.solo)
    count = think(desk, planned.places, planned.in_play, asked.steps.standing[step], step, 0)
    rows = desk.candidates[:count]
    rows = rows[rows[:, CHANCE] >= _LEAST_MAKE]
    rows = rows[np.argsort(-rows[:, CHANCE], kind="stable")][:_TRIED]
    if len(rows) == 0:
        return None
    table = start.situation.layout.table
    strokes = np.ascontiguousarray(rows[:, :STROKE_COLUMNS])
    shots = execute(table, planned.places, strokes, physics=physics_of(table), in_play=planned.in_play)
    ball, target = start.names.index(name), start.names.index(planned.ball)
    for row, finals, fell in zip(rows, shots.finals, shots.pocketed, strict=True):
        if fell[target] != int(row[POCKET]) or fell[0] >= 0:
            continue
        up = np.where(fell >= 0, -2, planned.in_play).astype(np.int8)
        if fell[ball] < 0 and _is_free(desk, finals, up, ball):
            return Opener(name, planned.ball, int(row[POCKET]), stroke_of_row(row), float(row[CHANCE]))
    return None


def _is_free(desk: Any, finals: Floats, up: NDArray[np.int8], ball: int) -> bool:
    eyes, places = desk.eyes, np.ascontiguousarray(finals)
    return any(
        pocket_opening(eyes.windows, eyes.bed, pocket, places, up, ball, 1)[1] > _FREE_RAD for pocket in range(6)
    )
