"""Running a kick in a worker."""

import time
from collections.abc import Callable, Iterator

from kicks.models import Kick
from kicks.questions import request_of
from kicks.trying import tries_on
from partita.kicks.ways import find_ways
from partita.telling.kicks import kicks_of
from work import running
from work.running import Answer

_WENT_WRONG = "Something went wrong while looking for ways. Try again; the layout is safe."


def run(kick_id: int, should_abort: Callable[[], bool]) -> None:
    """Find ways to the end, keeping each list. May be called again after a crash."""
    found = Kick.objects.filter(pk=kick_id).first()
    if found is not None:
        running.run(found, lambda: _answers(found), should_abort, _WENT_WRONG)


def _answers(kick: Kick) -> Iterator[Answer]:
    started, request = time.monotonic(), request_of(kick)
    tries = tries_on(kick.owner, request.situation.layout.table)
    for found in find_ways(request):
        document = kicks_of(found, tries, time.monotonic() - started)
        yield Answer(document.as_json(), found.progress, time.monotonic() - started)
