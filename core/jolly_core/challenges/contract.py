"""What a challenge format is. A new format is one new module that keeps this contract, and a line in the registry."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Callable, Mapping
from dataclasses import asdict, dataclass, field
from math import exp, log
from statistics import NormalDist
from typing import Any, ClassVar, Generic, TypeVar

from jolly_core.challenges.count import Count
from jolly_core.challenges.events import ZONE, Event
from jolly_core.challenges.settings import Drawn, Setting, Settings, WholeNumber, read_settings, settings_schema
from jolly_core.errors import Problem
from jolly_core.stats.waiting import Wait

State = TypeVar("State")

#: Why a run is over; one that was kept on paper does not say.
GOAL, MISSED, ATTEMPTS, TIME, STOPPED, PAPER = "goal", "missed", "attempts", "time", "stopped", "paper"
WON, LOST = "won", "lost"


@dataclass(frozen=True)
class Metric:
    """A number that a threshold may ask for. ``direction`` is the better way: "up" or "down"."""

    id: str
    title: str
    direction: str
    unit: str


#: Nineteen in twenty lie below this many standard deviations above the mean, so nine in ten lie within it either way.
NINE_IN_TEN_Z = 1.6449
#: The share that a range leaves above it.
ABOVE = 0.05
#: Beyond this the length of a run is beyond a day, and no planning is helped by the exact number.
MOST_ATTEMPTS = 100_000
#: Rates that a plan reckons with: beyond them it would wait for ever, or for nothing.
LOWEST_RATE, HIGHEST_RATE = 0.02, 0.995


@dataclass(frozen=True)
class Pace:
    """How this athlete plays a rung: ms per attempt and share of makes; ``is_prior`` while there is no record.

    ``usual`` and ``spread`` are those of the format's leading metric, None before there are enough runs for them.
    ``tempo_spread`` is how much the time per attempt differs from run to run, as the standard deviation of its
    logarithm; ``seen`` is the number of attempts that the rate was seen in. The values without a record are common
    practice, no source.
    """

    attempt_ms: int = 6000
    rate: float = 0.7
    is_prior: bool = True
    usual: float | None = None
    spread: float | None = None
    tempo_spread: float = 0.25
    seen: int = 10

    @property
    def rate_error(self) -> float:
        """The standard error of the rate."""
        return float((self.rate * (1 - self.rate) / max(1, self.seen)) ** 0.5)

    @property
    def worse(self) -> float:
        """The rate one error down; no rate is so low that nothing would ever be made."""
        return max(LOWEST_RATE, self.rate - self.rate_error)

    @property
    def better(self) -> float:
        """The rate one error up; no rate is so high that nothing would ever be missed."""
        return min(HIGHEST_RATE, self.rate + self.rate_error)


@dataclass(frozen=True)
class Attempts:
    """How many attempts a run takes: nine times in ten from ``low`` to ``high``, ``expected`` on average.

    ``at_high`` is the chance that it takes just ``high`` of them, as where the run is cut there.
    """

    low: float
    expected: float
    high: float
    at_high: float = 0.0


@dataclass(frozen=True)
class Estimate:
    """How long something takes, in whole seconds: nine times in ten from ``low_s`` to ``high_s``."""

    low_s: int
    expected_s: int
    high_s: int


def time_of(attempts: Attempts, pace: Pace, *, rest_s: int = 0, at_most_s: int | None = None) -> Estimate:
    """The time that so many attempts take at a pace, with rests that do not vary, cut where the run is cut.

    How many and how fast vary apart from each other, so their deviations, as logarithms, add in quadrature. Where many
    runs are cut at the same number, what is above the range is the slow ones among those.
    """
    middle = max(1.0, attempts.expected)
    down = _together(log(middle / max(1.0, attempts.low)), NINE_IN_TEN_Z * pace.tempo_spread)
    most = log(max(middle, attempts.high) / middle)
    up = _together(most, NINE_IN_TEN_Z * pace.tempo_spread)
    if attempts.at_high > ABOVE:
        up = max(up, most + pace.tempo_spread * NormalDist().inv_cdf(1 - ABOVE / attempts.at_high))

    def seconds(factor: float) -> int:
        played_s = middle * factor * pace.attempt_ms / 1000
        return round(played_s + rest_s if at_most_s is None else min(at_most_s, played_s + rest_s))

    return Estimate(seconds(exp(-down)), seconds(1), seconds(exp(up)))


def attempts_of(wait: Callable[[float], Wait], pace: Pace, limit: float | None = None) -> Attempts:
    """How many attempts are waited for at a pace; the ends allow for a rate that is only estimated, by one error.

    ``wait`` is what is waited for at a given rate, ``limit`` where the run is cut.
    """
    low, high = wait(pace.better).within(ABOVE), wait(pace.worse).within(1 - ABOVE)
    at_rate = wait(min(HIGHEST_RATE, max(LOWEST_RATE, pace.rate)))
    most = MOST_ATTEMPTS if limit is None else limit
    at_limit = 0.0 if limit is None else 1 - at_rate.chance_within(limit)
    return Attempts(min(low, most), min(at_rate.mean, most), min(high, most), at_limit)


def _together(one: float, other: float) -> float:
    return float((one * one + other * other) ** 0.5)


#: More than a run on paper ever needs: what is beyond goes onto the back of the sheet.
MOST_BOXES = 60


@dataclass(frozen=True)
class Sheet:
    """How a run is kept on paper: its rule in a line, how many boxes there are to tick, what a box stands for."""

    rule: str
    boxes: int
    box_words: str


@dataclass(frozen=True, slots=True)
class Pad:
    """Something to press: the event it sends, the words on it, and a few more beside them, such as its points."""

    kind: str
    text: str
    word: str
    beside: str = ""
    #: Where nothing is gained by pressing it just now, as a target that has all its makes.
    is_done: bool = False


@dataclass(frozen=True)
class Reading:
    """What a format says of its state: the huge number, what is next, the metrics, and details of its own.

    ``target`` is what to play at now and ``then`` what follows it. ``pads`` is all that can be pressed where that is
    more than make and miss; ``asks`` is the question that they answer, if they answer one. ``wakes_in_ms`` is when
    the reading changes though nothing is pressed: somebody has to say then how late it is.
    """

    number: int
    number_label: str
    out_of: int | None
    next: str
    to_goal: int | None
    metrics: Mapping[str, int | float | None]
    time_left_ms: int | None = None
    rest_left_ms: int = 0
    target: str | None = None
    then: str | None = None
    asks: str = ""
    pads: tuple[Pad, ...] = ()
    wakes_in_ms: int | None = None
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
    target: str | None
    then: str | None
    asks: str
    pads: tuple[Pad, ...]
    wakes_in_ms: int | None
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
        # Its fields are plain already but for the pads; copying all of them, ten times a second, would be for nothing.
        values = {name: getattr(self, name) for name in self.__dataclass_fields__}
        return {**values, "pads": [asdict(pad) for pad in self.pads], "detail": dict(self.detail)}


class Challenge(ABC, Generic[State]):
    """One format: what it is called, what can be set, what it measures, and how its state moves.

    States are frozen: a session keeps every one of them, which is what makes undo go back as far as wished.
    ``metrics`` starts with the one that the format is about; ``make_word`` and ``miss_word`` are what the two halves
    of the court screen say. ``is_aimed`` says that a make hits a target, where there is one, and a miss misses it.
    """

    id: ClassVar[str]
    title: ClassVar[str]
    game: ClassVar[str]
    make_word: ClassVar[str] = "Made"
    miss_word: ClassVar[str] = "Missed"
    is_aimed: ClassVar[bool] = True
    declared: ClassVar[tuple[Setting, ...]]
    metrics: ClassVar[tuple[Metric, ...]]
    #: What is typed in of a run that was kept on paper; each has the meaning of the metric or count it is named after.
    totals: ClassVar[tuple[WholeNumber, ...]]

    def read_settings(self, given: Mapping[str, object]) -> dict[str, Any]:
        """The checked settings. Raises ``CoreError`` naming every setting that cannot be used."""
        return read_settings(self.declared, given)

    def schema(self) -> dict[str, Any]:
        """The JSON Schema of the settings."""
        return settings_schema(self.declared, self.title)

    def draw(self, settings: Settings, number: int) -> dict[str, Any]:
        """The settings of one run: what is drawn anew for every run, where it was left open, drawn by ``number``."""
        drawn = {each.name: each for each in self.declared if isinstance(each, Drawn)}
        return {
            name: drawn[name].low + number % (drawn[name].high - drawn[name].low + 1)
            if name in drawn and value is None
            else value
            for name, value in settings.items()
        }

    def leading(self, settings: Settings) -> str:
        """The metric that the game is about."""
        return self.metrics[0].id

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

    def takes(self, settings: Settings, state: State, press: Event, active_ms: int) -> bool:
        """Whether the press means anything here; one that does not is kept in the record and changes nothing."""
        return press.kind != ZONE

    @abstractmethod
    def step(self, settings: Settings, state: State, press: Event, active_ms: int) -> State:
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
    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        """How many attempts one run will take this athlete."""

    def estimate(self, settings: Settings, pace: Pace) -> Estimate:
        """How long one run will take this athlete."""
        return time_of(self.attempts(settings, pace), pace)

    def dose_terms(self, settings: Settings) -> Mapping[str, Any]:
        """What the game itself limits by the day and the week, in the terms of a dose; empty where nothing."""
        return {}

    def from_record(self, settings: Settings, dose: Mapping[str, int]) -> dict[str, Any]:
        """The settings of one run, after what the record says of today and of the last seven days: ``tried_today``,
        ``tried_in_seven_days`` (attempts) and ``days_before`` (other days than today with an attempt).

        Raises ``CoreError`` (``dose_used_up``) where nothing is left for today.
        """
        return dict(settings)

    @abstractmethod
    def sheet(self, settings: Settings) -> Sheet:
        """How a run is kept on paper."""

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        """The metrics that those totals cannot give."""
        return ()

    def metrics_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> dict[str, Any]:
        """The metrics that those totals say though they go by another name."""
        return {}

    @abstractmethod
    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> State:
        """A state as the totals on a sheet leave it. Raises ``CoreError`` for totals that cannot be together."""

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
