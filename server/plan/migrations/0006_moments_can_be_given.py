import django.utils.timezone
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("plan", "0005_rhythm")]

    operations = [
        # A row that comes back from a file keeps its moment. The database has no part in that: no table is made anew.
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.AlterField(
                    model_name="routine",
                    name="made_at",
                    field=models.DateTimeField(default=django.utils.timezone.now, editable=False),
                )
            ]
        )
    ]
