"""The engine's start: every app's kinds are made known, in the web process and in workers alike."""

from django.apps import AppConfig
from django.utils.module_loading import autodiscover_modules


class WorkConfig(AppConfig):
    """The app `work`."""

    name = "work"

    def ready(self) -> None:
        """Find what each app has in `kinds`."""
        autodiscover_modules("kinds")
