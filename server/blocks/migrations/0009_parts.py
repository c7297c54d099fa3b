"""Call the timed parts of a block parts."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    # Runs know the model by its old name up to there.
    dependencies = [("blocks", "0008_set_by_hand_and_uid"), ("runs", "0008_summaries")]

    operations = [
        migrations.RenameModel("Segment", "Part"),
        migrations.AlterField(
            model_name="part",
            name="block",
            field=models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE, related_name="parts", to="blocks.block"
            ),
        ),
    ]
