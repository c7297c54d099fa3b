"""What a game is: a format with its settings. A format is one module in ``formats``, and its class is found there."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, ClassVar, Generic, Literal, Self, TypeVar, get_args

from jolly_core.challenges.breakdown import Breakdown
from jolly_core.challenges.count import Count
from jolly_core.challenges.events import ZONE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Drawn, Settings, settings_schema
from jolly_core.challenges.tally import AnyTally, Ending, Metrics, Reading
from jolly_core.errors import Problem
from jolly_core.sided import turned_over
from jolly_core.stored import with_texts

SettingsType = TypeVar("SettingsType", bound=Settings)
State = TypeVar("State")
HeardAs = Literal["", "contacts", "rallies"]
HEARD_AS: tuple[HeardAs, ...] = get_args(HeardAs)


@dataclass(frozen=True)
class Game(ABC, Generic[SettingsType, State]):
    """A format with its settings: what it is called, what it measures, and how its state moves.

    A format is a subclass; what it says of itself it says as a class. States are frozen: a session keeps every one of
    them, which is what makes undo go back as far as wished. ``metrics`` starts with the one that the format is about;
    ``make_word`` and ``miss_word`` are what the two halves of the court screen say. ``is_aimed`` says that a make hits
    a target, where there is one, and a miss misses it; ``counts_zones`` that balls are counted target by target,
    whichever of them was aimed at. ``is_offered_first`` is for the format that one begins with who has none in mind;
    ``looks_back`` for one whose runs go by the run before them; ``is_fixed_length`` for one whose number of tries, or
    time, does not hang on what is made. ``heard_as`` says what the ear makes of sounds: nothing, ``contacts`` alone, or
    ``rallies``, each of which ends by a break.
    """

    settings: SettingsType

    id: ClassVar[str]
    title: ClassVar[str]
    summary: ClassVar[str]
    make_word: ClassVar[str] = "Made"
    miss_word: ClassVar[str] = "Missed"
    is_aimed: ClassVar[bool] = True
    counts_zones: ClassVar[bool] = False
    is_offered_first: ClassVar[bool] = False
    looks_back: ClassVar[bool] = False
    is_fixed_length: ClassVar[bool] = False
    heard_as: ClassVar[HeardAs] = ""
    settings_type: ClassVar[type[Settings]]
    detail_type: ClassVar[type[Any]]
    metrics: ClassVar[tuple[Metric, ...]]

    @classmethod
    def read(cls, given: Mapping[str, object]) -> Self:
        """The game with the settings that somebody asks for. Raises ``CoreError`` naming every one of no use."""
        return cls(cls.settings_type.read(given))  # type: ignore[arg-type]  # a class names its own type of settings

    @classmethod
    def from_stored(cls, stored: Mapping[str, Any]) -> Self:
        """The game with settings that were stored, by whichever version of the rules."""
        return cls(cls.settings_type.from_stored(stored))  # type: ignore[arg-type]

    @classmethod
    def schema(cls) -> dict[str, Any]:
        """The JSON Schema of the settings."""
        return settings_schema(cls.settings_type.declared(), cls.title)

    @classmethod
    def metric(cls, metric_id: str) -> Metric | None:
        """The metric of that id, if the format has it."""
        return next((metric for metric in cls.metrics if metric.id == metric_id), None)

    @classmethod
    def unknown_metric(cls, metric_id: object) -> Problem:
        """What to say to somebody who asks for a metric that the format does not have."""
        known = [metric.id for metric in cls.metrics]
        message = f"{cls.title} does not measure {metric_id!r}; it measures {', '.join(known)}."
        return Problem("unknown_metric", message, ("metric",), metric_id, known)

    def drawn(self, number: int) -> Self:
        """The game of one run: what is drawn anew for every run, where it was left open, drawn by ``number``."""
        values = {
            each.name: each.low + number % (each.high - each.low + 1)
            for each in self.settings_type.declared()
            if isinstance(each, Drawn) and getattr(self.settings, each.name) is None
        }
        return type(self)(replace(self.settings, **values))

    def after(self, last: AnyTally) -> Self:
        """The game of one run that comes after another one on its rung and side, for a format that ``looks_back``."""
        return self

    def laid_out(self, order: Callable[[str, Sequence[str]], Sequence[str]]) -> Self:
        """The game of one run on a layout: what goes by where its targets lie, put in that order.

        ``order`` takes a written order and the targets' names; it answers with nothing where it does not go by place.
        """
        return self

    @property
    def can_spare(self) -> frozenset[str]:
        """The actions of the body, of all that its ladder asks for, that a run of it can do without."""
        return frozenset()

    def sparing(self, actions: Collection[str]) -> Self:
        """The game of one run without these actions of the body, as far as it can do without them."""
        return self

    def said(self, say: Callable[[str], str]) -> Self:
        """The game with each of its texts as ``say`` has it; as it is written where two of them would become one."""
        words: dict[str, str] = {}
        settings = with_texts(self.settings, lambda text: words.setdefault(text, say(text)))
        return type(self)(settings) if len(set(words.values())) == len(words) else self

    def mirrored(self) -> Self:
        """The game as it is played on the mirror image of its place: what is said of left and right is turned over."""
        return self.said(turned_over)

    @property
    def pressed_words(self) -> tuple[str, str]:
        """What the two halves of the court screen say with these settings: for a make, for a miss."""
        return self.make_word, self.miss_word

    @property
    def leading(self) -> str:
        """The id of the metric that the game is about."""
        return self.metrics[0].id

    @abstractmethod
    def start(self) -> State:
        """The state before the first press."""

    def resume(self, state: State, active_ms: int) -> State:
        """The state to go on from at that moment, after an undo led back to it."""
        return state

    def gone_on(self, state: State, active_ms: int) -> State:
        """The state at that moment of the run's clock, where it goes on by itself while nothing is pressed."""
        return state

    def closes_ms(self, state: State) -> int | None:
        """The moment of the run's clock up to which there is something to play; None where none is set.

        A press at that very moment still counts; what comes later finds the run over, and takes no time of it.
        """
        limit: int | None = getattr(self.settings, "seconds_limit", None)
        return None if limit is None else limit * 1000

    @property
    def lasts_ms(self) -> int | None:
        """How long a run of it takes at most; None where no end is set."""
        return self.closes_ms(self.start())

    def is_timed_out(self, state: State, active_ms: int) -> bool:
        """Whether the run is over because its time is up."""
        closes_ms = self.closes_ms(state)
        return closes_ms is not None and active_ms > closes_ms

    def takes(self, state: State, press: Event, active_ms: int) -> bool:
        """Whether the press means anything here; one that does not is kept in the record and changes nothing."""
        return press.kind != ZONE

    @abstractmethod
    def step(self, state: State, press: Event, active_ms: int) -> State:
        """The state after one press at ``active_ms`` (the run's clock without its pauses)."""

    @abstractmethod
    def count(self, state: State) -> Count:
        """The plain count within the state."""

    @abstractmethod
    def ending(self, state: State) -> Ending | None:
        """Why the run is over by what was pressed; None while it goes on. Time that is up is the session's to say."""

    @abstractmethod
    def reading(self, state: State, active_ms: int) -> Reading:
        """What the state says."""

    def counted_zones(self) -> tuple[str, ...]:
        """The targets that balls are counted by, first the one that all are aimed at: it is worth most.

        Empty where the game counts no targets, or makes several worth as much.
        """
        return ()

    @classmethod
    def balls_by_zone(cls, tally: AnyTally) -> Mapping[str, int]:
        """How many balls hit each target, where the game counts targets; empty where the tally does not say."""
        return {}

    def is_played(self, attempts: int, metrics: Metrics) -> bool:
        """Whether anything was played in a run with these attempts and metrics, so that it can count."""
        return attempts > 0

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        """A second line beside a run's result in ``metric_id``; empty where the result says it all."""
        return ""

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        """A run broken down into its parts; None where it has none."""
        return None

    @abstractmethod
    def goal_words(self) -> str:
        """The game with its numbers in a few words: "8 of 10", "30 s, 25 to reach"."""
