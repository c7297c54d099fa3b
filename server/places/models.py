"""Where the athlete practises."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class Place(models.Model):
    """A place by the athlete's own name for it; ``offers`` is what it has: "wall", "basket", "high ceiling".

    ``drawing`` is what the athlete measured of it, as the core's own places take it; None where nothing was. ``ear`` is
    what corrections have taught the ear there: numbers, no sound; None where nothing was listened to.
    """

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="places")
    name = models.CharField(max_length=80)
    offers = models.JSONField(default=list)
    drawing = models.JSONField(null=True)
    ear = models.JSONField(null=True)

    class Meta:
        ordering = ("id",)
        constraints = [models.UniqueConstraint(fields=("athlete", "name"), name="a_place_by_its_name")]

    def __str__(self) -> str:
        return self.name
