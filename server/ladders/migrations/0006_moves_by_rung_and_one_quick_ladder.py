"""Moves know the rung they left, whatever its number is by now; and an athlete has one ladder for quick counts."""

import django.db.models.deletion
from django.db import migrations, models


def name_rungs(apps, schema_editor):
    Move, Rung = apps.get_model("ladders", "Move"), apps.get_model("ladders", "Rung")
    for move in Move.objects.exclude(from_held=0):
        move.from_rung = Rung.objects.filter(ladder=move.ladder_id, number=move.from_held).first()
        move.save(update_fields=["from_rung"])


def merge_quick_ladders(apps, schema_editor):
    """Two first counts at once made two such ladders: the rungs of the later ones join the first."""
    Ladder, Rung = apps.get_model("ladders", "Ladder"), apps.get_model("ladders", "Rung")
    first_of = {}
    for ladder in Ladder.objects.filter(is_quick=True).order_by("id"):
        first = first_of.setdefault(ladder.athlete_id, ladder)
        if first.pk == ladder.pk:
            continue
        number = Rung.objects.filter(ladder=first).count()
        for place, rung in enumerate(Rung.objects.filter(ladder=ladder).order_by("number"), 1):
            rung.ladder, rung.number = first, number + place
            rung.save(update_fields=["ladder", "number"])
        ladder.delete()


class Migration(migrations.Migration):
    dependencies = [("ladders", "0005_ladder_is_quick")]
    operations = [
        migrations.AddField(
            "move",
            "from_rung",
            models.ForeignKey(
                null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="+", to="ladders.rung"
            ),
        ),
        migrations.RunPython(name_rungs, migrations.RunPython.noop),
        migrations.RunPython(merge_quick_ladders, migrations.RunPython.noop),
        migrations.AddConstraint(
            "ladder",
            models.UniqueConstraint(
                condition=models.Q(("is_quick", True)), fields=("athlete",), name="one_quick_ladder_an_athlete"
            ),
        ),
    ]
