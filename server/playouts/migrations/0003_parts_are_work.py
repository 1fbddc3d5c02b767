"""Parts become rows of work like all others: what was played stays, and where each stands is told by itself."""

from django.db import migrations, models
from django.utils import timezone

_STATES = [(state, state.capitalize()) for state in ("queued", "running", "stopping", "stopped", "done", "failed")]


def take_over(apps, editor):
    """What a part had in columns and its play-out had for it."""
    for part in apps.get_model("playouts", "Part").objects.select_related("playout").iterator():
        part.document = {"won": part.won, "shots": part.shots} if part.won else None
        part.progress, part.created = len(part.won) / part.racks, part.playout.created
        if len(part.won) >= part.racks:
            part.status = "done"
        elif part.playout.failure:
            part.status, part.failure = "failed", part.playout.failure
        elif part.playout.stopped:
            part.status = "stopped"
        part.save()


class Migration(migrations.Migration):
    dependencies = [("playouts", "0002_taken_up")]

    operations = [
        *(
            migrations.AddField("part", name, field)
            for name, field in (
                ("question", models.JSONField(default=dict)),
                ("status", models.CharField(choices=_STATES, default="queued", max_length=10)),
                ("progress", models.FloatField(default=0.0)),
                ("revision", models.IntegerField(default=0)),
                ("document", models.JSONField(null=True)),
                ("failure", models.CharField(blank=True, max_length=500)),
                ("seconds", models.FloatField(default=0.0)),
                ("created", models.DateTimeField(auto_now_add=True, default=timezone.now)),
                ("updated", models.DateTimeField(auto_now=True)),
            )
        ),
        migrations.AlterField("part", "created", models.DateTimeField(auto_now_add=True)),
        migrations.RunPython(take_over, migrations.RunPython.noop, elidable=True),
        migrations.RemoveField("part", "won"),
        migrations.RemoveField("part", "shots"),
        migrations.RemoveField("playout", "stopped"),
        migrations.RemoveField("playout", "failure"),
    ]
