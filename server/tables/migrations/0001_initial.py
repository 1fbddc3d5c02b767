"""Tables of one's own."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True
    dependencies = [migrations.swappable_dependency(settings.AUTH_USER_MODEL)]
    operations = [
        migrations.CreateModel(
            name="TableProfile",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("name", models.CharField(max_length=60)),
                ("document", models.JSONField()),
                ("created", models.DateTimeField(auto_now_add=True)),
                ("owner", models.ForeignKey(
                    on_delete=django.db.models.deletion.CASCADE, related_name="tables", to=settings.AUTH_USER_MODEL,
                )),
            ],
            options={
                "ordering": ("name",),
                "constraints": [models.UniqueConstraint(fields=("owner", "name"), name="one_table_a_name")],
            },
        ),
    ]
