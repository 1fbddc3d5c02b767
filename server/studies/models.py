"""Studies: a question asked of the odds engine, and its answer as it comes."""

from django.conf import settings
from django.db import models

from layouts.models import Layout


class Study(models.Model):
    """One weighing. `document` is the newest partial or final result."""

    class Status(models.TextChoices):
        """Where a study stands."""

        QUEUED = "queued"
        RUNNING = "running"
        STOPPING = "stopping"
        STOPPED = "stopped"
        DONE = "done"
        FAILED = "failed"

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="studies")
    layout = models.ForeignKey(Layout, null=True, on_delete=models.SET_NULL, related_name="studies")
    name = models.CharField(max_length=80, blank=True)
    kept = models.BooleanField(default=False)
    question = models.JSONField()
    status = models.CharField(max_length=10, choices=Status.choices, default=Status.QUEUED)
    progress = models.FloatField(default=0.0)
    revision = models.IntegerField(default=0)
    document = models.JSONField(null=True)
    failure = models.CharField(max_length=500, blank=True)
    seconds = models.FloatField(default=0.0)
    created = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-pk",)
        verbose_name_plural = "studies"

    def __str__(self) -> str:
        return self.name or f"Study {self.pk}"

    @property
    def is_over(self) -> bool:
        """True when no more results will come."""
        return self.status in (self.Status.STOPPED, self.Status.DONE, self.Status.FAILED)
