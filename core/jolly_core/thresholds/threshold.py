"""A threshold: "makes of 8 or more, in 3 of the last 5 runs, on at least 2 days, on each side"."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from math import inf
from typing import Any

from jolly_core.challenges.metric import Metric
from jolly_core.challenges.registry import AnyGame
from jolly_core.errors import CoreError, Problem
from jolly_core.foretelling.registry import forecast_of
from jolly_core.stored import Stored, upgraded
from jolly_core.validation import check_integer, check_number
from jolly_core.words import plain, quantity

MOST_RUNS = 20
HIGHEST_MARK = 100_000


@dataclass(frozen=True)
class Threshold(Stored):
    """Reach ``mark`` of ``metric`` in ``reached`` of the ``of_last`` last runs, on ``days`` different days.

    ``each_side``: both sides must each do so. ``floor``: missed in ``floor_runs`` runs one after
    another, the rung is too hard for now; None switches that off.
    """

    metric: Metric
    mark: float
    reached: int = 2
    of_last: int = 3
    days: int = 1
    each_side: bool = False
    floor: float | None = None
    floor_runs: int = 3

    def is_met_by(self, value: float | None) -> bool:
        """Whether one result reaches the mark."""
        if value is None:
            return False
        return value >= self.mark if self.metric.direction == "up" else value <= self.mark

    def is_under_floor(self, value: float | None) -> bool:
        """Whether one result misses the floor; without a floor none does."""
        if self.floor is None or value is None:
            return False
        return value < self.floor if self.metric.direction == "up" else value > self.floor

    def with_mark(self, mark: float) -> Threshold:
        """The same with another mark; a floor that would not be below it any more goes."""
        asked = replace(self, mark=mark)
        return replace(asked, floor=None) if asked.is_met_by(asked.floor) else asked

    @property
    def mark_words(self) -> str:
        """The mark as it is said: "8 makes or more"."""
        return self.metric.at_least(self.mark)

    @property
    def words(self) -> str:
        """The whole criterion as a sentence without its full stop."""
        words = f"{self.mark_words} in {self.reached} of the last {quantity(self.of_last, 'run')}"
        if self.reached == self.of_last:
            words = f"{self.mark_words} in {self.of_last} runs one after another"
            words = f"{self.mark_words} in one run" if self.of_last == 1 else words
        if self.days > 1:
            words += f", on at least {self.days} days"
        return words + (", on each side" if self.each_side else "")

    def as_dict(self) -> dict[str, Any]:
        """The threshold as plain values, as ``read_threshold`` takes them: its metric by its id."""
        return {**super().as_dict(), "metric": self.metric.id}


def check_mark(game: AnyGame, threshold: Threshold) -> None:
    """Raises ``CoreError`` for a mark that a game with these settings can never reach, or cannot but reach."""
    problems = [
        found
        for name, value in (("mark", threshold.mark), ("floor", threshold.floor))
        if value is not None and (found := _mark_problem(game, threshold.metric, name, value))
    ]
    if problems:
        raise CoreError(problems)


def _mark_problem(game: AnyGame, metric: Metric, name: str, value: float) -> Problem | None:
    low, high = forecast_of(game).span(metric.id)
    best, worst = (high, low) if metric.direction == "up" else (low, high)
    is_up = metric.direction == "up"
    if value > best if is_up else value < best:
        message = (
            f"No run of this game comes to {metric.words(value)}; the {'most' if is_up else 'least'} there can be "
        )
        message += f"is {metric.words(best)}." if best not in (worst, inf) else "is not told: ask for another number."
        return Problem("out_of_reach", message, (name,), value, best)
    if name == "mark" and (value <= worst if is_up else value >= worst):
        message = f"Every run that is played to its end comes to {metric.at_least(value)}; ask for more."
        return Problem("always_met", message, (name,), value, worst)
    return None


def stored_threshold(format_: type[AnyGame], stored: Mapping[str, Any]) -> Threshold:
    """The threshold that was stored for runs of a format; what is missing has its default.

    It was checked when it was stored. A metric that the format no longer has is its leading one.
    """
    values = upgraded(Threshold, stored)
    known = {name: values[name] for name in Threshold.__dataclass_fields__ if name in values}
    return Threshold(**{**known, "metric": format_.metric(values["metric"]) or format_.metrics[0]})


def read_threshold(format_: type[AnyGame], given: Mapping[str, Any]) -> Threshold:
    """The threshold in plain values, for runs of a format. Raises ``CoreError`` naming every bad field."""
    metric = format_.metric(str(given.get("metric")))
    reached, of_last, days = given.get("reached", 2), given.get("of_last", 3), given.get("days", 1)
    floor, floor_runs, each_side = given.get("floor"), given.get("floor_runs", 3), given.get("each_side", False)
    problems = [
        check_number("mark", given.get("mark"), 0, HIGHEST_MARK),
        check_integer("of_last", of_last, 1, MOST_RUNS, "runs"),
        check_integer("reached", reached, 1, of_last if isinstance(of_last, int) else MOST_RUNS, "runs"),
        check_integer("days", days, 1, reached if isinstance(reached, int) else MOST_RUNS, "days"),
        check_integer("floor_runs", floor_runs, 1, MOST_RUNS, "runs"),
        None if floor is None else check_number("floor", floor, 0, HIGHEST_MARK),
    ]
    if metric is None:
        problems.append(format_.unknown_metric(given.get("metric")))
    if not isinstance(each_side, bool):
        problems.append(Problem("not_a_yes_or_no", "each_side must be true or false.", ("each_side",), each_side))
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    assert metric is not None  # a missing one is among the problems
    threshold = Threshold(metric, given["mark"], reached, of_last, days, each_side, floor, floor_runs)
    if floor is not None and threshold.is_met_by(floor):
        raise CoreError.one(
            "floor_above_mark",
            f"The floor ({plain(floor)}) must be easier than the mark ({plain(threshold.mark)}).",
            "floor",
            value=floor,
        )
    return threshold
