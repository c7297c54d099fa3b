"""What formats have in common that keep a plain count in their state: its reading, and the limits of a run."""

from __future__ import annotations

from abc import abstractmethod
from typing import Any, ClassVar, Generic, Protocol, TypeVar

from jolly_core.challenges.count import Count
from jolly_core.challenges.events import LET, MAKE, MISS, Event
from jolly_core.challenges.game import Game, SettingsType
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.challenges.tally import ATTEMPTS, GOAL, AnyTally, Ending
from jolly_core.words import either, span, tries


class _HasCount(Protocol):
    @property
    def count(self) -> Count: ...


State = TypeVar("State", bound=_HasCount)


def attempts_at_most() -> Any:
    """Declare ``attempts_limit``, which ends a run that would otherwise go on until its goal."""
    return whole_number("At most this many attempts", 1, 10_000, None)


def seconds_at_most() -> Any:
    """Declare ``seconds_limit``, which ends such a run by the clock."""
    return whole_number("At most this long", 10, 7200, None, "s")


class Counted(Game[SettingsType, State], Generic[SettingsType, State]):
    """A format whose state has a ``count``."""

    def count(self, state: State) -> Count:
        return state.count

    def ending(self, state: State) -> Ending | None:
        return attempts_reached(self.settings, state.count)


class Reaching(Counted[SettingsType, State], Generic[SettingsType, State]):
    """A format that goes on until a goal is reached, unless a limit ends it.

    ``reaching`` is the metric that says how many attempts it took; None until it is reached.
    """

    reaching: ClassVar[str] = "attempts_to_goal"

    @abstractmethod
    def is_reached(self, state: State) -> bool:
        """Whether it is reached."""

    def taken(self, state: State) -> int | None:
        """How many attempts it took: a run that is over is not counted on."""
        return state.count.attempts if self.is_reached(state) else None

    def ending(self, state: State) -> Ending | None:
        return GOAL if self.is_reached(state) else super().ending(state)

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        return "" if metric_id == self.reaching else f"in {tries(tally.attempts)}"


def limit_of_attempts(settings: Settings) -> int | None:
    """The most attempts of a run, where the settings declare such a limit and set it."""
    limit: int | None = getattr(settings, "attempts_limit", None)
    return limit


def limit_of_seconds(settings: Settings) -> int | None:
    """The most seconds of a run, where the settings declare such a limit and set it."""
    limit: int | None = getattr(settings, "seconds_limit", None)
    return limit


def has_limit(settings: Settings) -> bool:
    """Whether attempts or time cut the run."""
    return limit_of_attempts(settings) is not None or limit_of_seconds(settings) is not None


def limit_words(settings: Settings) -> str:
    """The limits of a game as they are said behind its goal; empty without any."""
    attempts, seconds = limit_of_attempts(settings), limit_of_seconds(settings)
    limits = [tries(attempts) if attempts else "", span(seconds) if seconds else ""]
    said = [limit for limit in limits if limit]
    return f", within {either(said)}" if said else ""


def attempts_reached(settings: Settings, count: Count) -> Ending | None:
    """That the most attempts are played, if they are."""
    attempts = limit_of_attempts(settings)
    return ATTEMPTS if attempts is not None and count.attempts >= attempts else None


def time_left_ms(settings: Settings, active_ms: int) -> int | None:
    """The time left until the limit; None without one."""
    seconds = limit_of_seconds(settings)
    return None if seconds is None else max(0, seconds * 1000 - active_ms)


def is_hit(press: Event) -> bool:
    """Whether a press says that something was made, by whichever kind."""
    return press.kind not in (MISS, LET)


def counted_as(press: Event) -> str:
    """The press as the plain count takes it: a zone that was hit is a make."""
    return MAKE if is_hit(press) else press.kind
