"""A threshold: "8 makes or more in 3 of the last 5 runs, on at least 2 days; proven: 90 % sure; on each side"."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from math import inf
from typing import Any, TypeVar

from jolly_core.challenges.metric import Metric
from jolly_core.challenges.registry import AnyGame
from jolly_core.discovery import list_classes
from jolly_core.errors import CoreError, Problem, errors_under
from jolly_core.foretelling.registry import forecast_of
from jolly_core.sides import NONE
from jolly_core.stored import VERSION_KEY, Stored, to_plain, upgraded
from jolly_core.thresholds import conditions as modules
from jolly_core.thresholds.condition import Condition, Mark, RunResult
from jolly_core.thresholds.conditions.at_the_mark import MOST_RUNS, AtTheMark
from jolly_core.validation import check_integer, check_number
from jolly_core.words import plain, quantity

HIGHEST_MARK = 100_000
MOST_CONDITIONS = 3
#: By their ids, in the order in which they are said.
CONDITIONS: dict[str, type[Condition]] = {
    each.id: each for each in sorted(list_classes(modules, Condition), key=lambda condition: condition.place)
}
#: What a threshold with this condition alone may be written with, in short.
IN_SHORT = ("reached", "of_last", "days")

Known = TypeVar("Known", bound=Condition)


def _with_conditions(values: dict[str, Any]) -> dict[str, Any]:
    """From version 1, which knew one condition and wrote it among the other fields."""
    short = {name: values.pop(name) for name in IN_SHORT if name in values}
    return {**values, "conditions": {AtTheMark.id: short}}


@dataclass(frozen=True)
class Threshold(Stored):
    """Reach ``mark`` of ``metric`` as each of the ``conditions`` asks; all of them must hold.

    ``each_side``: both sides must each do so. ``floor``: missed in ``floor_runs`` runs one after
    another, the rung is too hard for now; None switches that off.
    """

    _version = 2
    _upgrades = {1: _with_conditions}

    metric: Metric
    mark: float
    conditions: tuple[Condition, ...] = (AtTheMark(),)
    each_side: bool = False
    floor: float | None = None
    floor_runs: int = 3
    #: All metrics of the format.
    among: tuple[Metric, ...] = field(default=(), compare=False)

    @property
    def of_a_run(self) -> Mark:
        """What every run is held against."""
        return Mark(self.metric, self.mark, self.among)

    def condition(self, kind: type[Known]) -> Known | None:
        """One of the conditions, None where it is not asked."""
        return next((each for each in self.conditions if isinstance(each, kind)), None)

    @property
    def most_runs(self) -> int:
        """How many of the latest runs it looks at."""
        return max(self.floor_runs, *(each.most_runs for each in self.conditions))

    def by_side(self, runs: Sequence[RunResult], sides: Sequence[str]) -> dict[str, list[RunResult]]:
        """The runs as they are judged: those of each of the sides for itself, or all together."""
        if not self.each_side:
            return {NONE: list(runs)}
        return {side: [run for run in runs if run.side == side] for side in sides}

    def is_met_by(self, value: float | None) -> bool:
        """Whether one result reaches the mark."""
        return self.of_a_run.is_met_by(value)

    def is_under_floor(self, value: float | None) -> bool:
        """Whether one result misses the floor; without a floor none does."""
        return self.floor is not None and value is not None and not Mark(self.metric, self.floor).is_met_by(value)

    def with_mark(self, mark: float) -> Threshold:
        """The same with another mark; a floor that would not be below it any more goes."""
        asked = replace(self, mark=mark)
        return replace(asked, floor=None) if asked.is_met_by(asked.floor) else asked

    @property
    def mark_words(self) -> str:
        """The mark as it is said: "8 makes or more"."""
        return self.of_a_run.words

    @property
    def words(self) -> str:
        """The whole criterion as a sentence without its full stop."""
        first, *others = (each.words(self.of_a_run) for each in self.conditions)
        is_counted = self.condition(AtTheMark) is not None
        asked = "; ".join([f"{self.mark_words}{' ' if is_counted else ', '}{first}", *others])
        return asked + (", on each side" if self.each_side else "")

    def as_dict(self) -> dict[str, Any]:
        """The threshold as plain values, as ``read_threshold`` takes them: metric and conditions by their ids."""
        return {
            "metric": self.metric.id,
            "mark": self.mark,
            "conditions": {each.id: to_plain(each) for each in self.conditions},
            "each_side": self.each_side,
            "floor": self.floor,
            "floor_runs": self.floor_runs,
        }


def check_mark(game: AnyGame, threshold: Threshold) -> None:
    """Raises ``CoreError`` for a mark that a game with these settings can never reach, or cannot but reach."""
    problems = [
        found
        for name, value in (("mark", threshold.mark), ("floor", threshold.floor))
        if value is not None and (found := _mark_problem(game, threshold.metric, name, value))
    ]
    problems += [found.under("conditions") for each in threshold.conditions if (found := each.problem_in(game))]
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

    It was checked when it was stored. A metric that the format no longer has is its leading one, and a condition that
    is known no longer is left out.
    """
    values = upgraded(Threshold, stored)
    known = {name: values[name] for name in Threshold.__dataclass_fields__ if name in values and name != "among"}
    found = [
        CONDITIONS[name].from_stored(each) for name, each in known.pop("conditions", {}).items() if name in CONDITIONS
    ]
    metric = format_.metric(values["metric"]) or format_.metrics[0]
    conditions = _in_order(found) or (AtTheMark(),)
    return Threshold(**{**known, "metric": metric, "conditions": conditions, "among": format_.metrics})


def _in_order(conditions: list[Condition]) -> tuple[Condition, ...]:
    return tuple(sorted(conditions, key=lambda each: each.place))


def read_threshold(format_: type[AnyGame], given: Mapping[str, Any]) -> Threshold:
    """The threshold in plain values, for runs of a format. Raises ``CoreError`` naming every bad field.

    In short, ``reached``, ``of_last`` and ``days`` stand for the condition of runs at the mark alone.
    """
    metric = format_.metric(str(given.get("metric")))
    floor, floor_runs, each_side = given.get("floor"), given.get("floor_runs", 3), given.get("each_side", False)
    problems = [
        check_number("mark", given.get("mark"), 0, HIGHEST_MARK),
        check_integer("floor_runs", floor_runs, 1, MOST_RUNS, "runs"),
        None if floor is None else check_number("floor", floor, 0, HIGHEST_MARK),
    ]
    conditions: tuple[Condition, ...] = ()
    try:
        conditions = _read_conditions(given)
    except CoreError as error:
        problems += error.problems
    if metric is None:
        problems.append(format_.unknown_metric(given.get("metric")))
    if not isinstance(each_side, bool):
        problems.append(Problem("not_a_yes_or_no", "each_side must be true or false.", ("each_side",), each_side))
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    assert metric is not None  # a missing one is among the problems
    threshold = Threshold(metric, given["mark"], conditions, each_side, floor, floor_runs, format_.metrics)
    if floor is not None and threshold.is_met_by(floor):
        raise CoreError.one(
            "floor_above_mark",
            f"The floor ({plain(floor)}) must be easier than the mark ({plain(threshold.mark)}).",
            "floor",
            value=floor,
        )
    return threshold


def _read_conditions(given: Mapping[str, Any]) -> tuple[Condition, ...]:
    asked = given.get("conditions")
    if asked is None:
        return (AtTheMark.read({name: given[name] for name in IN_SHORT if name in given}),)
    with errors_under("conditions"):
        if not isinstance(asked, Mapping) or not 1 <= len(asked) <= MOST_CONDITIONS:
            message = f"Ask for one to {quantity(MOST_CONDITIONS, 'condition')}."
            raise CoreError.one("wrong_length", message, value=None, allowed=f"1..{MOST_CONDITIONS}")
        conditions = _in_order([_read_condition(name, values) for name, values in asked.items()])
        if not any(each.asks_for_mark for each in conditions):
            asking = " or ".join(f"“{each.title}”" for each in CONDITIONS.values() if each.asks_for_mark)
            message = f"Nothing here asks for the mark: put in {asking} as well."
            raise CoreError.one("no_mark", message, value=list(asked))
        return conditions


def _read_condition(name: str, values: Any) -> Condition:
    if name not in CONDITIONS:
        raise CoreError.one("not_a_choice", f"There is no condition {name!r}.", name, allowed=list(CONDITIONS))
    with errors_under(name):
        if not isinstance(values, Mapping):
            raise CoreError.one("not_an_object", "A condition has settings by their names.", value=None)
        return CONDITIONS[name].read({key: value for key, value in values.items() if key != VERSION_KEY})
