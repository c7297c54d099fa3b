"""Tallies say more than they did: what they did not have before is filled in as it stands in a run that is over.

Afterwards `manage.py recount_runs --repair` counts every run again by the rules of today.
"""

from django.db import migrations

#: What a tally did not have before, as it stands in one that is over.
ADDED = {"target": None, "then": None, "asks": "", "pads": [], "wakes_in_ms": None}
AT_ONCE = 200


def fill_in(apps, schema_editor):
    Run = apps.get_model("runs", "Run")
    changed = []
    for run in Run.objects.iterator(chunk_size=AT_ONCE):
        run.tally = {**ADDED, **run.tally}
        changed.append(run)
        if len(changed) >= AT_ONCE:
            Run.objects.bulk_update(changed, ["tally"])
            changed = []
    Run.objects.bulk_update(changed, ["tally"])


class Migration(migrations.Migration):
    dependencies = [("runs", "0005_aimed")]
    operations = [migrations.RunPython(fill_in, migrations.RunPython.noop)]
