"""How well a stroke is measured: simulated players of known strokes, who play the stations.

*Coverage*: how often the true error lies in the interval of 80 %; *error*: root mean square of the logarithm of each
error, with what was said of it; the same after 20, 60 and 200 attempts, for 10 % mis-taps, for strokes half as hard
again, on a table slower than it is set, and for players far off the line of levels. *Information*: what an attempt at
each station tells of the logarithm of each error, by level. *Costs*: what halving each error wins, by level. Run by
`./partita bench measuring`, half an hour on two cores; keeps `benchmarks/results/measuring.json`.
"""

import sys
import time
from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from benchmarks.figures import keep
from partita.physics.simulate import physics_of
from partita.players.executions import executed
from partita.players.measuring import prior
from partita.players.measuring.asked import Asked, asked_at
from partita.players.measuring.attempts import Attempt
from partita.players.measuring.executed import chances, executed_of, widths_of
from partita.players.measuring.follows import run_out_chance
from partita.players.measuring.posterior import LAPSE, first_particles, measured
from partita.players.measuring.report import level_at
from partita.players.measuring.stations import STATIONS, Station, station_set
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.practice.error_costs import FIFTH, HALF, error_costs
from partita.rows.draws import COLUMNS as DRAWS
from partita.rows.stroke import EXECUTED
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
TABLE = TableSpec()
LIKE = PRESETS["league"]
_PLAYERS, _FEWER = 60, 30
_STEP = 0.1


@dataclass(frozen=True)
class Play:
    """How simulated players differ from what is asked of them.

    off_line : log sd of their errors off the line of levels
    mistaps : share of attempts that end in any cell, miscued or tapped wrong; the measure takes it for LAPSE
    harder : factor of the speeds they use; slower : factor of the rolling friction of their table
    """

    off_line: float = 0.3
    mistaps: float = LAPSE
    harder: float = 1.0
    slower: float = 1.0


def player(rng: np.random.Generator, off_line: float) -> Floats:
    """A particle anywhere between the levels."""
    level = rng.uniform(-0.1, 4.1)
    return np.array([level, *(prior.line_at(np.array([level]))[0] + off_line * rng.standard_normal(4))])


def attempts_of(
    model: StrokeModel, plan: list[tuple[Station, int]], play: Play, rng: np.random.Generator
) -> list[Attempt]:
    """What becomes of a player's attempts."""
    found = []
    for station, count in plan:
        asked = asked_at(station, TABLE)
        real = replace(asked, table=replace(TABLE, mu_r=TABLE.mu_r * play.slower))
        stroke = asked.stroke.copy()
        # A pot can be struck harder; a cue ball that is to come to rest on a mark cannot.
        stroke[1] *= play.harder if asked.is_pot else 1.0
        for cell in real.play(_executions(asked, model, stroke, count, rng)):
            slip = rng.random() < play.mistaps
            found.append(Attempt(station, (int(rng.integers(asked.cells)) if slip else int(cell),)))
    return found


# Nothing of a station is misjudged but its line.
_JUDGED = (0.0, 0.0, 0.0)


def _executions(asked: Asked, model: StrokeModel, stroke: Floats, count: int, rng: np.random.Generator) -> Floats:
    rows, draws = np.zeros((count, EXECUTED)), rng.standard_normal((count, DRAWS))
    k_endmass = physics_of(TABLE).k_endmass
    awkward = asked.awkward(model)
    executed(stroke, model.row(), draws, k_endmass, asked.contact_m, abs(asked.cut_rad), _JUDGED, awkward, rows)
    return rows


def plan_of(total: int, level: float) -> list[tuple[Station, int]]:
    """Stations for so many attempts."""
    stations = station_set("short" if total == 20 else "long", level)
    size = sum(count for _, count in stations)
    return [(station, round(count * total / size)) for station, count in stations]


def trial(total: int, play: Play, players: int) -> dict[str, object]:
    """Simulated players measured."""
    rng = np.random.default_rng([total, players, round(100 * play.off_line)])
    off, said, inside, levels, run_outs, seconds = [], [], [], [], [], []
    for _ in range(players):
        truth = player(rng, play.off_line)
        found_of = attempts_of(prior.model_of(truth, LIKE), plan_of(total, float(truth[0])), play, rng)
        started = time.perf_counter()
        found = measured(found_of, TABLE)
        seconds.append(time.perf_counter() - started)
        mean = found.weights @ found.particles
        off.append(mean[1:] - truth[1:])
        said.append(np.sqrt(found.weights @ (found.particles - mean) ** 2)[1:])
        intervals = [found.interval(found.particles[:, k]) for k in range(1, 5)]
        inside.append([low <= truth[k + 1] <= high for k, (low, high) in enumerate(intervals)])
        true_level, level = level_at(truth[None, 1:])[0], found.mean(level_at(found.particles[:, 1:]))
        levels.append(level - true_level)
        run_outs.append(found.mean(run_out_chance(found.particles)) - run_out_chance(truth[None])[0])
    return {
        "players": players,
        "error": named(np.sqrt(np.mean(np.square(off), axis=0))),
        "said": named(np.mean(said, axis=0)),
        "bias": named(np.mean(off, axis=0)),
        "coverage_80": {**named(np.mean(inside, axis=0)), "all": round(float(np.mean(inside)), 3)},
        "level_off": round(float(np.sqrt(np.mean(np.square(levels)))), 2),
        "run_out_off_points": round(100 * float(np.sqrt(np.mean(np.square(run_outs)))), 1),
        "seconds": round(float(np.median(seconds)), 2),
    }


def named(values: Floats) -> dict[str, float]:
    """A figure by error."""
    return {name: round(float(value), 3) for name, value in zip(prior.ERRORS, values, strict=True)}


def information() -> dict[str, dict[str, dict[str, float]]]:
    """Fisher's information about the logarithm of each error in an attempt at each station, by level."""
    found: dict[str, dict[str, dict[str, float]]] = {}
    for key, station in STATIONS.items():
        asked = asked_at(station, TABLE)
        executed = executed_of(asked, first_particles(), LIKE, 40_000, 3)
        found[key] = {}
        for k, level in enumerate(PRESETS):
            middle = np.array([k, *prior.line_at(np.array([float(k)]))[0]])
            steps = np.array([[0, *(_STEP * (column == error) for column in range(4))] for error in range(4)])
            around = np.concatenate([[middle], middle + steps, middle - steps])
            table = np.maximum(chances(executed, widths_of(around, asked, LIKE)), 1e-9)
            slopes = (table[:, 1:5] - table[:, 5:]) / (2 * _STEP)
            found[key][level] = named(np.sum(slopes**2 / table[:, :1], axis=0))
    return found


def costs(share: float) -> dict[str, dict[str, list[float]]]:
    """Racks in a hundred that each error made smaller wins, with two standard errors, by level."""
    found = {}
    for k, (level, model) in enumerate(PRESETS.items()):
        *_, last = error_costs(model, float(k), share=share)
        found[level] = {
            cost.error: [round(cost.racks, 1), round(2 * cost.racks_error, 1), round(cost.run_outs, 1)]
            for cost in last.costs
        }
    return found


def main() -> None:
    """Measure, print, keep."""
    trials: dict[str, Callable[[], dict[str, object]]] = {
        "20 attempts": lambda: trial(20, Play(), _PLAYERS),
        "60 attempts": lambda: trial(60, Play(), _PLAYERS),
        "200 attempts": lambda: trial(200, Play(), _PLAYERS),
        "60, none mis-tapped": lambda: trial(60, Play(mistaps=0.0), _FEWER),
        "60, one in ten mis-tapped": lambda: trial(60, Play(mistaps=0.1), _FEWER),
        "60, pots struck half as hard again": lambda: trial(60, Play(harder=1.5), _FEWER),
        "60, the cloth a tenth slower than set": lambda: trial(60, Play(slower=1.1), _FEWER),
        "60, players off the line by 0.5": lambda: trial(60, Play(off_line=0.5), _FEWER),
    }
    figures: dict[str, object] = {}
    for name, work in trials.items():
        sys.stderr.write(f"{name} ...\n")
        figures[name] = work()
    figures["information"] = information()
    figures["halved: racks, two standard errors, run-outs"] = costs(HALF)
    figures["a fifth smaller"] = costs(FIFTH)
    keep("measuring", figures)


if __name__ == "__main__":
    main()
