"""The queue as it stands: jobs put into it, which pieces of work have one, and what one of them waits for."""

from collections.abc import Collection
from datetime import timedelta
from typing import Any

from django.utils import timezone
from procrastinate.contrib.django import app
from procrastinate.contrib.django.models import ProcrastinateJob, ProcrastinateWorker

from edge.readiness import waits_for
from work.kinds import Kind, kind_of
from work.models import Status, Work

# The one task: a job names a kind and a row of it.
TASK = "work"
# A worker that has not been heard of for so long is not there.
_SILENT = timedelta(seconds=30)
_LIVE = ("todo", "doing")


def put_in(kind: Kind[Any], key: int, later_s: int = 0) -> None:
    """Give a row a job, now or some seconds later."""
    place: dict[str, Any] = {"queue": kind.queue, "priority": kind.priority}
    if kind.one_at_a_time:
        place["lock"] = kind.name
    if later_s:
        place["schedule_in"] = {"seconds": later_s}
    app.configure_task(TASK, **place).defer(kind=kind.name, key=key)


def jobs_of(kind: Kind[Any], keys: Collection[int]) -> Any:
    """The jobs of these rows, those that are done among them while they are kept."""
    return ProcrastinateJob.objects.filter(task_name=TASK, args__kind=kind.name, args__key__in=list(keys))


def live_keys(kind: Kind[Any], keys: Collection[int]) -> set[int]:
    """Which of these rows have a job that waits or is being done."""
    return set(jobs_of(kind, keys).filter(status__in=_LIVE).values_list("args__key", flat=True))


def waiting_words(row: Work) -> str:
    """What a row waits for while it is in the queue, in words, and for how long; nothing when it does not."""
    if row.status != Status.QUEUED:
        return ""
    return waits_for(*kind_of(row).needs) or _queue_words(row)


def _queue_words(row: Work) -> str:
    """Nothing in its first seconds."""
    waited = (timezone.now() - row.created).total_seconds()
    if waited < 3:
        return ""
    since = f"waiting for {waited:.0f} s" if waited < 120 else f"waiting for {waited / 60:.0f} minutes"
    if not ProcrastinateWorker.objects.filter(last_heartbeat__gt=timezone.now() - _SILENT).exists():
        return f"No worker is running at this moment; {since}."
    job = jobs_of(kind_of(row), [row.pk]).filter(status="todo").first()
    if job is None:
        return f"It is being taken up again; {since}."
    before = ProcrastinateJob.objects.filter(
        queue_name=job.queue_name, status="todo", priority__gte=job.priority, pk__lt=job.pk
    )
    count = before.count()
    if count:
        return f"{count} other{'s are' if count > 1 else ' is'} before it; {since}."
    return f"It is next; {since}."
