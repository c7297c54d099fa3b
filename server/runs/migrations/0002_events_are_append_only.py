"""The database itself refuses to change an event: what was counted stays as it was counted."""

from django.db import migrations

REFUSE_CHANGES = """
CREATE TRIGGER runs_event_is_append_only BEFORE UPDATE ON runs_event
BEGIN
    SELECT RAISE(ABORT, 'events are append-only: add an undo instead of changing one');
END;
"""


class Migration(migrations.Migration):
    dependencies = [("runs", "0001_initial")]
    operations = [migrations.RunSQL(REFUSE_CHANGES, "DROP TRIGGER runs_event_is_append_only;")]
