"""Which side a body uses is kept for each discipline, with the tries that it was found by."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("accounts", "0005_record_version")]

    operations = [
        migrations.CreateModel(
            name="BodySide",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("discipline", models.CharField(blank=True, max_length=80)),
                ("trait", models.CharField(max_length=8)),
                ("way", models.CharField(max_length=5)),
                ("lefts", models.PositiveSmallIntegerField(default=0)),
                ("rights", models.PositiveSmallIntegerField(default=0)),
                ("said_at", models.DateTimeField()),
                (
                    "athlete",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="body_sides",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ("athlete_id", "discipline", "trait"),
                "constraints": [
                    models.UniqueConstraint(
                        fields=("athlete", "discipline", "trait"), name="a_side_once_a_discipline"
                    )
                ],
            },
        ),
    ]
