"""Blocks: one planned practice of a given length, made of segments."""

from __future__ import annotations

from django.conf import settings
from django.db import models

LONGEST_NOTE = 2000


class Block(models.Model):
    class Status(models.TextChoices):
        PLANNED = "planned"
        STARTED = "started"
        DONE = "done"
        DROPPED = "dropped"

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="blocks")
    title = models.CharField(max_length=120)
    day = models.DateField()
    minutes = models.PositiveSmallIntegerField()
    spare_s = models.PositiveIntegerField(default=0)
    status = models.CharField(max_length=8, choices=Status.choices, default=Status.PLANNED)
    #: How hard the whole block felt, 0 to 10; None where it was not said.
    effort = models.PositiveSmallIntegerField(null=True)
    note = models.TextField(blank=True, max_length=LONGEST_NOTE)
    created_at = models.DateTimeField(auto_now_add=True)
    started_at = models.DateTimeField(null=True)
    finished_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("day", "id")


class Segment(models.Model):
    """A timed part of a block; challenges have a rung, a side and a number of runs."""

    block = models.ForeignKey(Block, on_delete=models.CASCADE, related_name="segments")
    position = models.PositiveSmallIntegerField()
    kind = models.CharField(max_length=12)
    title = models.CharField(max_length=160)
    rung = models.ForeignKey("ladders.Rung", null=True, on_delete=models.CASCADE, related_name="+")
    side = models.CharField(max_length=6, default="none")
    planned_s = models.PositiveIntegerField()
    runs_planned = models.PositiveSmallIntegerField(default=0)
    reasons = models.JSONField(default=list)
    done_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("block_id", "position")
