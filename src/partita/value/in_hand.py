"""What places for the cue ball in hand are worth in any game, by the make chances from there."""

from collections.abc import Callable

import numpy as np

from partita.games.referee import legal_targets
from partita.games.situation import Situation
from partita.kernels import kernel
from partita.physics.pocket_windows import pocket_windows
from partita.physics.simulate import names_of
from partita.table.geometry import Floats, bed_of
from partita.value.make_chance import make_chance


def best_make_worth(situation: Situation, shooter: Floats) -> Callable[[Floats], Floats]:
    """Worth in any game: the best make chance of a legal ball, for the shooter's stroke model's row."""
    table = situation.layout.table
    names = names_of(situation.with_cue_at((0.0, 0.0)).layout)
    on = np.array([names.index(ball) for ball in legal_targets(situation)])

    def worth(places: Floats) -> Floats:
        chances, in_play = np.zeros(len(places)), np.full(len(names), -1, dtype=np.int8)
        _best_from(pocket_windows(table), bed_of(table), places, in_play, on, shooter, chances)
        return chances

    return worth


@kernel
def _best_from(windows, bed, places, in_play, on, player, out):
    """Best make chance in each of (k, n, 2) places, (k,) into out."""
    for k in range(places.shape[0]):
        x, y = places[k, 0, 0], places[k, 0, 1]
        for ball in on:
            for pocket in range(6):
                out[k] = max(out[k], make_chance(windows, bed, pocket, places[k], in_play, ball, x, y, player, out[k]))
