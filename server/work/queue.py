"""The queue as it stands: which pieces of work have a job, and what one of them waits for."""

from collections.abc import Collection
from datetime import datetime, timedelta

from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateJob, ProcrastinateWorker

# A worker that has not been heard of for so long is not there.
_SILENT = timedelta(seconds=30)
_LIVE = ("todo", "doing")


def live_keys(task: str, argument: str, keys: Collection[int]) -> set[int]:
    """Which of these keys have a job of that task that waits or is being done."""
    jobs = ProcrastinateJob.objects.filter(
        task_name=task, status__in=_LIVE, **{f"args__{argument}__in": list(keys)}
    )  # fmt: skip
    return set(jobs.values_list(f"args__{argument}", flat=True))


def queue_words(created: datetime, task: str, argument: str, key: int) -> str:
    """What a piece of work in the queue waits for and for how long, in words; nothing in its first seconds."""
    waited = (timezone.now() - created).total_seconds()
    if waited < 3:
        return ""
    since = f"waiting for {waited:.0f} s" if waited < 120 else f"waiting for {waited / 60:.0f} minutes"
    if not ProcrastinateWorker.objects.filter(last_heartbeat__gt=timezone.now() - _SILENT).exists():
        return f"No worker is running at this moment; {since}."
    job = ProcrastinateJob.objects.filter(task_name=task, status="todo", **{f"args__{argument}": key}).first()
    if job is None:
        return f"It is being taken up again; {since}."
    before = ProcrastinateJob.objects.filter(
        queue_name=job.queue_name, status="todo", priority__gte=job.priority, pk__lt=job.pk
    )
    count = before.count()
    if count:
        return f"{count} other{'s are' if count > 1 else ' is'} before it; {since}."
    return f"It is next; {since}."
