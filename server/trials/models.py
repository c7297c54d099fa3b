"""Trials of two ways on oneself. Which run belongs to which is kept with the runs."""

from __future__ import annotations

from django.db import models
from django.utils.functional import cached_property

from jolly_core.trials.decision import Plan


class Trial(models.Model):
    """Two ways of playing a rung on a side, tried in an order that was drawn when it began."""

    rung = models.ForeignKey("ladders.Rung", on_delete=models.CASCADE, related_name="trials")
    side = models.CharField(max_length=6, default="none")
    first = models.CharField(max_length=24)
    second = models.CharField(max_length=24)
    runs_planned = models.PositiveSmallIntegerField()
    seed = models.PositiveIntegerField()
    #: The id of the metric that they are compared by.
    metric = models.CharField(max_length=40)
    began_at = models.DateTimeField()
    #: When it was over: decided, played out, or ended by the athlete.
    ended_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("id",)
        constraints = [
            models.UniqueConstraint(
                fields=("rung", "side"), condition=models.Q(ended_at=None), name="one_running_trial_a_rung_and_side"
            )
        ]

    @cached_property
    def plan(self) -> Plan:
        """The same as the core takes it."""
        return Plan((self.first, self.second), self.runs_planned, self.seed)
