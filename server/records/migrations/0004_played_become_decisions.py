"""What was played with earlier versions becomes decisions of the record."""

from typing import Any

from django.db import migrations

from records.earlier import decision_of


def move(apps: Any, editor: Any) -> None:
    """Each entry once; what its study said, where that is still there, else its few figures."""
    decisions = apps.get_model("records", "Decision").objects
    for played in apps.get_model("records", "Played").objects.select_related("study").order_by("pk"):
        decisions.create(owner_id=played.owner_id, study_id=played.study_id, **decision_of(played))


class Migration(migrations.Migration):
    dependencies = [("records", "0003_matches_and_decisions")]
    operations = [migrations.RunPython(move, migrations.RunPython.noop)]
