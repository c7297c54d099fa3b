"""Every athlete has a number that goes up with every write: what was cached of the record is known by it."""

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ("accounts", "0004_recovery_codes"),
    ]

    operations = [
        migrations.AddField(
            model_name="athlete",
            name="record_version",
            field=models.PositiveBigIntegerField(default=0, editable=False),
        ),
    ]
