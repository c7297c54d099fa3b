"""Tallies say more than they did: every run is counted again from its events, and one from paper gets the new names."""

from django.db import migrations

from jolly_core.challenges.events import Event
from jolly_core.challenges.registry import get_challenge
from jolly_core.challenges.session import replay

#: What a tally did not have before, as it stands in one that is over.
ADDED = {"target": None, "then": None, "asks": "", "pads": [], "wakes_in_ms": None}
AT_ONCE = 200


def recount(apps, schema_editor):
    Run = apps.get_model("runs", "Run")
    changed = []
    for run in Run.objects.prefetch_related("events").iterator(chunk_size=AT_ONCE):
        if run.is_from_paper:
            run.tally = {**ADDED, **run.tally}
        else:
            events = [Event(each.kind, each.at_ms, each.seq, each.text) for each in run.events.all()]
            challenge = get_challenge(run.format)
            run.tally = replay(challenge, run.settings, events, double_tap_ms=run.double_tap_ms).as_dict()
        changed.append(run)
        if len(changed) >= AT_ONCE:
            Run.objects.bulk_update(changed, ["tally"])
            changed = []
    Run.objects.bulk_update(changed, ["tally"])


class Migration(migrations.Migration):
    dependencies = [("runs", "0005_aimed")]
    operations = [migrations.RunPython(recount, migrations.RunPython.noop)]
