"""The deciding player's jumps: a few strokes over what hides the nearest ball that is on, when he is hooked.

Kernels here take what those of `desk` take; `count` : candidates so far, returned with the new ones.
"""

import math

from partita.games.standing import GAME, SNOOKER
from partita.kernels import kernel_apart
from partita.physics.facts import CUT, FIRST_HIT, OVER, ROUTE, WAY
from partita.playing.candidates import clean_worth, nearest_on, put_safety
from partita.playing.desk import play_shot
from partita.rows.candidate import CONTACT, CUT_AT, WORTH
from partita.rows.player import JUMPS, NO_JUMPS, WITH_JUMP_CUE
from partita.rows.stroke import CUE, ELEVATION_RAD, JUMP_CUE, PLAYING_CUE

# Butts, rad, and speeds that go over a ball from half a diamond to three, with a jump cue and with a playing cue; the
# contacts aimed at, as offsets from full.
_BUTTS = ((math.radians(25), math.radians(42)), (math.radians(50), math.radians(65)))
_SPEEDS = ((2.6, 3.4, 4.4), (5.0, 7.0, 9.0))
_OFFSETS = (-0.5, 0.0, 0.5)


@kernel_apart
def add_jumps(desk, places, in_play, standing, who, count):
    """Candidates that meet the nearest ball that is on by a flight over another, valued without error."""
    kind = desk.eyes.models[who, JUMPS]
    if kind == NO_JUMPS or standing[GAME] == SNOOKER:
        return count
    with_jump_cue = kind == WITH_JUMP_CUE
    butts, speeds = _BUTTS[0 if with_jump_cue else 1], _SPEEDS[0 if with_jump_cue else 1]
    target, distance = nearest_on(desk, places, in_play)
    middle = math.atan2(places[target, 1] - places[0, 1], places[target, 0] - places[0, 0])
    reach = math.asin(min(1.0, 2.0 * desk.eyes.bed.radius / distance))
    for offset in _OFFSETS:
        for speed in speeds:
            for butt in butts:
                here = count
                aim = middle + math.asin(offset * math.sin(reach))
                count = put_safety(desk.candidates, count, aim, speed, 0.0, 1.5, target)
                if count == here:
                    return count
                row = desk.candidates[here]
                row[ELEVATION_RAD], row[CUE] = butt, JUMP_CUE if with_jump_cue else PLAYING_CUE
                play_shot(desk, places, in_play, row, False)
                facts = desk.facts
                if facts[FIRST_HIT] != target or facts[ROUTE] != 0 or facts[OVER] == 0:
                    count = here
                    continue
                row[CONTACT], row[CUT_AT] = max(0.02, desk.measures[WAY]), abs(desk.measures[CUT])
                row[WORTH] = clean_worth(desk, places, in_play, standing, -1, -1, who)
    return count
