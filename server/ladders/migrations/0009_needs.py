"""Rungs can need others, of whichever ladder."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("ladders", "0008_rungs_taken_out_and_archived_ladders")]

    operations = [
        migrations.CreateModel(
            name="Need",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("is_must", models.BooleanField()),
                (
                    "needed",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="+", to="ladders.rung"
                    ),
                ),
                (
                    "rung",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="needs", to="ladders.rung"
                    ),
                ),
            ],
            options={
                "ordering": ("rung_id", "id"),
                "constraints": [models.UniqueConstraint(fields=("rung", "needed"), name="a_need_once_a_rung")],
            },
        ),
    ]
