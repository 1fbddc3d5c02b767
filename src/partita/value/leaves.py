"""The order of leaves: how good a stroke's end is, from the next player's best pot alone.

Not a rack chance: it only ranks what the finder shows first, in every game alike. A pot counts from 1 up, by
the shooter's next best make chance; a turn passed counts what the other player has not got.

Kernels here take m leaves: places (m, n, 2) m and in_play (m, n), -1 on the table; in_hand : (m,) of the cue ball.
"""

import numpy as np
from numpy.typing import NDArray

from partita.games.game import CHOICE, CONTINUES, FOUL, LOST, NOT_IN_HAND, TURN_OVER, WON
from partita.games.referee import next_targets
from partita.kernels import kernel
from partita.lines.openings import pocket_opening
from partita.options.scene import Reading, Scene
from partita.parallel import over_slices
from partita.physics.pocket_windows import pocket_windows
from partita.value.make_chance import make_chance

Floats = NDArray[np.float64]
# With the cue ball in hand a pot is short and all but straight.
_IN_HAND_SHARE = 0.95


@kernel
def _best_makes(windows, bed, places, in_play, on, in_hand, player, out):
    """Best direct make chance over the balls that are on, (m,) into out."""
    for e in range(places.shape[0]):
        best = 0.0
        for ball in range(1, places.shape[1]):
            if not on[e, ball]:
                continue
            for pocket in range(6):
                if in_hand[e]:
                    _, half, _, _ = pocket_opening(windows, bed, pocket, places[e], in_play[e], ball, 1)
                    best = max(best, _IN_HAND_SHARE if half > 0.03 else 0.0)
                else:
                    chance = make_chance(
                        windows, bed, pocket, places[e], in_play[e], ball, places[e, 0, 0], places[e, 0, 1], player,
                        best,
                    )  # fmt: skip
                    best = max(best, chance)
        out[e] = best


def next_best_make(scene: Scene, reading: Reading, shooter: Floats, other: Floats) -> Floats:
    """(m,) best make chance of whoever shoots next, with the stroke models' rows of both players."""
    outcomes = reading.outcomes
    on = next_targets(scene.names, outcomes)
    found, windows = np.zeros(len(reading.rows)), pocket_windows(scene.table)
    stays = outcomes.code == CONTINUES
    for who, player in ((stays, shooter), (~stays, other)):
        chosen = np.flatnonzero(who)
        part = np.zeros(len(chosen))

        def look(
            piece: slice, chosen: NDArray[np.int64] = chosen, part: Floats = part, player: Floats = player
        ) -> None:
            rows = chosen[piece]
            _best_makes(
                windows, scene.bed, outcomes.places[rows], outcomes.in_play[rows], on[rows],
                outcomes.hand[rows] != NOT_IN_HAND, player, part[piece],
            )  # fmt: skip

        over_slices(len(chosen), look)
        found[chosen] = part
    return found


def leave_order(scene: Scene, reading: Reading, shooter: Floats, other: Floats) -> Floats:
    """(m,) the larger, the better for the shooter."""
    code, make = reading.outcomes.code, next_best_make(scene, reading, shooter, other)
    order = np.zeros(len(code))
    order[code == WON] = 3.0
    order[code == CONTINUES] = 1.0 + make[code == CONTINUES]
    passed = np.isin(code, (TURN_OVER, CHOICE))
    order[passed] = 1.0 - make[passed]
    # A push-out is best where neither player would rather have the table.
    order[code == CHOICE] = 1.0 - np.abs(make[code == CHOICE] - 0.5)
    order[code == FOUL] = -make[code == FOUL]
    order[code == LOST] = -3.0
    return order
