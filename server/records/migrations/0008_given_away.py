"""What a choice gave away counts whether or not that can be told of it alone: their sum was too low."""

from typing import Any

from django.db import migrations


def count_all(apps: Any, editor: Any) -> None:
    """Choices that could not be told from the best line, of which what was said was kept."""
    decisions = apps.get_model("records", "Decision").objects
    for decision in decisions.filter(choice__in=("alike", "open")).only("pk", "said", "value").iterator():
        if not decision.said or decision.said["played"]["id"] == decision.said["best"]["id"]:
            continue
        away = max(0.0, decision.said["played"]["trails"])
        decisions.filter(pk=decision.pk).update(cost=away, best=decision.value + away)


class Migration(migrations.Migration):
    dependencies = [("records", "0007_open_choices")]
    operations = [migrations.RunPython(count_all, migrations.RunPython.noop)]
