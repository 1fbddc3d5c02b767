"""Days: one meaning of today everywhere, that of the machine's time zone (`settings.TIME_ZONE`)."""

from datetime import date

from django.utils import timezone


def today() -> date:
    """The day on which it is now, where the machine stands."""
    return timezone.localdate()
