"""Runs say whether something was played in them, and every run is counted again by the rules as they are now."""

from django.db import migrations, models

from jolly_core.challenges.events import Event
from jolly_core.challenges.registry import get_challenge
from jolly_core.challenges.session import replay
from jolly_core.errors import CoreError

AT_ONCE = 200
TALLIED = ["tally", "metrics", "attempts", "makes", "time_used_ms", "is_over", "is_played"]


def recount(apps, schema_editor):
    Run = apps.get_model("runs", "Run")
    changed = []
    for run in Run.objects.prefetch_related("events").iterator(chunk_size=AT_ONCE):
        challenge = get_challenge(run.format)
        if run.is_from_paper:
            run.tally = {"in_hand": {}, **run.tally}
        else:
            events = [Event(each.kind, each.at_ms, each.seq, each.text) for each in run.events.all()]
            try:
                tally = replay(challenge, run.settings, events, double_tap_ms=run.double_tap_ms)
            except CoreError:  # a run that the rules of today do not take stays as it was counted
                run.tally = {"in_hand": {}, **run.tally}
            else:
                run.tally, run.metrics, run.is_over = tally.as_dict(), dict(tally.metrics), tally.is_over
                run.attempts, run.makes, run.time_used_ms = tally.attempts, tally.makes, tally.time_used_ms
        run.is_played = challenge.is_played(run.attempts, run.metrics)
        changed.append(run)
        if len(changed) >= AT_ONCE:
            Run.objects.bulk_update(changed, TALLIED)
            changed = []
    Run.objects.bulk_update(changed, TALLIED)


class Migration(migrations.Migration):
    dependencies = [("runs", "0006_recount")]
    operations = [
        migrations.AddField("run", "is_played", models.BooleanField(default=False)),
        migrations.RunPython(recount, migrations.RunPython.noop),
    ]
