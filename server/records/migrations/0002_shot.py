"""The identity of the shot that was played."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("records", "0001_initial")]
    operations = [migrations.AddField("played", "shot", models.CharField(blank=True, max_length=200))]
