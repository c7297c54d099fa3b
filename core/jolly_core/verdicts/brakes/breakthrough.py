"""The breakthrough: in small doses one stops where it worked."""

from __future__ import annotations

from jolly_core.verdicts.brake import Brake, Case
from jolly_core.verdicts.reason import REST, Reason


class Breakthrough(Brake):
    """Who practises in small doses, and reached the mark today, stops for today."""

    kind = REST
    order = 5

    def reasons(self, case: Case) -> tuple[Reason, ...]:
        today = [run for run in case.latest() if run.day == case.today.day]
        if not case.today.stops_at_breakthrough or not any(case.threshold.is_met_by(run.value) for run in today):
            return ()
        words = f"You reached {case.threshold.mark_words} today. Stop while it is good: the next try is another day's."
        return (Reason("breakthrough", words),)

    def headline(self, case: Case) -> str:
        return "It worked: stop here for today"
