"""Routines: blocks to repeat."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.utils import timezone

from jolly_core.planning.kept import RoutinePart, RoutineParts
from jolly_core.planning.weaving import BLOCKED


class Routine(models.Model):
    """A block's shape to repeat: its terms, and its parts in their order.

    It names ladders, not rungs, but where a rung was chosen by hand: repeated next month a ladder is played on the rung
    that is worked on then. Kept anew under its title it becomes the next version; those before it stay.
    """

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="routines")
    title = models.CharField(max_length=120)
    minutes = models.PositiveSmallIntegerField()
    focus = models.CharField(max_length=12)
    energy = models.CharField(max_length=6)
    partner = models.CharField(max_length=12)
    weave = models.CharField(max_length=12, default=BLOCKED)
    seed = models.PositiveIntegerField(default=0)
    parts = models.JSONField(default=list)
    #: How many days lie between two times; 0 where it has no rhythm.
    every_days = models.PositiveSmallIntegerField(default=0)
    version = models.PositiveSmallIntegerField(default=1)
    #: The version before this one.
    before = models.OneToOneField("self", null=True, on_delete=models.SET_NULL, related_name="after")
    made_at = models.DateTimeField(default=timezone.now, editable=False)

    class Meta:
        ordering = ("id",)

    @property
    def known_parts(self) -> tuple[RoutinePart, ...]:
        """What is played, in which order, how often."""
        stored = {"parts": self.parts} if isinstance(self.parts, list) else self.parts
        return RoutineParts.from_stored(stored).parts


class Repetition(models.Model):
    """A block that repeats a version of a routine, or that it was made from."""

    routine = models.ForeignKey(Routine, on_delete=models.CASCADE, related_name="repetitions")
    block = models.OneToOneField("blocks.Block", on_delete=models.CASCADE, related_name="repetition")
