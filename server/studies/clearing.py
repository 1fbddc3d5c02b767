"""Clearing away: studies that nobody kept make room."""

from datetime import timedelta

from django.utils import timezone

from studies.models import Study

# How long a study that was not kept can still be opened by its address.
UNKEPT_FOR = timedelta(days=30)


def clear_old() -> int:
    """Delete studies that were not kept and have lain for long; what was played of them stays. How many went."""
    old = Study.objects.filter(kept=False, updated__lt=timezone.now() - UNKEPT_FOR)
    return old.delete()[1].get("studies.Study", 0)
