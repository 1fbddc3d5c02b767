"""The scene in which options are looked for: a situation as arrays, and strokes played in it without error."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from partita.games.game import SAFETY, Call, Outcomes
from partita.games.referee import judge, legal_targets, worth_potting
from partita.games.situation import Situation
from partita.physics.constants import NO_POCKET, Physics
from partita.physics.elevation import butts_raised
from partita.physics.facts import FIRST_HIT
from partita.physics.simulate import Executions, execute, names_of, physics_of, places_of
from partita.physics.stroke import Stroke, no_strokes, stroke_of_row
from partita.rows.stroke import AIM_RAD
from partita.table.geometry import Bed, bed_of
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# Rows of a trace that are kept for naming: a shot with more events is named by its first ones.
_TRACE_ROWS = 120
# A butt that must be raised by less is so in every stroke: the table's rails ask for that much.
_RAISED_DEG = 4.0


@dataclass(frozen=True)
class Reading:
    """Strokes played without error, and what the rules say: row e of every array belongs to rows[e].

    rows : (m, 6) strokes; calls : what the shooter said each time; shots, outcomes : as played and judged
    """

    rows: Floats
    calls: tuple[Call, ...]
    shots: Executions
    outcomes: Outcomes


@dataclass(frozen=True)
class Scene:
    """A situation with the cue ball on the table, its rules, and its balls as arrays."""

    situation: Situation

    @property
    def table(self) -> TableSpec:
        """The table."""
        return self.situation.layout.table

    @cached_property
    def bed(self) -> Bed:
        """Its geometry."""
        return bed_of(self.table)

    @cached_property
    def physics(self) -> Physics:
        """Its constants."""
        return physics_of(self.table)

    @cached_property
    def names(self) -> tuple[str, ...]:
        """Balls in the order of all arrays."""
        return names_of(self.situation.layout)

    @cached_property
    def places(self) -> Floats:
        """(n, 2) m."""
        return places_of(self.situation.layout)

    @cached_property
    def targets(self) -> tuple[int, ...]:
        """The balls that may be hit first, the nearest to the cue ball first."""
        found = [self.names.index(ball) for ball in legal_targets(self.situation)]
        return tuple(sorted(found, key=lambda ball: (float(np.hypot(*(self.places[ball] - self.places[0]))), ball)))

    @cached_property
    def worth_potting(self) -> frozenset[int]:
        """The balls whose potting keeps the shooter at the table."""
        return frozenset(self.names.index(ball) for ball in worth_potting(self.situation))

    def direction(self, ball: int) -> float:
        """Direction from the cue ball to another, rad."""
        way = self.places[ball] - self.places[0]
        return float(np.arctan2(way[1], way[0]))

    def distance(self, ball: int) -> float:
        """Distance from the cue ball's centre to another's, m."""
        return float(np.hypot(*(self.places[ball] - self.places[0])))

    def raised(self, rows: Floats) -> Floats:
        """Strokes (m, 6) with the butt raised over what lies behind the cue ball; those that cannot be are left out."""
        return butts_raised(self.table, self.places, rows, _RAISED_DEG)

    def play(self, rows: Floats, *, trace: bool = False, calls: Sequence[Call] | None = None) -> Reading:
        """Play (m, 6) strokes without error; without calls each is called as it came out."""
        shots = execute(
            self.table, self.places, rows, physics=self.physics, trace_rows=_TRACE_ROWS if trace else 0
        )  # fmt: skip
        made = tuple(calls) if calls is not None else self.calls_of(shots)
        return Reading(rows, made, shots, judge(self.situation, self.names, shots, made, self.bed))

    def potted(self, shots: Executions) -> NDArray[np.int64]:
        """(m,) the ball each shot is played for: the one hit first when it fell, else the lowest; -1 for none."""
        wanted = (shots.pocketed >= 0) & (shots.pocketed != NO_POCKET)
        wanted[:, [ball for ball in range(len(self.names)) if ball not in self.worth_potting]] = False
        found = np.where(wanted.any(axis=1), np.argmax(wanted, axis=1), -1)
        first = shots.facts[:, FIRST_HIT]
        hit = first >= 0
        falls = hit & wanted[np.arange(len(first)), np.maximum(first, 0)]
        return np.where(falls, first, found)

    def calls_of(self, shots: Executions) -> tuple[Call, ...]:
        """What a shooter who knew the outcome would have called."""
        balls = self.potted(shots)
        return tuple(
            SAFETY if ball < 0 else Call(self.names[ball], int(shots.pocketed[e, ball])) for e, ball in enumerate(balls)
        )


def rows_of(strokes: Sequence[Stroke]) -> Floats:
    """(m, 6) rows for the simulator."""
    return np.array([stroke.row() for stroke in strokes]) if strokes else no_strokes()


def stroke_of(row: Floats) -> Stroke:
    """The stroke of a simulator's row, its aim within half a turn of 0."""
    aim = np.degrees(np.remainder(row[AIM_RAD] + np.pi, 2 * np.pi) - np.pi)
    return replace(stroke_of_row(row), aim_deg=float(aim))
