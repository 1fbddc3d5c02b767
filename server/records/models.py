"""A decision that was played at a real table."""

from django.conf import settings
from django.db import models

from partita.weighing.samples import ENDINGS
from studies.models import Study


class Played(models.Model):
    """An option that was played: what was said of it, and how it ended. Kept when its study goes. `shot`: its id."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="played")
    study = models.ForeignKey(Study, null=True, on_delete=models.SET_NULL, related_name="played")
    option = models.IntegerField()
    shot = models.CharField(max_length=200, blank=True)
    name = models.CharField(max_length=200)
    ending = models.CharField(max_length=20, choices=[(name, name.replace("_", " ")) for name in ENDINGS])
    # As weighed: the chance of that ending, of the make, of the rack, and of the rack by the best option.
    said = models.FloatField()
    make = models.FloatField()
    rack_chance = models.FloatField()
    best_chance = models.FloatField()
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-pk",)
        verbose_name_plural = "played"

    def __str__(self) -> str:
        return f"{self.name}: {self.ending}"
