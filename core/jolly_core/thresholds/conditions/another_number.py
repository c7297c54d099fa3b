"""A second number of the same runs, such as the tempo beside the streak."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.settings import metric_name, whole_number
from jolly_core.errors import Problem
from jolly_core.thresholds.condition import Condition, Mark, Played, RunResult, Seen, State, check_at_most
from jolly_core.thresholds.conditions.at_the_mark import MOST_RUNS, AtTheMark

HIGHEST_MARK = 100_000


@dataclass(frozen=True)
class AnotherNumber(Condition):
    """A mark of another metric in ``reached`` of the ``of_last`` last runs; the runs need not be those at the mark."""

    id = "another_number"
    title = "Another number as well"
    meaning = "Asks for a second number of the same runs, such as fewer misses beside the makes."
    place = 4
    asks_for_mark = False
    goes_by_makes = False

    metric: str = metric_name("Number")
    mark: int = whole_number("Its mark", 0, HIGHEST_MARK, 1)
    reached: int = whole_number("In how many", 1, MOST_RUNS, 2, "runs")
    of_last: int = whole_number("of the last … runs", 1, MOST_RUNS, 3, "runs")

    def check(self) -> None:
        check_at_most("reached", self.reached, self.of_last, "run")

    @property
    def most_runs(self) -> int:
        return self.of_last

    @property
    def _counting(self) -> AtTheMark:
        return AtTheMark(self.reached, self.of_last)

    def _mark(self, mark: Mark) -> Mark:
        return Mark(mark.metric_called(self.metric), self.mark, mark.among)

    def words(self, mark: Mark) -> str:
        return f"{self._mark(mark).words} {self._counting.words(mark)}"

    def problem_in(self, game: AnyGame) -> Problem | None:
        if game.metric(self.metric) is None:
            return game.unknown_metric(self.metric).under(self.id)
        return None

    def state(self, seen: Seen) -> State:
        runs = [replace(run, value=run.metrics.get(self.metric)) for run in seen.runs]
        return replace(
            self._counting.state(Seen(self._mark(seen.mark), runs, seen.game)),
            brief=self._mark(seen.mark).words,
            is_only_runs=False,
        )

    def suited(self, run: RunResult) -> RunResult:
        return replace(run, metrics={**run.metrics, self.metric: self.mark})

    def suited_words(self, mark: Mark) -> str:
        return self._mark(mark).words

    def filled_by(self, mark: Mark, played: Played, game: AnyGame) -> Any:
        """How it goes with the number asked first is not known: the price is told as if it were always reached."""
        return played.met | True
