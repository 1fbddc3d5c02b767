"""Running a study in a worker."""

import time
from collections.abc import Callable, Iterator

from partita.telling.study import study_of
from partita.weighing.weigh import weigh
from studies.models import Study
from studies.questions import request_of
from work import running
from work.running import Answer

_WENT_WRONG = "Something went wrong while weighing. Try again; the layout is safe."


def run(study_id: int, should_abort: Callable[[], bool]) -> None:
    """Run a study to its end, keeping each partial result. May be called again after a crash."""
    study = Study.objects.filter(pk=study_id).first()
    if study is not None:
        running.run(study, lambda: _answers(study), should_abort, _WENT_WRONG)


def _answers(study: Study) -> Iterator[Answer]:
    started, settled_after = time.monotonic(), None
    for weighing in weigh(request_of(study)):
        seconds = time.monotonic() - started
        if weighing.settled:
            # What comes after the settled ranking does not delay it.
            settled_after = settled_after or seconds
        seconds = settled_after or seconds
        yield Answer(study_of(weighing, seconds).as_json(), weighing.progress, seconds)
