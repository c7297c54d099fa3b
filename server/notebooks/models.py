"""How an athlete's sheets are read: remembered by their headings."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class SheetReading(models.Model):
    """What the columns of sheets with this heading mean; ``columns`` is as the core's ``notebooks.columns`` has it."""

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="sheet_readings")
    heading = models.CharField(max_length=500)
    columns = models.JSONField(default=dict)
    #: The rung that each drill was put on, by its name in the sheet.
    drills = models.JSONField(default=dict)
    kept_at = models.DateTimeField()

    class Meta:
        ordering = ("id",)
        constraints = [models.UniqueConstraint(fields=("athlete", "heading"), name="a_heading_read_one_way")]
