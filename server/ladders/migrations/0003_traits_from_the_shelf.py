"""Ladders taken before ladders had traits get those of the shelf."""

import json

from django.conf import settings
from django.db import migrations


def fill(apps, schema_editor):
    ladders = apps.get_model("ladders", "Ladder").objects.filter(traits={}).exclude(shelf_key="")
    if not ladders.exists():
        return
    packs = [pack for file in settings.SHELF.glob("*.json") for pack in json.loads(file.read_text())["ladders"]]
    for pack in packs:
        ladders.filter(shelf_key=pack["key"]).update(traits=pack.get("traits", {}))


class Migration(migrations.Migration):
    dependencies = [("ladders", "0002_traits_and_acknowledgements")]
    operations = [migrations.RunPython(fill, migrations.RunPython.noop)]
