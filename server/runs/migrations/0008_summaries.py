"""What the runs that count come to, rung by rung and side by side, is kept beside them."""

from datetime import UTC

from django.db import migrations, models
import django.db.models.deletion

LATEST, USUAL = 20, 10


def _summary(runs):
    """As the rules stored it when this was written (version 1)."""
    runs = list(runs)
    latest = runs[-LATEST:]
    names = list(dict.fromkeys(name for run in runs for name in run.metrics))
    values = {name: [run.metrics[name] for run in runs if run.metrics.get(name) is not None] for name in names}
    known = {name: each for name, each in values.items() if each}
    stored = {
        "v": 1,
        "runs": len(runs),
        "ids": [str(run.pk) for run in latest],
        "started": [run.started_at.astimezone(UTC).isoformat() for run in latest],
        "days": [run.day.isoformat() for run in latest],
        "attempts": [run.attempts for run in latest],
        "makes": [run.makes for run in latest],
        "times_ms": [run.time_used_ms for run in latest],
        "metrics": {name: [run.metrics.get(name) for run in latest] for name in names},
        "recent": {name: each[-USUAL:] for name, each in known.items()},
        "lowest": {name: min(each) for name, each in known.items()},
        "highest": {name: max(each) for name, each in known.items()},
    }
    return stored, latest[-1].day if latest else None


def fill_in(apps, schema_editor):
    Run, Summary = (apps.get_model("runs", name) for name in ("Run", "Summary"))
    for rung, side in list(Run.objects.order_by().values_list("rung", "side").distinct()):
        runs = Run.objects.filter(rung=rung, side=side, is_over=True, set_aside="", is_played=True)
        needed = runs.order_by("started_at", "id").defer("tally", "settings", "yardstick", "aimed")
        summary, last_day = _summary(needed.iterator())
        Summary.objects.create(rung_id=rung, side=side, summary=summary, last_day=last_day)


class Migration(migrations.Migration):
    dependencies = [("ladders", "0006_moves_by_rung_and_one_quick_ladder"), ("runs", "0007_played_and_counted_right")]
    operations = [
        migrations.CreateModel(
            name="Summary",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("side", models.CharField(max_length=6)),
                ("last_day", models.DateField(null=True)),
                ("summary", models.JSONField()),
                (
                    "rung",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="summaries", to="ladders.rung"
                    ),
                ),
            ],
            options={
                "constraints": [models.UniqueConstraint(fields=("rung", "side"), name="a_summary_for_each_side")]
            },
        ),
        migrations.RunPython(fill_in, migrations.RunPython.noop),
    ]
