"""What is asked at a station, or was asked by a recorded shot: balls, stroke and cells of outcomes, on one table."""

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.physics.facts import CONTACT_X, CONTACT_Y, CUT, FIRST_HIT, TARGET_DIRECTION, WAY
from partita.physics.simulate import Executions, execute
from partita.physics.stroke import Stroke, level_strokes
from partita.players.conditions import awkwardness
from partita.players.measuring.stations import Station
from partita.players.stroke_model import StrokeModel
from partita.rows.trace import AFTER
from partita.table.diamonds import diamonds, metres
from partita.table.geometry import bed_of
from partita.table.spec import POCKETS, TableSpec

Floats = NDArray[np.float64]
# Cells of a pot: potted, then missed by side and size. The side is that of the object ball's way: beyond the pocket
# on the side of a hit too thick, or too thin; where the shot is straight, to the right and to the left of it.
MADE, THICK, THIN, FAR_THICK, FAR_THIN = range(5)
POT_CELLS = 5
# A miss is near up to half a diamond of rail beside the mouth.
NEAR_DIAMONDS = 0.5
# A lone cue ball's rest: half diamonds, and one cell for a pocket.
CELLS_X, CELLS_Y = 16, 8
IN_A_POCKET = CELLS_X * CELLS_Y
REST_CELLS = IN_A_POCKET + 1
_FAN, _FAN_RAD, _HALVINGS = 401, 0.06, 40
# Below this cut, rad, a shot is straight: thick and thin are right and left.
STRAIGHT_RAD = 0.05


@dataclass(frozen=True)
class Asked:
    """A shot asked for: balls (n, 2) m with the cue ball first and the one to pot second, the intended stroke (6,).

    pocket : index, -1 for a lone cue ball; contact_m, cut_rad : of the first contact, 0 for none; mark : (2,) m
    """

    table: TableSpec
    places: Floats
    stroke: Floats
    pocket: int
    contact_m: float
    cut_rad: float
    mark: Floats

    @property
    def is_pot(self) -> bool:
        """True when a ball is to be potted."""
        return self.pocket >= 0

    @property
    def is_straight(self) -> bool:
        """True where a miss is to the right or left rather than thick or thin."""
        return self.is_pot and abs(self.cut_rad) < STRAIGHT_RAD

    @property
    def thin_is_left(self) -> bool:
        """True where a hit too thin sends the ball to the left of the pocket, as the shooter sees it."""
        return self.is_straight or self.cut_rad >= 0

    @property
    def cells(self) -> int:
        """How many cells its outcomes have."""
        return POT_CELLS if self.is_pot else REST_CELLS

    def awkward(self, player: StrokeModel) -> float:
        """Factor of the aim error in a player's hands."""
        in_play = np.full(len(self.places), -1, dtype=np.int8)
        bed = bed_of(self.table)
        return float(awkwardness(player.row(), bed, self.places, in_play, self.stroke, False))

    def play(self, strokes: Floats) -> NDArray[np.int64]:
        """(m,) the cell in which each of (m, 6) strokes ends."""
        shots = execute(self.table, self.places, strokes)
        return self._pots(shots) if self.is_pot else _rests(self.table, shots.finals[:, 0], shots.pocketed[:, 0] >= 0)

    def _pots(self, shots: Executions) -> NDArray[np.int64]:
        far, side = _missed_by(self.table, self.places[1], self.pocket, shots.measures[:, TARGET_DIRECTION])
        thin = side > 0 if self.thin_is_left else side < 0
        cell = np.where(thin, np.where(far, FAR_THIN, THIN), np.where(far, FAR_THICK, THICK))
        # A ball that is not met at all went by on its thin side; straight, on either.
        cell[shots.facts[:, FIRST_HIT] < 0] = FAR_THIN
        return np.where(shots.pocketed[:, 1] == self.pocket, MADE, cell)


def _missed_by(table: TableSpec, ball: Floats, pocket: int, direction: Floats) -> tuple[NDArray[np.bool_], Floats]:
    """Whether each direction of a ball misses a pocket by far, and to which side: > 0 to the left of the way there."""
    bed = bed_of(table)
    mouth = bed.mouth[pocket]
    ahead = np.column_stack([np.cos(direction), np.sin(direction)])
    way = mouth - ball
    side = way[0] * ahead[:, 1] - way[1] * ahead[:, 0]
    size = np.array([bed.length, bed.width])
    with np.errstate(divide="ignore"):
        to_rail = np.where(ahead > 0, (size - bed.reach - ball) / ahead, (bed.reach - ball) / ahead)
    to_rail[~np.isfinite(to_rail) | (to_rail < 0)] = np.inf
    met = ball + np.min(to_rail, axis=1)[:, None] * ahead
    wide = table.corner_mouth_m if POCKETS[pocket][:4] != "side" else table.side_mouth_m
    beside = np.linalg.norm(met - mouth, axis=1) - wide / 2
    return (beside > NEAR_DIAMONDS * table.diamond_m) | (ahead @ way <= 0), np.asarray(side)


def _rests(table: TableSpec, places: Floats, pocketed: NDArray[np.bool_]) -> NDArray[np.int64]:
    across = np.clip(places[:, 0] / table.length_m * CELLS_X, 0, CELLS_X - 1).astype(np.int64)
    up = np.clip(places[:, 1] / table.width_m * CELLS_Y, 0, CELLS_Y - 1).astype(np.int64)
    return np.where(pocketed, IN_A_POCKET, across * CELLS_Y + up)


def rest_cell(x_diamonds: float, y_diamonds: float) -> int:
    """The cell of a place of rest in diamonds.

    >>> rest_cell(4.2, 2.0)
    68
    """
    return min(CELLS_X - 1, int(2 * x_diamonds)) * CELLS_Y + min(CELLS_Y - 1, int(2 * y_diamonds))


def cell_place(cell: int) -> tuple[float, float]:
    """The middle of a cell of rest, diamonds."""
    return (cell // CELLS_Y + 0.5) / 2, (cell % CELLS_Y + 0.5) / 2


@lru_cache(maxsize=64)
def asked_at(station: Station, table: TableSpec) -> Asked:
    """What a station asks for on a table: the middle one of the aims that pot, the speed that reaches a mark.

    Raises `Refused` where no such stroke does what is asked on this table.
    """
    return _pot_asked(station, table) if station.is_pot else _rest_asked(station, table)


def _pot_asked(station: Station, table: TableSpec) -> Asked:
    cue, ball = (np.array(metres(table, *place)) for place in (station.cue, station.ball or station.cue))
    pocket, places = POCKETS.index(station.pocket), np.array([cue, ball])
    way = bed_of(table).mouth[pocket] - ball
    ghost = ball - 2 * table.ball_radius_m * way / np.linalg.norm(way) - cue
    aims = math.atan2(ghost[1], ghost[0]) + np.linspace(-_FAN_RAD, _FAN_RAD, _FAN)
    rows = level_strokes(aims, station.speed_mps, station.side, station.height)
    aim = _middle_of_runs(aims, execute(table, places, rows).pocketed[:, 1] == pocket)
    if aim is None:
        raise refuse(station.name, "no stroke pots it on this table", "Leave this station out here.")
    row = np.array([aim, *rows[0, 1:]])
    return pot_of(table, places, row, pocket)


def shot_asked(table: TableSpec, places: list[tuple[float, float]], stroke: Stroke, pocket: str) -> Asked:
    """A recorded pot: its balls, m, the cue ball first and the one to pot second; the stroke that was meant."""
    return pot_of(table, np.array(places), stroke.row(), POCKETS.index(pocket))


def rest_asked(table: TableSpec, cue: tuple[float, float], stroke: Stroke) -> Asked:
    """A lone cue ball at a place, m, with the stroke that was meant; its mark is where that brings it."""
    places, row = np.array([cue]), stroke.row()
    shot = execute(table, places, row[None])
    if shot.pocketed[0, 0] >= 0:
        raise refuse("shot", "its stroke is pocketed on this table", "Give a stroke that stays on the table.")
    return Asked(table, places, row, -1, 0.0, 0.0, shot.finals[0, 0])


def pot_of(table: TableSpec, places: Floats, row: Floats, pocket: int) -> Asked:
    """A pot that is asked for by its stroke; the ball to pot is the second of the places."""
    shot = execute(table, places, row[None])
    if shot.facts[0, FIRST_HIT] != 1:
        raise refuse("shot", "its stroke does not meet the ball first", "Give a stroke straight at the ball.")
    measures = shot.measures[0]
    contact = np.array([measures[CONTACT_X], measures[CONTACT_Y]])
    # > 0 where the ball leaves to the left of the line of the cue ball.
    left = np.sign(math.sin(measures[TARGET_DIRECTION] - math.atan2(*(contact - places[0])[::-1])))
    cut = float(left * abs(measures[CUT]))
    return Asked(table, places, row, pocket, float(measures[WAY]), cut, places[1])


def _middle_of_runs(aims: Floats, potted: NDArray[np.bool_]) -> float | None:
    """The middle of the longest run of aims that pot."""
    edges = np.flatnonzero(np.diff(np.concatenate([[0], potted.astype(int), [0]])))
    runs = edges.reshape(-1, 2)
    if not len(runs):
        return None
    begin, end = runs[int(np.argmax(runs[:, 1] - runs[:, 0]))]
    return float((aims[begin] + aims[end - 1]) / 2)


def _rest_asked(station: Station, table: TableSpec) -> Asked:
    places = np.array([metres(table, *station.cue)])
    row = level_strokes(0.0, station.speed_mps, station.side, station.height)[0]
    if station.mark is not None:
        row[1] = _speed_to(table, places, row, metres(table, *station.mark)[0])
    shot = execute(table, places, row[None])
    if shot.pocketed[0, 0] >= 0:
        raise refuse(station.name, "the stroke asked for is pocketed on this table", "Leave this station out here.")
    return Asked(table, places, row, -1, 0.0, 0.0, shot.finals[0, 0])


def _speed_to(table: TableSpec, places: Floats, row: Floats, x_m: float) -> float:
    """The speed at which a ball struck at the foot rail comes back to x, m, by halving."""
    low, high = 0.3, 4.0
    for _ in range(_HALVINGS):
        middle = 0.5 * (low + high)
        tried = row.copy()
        tried[1] = middle
        travelled = _way_along(table, places, tried)
        low, high = (middle, high) if travelled < _wanted(table, places, x_m) else (low, middle)
    return 0.5 * (low + high)


def _wanted(table: TableSpec, places: Floats, x_m: float) -> float:
    foot = table.length_m - table.nose_reach_m
    return (foot - float(places[0, 0])) + (foot - x_m)


def _way_along(table: TableSpec, places: Floats, row: Floats) -> float:
    """How far a ball goes along the table, m, cushions included."""
    trace = execute(table, places, row[None], trace_rows=40).traces[0]
    ends = [float(places[0, 0]), *(float(event[AFTER + 1]) for event in trace)]
    return float(np.sum(np.abs(np.diff(ends))))


def mark_of(asked: Asked) -> tuple[float, float]:
    """The mark of a lone cue ball, diamonds."""
    return diamonds(asked.table, float(asked.mark[0]), float(asked.mark[1]))
