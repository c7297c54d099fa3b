"""Say what the two sides of a ladder are: until now they were always the hands."""

from django.db import migrations, models


def name_the_hands(apps, schema_editor):
    ladders = apps.get_model("ladders", "Ladder").objects
    ladders.filter(has_sides=True).update(pair={"v": 1, "kind": "hands", "first": "", "second": "", "is_in_turn": False})


def say_whether_there_are_any(apps, schema_editor):
    ladders = apps.get_model("ladders", "Ladder").objects
    for ladder in ladders.only("id", "pair").iterator():
        has_sides = ladder.pair.get("kind", "none") != "none" and not ladder.pair.get("is_in_turn")
        ladders.filter(pk=ladder.pk).update(has_sides=has_sides)


class Migration(migrations.Migration):
    dependencies = [("ladders", "0006_moves_by_rung_and_one_quick_ladder")]

    operations = [
        migrations.AddField("ladder", "pair", models.JSONField(default=dict)),
        migrations.RunPython(name_the_hands, say_whether_there_are_any),
        migrations.RemoveField("ladder", "has_sides"),
    ]
