"""A fast player: chooses a stroke in any game and position, inside the kernels, for whole racks.

For the best few pots a few speeds and heights each, aimed by root-finding; where none of them is good, combinations,
banks and pots by way of a rail; beside them a coarse fan of contacts as safeties, kicks in every direction and a few
jumps when no ball that is on can be hit straight, and push-outs where they are allowed. Each is played once without
error; the promising ones are tried a few times with the player's own errors, each valued by the evaluation at what it
leaves; the best few are tried again, with more draws, before one is chosen. What matters most, by trials of such
players against each other, is to spend on noisy tries of the finalists and on safeties.

standing : (STANDING,) of the rules (`games.standing`).
"""

from partita.games.referee import balls_on
from partita.games.standing import GAME, MAY_PUSH, PUSH, STRAIGHT_POOL
from partita.kernels import kernel
from partita.playing.candidates import best_of, swap, try_best
from partita.playing.desk import FINAL_TRIES, look
from partita.playing.indirect import add_indirect
from partita.playing.jumps import add_jumps
from partita.playing.pots import add_pots
from partita.playing.push_outs import add_push_outs
from partita.playing.safeties import add_kicks, add_safeties, add_straight_at
from partita.rows.candidate import CHANCE, WORTH
from partita.rows.features import NOBODY
from partita.value.rest import BACK, GIVEN, VISIBLE

# Noisy tries: of the pots and of the safeties that look best without error, then of the finalists. A rack of straight
# pool has many shots, each of which decides little, and most of the time goes into those that open the pack.
_FIRST_TRIES = 4
_POTS_TRIED, _SAFE_TRIED, _FINALISTS = 12, 8, 5
_POTS_TRIED_OF_MANY, _SAFE_TRIED_OF_MANY, _FINALISTS_OF_MANY, _TRIES_OF_MANY = 5, 3, 2, 8
_INDIRECT_TRIED, _PUSHES_TRIED = 4, 3
# With a make chance from this on nobody thinks of a bank; from this worth on there is nothing to gain elsewhere.
_SURE_ENOUGH, _ALL_BUT_WON = 0.55, 0.97


@kernel
def decide(desk, places, in_play, standing, draws, who):
    """Choose a stroke: candidate 0 of the desk is then the one. Returns its worth.

    places : (n, 2) m, the cue ball placed; in_play : (n,) int8; standing : (STANDING,), the cue ball not in hand
    draws : (DRAWN, DRAWS); who : the player at the table, 0 or 1
    """
    balls_on(desk.eyes.numbers, in_play, standing, desk.on)
    look(desk, places, in_play, standing, who, NOBODY)
    visible, back, missed = desk.evaluation[VISIBLE] > 0.0, desk.evaluation[BACK], 1.0 - desk.evaluation[GIVEN]
    many = standing[GAME] == STRAIGHT_POOL
    count = add_pots(desk, places, in_play, standing, who, 0)
    most = _POTS_TRIED_OF_MANY if many else _POTS_TRIED
    count = try_best(desk, places, in_play, standing, draws, 0, count, most, _FIRST_TRIES, who)
    if desk.solo == 0 and not _is_settled(desk, standing, count, back):
        count = _beside_pots(desk, places, in_play, standing, draws, who, count, visible, missed)
    if count == 0:
        count = add_straight_at(desk, places, in_play, count)
        count = try_best(desk, places, in_play, standing, draws, 0, count, 1, _FIRST_TRIES, who)
    most, tries = (_FINALISTS_OF_MANY, _TRIES_OF_MANY) if many else (_FINALISTS, FINAL_TRIES)
    count = try_best(desk, places, in_play, standing, draws, 0, count, most, tries, who)
    swap(desk.candidates, 0, best_of(desk.candidates, 0, count))
    return desk.candidates[0, WORTH]


@kernel
def _is_settled(desk, standing, count, back):
    """Whether the best pot tried is worth more than whatever else could be: then nothing else is looked at.

    back : one's own chance after the other's miss. At straight pool, where a foul costs points and no safety wins the
    ball in hand, that is the most that a safety is worth.
    """
    if count == 0:
        return False
    worth = desk.candidates[best_of(desk.candidates, 0, count), WORTH]
    return worth >= (back if standing[GAME] == STRAIGHT_POOL else _ALL_BUT_WON)


@kernel
def _beside_pots(desk, places, in_play, standing, draws, who, count, visible, missed):
    """Candidates beside the direct pots, tried a few times: the number of all. missed : rack chance after a miss."""
    first, surest = count, 0.0
    for k in range(count):
        surest = max(surest, desk.candidates[k, CHANCE])
    if visible and surest < _SURE_ENOUGH:
        count = add_indirect(desk, places, in_play, standing, who, first, missed)
        count = try_best(desk, places, in_play, standing, draws, first, count, _INDIRECT_TRIED, _FIRST_TRIES, who)
    first = count
    if visible:
        count = add_safeties(desk, places, in_play, standing, who, first)
    else:
        count = add_kicks(desk, places, in_play, standing, who, first)
        count = add_jumps(desk, places, in_play, standing, who, count)
    most = _SAFE_TRIED_OF_MANY if standing[GAME] == STRAIGHT_POOL else _SAFE_TRIED
    count = try_best(desk, places, in_play, standing, draws, first, count, most, _FIRST_TRIES, who)
    first = count
    if standing[PUSH] == MAY_PUSH:
        count = add_push_outs(desk, places, in_play, standing, who, first)
        count = try_best(desk, places, in_play, standing, draws, first, count, _PUSHES_TRIED, _FIRST_TRIES, who)
    return count
