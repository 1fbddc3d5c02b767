"""A play-out and the parts that it is split into."""

from django.db import models

from studies.models import Study
from work.models import Work


class PlayOut(models.Model):
    """Racks of a study's situation, from one of its options on or freely played. `stroke` null: freely."""

    study = models.ForeignKey(Study, on_delete=models.CASCADE, related_name="playouts")
    option = models.IntegerField(null=True)
    name = models.CharField(max_length=200)
    stroke = models.JSONField(null=True)
    racks = models.IntegerField()
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("pk",)

    def __str__(self) -> str:
        return self.name


class Part(Work):
    """Some racks of a play-out: one row of work. `document`: `won` and `shots`, a number for each rack that is in."""

    playout = models.ForeignKey(PlayOut, on_delete=models.CASCADE, related_name="parts")
    first_rack = models.IntegerField()
    racks = models.IntegerField()
    # All that is asked stands in the play-out.
    question = models.JSONField(default=dict)

    class Meta:
        ordering = ("first_rack",)

    def __str__(self) -> str:
        return f"racks {self.first_rack} to {self.first_rack + self.racks - 1} of {self.playout}"

    @property
    def won(self) -> list[float]:
        """Whether each rack that is in was won, 1 or 0."""
        return self.document["won"] if self.document else []

    @property
    def shots(self) -> list[int]:
        """How many shots each took."""
        return self.document["shots"] if self.document else []
