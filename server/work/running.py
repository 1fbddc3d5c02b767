"""Running a piece of work in a worker: every answer is kept; it can be stopped, and begun again after a crash."""

import logging
import time
from collections.abc import Callable, Iterator
from typing import Any

from django.db import InterfaceError, OperationalError, connection
from django.db.models import F

from partita.errors import Refused
from partita.kernels.stages import are_ready
from work.asking import finish
from work.baton import Baton, Stage
from work.kinds import Answer, Kind, kind_of
from work.models import Status, Work
from work.queue import put_in
from work.turns import top_up

log = logging.getLogger(__name__)

# How long a piece of long work has a worker for itself before others have their turn.
TURN_S = 8.0
# While what it needs of the physics is being compiled, it goes back into the queue for so long.
_LATER_S = 1
# Of this process.
_BATON = Baton()


class _NoLongerWanted(Exception):
    """It was stopped, or its worker ends, while it waited."""


def take(kind: Kind[Any], key: int, should_abort: Callable[[], bool]) -> None:
    """A job: one row worked on to its end or for a turn; then its account's next one has a turn."""
    if not are_ready(*kind.needs):
        put_in(kind, key, _LATER_S)
        return
    row = kind.rows.filter(pk=key).first()
    if row is not None:
        run(row, should_abort)
    owner_id = kind.owner_of(key) if kind.takes_turns else None
    if owner_id is not None:
        top_up(kind, owner_id, ending=key)


def run(row: Work, should_abort: Callable[[], bool]) -> None:
    """Work a row out, keeping each answer: to its end, or for a turn where its kind takes turns.

    A lost database is no end: the error goes on, and the work is taken up again (`work.care`).
    """
    kind, began = kind_of(row), time.monotonic()
    if row.is_over:
        return
    if row.status == Status.STOPPING:
        finish(row, Status.STOPPED)
        return
    kind.rows.filter(pk=row.pk, status=Status.QUEUED).update(status=Status.RUNNING)
    try:
        for answer in _steps(kind, row, lambda: should_abort() or not _is_wanted(kind, row)):
            if not _kept(kind, row, answer) or should_abort():
                finish(row, Status.STOPPED)
                return
            # Taken up again it goes on from the last document: there is the place to make room.
            may_leave = kind.takes_turns and answer.document is not None and answer.progress < 1.0
            if may_leave and time.monotonic() - began > TURN_S:
                return
        finish(row, Status.DONE)
    except _NoLongerWanted:
        finish(row, Status.STOPPED)
    except (OperationalError, InterfaceError):
        connection.close()
        raise
    except Refused as refused:
        finish(row, Status.FAILED, str(refused))
    except Exception:
        log.exception("%s %s failed", kind.name, row.pk)
        finish(row, Status.FAILED, kind.went_wrong)


def _steps(kind: Kind[Any], row: Work, is_over: Callable[[], bool]) -> Iterator[Answer]:
    """The answers of a row, each worked on with the baton in hand where somebody waits for it.

    Raises `_NoLongerWanted` when that is over while it waits.
    """
    if kind.queue != "studies":
        yield from kind.answers(row)
        return
    answers, stage, number = iter(kind.answers(row)), Stage.FIRST, _BATON.number()
    while True:
        if stage == Stage.FINER:
            _wait_for_parts(kind, is_over)
        with _BATON.held(stage, number, lambda: not is_over()) as is_mine:
            if not is_mine:
                raise _NoLongerWanted
            answer = next(answers, None)
        if answer is None:
            return
        stage = answer.next_stage
        yield answer


def _wait_for_parts(kind: Kind[Any], is_over: Callable[[], bool]) -> None:
    """Wait for what finer answers need of the physics, while they are wanted."""
    while not are_ready(*kind.finer_needs):
        if is_over():
            raise _NoLongerWanted
        time.sleep(_LATER_S)


def _is_wanted(kind: Kind[Any], row: Work) -> bool:
    return bool(kind.rows.filter(pk=row.pk, status=Status.RUNNING).exists())


def _kept(kind: Kind[Any], row: Work, answer: Answer) -> bool:
    """Keep an answer; whether it is still wanted."""
    better = {} if answer.document is None else {"document": answer.document, "revision": F("revision") + 1}
    rows = kind.rows.filter(pk=row.pk)
    rows.update(progress=answer.progress, seconds=answer.seconds, **better)
    return _is_wanted(kind, row)
