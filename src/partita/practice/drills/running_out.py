"""How often a player runs a step's balls out: visits played by the deciding player, who plans by maps of places."""

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games.question import Question
from partita.parallel import over_slices
from partita.players.executions import standard_draws
from partita.players.stroke_model import StrokeModel
from partita.playing.desk import DRAWN
from partita.playing.playout import POLICY_SEED, Start, start_of
from partita.playing.racks import play_runs
from partita.practice.drills.drill import SetUp
from partita.runout.maps import COARSE, Asked, any_pocket, fill
from partita.runout.orders import best_order
from partita.runout.steps import Steps, steps_of
from partita.value.place_maps import PlaceMaps

Floats = NDArray[np.float64]
_MOST_SHOTS, _SEED = 40, 81_000


def runs_of(set_up: SetUp, player: StrokeModel, runs: int) -> Floats:
    """(runs,) 1 where all balls were potted in one visit, else 0. `Refused` where that cannot be planned."""
    start = start_of(Question(set_up.situation, player, player))
    steps, maps = _planned(set_up, start)
    out, seeds = np.zeros(runs), _SEED + np.arange(runs)

    def play(part: slice) -> None:
        desk = start.desk(maps, solo=True)
        draws = standard_draws(POLICY_SEED, DRAWN)
        play_runs(
            desk, start.places, start.in_play, steps.standing[0], draws, seeds[part], _MOST_SHOTS, out[part]
        )  # fmt: skip

    over_slices(runs, play)
    return out


def _planned(set_up: SetUp, start: Start) -> tuple[Steps, PlaceMaps]:
    """The steps of the run in the best order, and maps of what each place of the cue ball is worth on the way."""
    *_, order = best_order(start)
    if not order:
        raise refuse(set_up.step.name, "no order is found in which its balls can be run out", "Move a ball.")
    steps = steps_of(start, order)
    *_, maps = fill(Asked(start, steps, any_pocket(steps), True), COARSE)
    return steps, maps
