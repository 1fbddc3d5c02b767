"""Speed of the simulator, and time from request to first and to settled ranking, on five layouts.

Run by `./partita bench`; prints the figures and keeps them in `benchmarks/results/weighing.json`.
The machine may be busy: each figure is the median of several runs, with the extremes beside it.
"""

import json
import platform
import statistics
import sys
import time
from collections.abc import Callable
from pathlib import Path

import numpy as np

from partita.files import layout_file
from partita.odds.weigh import WeighRequest, weigh
from partita.parallel import CORES
from partita.physics.loop import EVENTS
from partita.physics.simulate import execute
from partita.players.stroke_model import PRESETS
from partita.table.layout import Layout, problems_of
from partita.table.spec import TableSpec

sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "server"))
from layouts import demo

RESULTS = Path(__file__).parent / "results" / "weighing.json"
_SHOTS, _RUNS = 6000, 5


def spread(values: list[float]) -> dict[str, float]:
    """Median with the extremes."""
    return {"median": statistics.median(values), "low": min(values), "high": max(values)}


def timed(work: Callable[[], object]) -> float:
    """Seconds that a piece of work takes."""
    started = time.perf_counter()
    work()
    return time.perf_counter() - started


def scattered(seed: int, count: int) -> np.ndarray:
    """(count, 2) places of balls scattered uniformly, m."""
    rng, table = np.random.default_rng(seed), TableSpec()
    balls: dict[str, tuple[float, float]] = {}
    while len(balls) < count:
        x, y = rng.uniform((0.03, 0.03), (2.51, 1.24))
        layout = Layout(table, {**balls, str(len(balls)): (float(x), float(y))})
        if not problems_of(layout):
            balls = layout.balls
    return np.array(list(balls.values()))


def simulator() -> dict[str, object]:
    """Shots a second with 3, 6 and 10 balls, on one thread and on all cores."""
    rng, found = np.random.default_rng(1), {}
    strokes = np.column_stack(
        [
            rng.uniform(0, 2 * np.pi, _SHOTS),
            rng.uniform(0.5, 4.0, _SHOTS),
            rng.uniform(-0.3, 0.3, _SHOTS),
            rng.uniform(-0.3, 0.3, _SHOTS),
            np.zeros(_SHOTS),
        ]
    )
    for count in (3, 6, 10):
        places = scattered(count, count)
        played = execute(TableSpec(), places, strokes)
        events = float(played.facts[:, EVENTS].mean())
        for threads in (1, CORES):
            rates = [
                _SHOTS / timed(lambda n=threads, p=places: execute(TableSpec(), p, strokes, threads=n))
                for _ in range(_RUNS)
            ]
            rate = spread(rates)
            found[f"{count} balls, {threads} thread(s)"] = {
                "shots_per_second": {key: round(value) for key, value in rate.items()},
                "us_per_shot": round(1e6 / rate["median"], 1),
                "events_per_shot": round(events, 1),
                "us_per_event": round(1e6 / rate["median"] / events, 2),
            }
    return found


def rankings() -> dict[str, object]:
    """Seconds to the first and to the settled ranking of each demo layout, all cores, warm."""
    found = {}
    league = PRESETS["league"]
    for name, places, situation in demo.LAYOUTS:
        request = WeighRequest(layout_file.read(demo.document(places, situation)).situation, league, league)
        firsts, settled, used = [], [], 0
        for _ in range(_RUNS):
            started, first = time.perf_counter(), None
            for study in weigh(request):
                if first is None and study.document["options"]:
                    first = time.perf_counter() - started
                used = int(str(study.document["samples_used"]))
            firsts.append(first or 0.0)
            settled.append(time.perf_counter() - started)
        found[name] = {
            "first_s": {key: round(value, 3) for key, value in spread(firsts).items()},
            "settled_s": {key: round(value, 2) for key, value in spread(settled).items()},
            "samples": used,
        }
    return found


def main() -> None:
    """Measure, print, keep."""
    figures = {"machine": f"{platform.machine()}, {CORES} cores", "simulator": simulator(), "rankings": rankings()}
    text = json.dumps(figures, indent=1, ensure_ascii=False)
    print(text)
    RESULTS.parent.mkdir(exist_ok=True)
    RESULTS.write_text(text + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
