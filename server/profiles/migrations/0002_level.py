"""A player's level, beside the stroke model that was made from it."""

from django.db import migrations, models

from partita.players.stroke_model import PRESETS

_ERRORS = ("aim_deg", "speed", "tip", "sight_mm")


def tell_levels(apps, schema_editor):
    """The level whose errors a profile has; profiles of another origin keep none."""
    for profile in apps.get_model("profiles", "PlayerProfile").objects.all():
        errors = [profile.stroke_model.get(name) for name in _ERRORS]
        for level, model in PRESETS.items():
            if errors == [getattr(model, name) for name in _ERRORS]:
                profile.level = level
                profile.save(update_fields=["level"])


class Migration(migrations.Migration):
    dependencies = [("profiles", "0001_initial")]
    operations = [
        migrations.AddField("playerprofile", "level", models.CharField(blank=True, max_length=60)),
        migrations.RunPython(tell_levels, migrations.RunPython.noop),
    ]
