"""How far the runs of one side fill a threshold."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from jolly_core.thresholds.threshold import Threshold


@dataclass(frozen=True)
class RunResult:
    """What counts of a run here: its day (the athlete's own calendar), its side, and the metric's value."""

    day: date
    side: str
    value: float | None


@dataclass(frozen=True)
class Evidence:
    """Of the last runs of ``side``: which met the mark, on how many days, and what is still missing.

    ``more_runs`` is the least number of further good runs; ``more_days`` how many of them must fall on new days,
    beside the ``days_kept`` that will still count by then.
    ``share`` (0 to 1) is how far the threshold is filled, for drawing.
    """

    side: str
    recent: tuple[bool, ...]
    met: int
    days_met: int
    more_runs: int
    more_days: int
    days_kept: int
    share: float
    #: The side as it is said; empty without sides.
    side_words: str = ""

    @property
    def is_filled(self) -> bool:
        return self.more_runs == 0


def gather_evidence(threshold: Threshold, runs: Sequence[RunResult], side: str, side_words: str = "") -> Evidence:
    """The evidence in one side's runs, oldest first."""
    recent = list(runs)[-threshold.of_last :]
    good = [run.day for run in recent if threshold.is_met_by(run.value)]
    more_runs, more_days, days_kept = _still_missing(threshold, recent)
    # Every good run and every day asked for is one part; parts beyond what is asked for fill nothing.
    wanted = threshold.reached + threshold.days
    filled = min(len(good), threshold.reached) + min(len(set(good)), threshold.days)
    return Evidence(
        side=side,
        recent=tuple(threshold.is_met_by(run.value) for run in recent),
        met=len(good),
        days_met=len(set(good)),
        more_runs=more_runs,
        more_days=more_days,
        days_kept=days_kept,
        share=filled / wanted,
        side_words=side_words,
    )


def _still_missing(threshold: Threshold, recent: Sequence[RunResult]) -> tuple[int, int, int]:
    """The least number of good runs to add until the window holds enough, how many need a new day, beside how many.

    Adding a run pushes the oldest one out of the window, so this is counted by trying.
    """
    for more in range(threshold.of_last + 1):
        kept = list(recent)[-(threshold.of_last - more) :] if more < threshold.of_last else []
        good = [run.day for run in kept if threshold.is_met_by(run.value)]
        days = len(set(good))
        new_days = max(0, threshold.days - days)
        if len(good) + more >= threshold.reached and new_days <= more:
            return more, new_days, days
    return threshold.of_last, threshold.days, 0  # a window of good runs alone always does
