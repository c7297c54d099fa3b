"""The athlete's usual week: windows to practise in, wishes in order, what became of them; and the calendar's link."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class Window(models.Model):
    """Time to practise, every week: ``weekday`` 0 is Monday, ``start`` is by the athlete's own clock."""

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="windows")
    weekday = models.PositiveSmallIntegerField()
    start = models.TimeField()
    minutes = models.PositiveSmallIntegerField()
    place = models.ForeignKey("places.Place", null=True, on_delete=models.SET_NULL, related_name="+")
    #: Kit that is not to hand then.
    missing = models.JSONField(default=list)

    class Meta:
        ordering = ("weekday", "start", "id")


class WeekWish(models.Model):
    """One wish for every week; ``rank`` 1 has the highest priority."""

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="week_wishes")
    rank = models.PositiveSmallIntegerField()
    kind = models.CharField(max_length=12)
    ladder = models.ForeignKey("ladders.Ladder", null=True, on_delete=models.CASCADE, related_name="+")
    number = models.PositiveSmallIntegerField(default=1)

    class Meta:
        ordering = ("rank", "id")


class KeptWeek(models.Model):
    """That a week was arranged, and why the wishes that gave way did, by their keys."""

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="kept_weeks")
    monday = models.DateField()
    why = models.JSONField(default=dict)
    kept_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=("athlete", "monday"), name="a_week_once")]


class CalendarLink(models.Model):
    """A private address under which the athlete's plan can be subscribed to, until it is revoked."""

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="calendar_links")
    token = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField()
    revoked_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("id",)
