"""Writes of trials, one each."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime
from typing import Any

from django.db import IntegrityError, transaction

from accounts.models import Athlete
from jolly_core.errors import CoreError
from jolly_core.sides import side_from
from jolly_core.trials.decision import read_plan
from jolly_core.validation import check_choice
from ladders.selectors import get_rung, get_threshold
from trials.models import Trial
from trials.selectors import get_trial_to_change


@transaction.atomic
def begin_trial(athlete: Athlete, rung_id: int, given: Mapping[str, Any], *, seed: int, at: datetime) -> Trial:
    """Try two ways on a rung and side, by the number that its threshold asks for.

    Raises ``CoreError``: for bad names and numbers, for a side the ladder does not have, and (``one_at_a_time``) while
    another trial runs there.
    """
    rung, side = get_rung(athlete, rung_id), side_from(given["side"], athlete.handedness)
    if problem := check_choice("side", side, rung.ladder.sides):
        raise CoreError([problem])
    plan = read_plan(given["first"], given["second"], given["runs"], seed)
    try:
        with transaction.atomic():
            return Trial.objects.create(
                rung=rung,
                side=side,
                first=plan.ways[0],
                second=plan.ways[1],
                runs_planned=plan.runs,
                seed=plan.seed,
                metric=get_threshold(rung).metric.id,
                began_at=at,
            )
    except IntegrityError:
        message = "A trial runs on this rung already: play it out, or end it first."
        raise CoreError.one("one_at_a_time", message, "rung", value=rung.pk) from None


@transaction.atomic
def end_trial(athlete: Athlete, trial_id: int, at: datetime) -> Trial:
    """End a trial as it stands; its runs stay in the record. Ended once more it stays as it was."""
    trial = get_trial_to_change(athlete, trial_id)
    if trial.ended_at is None:
        trial.ended_at = at
        trial.save(update_fields=["ended_at"])
    return trial
