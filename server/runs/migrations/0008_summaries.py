"""What the runs that count come to, rung by rung and side by side, is kept beside them."""

from django.db import migrations, models
import django.db.models.deletion

LATEST, USUAL = 20, 10


def _summary(runs):
    """As the rules stored it when this was written (version 1)."""
    recent, lowest, highest, latest, count, last_day = {}, {}, {}, [], 0, None
    for run in runs:
        count, last_day = count + 1, run.day
        latest = latest[1 - LATEST :] + [
            {
                "id": str(run.pk),
                "started_at": run.started_at.isoformat(),
                "day": run.day.isoformat(),
                "metrics": run.metrics,
                "attempts": run.attempts,
                "makes": run.makes,
                "time_used_ms": run.time_used_ms,
            }
        ]
        for name, value in run.metrics.items():
            if value is not None:
                recent[name] = [*recent.get(name, [])[1 - USUAL :], value]
                lowest[name] = min(value, lowest.get(name, value))
                highest[name] = max(value, highest.get(name, value))
    stored = {"v": 1, "runs": count, "latest": latest, "recent": recent, "lowest": lowest, "highest": highest}
    return stored, last_day


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
