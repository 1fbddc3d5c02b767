"""The deciding player's safeties: a coarse fan of contacts; and kicks in every direction when he is hooked.

Kernels here take what those of `desk` take; `count` : candidates so far, returned with the new ones.
"""

import math

from partita.games.standing import GAME, STRAIGHT_POOL
from partita.kernels import kernel
from partita.lines.sight import can_be_hit
from partita.physics.facts import CUE_CUSHIONS_BEFORE, CUT, FIRST_HIT, ROUTE, WAY, bend_of, unsighted_way
from partita.players.judgement import judgement_m
from partita.playing.candidates import clean_worth, keep_best, nearest_on, put_safety
from partita.playing.desk import play_shot
from partita.rows.candidate import AIMED_AT, CONTACT, CUT_AT, JUDGEMENT, WORTH

_SPEEDS, _HEIGHTS, _CONTACTS, _TARGETS = (0.6, 1.1, 1.8, 2.8), (-0.2, 0.25), 12, 3
# At straight pool shots into the pack take long to play, and hard ones are no safeties: fewer of all of them.
_PACK_CONTACTS, _PACK_SPEEDS, _PACK_HEIGHTS = 6, 3, 1
_KICK_SPEEDS, _KICK_DIRECTIONS = (1.6, 2.6), 96


@kernel
def _safe_targets(desk, places, in_play):
    """The nearest few balls that are on and can be seen, into desk.pairs; how many."""
    found = 0
    for ball in range(1, in_play.shape[0]):
        if desk.on[ball] and can_be_hit(desk.eyes.bed.radius, places, in_play, ball):
            distance = math.hypot(places[ball, 0] - places[0, 0], places[ball, 1] - places[0, 1])
            found = keep_best(desk.pairs[:_TARGETS], found, ball, 0, -distance, 0.0)
    return found


@kernel
def add_safeties(desk, places, in_play, standing, who, count):
    """Candidates straight at the nearest balls from thin to thin, valued without error."""
    radius, targets, pots = desk.eyes.bed.radius, _safe_targets(desk, places, in_play), count
    pack = standing[GAME] == STRAIGHT_POOL
    # The same number of contacts whatever there is to aim at, so that a shot takes as long to decide.
    for pair in range(targets):
        target = int(desk.pairs[pair, 0])
        dx, dy = places[target, 0] - places[0, 0], places[target, 1] - places[0, 1]
        distance, middle = math.hypot(dx, dy), math.atan2(dy, dx)
        reach = math.asin(min(1.0, 2.0 * radius / distance))
        contacts = (_PACK_CONTACTS if pack else _CONTACTS) // targets
        for k in range(contacts):
            offset = -0.95 + 1.9 * k / (contacts - 1)
            aim = middle + math.asin(offset * math.sin(reach))
            for i in range(_PACK_SPEEDS if pack else len(_SPEEDS)):
                for j in range(_PACK_HEIGHTS if pack else len(_HEIGHTS)):
                    here = count
                    count = put_safety(
                        desk.candidates, count, aim, _SPEEDS[i], _HEIGHTS[j], max(0.02, distance - 2.0 * radius), target
                    )
                    if count == here:
                        return count
                    row = desk.candidates[here]
                    row[CUT_AT] = math.asin(abs(offset))
                    play_shot(desk, places, in_play, row, False)
                    if pots > 0 and desk.pocketed[target] >= 0:
                        # A safety that goes in is a pot aimed badly; the pots are there already.
                        count = here
                        continue
                    row[WORTH] = clean_worth(desk, places, in_play, standing, -1, -1, who)
    return count


@kernel
def add_kicks(desk, places, in_play, standing, who, count):
    """Candidates in every direction that meet a ball that is on off cushions, valued without error."""
    for k in range(_KICK_DIRECTIONS):
        aim = 2.0 * math.pi * k / _KICK_DIRECTIONS
        for speed in _KICK_SPEEDS:
            here = count
            count = put_safety(desk.candidates, count, aim, speed, 0.25, 1.5, 0)
            if count == here:
                return count
            row = desk.candidates[here]
            play_shot(desk, places, in_play, row, False)
            first = desk.facts[FIRST_HIT]
            if first <= 0 or not desk.on[first] or desk.facts[ROUTE] == 0:
                count = here
                continue
            cushions = desk.facts[CUE_CUSHIONS_BEFORE]
            unsighted = unsighted_way(cushions, desk.measures)
            bend, rolls = bend_of(cushions, desk.measures)
            row[JUDGEMENT] = judgement_m(desk.eyes.models[who], unsighted, bend, rolls, speed, 0.0)
            row[CONTACT] = max(0.02, desk.measures[WAY])
            row[CUT_AT], row[AIMED_AT] = abs(desk.measures[CUT]), first
            row[WORTH] = clean_worth(desk, places, in_play, standing, -1, -1, who)
    return count


@kernel
def add_straight_at(desk, places, in_play, count):
    """When nothing else was found: straight at the nearest ball that is on, whatever comes of it."""
    nearest, distance = nearest_on(desk, places, in_play)
    aim = math.atan2(places[nearest, 1] - places[0, 1], places[nearest, 0] - places[0, 0])
    return put_safety(desk.candidates, count, aim, 1.2, 0.1, max(0.02, distance), nearest)
