"""A match: a race to a number of racks, with alternate or winner breaks.

With the chance b that I win a rack that I break, and r one that the other breaks, the chance of the match
follows rack by rack. For equal chances it is the negative binomial distribution: I win when my n-th won rack
comes before the other's m-th. From an even start alternate and winner breaks give the same chance.
"""

from dataclasses import dataclass
from functools import cache
from typing import Literal

from partita.errors import refuse

Break = Literal["alternate", "winner"]
LONGEST_RACE = 50


@dataclass(frozen=True)
class Match:
    """A race to `race_to`, the racks won so far, who breaks this rack and how the break goes on."""

    race_to: int = 7
    my_racks: int = 0
    their_racks: int = 0
    i_break: bool = True
    breaks: Break = "alternate"

    def check(self) -> "Match":
        """The match itself, when it can be; else `Refused`."""
        if not 1 <= self.race_to <= LONGEST_RACE:
            raise refuse("race_to", f"{self.race_to} is out of range", f"Use 1 to {LONGEST_RACE}.")
        for whose, racks in (("my_racks", self.my_racks), ("their_racks", self.their_racks)):
            if not 0 <= racks < self.race_to:
                raise refuse(whose, f"{racks} racks cannot be in a race to {self.race_to}", "Use fewer.")
        return self


def match_chance(match: Match, if_i_break: float, if_they_break: float, this_rack: float | None = None) -> float:
    """Chance that I win the match.

    if_i_break, if_they_break : chance that I win a rack that I or the other breaks
    this_rack : chance that I win the rack in play, when something is known of it

    >>> round(match_chance(Match(race_to=1), 0.6, 0.4), 3)
    0.6
    """

    @cache
    def chance(mine: int, theirs: int, i_break: bool) -> float:
        if mine == 0:
            return 1.0
        if theirs == 0:
            return 0.0
        return after(if_i_break if i_break else if_they_break, mine, theirs, i_break)

    def after(rack: float, mine: int, theirs: int, i_break: bool) -> float:
        winner = match.breaks == "winner"
        won = chance(mine - 1, theirs, True if winner else not i_break)
        lost = chance(mine, theirs - 1, False if winner else not i_break)
        return rack * won + (1 - rack) * lost

    rack = this_rack if this_rack is not None else (if_i_break if match.i_break else if_they_break)
    return after(rack, match.race_to - match.my_racks, match.race_to - match.their_racks, match.i_break)
