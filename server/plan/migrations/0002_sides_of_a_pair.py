"""Store the first and the second of a pair in the parts of routines."""

from django.db import migrations

#: For a right-handed athlete the weak hand is the left one.
NAMES = {"right": {"weak": "first", "strong": "second"}, "left": {"weak": "second", "strong": "first"}}


def rename(apps, is_back):
    routines = apps.get_model("plan", "Routine").objects
    for routine in routines.select_related("athlete").iterator():
        names = NAMES[routine.athlete.handedness]
        if is_back:
            names = {after: before for before, after in names.items()}
        for part in routine.parts if isinstance(routine.parts, list) else routine.parts.get("parts", []):
            part["side"] = names.get(part["side"], part["side"])
        routine.save(update_fields=["parts"])


def to_pairs(apps, schema_editor):
    rename(apps, is_back=False)


def to_hands(apps, schema_editor):
    rename(apps, is_back=True)


class Migration(migrations.Migration):
    dependencies = [("plan", "0001_initial"), ("accounts", "0005_record_version")]

    operations = [migrations.RunPython(to_pairs, to_hands)]
