"""A rung has a card: checks, faults with their mends, the drill in between, bands, a click, what there is to play with."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("ladders", "0009_needs")]

    operations = [migrations.AddField("rung", "card", models.JSONField(default=dict))]
