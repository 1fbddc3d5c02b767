"""The chance to run a rack out as a function of a stroke's errors, fitted to racks played out.

Strokes are drawn from the prior of the measure, each with a scattered nine-ball rack of its own and the ball in hand;
racks are run out by coarse maps of a plan, as often as it takes. A logistic model of the errors' logarithms
(`players.measuring.follows`) is fitted, then lifted so that it meets what the levels do with the fine maps
(`benchmarks/results/presets.json`). Run by `./partita bench stroke.run_outs`, forty minutes on one core; keeps the
racks in `benchmarks/stroke/run_outs.json`, where a run goes on that was broken off, and the model as
`src/partita/players/measuring/run_outs.json`.
"""

import json
import sys
from dataclasses import replace
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from benchmarks.runout import FINER, best_place, nine_ball
from partita.games.question import Question
from partita.parallel import over_slices
from partita.players.executions import standard_draws
from partita.players.measuring import prior
from partita.players.measuring.follows import RunOutModel, off_middle
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.playing.desk import DRAWN
from partita.playing.playout import start_of
from partita.playing.racks import play_runs
from partita.runout.maps import COARSE, Asked, any_pocket, fill
from partita.runout.orders import best_order
from partita.runout.steps import steps_of

Floats = NDArray[np.float64]
_STROKES, _RUNS, _SEED = 480, 32, 5
_ROWS = Path(__file__).with_name("run_outs.json")
_MODEL = Path(prior.__file__).with_name("run_outs.json")
_PRESETS = Path(__file__).parents[1] / "results" / "presets.json"


def run_out(model: StrokeModel, seed: int) -> int:
    """How many of _RUNS runs of one rack of nine balls end with the nine."""
    start = start_of(Question(nine_ball(1000 + seed, 9), model, model))
    *_, order = best_order(start)
    assert order is not None
    steps = steps_of(start, order)
    asked = Asked(start, steps, any_pocket(steps), True)
    *_, maps = fill(asked, COARSE)
    places, in_play = start.places.copy(), steps.in_play[0].copy()
    places[0] = best_place(asked, maps)
    out, seeds = np.zeros(_RUNS), 40_000 + np.arange(_RUNS)

    def play(part: slice) -> None:
        desk = start.desk(maps, FINER, solo=True)
        draws = standard_draws(20_011, DRAWN)
        play_runs(desk, places, in_play, steps.standing[0], draws, seeds[part], 60, out[part])

    over_slices(_RUNS, play)
    return int(out.sum())


def rows() -> list[list[float]]:
    """Particle and runs won of each stroke: (level, four logarithms, won); taken up where an earlier run ended."""
    found: list[list[float]] = json.loads(_ROWS.read_text("utf-8")) if _ROWS.exists() else []
    particles = prior.drawn(_STROKES, _SEED)
    order = np.random.default_rng(_SEED).permutation(_STROKES)
    for k in range(len(found), _STROKES):
        particle = particles[order[k]]
        won = run_out(prior.model_of(particle, PRESETS["league"]), k)
        found.append([*np.round(particle, 4).tolist(), won])
        if k % 10 == 9:
            _ROWS.write_text(json.dumps(found), "utf-8")
            sys.stderr.write(f"{k + 1} of {_STROKES}\n")
    _ROWS.write_text(json.dumps(found), "utf-8")
    return found


def fitted(particles: Floats, won: Floats, runs: float) -> tuple[RunOutModel, Floats]:
    """The model of most likelihood, by Newton on its tangents, and the standard errors of its parameters."""
    offs, values = off_middle(particles), np.array([-1.0, -1.0, -1.0, -0.3, -0.3, 0.0])
    for _ in range(60):
        whole = offs @ values[1:5]
        design = np.column_stack([np.ones(len(offs)), offs * (1 + 2 * values[5] * whole)[:, None], whole**2])
        chance = 1 / (1 + np.exp(-RunOutModel(values[0], values[1:5], values[5]).log_odds(particles)))
        curvature = (design * (runs * chance * (1 - chance))[:, None]).T @ design + 1e-6 * np.eye(6)
        values = values + 0.7 * np.linalg.solve(curvature, design.T @ (won - runs * chance))
    # Racks differ: runs of one are no independent witnesses. The errors are widened by how much they scatter.
    scatter = np.mean((won - runs * chance) ** 2 / np.maximum(0.05, runs * chance * (1 - chance)))
    errors = np.sqrt(np.diag(np.linalg.inv(curvature)) * max(1.0, float(scatter)))
    return RunOutModel(float(values[0]), values[1:5], float(values[5])), errors


def lift(model: RunOutModel) -> float:
    """What the fine maps of a plan add to the coarse ones, in the logarithm of the odds: mean of the levels'
    figures.
    """
    levels = json.loads(_PRESETS.read_text("utf-8"))
    known = [name for name in PRESETS if 0.02 < levels[name]["run_out_by_plan"] < 0.98]
    shares = np.array([levels[name]["run_out_by_plan"] for name in known])
    return float(np.mean(np.log(shares / (1 - shares)) - model.log_odds(_on_line(known))))


def _on_line(names: list[str]) -> Floats:
    return np.array([[k, *prior.line_at(np.array([float(k)]))[0]] for k in map(prior.LEVELS.index, names)])


def main() -> None:
    """Play, fit, print, keep."""
    table = np.array(rows())
    model, errors = fitted(table[:, :5], table[:, 5], _RUNS)
    raised = lift(model)
    model = replace(model, constant=model.constant + raised)
    levels = 1 / (1 + np.exp(-model.log_odds(_on_line(list(PRESETS)))))
    kept = {
        "constant": round(model.constant, 4), "slopes": np.round(model.slopes, 4).tolist(), "bend": round(model.bend,
        4), "errors": np.round(errors, 4).tolist(), "lifted_by": round(raised, 3), "strokes": len(table),
        "runs_each": _RUNS, "levels": dict(zip(PRESETS, np.round(levels, 3).tolist(), strict=True)),
    }  # fmt: skip
    text = json.dumps(kept, indent=1)
    print(text)
    _MODEL.write_text(text + "\n", "utf-8")


if __name__ == "__main__":
    main()
