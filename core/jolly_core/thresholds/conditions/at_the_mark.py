"""The mark reached in so many of the last runs, on so many days."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.settings import whole_number
from jolly_core.thresholds.condition import Condition, Mark, Played, RunResult, Seen, State, check_at_most
from jolly_core.words import quantity

MOST_RUNS = 20
#: Longer windows have too many states for an exact price.
MOST_DIGITS = 10


@dataclass(frozen=True)
class AtTheMark(Condition):
    """The mark in ``reached`` of the ``of_last`` last runs, on ``days`` different days."""

    id = "at_the_mark"
    title = "Runs at the mark"
    meaning = "Counts runs that reach the mark. Plain, and open to luck: see what luck it lets through."
    place = 1

    reached: int = whole_number("In how many", 1, MOST_RUNS, 2, "runs")
    of_last: int = whole_number("of the last … runs", 1, MOST_RUNS, 3, "runs")
    days: int = whole_number("on at least … days", 1, MOST_RUNS, 1, "days")

    def check(self) -> None:
        check_at_most("reached", self.reached, self.of_last, "run")
        check_at_most("days", self.days, self.reached, "day")

    @property
    def most_runs(self) -> int:
        return self.of_last

    def words(self, mark: Mark) -> str:
        words = f"in {self.reached} of the last {quantity(self.of_last, 'run')}"
        if self.reached == self.of_last:
            words = "in one run" if self.of_last == 1 else f"in {self.of_last} runs one after another"
        return words + (f", on at least {self.days} days" if self.days > 1 else "")

    def state(self, seen: Seen) -> State:
        mark, recent = seen.mark, seen.latest(self.of_last)
        good = [run.day for run in recent if mark.is_met_by(run.value)]
        days = len(set(good))
        more_runs, more_days, days_kept = self._still_missing(mark, recent)
        # Every good run and every day asked for is one part; parts beyond what is asked for fill nothing.
        filled = min(len(good), self.reached) + min(days, self.days)
        brief = f"{len(good)} reached, {self.reached} wanted"
        return State(
            is_filled=more_runs == 0,
            share=filled / (self.reached + self.days),
            so_far=_so_far(mark, recent, len(good)) + (f" on {quantity(days, 'day')}" if more_runs == 0 else ""),
            wanted=f"{self.reached} wanted",
            missing=_missing(more_runs, more_days, days_kept),
            brief=brief + (f"; on {quantity(days, 'day')}, {self.days} wanted" if self.days > 1 else ""),
            more_runs=more_runs,
            is_only_runs=more_runs > 0 and more_days <= (1 if days_kept == 0 else 0),
        )

    def filled_by(self, mark: Mark, played: Played, game: AnyGame) -> Any:
        reached = played.met.cumsum(axis=-1)
        before = reached[..., : -self.of_last]
        reached[..., self.of_last :] -= before.copy()
        return reached >= self.reached

    def chances_to_fill(self, met: Any, runs: int) -> Any:
        """By the chain of what the last runs were: the binary digits of a state say which reached the mark."""
        import numpy as np

        if self.of_last > MOST_DIGITS:
            return None
        states = np.arange(2**self.of_last)
        is_full = np.array([each.bit_count() >= self.reached for each in range(len(states))])
        after_miss = (2 * states) % len(states)
        weights = np.zeros((len(met), len(states)))
        weights[:, 0] = 1
        filled, by_run = np.zeros(len(met)), []
        for _ in range(runs):
            after = np.zeros_like(weights)
            for rate, chance in enumerate(met):
                after[rate] = np.bincount(after_miss, weights[rate] * (1 - chance), len(states))
                after[rate] += np.bincount(after_miss + 1, weights[rate] * chance, len(states))
            filled = filled + after[:, is_full].sum(axis=1)
            weights = np.where(is_full, 0, after)
            by_run.append(filled)
        return np.stack(by_run, axis=1)

    def _still_missing(self, mark: Mark, recent: Sequence[RunResult]) -> tuple[int, int, int]:
        """The least number of good runs to add until the window holds enough, how many need a new day, beside how many.

        Adding a run pushes the oldest one out of the window, so this is counted by trying.
        """
        for more in range(self.of_last + 1):
            kept = list(recent)[-(self.of_last - more) :] if more < self.of_last else []
            good = [run.day for run in kept if mark.is_met_by(run.value)]
            days = len(set(good))
            new_days = max(0, self.days - days)
            if len(good) + more >= self.reached and new_days <= more:
                return more, new_days, days
        return self.of_last, self.days, 0  # a window of good runs alone always does


def _so_far(mark: Mark, recent: Sequence[RunResult], good: int) -> str:
    if not recent:
        return f"no run yet at {mark.words}"
    if len(recent) == 1:
        return f"the last run {'reached' if good else 'did not reach'} {mark.words}"
    return f"of the last {quantity(len(recent), 'run')} {good or 'none'} reached {mark.words}"


def _missing(more: int, new_days: int, days_kept: int) -> str:
    if not more:
        return ""
    enough = f"{more} more"
    if days_kept == 0:
        # Nothing counts yet, so the first good day is not "another" one.
        if new_days <= 1:
            return enough
        return f"{more} more, on {new_days} different days" + ("" if new_days == more else " at least")
    if not new_days:
        return enough
    if new_days < more:
        return f"{more} more, {new_days} of them on {'another day' if new_days == 1 else 'other days'}"
    return f"{more} more, on another day" if new_days == 1 else f"{more} more, on {new_days} other days"
