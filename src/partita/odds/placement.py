"""Ball in hand: where the cue ball is worth most for the next shot."""

from collections.abc import Callable

import numpy as np

from partita.errors import refuse
from partita.games.referee import legal_targets
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


def with_cue_everywhere(situation: Situation) -> Floats:
    """(k, n, 2) m, the layout with the cue ball, the first of the n, in each of the k places it may be put."""
    spots = places_in_hand(situation)
    names = names_of(situation.with_cue_at((0.0, 0.0)).layout)
    places = np.zeros((len(spots), len(names), 2))
    places[:, 0], places[:, 1:] = spots, np.array([situation.layout.balls[name] for name in names[1:]])
    return places


def placed(situation: Situation, worth: Callable[[Floats], Floats]) -> Situation:
    """The cue ball put where the position is worth most; `worth` of (k, n, 2) places, the cue ball first, is (k,)."""
    places = with_cue_everywhere(situation)
    best = places[int(np.argmax(worth(places))), 0]
    return situation.with_cue_at((float(best[0]), float(best[1])))


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
                out[k] = max(out[k], make_chance(windows, bed, pocket, places[k], in_play, ball, x, y, player))
