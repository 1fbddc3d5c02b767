"""A run-out whose first shot wins as much as in the ledger: it is weighed there like a stroke of one's own.

The plan is made by maps and by a glance at what a shot leaves; its first shot is the one that is played, so what that
wins is looked ahead at. Other balls of the plan are told as they were planned.
"""

from collections.abc import Iterator
from dataclasses import replace

from partita.games.question import Question
from partita.runout.pattern import GOALS, Pattern, RunOutRequest, work_out
from partita.runout.plan import Planned
from partita.weighing.ahead import look_ahead
from partita.weighing.doubt import doubt_of
from partita.weighing.halving import Halving
from partita.weighing.rater import Rater
from partita.weighing.weigh import DEFAULT_SAMPLES, read_own
from partita.weighing.weighed import Weighed

_SEED = 1
# How far it is once the plan has settled.
_PLANNED = 0.5


def plan_looked_ahead(request: RunOutRequest, samples: int = DEFAULT_SAMPLES) -> Iterator[Pattern | float]:
    """As `work_out`, and then the settled plan once more, with its first shot looked ahead; floats are how far it is.

    samples : as of a weighing. Stop by not asking for the next one. Raises `Refused` for what cannot be planned.
    """
    pattern = None
    for found in work_out(request):
        if isinstance(found, Pattern):
            pattern = replace(found, progress=_PLANNED * found.progress)
            yield pattern
        else:
            yield _PLANNED * found
    if pattern is None or not pattern.plan:
        return
    first, (x, y) = pattern.plan[0], pattern.plan[0].cue
    question = Question(request.situation.with_cue_at((float(x), float(y))), request.me, request.them)
    halving = _weighed_alone(question, first, samples)
    for done in look_ahead(halving, question, samples / DEFAULT_SAMPLES):
        yield _PLANNED + (1.0 - _PLANNED) * done
    plan = (_told_by(halving.line(0), pattern), *pattern.plan[1:])
    yield replace(pattern, plan=plan, progress=1.0)


def _weighed_alone(question: Question, planned: Planned, samples: int) -> Halving:
    """A field of one option: the stroke of a ball of the plan."""
    rater = Rater.of(question)
    halving = Halving(rater, _SEED, samples, every=True)
    halving.enter(read_own(rater, ((planned.ball, planned.shot.stroke),)))
    halving.go_on(1, samples)
    return halving


def _told_by(line: Weighed, pattern: Pattern) -> Planned:
    """The first ball of a plan with the rack chance of the ledger, less what is fixed later on costs."""
    first = pattern.plan[0]
    rack = doubt_of(line, pattern.request.situation.game).around(line.value)
    for later in pattern.plan[1:]:
        rack = rack.times(later.kept[1])
    safer = first.safer if first.safer is not None and first.safer > rack.value else None
    shot = replace(first.shot, worth=rack) if pattern.request.goal == GOALS[0] else first.shot
    return replace(first, rack=rack, shot=shot, safer=safer)
