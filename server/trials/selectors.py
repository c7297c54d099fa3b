"""Reads of trials; what their runs came to is read where runs are known."""

from __future__ import annotations

from django.db.models import QuerySet

from accounts.models import Athlete
from config.finding import lock_one
from ladders.models import Ladder, Rung
from trials.models import Trial


def list_trials(ladder: Ladder) -> QuerySet[Trial]:
    """The trials on the rungs of a ladder, the last one first."""
    return Trial.objects.filter(rung__ladder=ladder).select_related("rung__ladder__athlete").order_by("-id")


def get_trial_to_change(athlete: Athlete, trial_id: int) -> Trial:
    """A trial of the athlete's, locked until the transaction ends."""
    return lock_one(Trial.objects.select_related("rung"), pk=trial_id, rung__ladder__athlete=athlete)


def get_running_trial(rung: Rung, side: str) -> Trial | None:
    """The trial that runs on a rung and side; None without one."""
    return Trial.objects.filter(rung=rung, side=side, ended_at=None).first()
