"""Compiling all kernels, each once, on two cores: two processes take the parts in turn.

The first compiles the simulator and then weighing; the second the rules, the evaluation and whole racks. Who needs a
part that the other makes waits for it. A lock keeps a second copy, or a second start, from doing the same work beside
it: that one waits for the marks instead. What has been compiled before is only loaded.
"""

import fcntl
import subprocess
import sys
from collections.abc import Callable, Iterator
from contextlib import contextmanager

import numpy as np

from partita.files.layout_file import read
from partita.games.opening import broken
from partita.games.question import Question
from partita.games.referee import address_of_judge
from partita.games.situation import Situation
from partita.kernels import stages
from partita.kernels.stages import STAGES
from partita.kicks.ways import KickRequest, find_ways
from partita.photo.sampled import sampled
from partita.physics.simulate import address_of_run, simulate
from partita.physics.stroke import Stroke
from partita.physics.travel import lengths_travelled
from partita.players.measuring.asked import asked_at
from partita.players.measuring.executed import executed_of
from partita.players.measuring.prior import drawn
from partita.players.measuring.stations import STATIONS
from partita.players.stroke_model import PRESETS
from partita.playing.playout import play_out
from partita.practice.drills.catalogue import DRILLS
from partita.practice.drills.drill import SetUp
from partita.practice.drills.running_out import runs_of
from partita.practice.error_costs import error_costs
from partita.reports.kicks.report import look_document
from partita.reports.ledger.report import study_of
from partita.reports.runout.report import run_out_of
from partita.runout.pattern import Pattern, RunOutRequest, work_out
from partita.table.spec import TableSpec
from partita.value.evaluation import address_of_evaluation
from partita.views.drawing import draw
from partita.views.kick import look_at
from partita.views.trial import try_stroke
from partita.weighing.listing import list_options
from partita.weighing.placing import worth_in_hand
from partita.weighing.weigh import WeighRequest, weigh

# Who compiles what, in this order.
LANES = (("simulator", "weighing", "runs"), ("rules", "evaluation", "racks"))
_BALLS = {"cue": [2, 1], "8": [5, 3], "9": [6, 2]}
# The 8 stands between the cue ball and the 7.
_HOOKED = {"cue": [2, 1], "7": [5, 1], "8": [3, 1], "9": [6, 3]}
_LEAGUE = PRESETS["league"]


def _situation(**situation: object) -> Question:
    return Question(_situation_of(_BALLS, **situation), _LEAGUE, _LEAGUE)


def _situation_of(balls: dict[str, list[int]], **situation: object) -> Situation:
    return read({"format": "partita-layout", "version": 1, "balls": balls, "situation": situation}).situation


def _simulator() -> None:
    address_of_run()
    simulate(_situation().situation.layout, Stroke(20.0, 2.0))
    lengths_travelled(TableSpec(), 2.0)


def _rules() -> None:
    address_of_judge()
    # Small, and waits for nothing: what photos are read with.
    sampled(np.zeros((2, 2), dtype=np.float32), np.zeros((1, 2)))


def _weighing() -> None:
    small = _situation()
    # Looking ahead plays racks, which are a part of their own.
    request = WeighRequest(small.situation, _LEAGUE, _LEAGUE, samples=50, ahead=False)
    *_, last = weigh(request)
    stroke = last.lines[0].option.stroke
    study_of(last)
    draw(small, stroke)
    try_stroke(small, stroke)
    kicked = KickRequest(_situation_of(_HOOKED), _LEAGUE, _LEAGUE, samples=50)
    kicks = next(found for found in find_ways(kicked) if found.settled)
    look_document(look_at(kicked, kicks.ways[0].option.stroke))
    list_options(small)
    broken("nine-ball", 1)
    executed_of(asked_at(STATIONS["stop"], TableSpec()), drawn(4, 1), _LEAGUE, 64, 1)


def _racks() -> None:
    for question in (_situation(), _situation(ball_in_hand="anywhere")):
        for _ in play_out(question, 2):
            pass
    next(error_costs(_LEAGUE, 3.0))


def _runs() -> None:
    groups = {"format": "partita-layout", "version": 1, "game": "eight-ball", "balls": {**_BALLS, "1": [3, 3]}}
    for situation in (_situation(ball_in_hand="anywhere").situation, read(groups).situation):
        # The first, coarse pattern has been through all of them.
        run_out_of(
            next(found for found in work_out(RunOutRequest(situation, _LEAGUE, _LEAGUE)) if isinstance(found, Pattern))
        )
    worth_in_hand(_situation(ball_in_hand="anywhere"))
    drill = DRILLS["last-three"]
    runs_of(SetUp(drill.steps[0], TableSpec(), drill.game), _LEAGUE, 2)


_WORK: dict[str, Callable[[], object]] = {
    "simulator": _simulator,
    "rules": _rules,
    "evaluation": address_of_evaluation,
    "weighing": _weighing,
    "racks": _racks,
    "runs": _runs,
}


def load(*names: str) -> None:
    """Load parts into this process; they must have been compiled, else this process compiles them."""
    for name in names:
        _WORK[name]()


def lane(number: int) -> None:
    """Compile one lane's parts, each when what it needs is there."""
    for name in LANES[number]:
        needs = next(stage.needs for stage in STAGES if stage.name == name)
        if not stages.wait_for(*needs):
            raise RuntimeError(f"{', '.join(needs)}: not compiled in time")
        if not stages.is_ready(name):
            _WORK[name]()
            stages.mark(name)


def warm() -> None:
    """Compile what has not been compiled yet; returns when all of it is there."""
    every = [stage.name for stage in STAGES]
    with _alone():
        if stages.are_ready(*every):
            return
        second = subprocess.Popen([sys.executable, "-m", "partita.cli", "warm", "--lane", "1"])
        try:
            lane(0)
        except BaseException:
            second.terminate()
            raise
        if second.wait() != 0:
            raise RuntimeError("compiling the kernels failed; the lines above say why")


@contextmanager
def _alone() -> Iterator[None]:
    """One at a time on this machine; ended with its process, the lock is free again."""
    stages.folder().mkdir(parents=True, exist_ok=True)
    with (stages.folder() / "lock").open("w") as file:
        fcntl.flock(file, fcntl.LOCK_EX)
        yield
