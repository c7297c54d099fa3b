"""Steady: the last runs were not below a floor, or not often."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.settings import whole_number
from jolly_core.thresholds.condition import Condition, Mark, Played, Seen, State, check_at_most
from jolly_core.thresholds.conditions.at_the_mark import MOST_RUNS
from jolly_core.words import quantity

HIGHEST_FLOOR = 100_000


@dataclass(frozen=True)
class Steady(Condition):
    """Fewer than ``times`` of the ``of_last`` last runs miss ``floor``; there are to be as many runs."""

    id = "steady"
    title = "Never below a floor"
    meaning = "Asks that no poor run comes in between, or few of them: the level is yours on any day."
    place = 4
    asks_for_mark = False
    goes_by_makes = False

    floor: int = whole_number("Floor", 0, HIGHEST_FLOOR, 1)
    times: int = whole_number("fewer times below it than", 1, MOST_RUNS, 1, "times")
    of_last: int = whole_number("in the last … runs", 1, MOST_RUNS, 5, "runs")

    def check(self) -> None:
        check_at_most("times", self.times, self.of_last, "run")

    @property
    def most_runs(self) -> int:
        return self.of_last

    def _floor(self, mark: Mark) -> Mark:
        return Mark(mark.metric, self.floor)

    def words(self, mark: Mark) -> str:
        often = "none" if self.times == 1 else f"at most {self.times - 1}"
        worse = f"worse than {mark.metric.words(self.floor)}"
        return f"the last run not {worse}" if self.of_last == 1 else f"{often} of the last {self.of_last} runs {worse}"

    def state(self, seen: Seen) -> State:
        recent, floor = seen.latest(self.of_last), self._floor(seen.mark)
        below = [not floor.is_met_by(run.value) for run in recent]
        more = next(
            each
            for each in range(self.of_last + 1)
            if len(recent) + each >= self.of_last and sum([*below, *[False] * each][-self.of_last :]) < self.times
        )
        said = f"{sum(below) or 'none'} of the last {quantity(len(recent), 'run')} worse than {self.floor}"
        if len(recent) == 1:
            said = f"the last run {'' if below[0] else 'not '}worse than {self.floor}"
        return State(
            is_filled=more == 0,
            share=1 - more / self.of_last,
            so_far=said if recent else "no run yet",
            wanted="none wanted" if self.times == 1 else f"at most {self.times - 1} wanted",
            missing=f"{quantity(more, 'more run')} not worse than {seen.mark.metric.words(self.floor)}" if more else "",
            brief=said if recent else "no run yet",
            more_runs=more,
        )

    def filled_by(self, mark: Mark, played: Played, game: AnyGame) -> Any:
        """How far below the mark poor runs lie is not played: the price is told as if none were below the floor."""
        return played.met | True
