"""A player's level, beside the stroke model that was made from it."""

from django.db import migrations, models

_ERRORS = ("aim_deg", "speed", "tip", "sight_mm")
# The levels as they were when the profiles without one were made.
_LEVELS = {
    "professional": [0.035, 0.045, 0.010, 0.2],
    "semi-professional": [0.055, 0.08, 0.015, 0.6],
    "strong league": [0.09, 0.12, 0.02, 1.2],
    "league": [0.16, 0.18, 0.03, 2.2],
    "beginner": [0.25, 0.22, 0.04, 3.0],
}


def tell_levels(apps, schema_editor):
    """The level whose errors a profile has; profiles of another origin keep none."""
    for profile in apps.get_model("profiles", "PlayerProfile").objects.all():
        errors = [profile.stroke_model.get(name) for name in _ERRORS]
        for level, known in _LEVELS.items():
            if errors == known:
                profile.level = level
                profile.save(update_fields=["level"])


class Migration(migrations.Migration):
    dependencies = [("profiles", "0001_initial")]
    operations = [
        migrations.AddField("playerprofile", "level", models.CharField(blank=True, max_length=60)),
        migrations.RunPython(tell_levels, migrations.RunPython.noop),
    ]
