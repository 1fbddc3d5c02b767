"""Saved layouts."""

from django.conf import settings
from django.db import models


class Layout(models.Model):
    """A layout document under a name, belonging to one account."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="layouts")
    name = models.CharField(max_length=80)
    document = models.JSONField()
    # How often it was saved: whoever saves over another's saving is told.
    revision = models.IntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-updated", "-pk")

    def __str__(self) -> str:
        return self.name
