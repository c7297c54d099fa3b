"""A run keeps the card that it was played by, in the words that were said to its athlete."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("runs", "0010_sides_of_a_pair")]

    operations = [migrations.AddField("run", "card", models.JSONField(default=dict))]
