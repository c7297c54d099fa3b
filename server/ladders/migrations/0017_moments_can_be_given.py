import django.utils.timezone
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("ladders", "0016_check_what_is_held")]

    operations = [
        # A row that comes back from a file keeps its moment. The database has no part in that: no table is made anew.
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.AlterField(
                    model_name="ladder",
                    name="created_at",
                    field=models.DateTimeField(default=django.utils.timezone.now, editable=False),
                )
            ]
        )
    ]
