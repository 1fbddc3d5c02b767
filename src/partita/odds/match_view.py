"""The match view: what a point of rack chance is worth in the race, and each option's chance to win it all.

The chance of the match is a straight line in the chance of this rack, so the race never turns the order of two
options round; it says how much hangs on it.
"""

from functools import lru_cache

import numpy as np

from partita.games.match import Match, match_chance
from partita.games.opening import BROKEN, broken, scattered
from partita.games.situation import Situation
from partita.odds.bench import Bench
from partita.players.stroke_model import StrokeModel
from partita.table.spec import TableSpec

_OPENINGS = 24
Json = dict[str, object]


@lru_cache(maxsize=32)
def rack_chance_of_breaker(game: str, table: TableSpec, breaker: StrokeModel, other: StrokeModel) -> float:
    """Mean glance of racks after the break: the chance of a rack for whoever breaks.

    In games without an open break the first turn decides little: balls are scattered instead, either to shoot.
    """
    values = []
    for seed in range(_OPENINGS):
        start = broken(game, seed, table) if game in BROKEN else scattered(game, seed, table)
        mine = start.shooter == "me" if game in BROKEN else seed % 2 == 0
        value = Bench(start, breaker, other).here() if mine else 1.0 - Bench(start, other, breaker).here()
        values.append(value)
    return float(np.mean(values))


def match_json(situation: Situation, match: Match, me: StrokeModel, them: StrokeModel, chances: list[float]) -> Json:
    """The race as it stands, and my chance to win it with each option; chances : of the rack, for who shoots."""
    table, game = situation.layout.table, situation.game
    i_break = rack_chance_of_breaker(game, table, me, them)
    they_break = 1.0 - rack_chance_of_breaker(game, table, them, me)
    mine = [chance if situation.shooter == "me" else 1.0 - chance for chance in chances]
    won, lost = (match_chance(match, i_break, they_break, rack) for rack in (1.0, 0.0))
    return {
        "race_to": match.race_to,
        "my_racks": match.my_racks,
        "their_racks": match.their_racks,
        "i_break": match.i_break,
        "breaks": match.breaks,
        "rack_when_i_break": round(i_break, 4),
        "rack_when_they_break": round(they_break, 4),
        "if_rack_won": round(won, 4),
        "if_rack_lost": round(lost, 4),
        "a_point_is_worth": round(won - lost, 4),
        "my_match_chance": [round(lost + rack * (won - lost), 4) for rack in mine],
    }
