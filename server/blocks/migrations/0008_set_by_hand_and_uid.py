"""Parts by the clock know whether their seconds were set by hand; a block knows what calendars call it.

Blocks that are in calendars already keep the name they have there.
"""

from uuid import NAMESPACE_OID, uuid4, uuid5

from django.conf import settings
from django.db import migrations, models


def name_blocks(apps, schema_editor):
    Block = apps.get_model("blocks", "Block")
    for block in Block.objects.all():
        block.uid = uuid5(NAMESPACE_OID, f"{settings.SECRET_KEY} block {block.pk}")
        block.save(update_fields=["uid"])


class Migration(migrations.Migration):
    dependencies = [("blocks", "0007_segment_dropped_at")]
    operations = [
        migrations.AddField("segment", "is_set", models.BooleanField(default=False)),
        migrations.AddField("block", "uid", models.UUIDField(default=uuid4, editable=False)),
        migrations.RunPython(name_blocks, migrations.RunPython.noop),
    ]
