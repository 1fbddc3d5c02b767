"""Time of the finder: the first list and the whole sweep, by number of balls and by game.

Run by `./partita bench`; prints the figures and keeps them in `benchmarks/results/finder.json`.
"""

import time
from collections import Counter

import numpy as np

from benchmarks.figures import keep, scattered, spread
from partita.games.situation import Situation
from partita.games.snooker_table import COLOURS, spots
from partita.options.finder import find
from partita.options.scene import Scene
from partita.players.stroke_model import PRESETS
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import PRESETS as TABLES
from partita.table.spec import TableSpec
from partita.value.leaves import leave_order

_RUNS = 5
LEAGUE = PRESETS["league"].row()


def pool(game: str, balls: list[str], seed: int) -> Situation:
    """The cue ball and these balls scattered uniformly."""
    places = scattered(seed, len(balls) + 1)
    names = ("cue", *balls)
    group = "solids" if game == "eight-ball" else None
    return Situation(Layout(TableSpec(), dict(zip(names, map(tuple, places), strict=True))), game=game, my_group=group)


def snooker() -> Situation:
    """Six reds about the pink, the colours on their spots."""
    table = TABLES["snooker-12ft"]
    bed, rng = bed_of(table), np.random.default_rng(3)
    balls = {"cue": (1.1, 0.6), **{colour: spots(bed)[colour] for colour in COLOURS}}
    while len(balls) < 13:
        place = (float(rng.uniform(2.3, 3.4)), float(rng.uniform(0.2, 1.6)))
        if all(np.hypot(place[0] - x, place[1] - y) > 0.06 for x, y in balls.values()):
            balls[f"red{len(balls) - 6}"] = place
    return Situation(Layout(table, balls), game="snooker")


def figures(situation: Situation) -> dict[str, object]:
    """Seconds to the first list and to the last, and how many options of which kind."""
    scene, firsts, whole = Scene(situation), [], []
    kinds: Counter[str] = Counter()
    for _ in range(_RUNS):
        started, kinds = time.perf_counter(), Counter()
        for place, part in enumerate(find(scene, lambda r: leave_order(scene, r, LEAGUE, LEAGUE), LEAGUE)):
            if place == 0:
                firsts.append(time.perf_counter() - started)
            kinds.update(option.intention.kind for option in part)
        whole.append(time.perf_counter() - started)
    return {"first_s": spread(firsts, 3), "whole_s": spread(whole, 2), "options": dict(kinds.most_common())}


def main() -> None:
    """Measure, print, keep."""
    numbers = [str(n) for n in range(1, 16)]
    cases = {
        **{f"nine-ball, {n} balls": pool("nine-ball", numbers[9 - n : 9], n) for n in (2, 4, 6, 9)},
        "ten-ball, 10 balls": pool("ten-ball", numbers[:10], 10),
        "eight-ball, 15 balls": pool("eight-ball", numbers, 15),
        "straight pool, 15 balls": pool("straight-pool", numbers, 15),
        "snooker, 6 reds": snooker(),
    }
    figures(cases["nine-ball, 2 balls"])
    keep("finder", {name: figures(situation) for name, situation in cases.items()})


if __name__ == "__main__":
    main()
