"""Nine-ball. Source: the world pool body's rules, from memory.

- The lowest ball on the table must be hit first; any ball potted then counts.
- After the contact a ball must be potted or a ball must meet a cushion.
- The nine potted legally wins, at any time.
- A foul gives the opponent ball in hand anywhere; a third foul in a row loses the rack.
- Potted balls stay down, but for the nine: potted on a foul or a push-out it returns to the foot spot.
- On the shot after the break the shooter may push out: no ball need be hit, no cushion met. The other
  player then plays from there, or has the shooter play again.

Variants: "standard"; "no three fouls" (fouls in a row are not counted).
"""

from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games.game import ANYWHERE, CHOICE, FOUL, LOST, WON, Call, Outcomes
from partita.games.judging import (
    fouls_end_turn,
    give_cue_ball,
    lowest_on_table,
    next_situation,
    outcomes_of,
    seen,
    spot_balls,
)
from partita.games.situation import Situation, check_balls, check_fouls, check_unused
from partita.physics.simulate import Executions
from partita.table.geometry import Bed
from partita.table.layout import CUE

FOULS_THAT_LOSE = 3


class NineBall:
    """The rules of nine-ball."""

    name = "nine-ball"
    title = "Nine-ball"
    balls = (CUE, *(str(number) for number in range(1, 10)))
    variants = ("standard", "no three fouls")
    winning_ball = "9"

    def check(self, situation: Situation) -> None:
        """Only balls of this game, the winning one among them, and a cue ball to play with."""
        check_balls(situation, self.balls, self.name)
        if self.winning_ball not in situation.layout.balls:
            where = f"the {self.winning_ball}"
            raise refuse("layout", f"there is no ball to win with: {where} is not on the table", f"Place {where}.")
        check_fouls(situation, self._fouls_that_lose(situation))
        check_unused(
            situation,
            self.name,
            my_group=situation.my_group is not None,
            ball_on=situation.ball_on is not None,
            free_ball=situation.free_ball,
            my_points=situation.my_points != 0,
            their_points=situation.their_points != 0,
        )

    def _fouls_that_lose(self, situation: Situation) -> int:
        return 1_000 if situation.variant == "no three fouls" else FOULS_THAT_LOSE

    def legal_targets(self, situation: Situation) -> tuple[str, ...]:
        """The lowest ball on the table."""
        return (min(situation.object_balls, key=int),)

    def pots(self, situation: Situation) -> tuple[str, ...]:
        """Any ball."""
        return situation.object_balls

    def judge(
        self, situation: Situation, names: tuple[str, ...], shots: Executions, calls: Sequence[Call], bed: Bed
    ) -> Outcomes:
        """Judge executions whose balls are ordered as `names`."""
        view = seen(names, shots, calls)
        legal, winning = view.legal(self.legal_targets(situation)), view.fell(self.winning_ball)
        code = np.zeros(len(legal), dtype=np.int8)
        fouls_end_turn(code, legal, view.any_fell())
        code[legal & winning] = WON
        pushed = view.push & (situation.push_out == "allowed") & ~view.scratch & view.ended
        code[pushed] = CHOICE
        if situation.shooter_fouls + 1 >= self._fouls_that_lose(situation):
            code[code == FOUL] = LOST
        outcomes = outcomes_of(shots, code)
        give_cue_ball(outcomes, np.isin(code, (FOUL, LOST)), ANYWHERE)
        self._spot_winning_ball(view.index(self.winning_ball), winning & (code != WON), outcomes, bed)
        return outcomes

    def _spot_winning_ball(self, column: int, where: np.ndarray, outcomes: Outcomes, bed: Bed) -> None:
        which = np.zeros_like(outcomes.in_play, dtype=bool)
        which[:, column] = where
        spot_balls(outcomes, which, bed)

    def next_targets(self, situation: Situation, names: tuple[str, ...], outcomes: Outcomes) -> NDArray[np.bool_]:
        """The lowest ball on the table."""
        return lowest_on_table(outcomes)

    def after(self, situation: Situation, names: tuple[str, ...], outcomes: Outcomes, e: int) -> Situation | None:
        """The next situation; after a push-out the other player may hand it back."""
        pushed = outcomes.code[e] == CHOICE

        def change(following: Situation, stays: bool) -> Situation:
            return replace(following, push_out="made") if pushed else following

        return next_situation(situation, names, outcomes, e, change)
