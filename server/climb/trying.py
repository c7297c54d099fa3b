"""Two ways on trial: what is known of each trial on a ladder. Reads only."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from accounts.models import Athlete
from jolly_core.trials.decision import Standing
from ladders.selectors import get_ladder
from runs.trying import list_standings_of
from trials.models import Trial
from trials.selectors import list_trials


@dataclass(frozen=True)
class TrialStanding:
    """A trial, and how it stands by its runs."""

    trial: Trial
    standing: Standing

    @property
    def next_way(self) -> str:
        """The way of the next run; empty where none is to come."""
        trial, played = self.trial, self.standing.played
        is_over = trial.ended_at is not None or played >= trial.runs_planned
        return "" if is_over else trial.plan.way_of(played)

    @property
    def side_words(self) -> str:
        return self.trial.rung.ladder.known_pair.words(self.trial.side)


def list_trial_standings(athlete: Athlete, ladder_id: int) -> Sequence[TrialStanding]:
    """All trials on a ladder, the last one first."""
    trials = list(list_trials(get_ladder(athlete, ladder_id)))
    standings = list_standings_of(trials)
    return [TrialStanding(trial, standings[trial.pk]) for trial in trials]
