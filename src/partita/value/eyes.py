"""What a look at a position needs besides the balls: the table, the balls' numbers, and the game's own end."""

from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from partita.games import GAMES
from partita.games.standing import SNOOKER, STRAIGHT_POOL
from partita.physics.pocket_windows import PocketWindows, pocket_windows
from partita.rows.player import JUMPS, NO_JUMPS, WITH_JUMP_CUE
from partita.table.geometry import Bed, bed_of
from partita.table.spec import TableSpec
from partita.value.ease import kept, left_share, typical_ease
from partita.value.ends import NONE, frame_ends, race_ends
from partita.value.learned import weights_of
from partita.value.place_maps import PlaceMaps, no_maps

Floats = NDArray[np.float64]
# In games where any of many balls may be played there are this many that are worth a look.
_CHOICES = 3.0
_MOST_GROUP = 9


class Eyes(NamedTuple):
    """For looks at positions of n balls by two players; it holds scratch, so each thread has its own.

    numbers : (n,) as in `games.standing`; models : (2, 11) rows of the first and the second player
    ends : (4, p, q) chances by score (`value.ends`), (4, 1, 1) in games without; typical : (2,) the players' ease
    with a ball anywhere on an open table; weights : of the learned correction
    race : (4, 10, 10), on, made : (n,) scratch; eases : (2, n) of balls that have one, of whoever is at the table and
    of the other, scratch; maps : what places of the cue ball are worth, where that is known
    """

    windows: PocketWindows
    bed: Bed
    numbers: NDArray[np.int64]
    models: Floats
    ends: Floats
    typical: Floats
    weights: Floats
    race: Floats
    on: NDArray[np.bool_]
    made: Floats
    eases: Floats
    maps: PlaceMaps


def eyes_for(
    table: TableSpec,
    game: str,
    numbers: NDArray[np.int64],
    models: Floats,
    learned: bool = True,
    maps: PlaceMaps | None = None,
) -> Eyes:
    """Eyes for two players' rows and the balls of a position; `learned` False leaves the correction out."""
    windows, bed, models = pocket_windows(table), bed_of(table), _as_allowed(models, table)
    ends, typical = _ends(table, game, tuple(models[0]), tuple(models[1]))
    count = len(numbers)
    return Eyes(
        windows, bed, numbers, models, ends, typical, weights_of(game, learned),
        np.zeros((4, _MOST_GROUP + 1, _MOST_GROUP + 1)), np.zeros(count, dtype=np.bool_), np.zeros(count),
        np.zeros((2, count)),
        no_maps() if maps is None else maps,
    )  # fmt: skip


def _as_allowed(models: Floats, table: TableSpec) -> Floats:
    """The players (2, 11) as they may play on a table that forbids jump cues."""
    if table.jump_cues:
        return models
    allowed = models.copy()
    allowed[allowed[:, JUMPS] == WITH_JUMP_CUE, JUMPS] = NO_JUMPS
    return allowed


def blank_eyes() -> Eyes:
    """Eyes that see nothing, of the same types: for asking where kernels that take eyes are."""
    row, table = np.zeros(1), np.zeros((2, 1))
    numbers, grid = np.zeros(1, dtype=np.int64), np.zeros((4, 1, 1))
    windows = PocketWindows(grid, grid, table, row, np.zeros((6, 2)))
    return Eyes(
        windows, bed_of(TableSpec()), numbers, table, grid, row, row, grid, np.zeros(1, dtype=np.bool_), row, table,
        no_maps(),
    )  # fmt: skip


@lru_cache(maxsize=16)
def _ends(table: TableSpec, game: str, one: tuple[float, ...], two: tuple[float, ...]) -> tuple[Floats, Floats]:
    windows, bed = pocket_windows(table), bed_of(table)
    players = [np.array(one), np.array(two)]
    typical = np.array([typical_ease(windows, bed, player) for player in players])
    in_position = typical * [kept(player, _CHOICES) for player in players]
    code = list(GAMES).index(game)
    if code == STRAIGHT_POOL:
        return race_ends(typical * left_share(_CHOICES), in_position), typical
    if code == SNOOKER:
        return frame_ends(typical * left_share(_CHOICES), in_position), typical
    return NONE, typical
