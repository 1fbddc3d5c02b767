"""An entry of the record: one decision in plain figures, as all sums are made from."""

from dataclasses import dataclass

from partita.record.choices import choice_of, given_away
from partita.record.said import FOULED, Said, could_end, made_of, value_inside
from partita.record.shots import shot_of


@dataclass(frozen=True)
class Entry:
    """One decision, chances 0..1.

    value, best : rack chances said of what was played and of the best line; cost : what the choice gave away,
        whether or not that can be told of it alone
    stroke : rack chance inside the ending that came less `value`; None where the ending is worth nothing known
    better : what the same stroke would have kept in the hands of a player one level better; None until worked out
    foul, open_shot : chances said; None where they were not kept
    attacks, made, fouled, left_open : what was meant, and what came; None where it does not apply or nobody knows
    turn_make, turn_point : make chance of the best attack, and its turning point
    guess : how often the player said that he makes what he played
    """

    choice: str
    shot: str
    ending: str
    value: float
    best: float
    cost: float
    stroke: float | None
    attacks: bool
    make: float
    made: bool | None
    foul: float | None
    fouled: bool
    open_shot: float | None
    left_open: bool
    turn_make: float | None = None
    turn_point: float | None = None
    guess: float | None = None
    better: float | None = None


def entry_of(
    said: Said, ending: str, made: bool | None = None, guess: float | None = None, in_trouble: bool = False
) -> Entry:
    """A decision judged by what was said of it and by how it ended. `Refused` for an ending that cannot be."""
    line, turning = said.played, said.turning
    inside = value_inside(said, could_end(said, ending))
    return Entry(
        choice=choice_of(said, in_trouble), shot=shot_of(line), ending=ending, value=line.value,
        best=line.value + given_away(said), cost=given_away(said),
        stroke=None if inside is None else inside - line.value,
        attacks=line.attacks, make=line.make, made=made_of(line, ending, made), foul=line.foul,
        fouled=ending in FOULED, open_shot=line.sold_out, left_open=ending == "left_a_shot",
        turn_make=turning.make if turning else None, turn_point=turning.point if turning else None, guess=guess,
    )  # fmt: skip
