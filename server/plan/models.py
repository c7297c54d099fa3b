"""Routines: blocks to repeat."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from jolly_core.planning.kept import RoutinePart, RoutineParts


class Routine(models.Model):
    """A block's shape to repeat: its terms, and which ladder is played on which side, in which order, how often.

    It names ladders, not rungs: repeated next month it is played on the rung that is worked on then.
    """

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="routines")
    title = models.CharField(max_length=120)
    minutes = models.PositiveSmallIntegerField()
    focus = models.CharField(max_length=12)
    energy = models.CharField(max_length=6)
    partner = models.CharField(max_length=12)
    parts = models.JSONField(default=list)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("id",)

    @property
    def known_parts(self) -> tuple[RoutinePart, ...]:
        """Which ladder is played on which side, in which order, how often."""
        stored = {"parts": self.parts} if isinstance(self.parts, list) else self.parts
        return RoutineParts.from_stored(stored).parts
