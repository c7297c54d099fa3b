"""What formats have in common that keep a plain count in their state: its reading, its limits, and runs on paper."""

from __future__ import annotations

import json
from abc import abstractmethod
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from functools import lru_cache
from math import ceil, floor, inf
from typing import Any, ClassVar, Protocol, TypeVar, cast

from jolly_core.challenges.contract import ATTEMPTS, GOAL, Challenge
from jolly_core.challenges.count import Count
from jolly_core.challenges.events import LET, MAKE, MISS, Event
from jolly_core.challenges.foretelling import MOST_ATTEMPTS, Attempts, Estimate, Pace, time_of, waited
from jolly_core.challenges.settings import Settings, WholeNumber
from jolly_core.stats.chain import LOST, chances_of, list_moves, wait_to_win
from jolly_core.stats.waiting import Wait, Waiting
from jolly_core.words import either, span, tries

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

    def ending(self, settings: Settings, state: State) -> str | None:
        return attempts_reached(settings, state.count)

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
        """How many attempts it takes at a rate, by closed forms."""

    @abstractmethod
    def road(self, settings: Settings, metric_id: str, mark: int) -> Road | None:
        """The way to a mark of a metric, attempt by attempt; None where it is not one of makes and misses alone."""

    @abstractmethod
    def fewest(self, settings: Settings) -> int:
        """The fewest attempts in which it can be reached."""

    def rate_at(self, settings: Settings, state: Any, rate: float) -> float:
        """The chance that the next attempt counts at a place of the road."""
        return rate

    def taken(self, settings: Settings, state: State) -> int | None:
        """How many attempts it took: a run that is over is not counted on."""
        return state.count.attempts if self.is_reached(settings, state) else None

    def ending(self, settings: Settings, state: State) -> str | None:
        return GOAL if self.is_reached(settings, state) else attempts_reached(settings, state.count)

    def asked(self, settings: Settings) -> str:
        return self.reaching

    def waiting(self, settings: Settings, rate: float) -> Waiting:
        """How many attempts it takes: exactly, where that is soon told, else by its mean and spread."""
        closed = self.wait(settings, rate)
        road = self.road(settings, self.reaching, 0)
        if road is None:
            return closed
        exact = wait_to_win(
            road.start,
            road.after,
            lambda state: self.rate_at(settings, state, rate),
            closed.mean,
            most=SOON_TOLD,
        )
        return closed if exact is None else exact

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return waited(lambda rate: self.waiting(settings, rate), pace, settings["attempts_limit"])

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        most = most_attempts(settings, pace, within_s)
        if metric_id == self.reaching:
            # Only what the game itself cuts; the mark is a limit of its own.
            most = min(most_attempts(settings, pace, None), max(0, floor(mark)))
        road = self.road(settings, metric_id, max(0, ceil(mark)))
        if road is None:
            return None
        if metric_id != self.reaching and mark <= 0:
            return 1.0
        key = json.dumps(settings, sort_keys=True)
        if metric_id == self.reaching:
            # One road for all marks: how far along it is for the mark to say.
            chances = _chances(self, key, metric_id, mark=0, rate=pace.rate, most=most_attempts(settings, pace, None))
            if chances is None:
                return self.wait(settings, pace.reckoned).chance_within(most)
            return chances[min(most, len(chances) - 1)]
        chances = _chances(self, key, metric_id, mark=ceil(mark), rate=pace.rate, most=most)
        return None if chances is None else chances[-1]

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        if metric_id == self.reaching:
            return self.fewest(settings), settings["attempts_limit"] or inf
        return 0, inf

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        return "" if metric_id == self.reaching else f"in {tries(tally['attempts'])}"


@lru_cache(maxsize=64)
def _chances(
    challenge: Reaching[Any], settings: str, metric_id: str, *, mark: int, rate: float, most: int
) -> tuple[float, ...] | None:
    """The chance of having come to a mark within 0, 1, 2, … attempts; None where that takes too long to tell."""
    read = json.loads(settings)
    road = challenge.road(read, metric_id, mark)
    assert road is not None  # asked for before
    chances = chances_of(list_moves(road.start, road.after, lambda state: challenge.rate_at(read, state, rate)), most)
    return None if chances is None else tuple(chances)


@dataclass(frozen=True)
class Road:
    """The way to a mark as states that follow each other: ``after(state, is_made)`` is the next one, WON or LOST."""

    start: Any
    after: Callable[[Any, bool], Any]


def _lost(state: Any, is_made: bool) -> str:
    return LOST


#: The road to a mark that no run of the game can reach.
NOWHERE = Road(0, _lost)
#: A road with more states than this is foretold by its mean and spread: a plan asks for many of them at once.
SOON_TOLD = 60


def most_attempts(settings: Settings, pace: Pace, within_s: int | None) -> int:
    """The most attempts that the limits of a game leave at a pace, ``within_s`` seconds where it has no time limit."""
    seconds = settings.get("seconds_limit") or within_s
    by_time = MOST_ATTEMPTS if seconds is None else pace.tries_in(seconds)
    limit = settings.get("attempts_limit")
    return by_time if limit is None else min(by_time, limit)


def has_limit(settings: Settings) -> bool:
    """Whether attempts or time cut the run."""
    return settings.get("attempts_limit") is not None or settings.get("seconds_limit") is not None


def limit_words(settings: Settings) -> str:
    """The limits of a game as they are said behind its goal; empty without any."""
    attempts, seconds = settings.get("attempts_limit"), settings.get("seconds_limit")
    limits = [tries(attempts) if attempts else "", span(seconds) if seconds else ""]
    said = [limit for limit in limits if limit]
    return f", within {either(said)}" if said else ""


def attempts_reached(settings: Settings, count: Count) -> str | None:
    """That the most attempts are played, if they are."""
    attempts = settings.get("attempts_limit")
    return ATTEMPTS if attempts is not None and count.attempts >= attempts else None


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
