"""The simulator's typed face: layouts and strokes in, shots and batches out."""

from dataclasses import dataclass, field
from functools import cache

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.kernels import address_of
from partita.parallel import CORES, over_slices
from partita.physics.constants import NO_POCKET, TOO_MANY_EVENTS, Physics
from partita.physics.facts import FACTS, MEASURES, MISCUE, SECONDS, STATUS
from partita.physics.loop import run, run_batch, set_before_noses
from partita.physics.prediction import new_workspace
from partita.physics.stroke import Stroke, check_stroke
from partita.physics.trace import Event, events_of
from partita.rows.stroke import COLUMNS as STROKE_COLUMNS
from partita.rows.stroke import EXECUTED
from partita.rows.trace import COLUMNS as TRACE_COLUMNS
from partita.table.geometry import Bed, bed_of
from partita.table.layout import CUE, Layout
from partita.table.spec import POCKETS, TableSpec

Floats = NDArray[np.float64]
_LONGEST_TRACE = 4200
# A cluster of overlapping balls parts within a few rounds.
_PARTINGS = 20
# What a constant may be for balls on a cloth at all: nothing gives back more than it got, everything comes to rest.
POSSIBLE = {
    "mu_s": (0.005, 2.0), "mu_r": (0.001, 0.5), "a_sp": (0.5, 500.0), "e_b": (0.0, 1.0), "mub_a": (0.0, 1.0),
    "mub_b": (0.0, 1.0), "mub_c": (0.0, 50.0), "e_c": (0.0, 1.0), "mu_w": (0.0, 0.5), "e_facing": (0.0, 1.0),
    "k_endmass": (1.0, 1000.0), "rubber_s": (0.001, 0.03), "e_bed": (0.0, 1.0), "bed_s": (0.0001, 0.01),
}  # fmt: skip


@dataclass(frozen=True)
class Shot:
    """One simulated stroke: what happened, and where it ended. Positions in m, times in s; off : the table left."""

    names: tuple[str, ...]
    events: list[Event]
    final: dict[str, tuple[float, float]]
    pocketed: dict[str, str]
    off: tuple[str, ...]
    seconds: float
    facts: NDArray[np.int32]
    measures: Floats
    trace: Floats

    @property
    def miscue(self) -> bool:
        """True when the tip slipped off the cue ball."""
        return bool(self.facts[MISCUE])


@dataclass(frozen=True)
class Executions:
    """Many executions from one layout of n balls.

    finals : (m, n, 2) m; pocketed : (m, n) pocket, -1 on the table, -2 not in play, NO_POCKET where it left it
    facts : (m, FACTS); measures : (m, MEASURES); columns as named in `physics.loop`
    traces : one (rows, TRACE_COLUMNS) array an execution, when they were asked for
    """

    finals: Floats
    pocketed: NDArray[np.int8]
    facts: NDArray[np.int32]
    measures: Floats
    traces: list[Floats] = field(default_factory=list)


def physics_of(table: TableSpec, overrides: dict[str, float] | None = None) -> Physics:
    """A table's constants, with overrides by the names of `docs/formats.md`. `Refused` for impossible ones."""
    base = Physics(
        mu_s=table.mu_s, mu_r=table.mu_r, a_sp=table.a_sp, e_b=table.e_b,
        e_c=table.e_c, mu_w=table.mu_w, e_facing=table.e_facing, rubber_s=table.rubber_s,
    )  # fmt: skip
    for name, number in (overrides or {}).items():
        if name not in POSSIBLE:
            raise refuse("physics", f"there is no constant “{name[:40]}”", f"Use {', '.join(POSSIBLE)} or h_nose.")
        low, high = POSSIBLE[name]
        if not low <= number <= high:
            raise refuse(f"physics {name}", f"{number:.6g} is out of range", f"Use {low} to {high}.")
    return base._replace(**(overrides or {}))


@cache
def address_of_run() -> int:
    """Where the simulator's machine code is, in this process: the one way to it, for batches and players alike."""
    ball, row, table = np.zeros(1, dtype=np.int8), np.zeros(STROKE_COLUMNS), TableSpec()
    return address_of(
        run, new_workspace(1), np.zeros((1, 2)), ball, row, False, bed_of(table), physics_of(table), np.zeros((1, 2)),
        np.zeros(FACTS, dtype=np.int32), np.zeros(MEASURES), np.zeros((0, TRACE_COLUMNS)),
    )  # fmt: skip


def whole_rows(strokes: Floats) -> Floats:
    """The strokes, as meant or as executed; of narrower rows a kernel would read beyond the end. ValueError."""
    if strokes.ndim != 2 or strokes.shape[1] not in (STROKE_COLUMNS, EXECUTED):
        raise ValueError(f"strokes {strokes.shape} are not (m, {STROKE_COLUMNS}) or (m, {EXECUTED})")
    return strokes


def names_of(layout: Layout) -> tuple[str, ...]:
    """Ball names in the kernels' order: the cue ball first, then by number."""
    others = sorted((name for name in layout.balls if name != CUE), key=lambda name: (len(name), name))
    return (CUE, *others)


def places_of(layout: Layout) -> Floats:
    """(n, 2) centres in m in the order of `names_of`."""
    if CUE not in layout.balls:
        raise refuse("layout", "the cue ball is not on the table", "Place it first.")
    return _set_apart(np.array([layout.balls[name] for name in names_of(layout)]), bed_of(layout.table))


def _set_apart(places: Floats, bed: Bed) -> Floats:
    """Balls that overlap by a rounding of their coordinates are meant to touch: part them, each by half."""
    touching = 2 * bed.radius
    for _ in range(_PARTINGS):
        for ball in range(len(places)):
            set_before_noses(places, ball, bed)
        way = places[:, None] - places[None]
        distance = np.linalg.norm(way, axis=2) + np.eye(len(places))
        overlap = np.where(distance < touching, touching - distance, 0.0)
        if not overlap.any():
            break
        np.fill_diagonal(overlap, 0.0)
        places = places + 0.5 * np.sum((overlap / distance)[:, :, None] * way, axis=1)
    return places


def simulate(layout: Layout, stroke: Stroke, physics: Physics | None = None) -> Shot:
    """Play one stroke without error and keep its whole trace."""
    check_stroke(stroke)
    names, physics = names_of(layout), physics or physics_of(layout.table)
    played = execute(layout.table, places_of(layout), stroke.row()[None], physics=physics, trace_rows=_LONGEST_TRACE)
    if played.facts[0, STATUS] == TOO_MANY_EVENTS:
        raise refuse("layout", "the balls touch too often to be followed to rest", "Move touching balls apart.")
    finals, pocketed = played.finals[0], played.pocketed[0]
    return Shot(
        names=names,
        events=events_of(played.traces[0], names),
        final={name: (float(finals[i, 0]), float(finals[i, 1])) for i, name in enumerate(names) if pocketed[i] < 0},
        pocketed={name: POCKETS[pocketed[i]] for i, name in enumerate(names) if 0 <= pocketed[i] < NO_POCKET},
        off=tuple(name for i, name in enumerate(names) if pocketed[i] == NO_POCKET),
        seconds=float(played.measures[0, SECONDS]),
        facts=played.facts[0],
        measures=played.measures[0],
        trace=played.traces[0],
    )


def execute(
    table: TableSpec,
    places: Floats,
    strokes: Floats,
    *,
    physics: Physics | None = None,
    in_play: NDArray[np.int8] | None = None,
    until_contact: bool = False,
    trace_rows: int = 0,
    threads: int = CORES,
) -> Executions:
    """Play strokes, (m, 6) as meant or (m, 9) as executed, from (n, 2) places, or (m, n, 2) each from its own.

    The answer does not depend on the number of threads: each execution stands alone.
    """
    # Contiguous, as `run` at its address takes them.
    places = np.ascontiguousarray(places[None] if places.ndim == 2 else places)
    strokes = np.ascontiguousarray(whole_rows(strokes))
    count, balls = len(strokes), places.shape[1]
    result = Executions(
        finals=np.zeros((count, balls, 2)),
        pocketed=np.zeros((count, balls), dtype=np.int8),
        facts=np.zeros((count, FACTS), dtype=np.int32),
        measures=np.zeros((count, MEASURES)),
    )
    trace, rows = np.zeros((count, trace_rows, TRACE_COLUMNS)), np.zeros(count, dtype=np.int64)
    bed, physics = bed_of(table), physics or physics_of(table)
    if in_play is None:
        in_play = np.full(balls, -1, dtype=np.int8)

    run_at = address_of_run()

    def play(part: slice) -> None:
        run_batch(
            run_at, new_workspace(balls), places if len(places) == 1 else places[part], in_play, strokes[part],
            until_contact, bed, physics, result.finals[part], result.pocketed[part], result.facts[part],
            result.measures[part], trace[part], rows[part],
        )  # fmt: skip

    over_slices(count, play, threads)
    result.traces.extend(trace[e, : rows[e]] for e in range(count if trace_rows else 0))
    return result
