"""Rungs can be taken out and ladders put away, with all that was played on them."""

from django.db import migrations, models
from django.db.models import Q


class Migration(migrations.Migration):
    dependencies = [("ladders", "0007_pair_of_a_ladder")]

    operations = [
        migrations.AddField("ladder", "archived_at", models.DateTimeField(null=True)),
        migrations.AddField("rung", "taken_out_at", models.DateTimeField(null=True)),
        migrations.AddField("rung", "worked_on_since", models.DateTimeField(null=True)),
        migrations.RemoveConstraint("rung", "a_number_once_a_ladder"),
        migrations.AddConstraint(
            "rung",
            models.UniqueConstraint(
                fields=("ladder", "number"), condition=Q(taken_out_at=None), name="a_number_once_a_ladder"
            ),
        ),
    ]
