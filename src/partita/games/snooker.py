"""Snooker. Source: the world snooker rules, from memory.

- Reds (1 point) and colours (yellow 2 to black 7) are potted by turns while reds are left; the colours return
  to their spots. Then the colours go in order and stay down.
- The ball on must be hit first, and nothing but a ball on may fall. No cushion need be met.
- A foul gives the other player 4 points, or the value of the ball on, of a wrong ball hit first or of a ball
  wrongly potted, whichever is most. He plays from there or has the offender play again; when the ball on was
  not hit first and no snookers are needed (a miss), he may also have the balls put back.
- Snookered after a foul, he has a free ball: any ball may be nominated as the ball on.
- A potted cue ball is in hand in the D.
- The frame ends with the black, by points; level, the black is spotted again and the cue ball is in hand.

Variants: "standard"; "no miss" (balls are not put back). A stalemate is the players' to agree on.
"""

import math
from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games.game import BEHIND_LINE, CONTINUES, FOUL, LOST, TURN_OVER, WON, Call, Outcomes
from partita.games.judging import Seen, give_cue_ball, next_situation, outcomes_of, seen, spot_balls
from partita.games.situation import Situation, check_balls, check_unused
from partita.physics.simulate import Executions
from partita.table.geometry import Bed
from partita.table.layout import CUE

REDS = tuple(f"red{n}" for n in range(1, 16))
COLOURS = ("yellow", "green", "brown", "blue", "pink", "black")
VALUES = {**dict.fromkeys(REDS, 1), **{colour: 2 + place for place, colour in enumerate(COLOURS)}}
# What may be on: a red, any colour after a red, or a colour in its order.
BALLS_ON = ("red", "colour", *COLOURS)
LEAST_FOUL = 4
# Places of the spots on a full-size table, m: baulk line and D, and the black's distance from the top rail.
_BAULK_M, _D_M, _BLACK_M, _FULL_M = 0.737, 0.292, 0.324, 3.569


def spots(bed: Bed) -> dict[str, tuple[float, float]]:
    """The colours' spots, m, scaled with the table; the baulk end is the head."""
    scale, middle = bed.length / _FULL_M, bed.width / 2
    return {
        "yellow": (_BAULK_M * scale, middle - _D_M * scale),
        "green": (_BAULK_M * scale, middle + _D_M * scale),
        "brown": (_BAULK_M * scale, middle),
        "blue": (bed.length / 2, middle),
        "pink": (0.75 * bed.length, middle),
        "black": (bed.length - _BLACK_M * scale, middle),
    }


def in_the_d(bed: Bed, x: float, y: float) -> bool:
    """True when a cue ball in hand may be placed there."""
    scale = bed.length / _FULL_M
    return x <= _BAULK_M * scale and math.hypot(x - _BAULK_M * scale, y - bed.width / 2) <= _D_M * scale


def ball_on_of(situation: Situation) -> str:
    """What is on: as said, else a red while there are any, else the lowest colour."""
    if situation.ball_on is not None:
        return situation.ball_on
    balls = situation.object_balls
    if any(ball in REDS for ball in balls):
        return "red"
    return min((ball for ball in balls if ball in COLOURS), key=lambda ball: VALUES[ball])


def points_left(situation: Situation) -> int:
    """The most that can still be scored on the table, fouls aside."""
    reds = sum(ball in REDS for ball in situation.object_balls)
    colours = sum(VALUES[ball] for ball in situation.object_balls if ball in COLOURS)
    extra = VALUES["black"] if ball_on_of(situation) == "colour" else 0
    return reds * (1 + VALUES["black"]) + colours + extra


def snookers_needed(situation: Situation) -> int:
    """Fouls of four that the player at the table needs before the points left are enough for him."""
    missing = situation.other_points - situation.shooter_points - points_left(situation)
    return 0 if missing <= 0 else math.ceil(missing / LEAST_FOUL)


class Snooker:
    """The rules of snooker."""

    name = "snooker"
    title = "Snooker"
    balls = (CUE, *REDS, *COLOURS)
    variants = ("standard", "no miss")

    def check(self, situation: Situation) -> None:
        """The colours on the table fit the reds and the ball on."""
        check_balls(situation, self.balls, self.name)
        on, balls = situation.ball_on, situation.object_balls
        if on is not None and on not in BALLS_ON:
            raise refuse("ball_on", f"{str(on)[:20]} cannot be on", f"Use one of {', '.join(BALLS_ON)}.")
        reds = any(ball in REDS for ball in balls)
        missing = [colour for colour in COLOURS if colour not in balls]
        if reds and missing:
            raise refuse("layout", f"the {missing[0]} is off while reds are on", "Place every colour.")
        lowest = min((c for c in balls if c in COLOURS), key=lambda c: VALUES[c], default=None)
        if lowest is None or "black" not in balls:
            raise refuse("layout", "the black is not on the table", "Place it.")
        if (on == "red" and not reds) or (on in COLOURS and (reds or on != lowest)):
            raise refuse("ball_on", f"the {on} cannot be on with these balls", f"Use {'red' if reds else lowest}.")
        check_unused(
            situation, self.name, push_out=situation.push_out != "none", my_group=situation.my_group is not None,
            my_fouls=situation.my_fouls != 0, their_fouls=situation.their_fouls != 0,
        )  # fmt: skip

    def legal_targets(self, situation: Situation) -> tuple[str, ...]:
        """Reds, colours or the one colour; any ball with a free ball."""
        on, balls = ball_on_of(situation), situation.object_balls
        if situation.free_ball:
            return balls
        if on == "red":
            return tuple(ball for ball in balls if ball in REDS)
        return tuple(ball for ball in balls if (ball in COLOURS if on == "colour" else ball == on))

    def pots(self, situation: Situation) -> tuple[str, ...]:
        """The same balls."""
        return self.legal_targets(situation)

    def judge(
        self, situation: Situation, names: tuple[str, ...], shots: Executions, calls: Sequence[Call], bed: Bed
    ) -> Outcomes:
        """Judge executions whose balls are ordered as `names`."""
        view = seen(names, shots, calls)
        outcomes = outcomes_of(shots, np.zeros(len(view.first), dtype=np.int8))
        for e in range(len(view.first)):
            outcomes.points[e] = _points(situation, view, e)
            scored = outcomes.points[e] > 0
            outcomes.code[e] = FOUL if outcomes.points[e] < 0 else (CONTINUES if scored else TURN_OVER)
        self._respot(situation, view, outcomes, bed)
        give_cue_ball(outcomes, view.scratch, BEHIND_LINE)
        for e in range(len(view.first)):
            self._settle(situation, view, outcomes, e, bed)
        return outcomes

    def _respot(self, situation: Situation, view: Seen, outcomes: Outcomes, bed: Bed) -> None:
        """Colours return unless they fell in their order; the highest goes first."""
        in_order = ball_on_of(situation) in COLOURS
        places = spots(bed)
        for colour in reversed(COLOURS):
            column = view.index(colour)
            if column < 0:
                continue
            back = view.down[:, column] & ~(in_order & (outcomes.points > 0) & (colour == ball_on_of(situation)))
            for e in np.flatnonzero(back):
                spot = _free_spot(colour, places, outcomes.places[e], outcomes.in_play[e], bed)
                which = np.zeros_like(outcomes.in_play, dtype=bool)
                which[e, column] = True
                spot_balls(outcomes, which, bed, *spot)

    def _settle(self, situation: Situation, view: Seen, outcomes: Outcomes, e: int, bed: Bed) -> None:
        """What is on next, whether it is a free ball, and whether the frame is over."""
        on = ball_on_of(situation)
        left = [view.names[i] for i in np.flatnonzero(outcomes.in_play[e] == -1) if i > 0]
        lead = situation.shooter_points - situation.other_points + int(outcomes.points[e])
        decided = on == "black" and outcomes.points[e] != 0
        if not left or decided:
            outcomes.code[e] = WON if lead > 0 else (LOST if lead < 0 else TURN_OVER)
            if lead == 0:
                _spot_black_again(view, outcomes, e, bed)
            return
        reds = any(ball in REDS for ball in left)
        if outcomes.code[e] == CONTINUES and on == "red":
            following = "colour"
        else:
            following = "red" if reds else min((b for b in left if b in COLOURS), key=lambda b: VALUES[b])
        outcomes.ball_on[e] = BALLS_ON.index(following)
        if outcomes.code[e] == FOUL and outcomes.hand[e] == 0:
            wanted = [i for i, b in enumerate(view.names) if b in left and _is_on(b, following)]
            blockers = [i for i, b in enumerate(view.names) if b in left and i not in wanted]
            outcomes.free_ball[e] = is_snookered(outcomes.places[e], wanted, blockers, bed.radius)

    def next_targets(self, situation: Situation, names: tuple[str, ...], outcomes: Outcomes) -> NDArray[np.bool_]:
        """What is on; any ball with a free ball."""
        on_table = outcomes.on_table()
        by_code = np.array([[name != CUE and _is_on(name, on) for name in names] for on in BALLS_ON])
        return np.asarray(on_table & (by_code[outcomes.ball_on] | outcomes.free_ball[:, None]), dtype=np.bool_)

    def after(self, situation: Situation, names: tuple[str, ...], outcomes: Outcomes, e: int) -> Situation | None:
        """The next situation when the other player plays from there."""

        def change(following: Situation, stays: bool) -> Situation:
            return replace(
                following, ball_on=BALLS_ON[outcomes.ball_on[e]], free_ball=bool(outcomes.free_ball[e]),
                my_fouls=0, their_fouls=0,
            )  # fmt: skip

        return next_situation(situation, names, outcomes, e, change)

    def choices(self, situation: Situation, names: tuple[str, ...], outcomes: Outcomes, e: int) -> list[Situation]:
        """The situations among which the other player chooses: play, have played again, have the balls put back."""
        plays = self.after(situation, names, outcomes, e)
        if plays is None or outcomes.code[e] != FOUL:
            return [] if plays is None else [plays]
        again = replace(plays, shooter=situation.shooter, free_ball=False)
        if situation.variant == "no miss" or snookers_needed(situation) or snookers_needed(plays):
            return [plays, again]
        put_back = replace(again, layout=situation.layout, in_hand=situation.in_hand, ball_on=situation.ball_on)
        return [plays, again, put_back]


def _is_on(ball: str, on: str) -> bool:
    return ball in REDS if on == "red" else (ball in COLOURS if on == "colour" else ball == on)


def _points(situation: Situation, view: Seen, e: int) -> int:
    """Points of execution e: scored when positive, given away when negative."""
    on = ball_on_of(situation)
    first = view.names[view.first[e]] if view.first[e] >= 0 else None
    fell = [view.names[i] for i in np.flatnonzero(view.down[e])]
    nominated = view.names[view.called[e]] if view.called[e] >= 0 else None
    if on == "colour":
        # A colour is nominated by calling it, or plainly by what is hit.
        nominated = nominated if nominated in COLOURS else (first if first in COLOURS else None)
        rightful, value = [nominated] if nominated else [], VALUES.get(nominated or "", 0)
    else:
        rightful = [ball for ball in view.names if ball != CUE and _is_on(ball, on)]
        value = 1 if on == "red" else VALUES[on]
        if situation.free_ball and nominated and nominated not in rightful:
            rightful = [*rightful, nominated]
    wrong = [ball for ball in fell if ball not in rightful]
    if first in rightful and not wrong and not view.scratch[e] and view.ended[e]:
        return value * len(fell)
    given = [LEAST_FOUL, value, *(VALUES[ball] for ball in wrong)]
    if first is not None and first not in rightful:
        given.append(VALUES[first])
    return -max(given)


def _free_spot(
    colour: str, places: dict[str, tuple[float, float]], lie: np.ndarray, in_play: np.ndarray, bed: Bed
) -> tuple[float, float]:
    """The colour's own spot, else the highest free one, else its own (it is then put behind it)."""
    on_table = lie[np.flatnonzero(in_play == -1)]
    for name in (colour, *reversed(COLOURS)):
        if not len(on_table) or np.linalg.norm(on_table - np.array(places[name]), axis=1).min() >= 2 * bed.radius:
            return places[name]
    return places[colour]


def _spot_black_again(view: Seen, outcomes: Outcomes, e: int, bed: Bed) -> None:
    black = view.index("black")
    outcomes.places[e, black], outcomes.in_play[e, black] = spots(bed)["black"], -1
    outcomes.in_play[e, 0], outcomes.hand[e] = -2, BEHIND_LINE
    outcomes.ball_on[e] = BALLS_ON.index("black")


def is_snookered(places: np.ndarray, wanted: Sequence[int], blockers: Sequence[int], radius: float) -> bool:
    """True when no ball on can be hit on both its sides in a straight line, for balls that are not on.

    places : (n, 2) m, the cue ball first
    """
    return bool(wanted) and not any(_both_sides_open(places, ball, blockers, radius) for ball in wanted)


def _both_sides_open(places: np.ndarray, ball: int, blockers: Sequence[int], radius: float) -> bool:
    way = places[ball] - places[0]
    distance = float(np.hypot(*way))
    middle, spread = math.atan2(way[1], way[0]), math.asin(min(1.0, 2 * radius / distance))
    for aim in (middle + spread, middle - spread):
        ahead = np.array([math.cos(aim), math.sin(aim)])
        for blocker in blockers:
            gap = places[blocker] - places[0]
            along = float(gap @ ahead)
            if 0 < along < distance and abs(gap[0] * ahead[1] - gap[1] * ahead[0]) < 2 * radius - 1e-9:
                return False
    return True
