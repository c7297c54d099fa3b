"""What was worked out from the record, and the changes of method that the athlete marked in it."""

from __future__ import annotations

from django.db import models
from django.utils import timezone


class RungLooks(models.Model):
    """All looks at what was played on a rung, as they were worked out last; ``seen`` says from which state of it.

    ``brief`` has the question, side and p-value of each: what the gate of a page goes by. ``looks`` are the same in
    full, ``targets`` what was tried and made at each target, by side.
    """

    rung = models.OneToOneField("ladders.Rung", on_delete=models.CASCADE, related_name="looks")
    seen = models.CharField(max_length=200)
    brief = models.JSONField(default=list)
    #: Whether any of them is so sure that it could pass a gate: only then they are read in full.
    may_pass = models.BooleanField(default=False)
    looks = models.JSONField(default=list)
    targets = models.JSONField(default=dict)
    #: All tries and makes of each side, and the day of its last run.
    sums = models.JSONField(default=dict)
    #: What stands still there, by side, as the core's ``finds.standing_still`` stores it.
    still = models.JSONField(default=dict)


class MethodChange(models.Model):
    """A day from which a ladder is played in another way: "new grip from here"."""

    ladder = models.ForeignKey("ladders.Ladder", on_delete=models.CASCADE, related_name="method_changes")
    day = models.DateField()
    words = models.CharField(max_length=80)
    made_at = models.DateTimeField(default=timezone.now, editable=False)

    class Meta:
        ordering = ("ladder_id", "day", "id")
        constraints = [models.UniqueConstraint(fields=("ladder", "day"), name="a_change_of_method_once_a_day")]
