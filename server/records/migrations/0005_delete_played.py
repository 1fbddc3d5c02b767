"""What was played is a decision now."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("records", "0004_played_become_decisions")]
    operations = [migrations.DeleteModel("Played")]
