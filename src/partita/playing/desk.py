"""The desk of a deciding player: his table and scratch, and how a shot is played, judged and looked at there.

Kernels here and in the modules beside take the `desk`, places : (n, 2) m, the cue ball first; in_play : (n,) int8, -1
on the table; standing : (STANDING,) int64; stroke : (6,) as `Stroke.row`; ball, pocket : what is called, -1 for none,
ball PUSH_OUT for a push-out; draws : (m, DRAWS) standard normals; who, me : 0 or 1, whose chance is worked out.
Worths are rack chances, 0..1.
"""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from partita.games.judging import CHOICE, CONTINUES, FOUL, LOST, WON
from partita.games.referee import address_of_judge
from partita.games.standing import FREE_BALL, GAME, MISS, SNOOKER, STANDING, Played, turn
from partita.kernels import call_at, kernel
from partita.physics.constants import Physics
from partita.physics.facts import FACTS, MEASURES
from partita.physics.prediction import Workspace, new_workspace
from partita.physics.simulate import address_of_run
from partita.rows.candidate import COLUMNS, PUSH_OUT
from partita.rows.draws import COLUMNS as DRAWS
from partita.rows.features import COLUMNS as FEATURES
from partita.rows.features import OTHER, SHOOTER
from partita.rows.stroke import COLUMNS as STROKE_COLUMNS
from partita.rows.stroke import EXECUTED
from partita.rows.trace import COLUMNS as TRACE_COLUMNS
from partita.value.evaluation import address_of_evaluation
from partita.value.eyes import Eyes
from partita.value.rest import BEST_MAKE, CLEAR, EVALUATION_COLUMNS

Floats = NDArray[np.float64]
# Candidates: room for pots, safeties and kicks.
_MOST = 700
_PAIRS = 5
# Noisy tries of the finalists, and places for the ball in hand that are played.
FINAL_TRIES, _HAND_PLAYED = 16, 3
DRAWN = FINAL_TRIES
# Fresh tries of a stroke that was chosen, at most.
MOST_FRESH = 64


class Pots(NamedTuple):
    """The pots that a player thinks about: their speeds, m/s, and heights, R."""

    speeds: Floats
    heights: Floats


POTS = Pots(np.array([1.0, 1.6, 2.4, 3.4]), np.array([-0.35, -0.1, 0.2, 0.4]))


class Desk(NamedTuple):
    """A deciding player's table and scratch, for n balls; each thread has its own.

    choose_at : where `in_hand.choose` is; 0 at a desk where nobody chooses (`in_hand.player_at`)
    solo : 1 when only running out counts; fresh : fresh tries of each stroke that is written down (`racks`), 0 for none
    candidates : (_MOST, COLUMNS); kept : (COLUMNS,) the best of several places; rows : (MOST_FRESH, EXECUTED)
    finals, after, then : the last shot played and judged
    pairs : (_PAIRS, 4) ball, pocket, worth and make chance of the pots looked at
    spots : (_HAND_PLAYED, 4) places of the cue ball in hand with what they are worth
    on, may_pot, judged_on : (n,) bool
    start_places, start_in_play, standing : of a rack being played; row : (1, DRAWS) one shot's draws
    fresh_draws : (MOST_FRESH, DRAWS)
    """

    eyes: Eyes
    physics: Physics
    run_at: int
    judge_at: int
    evaluation_at: int
    choose_at: int
    pots: Pots
    solo: int
    fresh: int
    ws: Workspace
    finals: Floats
    pocketed: NDArray[np.int8]
    after: NDArray[np.int8]
    then: NDArray[np.int64]
    facts: NDArray[np.int32]
    measures: Floats
    trace: Floats
    evaluation: Floats
    features: Floats
    candidates: Floats
    kept: Floats
    rows: Floats
    pairs: Floats
    spots: Floats
    on: NDArray[np.bool_]
    may_pot: NDArray[np.bool_]
    judged_on: NDArray[np.bool_]
    start_places: Floats
    start_in_play: NDArray[np.int8]
    standing: NDArray[np.int64]
    row: Floats
    fresh_draws: Floats


def new_desk(eyes: Eyes, physics: Physics, pots: Pots = POTS, solo: bool = False, fresh: int = 0) -> Desk:
    """A desk for the positions that these eyes look at."""
    balls, ws = len(eyes.numbers), new_workspace(len(eyes.numbers))
    return Desk(
        eyes=eyes,
        physics=physics,
        run_at=address_of_run(),
        judge_at=address_of_judge(),
        evaluation_at=address_of_evaluation(),
        choose_at=0,
        pots=pots,
        solo=int(solo),
        fresh=fresh,
        ws=ws,
        finals=np.zeros((balls, 2)),
        pocketed=np.zeros(balls, dtype=np.int8),
        after=np.zeros(balls, dtype=np.int8),
        then=np.zeros(STANDING, dtype=np.int64),
        facts=np.zeros(FACTS, dtype=np.int32),
        measures=np.zeros(MEASURES),
        trace=np.zeros((0, TRACE_COLUMNS)),
        evaluation=np.zeros(EVALUATION_COLUMNS),
        features=np.zeros(FEATURES),
        candidates=np.zeros((_MOST, COLUMNS)),
        kept=np.zeros(COLUMNS),
        rows=np.zeros((MOST_FRESH, EXECUTED)),
        pairs=np.zeros((_PAIRS, 4)),
        spots=np.zeros((_HAND_PLAYED, 4)),
        on=np.zeros(balls, dtype=np.bool_),
        may_pot=np.zeros(balls, dtype=np.bool_),
        judged_on=np.zeros(balls, dtype=np.bool_),
        start_places=np.zeros((balls, 2)),
        start_in_play=np.zeros(balls, dtype=np.int8),
        standing=np.zeros(STANDING, dtype=np.int64),
        row=np.zeros((1, DRAWS)),
        fresh_draws=np.zeros((MOST_FRESH, DRAWS)),
    )


@kernel
def play_shot(desk, places, in_play, stroke, until_contact):
    """Play one stroke as it is meant into desk.finals, pocketed, facts and measures."""
    _run(desk, places, in_play, stroke[:STROKE_COLUMNS], until_contact)


@kernel
def play_executed(desk, places, in_play, k):
    """The same with desk.rows[k], as it came out of a player's hands."""
    _run(desk, places, in_play, desk.rows[k], False)


@kernel
def _run(desk, places, in_play, stroke, until_contact):
    for ball in range(in_play.shape[0]):
        desk.pocketed[ball] = in_play[ball]
    call_at(desk.run_at, 0, (
        desk.ws, places, desk.pocketed, stroke, until_contact, desk.eyes.bed, desk.physics, desk.finals, desk.facts,
        desk.measures, desk.trace,
    ))  # fmt: skip


@kernel
def judge_played(desk, in_play, standing, ball, pocket):
    """Code of the shot just played; desk.finals, after and then are what follows, seen from who shot."""
    play = Played(
        desk.facts, desk.pocketed, desk.eyes.numbers, in_play, standing, max(ball, -1), pocket, ball == PUSH_OUT,
        desk.finals, desk.after, desk.then,
    )  # fmt: skip
    return call_at(desk.judge_at, 0, (play, desk.judged_on, desk.eyes.bed))


@kernel
def look(desk, places, in_play, standing, who, chose):
    """Evaluation of a position into desk.evaluation and desk.features; its value. chose : as for an evaluation."""
    return call_at(desk.evaluation_at, 0.0, (
        desk.eyes, places, in_play, standing, who, chose, desk.features, desk.evaluation
    ))  # fmt: skip


@kernel
def settle_choice(desk, code, places, in_play, standing, who):
    """Rack chance of the shooter after a shot, where the other player takes what is best for him.

    Leaves in desk.then the standing that he chose, seen from whoever shoots next, and returns that player too;
    2 as that player means that the balls are put back. desk.evaluation[CLEAR] is the shooter's chance to run out.
    places, in_play, standing : before the shot.
    """
    if code == WON:
        desk.evaluation[CLEAR] = 1.0
        return 1.0, who
    if code == CONTINUES:
        value = look(desk, desk.finals, desk.after, desk.then, who, SHOOTER)
        if desk.evaluation[CLEAR] < 0.0 and desk.eyes.maps.ball.shape[0] > 0:
            # Beyond the last step: a rack of straight pool is over, and what counts is the shot that opens the next.
            desk.evaluation[CLEAR] = desk.evaluation[BEST_MAKE]
        return desk.evaluation[CLEAR] if desk.solo == 1 and desk.evaluation[CLEAR] >= 0.0 else value, who
    if code == LOST or desk.solo == 1:
        desk.evaluation[CLEAR] = 0.0
        return 0.0, who
    value, following = _passed(desk, code, places, in_play, standing, who)
    desk.evaluation[CLEAR] = 0.0
    return value, following


@kernel
def _passed(desk, code, places, in_play, standing, who):
    """The same where the turn has passed."""
    then = desk.then
    turn(then)
    value = 1.0 - look(desk, desk.finals, desk.after, then, 1 - who, OTHER)
    snooker_foul = code == FOUL and then[GAME] == SNOOKER
    if code != CHOICE and not snooker_foul:
        return value, 1 - who
    free = then[FREE_BALL]
    turn(then)
    then[FREE_BALL] = 0
    again = look(desk, desk.finals, desk.after, then, who, SHOOTER)
    if snooker_foul and then[MISS] == 1:
        back = look(desk, places, in_play, standing, who, SHOOTER)
        if back < min(again, value):
            return back, 2
    if again < value:
        return again, who
    turn(then)
    then[FREE_BALL] = free
    return value, 1 - who
