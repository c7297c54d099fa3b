"""Store the first and the second of a pair, which are the left and the right hand, instead of a strong and a weak one."""

from django.db import migrations

#: For a right-handed athlete the weak hand is the left one.
NAMES = {"right": {"weak": "first", "strong": "second"}, "left": {"weak": "second", "strong": "first"}}


def rename(apps, names_of):
    runs, summaries = apps.get_model("runs", "Run").objects, apps.get_model("runs", "Summary").objects
    for hand, names in NAMES.items():
        for before, after in names_of(names):
            runs.filter(athlete__handedness=hand, side=before).update(side=after)
            summaries.filter(rung__ladder__athlete__handedness=hand, side=before).update(side=after)


def to_pairs(apps, schema_editor):
    rename(apps, lambda names: names.items())


def to_hands(apps, schema_editor):
    rename(apps, lambda names: [(after, before) for before, after in names.items()])


class Migration(migrations.Migration):
    dependencies = [("runs", "0009_part"), ("ladders", "0007_pair_of_a_ladder"), ("accounts", "0005_record_version")]

    operations = [migrations.RunPython(to_pairs, to_hands)]
