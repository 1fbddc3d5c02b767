"""Speed of the simulator: shots a second, events a shot, where the time goes, and what a start costs.

Run by `./partita bench`; prints the figures and keeps them in `benchmarks/results/simulator.json`. The
machine may be busy: each figure is the median of several runs, with the extremes beside it.
"""

import math
import resource
import subprocess
import sys
import time
from collections.abc import Callable
from functools import partial

import numpy as np

from benchmarks.figures import keep, scattered, seconds_of, spread
from partita.kernels import kernel
from partita.parallel import CORES
from partita.physics.ball_impact import ball_impact
from partita.physics.constants import BALL_BALL, CUSHION, FACING, JAW_TIP, STROKE
from partita.physics.cushion_impact import cushion_impact
from partita.physics.facts import EVENTS
from partita.physics.prediction import begin_phase, new_workspace, predict
from partita.physics.simulate import execute, physics_of
from partita.physics.stroke import level_strokes
from partita.rows.ball import COLUMNS
from partita.rows.trace import AFTER, AFTER_OTHER, BEFORE, BEFORE_OTHER
from partita.table.geometry import bed_of
from partita.table.spec import TableSpec

_SHOTS, _RUNS, _BALLS = 6000, 7, (3, 6, 8, 10, 16)
# A separate implementation of the same model in optimised C, 8.5 balls a layout, 14.5 events a shot, on
# one core of a machine of this kind: microseconds an event (`docs/physics.md`).
_C_US_PER_EVENT = 2.3
TABLE = TableSpec()
R = TABLE.ball_radius_m


def strokes(count: int) -> np.ndarray:
    """(count, 5) strokes in every direction, from soft to hard, with any tip place."""
    rng = np.random.default_rng(1)
    aim, speed = rng.uniform(0, 2 * np.pi, count), rng.uniform(0.5, 4.0, count)
    return level_strokes(aim, speed, *rng.uniform(-0.3, 0.3, (2, count)))


def rates() -> dict[str, object]:
    """Shots a second and microseconds an event by number of balls, on one thread and on all cores."""
    found: dict[str, object] = {}
    for balls in _BALLS:
        places, played = scattered(balls, balls), strokes(_SHOTS)
        events = float(execute(TABLE, places, played).facts[:, EVENTS].mean())
        for threads in (1, CORES):
            rate = spread([_SHOTS / seconds_of(partial(execute, TABLE, places, played, threads=threads))
                           for _ in range(_RUNS)], 0)  # fmt: skip
            found[f"{balls} balls, {threads} thread(s)"] = {
                "shots_per_second": rate,
                "us_per_shot": round(1e6 / rate["median"], 1),
                "events_per_shot": round(events, 1),
                "us_per_event": round(1e6 / rate["median"] / events, 2),
                "times_c_per_event": round(1e6 / rate["median"] / events / _C_US_PER_EVENT, 2),
            }
    return found


@kernel
def _cushions(before, out, balls, sine, cosine, radius):
    for row in range(before.shape[0]):
        for column in range(5):
            balls[0, 2 + column] = before[row, column]
        cushion_impact(balls, 0, out[row, 0], out[row, 1], sine, cosine, 0.85, 0.2, 0.2, radius)


@kernel
def _contacts(before, balls, physics, radius):
    for row in range(before.shape[0]):
        for ball in range(2):
            for column in range(7):
                balls[ball, column] = before[row, 7 * ball + column]
        ball_impact(balls, 0, 1, physics, radius)


@kernel
def _predictions(ws, before, bed, physics):
    for row in range(before.shape[0]):
        for column in range(5):
            ws.balls[0, 2 + column] = before[row, column]
        begin_phase(ws, 0, 0.0, physics, bed.radius)
        predict(ws, 0, 0.0, bed)


def stages(balls: int = 10) -> dict[str, object]:
    """Share of a shot's time spent in each stage: the impacts of real shots played again, stage by stage."""
    bed, physics, played, places = bed_of(TABLE), physics_of(TABLE), strokes(1500), scattered(balls, balls)
    trace = np.concatenate(execute(TABLE, places, played, trace_rows=200).traces)
    rails, contacts = trace[trace[:, 1] == CUSHION], trace[trace[:, 1] == BALL_BALL]
    out = np.array([(0.0, -1.0), (0.0, 1.0), (-1.0, 0.0), (1.0, 0.0)])[rails[:, 3].astype(int)]
    met = np.column_stack([
        contacts[:, AFTER + 1 : AFTER + 3], contacts[:, BEFORE : BEFORE + 5],
        contacts[:, AFTER_OTHER + 1 : AFTER_OTHER + 3], contacts[:, BEFORE_OTHER : BEFORE_OTHER + 5],
    ])  # fmt: skip
    moving = trace[np.isin(trace[:, 1], (CUSHION, BALL_BALL, STROKE)), AFTER + 3 : AFTER + 8]
    ws, pair = new_workspace(balls), np.zeros((2, COLUMNS))
    ws.balls[:, :2] = places
    work: dict[str, tuple[int, Callable[[], object]]] = {
        "cushion": (
            int(np.isin(trace[:, 1], (CUSHION, JAW_TIP, FACING)).sum()),
            lambda: _cushions(np.ascontiguousarray(rails[:, BEFORE : BEFORE + 5]), out, pair, bed.sine, bed.cosine, R),
        ),
        "ball-ball": (len(contacts), lambda: _contacts(met, pair, physics, R)),
        "prediction": (
            len(trace) + len(contacts),
            lambda: _predictions(ws, np.ascontiguousarray(moving), bed, physics),
        ),
    }
    sizes = {"cushion": len(rails), "ball-ball": len(contacts), "prediction": len(moving)}
    shot = min(seconds_of(lambda: execute(TABLE, places, strokes(_SHOTS), threads=1)) for _ in range(3)) / _SHOTS
    found: dict[str, object] = {}
    rest = 1.0
    for name, (times, run) in work.items():
        run()
        one, often = min(seconds_of(run) for _ in range(5)) / sizes[name], times / len(played)
        rest -= often * one / shot
        found[name] = {"us": round(1e6 * one, 2), "a_shot": round(often, 2), "share": round(often * one / shot, 3)}
    return found | {"set-up, advance and the rest": {"share": round(rest, 3)}}


def warm_start() -> dict[str, float]:
    """Seconds until a new process has played its first shot, kernels cached."""
    code = (
        "import numpy as np; from partita.physics.simulate import execute; from partita.table.spec import TableSpec;"
        "execute(TableSpec(), np.array([[1.0, 0.6], [2.0, 0.4]]), np.array([[0.1, 2.0, 0.0, 0.0, 0.0, 0.0]]))"
    )
    return spread([seconds_of(lambda: subprocess.run([sys.executable, "-c", code], check=True)) for _ in range(5)], 2)


def memory_of_a_batch() -> dict[str, float]:
    """Resident memory, MB, that 100,000 executions of ten balls add."""
    places = scattered(10, 10)
    execute(TABLE, places, strokes(100))
    before = _resident_mb()
    started = time.perf_counter()
    played = execute(TABLE, places, strokes(100_000))
    return {
        "added_mb": round(_resident_mb() - before, 1),
        "seconds": round(time.perf_counter() - started, 2),
        "executions": len(played.finals),
    }


def _resident_mb() -> float:
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024


def scaling(figures: dict[str, object]) -> dict[str, float]:
    """Exponent with which the time of a shot grows with the number of balls, from 3 to 16."""
    low, high = (figures[f"{balls} balls, 1 thread(s)"]["us_per_shot"] for balls in (3, 16))  # type: ignore[index]
    return {"exponent": round(math.log(high / low) / math.log(16 / 3), 2)}


def main() -> None:
    """Measure, print, keep."""
    memory = memory_of_a_batch()
    speed = rates()
    keep(
        "simulator",
        {"rates": speed, "growth": scaling(speed), "stages": stages(), "warm_start_s": warm_start(), "batch": memory},
    )


if __name__ == "__main__":
    main()
