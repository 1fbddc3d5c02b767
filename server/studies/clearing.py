"""Clearing away: studies that nobody kept make room."""

from datetime import timedelta
from typing import Any

from django.utils import timezone

from studies.models import Study

# How long a study that was not kept can still be opened by its address.
UNKEPT_FOR = timedelta(days=30)
# So many of one account lie there unkept: the oldest make room for the next.
_MOST_UNKEPT = 1_500


def make_room(owner: Any) -> int:
    """Before an account's next weighing: of those that were not kept, the oldest beyond what there is room for go."""
    unkept = Study.objects.filter(owner=owner, kept=False).order_by("-pk").values_list("pk", flat=True)
    too_old = list(unkept[_MOST_UNKEPT - 1 :])
    return Study.objects.filter(pk__in=too_old).delete()[1].get("studies.Study", 0) if too_old else 0


def clear_old() -> int:
    """Delete studies that were not kept and have lain for long; what was played of them stays. How many went."""
    old = Study.objects.filter(kept=False, updated__lt=timezone.now() - UNKEPT_FOR)
    return old.delete()[1].get("studies.Study", 0)
