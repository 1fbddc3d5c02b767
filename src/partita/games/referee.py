"""The referee: applies the rules of a situation's game to shots, and says what follows.

The rules themselves are the kernels of each game's module; here the game is looked up, and single numbers are
turned into situations and back.

Kernels here take numbers, in_play : (n,), -1 on the table; standing : (STANDING,) int64; on : (n,) bool, filled.
"""

from collections.abc import Sequence
from dataclasses import replace
from functools import cache

import numpy as np
from numpy.typing import NDArray

from partita.games import GAMES, game_named
from partita.games.eight_ball import GROUPS, eight_ball_on, judge_eight_ball
from partita.games.game import HANDS, Call, Outcomes
from partita.games.judging import CONTINUES, FOUL, LOST, WON
from partita.games.nine_ball import judge_nine_ball, lowest_on
from partita.games.situation import Hand, PushOut, Situation
from partita.games.snooker import BALLS_ON, ball_on_of, judge_snooker, snooker_on
from partita.games.snooker_table import VALUES
from partita.games.standing import (
    BALL_ON,
    EIGHT_BALL,
    FOULS,
    FREE_BALL,
    GAME,
    GROUP,
    HAND,
    MISS,
    NINE_BALL,
    NOT_IN_HAND,
    OTHER_FOULS,
    OTHER_POINTS,
    POINTS,
    POINTS_TO,
    PUSH,
    SNOOKER,
    STANDING,
    STRAIGHT_POOL,
    TEN_BALL,
    VARIANT,
    Played,
    turn,
)
from partita.games.straight_pool import any_ball_on, judge_straight_pool, rack_again
from partita.games.ten_ball import WINNING_NUMBER, judge_ten_ball, ten_may_be_called
from partita.kernels import address_of, call_at, kernel
from partita.physics.facts import FACTS
from partita.physics.simulate import Executions, names_of
from partita.table.geometry import Bed, bed_of
from partita.table.layout import CUE
from partita.table.spec import TableSpec

Bools = NDArray[np.bool_]
Names = tuple[str, ...]
_PUSHES: tuple[PushOut, ...] = ("none", "allowed", "made")


@kernel
def balls_on(numbers, in_play, standing, on):
    """The balls that may be hit first, (n,) bool into on."""
    game = standing[GAME]
    if game in (NINE_BALL, TEN_BALL):
        lowest_on(numbers, in_play, standing, on)
    elif game == EIGHT_BALL:
        eight_ball_on(numbers, in_play, standing, on)
    elif game == STRAIGHT_POOL:
        any_ball_on(numbers, in_play, standing, on)
    else:
        snooker_on(numbers, in_play, standing, on)


@kernel
def balls_worth_potting(numbers, in_play, standing, worth):
    """The balls whose potting after a legal contact keeps the shooter at the table, (n,) bool into worth."""
    if standing[GAME] > TEN_BALL:
        balls_on(numbers, in_play, standing, worth)
        return
    any_ball_on(numbers, in_play, standing, worth)
    if standing[GAME] == TEN_BALL and not ten_may_be_called(in_play, standing):
        for ball in range(numbers.shape[0]):
            worth[ball] = worth[ball] and numbers[ball] != WINNING_NUMBER


@kernel
def judge_shot(play, on, bed):
    """Code of a shot under the rules of its game; play.places, after and then are what follows.

    on : (n,) bool, scratch
    """
    balls_on(play.numbers, play.in_play, play.standing, on)
    game = play.standing[GAME]
    if game == NINE_BALL:
        return judge_nine_ball(play, on, bed)
    if game == TEN_BALL:
        return judge_ten_ball(play, on, bed)
    if game == EIGHT_BALL:
        return judge_eight_ball(play, on, bed)
    if game == STRAIGHT_POOL:
        return judge_straight_pool(play, on, bed)
    return judge_snooker(play, on, bed)


@kernel
def decides(numbers, standing, ball):
    """Whether potting that ball wins the rack."""
    game = standing[GAME]
    winning = 9 if game == NINE_BALL else (10 if game == TEN_BALL else (8 if game == EIGHT_BALL else 0))
    return numbers[ball] == winning


@cache
def address_of_judge() -> int:
    """Where `judge_shot` is, in this process: the one way to it, for batches and players alike."""
    balls, standing = np.zeros(1, dtype=np.int8), np.zeros(STANDING, dtype=np.int64)
    facts, numbers, places = np.zeros(FACTS, dtype=np.int32), np.zeros(1, dtype=np.int64), np.zeros((1, 2))
    play = Played(facts, balls, numbers, balls, standing, 0, 0, False, places, balls, standing)
    return address_of(judge_shot, play, np.zeros(1, dtype=np.bool_), bed_of(TableSpec()))


@kernel
def _judge_shots(
    judge_at, facts, pocketed, numbers, in_play, standing, calls, on, bed, code, places, after, then, points
):
    """`judge_shot`, at its address, for m shots from one situation; then the standing given to whoever shoots next.

    facts : (m, FACTS); pocketed : (m, n); numbers, in_play, on : (n,); standing : (STANDING,); calls : (m, 3) ball,
        pocket, push-out; code, points : (m,); places : (m, n, 2) m; after : (m, n); then : (m, STANDING)
    """
    before = standing[POINTS] - standing[OTHER_POINTS]
    for e in range(facts.shape[0]):
        play = Played(
            facts[e], pocketed[e], numbers, in_play, standing, calls[e, 0], calls[e, 1], calls[e, 2] == 1,
            places[e], after[e], then[e],
        )  # fmt: skip
        code[e] = call_at(judge_at, 0, (play, on, bed))
        points[e] = then[e, POINTS] - then[e, OTHER_POINTS] - before
        if code[e] != CONTINUES:
            turn(then[e])


def numbers_of(names: Names) -> NDArray[np.int64]:
    """(n,) numbers on the balls, at snooker their values; the cue ball's is 0."""
    return np.array([VALUES[name] if name in VALUES else int(name) for name in names])


def standing_of(situation: Situation) -> NDArray[np.int64]:
    """(STANDING,) the standing of a situation."""
    row, mine = np.zeros(STANDING, dtype=np.int64), situation.shooter == "me"
    game = game_named(situation.game)
    row[GAME], row[VARIANT] = list(GAMES).index(game.name), game.variants.index(situation.variant)
    row[HAND], row[PUSH] = HANDS.index(situation.in_hand), _PUSHES.index(situation.push_out)
    row[FOULS], row[OTHER_FOULS] = situation.my_fouls, situation.their_fouls
    row[POINTS], row[OTHER_POINTS] = situation.my_points, situation.their_points
    row[POINTS_TO], row[FREE_BALL] = situation.points_to, situation.free_ball
    row[GROUP] = 1 + GROUPS.index(situation.my_group) if situation.my_group else 0
    if row[GAME] == SNOOKER:
        row[BALL_ON] = ball_on_of(situation)
    if not mine:
        turn(row)
    return row


def situation_of(before: Situation, stays: bool, names: Names, outcomes: Outcomes, e: int) -> Situation:
    """The situation of a judged execution's places and standing; `stays` when the same player shoots again."""
    row = outcomes.standing[e].copy()
    shooter = before.shooter if stays else ("them" if before.shooter == "me" else "me")
    if shooter == "them":
        turn(row)
    hand: Hand = HANDS[row[HAND]]
    balls = {
        name: (float(outcomes.places[e, i, 0]), float(outcomes.places[e, i, 1]))
        for i, name in enumerate(names)
        if outcomes.in_play[e, i] == -1 and not (name == CUE and hand != "none")
    }
    snooker = row[GAME] == SNOOKER
    return replace(
        before, layout=replace(before.layout, balls=balls), shooter=shooter, in_hand=hand, push_out=_PUSHES[row[PUSH]],
        my_fouls=int(row[FOULS]), their_fouls=int(row[OTHER_FOULS]), my_points=int(row[POINTS]),
        their_points=int(row[OTHER_POINTS]), my_group=GROUPS[row[GROUP] - 1] if row[GROUP] else None,
        ball_on=BALLS_ON[row[BALL_ON]] if snooker else None, free_ball=bool(row[FREE_BALL]),
    )  # fmt: skip


def legal_targets(situation: Situation) -> Names:
    """The balls that may be hit first."""
    return _chosen(situation, balls_on)


def worth_potting(situation: Situation) -> Names:
    """The balls whose potting after a legal contact keeps the shooter at the table."""
    return _chosen(situation, balls_worth_potting)


def _chosen(situation: Situation, rule: object) -> Names:
    names = (CUE, *(name for name in names_of(situation.layout) if name != CUE))
    found, in_play = np.zeros(len(names), dtype=np.bool_), np.full(len(names), -1, dtype=np.int8)
    rule(numbers_of(names), in_play, standing_of(situation), found)  # type: ignore[operator]
    return tuple(name for name, chosen in zip(names, found, strict=True) if chosen)


def judge(situation: Situation, names: Names, shots: Executions, calls: Sequence[Call], bed: Bed) -> Outcomes:
    """What each execution does under the rules; balls ordered as `names`, one call for all or one each."""
    count, places = len(shots.facts), shots.finals.copy()
    every = calls if len(calls) == count else [calls[0]] * count
    said = np.array([(names.index(c.ball) if c.ball in names else -1, c.pocket, c.push_out) for c in every])
    code, points = np.zeros(count, dtype=np.int8), np.zeros(count, dtype=np.int64)
    after, then = np.zeros((count, len(names)), dtype=np.int8), np.zeros((count, STANDING), dtype=np.int64)
    in_play, on = np.full(len(names), -1, dtype=np.int8), np.zeros(len(names), dtype=np.bool_)
    _judge_shots(
        address_of_judge(), shots.facts, shots.pocketed, numbers_of(names), in_play, standing_of(situation),
        said.reshape(-1, 3).astype(np.int64), on, bed, code, places, after, then, points,
    )  # fmt: skip
    return Outcomes(code=code, places=places, in_play=after, standing=then, points=points)


@kernel
def _on_after(numbers, in_play, standing, on):
    for e in range(in_play.shape[0]):
        balls_on(numbers, in_play[e], standing[e], on[e])


def next_targets(names: Names, outcomes: Outcomes) -> Bools:
    """(m, n) the balls that whoever shoots next may hit first, after each execution."""
    on = np.zeros(outcomes.in_play.shape, dtype=np.bool_)
    _on_after(numbers_of(names), outcomes.in_play, outcomes.standing, on)
    return on


def after(situation: Situation, names: Names, outcomes: Outcomes, e: int) -> Situation | None:
    """The situation that execution e leaves for whoever shoots next; None when the rack is over."""
    if outcomes.code[e] in (WON, LOST):
        return None
    following = situation_of(situation, bool(outcomes.code[e] == CONTINUES), names, outcomes, e)
    racks = situation.game == "straight-pool" and len(following.object_balls) == 1
    return _racked_again(following) if racks else following


def choices(situation: Situation, names: Names, outcomes: Outcomes, e: int) -> list[Situation]:
    """Snooker, after a foul: what the other player chooses among: play, have played again, have the balls put back."""
    plays = after(situation, names, outcomes, e)
    if plays is None or outcomes.code[e] != FOUL:
        return [] if plays is None else [plays]
    again = replace(plays, shooter=situation.shooter, free_ball=False)
    if not outcomes.standing[e, MISS]:
        return [plays, again]
    put_back = replace(again, layout=situation.layout, in_hand=situation.in_hand, ball_on=situation.ball_on)
    return [plays, again, put_back]


def _racked_again(situation: Situation) -> Situation:
    """Fourteen balls racked beside the one that is left."""
    balls, names = situation.layout.balls, game_named("straight-pool").balls
    places = np.array([balls.get(name, (0.0, 0.0)) for name in names])
    there = np.array([-1 if name in balls else -2 for name in names], dtype=np.int8)
    nothing, then = np.zeros(0, dtype=np.int32), standing_of(situation)
    play = Played(nothing, there, numbers_of(names), there, then, -1, -1, False, places, there, then)
    rack_again(play, bed_of(situation.layout.table))
    racked = {name: (float(x), float(y)) for name, (x, y), on in zip(names, places, there, strict=True) if on == -1}
    layout = replace(situation.layout, balls=racked)
    return replace(situation, layout=layout, in_hand=situation.in_hand if then[HAND] == NOT_IN_HAND else "behind-line")
