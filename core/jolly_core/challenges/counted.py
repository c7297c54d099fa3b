"""What formats have in common that keep a plain count in their state: its reading, its limits, and runs on paper."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Mapping
from dataclasses import replace
from typing import Any, ClassVar, Protocol, TypeVar, cast

from jolly_core.challenges.contract import (
    ATTEMPTS,
    GOAL,
    TIME,
    Attempts,
    Challenge,
    Estimate,
    Pace,
    attempts_of,
    time_of,
)
from jolly_core.challenges.count import Count
from jolly_core.challenges.events import LET, MAKE, MISS, Event
from jolly_core.challenges.settings import Settings, WholeNumber
from jolly_core.stats.waiting import Wait

#: What cuts a run that would else go on for as long as it takes.
ATTEMPTS_LIMIT = WholeNumber("attempts_limit", "At most this many attempts", 1, 10_000, None)
SECONDS_LIMIT = WholeNumber("seconds_limit", "At most this long", 10, 7200, None, "s")
#: What every such run is written down with on paper.
MAKES, MISSES = WholeNumber("makes", "Makes", 0, 10_000, 0), WholeNumber("misses", "Misses", 0, 10_000, 0)


class _HasCount(Protocol):
    @property
    def count(self) -> Count: ...


State = TypeVar("State", bound=_HasCount)


class Counted(Challenge[State]):
    """A format whose state has a ``count``. On paper it knows what was written down, and nothing that was not."""

    def count(self, state: State) -> Count:
        return state.count

    def ending(self, settings: Settings, state: State, active_ms: int) -> str | None:
        return limit_reached(settings, state.count, active_ms)

    def estimate(self, settings: Settings, pace: Pace) -> Estimate:
        return time_of(self.attempts(settings, pace), pace, at_most_s=settings.get("seconds_limit"))

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return tuple(metric.id for metric in self.metrics if totals.get(metric.id) is None)

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> State:
        state = self.start(settings)
        count = Count(totals.get("makes", 0), totals.get("misses", 0))
        return cast("State", replace(cast("Any", state), count=count))


class Reaching(Counted[State]):
    """A format that goes on until something is reached, in as many attempts as it takes, unless a limit cuts it.

    ``reaching`` is the metric that says how many attempts it took; None until it is reached.
    """

    reaching: ClassVar[str] = "attempts_to_goal"

    @abstractmethod
    def is_reached(self, settings: Settings, state: State) -> bool:
        """Whether it is reached."""

    @abstractmethod
    def wait(self, settings: Settings, rate: float) -> Wait:
        """How many attempts it takes at a rate."""

    def taken(self, settings: Settings, state: State) -> int | None:
        """How many attempts it took: a run that is over is not counted on."""
        return state.count.attempts if self.is_reached(settings, state) else None

    def ending(self, settings: Settings, state: State, active_ms: int) -> str | None:
        return GOAL if self.is_reached(settings, state) else limit_reached(settings, state.count, active_ms)

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return attempts_of(lambda rate: self.wait(settings, rate), pace, settings["attempts_limit"])

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        return self.wait(settings, pace.rate).chance_within(mark) if metric_id == self.reaching else None


def limit_reached(settings: Settings, count: Count, active_ms: int) -> str | None:
    """Which of the two limits, if any, is reached."""
    attempts, seconds = settings.get("attempts_limit"), settings.get("seconds_limit")
    if attempts is not None and count.attempts >= attempts:
        return ATTEMPTS
    return TIME if seconds is not None and active_ms >= seconds * 1000 else None


def time_left_ms(settings: Settings, active_ms: int) -> int | None:
    """What is left of the time limit; None without one."""
    seconds = settings.get("seconds_limit")
    return None if seconds is None else max(0, seconds * 1000 - active_ms)


def is_hit(press: Event) -> bool:
    """Whether a press says that something was made, by whichever kind."""
    return press.kind not in (MISS, LET)


def counted_as(press: Event) -> str:
    """The press as the plain count takes it: a zone that was hit is a make."""
    return MAKE if is_hit(press) else press.kind
