"""What a threshold is made of: conditions, each with its words, how far runs fill it, and what is still missing."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import Any, ClassVar

from jolly_core.challenges.metric import Metric
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.settings import Settings, settings_schema
from jolly_core.errors import CoreError, Problem
from jolly_core.ladder.needs import Need
from jolly_core.validation import check_integer

#: After so many days without a run the first one only says where one stands. Common practice, no source.
PAUSE_DAYS = 21


@dataclass(frozen=True)
class RunResult:
    """What counts of a run here: its day (the athlete's own calendar), its side, the metric's value, and its tries."""

    day: date
    side: str
    value: float | None
    makes: int = 0
    attempts: int = 0
    #: How comfortable it was; None where that was not said.
    comfort: int | None = None
    #: All its numbers by the ids of their metrics.
    metrics: Mapping[str, float | None] = field(default_factory=dict)
    #: How many days after the run before it on the same rung and side; 0 for the first one.
    days_before: int = 0

    @property
    def is_after_pause(self) -> bool:
        """Whether it is the first one after weeks without: it counts for nothing but the record."""
        return self.days_before >= PAUSE_DAYS


@dataclass(frozen=True)
class Mark:
    """What every run is held against: a value of a metric."""

    metric: Metric
    value: float
    #: All metrics of the format, for who asks for another one.
    among: tuple[Metric, ...] = field(default=(), compare=False)

    def metric_called(self, metric_id: str) -> Metric:
        """Another metric of the same format by its id; this one where there is none."""
        return next((each for each in self.among if each.id == metric_id), self.metric)

    def is_met_by(self, value: float | None) -> bool:
        """Whether one result reaches it."""
        if value is None:
            return False
        return value >= self.value if self.metric.direction == "up" else value <= self.value

    @property
    def words(self) -> str:
        """As it is said: "8 makes or more"."""
        return self.metric.at_least(self.value)


@dataclass(frozen=True)
class Seen:
    """What a condition looks at: the runs of one side, oldest first, beside the mark that is asked in a game.

    ``needs`` are the rungs that the one being worked on needs.
    """

    mark: Mark
    runs: Sequence[RunResult]
    game: AnyGame
    needs: tuple[Need, ...] = ()

    def latest(self, many: int) -> list[RunResult]:
        """The last ``many`` runs, oldest first."""
        return list(self.runs)[-many:] if many else []


@dataclass(frozen=True)
class State:
    """How far runs fill a condition.

    ``share`` (0 to 1) is for drawing, 1 where it is filled. ``so_far`` says how it stands, ``wanted`` what is asked,
    ``missing`` what would fill it (empty where nothing is missing), and ``brief`` all of it in a few words.
    ``more_runs`` is the least number of further good runs, None where that cannot be told. ``is_only_runs``: what
    is missing is a number of runs and nothing else, so that what comes of it can be said right after.
    """

    is_filled: bool
    share: float
    so_far: str
    wanted: str
    missing: str
    brief: str
    more_runs: int | None = None
    is_only_runs: bool = False


@dataclass(frozen=True)
class Played:
    """Runs of many athletes at several rates, for what a threshold costs: arrays of rates by athletes by runs.

    ``met`` says which runs reached the mark, ``makes`` how many of the ``attempts`` of each were made.
    """

    met: Any
    makes: Any
    attempts: int


def check_at_most(name: str, value: int, most: int, unit: str) -> None:
    """Raise ``CoreError`` for a number of ``unit`` (in the singular) that is not 1 to ``most`` of another setting."""
    if problem := check_integer(name, value, 1, most, unit if most == 1 else f"{unit}s"):
        raise CoreError([problem])


@dataclass(frozen=True)
class Condition(Settings, ABC):
    """One thing that is asked of the runs on a rung. One module in ``conditions`` for each.

    ``place`` is where it stands in the threshold's words; ``meaning`` says in a sentence what it is good for.
    """

    id: ClassVar[str]
    title: ClassVar[str]
    meaning: ClassVar[str]
    place: ClassVar[int]
    #: Whether it asks for the mark; a threshold needs one that does.
    asks_for_mark: ClassVar[bool] = True
    #: Whether makes and misses alone fill it; the price of others is told as if they were always filled.
    goes_by_makes: ClassVar[bool] = True

    @property
    @abstractmethod
    def most_runs(self) -> int:
        """How many of the latest runs it looks at."""

    @abstractmethod
    def words(self, mark: Mark) -> str:
        """What it asks, after the mark: "in 2 of the last 3 runs"."""

    @abstractmethod
    def state(self, seen: Seen) -> State:
        """How far what was seen of one side fills it."""

    def is_filled(self, seen: Seen) -> bool:
        """Whether it is filled, where nothing else is asked."""
        return self.state(seen).is_filled

    @abstractmethod
    def filled_by(self, mark: Mark, played: Played, game: AnyGame) -> Any:
        """After which runs, each on a day of its own, many athletes fill it: an array of rates by athletes by runs."""

    def chances_to_fill(self, met: Any, runs: int) -> Any:
        """The exact chance to have filled it after each of ``runs`` runs, an array of chances by runs.

        ``met`` is an array of chances that a run is at the mark. None where there is no exact way.
        """
        return None

    def suited(self, run: RunResult) -> RunResult:
        """A run with what it asks beside the mark."""
        return run

    def suited_words(self, mark: Mark) -> str:
        """That in words; empty where it asks for nothing beside the mark."""
        return ""

    def problem_in(self, game: AnyGame) -> Problem | None:
        """Why it cannot be asked of a game; None where it can."""
        return None

    @classmethod
    def schema(cls) -> Mapping[str, Any]:
        """The JSON Schema of its settings."""
        return settings_schema(cls.declared(), cls.title)
