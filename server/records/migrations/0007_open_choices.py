"""A choice is as good as the best only where no more than two points can have been lost; else it cannot be told."""

from typing import Any

from django.db import migrations

_ENOUGH = 0.02


def tell_apart(apps: Any, editor: Any) -> None:
    """Where more may have been lost it is called open."""
    decisions = apps.get_model("records", "Decision").objects
    for decision in decisions.filter(choice="alike").exclude(said=None).only("pk", "said").iterator():
        played, best = decision.said.get("played", {}), decision.said.get("best", {})
        if played.get("id") != best.get("id") and played.get("trails_high", 0.0) > _ENOUGH:
            decisions.filter(pk=decision.pk).update(choice="open")


class Migration(migrations.Migration):
    dependencies = [("records", "0006_taken_up")]
    operations = [migrations.RunPython(tell_apart, migrations.RunPython.noop)]
