"""A choice is as good as the best only where no more than two points can have been lost; else it cannot be told."""

from typing import Any

from django.db import migrations

_ENOUGH = 0.02


def tell_apart(apps: Any, editor: Any) -> None:
    """Where more may have been lost, or nothing was kept of what was said, it is called open."""
    decisions = apps.get_model("records", "Decision").objects
    for decision in decisions.filter(choice="alike").only("pk", "said").iterator():
        if not _is_as_good(decision.said):
            decisions.filter(pk=decision.pk).update(choice="open")


def _is_as_good(said: Any) -> bool:
    if not said:
        return False
    return bool(said["played"]["id"] == said["best"]["id"] or said["played"]["trails_high"] <= _ENOUGH)


class Migration(migrations.Migration):
    dependencies = [("records", "0006_taken_up")]
    operations = [migrations.RunPython(tell_apart, migrations.RunPython.noop)]
