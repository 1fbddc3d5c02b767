"""Ten-ball. Source: the world pool body's rules, from memory.

As nine-ball with ten balls, and every shot called, ball and pocket:

- A called ball potted as called, the lowest hit first, keeps the shooter at the table; the ten as called wins.
- A shot on which only another ball, or the ball in another pocket, falls without a foul is no foul: the
  other player may play from there, or hand the table back. Balls stay down, but for the ten.
- A safety may be called: then the turn passes whatever falls, and a ball that fell gives the same choice.

Variants: "standard"; "ten last" (the ten may be called only when it is alone).
"""

from collections.abc import Sequence

import numpy as np

from partita.games.game import ANYWHERE, CHOICE, CONTINUES, FOUL, LOST, TURN_OVER, WON, Call, Outcomes
from partita.games.judging import give_cue_ball, outcomes_of, seen
from partita.games.nine_ball import FOULS_THAT_LOSE, NineBall
from partita.games.situation import Situation
from partita.physics.simulate import Executions
from partita.table.geometry import Bed
from partita.table.layout import CUE


class TenBall(NineBall):
    """The rules of ten-ball."""

    name = "ten-ball"
    title = "Ten-ball"
    balls = (CUE, *(str(number) for number in range(1, 11)))
    variants = ("standard", "ten last")
    winning_ball = "10"

    def pots(self, situation: Situation) -> tuple[str, ...]:
        """Any ball; the ten only when the variant lets it be called."""
        early = situation.variant != "ten last" or len(situation.object_balls) == 1
        return tuple(ball for ball in situation.object_balls if early or ball != self.winning_ball)

    def judge(
        self, situation: Situation, names: tuple[str, ...], shots: Executions, calls: Sequence[Call], bed: Bed
    ) -> Outcomes:
        """Judge executions whose balls are ordered as `names`."""
        view = seen(names, shots, calls)
        legal = view.legal(self.legal_targets(situation))
        ten = view.index(self.winning_ball)
        may_win = self.winning_ball in self.pots(situation)
        made = legal & view.called_down & ((view.called != ten) | may_win)
        code = np.where(legal, np.where(view.down.any(axis=1), CHOICE, TURN_OVER), FOUL).astype(np.int8)
        code[made] = CONTINUES
        code[made & (view.called == ten)] = WON
        code[view.push & (situation.push_out == "allowed") & ~view.scratch & view.ended] = CHOICE
        if situation.shooter_fouls + 1 >= FOULS_THAT_LOSE:
            code[code == FOUL] = LOST
        outcomes = outcomes_of(shots, code)
        give_cue_ball(outcomes, np.isin(code, (FOUL, LOST)), ANYWHERE)
        self._spot_winning_ball(ten, view.fell(self.winning_ball) & (code != WON), outcomes, bed)
        return outcomes
