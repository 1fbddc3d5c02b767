"""What planning by places is worth, whether it says so rightly, and what it costs.

*Alone*: racks run out from the same places with the same errors, by the deciding player as he stands, by him with a
plan's strokes, and by the maps; and what the maps said. *The rack*: won by a deciding player who reads the maps for
as long as no ball has moved, against one who does not, both against the same opponent. *Eight-ball* as alone, one's
own group and the eight among balls of the other group. *Cost*: first and settled plan, core-seconds of the maps.
Run by `./partita bench runout`, a quarter of an hour on two cores; keeps `benchmarks/results/runout.json`.
"""

import resource
import sys
import time

import numpy as np
from numpy.typing import NDArray

from benchmarks.figures import keep, scattered
from partita.games.question import Question
from partita.games.situation import Situation
from partita.parallel import over_slices
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS
from partita.playing.desk import DRAWN, POTS, Pots
from partita.playing.playout import Start, start_of
from partita.playing.racks import LOG, play_racks, play_runs
from partita.rows.candidate import COLUMNS
from partita.runout.maps import FINE, Asked, any_pocket, fill
from partita.runout.orders import best_order
from partita.runout.pattern import Pattern, RunOutRequest, work_out
from partita.runout.shots import best_from, plan_desk
from partita.runout.steps import steps_of
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.value.place_maps import PlaceMaps, node_place

Floats = NDArray[np.float64]
TABLE = TableSpec()
LEVELS = ("league", "strong league", "professional")
FINER = Pots(np.geomspace(0.55, 4.4, 10), np.array([-0.36, -0.12, 0.12, 0.36]))
_LAYOUTS, _RUNS, _RACKS, _EIGHT_LAYOUTS = 12, 100, 100, 6
_BALLS = (9, 7, 5, 3, 8, 6, 4, 9, 7, 5, 3, 8)


def nine_ball(seed: int, count: int) -> Situation:
    """That many balls scattered, ball in hand."""
    places = scattered(700 + seed, count + 1)
    balls = {str(number): (float(x), float(y)) for number, (x, y) in enumerate(places[1:], 10 - count)}
    return Situation(Layout(TABLE, balls), in_hand="anywhere")


def eight_ball(seed: int) -> Situation:
    """Three to six solids and the eight among two to five stripes, ball in hand."""
    own, others = 3 + seed % 4, 2 + (2 * seed) % 4
    places = scattered(800 + seed, own + others + 2)
    names = [*range(1, own + 1), 8, *range(9, 9 + others)]
    balls = {str(name): (float(x), float(y)) for name, (x, y) in zip(names, places[1:], strict=True)}
    return Situation(Layout(TABLE, balls), game="eight-ball", my_group="solids", in_hand="anywhere")


def asked_of(situation: Situation, level: str, solo: bool) -> Asked:
    """What the maps of a situation are asked for, in the best order."""
    start = start_of(Question(situation, PRESETS[level], PRESETS[level]))
    *_, order = best_order(start)
    assert order is not None
    steps = steps_of(start, order)
    return Asked(start, steps, any_pocket(steps), solo)


def best_place(asked: Asked, maps: PlaceMaps) -> Floats:
    """The place of the net that the maps like best, m."""
    net, bed = maps.worth.shape[3:], bed_of(TABLE)
    best = int(maps.worth[0, 0].max(axis=0).argmax())
    return np.array(node_place(bed, net[0], net[1], best))


def run_outs(asked: Asked, maps: PlaceMaps | None, cue: Floats, pots: Pots) -> float:
    """Share of runs to the end from a place."""
    places, in_play = asked.start.places.copy(), asked.steps.in_play[0].copy()
    places[0] = cue
    out, seeds = np.zeros(_RUNS), 10_000 + np.arange(_RUNS)

    def play(part: slice) -> None:
        desk = asked.start.desk(maps, pots, solo=True)
        standing = asked.steps.standing[0]
        play_runs(desk, places, in_play, standing, standard_draws(20_011, DRAWN), seeds[part], 60, out[part])

    over_slices(_RUNS, play)
    return float(out.mean())


def racks_won(start: Start, maps: PlaceMaps | None) -> float:
    """Share of whole racks won by the player at the table, the maps being his alone."""
    out, logs, seeds = np.zeros((_RACKS, 2)), np.zeros((_RACKS, 0, LOG)), 20_000 + np.arange(_RACKS)

    def play(part: slice) -> None:
        play_racks(
            start.desk(maps), start.places, start.in_play, start.standing, np.zeros(COLUMNS),
            standard_draws(20_011, DRAWN), seeds[part], 120, out[part], logs[part],
        )  # fmt: skip

    over_slices(_RACKS, play)
    return float(out[:, 0].mean())


def paired(before: list[float], after: list[float]) -> dict[str, float]:
    """Means in percent, and the gain with its standard error."""
    gain = 100 * (np.array(after) - np.array(before))
    return {
        "before": round(100 * float(np.mean(before)), 1), "after": round(100 * float(np.mean(after)), 1),
        "gain": round(float(gain.mean()), 1), "standard_error": round(float(gain.std(ddof=1) / np.sqrt(len(gain))), 1),
    }  # fmt: skip


def alone(level: str, situations: list[Situation]) -> dict[str, object]:
    """Run-outs from the same places, and what the maps said of them."""
    stands, more, plan, said, seconds = [], [], [], [], 0.0
    for situation in situations:
        asked = asked_of(situation, level, solo=True)
        started = time.perf_counter()
        *_, maps = fill(asked, FINE)
        seconds += time.perf_counter() - started
        cue = best_place(asked, maps)
        shot = best_from(asked, maps, plan_desk(asked, maps), cue)
        said.append(shot.clear.value if shot else 0.0)
        for found, how, pots in ((stands, None, POTS), (more, None, FINER), (plan, maps, FINER)):
            found.append(run_outs(asked, how, cue, pots))
    off = 100 * (np.array(said) - np.array(plan))
    return {
        "layouts": len(situations), "runs_each": _RUNS, "by_evaluations_to_by_maps": paired(stands, plan),
        "with_a_plans_strokes_to_by_maps": paired(more, plan), "said_less_played":
        round(float(off.mean()), 1), "fill_s": round(seconds / len(situations), 2),
    }  # fmt: skip


def rack(level: str) -> dict[str, float]:
    """Whole racks with the maps read and without."""
    without, with_maps = [], []
    for seed in range(0, _LAYOUTS, 2):
        asked = asked_of(nine_ball(seed, _BALLS[seed]), level, solo=False)
        *_, maps = fill(asked, FINE)
        without.append(racks_won(asked.start, None))
        with_maps.append(racks_won(asked.start, maps))
    return paired(without, with_maps)


def cost(level: str, count: int) -> dict[str, float]:
    """Seconds to the first and to the settled plan of so many balls, and of both cores."""
    situation = Situation(
        Layout(TABLE, {"cue": (0.4, 0.6), **nine_ball(50 + count, count).layout.balls}), "nine-ball"
    )  # fmt: skip
    started, before, first = time.perf_counter(), time.process_time(), 0.0
    for found in work_out(RunOutRequest(situation, PRESETS[level], PRESETS[level], goal="run out")):
        if isinstance(found, Pattern) and not found.settled:
            first = time.perf_counter() - started
    whole = time.perf_counter() - started
    core = time.process_time() - before
    return {"first_s": round(first, 2), "settled_s": round(whole, 2), "core_s": round(core, 2)}


def main() -> None:
    """Measure, print, keep."""
    cost("league", 3)
    figures: dict[str, object] = {"cost": {f"{n} balls, {name}": cost(name, n) for name in LEVELS for n in (3, 6, 9)}}
    for name in LEVELS:
        sys.stderr.write(f"{name} ...\n")
        nine = [nine_ball(seed, _BALLS[seed]) for seed in range(_LAYOUTS)]
        eight = [eight_ball(seed) for seed in range(_EIGHT_LAYOUTS)]
        figures[name] = {"nine_ball": alone(name, nine), "eight_ball": alone(name, eight), "rack": rack(name)}
    figures["largest_mb"] = round(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024)
    keep("runout", figures)


if __name__ == "__main__":
    main()
