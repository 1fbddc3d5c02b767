"""What all benchmarks share: timing, spreads, layouts, and where figures are kept."""

import json
import platform
import statistics
import time
from collections.abc import Callable, Sequence
from pathlib import Path

import numpy as np

from partita.parallel import CORES
from partita.table.layout import Layout, problems_of
from partita.table.spec import TableSpec

RESULTS = Path(__file__).parent / "results"


def seconds_of(work: Callable[[], object]) -> float:
    """Seconds that a piece of work takes."""
    started = time.perf_counter()
    work()
    return time.perf_counter() - started


def spread(values: Sequence[float], digits: int) -> dict[str, float]:
    """Median with the extremes, rounded."""
    three = {"median": statistics.median(values), "low": min(values), "high": max(values)}
    return {name: round(value, digits) for name, value in three.items()}


def scattered(seed: int, count: int) -> np.ndarray:
    """(count, 2) places of balls scattered uniformly, m."""
    rng, layout = np.random.default_rng(seed), Layout(TableSpec())
    while len(layout.balls) < count:
        x, y = rng.uniform((0.03, 0.03), (2.51, 1.24))
        wider = Layout(layout.table, {**layout.balls, str(len(layout.balls)): (float(x), float(y))})
        if not problems_of(wider):
            layout = wider
    return np.array(list(layout.balls.values()))


def keep(name: str, figures: dict[str, object]) -> None:
    """Print figures, and keep them as `benchmarks/results/<name>.json`."""
    text = json.dumps({"machine": f"{platform.machine()}, {CORES} cores", **figures}, indent=1, ensure_ascii=False)
    print(text)
    RESULTS.mkdir(exist_ok=True)
    (RESULTS / f"{name}.json").write_text(text + "\n", encoding="utf-8")
