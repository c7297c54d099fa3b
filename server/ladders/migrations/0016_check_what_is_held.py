"""Begin to check the rungs that are held already: from the last move that led to them."""

from datetime import timedelta

from django.db import migrations


def begin(apps, schema_editor):
    Move, KeptCheck, Rung = (apps.get_model("ladders", name) for name in ("Move", "KeptCheck", "Rung"))
    last = {}
    for move in Move.objects.filter(taken_back_at=None).exclude(decision="stay").order_by("id"):
        last[move.ladder_id] = move
    for move in last.values():
        rung = Rung.objects.filter(ladder=move.ladder_id, number=move.ladder.held, taken_out_at=None).first()
        if rung:
            since = move.made_at.date()
            KeptCheck.objects.create(
                ladder_id=move.ladder_id,
                rung=rung,
                since=since,
                since_at=move.made_at,
                due_on=since + timedelta(weeks=1),
            )


class Migration(migrations.Migration):
    dependencies = [("ladders", "0015_kept_checks")]

    operations = [migrations.RunPython(begin, migrations.RunPython.noop)]
