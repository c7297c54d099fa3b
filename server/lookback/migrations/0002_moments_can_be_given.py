import django.utils.timezone
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("lookback", "0001_finds_and_changes")]

    operations = [
        # A row that comes back from a file keeps its moment. The database has no part in that: no table is made anew.
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.AlterField(
                    model_name="methodchange",
                    name="made_at",
                    field=models.DateTimeField(default=django.utils.timezone.now, editable=False),
                )
            ]
        )
    ]
