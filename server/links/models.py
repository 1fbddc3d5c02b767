"""Links that were given away."""

from django.conf import settings
from django.db import models


class Link(models.Model):
    """A link: what it shows, as it was when it was given away; who has its token sees it until it ends.

    digest : of the token, which is nowhere kept; by : how its owner signs it, empty where he does not
    shown : the document of `giving.Shown`; expires, ended : None while they do not apply
    """

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="links")
    digest = models.CharField(max_length=64, unique=True)
    kind = models.CharField(max_length=20)
    title = models.CharField(max_length=120)
    by = models.CharField(max_length=80, blank=True)
    shown = models.JSONField()
    created = models.DateTimeField(auto_now_add=True)
    expires = models.DateTimeField(null=True)
    ended = models.DateTimeField(null=True)

    class Meta:
        ordering = ("-created", "-pk")

    def __str__(self) -> str:
        return self.title
