"""What accounts need beside Django's own: names that look alike are one, and how often somebody tried to get in."""

from django.conf import settings
from django.db import models


class AccountName(models.Model):
    """An account's name as it is found: folded, so that nobody can be mistaken for another."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="found_by")
    folded = models.CharField(max_length=200, unique=True)

    def __str__(self) -> str:
        return self.folded


class Try(models.Model):
    """One try to get in or to make an account, counted against its name and its address for a while."""

    key = models.CharField(max_length=150)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = (models.Index(fields=("key", "at"), name="accounts_tr_key_at_idx"),)

    def __str__(self) -> str:
        return self.key
