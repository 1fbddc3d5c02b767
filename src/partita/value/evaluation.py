"""Evaluation: the rack chance of whoever is at the table, from geometry alone, in microseconds.

The formula, in every game:

1. *This shot*: p, the make chance of each ball that is on into each pocket (`make_chance`).
2. *The rest* (`rest`): W, the chance once that ball is made; B, the other's chance at the table after a miss; A,
   one's own after his. A two-player Markov chain over what is left: the balls in order, the two groups and the
   eight, the points of a race or of a frame. In position a player pots with the ease of a ball from an ordinary
   place, less what his position costs him; after the other's miss with what is left of it (`ease`).
3. *The choice*: the better of attack, p W + (1 - p) (1 - B), and of a safety after which the other has only
   HIDDEN_SHARE of an ordinary chance. When no ball can be seen, a kick by the fewest cushions hits one with a chance
   that falls with the way left after them and the player's errors, as in executions; a miss gives ball in hand.
4. *The correction* (`learned`): a logistic model fitted to racks that were played out.
5. *The place* (`place_maps`): where maps of the cue ball's places are there, and no ball has moved, they say the value.

The formula's constants were fitted to the presets' published run-outs (`docs/odds.md`), the correction to
play-outs; how far each is off is measured by `./partita bench odds`.

Kernels here take the `eyes`, places : (n, 2) m, the cue ball first; in_play : (n,) int8, -1 on the table; standing :
(STANDING,) int64; player : (11,) a player's row; target : a ball. They return chances, 0..1.
"""

import math
from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import NDArray

from partita.games.judging import balls_left
from partita.games.nine_ball import FOULS_THAT_LOSE
from partita.games.referee import balls_on
from partita.games.standing import ANYWHERE, FOULS, GAME, HAND, NOT_IN_HAND, SNOOKER, STANDING, TEN_BALL, VARIANT
from partita.kernels import address_of, call_at, kernel
from partita.lines.in_hand import LINE_PLACES, line_place
from partita.lines.mirrors import kick_to
from partita.lines.openings import is_on_bed, pocket_opening
from partita.lines.sight import visible_share
from partita.players.judgement import TURN_PER_TIP_RAD, usual_kick_m
from partita.rows.features import CHOSE, CUE_TO_RAIL, NOBODY, THIRD_MAKE
from partita.rows.player import AIM, TIP
from partita.value.ease import ease
from partita.value.eyes import Eyes, blank_eyes
from partita.value.learned import corrected, fill_features
from partita.value.make_chance import best_make_from, make_chance, normal_below
from partita.value.place_maps import has_moved, read_place, step_of
from partita.value.rest import (
    BACK,
    BEST_MAKE,
    CLEAR,
    EASE,
    EVALUATION_COLUMNS,
    FORMULA,
    GIVEN,
    MADE,
    SAFE,
    SECOND_BEST,
    THEIRS,
    VALUE,
    VISIBLE,
    after_foul,
    rest_of_rack,
)
from partita.value.surroundings import look_around, room_of

# After a good safety.
HIDDEN_SHARE = 0.35
# A kick is struck at about this speed, m/s, and hits what comes within this share of two radii of the middle. Where no
# way was found, three cushions of this length each would be the next to try, m.
_KICK_MPS, _KICK_SHARE, _NO_WAY_M = 2.0, 0.9, 3.0
# What a safety is worth at least, for the chance of spoiling it.
_SAFETY_CARE = 0.95
_IN_HAND_DISTANCE_M = 0.30


@dataclass(frozen=True)
class Evaluation:
    """The evaluation of one situation, for the player at the table."""

    rack_chance: float
    best_make: float
    visible: float


@kernel
def make_in_hand(eyes, places, in_play, target, player):
    """Best make chance with the cue ball in hand anywhere: a short way, nearly straight, into the best pocket."""
    best, bed = 0.0, eyes.bed
    for pocket in range(6):
        direction, half, _, _ = pocket_opening(eyes.windows, bed, pocket, places, in_play, target, 1)
        if half <= 0.0:
            continue
        for turn in (0.0, 0.3, -0.3):
            back = direction + turn
            cue_x = places[target, 0] - (2 * bed.radius + _IN_HAND_DISTANCE_M) * math.cos(back)
            cue_y = places[target, 1] - (2 * bed.radius + _IN_HAND_DISTANCE_M) * math.sin(back)
            if is_on_bed(bed, cue_x, cue_y):
                chance = make_chance(eyes.windows, bed, pocket, places, in_play, target, cue_x, cue_y, player, best)
                best = max(best, chance)
    return best


@kernel
def _make_from_line(eyes, places, in_play, target, game, player):
    """Best make chance with the cue ball in hand behind the line."""
    best = 0.0
    for k in range(LINE_PLACES):
        x, y = line_place(eyes.bed, game, k)
        for pocket in range(6):
            chance = make_chance(eyes.windows, eyes.bed, pocket, places, in_play, target, x, y, player, best)
            best = max(best, chance)
    return best


@kernel
def best_make_of(eyes, places, in_play, standing, target, player):
    """Best make chance of one ball, from where the cue ball lies or may be placed."""
    if standing[HAND] == ANYWHERE:
        return make_in_hand(eyes, places, in_play, target, player)
    if standing[HAND] != NOT_IN_HAND:
        return _make_from_line(eyes, places, in_play, target, standing[GAME], player)
    return best_make_from(eyes, places, in_play, target, places[0, 0], places[0, 1], player, 0.0)


@kernel
def hit_chance(bed, places, in_play, target, player):
    """Chance that a kick by the fewest cushions hits an unseen ball at all."""
    _, unsighted, way = kick_to(bed, places, in_play, target)
    if way == 0.0:
        unsighted, way = _NO_WAY_M * math.sqrt(14.0), 4.0 * _NO_WAY_M
    struck = math.hypot(way * player[AIM], unsighted * TURN_PER_TIP_RAD * player[TIP])
    error = math.hypot(usual_kick_m(player, unsighted, _KICK_MPS), struck)
    return 2.0 * normal_below(_KICK_SHARE * 2.0 * bed.radius / error) - 1.0


@kernel
def most_visible(eyes, places, in_play):
    """The largest visible share of the balls that are on (eyes.on)."""
    seen = 0.0
    for ball in range(1, places.shape[0]):
        if eyes.on[ball] and seen < 1.0:
            seen = max(seen, visible_share(eyes.bed.radius, places, in_play, ball))
    return seen


@kernel
def evaluate_one(eyes, places, in_play, standing, who, chose, features, out):
    """Evaluate one situation for the player `who` (0 or 1) at the table, into out (EVALUATION_COLUMNS,); its value.

    chose : who chose the stroke that led to it (`rows.features`)

    places : (n, 2) m, the cue ball first, then in the order of their numbers where that is the order of play
    in_play : (n,) int8; standing : (STANDING,) seen from that player; features : (FEATURES,) scratch
    """
    me, them = eyes.models[who], eyes.models[1 - who]
    balls_on(eyes.numbers, in_play, standing, eyes.on)
    rest_of_rack(eyes, places, in_play, standing, who, out)
    out[VISIBLE] = 1.0 if standing[HAND] != NOT_IN_HAND else most_visible(eyes, places, in_play)
    out[BEST_MAKE], out[SECOND_BEST], out[MADE], attack = 0.0, 0.0, 1.0 - out[GIVEN], 1.0 - out[GIVEN]
    surest, third = 0, 0.0
    if out[VISIBLE] > 0.0:
        for ball in range(1, places.shape[0]):
            if eyes.on[ball]:
                make = best_make_of(eyes, places, in_play, standing, ball, me)
                attack = max(attack, make * eyes.made[ball] + (1.0 - make) * (1.0 - out[GIVEN]))
                if surest == 0 or make > out[BEST_MAKE]:
                    surest = ball
                if make > out[BEST_MAKE]:
                    third = out[SECOND_BEST]
                    out[SECOND_BEST], out[BEST_MAKE], out[MADE] = out[BEST_MAKE], make, eyes.made[ball]
                elif make > out[SECOND_BEST]:
                    third, out[SECOND_BEST] = out[SECOND_BEST], make
                else:
                    third = max(third, make)
    hidden = HIDDEN_SHARE * out[EASE]
    safety = _SAFETY_CARE * (1.0 - (hidden * out[THEIRS] + (1.0 - hidden) * (1.0 - out[BACK])))
    value = max(attack, safety)
    if out[VISIBLE] == 0.0:
        value = _hooked(eyes, places, in_play, standing, who, out)
    out[SAFE] = value if out[VISIBLE] == 0.0 else safety
    features[CHOSE], features[THIRD_MAKE] = chose, third
    features[CUE_TO_RAIL] = 1.0 if standing[HAND] != NOT_IN_HAND else room_of(eyes.bed, places, 0)
    look_around(eyes, places, in_play, standing, who, surest, out[BEST_MAKE], features)
    out[VALUE] = learned_worth(eyes, in_play, standing, me, them, value, features, out)
    _read_maps(eyes, places, in_play, standing, who, out)
    return out[VALUE]


@kernel
def _read_maps(eyes, places, in_play, standing, who, out):
    """The value by the maps, where they are there and no ball has moved; the chance to run out in any case."""
    out[CLEAR] = -1.0
    step = step_of(eyes.maps, who, in_play, standing)
    if step < 0:
        return
    worth, clear, _ = read_place(eyes.maps, eyes.bed, who, step, places[0, 0], places[0, 1])
    moved, left = False, 1.0
    for ball in range(1, in_play.shape[0]):
        if in_play[ball] == -1 and has_moved(eyes.maps, places, ball):
            moved = True
            if ball != eyes.maps.ball[step]:
                left *= _left_of(eyes, places, in_play, standing, ball, who)
    if moved:
        out[CLEAR] = left * _clear_now(eyes, places, in_play, who, step, clear)
    else:
        out[VALUE], out[CLEAR] = worth, clear


@kernel
def _clear_now(eyes, places, in_play, who, step, clear):
    """Chance to run out where balls were moved: the shot in hand as it is now, what follows as it was.

    clear : by the maps, as if nothing had been moved
    """
    target, me = eyes.maps.ball[step], eyes.models[who]
    now = best_make_from(eyes, places, in_play, target, places[0, 0], places[0, 1], me, 0.0)
    if has_moved(eyes.maps, places, target):
        return now * (eyes.maps.ordinary[who, step + 1] if step + 1 < eyes.maps.ball.shape[0] else 1.0)
    before = best_make_from(eyes, eyes.maps.places, in_play, target, places[0, 0], places[0, 1], me, 0.0)
    return clear * min(1.0, now / max(0.02, before))


@kernel
def _left_of(eyes, places, in_play, standing, ball, who):
    """What is left of a ball's make chance from an ordinary place now that it was moved; never more than all of it."""
    first = ball + 1 if standing[GAME] <= TEN_BALL else 1
    me = eyes.models[who]
    now, _ = ease(eyes.windows, eyes.bed, places, in_play, ball, first, me, me)
    before, _ = ease(eyes.windows, eyes.bed, eyes.maps.places, in_play, ball, first, me, me)
    return min(1.0, now / max(0.02, before))


@kernel
def learned_worth(eyes, in_play, standing, me, them, formula, features, out):
    """The formula's value as corrected; out[FORMULA] and features are left as this one's.

    What `fill_features` does not fill is there already.
    """
    out[FORMULA] = formula
    fill_features(out, balls_left(in_play), standing, me, them, features)
    return corrected(eyes.weights, features, formula)


@kernel
def _hooked(eyes, places, in_play, standing, who, out):
    """A kick at a ball that cannot be seen: hit it, or give the other ball in hand (or, at snooker, points)."""
    hit, given, me, them = 0.0, out[GIVEN], eyes.models[who], eyes.models[1 - who]
    for ball in range(1, places.shape[0]):
        if eyes.on[ball]:
            hit = max(hit, hit_chance(eyes.bed, places, in_play, ball, me))
    if standing[GAME] <= TEN_BALL and standing[VARIANT] == 0 and standing[FOULS] + 1 >= FOULS_THAT_LOSE:
        return hit * (1.0 - given)
    if standing[GAME] < SNOOKER:
        theirs = 0.0
        for ball in range(1, places.shape[0]):
            if eyes.on[ball]:
                theirs = max(theirs, make_in_hand(eyes, places, in_play, ball, them))
        given = theirs * out[THEIRS] + (1.0 - theirs) * (1.0 - out[BACK])
    else:
        given = after_foul(eyes, in_play, standing, who)
    return hit * (1.0 - out[GIVEN]) + (1.0 - hit) * (1.0 - given)


@cache
def address_of_evaluation() -> int:
    """Where `evaluate_one` is, in this process: the one way to it, for batches and players alike."""
    balls, standing, row = np.zeros(1, dtype=np.int8), np.zeros(STANDING, dtype=np.int64), np.zeros(1)
    return address_of(evaluate_one, blank_eyes(), np.zeros((1, 2)), balls, standing, 0, NOBODY, row, row)


@kernel
def evaluate_batch(evaluation_at, eyes, places, in_play, standing, who, chose, features, out):
    """`evaluate_one`, at its address, for m situations.

    places : (m, n, 2) m; in_play : (m, n); standing : (m, STANDING); features : (m, FEATURES); out : (m, columns)
    """
    for e in range(places.shape[0]):
        call_at(evaluation_at, 0.0, (eyes, places[e], in_play[e], standing[e], who, chose, features[e], out[e]))


def evaluation(eyes: Eyes, places: NDArray[np.float64], standing: NDArray[np.int64], who: int = 0) -> Evaluation:
    """The evaluation of a single layout with all its balls on the table."""
    out, features = np.zeros(EVALUATION_COLUMNS), np.zeros(len(eyes.weights))
    evaluate_one(eyes, places, np.full(len(places), -1, dtype=np.int8), standing, who, NOBODY, features, out)
    return Evaluation(*(float(value) for value in out[[VALUE, BEST_MAKE, VISIBLE]]))
