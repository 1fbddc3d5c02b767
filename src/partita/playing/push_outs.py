"""The deciding player's push-outs: where neither player would rather have the table.

What the other player answers, to play from there or to have the shooter play again, is in what each is worth
(`desk.settle_choice`).

Kernels here take what those of `desk` take; `count` : candidates so far, returned with the new ones.
"""

import math

from partita.kernels import kernel
from partita.playing.candidates import clean_worth, put_safety
from partita.playing.desk import play_shot
from partita.rows.candidate import BALL, POCKET, PUSH_OUT, WORTH

_DIRECTIONS, _SPEEDS = 40, (0.7, 1.5)
_CONTACT_M = 0.5


@kernel
def add_push_outs(desk, places, in_play, standing, who, count):
    """Candidates all round, soft and firmer, valued without error."""
    for k in range(_DIRECTIONS):
        for speed in _SPEEDS:
            here = count
            aim = 2.0 * math.pi * k / _DIRECTIONS
            count = put_safety(desk.candidates, count, aim, speed, 0.0, _CONTACT_M, 0)
            if count == here:
                return count
            row = desk.candidates[here]
            row[BALL], row[POCKET] = PUSH_OUT, -1.0
            play_shot(desk, places, in_play, row, False)
            row[WORTH] = clean_worth(desk, places, in_play, standing, PUSH_OUT, -1, who)
    return count
