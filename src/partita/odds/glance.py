"""Glance: the rack chance of whoever is at the table, from geometry alone, in microseconds.

The formula, for nine-ball-like racks (the lowest ball first):

1. *This shot*: p, the best make chance of the lowest ball over the pockets (`make_chance`).
2. *The rest*: each ball after it has an ease for each player, the best make chance over the
   pockets from an ordinary place (TYPICAL_DISTANCE_M, TYPICAL_CUT), times the chance to keep
   position, which falls with the player's speed error.
3. *Who wins from there*: a two-player Markov chain over the balls left. In position a player pots
   with the ease x; from where the other's miss left the balls, with LEFT_SHARE x. A_i and B_i are
   the chances of me and of the other, at the table after a miss with balls i.. left:
   A_i = x' W_(i+1) + (1 - x') (1 - B_i), and B_i alike; W_i = x W_(i+1) + (1 - x) (1 - B_i).
4. *The choice*: the better of attack, p W_2 + (1 - p) (1 - B_1), and of a safety after which the
   other has only HIDDEN_SHARE of an ordinary chance. When the ball cannot be seen at all, a kick
   hits it with a chance that falls with the player's errors; a miss gives ball in hand.

The constants were fitted to the presets' published run-outs (`docs/odds.md`), not to play-outs; how
far the formula is off is measured, not assumed, in a later calibration.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.kernels import kernel
from partita.odds.make_chance import (
    chance_from_angles,
    clear_chance,
    ghost_is_on_bed,
    make_chance,
    normal_below,
    pocket_opening,
)
from partita.physics.pocket_windows import PocketWindows
from partita.players.executions import AIM, SPEED, TIP
from partita.table.geometry import Bed

TYPICAL_DISTANCE_M = 0.55
TYPICAL_CUT = math.radians(30.0)
# How much of the ease is lost to imperfect position, as a multiple of the speed error.
POSITION_COST = 0.65
# After the other's miss the balls lie as they may: the share of the ease that is left.
LEFT_SHARE = 0.6
# After a good safety.
HIDDEN_SHARE = 0.35
# A kick is off by this much (m) at the target through judgement, more for a less exact tip.
KICK_JUDGEMENT_M, KICK_PER_TIP_M, KICK_WAY_M = 0.030, 0.8, 2.5
# Columns of the glance of one situation.
VALUE, BEST_MAKE, VISIBLE = range(3)
GLANCE_COLUMNS = 3
# What a safety is worth at least, for the chance of spoiling it.
_SAFETY_CARE = 0.95
_IN_HAND_DISTANCE_M = 0.30


@dataclass(frozen=True)
class Glance:
    """The glance of one situation, for the player at the table."""

    rack_chance: float
    best_make: float
    visible: float


@kernel
def _ease(windows, bed, places, in_play, ball, me, them):
    """(x, y): either player's make chance of a ball from an ordinary place, with position kept."""
    mine, theirs = 0.0, 0.0
    for pocket in range(6):
        direction, half, _ = pocket_opening(windows, pocket, places, in_play, ball, ball + 1, bed.radius)
        if half <= 0.0:
            continue
        ghost_x = places[ball, 0] - 2.0 * bed.radius * math.cos(direction)
        ghost_y = places[ball, 1] - 2.0 * bed.radius * math.sin(direction)
        if ghost_is_on_bed(bed, ghost_x, ghost_y):
            mine = max(mine, chance_from_angles(half, TYPICAL_DISTANCE_M, TYPICAL_CUT, me, bed.radius))
            theirs = max(theirs, chance_from_angles(half, TYPICAL_DISTANCE_M, TYPICAL_CUT, them, bed.radius))
    keep_mine, keep_theirs = 1.0 - POSITION_COST * me[SPEED], 1.0 - POSITION_COST * them[SPEED]
    return mine * keep_mine, theirs * keep_theirs


@kernel
def _after_miss(x, y, mine_next, theirs_next):
    """(A, B): chances of either player at the table after the other's miss; x, y their make chances."""
    if x + y < 1e-9:
        return 0.5, 0.5
    # A = x m + (1 - x)(1 - B), B = y t + (1 - y)(1 - A): two linear equations.
    a0, a1 = x * mine_next + (1.0 - x), -(1.0 - x)
    b0, b1 = y * theirs_next + (1.0 - y), -(1.0 - y)
    mine = (a0 + a1 * b0) / (1.0 - a1 * b1)
    return mine, b0 + b1 * mine


@kernel
def _rest_of_rack(windows, bed, places, in_play, target, me, them):
    """(W, V): chance of me, and of the other, in position on the ball after `target`."""
    mine, theirs = 1.0, 1.0
    for ball in range(places.shape[0] - 1, target, -1):
        if in_play[ball] == -1:
            x, y = _ease(windows, bed, places, in_play, ball, me, them)
            a, b = _after_miss(LEFT_SHARE * x, LEFT_SHARE * y, mine, theirs)
            mine, theirs = x * mine + (1.0 - x) * (1.0 - b), y * theirs + (1.0 - y) * (1.0 - a)
    return mine, theirs


@kernel
def visible_share(bed, places, in_play, target):
    """Share (0..1) of the target's contact points that the cue ball can reach in a straight line."""
    dx, dy = places[target, 0] - places[0, 0], places[target, 1] - places[0, 1]
    distance = math.hypot(dx, dy)
    middle, reach = math.atan2(dy, dx), math.asin(min(1.0, 2.0 * bed.radius / distance))
    seen = 0
    for step in range(9):
        angle = middle + reach * (step - 4) / 4.5
        off = abs(angle - middle)
        way = distance * math.cos(off) - math.sqrt(max(0.0, 4.0 * bed.radius**2 - (distance * math.sin(off)) ** 2))
        chance = clear_chance(
            places[0, 0], places[0, 1], math.cos(angle), math.sin(angle), way, places, in_play, target, -1,
            2.0 * bed.radius, 1e-4,
        )  # fmt: skip
        if chance > 0.5:
            seen += 1
    return seen / 9.0


@kernel
def _make_in_hand(windows, bed, places, in_play, target, player):
    """Best make chance with the cue ball in hand: a short way, nearly straight, into the best pocket."""
    best = 0.0
    for pocket in range(6):
        direction, half, _ = pocket_opening(windows, pocket, places, in_play, target, target + 1, bed.radius)
        if half <= 0.0:
            continue
        for turn in (0.0, 0.3, -0.3):
            back = direction + turn
            cue_x = places[target, 0] - (2 * bed.radius + _IN_HAND_DISTANCE_M) * math.cos(back)
            cue_y = places[target, 1] - (2 * bed.radius + _IN_HAND_DISTANCE_M) * math.sin(back)
            if ghost_is_on_bed(bed, cue_x, cue_y):
                chance = make_chance(windows, bed, pocket, places, in_play, target, cue_x, cue_y, player)
                best = max(best, chance)
    return best


@kernel
def hit_chance(player):
    """Chance that a kick hits an unseen ball at all."""
    error = KICK_JUDGEMENT_M + KICK_PER_TIP_M * player[TIP] + 2.0 * KICK_WAY_M * player[AIM]
    return 2.0 * normal_below(0.05 / error) - 1.0


@kernel
def glance_one(windows, bed, places, in_play, in_hand, me, them, out):
    """Glance of one situation for the player at the table, into out (GLANCE_COLUMNS,).

    places : (n, 2) m, balls in ascending order behind the cue ball; in_play : (n,) int8
    me, them : (6,) stroke models of the player at the table and of the other
    """
    target = 1
    while target < places.shape[0] and in_play[target] != -1:
        target += 1
    if target >= places.shape[0]:
        out[VALUE], out[BEST_MAKE], out[VISIBLE] = 1.0, 1.0, 1.0
        return
    mine, theirs = _rest_of_rack(windows, bed, places, in_play, target, me, them)
    x, y = _ease(windows, bed, places, in_play, target, me, them)
    a, b = _after_miss(LEFT_SHARE * x, LEFT_SHARE * y, mine, theirs)
    best, seen = 0.0, 1.0
    if in_hand:
        best = _make_in_hand(windows, bed, places, in_play, target, me)
    else:
        seen = visible_share(bed, places, in_play, target)
        if seen > 0.0:
            for pocket in range(6):
                chance = make_chance(windows, bed, pocket, places, in_play, target, places[0, 0], places[0, 1], me)
                best = max(best, chance)
    attack = best * mine + (1.0 - best) * (1.0 - b)
    hidden = HIDDEN_SHARE * y
    safety = _SAFETY_CARE * (1.0 - (hidden * theirs + (1.0 - hidden) * (1.0 - a)))
    value = max(attack, safety)
    if seen == 0.0:
        hit = hit_chance(me)
        theirs_in_hand = _make_in_hand(windows, bed, places, in_play, target, them)
        given = theirs_in_hand * theirs + (1.0 - theirs_in_hand) * (1.0 - a)
        value = hit * (1.0 - b) + (1.0 - hit) * (1.0 - given)
    out[VALUE], out[BEST_MAKE], out[VISIBLE] = value, best, seen


@kernel
def glance_batch(windows, bed, places, in_play, in_hand, me, them, out):
    """`glance_one` for m situations: places (m, n, 2), in_play (m, n), in_hand (m,) bool, out (m, 3)."""
    for e in range(places.shape[0]):
        glance_one(windows, bed, places[e], in_play[e], in_hand[e], me, them, out[e])


def glance(
    windows: PocketWindows,
    bed: Bed,
    places: NDArray[np.float64],
    in_hand: bool,
    me: NDArray[np.float64],
    them: NDArray[np.float64],
) -> Glance:
    """The glance of a single layout with all its balls on the table."""
    out = np.zeros((1, GLANCE_COLUMNS))
    in_play = np.full((1, len(places)), -1, dtype=np.int8)
    glance_batch(windows, bed, places[None], in_play, np.array([in_hand]), me, them, out)
    return Glance(*(float(value) for value in out[0]))
