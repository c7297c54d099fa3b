"""What a challenge format is. A new format is one new module that keeps this contract, and a line in the registry."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping
from dataclasses import asdict, dataclass, field
from typing import Any, ClassVar, Generic, TypeVar

from jolly_core.challenges.count import Count
from jolly_core.challenges.settings import Setting, Settings, read_settings, settings_schema
from jolly_core.errors import Problem

State = TypeVar("State")

#: Why a run is over.
GOAL, MISSED, ATTEMPTS, TIME, STOPPED = "goal", "missed", "attempts", "time", "stopped"


@dataclass(frozen=True)
class Metric:
    """A number that a threshold may ask for. ``direction`` is the better way: "up" or "down"."""

    id: str
    title: str
    direction: str
    unit: str


@dataclass(frozen=True)
class Pace:
    """How this athlete plays a rung: ms per attempt and share of makes; ``is_prior`` while there is no record.

    ``usual`` and ``spread`` are those of the format's leading metric, None before there are enough runs for them.
    """

    attempt_ms: int = 6000
    rate: float = 0.7
    is_prior: bool = True
    usual: float | None = None
    spread: float | None = None


@dataclass(frozen=True)
class Estimate:
    """How long a run may take, in whole seconds: short, expected, long."""

    low_s: int
    expected_s: int
    high_s: int


@dataclass(frozen=True)
class Reading:
    """What a format says of its state: the huge number, what is next, the metrics, and details of its own."""

    number: int
    number_label: str
    out_of: int | None
    next: str
    to_goal: int | None
    metrics: Mapping[str, int | float | None]
    time_left_ms: int | None = None
    rest_left_ms: int = 0
    detail: Mapping[str, Any] = field(default_factory=dict)


@dataclass(frozen=True)
class Tally:
    """What the rules make of the events so far."""

    format: str
    number: int
    number_label: str
    out_of: int | None
    next: str
    to_goal: int | None
    attempts: int
    makes: int
    misses: int
    lets: int
    rate: float | None
    streak: int
    best_streak: int
    time_used_ms: int
    time_left_ms: int | None
    rest_left_ms: int
    is_paused: bool
    is_over: bool
    ending: str | None
    undoable: int
    ignored: int
    metrics: Mapping[str, int | float | None]
    detail: Mapping[str, Any]

    def as_dict(self) -> dict[str, Any]:
        """The tally as plain values, ready for JSON."""
        return asdict(self)


class Challenge(ABC, Generic[State]):
    """One format: what it is called, what can be set, what it measures, and how its state moves.

    States are frozen: a session keeps every one of them, which is what makes undo go back as far as wished.
    ``metrics`` starts with the one that the format is about; ``make_word`` and ``miss_word`` are what the two halves
    of the court screen say.
    """

    id: ClassVar[str]
    title: ClassVar[str]
    game: ClassVar[str]
    make_word: ClassVar[str] = "Made"
    miss_word: ClassVar[str] = "Missed"
    declared: ClassVar[tuple[Setting, ...]]
    metrics: ClassVar[tuple[Metric, ...]]

    def read_settings(self, given: Mapping[str, object]) -> dict[str, Any]:
        """The checked settings. Raises ``CoreError`` naming every setting that cannot be used."""
        return read_settings(self.declared, given)

    def schema(self) -> dict[str, Any]:
        """The JSON Schema of the settings."""
        return settings_schema(self.declared, self.title)

    def metric(self, metric_id: str) -> Metric | None:
        """The metric of that id, if the format has it."""
        return next((metric for metric in self.metrics if metric.id == metric_id), None)

    def unknown_metric(self, metric_id: object) -> Problem:
        """What to say to somebody who asks for a metric that the format does not have."""
        known = [metric.id for metric in self.metrics]
        message = f"{self.title} does not measure {metric_id!r}; it measures {', '.join(known)}."
        return Problem("unknown_metric", message, ("metric",), metric_id, known)

    @abstractmethod
    def start(self, settings: Settings) -> State:
        """The state before the first press."""

    @abstractmethod
    def step(self, settings: Settings, state: State, press: str, active_ms: int) -> State:
        """The state after one press at ``active_ms`` (the run's clock without its pauses)."""

    @abstractmethod
    def count(self, state: State) -> Count:
        """The plain count within the state."""

    @abstractmethod
    def ending(self, settings: Settings, state: State, active_ms: int) -> str | None:
        """Why the run is over by its own rules; None while it goes on."""

    @abstractmethod
    def read(self, settings: Settings, state: State, active_ms: int) -> Reading:
        """What the state says."""

    @abstractmethod
    def estimate(self, settings: Settings, pace: Pace) -> Estimate:
        """How long one run will take this athlete."""

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        """The chance that a run at this pace reaches the mark, given ``within_s`` seconds where nothing else limits it.

        None where the record cannot say.
        """
        return None

    def highest_mark(self, settings: Settings, metric_id: str) -> int:
        """The highest mark that a run of this game can reach; 0 for a metric in which fewer is better."""
        return 0

    def cost_words(self, settings: Settings, pace: Pace, metric_id: str, mark: float) -> str | None:
        """What reaching the mark costs, in a sentence; None where every run costs the same."""
        return None

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        """What the arithmetic of a run says about it, in sentences with numbers; ``tally`` as plain values."""
        return ()

    @abstractmethod
    def goal_words(self, settings: Settings) -> str:
        """The game with its numbers in a few words: "8 of 10", "30 s, 25 to reach"."""
