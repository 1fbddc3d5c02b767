"""The deciding player's pots: the best few by geometry, each with a few speeds and heights, aimed by root-finding.

Kernels here take what those of `desk` take; `count` : candidates so far, returned with the new ones; wanted : rad.
"""

import math

from partita.games.standing import GAME, STRAIGHT_POOL
from partita.kernels import kernel
from partita.lines.openings import is_frozen, off_middle, pocket_opening
from partita.physics.facts import CUT, FIRST_HIT, KISSED, PRESSED, TARGET_DIRECTION
from partita.players.judgement import judged
from partita.playing.candidates import clean_worth, keep_best, put_safety
from partita.playing.desk import play_shot
from partita.rows.candidate import (
    BALL,
    CHANCE,
    CLEARS,
    CUE_JUDGED,
    CUT_AT,
    JUDGEMENT,
    POCKET,
    REST_X,
    REST_Y,
    TARGET_JUDGED,
    WORTH,
)
from partita.rows.pair import MORE, ONE, TWO
from partita.rows.stroke import AIM_RAD, SIDE_R, SPEED_MPS
from partita.value.make_chance import make_chance
from partita.value.rest import CLEAR, GIVEN

_LEAST_MAKE = 0.03
# Of the many balls of straight pool the best few are alike.
_PAIRS_OF_MANY = 3
_FOLDED_AIMS = 7
# From this half window on a ball hangs, and is also cut so far across it.
_WIDE_RAD, _ACROSS = 0.25, (-0.65, 0.0, 0.65)


@kernel
def _aimed(desk, places, in_play, target, wanted, stroke):
    """Turn the stroke's aim until the target leaves in the wanted direction; the cut there, or 9 when it cannot."""
    distance = math.hypot(places[target, 0] - places[0, 0], places[target, 1] - places[0, 1])
    # The slope to begin with is that of bare geometry; throw bends it, so the secant takes over as long as it keeps its
    # sign. What has not come within 5 mrad after four steps is given up.
    slope, off_before, moved = -distance / (2.0 * desk.eyes.bed.radius), 0.0, 0.0
    for step in range(4):
        play_shot(desk, places, in_play, stroke, True)
        if desk.facts[FIRST_HIT] != target:
            return 9.0
        off = desk.measures[TARGET_DIRECTION] - wanted
        off -= 2.0 * math.pi * math.floor(off / (2.0 * math.pi) + 0.5)
        if abs(off) < 3e-4:
            return abs(desk.measures[CUT])
        if step > 0 and abs(moved) > 1e-9:
            secant = (off - off_before) / moved
            if secant < -0.3:
                slope = secant
        off_before, moved = off, min(0.02, max(-0.02, -off / slope))
        stroke[AIM_RAD] += moved
    return abs(desk.measures[CUT]) if abs(off_before) < 5e-3 else 9.0


@kernel
def _aimed_at_both(desk, places, in_play, target, pocket, spread, stroke):
    """For a ball met together with its rail: the middle of the aims about the stroke's that drop it; the cut, or 9.

    spread : rad, how far to either side the aims are tried
    """
    aim, total, found, cut = stroke[AIM_RAD], 0.0, 0, 9.0
    for k in range(_FOLDED_AIMS):
        stroke[AIM_RAD] = aim + spread * (2.0 * k / (_FOLDED_AIMS - 1) - 1.0)
        play_shot(desk, places, in_play, stroke, False)
        if desk.pocketed[target] == pocket and desk.facts[FIRST_HIT] == target:
            total, found, cut = total + stroke[AIM_RAD], found + 1, abs(desk.measures[CUT])
    if found > 0:
        stroke[AIM_RAD] = total / found
    return cut


@kernel
def _find_pairs(desk, places, in_play, standing, who, missed):
    """The most promising pots into desk.pairs by the formula's worth; how many. desk.evaluation is of this position."""
    eyes, found, me = desk.eyes, 0, desk.eyes.models[who]
    kept = desk.pairs[:_PAIRS_OF_MANY] if standing[GAME] == STRAIGHT_POOL else desk.pairs
    for ball in range(1, in_play.shape[0]):
        if not desk.on[ball]:
            continue
        for pocket in range(6):
            chance = make_chance(
                eyes.windows, eyes.bed, pocket, places, in_play, ball, places[0, 0], places[0, 1], me, 0.0,
            )  # fmt: skip
            if chance >= _LEAST_MAKE:
                worth = chance * eyes.made[ball] + (1.0 - chance) * missed
                found = keep_best(kept, found, ball, pocket, worth, chance)
    return found


@kernel
def _judge_pressed(desk, row, who):
    """What is misjudged of a ball frozen to a rail or pressed into it, twice met or not (`players.judgement`)."""
    twice = 1.0 if desk.facts[PRESSED] == 1 and desk.facts[KISSED] > 0 else 0.0
    unsighted = (0.0, twice, 0.0, 0.0, 0.0, 1.0, -1.0, 0.0)
    row[JUDGEMENT], row[CUE_JUDGED], row[TARGET_JUDGED] = judged(
        desk.eyes.models[who], unsighted, row[SPEED_MPS], row[SIDE_R]
    )


@kernel
def add_pots(desk, places, in_play, standing, who, count):
    """Candidates for the most promising pots, valued without error but for the chance of missing."""
    missed = 0.0 if desk.solo == 1 else 1.0 - desk.evaluation[GIVEN]
    for pair in range(_find_pairs(desk, places, in_play, standing, who, missed)):
        target, pocket, chance = int(desk.pairs[pair, ONE]), int(desk.pairs[pair, TWO]), desk.pairs[pair, MORE]
        direction, half, _, folded = pocket_opening(
            desk.eyes.windows, desk.eyes.bed, pocket, places, in_play, target, 1
        )
        pot = (target, pocket, half, folded, chance, missed)
        if not folded:
            straight = math.atan2(places[target, 1] - places[0, 1], places[target, 0] - places[0, 0])
            best = direction + off_middle(half, direction, straight)
            count = _add_pot(desk, places, in_play, standing, who, count, pot, best)
            if half > _WIDE_RAD:
                # A ball that hangs may be cut as one likes: the position, or the scratch, decides.
                for share in _ACROSS:
                    count = _add_pot(desk, places, in_play, standing, who, count, pot, direction + share * half)
        else:
            count = _add_pot(desk, places, in_play, standing, who, count, pot, direction)
    return count


@kernel
def _add_pot(desk, places, in_play, standing, who, count, pot, direction):
    """Candidates for one pot, with each speed and height; pot : target, pocket, half window (rad), fold, make chance,
    worth of a miss; direction : rad, in which the target is to leave."""
    target, pocket, half, folded, chance, missed = pot
    radius = desk.eyes.bed.radius
    ghost_x = places[target, 0] - 2.0 * radius * math.cos(direction)
    ghost_y = places[target, 1] - 2.0 * radius * math.sin(direction)
    aim = math.atan2(ghost_y - places[0, 1], ghost_x - places[0, 0])
    contact = max(0.02, math.hypot(ghost_x - places[0, 0], ghost_y - places[0, 1]))
    for speed in desk.pots.speeds:
        for height in desk.pots.heights:
            here = count
            count = put_safety(desk.candidates, count, aim, speed, height, contact, target)
            if count == here:
                # There is no room for more.
                return count
            row = desk.candidates[here]
            row[BALL], row[POCKET] = target, pocket
            if folded:
                cut = _aimed_at_both(desk, places, in_play, target, pocket, half * 2.0 * radius / contact, row)
            else:
                cut = _aimed(desk, places, in_play, target, direction, row)
            if cut > 2.0:
                count = here
                continue
            row[CUT_AT] = cut
            if not folded:
                # The next stroke of this pot needs nearly the same aim.
                aim = row[AIM_RAD]
            play_shot(desk, places, in_play, row, False)
            row[REST_X], row[REST_Y] = desk.finals[0, 0], desk.finals[0, 1]
            frozen = is_frozen(desk.eyes.bed, places[target, 0], places[target, 1])
            if frozen or desk.facts[PRESSED] == 1:
                _judge_pressed(desk, row, who)
            worth = clean_worth(desk, places, in_play, standing, target, pocket, who)
            # Played without error it always goes in: what a miss costs comes in by the make chance.
            row[WORTH] = min(worth, chance * worth + (1.0 - chance) * missed)
            row[CLEARS], row[CHANCE] = chance * max(0.0, desk.evaluation[CLEAR]), chance
    return count
