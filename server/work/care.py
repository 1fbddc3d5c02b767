"""Care for long work: what is unfinished and has no job any more is found, and put back or failed with a reason."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from datetime import timedelta
from typing import Any

from django.db import transaction
from django.db.models import F
from django.utils import timezone

from work.models import Status, Work
from work.queue import live_keys

# How often a piece of work is begun again by itself; one that breaks off each time is not asked for another.
MOST_TAKEN_UP = 3
# A row and its job are written at once; younger ones than this are left to their job.
_SETTLING = timedelta(seconds=15)
BROKE_OFF = "It was begun several times and broke off each time. Ask again, or tell whoever runs this server."


@dataclass(frozen=True)
class Cared:
    """A kind of unfinished work: which keys of it lack nothing but a job, and how one is put back or given up."""

    task: str
    argument: str
    unfinished: Callable[[], Iterable[int]]
    put_back: Callable[[int], object]


_kinds: dict[str, Cared] = {}


def cares_for(cared: Cared) -> None:
    """Have this kind of work looked after."""
    _kinds[cared.task] = cared


def cares_for_work(kind: type[Work], task: Any) -> None:
    """Have rows of a kind of `Work` looked after, whose jobs are of this task."""
    _, argument = kind.job
    unended = kind._default_manager.filter(status__in=(Status.QUEUED, Status.RUNNING, Status.STOPPING))

    def unfinished() -> Iterable[int]:
        return unended.filter(updated__lt=timezone.now() - _SETTLING).values_list("pk", flat=True)

    def put_back(key: int) -> None:
        rows = unended.filter(pk=key)
        if rows.filter(status=Status.STOPPING).update(status=Status.STOPPED):
            return
        if rows.filter(taken_up__gte=MOST_TAKEN_UP).update(status=Status.FAILED, failure=BROKE_OFF):
            return
        with transaction.atomic():
            if rows.update(taken_up=F("taken_up") + 1, updated=timezone.now()):
                task.defer(**{argument: key})

    cares_for(Cared(task.name, argument, unfinished, put_back))


def put_back_what_broke_off() -> int:
    """Give everything that is unfinished and has no job one again, or an end. How many there were."""
    count = 0
    for cared in _kinds.values():
        keys = list(cared.unfinished())
        for key in set(keys) - live_keys(cared.task, cared.argument, keys):
            cared.put_back(key)
            count += 1
    return count
