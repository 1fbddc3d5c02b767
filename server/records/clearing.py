"""Clearing away: what was deleted can be brought back for a while, then it goes."""

from datetime import timedelta

from django.utils import timezone

from records.models import Decision, Match, Reckoning
from work.models import OVER

BROUGHT_BACK_FOR = timedelta(days=30)


def clear_deleted() -> None:
    """Delete for good what was deleted long ago, and reckonings that are over."""
    before = timezone.now() - BROUGHT_BACK_FOR
    for kind in (Decision, Match):
        kind.objects.filter(deleted__lt=before).delete()
    Reckoning.objects.filter(status__in=OVER, updated__lt=before).delete()
