"""The cue ball in hand: what its places are worth, and where it is worth most with the weighing.

Where the game gives the order the places are valued by maps of the whole pattern (`runout`), else by an evaluation. The
best few that lie apart, and those from which a ball is surest, are then weighed a little, each with its own pots: an
evaluation or a coarse map only nominates.
"""

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games.question import Question
from partita.games.situation import Situation
from partita.lines.in_hand import places_in_hand, rail_cost, with_cue_everywhere
from partita.options.finder import constructed
from partita.players.executions import standard_draws
from partita.playing.playout import start_of
from partita.runout.maps import COARSE, Asked, any_pocket, fill
from partita.runout.places_in_hand import spread_out, worth_by_map
from partita.runout.steps import order_given, steps_of
from partita.value.in_hand import best_make_worth
from partita.weighing.rater import Rater

Floats = NDArray[np.float64]
# Places that are weighed a little, of those worth most and of those from which a ball is surest; tries of each pot.
_PLACES, _TRIES, _SEED = 6, 64, 71


def worth_in_hand(question: Question) -> tuple[Floats, Floats]:
    """Where the cue ball in hand may be put, (k, 2) m, and the shooter's rack chance from there, (k,).

    Raises `Refused` when it is not in hand, or cannot be put anywhere.
    """
    situation = question.situation
    if situation.in_hand == "none":
        raise refuse("situation ball_in_hand", "the cue ball is not in hand", 'Say "anywhere" or "behind-line".')
    places, start = places_in_hand(situation), start_of(question)
    order = order_given(start)
    if order is None:
        worth = Rater.of(question).worth_of_cue_places(situation)(with_cue_everywhere(situation))
        return places, worth - rail_cost(situation, places)
    steps = steps_of(start, order)
    *_, maps = fill(Asked(start, steps, any_pocket(steps)), COARSE)
    return places, worth_by_map(situation, maps, places)


def best_placed(question: Question) -> Situation:
    """The situation with a cue ball that is in hand put where its best pot is worth most."""
    situation = question.situation
    if situation.in_hand == "none":
        return situation
    places, worth = worth_in_hand(question)
    make = best_make_worth(situation, question.shooter.row())(with_cue_everywhere(situation))
    nominated = [*spread_out(places, worth, _PLACES), *spread_out(places, make - rail_cost(situation, places), _PLACES)]
    tried = [(float(worth[k]), places[k]) for k in dict.fromkeys(nominated)]
    weighed = [(_by_pots(question, place), place) for _, place in tried]
    best = max(weighed, key=lambda found: found[0])
    place = best[1] if best[0] > 0.0 else tried[0][1]
    return situation.with_cue_at((float(place[0]), float(place[1])))


def _by_pots(question: Question, place: Floats) -> float:
    """Rack chance of the best pot from a place, less what a place near a rail costs; 0 where there is no pot."""
    placed = question.situation.with_cue_at((float(place[0]), float(place[1])))
    rater = Rater(placed, question.shooter, question.other)
    draws = standard_draws(_SEED, _TRIES)
    values = [float(rater.sample(option, draws).value.mean()) for option in constructed(rater.scene)]
    return max(values, default=0.0) - float(rail_cost(question.situation, place[None])[0])
