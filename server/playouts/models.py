"""A play-out and the parts that it is split into."""

from django.db import models

from studies.models import Study


class PlayOut(models.Model):
    """Racks of a study's situation, from one of its options on or freely played. `stroke` null: freely."""

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="playouts")
    option = models.IntegerField(null=True)
    name = models.CharField(max_length=200)
    stroke = models.JSONField(null=True)
    racks = models.IntegerField()
    stopped = models.BooleanField(default=False)
    failure = models.CharField(max_length=500, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("pk",)

    def __str__(self) -> str:
        return self.name


class Part(models.Model):
    """Some racks of a play-out: one job. `won` and `shots` hold a number for each rack that is in."""

    playout = models.ForeignKey(PlayOut, on_delete=models.CASCADE, related_name="parts")
    first_rack = models.IntegerField()
    racks = models.IntegerField()
    won = models.JSONField(default=list)
    shots = models.JSONField(default=list)
    # How often it was begun again by itself after breaking off.
    taken_up = models.IntegerField(default=0)

    class Meta:
        ordering = ("first_rack",)

    def __str__(self) -> str:
        return f"racks {self.first_rack} to {self.first_rack + self.racks - 1} of {self.playout}"
