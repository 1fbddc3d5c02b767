"""Studies: a question asked of the odds engine, and its answer as it comes."""

from django.conf import settings
from django.db import models

from layouts.models import Layout
from work.models import Work


class Study(Work):
    """One weighing. `document` is the newest partial or final study (`docs/formats.md`); `guess` what the player would
    have played, said before he saw it."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="studies")
    layout = models.ForeignKey(Layout, null=True, on_delete=models.SET_NULL, related_name="studies")
    name = models.CharField(max_length=80, blank=True)
    kept = models.BooleanField(default=False)
    guess = models.JSONField(null=True)

    class Meta(Work.Meta):
        verbose_name_plural = "studies"

    def __str__(self) -> str:
        return self.name or f"Study {self.pk}"
