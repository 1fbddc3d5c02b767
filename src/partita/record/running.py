"""A match as it went: the score and the chance of the match after every rack."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from partita.errors import refuse
from partita.games.match import Match, match_chance

# How a rack was won.
HOWS = {
    "": "not said",
    "break": "on the break",
    "break-and-run": "broke and ran out",
    "run-out": "ran out",
    "safety": "after a safety",
    "miss": "after a miss",
    "foul": "after a foul",
    "long": "after a long rack",
    "given": "given",
}


@dataclass(frozen=True)
class After:
    """The match after a rack: who broke it, the score and my chance of the match; number 0 is before the first."""

    number: int
    i_broke: bool | None
    my_racks: int
    their_racks: int
    chance: float


def running(match: Match, won: Sequence[bool], if_i_break: float, if_they_break: float) -> list[After]:
    """From before the first rack to after the last one.

    match : as it begins, 0 to 0; won : whether I won each rack; if_... : my chance of a rack by who breaks it
    Raises `Refused` for a rack that is played when the match is over.
    """
    match.check()
    found = [After(0, None, 0, 0, match_chance(match, if_i_break, if_they_break))]
    for number, mine in enumerate(won, 1):
        if is_over(match.race_to, found[-1]):
            raise refuse(f"rack {number}", "the match is over by then", f"It is a race to {match.race_to}.")
        i_broke = match.i_break
        racks = match.my_racks + mine, match.their_racks + (not mine)
        next_break = mine if match.breaks == "winner" else not i_broke
        chance = 1.0 if racks[0] == match.race_to else 0.0 if racks[1] == match.race_to else None
        match = replace(match, my_racks=racks[0], their_racks=racks[1], i_break=next_break)
        if chance is None:
            chance = match_chance(match, if_i_break, if_they_break)
        found.append(After(number, i_broke, *racks, chance))
    return found


def is_over(race_to: int, after: After) -> bool:
    """Whether one of both has won it."""
    return race_to in (after.my_racks, after.their_racks)
