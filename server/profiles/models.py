"""Player profiles."""

from django.conf import settings
from django.db import models


class PlayerProfile(models.Model):
    """A player's stroke model under a name, belonging to one account; `level` is what it was made from.

    measured : what attempts say of the stroke, by the model's fields; use_measured : whether the odds are by that
    """

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="players")
    name = models.CharField(max_length=60)
    level = models.CharField(max_length=60, blank=True)
    stroke_model = models.JSONField()
    measured = models.JSONField(null=True)
    use_measured = models.BooleanField(default=True)
    cue = models.CharField(max_length=80, blank=True)
    notes = models.CharField(max_length=1000, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("name",)
        constraints = (models.UniqueConstraint(fields=("owner", "name"), name="one_profile_a_name"),)

    def __str__(self) -> str:
        return self.name
