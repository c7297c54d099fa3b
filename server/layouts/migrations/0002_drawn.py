"""What is drawn of a layout stands in one column with its version: its targets, where one stands, their order."""

from django.db import migrations, models


def gather(apps, schema_editor):
    Layout = apps.get_model("layouts", "Layout")
    for layout in Layout.objects.iterator():
        layout.drawn = {"v": 1, "zones": layout.zones, "stand": layout.stand, "pattern": layout.pattern}
        layout.save(update_fields=["drawn"])


def spread(apps, schema_editor):
    Layout = apps.get_model("layouts", "Layout")
    for layout in Layout.objects.iterator():
        layout.zones, layout.stand, layout.pattern = (layout.drawn[name] for name in ("zones", "stand", "pattern"))
        layout.save(update_fields=["zones", "stand", "pattern"])


class Migration(migrations.Migration):
    dependencies = [("layouts", "0001_initial")]
    operations = [
        migrations.AddField("layout", "drawn", models.JSONField(default=dict)),
        migrations.RunPython(gather, spread),
        migrations.RemoveField("layout", "zones"),
        migrations.RemoveField("layout", "stand"),
        migrations.RemoveField("layout", "pattern"),
    ]
