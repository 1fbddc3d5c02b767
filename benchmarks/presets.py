"""Are the levels what players of that level are: run-outs, the long straight pot, and how hard they choose to hit.

Run-out: ball in hand, nine balls scattered uniformly, never missing until the nine is down, placed and played by the
maps of a plan; beside it by the deciding player of play-outs. Long pot: straight, 4 + 4 diamonds, the best
of the strokes found. Chosen speed and side: of the first option of a weighing, on positions of the odds' set, each
asked for every level. Run by `./partita bench presets`, twelve minutes; prints the figures and keeps them in
`benchmarks/results/presets.json`. The ranges are common practice, no source.
"""

import dataclasses
import sys

import numpy as np

from benchmarks.figures import keep, scattered
from benchmarks.odds.positions import kept_positions
from benchmarks.runout import FINER, asked_of, best_place, run_outs
from partita.games.question import Question
from partita.games.situation import Situation
from partita.options.finder import constructed
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.playing.playout import racks_of
from partita.playing.racks import LOG
from partita.runout.maps import FINE, fill
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.weighing.rater import Rater
from partita.weighing.weigh import WeighRequest, weigh

TABLE = TableSpec()
RUN_OUT = {
    "professional": (0.75, 0.92),
    "semi-professional": (0.40, 0.65),
    "strong league": (0.15, 0.35),
    "league": (0.02, 0.10),
    "beginner": (0.0, 0.02),
}
LONG_POT = {"professional": (0.80, 0.95), "beginner": (0.15, 0.35)}
_LAYOUTS, _RACKS = 8, 16
_POSITIONS = 3
_DIAMONDS = 4


def racks() -> list[Situation]:
    """Scattered racks of nine balls, the cue ball in hand."""
    found = []
    for seed in range(_LAYOUTS):
        places = scattered(100 + seed, 10)
        balls = {str(number): (float(x), float(y)) for number, (x, y) in enumerate(places[1:], 1)}
        found.append(Situation(Layout(TABLE, balls), in_hand="anywhere"))
    return found


def planned_run_out(level: str) -> float:
    """Share of them run out by the maps of a plan, from the place that these like best."""
    run = []
    for situation in racks():
        asked = asked_of(situation, level, solo=True)
        *_, maps = fill(asked, FINE)
        run.append(run_outs(asked, maps, best_place(asked, maps), FINER))
    return float(np.mean(run))


def run_out(model: StrokeModel) -> float:
    """Share of them run out by the deciding player of play-outs, who plays safe where that is better."""
    run = []
    for seed, situation in enumerate(racks()):
        found, logs = np.zeros((_RACKS, 2)), np.zeros((_RACKS, 60, LOG))
        for _ in racks_of(Question(situation, model, model), found, seed=seed, logs=logs):
            pass
        shooters = logs[:, :, -1]
        run.append(float(np.mean((found[:, 0] == 1) & (shooters != 2).all(axis=1))))
    return float(np.mean(run))


def long_pot(model: StrokeModel) -> float:
    """Make chance of a straight pot of 4 + 4 diamonds into a corner."""
    way = _DIAMONDS * TABLE.diamond_m * np.array([np.cos(np.radians(22)), np.sin(np.radians(22))])
    ball = np.array([TABLE.length_m, TABLE.width_m]) - 0.041 - way
    cue = ball - 0.97 * way
    situation = Situation(Layout(TABLE, {"cue": (cue[0], cue[1]), "9": (ball[0], ball[1])}))
    rater, draws = Rater(situation, model, model), standard_draws(1, 2000)
    pots = [option for option in constructed(rater.scene) if option.intention.pocket == "foot-far"]
    return max(float(rater.sample(option, draws).made.mean()) for option in pots)


def chosen(model: StrokeModel) -> tuple[float, float]:
    """Mean speed, m/s, and mean side, R, of the first attacking option where one is first."""
    strokes = []
    for situation, _, _ in kept_positions()[:_POSITIONS]:
        asked = dataclasses.replace(situation, shooter="me", my_fouls=0, their_fouls=0)
        settled = next(w for w in weigh(WeighRequest(asked, model, model, samples=300)) if w.settled)
        attacks = [line.option.stroke for line in settled.lines if line.option.intention.kind == "pot"]
        strokes += attacks[:1]
    return float(np.mean([s.speed_mps for s in strokes])), float(np.mean([abs(s.side) for s in strokes]))


def main() -> None:
    """Measure, print, keep."""
    figures: dict[str, object] = {}
    for name, model in PRESETS.items():
        sys.stderr.write(f"{name} ...\n")
        plan, run, pot, (speed, side) = planned_run_out(name), run_out(model), long_pot(model), chosen(model)
        figures[name] = {
            "run_out_by_plan": round(plan, 3), "run_out_range": RUN_OUT[name],
            "run_out_in_play_outs": round(run, 3), "long_pot": round(pot, 3),
            "long_pot_range": LONG_POT.get(name), "chosen_speed_mps": round(speed, 2), "chosen_side": round(side, 3),
        }  # fmt: skip
    keep("presets", {"run_outs_of": _LAYOUTS * _RACKS, **figures})


if __name__ == "__main__":
    main()
