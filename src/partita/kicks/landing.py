"""Where a lone cue ball arrives: the rails it meets in order, and the number of the one that counts."""

import math

import numpy as np
from numpy.typing import NDArray

from partita.kicks.rails import DIAMONDS_BEHIND_M, Rail
from partita.physics.constants import CUSHION, FACING, JAW_TIP
from partita.physics.simulate import execute
from partita.rows.trace import AFTER, KIND, MET
from partita.table.spec import CUSHIONS

Floats = NDArray[np.float64]
_TRACE_ROWS = 40


def arrivals(last: Rail, route: tuple[str, ...], cues: Floats, rows: Floats) -> Floats:
    """(m, 2) the numbers of the last rail of a route at which lone cue balls arrive: where they touch it, and read
    through to its diamonds; not a number where a ball meets other rails, or a jaw.

    cues : (m, 2) m; rows : (m, 6) strokes
    """
    played = execute(last.table, cues[:, None], rows, trace_rows=_TRACE_ROWS)
    return np.array([_arrival(trace, cue, route, last) for trace, cue in zip(played.traces, cues, strict=True)])


def _arrival(trace: Floats, cue: Floats, route: tuple[str, ...], rail: Rail) -> tuple[float, float]:
    met: list[str] = []
    before, at = cue, cue
    for row in trace:
        kind = int(row[KIND])
        if kind in (JAW_TIP, FACING):
            return math.nan, math.nan
        if kind == CUSHION and (not met or met[-1] != CUSHIONS[int(row[MET])]):
            met.append(CUSHIONS[int(row[MET])])
            before, at = at, row[AFTER + 1 : AFTER + 3]
            if len(met) == len(route):
                break
    if tuple(met) != route:
        return math.nan, math.nan
    across = 1 - rail.axis
    run = float(at[across] - before[across])
    beyond = DIAMONDS_BEHIND_M + rail.table.nose_reach_m
    through = at[rail.axis] + (at[rail.axis] - before[rail.axis]) * beyond / abs(run) if abs(run) > 1e-9 else math.nan
    return rail.number_of(float(at[rail.axis])), rail.number_of(float(through))
