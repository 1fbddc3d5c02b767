"""Ball in hand: where the cue ball is worth most for the next shot."""

import numpy as np

from partita.errors import refuse
from partita.games import game_named
from partita.games.situation import Situation
from partita.games.snooker import Snooker, in_the_d
from partita.kernels import kernel
from partita.odds.make_chance import make_chance
from partita.physics.pocket_windows import pocket_windows
from partita.physics.simulate import names_of
from partita.table.geometry import bed_of

Floats = np.ndarray[tuple[int, ...], np.dtype[np.float64]]
_ALONG, _ACROSS = 45, 23
# Room left to other balls and to pockets, m.
_ROOM_M, _CORNER_M = 0.002, 0.25


def places_in_hand(situation: Situation) -> Floats:
    """(k, 2) places, m, where the cue ball may be put: free of other balls, behind the line or in the D.

    Raises `Refused` when there is none.
    """
    bed = bed_of(situation.layout.table)
    behind = situation.in_hand == "behind-line"
    far = 0.25 * bed.length if behind else bed.length - bed.reach
    xs, ys = np.linspace(bed.reach, far, _ALONG), np.linspace(bed.reach, bed.width - bed.reach, _ACROSS)
    spots = np.stack(np.meshgrid(xs, ys, indexing="ij"), axis=-1).reshape(-1, 2)
    others = np.array([situation.layout.balls[name] for name in situation.object_balls])
    free = np.linalg.norm(spots[:, None] - others[None], axis=2).min(axis=1) > 2 * bed.radius + _ROOM_M
    corner = np.minimum(spots[:, 0], bed.length - spots[:, 0]) + np.minimum(spots[:, 1], bed.width - spots[:, 1])
    free &= corner > _CORNER_M
    if behind and situation.game == Snooker.name:
        free &= np.array([in_the_d(bed, float(x), float(y)) for x, y in spots])
    if not free.any():
        raise refuse("layout", "there is no place for the cue ball in hand", "Take a ball off.")
    return np.asarray(spots[free])


def placed(situation: Situation, shooter: Floats, other: Floats) -> Situation:
    """The cue ball where the best make chance of the next ball is greatest."""
    spots, targets = places_in_hand(situation), game_named(situation.game).legal_targets(situation)
    names = names_of(situation.with_cue_at((0.0, 0.0)).layout)
    balls = np.array([(0.0, 0.0), *(situation.layout.balls[name] for name in names[1:])])
    on = np.array([names.index(ball) for ball in targets])
    chances, in_play = np.zeros(len(spots)), np.full(len(names), -1, dtype=np.int8)
    bed = bed_of(situation.layout.table)
    _best_from(pocket_windows(situation.layout.table), bed, balls, in_play, spots, on, shooter, chances)
    best = spots[int(np.argmax(chances))]
    return situation.with_cue_at((float(best[0]), float(best[1])))


@kernel
def _best_from(windows, bed, balls, in_play, spots, on, player, out):
    """Best make chance from each spot, (k,) into out."""
    for k in range(spots.shape[0]):
        for ball in on:
            for pocket in range(6):
                chance = make_chance(windows, bed, pocket, balls, in_play, ball, spots[k, 0], spots[k, 1], player)
                out[k] = max(out[k], chance)
