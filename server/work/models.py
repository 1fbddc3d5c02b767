"""What every long job shares: where it stands, how far it is, what went wrong."""

from typing import ClassVar

from django.db import models

from work.queue import queue_words
from work.readiness import waits_for


class Status(models.TextChoices):
    """Where a piece of work stands."""

    QUEUED = "queued"
    RUNNING = "running"
    STOPPING = "stopping"
    STOPPED = "stopped"
    DONE = "done"
    FAILED = "failed"


ACTIVE = (Status.QUEUED, Status.RUNNING)
OVER = (Status.STOPPED, Status.DONE, Status.FAILED)


class Work(models.Model):
    """A question that takes time, and its newest partial or final answer. `revision` counts the answers."""

    Status = Status
    # What of the physics it needs; its task, and the argument that names a row.
    needs: ClassVar[tuple[str, ...]] = ("weighing",)
    job: ClassVar[tuple[str, str]]
    question = models.JSONField()
    status = models.CharField(max_length=10, choices=Status.choices, default=Status.QUEUED)
    progress = models.FloatField(default=0.0)
    revision = models.IntegerField(default=0)
    document = models.JSONField(null=True)
    failure = models.CharField(max_length=500, blank=True)
    seconds = models.FloatField(default=0.0)
    # How often it was begun again by itself after breaking off.
    taken_up = models.IntegerField(default=0)
    created = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        abstract = True
        ordering = ("-pk",)

    @property
    def waits_for(self) -> str:
        """What it waits for while it is in the queue, in words, and for how long; nothing when it does not."""
        if self.status != Status.QUEUED:
            return ""
        return waits_for(*self.needs) or queue_words(self.created, *self.job, self.pk)

    @property
    def is_over(self) -> bool:
        """True when no more answers will come."""
        return self.status in OVER
