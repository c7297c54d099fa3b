"""Layouts: targets on a place, as the athlete laid them."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.utils import timezone

from jolly_core.places.layout import LONGEST_TITLE


class Layout(models.Model):
    """A layout on a place of the library (``place_key``) or on one that the athlete measured (``own_place``)."""

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="layouts")
    title = models.CharField(max_length=LONGEST_TITLE)
    place_key = models.CharField(max_length=40)
    own_place = models.ForeignKey("places.Place", null=True, on_delete=models.RESTRICT, related_name="layouts")
    #: As the core's layouts are stored, but for the title.
    drawn = models.JSONField(default=dict)
    is_dropped = models.BooleanField(default=False)
    created_at = models.DateTimeField(default=timezone.now, editable=False)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-changed_at", "-id")

    def __str__(self) -> str:
        return self.title
