"""Store the first and the second of a pair in parts of blocks, and beside it which was taken to be the weaker one."""

from django.db import migrations, models
from django.db.models import Q

#: For a right-handed athlete the weak hand is the left one.
NAMES = {"right": {"weak": "first", "strong": "second"}, "left": {"weak": "second", "strong": "first"}}


def to_pairs(apps, schema_editor):
    parts, blocks = apps.get_model("blocks", "Part").objects, apps.get_model("blocks", "Block").objects
    parts.filter(side="weak").update(is_weaker=True)
    parts.filter(side="strong").update(is_other_side=True)
    for hand, names in NAMES.items():
        for before, after in names.items():
            parts.filter(block__athlete__handedness=hand, side=before).update(side=after)
    for block in blocks.exclude(before={}).select_related("athlete").only("before", "athlete__handedness").iterator():
        for part in block.before.get("parts", block.before.get("segments", [])):
            part["is_weaker"], part["is_other_side"] = part["side"] == "weak", part["side"] == "strong"
            part["side"] = NAMES[block.athlete.handedness].get(part["side"], part["side"])
        blocks.filter(pk=block.pk).update(before=block.before)


def to_hands(apps, schema_editor):
    parts, blocks = apps.get_model("blocks", "Part").objects, apps.get_model("blocks", "Block").objects
    for hand, names in NAMES.items():
        for before, after in names.items():
            parts.filter(Q(block__athlete__handedness=hand), side=after).update(side=before)
    for block in blocks.exclude(before={}).select_related("athlete").only("before", "athlete__handedness").iterator():
        back = {after: before for before, after in NAMES[block.athlete.handedness].items()}
        for part in block.before.get("parts", block.before.get("segments", [])):
            part["side"] = back.get(part["side"], part["side"])
        blocks.filter(pk=block.pk).update(before=block.before)


class Migration(migrations.Migration):
    dependencies = [("blocks", "0009_parts"), ("accounts", "0005_record_version")]

    operations = [
        migrations.AddField("part", "is_weaker", models.BooleanField(default=False)),
        migrations.AddField("part", "is_other_side", models.BooleanField(default=False)),
        migrations.RunPython(to_pairs, to_hands),
    ]
