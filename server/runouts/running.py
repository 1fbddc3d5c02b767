"""Running a run-out in a worker."""

import time
from collections.abc import Callable, Iterator

from partita.runout.pattern import Pattern, work_out
from partita.telling.runout import run_out_of
from runouts.models import RunOut
from runouts.questions import request_of
from work import running
from work.running import Answer

_WENT_WRONG = "Something went wrong while planning. Try again; the layout is safe."


def run(run_out_id: int, should_abort: Callable[[], bool]) -> None:
    """Work one out to its end, keeping each plan. May be called again after a crash."""
    found = RunOut.objects.filter(pk=run_out_id).first()
    if found is not None:
        running.run(found, lambda: _answers(found), should_abort, _WENT_WRONG)


def _answers(run_out: RunOut) -> Iterator[Answer]:
    started = time.monotonic()
    for found in work_out(request_of(run_out)):
        seconds = time.monotonic() - started
        if isinstance(found, Pattern):
            yield Answer(run_out_of(found, seconds).as_json(), found.progress, seconds)
        else:
            yield Answer(None, found, seconds)
