"""The match view: what a point of rack chance is worth in the race, and each option's chance to win it all.

The chance of the match is a straight line in the chance of this rack, so the race never turns the order of two
options round; it says how much hangs on it.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from partita.games.match import Match, match_chance
from partita.games.opening import BROKEN, broken, scattered
from partita.games.question import Question
from partita.players.stroke_model import StrokeModel
from partita.table.spec import TableSpec
from partita.weighing.rater import Rater

_OPENINGS = 24


@lru_cache(maxsize=32)
def rack_chance_of_breaker(game: str, table: TableSpec, breaker: StrokeModel, other: StrokeModel) -> float:
    """Mean evaluation of racks after the break: the chance of a rack for whoever breaks.

    In games without an open break the first turn decides little: balls are scattered instead, either to shoot.
    """
    values = []
    for seed in range(_OPENINGS):
        start = broken(game, seed, table) if game in BROKEN else scattered(game, seed, table)
        mine = start.shooter == "me" if game in BROKEN else seed % 2 == 0
        value = Rater(start, breaker, other).here() if mine else 1.0 - Rater(start, other, breaker).here()
        values.append(value)
    return float(np.mean(values))


@dataclass(frozen=True)
class MatchView:
    """The race as it stands; the chance of a rack by who breaks; what this rack is worth; my chance by option."""

    match: Match
    rack_when_i_break: float
    rack_when_they_break: float
    if_rack_won: float
    if_rack_lost: float
    my_match_chance: tuple[float, ...]

    @property
    def a_point_is_worth(self) -> float:
        """Points of the match's chance for a point of the rack's."""
        return self.if_rack_won - self.if_rack_lost


def match_view(question: Question, match: Match, chances: Sequence[float]) -> MatchView:
    """The race as it stands, and my chance to win it with each option; chances : of the rack, for who shoots."""
    situation, me, them = question.situation, question.me, question.them
    table, game = situation.layout.table, situation.game
    i_break = rack_chance_of_breaker(game, table, me, them)
    they_break = 1.0 - rack_chance_of_breaker(game, table, them, me)
    won, lost = (match_chance(match, i_break, they_break, rack) for rack in (1.0, 0.0))
    mine = tuple(lost + question.mine(chance) * (won - lost) for chance in chances)
    return MatchView(match, i_break, they_break, won, lost, mine)
