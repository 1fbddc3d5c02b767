"""What every long job shares: where it stands, how far it is, what went wrong."""

from django.db import models


class Status(models.TextChoices):
    """Where a piece of work stands."""

    QUEUED = "queued"
    RUNNING = "running"
    STOPPING = "stopping"
    STOPPED = "stopped"
    DONE = "done"
    FAILED = "failed"


ACTIVE = (Status.QUEUED, Status.RUNNING)
UNENDED = (*ACTIVE, Status.STOPPING)
OVER = (Status.STOPPED, Status.DONE, Status.FAILED)


class Work(models.Model):
    """A question that takes time, and its newest partial or final answer. `revision` counts the answers."""

    Status = Status
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
    def is_over(self) -> bool:
        """True when no more answers will come."""
        return self.status in OVER
