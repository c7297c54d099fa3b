"""The runs of trials: which way the next one is played, and what they came to."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import datetime
from itertools import takewhile

from accounts.models import Athlete
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.registry import get_format
from jolly_core.trials.decision import Standing, is_over, stand
from ladders.models import Rung
from runs.models import Run
from trials.models import Trial
from trials.selectors import get_running_trial


def place_in_trial(rung: Rung, side: str, told: str | None = None) -> tuple[Trial | None, int | None]:
    """The trial that runs on a rung and side, and the place of the next run in its order; None without one.

    A run that was set aside, or was begun and left, leaves its place, and so its way, to the next one. ``told`` is the
    way that a device asked for where it began the run by itself: where another one is next, it is no run of the trial.
    """
    trial = get_running_trial(rung, side)
    if trial is None:
        return None, None
    place = len(_list_values([trial])[trial.pk])
    if place >= trial.runs_planned or told not in (None, trial.plan.way_of(place)):
        return None, None
    return trial, place


def list_ways_ahead(rungs: Iterable[Rung]) -> dict[tuple[int, str], list[str]]:
    """By rung and side, where a trial runs there: the ways of its next runs, in the order that was drawn."""
    trials = list(Trial.objects.filter(rung__in=[rung.pk for rung in rungs], ended_at=None).select_related("rung"))
    values = _list_values(trials) if trials else {}
    return {
        (trial.rung_id, trial.side): [trial.plan.ways[way] for way in trial.plan.order[len(values[trial.pk]) :]]
        for trial in trials
    }


def close_trial(run: Run, at: datetime) -> None:
    """End the trial of a run where that run has decided it, or was the last one."""
    if run.trial_id is None:
        return
    trial = Trial.objects.filter(pk=run.trial_id, ended_at=None).select_related("rung").first()
    if trial and is_over(trial.plan, _list_values([trial])[trial.pk], _metric(trial)):
        Trial.objects.filter(pk=trial.pk, ended_at=None).update(ended_at=at)


def list_next_ways(athlete: Athlete) -> dict[int, str]:
    """For each ladder with a trial that runs, which way comes next, in a sentence."""
    trials = list(Trial.objects.filter(rung__ladder__athlete=athlete, ended_at=None).select_related("rung"))
    values = _list_values(trials) if trials else {}
    said = {}
    for trial in trials:
        played = len(values[trial.pk])
        if played < trial.runs_planned:
            run = f"run {played + 1} of {trial.runs_planned}"
            said[trial.rung.ladder_id] = (
                f"Two ways on rung {trial.rung.number}: {run}, with “{trial.plan.way_of(played)}”."
            )
    return said


def list_standings_of(trials: Sequence[Trial]) -> dict[int, Standing]:
    """How each of the trials stands by its runs that count, read at once."""
    values = _list_values(trials)
    return {trial.pk: stand(trial.plan, values[trial.pk], _metric(trial)) for trial in trials}


def _list_values(trials: Sequence[Trial]) -> dict[int, list[float | None]]:
    """The numbers of the runs of each trial that count, in the places of its order, read at once.

    Of two runs in one place the first one stands; what comes behind an empty place waits until that one is filled.
    """
    metrics = {trial.pk: trial.metric for trial in trials}
    by_place: dict[int, dict[int, float | None]] = {trial.pk: {} for trial in trials}
    runs = Run.objects.filter(trial__in=trials, is_over=True, set_aside="", is_played=True)
    rows = runs.order_by("started_at", "id").values_list("trial_id", "trial_place", "metrics")
    for trial_id, place, numbers in rows:
        if trial_id is not None and place is not None:
            by_place[trial_id].setdefault(place, numbers.get(metrics[trial_id]))
    return {
        trial.pk: [places[place] for place in takewhile(places.__contains__, range(trial.runs_planned))]
        for trial in trials
        for places in [by_place[trial.pk]]
    }


def _metric(trial: Trial) -> Metric:
    """The number that its ways are compared by."""
    format_ = get_format(trial.rung.format)
    return format_.metric(trial.metric) or format_.metrics[0]
