"""Straight pool (14.1 continuous). Source: the world pool body's rules, from memory.

- Any ball may be hit first; ball and pocket are called. A called ball is a point, and so is every other ball
  that falls on that shot.
- Without a called ball the turn passes, and balls that fell are spotted.
- After the contact a ball must be potted or meet a cushion. A foul costs a point and the turn; a third foul
  in a row costs 15 more. A scratch gives ball in hand behind the head string; after other fouls the cue ball stays.
- When one object ball is left, the other fourteen are racked again without the apex ball.
- Whoever reaches the agreed number of points wins.

Variants: "standard".
"""

import math
from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games.game import BEHIND_LINE, CONTINUES, FOUL, TURN_OVER, WON, Call, Outcomes
from partita.games.judging import give_cue_ball, next_situation, outcomes_of, seen, spot_balls
from partita.games.situation import Situation, check_balls, check_fouls, check_unused
from partita.physics.simulate import Executions
from partita.table.geometry import Bed, bed_of
from partita.table.layout import CUE

FOULS_WITH_PENALTY, PENALTY = 3, 15


class StraightPool:
    """The rules of straight pool."""

    name = "straight-pool"
    title = "Straight pool"
    balls = (CUE, *(str(number) for number in range(1, 16)))
    variants = ("standard",)

    def check(self, situation: Situation) -> None:
        """Points below what wins, fouls below the penalty."""
        check_balls(situation, self.balls, self.name)
        if not 1 <= situation.points_to <= 1000:
            raise refuse("points_to", f"{situation.points_to} is out of range", "Use 1 to 1000.")
        for whose, points in (("my_points", situation.my_points), ("their_points", situation.their_points)):
            if not -1000 <= points < situation.points_to:
                raise refuse(whose, f"{points} points cannot be in a game to {situation.points_to}", "Use fewer.")
        check_fouls(situation, FOULS_WITH_PENALTY)
        check_unused(
            situation, self.name, push_out=situation.push_out != "none", ball_on=situation.ball_on is not None,
            free_ball=situation.free_ball, my_group=situation.my_group is not None,
        )  # fmt: skip

    def legal_targets(self, situation: Situation) -> tuple[str, ...]:
        """Any ball."""
        return situation.object_balls

    def pots(self, situation: Situation) -> tuple[str, ...]:
        """Any ball."""
        return situation.object_balls

    def judge(
        self, situation: Situation, names: tuple[str, ...], shots: Executions, calls: Sequence[Call], bed: Bed
    ) -> Outcomes:
        """Judge executions whose balls are ordered as `names`."""
        view = seen(names, shots, calls)
        legal = view.legal(self.legal_targets(situation))
        made = legal & view.called_down
        outcomes = outcomes_of(shots, np.where(legal, np.where(made, CONTINUES, TURN_OVER), FOUL).astype(np.int8))
        penalty = PENALTY if situation.shooter_fouls + 1 >= FOULS_WITH_PENALTY else 0
        # A foul's points are taken from the shooter, not given to the other: they count in `after`.
        outcomes.points[:] = np.where(made, view.down.sum(axis=1), np.where(legal, 0, -1 - penalty))
        outcomes.code[made & (situation.shooter_points + outcomes.points >= situation.points_to)] = WON
        give_cue_ball(outcomes, view.scratch, BEHIND_LINE)
        spot_balls(outcomes, view.down & ~made[:, None], bed)
        return outcomes

    def next_targets(self, situation: Situation, names: tuple[str, ...], outcomes: Outcomes) -> NDArray[np.bool_]:
        """Any ball."""
        return outcomes.on_table()

    def after(self, situation: Situation, names: tuple[str, ...], outcomes: Outcomes, e: int) -> Situation | None:
        """The next situation: points to or off the shooter's score, the balls racked again when one is left."""
        points = situation.shooter_points + int(outcomes.points[e])
        penalised = outcomes.code[e] == FOUL and situation.shooter_fouls + 1 >= FOULS_WITH_PENALTY

        def change(following: Situation, stays: bool) -> Situation:
            if situation.shooter == "me":
                fouls = 0 if penalised else following.my_fouls
                scored = replace(following, my_points=points, their_points=situation.their_points, my_fouls=fouls)
            else:
                fouls = 0 if penalised else following.their_fouls
                scored = replace(following, their_points=points, my_points=situation.my_points, their_fouls=fouls)
            return racked_again(scored) if len(scored.object_balls) == 1 else scored

        return next_situation(situation, names, outcomes, e, change)


def rack_without_apex(bed: Bed) -> list[tuple[float, float]]:
    """The 14 places of a triangle on the foot spot without its first ball, m."""
    row = bed.radius * math.sqrt(3)
    return [
        (0.75 * bed.length + depth * row, 0.5 * bed.width + (2 * k - depth) * bed.radius)
        for depth in range(1, 5)
        for k in range(depth + 1)
    ]


def racked_again(situation: Situation) -> Situation:
    """Fourteen balls racked beside the one that is left.

    A last ball that is in the way goes to the head spot, or to the centre when the cue ball is there; a cue
    ball in the way is in hand behind the head string.
    """
    bed, (last,) = bed_of(situation.layout.table), situation.object_balls
    rack = rack_without_apex(bed)
    apex = (0.75 * bed.length, 0.5 * bed.width)

    def in_the_way(place: tuple[float, float]) -> bool:
        return any(math.dist(place, spot) < 2 * bed.radius for spot in (apex, *rack))

    balls = dict(situation.layout.balls)
    hand = situation.in_hand
    if CUE in balls and in_the_way(balls[CUE]):
        del balls[CUE]
        hand = "behind-line"
    if in_the_way(balls[last]):
        spots = ((0.25 * bed.length, 0.5 * bed.width), (0.5 * bed.length, 0.5 * bed.width))
        cue = balls.get(CUE)
        balls[last] = next(spot for spot in spots if cue is None or math.dist(cue, spot) >= 2 * bed.radius)
    others = [ball for ball in StraightPool.balls if ball not in (CUE, last)]
    balls |= dict(zip(others, rack, strict=True))
    return replace(situation, layout=replace(situation.layout, balls=balls), in_hand=hand)
