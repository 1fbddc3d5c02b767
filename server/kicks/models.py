"""Kicks: the ways to a ball, found by a job; and tries on a table, which an owner logs."""

from django.conf import settings
from django.db import models

from work.models import Work


class Kick(Work):
    """One question for ways. `document` is the newest list (`docs/formats.md`)."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="kicks")

    def __str__(self) -> str:
        return f"Kick {self.pk}"


class KickTry(models.Model):
    """One try on a table, known by the table's name. `struck` : it is kept, and counts no more."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="kick_tries")
    table = models.CharField(max_length=60)
    kind = models.CharField(max_length=20)
    cue_x = models.FloatField()
    cue_y = models.FloatField()
    rails = models.CharField(max_length=60)
    aim = models.FloatField()
    arrival = models.FloatField()
    side = models.FloatField()
    height = models.FloatField()
    speed_mps = models.FloatField()
    counted_from = models.CharField(max_length=10)
    struck = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("pk",)
        verbose_name_plural = "kick tries"
        indexes = (models.Index(fields=("owner", "table")),)

    def __str__(self) -> str:
        return f"{self.kind} on {self.table}: {self.aim:g} arrived at {self.arrival:g}"
