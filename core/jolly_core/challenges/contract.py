"""What a challenge format is. A new format is one new module that keeps this contract, and a line in the registry."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict, dataclass, field
from math import inf
from typing import Any, ClassVar, Generic, TypeVar

from jolly_core.challenges.count import Count
from jolly_core.challenges.events import ZONE, Event
from jolly_core.challenges.foretelling import Attempts, Estimate, Pace, time_of
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Drawn, Setting, Settings, WholeNumber, read_settings, settings_schema
from jolly_core.errors import Problem

State = TypeVar("State")

#: Why a run is over; one that was kept on paper does not say.
GOAL, MISSED, ATTEMPTS, TIME, STOPPED, PAPER = "goal", "missed", "attempts", "time", "stopped", "paper"
WON, LOST, GIVEN_UP = "won", "lost", "given_up"
#: Endings of a run that was played to an end of its own; one that was stopped by hand was cut short.
WHOLE = (GOAL, MISSED, ATTEMPTS, TIME, PAPER, WON, LOST, GIVEN_UP)


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
    the reading changes though nothing is pressed: somebody has to say then how late it is. ``in_hand`` is what of a
    metric is still growing, where that is less than the metric itself: a row is only made longer by the row in hand.
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
    in_hand: Mapping[str, int] = field(default_factory=dict)
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
    in_hand: Mapping[str, int]
    detail: Mapping[str, Any]

    def as_dict(self) -> dict[str, Any]:
        """The tally as plain values, ready for JSON."""
        # Its fields are plain already but for the pads; copying all of them, ten times a second, would be for nothing.
        values = {name: getattr(self, name) for name in self.__dataclass_fields__}
        pads = [asdict(pad) for pad in self.pads]
        return {**values, "pads": pads, "in_hand": dict(self.in_hand), "detail": dict(self.detail)}


class Challenge(ABC, Generic[State]):
    """One format: what it is called, what can be set, what it measures, and how its state moves.

    States are frozen: a session keeps every one of them, which is what makes undo go back as far as wished.
    ``metrics`` starts with the one that the format is about; ``make_word`` and ``miss_word`` are what the two halves
    of the court screen say. ``is_aimed`` says that a make hits a target, where there is one, and a miss misses it;
    ``counts_zones`` that balls are counted target by target, whichever of them was aimed at.
    """

    id: ClassVar[str]
    title: ClassVar[str]
    game: ClassVar[str]
    make_word: ClassVar[str] = "Made"
    miss_word: ClassVar[str] = "Missed"
    is_aimed: ClassVar[bool] = True
    counts_zones: ClassVar[bool] = False
    declared: ClassVar[tuple[Setting, ...]]
    metrics: ClassVar[tuple[Metric, ...]]
    #: What is reckoned with while an athlete has no record. Common practice, no source.
    prior: ClassVar[Pace] = Pace()
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

    def lay_out(self, settings: Settings, order: Callable[[str, Sequence[str]], Sequence[str]]) -> dict[str, Any]:
        """The settings of one run on a layout: what goes by where its targets lie, put in that order.

        ``order`` takes a written order and the targets' names; it answers with nothing where it does not go by place.
        """
        return dict(settings)

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

    def resume(self, settings: Settings, state: State, active_ms: int) -> State:
        """The state to go on from at that moment, after an undo led back to it."""
        return state

    def closes_ms(self, settings: Settings, state: State) -> int | None:
        """The moment of the run's clock up to which there is something to play; None where none is set.

        A press at that very moment still counts; what comes later finds the run over, and takes no time of it.
        """
        limit = settings.get("seconds_limit")
        return None if limit is None else int(limit) * 1000

    def is_timed_out(self, settings: Settings, state: State, active_ms: int) -> bool:
        """Whether the run is over because its time is up."""
        closes_ms = self.closes_ms(settings, state)
        return closes_ms is not None and active_ms > closes_ms

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
    def ending(self, settings: Settings, state: State) -> str | None:
        """Why the run is over by what was pressed; None while it goes on. Time that is up is the session's to say."""

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

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        """The lowest and the highest value of a metric with which a run can come to an end of its own.

        A mark that asks for less than the lowest is always met, one that asks for more than the highest never.
        """
        return 0, inf

    def asked(self, settings: Settings) -> str:
        """The metric that a first mark is fairly asked of: one that not every run reaches."""
        return self.leading(settings)

    def first_mark(self, settings: Settings, metric_id: str) -> float | None:
        """A mark to begin with where the game knows one; None where it follows from goals and chances."""
        return None

    def counted_zones(self, settings: Settings) -> tuple[str, ...]:
        """The targets that balls are counted by, first the one that all are aimed at: it is worth most.

        Empty where the game counts no targets, or makes several worth as much.
        """
        return ()

    def balls_by_zone(self, tally: Mapping[str, Any]) -> Mapping[str, int]:
        """How many balls hit each target, where the game counts targets; empty where the tally does not say."""
        return {}

    def is_played(self, attempts: int, metrics: Mapping[str, Any]) -> bool:
        """Whether something was played in a run of so many attempts with those metrics, so that it can count."""
        return attempts > 0

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        """A second line beside a run's result in ``metric_id``; empty where the result says it all."""
        return ""

    def cost_words(self, settings: Settings, pace: Pace, metric_id: str, mark: float) -> str | None:
        """What reaching the mark costs, in a sentence; None where every run costs the same."""
        return None

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        """What the arithmetic of a run says about it, in sentences with numbers; ``tally`` as plain values."""
        return ()

    @abstractmethod
    def goal_words(self, settings: Settings) -> str:
        """The game with its numbers in a few words: "8 of 10", "30 s, 25 to reach"."""
