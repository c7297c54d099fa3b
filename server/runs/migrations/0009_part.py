"""Call the timed part of a block that a run was played in its part."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("runs", "0008_summaries"), ("blocks", "0009_parts")]

    operations = [migrations.RenameField("run", "segment", "part")]
