"""Running a piece of work in a worker: every answer is kept; it can be stopped, and begun again after a crash."""

import logging
import time
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Any

from django.db import InterfaceError, OperationalError, connection
from django.db.models import F

from partita.errors import Refused
from work.models import Status, Work

log = logging.getLogger(__name__)

# How long a piece of long work has a worker for itself before others have their turn.
TURN_S = 8.0


@dataclass(frozen=True)
class Answer:
    """A partial or final answer: its document, how far the work is, and how long it took.

    document : None when there is no better answer yet, only more of the way behind it
    """

    document: dict[str, Any] | None
    progress: float
    seconds: float


def run(
    work: Work, answers: Callable[[], Iterator[Answer]], should_abort: Callable[[], bool], words: str,
    turn_s: float | None = None,
) -> bool:  # fmt: skip
    """Run it to its end, keeping each answer; true when it has ended, whichever way.

    words : what is said when something goes wrong that is ours
    turn_s : after so long it makes room for others: false then, and its job asks for another turn. Only for work
        that goes on where it was.
    A lost database is no end either: the error goes on, and the work is taken up again (`work.care`).
    """
    kind, key, began = type(work), work.pk, time.monotonic()
    if work.is_over:
        return True
    if work.status == Status.STOPPING:
        finish(kind, key, Status.STOPPED)
        return True
    rows = kind._default_manager.filter(pk=key)
    rows.filter(status=Status.QUEUED).update(status=Status.RUNNING)
    try:
        for answer in answers():
            better = {} if answer.document is None else {"document": answer.document, "revision": F("revision") + 1}
            rows.update(progress=answer.progress, seconds=answer.seconds, **better)
            if should_abort() or not rows.filter(status=Status.RUNNING).exists():
                finish(kind, key, Status.STOPPED)
                return True
            if turn_s is not None and answer.progress < 1.0 and time.monotonic() - began > turn_s:
                return False
        finish(kind, key, Status.DONE)
    except (OperationalError, InterfaceError):
        connection.close()
        raise
    except Refused as refused:
        finish(kind, key, Status.FAILED, str(refused))
    except Exception:
        log.exception("%s %s failed", kind.__name__, key)
        finish(kind, key, Status.FAILED, words)
    return True


def finish(kind: type[Work], key: int, status: str, failure: str = "") -> None:
    """End it. What was stopped in its last moment stays stopped."""
    kind._default_manager.filter(pk=key).exclude(status=Status.STOPPED).update(
        status=status, failure=failure[:500], revision=F("revision") + 1
    )


def stop(work: Work) -> None:
    """Ask it to stop: running at its next answer, waiting at once."""
    rows = type(work)._default_manager.filter(pk=work.pk)
    rows.filter(status=Status.QUEUED).update(status=Status.STOPPED)
    rows.filter(status=Status.RUNNING).update(status=Status.STOPPING)
