"""The deciding player with the cue ball in hand: a few places with good make chances, the best stroke from each.

Kernels here take what those of `desk` take; `hand` : where it may be put (`standing.HAND`); x, y : m.
"""

import math
from functools import cache

import numpy as np

from partita.games.judging import has_room
from partita.games.referee import balls_on
from partita.games.standing import BEHIND_LINE, GAME, HAND, NOT_IN_HAND, STANDING
from partita.kernels import address_of, kernel
from partita.lines.in_hand import LINE_PLACES, line_place
from partita.lines.openings import pocket_opening
from partita.physics.constants import Physics
from partita.physics.simulate import physics_of
from partita.playing.candidates import keep_best
from partita.playing.decide import decide
from partita.playing.desk import POTS, Desk, Pots, new_desk
from partita.rows.candidate import COLUMNS
from partita.rows.draws import COLUMNS as DRAWS
from partita.table.spec import TableSpec
from partita.value.eyes import Eyes, blank_eyes
from partita.value.make_chance import make_chance

# Distances behind the ghost ball (m) and turns off the line that are looked at.
_DISTANCES, _TURNS = (0.25, 0.45, 0.8), (0.0, 0.2, -0.2, 0.45, -0.45)


@kernel
def choose(desk, places, in_play, standing, draws, who):
    """Choose a stroke, and a place for the cue ball where it is in hand: candidate 0 is then the one; its worth."""
    if standing[HAND] != NOT_IN_HAND:
        return place_in_hand(desk, places, in_play, standing, draws, who)
    return decide(desk, places, in_play, standing, draws, who)


@cache
def _address_of_choose() -> int:
    """Where `choose` is, in this process: compiled once for racks, runs and all others who have a player decide."""
    balls, standing = np.zeros(1, dtype=np.int8), np.zeros(STANDING, dtype=np.int64)
    desk = new_desk(blank_eyes(), physics_of(TableSpec()))
    return address_of(choose, desk, np.zeros((1, 2)), balls, standing, np.zeros((1, DRAWS)), 0)


def player_at(eyes: Eyes, physics: Physics, pots: Pots = POTS, solo: bool = False, fresh: int = 0) -> Desk:
    """A desk at which somebody chooses."""
    return new_desk(eyes, physics, pots, solo, fresh)._replace(choose_at=_address_of_choose())


@kernel
def place_in_hand(desk, places, in_play, standing, draws, who):
    """Put the cue ball where its best stroke is worth most, into places[0]; then candidate 0 is that stroke.

    The cue ball is in play afterwards, and no longer in hand in the standing.
    """
    balls_on(desk.eyes.numbers, in_play, standing, desk.on)
    hand, standing[HAND], in_play[0] = standing[HAND], NOT_IN_HAND, -1
    found = _spots(desk, places, in_play, standing, hand, who)
    best, best_x, best_y = -1.0, places[0, 0], places[0, 1]
    for k in range(found):
        places[0, 0], places[0, 1] = desk.spots[k, 0], desk.spots[k, 1]
        worth = decide(desk, places, in_play, standing, draws, who)
        if worth > best:
            best, best_x, best_y = worth, places[0, 0], places[0, 1]
            for column in range(COLUMNS):
                desk.kept[column] = desk.candidates[0, column]
    if found == 0:
        _anywhere(desk.eyes.bed, places, in_play)
        return decide(desk, places, in_play, standing, draws, who)
    places[0, 0], places[0, 1] = best_x, best_y
    for column in range(COLUMNS):
        desk.candidates[0, column] = desk.kept[column]
    return best


@kernel
def _spots(desk, places, in_play, standing, hand, who):
    """The places of the cue ball with the best make chances, into desk.spots; how many."""
    if hand == BEHIND_LINE:
        return _spots_behind_line(desk, places, in_play, standing[GAME], who)
    eyes, found, radius = desk.eyes, 0, desk.eyes.bed.radius
    for target in range(1, in_play.shape[0]):
        if not desk.on[target]:
            continue
        for pocket in range(6):
            direction, half, _, _ = pocket_opening(eyes.windows, eyes.bed, pocket, places, in_play, target, 1)
            if half <= 0.0:
                continue
            for distance in _DISTANCES:
                for turned in _TURNS:
                    back = direction + turned
                    x = places[target, 0] - 2.0 * radius * math.cos(direction) - distance * math.cos(back)
                    y = places[target, 1] - 2.0 * radius * math.sin(direction) - distance * math.sin(back)
                    if _is_free(eyes.bed, places, in_play, x, y):
                        chance = make_chance(
                            eyes.windows, eyes.bed, pocket, places, in_play, target, x, y, eyes.models[who], 0.0,
                        )  # fmt: skip
                        found = keep_best(desk.spots, found, x, y, chance, 0.0)
    return found


@kernel
def _spots_behind_line(desk, places, in_play, game, who):
    eyes, found = desk.eyes, 0
    for k in range(LINE_PLACES):
        x, y = line_place(eyes.bed, game, k)
        if not _is_free(eyes.bed, places, in_play, x, y):
            continue
        best = 0.0
        for target in range(1, in_play.shape[0]):
            for pocket in range(6):
                if desk.on[target]:
                    chance = make_chance(
                        eyes.windows, eyes.bed, pocket, places, in_play, target, x, y, eyes.models[who], best,
                    )  # fmt: skip
                    best = max(best, chance)
        found = keep_best(desk.spots, found, x, y, best, 0.0)
    return found


@kernel
def _is_free(bed, places, in_play, x, y):
    if not (bed.reach <= x <= bed.length - bed.reach and bed.reach <= y <= bed.width - bed.reach):
        return False
    return has_room(places, in_play, 0, x, y, bed.radius + 1e-3)


@kernel
def _anywhere(bed, places, in_play):
    """The first free place from the head: there is always one."""
    x = bed.reach + 0.05
    while not _is_free(bed, places, in_play, x, 0.5 * bed.width) and x < bed.length - 0.1:
        x += 0.01
    places[0, 0], places[0, 1] = x, 0.5 * bed.width
