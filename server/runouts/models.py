"""Run-outs: a layout whose whole pattern is worked out, and the plan as it comes."""

from django.conf import settings
from django.db import models

from work.models import Work


class RunOut(Work):
    """One pattern. `document` is the newest plan (`docs/formats.md`)."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="runouts")

    class Meta(Work.Meta):
        verbose_name = "run-out"

    def __str__(self) -> str:
        return f"Run-out {self.pk}"
