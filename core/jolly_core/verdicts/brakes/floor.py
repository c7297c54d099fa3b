"""The floor: missed in so many runs one after another, the rung is too hard for now."""

from __future__ import annotations

from collections.abc import Sequence

from jolly_core.thresholds.condition import RunResult
from jolly_core.thresholds.threshold import Threshold
from jolly_core.verdicts.brake import Brake, Case
from jolly_core.verdicts.reason import STEP_BACK, Reason
from jolly_core.words import quantity, sentence


class Floor(Brake):
    """Who missed the floor on a side as often as the threshold says goes down a rung."""

    kind = STEP_BACK
    order = 3

    def reasons(self, case: Case) -> tuple[Reason, ...]:
        fallen = [side for side, runs in case.by_side.items() if _is_through(case.threshold, runs)]
        return tuple(Reason("floor_missed", _words(case, side)) for side in fallen)

    def headline(self, case: Case) -> str:
        return f"Step back to rung {case.place.back} and rebuild"


def _is_through(threshold: Threshold, runs: Sequence[RunResult]) -> bool:
    last = list(runs)[-threshold.floor_runs :]
    return len(last) == threshold.floor_runs and all(threshold.is_under_floor(run.value) for run in last)


def _words(case: Case, side: str) -> str:
    threshold = case.threshold
    metric, many = threshold.metric, threshold.floor_runs
    last = list(case.by_side[side])[-many:]
    values = ", ".join(metric.number(run.value) for run in last if run.value is not None)
    runs = f"run ({values}) was" if many == 1 else f"{quantity(many, 'run')} ({values}) were all"
    limit = "below" if metric.direction == "up" else "above"
    return sentence(
        f"{case.place.lead(side)}the last {runs} {limit} your floor of {metric.number(threshold.floor or 0)}."
    )
