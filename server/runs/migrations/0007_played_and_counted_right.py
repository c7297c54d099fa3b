"""Runs say whether something was played in them, and their tallies what of a metric is still growing.

Afterwards `manage.py recount_runs --repair` counts every run again by the rules of today.
"""

from django.db import migrations, models

AT_ONCE = 200


def fill_in(apps, schema_editor):
    Run = apps.get_model("runs", "Run")
    changed = []
    for run in Run.objects.iterator(chunk_size=AT_ONCE):
        run.tally = {"in_hand": {}, **run.tally}
        # A set of intervals that was kept by the clock was played though nothing was pressed.
        run.is_played = run.attempts > 0 or (run.format == "intervals" and bool(run.metrics.get("sets_done")))
        changed.append(run)
        if len(changed) >= AT_ONCE:
            Run.objects.bulk_update(changed, ["tally", "is_played"])
            changed = []
    Run.objects.bulk_update(changed, ["tally", "is_played"])


class Migration(migrations.Migration):
    dependencies = [("runs", "0006_recount")]
    operations = [
        migrations.AddField("run", "is_played", models.BooleanField(default=False)),
        migrations.RunPython(fill_in, migrations.RunPython.noop),
    ]
