"""Time from the request to the first and to the settled ranking, on the five demo layouts.

Run by `./partita bench`; prints the figures and keeps them in `benchmarks/results/weighing.json`.
"""

import sys
import time
from pathlib import Path

from benchmarks.figures import keep, spread
from partita.files import layout_file
from partita.players.stroke_model import PRESETS
from partita.weighing.weigh import WeighRequest, weigh

sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "server"))
from setup import demo

_RUNS = 5


def rankings() -> dict[str, object]:
    """Seconds to the first, to the settled ranking and to what changes it, of each demo layout, all cores, warm."""
    found: dict[str, object] = {}
    league = PRESETS["league"]
    for name, places, situation in demo.LAYOUTS:
        request = WeighRequest(layout_file.read(demo.document(places, situation)).situation, league, league)
        firsts, settled, whole, used = [], [], [], 0
        for _ in range(_RUNS):
            started, first = time.perf_counter(), None
            for weighing in weigh(request):
                if first is None and weighing.lines:
                    first = time.perf_counter() - started
                if weighing.settled and weighing.changes is None and len(settled) < len(firsts) + 1:
                    settled.append(time.perf_counter() - started)
                used = weighing.used
            firsts.append(first or 0.0)
            whole.append(time.perf_counter() - started)
        found[name] = {
            "first_s": spread(firsts, 3),
            "settled_s": spread(settled, 2),
            "whole_s": spread(whole, 2),
            "samples": used,
        }
    return found


if __name__ == "__main__":
    keep("weighing", {"rankings": rankings()})
