"""Nine-ball. Source: the world pool body's rules, from memory.

- The lowest ball on the table must be hit first; any ball potted then counts.
- After the contact a ball must be potted or a ball must meet a cushion.
- The nine potted legally wins, at any time.
- A foul gives the opponent ball in hand anywhere; a third foul in a row loses the rack.
- Potted balls stay down, but for the nine: potted on a foul it returns to the foot spot.
"""

import numpy as np

from partita.errors import refuse
from partita.games.game import CONTINUES, FOUL, LOST, TURN_OVER, WON, Outcomes
from partita.games.situation import Situation, check_cue_ball
from partita.kernels import kernel
from partita.physics.loop import FIRST_HIT, RAIL_AFTER, STATUS
from partita.physics.simulate import Executions
from partita.table.geometry import Bed
from partita.table.layout import CUE, ball_label

FOULS_THAT_LOSE = 3


class NineBall:
    """The rules of nine-ball."""

    name = "nine-ball"
    balls = (CUE, *(str(number) for number in range(1, 10)))

    def check(self, situation: Situation) -> None:
        """Only balls of this game, the nine among them, and a cue ball to play with."""
        for name in situation.layout.balls:
            if name not in self.balls:
                raise refuse(ball_label(name[:20]), "nine-ball has no such ball", "Use cue and 1 to 9.")
        if "9" not in situation.layout.balls:
            raise refuse("layout", "there is no ball to play: the 9 is not on the table", "Place the 9.")
        check_cue_ball(situation)
        for whose, fouls in (("my_fouls", situation.my_fouls), ("their_fouls", situation.their_fouls)):
            if not 0 <= fouls < FOULS_THAT_LOSE:
                raise refuse(whose, f"{fouls} fouls in a row cannot be", "Use 0, 1 or 2; a third one loses.")

    def legal_targets(self, situation: Situation) -> tuple[str, ...]:
        """The lowest ball on the table."""
        return (min((name for name in situation.layout.balls if name != CUE), key=int),)

    def judge(self, situation: Situation, names: tuple[str, ...], shots: Executions, bed: Bed) -> Outcomes:
        """Judge executions whose balls are ordered as `names`."""
        target = names.index(self.legal_targets(situation)[0])
        places, in_play = shots.finals.copy(), np.where(shots.pocketed == -1, -1, -2).astype(np.int8)
        code = np.zeros(len(places), dtype=np.int8)
        nine, last_foul = names.index("9"), situation.shooter_fouls + 1 >= FOULS_THAT_LOSE
        _judge(shots.facts, shots.pocketed, target, nine, last_foul, bed, code, places, in_play)
        return Outcomes(code, places, in_play)


@kernel
def _judge(facts, pocketed, target, nine, last_foul, bed, code, places, in_play):
    """Fill code, and respot the nine, for each execution."""
    for e in range(facts.shape[0]):
        potted = False
        for ball in range(1, pocketed.shape[1]):
            potted = potted or pocketed[e, ball] >= 0
        legal = facts[e, FIRST_HIT] == target and pocketed[e, 0] < 0
        legal = legal and (potted or facts[e, RAIL_AFTER] > 0) and facts[e, STATUS] == 0
        if legal:
            code[e] = WON if pocketed[e, nine] >= 0 else (CONTINUES if potted else TURN_OVER)
            continue
        code[e] = LOST if last_foul else FOUL
        in_play[e, 0] = -2
        if pocketed[e, nine] >= 0:
            in_play[e, nine] = -1
            _spot(places[e], in_play[e], nine, bed)


@kernel
def _spot(places, in_play, ball, bed):
    """Put a ball on the foot spot, or as near behind it as the balls there allow."""
    x, y = 0.75 * bed.length, 0.5 * bed.width
    step = 0.002
    while x < bed.length - bed.reach:
        free = True
        for other in range(1, places.shape[0]):
            if other != ball and in_play[other] == -1:
                dx, dy = places[other, 0] - x, places[other, 1] - y
                free = free and dx * dx + dy * dy >= 4.0 * bed.radius * bed.radius
        if free:
            break
        x += step
    places[ball, 0], places[ball, 1] = x, y
