"""A fast player: chooses a stroke in any game and position, inside the kernels, for whole racks.

For the best few pots a few speeds and heights each, aimed by root-finding; beside them a coarse fan of contacts as
safeties, and kicks in every direction when no ball that is on can be hit straight. Each is played once without
error; the promising ones are tried a few times with the player's own errors, each valued by the glance at what it
leaves; the best few are tried again, with more draws, before one is chosen. What matters most, by trials of such
players against each other, is to spend on noisy tries of the finalists and on safeties.
"""

from partita.games.referee import balls_on
from partita.kernels import kernel
from partita.playing.candidates import best_of, swap, try_best
from partita.playing.desk import FINAL_TRIES, WORTH, look
from partita.playing.pots import add_pots
from partita.playing.safeties import add_kicks, add_safeties, add_straight_at
from partita.value.rest import VISIBLE

# Noisy tries: of the pots and of the safeties that look best without error, then of the finalists.
_FIRST_TRIES, _POTS_TRIED, _SAFE_TRIED, _FINALISTS = 4, 12, 8, 5


@kernel
def decide(desk, places, in_play, standing, draws, who):
    """Choose a stroke: candidate 0 of the desk is then the one. Returns its worth.

    places : (n, 2) m, the cue ball placed; in_play : (n,) int8; standing : (STANDING,), the cue ball not in hand
    draws : (DRAWN, DRAWS); who : the player at the table, 0 or 1
    """
    balls_on(desk.eyes.numbers, in_play, standing, desk.on)
    look(desk, places, in_play, standing, who)
    visible = desk.glance[VISIBLE] > 0.0
    pots = add_pots(desk, places, in_play, standing, who, 0)
    pots = try_best(desk, places, in_play, standing, draws, 0, pots, _POTS_TRIED, _FIRST_TRIES, who)
    if desk.solo == 1:
        count = pots
    elif visible:
        count = add_safeties(desk, places, in_play, standing, who, pots)
    else:
        count = add_kicks(desk, places, in_play, standing, who, pots)
    if count == 0:
        count = add_straight_at(desk, places, in_play, count)
    count = try_best(desk, places, in_play, standing, draws, pots, count, _SAFE_TRIED, _FIRST_TRIES, who)
    count = try_best(desk, places, in_play, standing, draws, 0, count, _FINALISTS, FINAL_TRIES, who)
    swap(desk.candidates, 0, best_of(desk.candidates, 0, count))
    return desk.candidates[0, WORTH]
