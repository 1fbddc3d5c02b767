"""Names by which accounts are found, of those that are there too, and counted tries."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

from edge.naming import folded


def find_all_by_name(apps, schema_editor):
    """Of accounts whose names look alike the first keeps the name; others sign in as they are written."""
    names, taken = apps.get_model("accounts", "AccountName"), set()
    for user in apps.get_model("auth", "User").objects.order_by("pk"):
        found_by = folded(user.username)[:200]
        if found_by not in taken:
            taken.add(found_by)
            names.objects.create(user=user, folded=found_by)


class Migration(migrations.Migration):
    initial = True
    dependencies = [("auth", "0012_alter_user_first_name_max_length"), migrations.swappable_dependency(settings.AUTH_USER_MODEL)]
    operations = [
        migrations.CreateModel(
            name="Try",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("key", models.CharField(max_length=150)),
                ("at", models.DateTimeField(auto_now_add=True)),
            ],
            options={"indexes": [models.Index(fields=["key", "at"], name="accounts_tr_key_at_idx")]},
        ),
        migrations.CreateModel(
            name="AccountName",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("folded", models.CharField(max_length=200, unique=True)),
                ("user", models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name="found_by", to=settings.AUTH_USER_MODEL)),
            ],
        ),
        migrations.RunPython(find_all_by_name, migrations.RunPython.noop),
    ]
