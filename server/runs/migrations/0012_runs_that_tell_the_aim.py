from typing import Any

from django.conf import settings
from django.db import migrations, models


def mark(apps: Any, schema_editor: Any) -> None:
    """Runs that were played at targets."""
    apps.get_model("runs", "Run").objects.exclude(aimed={}).update(tells_aim=True)


class Migration(migrations.Migration):
    dependencies = [
        ("blocks", "0013_for_two"),
        ("ladders", "0012_taken_from_the_shelf"),
        ("runs", "0011_card_of_a_run"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.AddField(
            model_name="run",
            name="tells_aim",
            field=models.BooleanField(default=False),
        ),
        migrations.RunPython(mark, migrations.RunPython.noop),
        migrations.AddIndex(
            model_name="run",
            index=models.Index(
                condition=models.Q(tells_aim=True), fields=["athlete", "started_at"], name="runs_that_tell_the_aim"
            ),
        ),
    ]
