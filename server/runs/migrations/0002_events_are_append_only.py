"""The database itself refuses to change an event: what was counted stays as it was counted."""

from django.db import migrations

from config.database import allow_changes, refuse_changes

TABLE = "runs_event"


def refuse(apps, schema_editor):
    refuse_changes(schema_editor, TABLE, "events are append-only: add an undo instead of changing one")


def allow(apps, schema_editor):
    allow_changes(schema_editor, TABLE)


class Migration(migrations.Migration):
    dependencies = [("runs", "0001_initial")]
    operations = [migrations.RunPython(refuse, allow)]
