"""The forecast of a game that goes on until something is reached."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from math import ceil, floor, inf
from typing import Any

from jolly_core.challenges.counted import Reaching, has_limit, limit_of_attempts
from jolly_core.foretelling.forecast import Forecast, SettingsType
from jolly_core.foretelling.limits import most_attempts
from jolly_core.foretelling.pace import Attempts, Pace, waited
from jolly_core.stats.chain import LOST, WON, chances_of, list_moves, wait_to_win
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import AttemptsDistribution, Wait

#: With more states than this, the time is approximated by mean and spread: a plan needs many at once.
FEW_STATES = 60


@dataclass(frozen=True)
class Chain:
    """A Markov chain to a mark: ``after(state, is_made)`` is the next state, WON or LOST."""

    start: Any
    after: Callable[[Any, bool], Any]


#: The chain to a mark that no run of the game can reach.
UNREACHABLE = Chain(0, lambda _state, _is_made: LOST)


class ReachingForecast(Forecast[SettingsType]):
    """How long a ``Reaching`` game goes on: by exact chances where they are cheap, else by closed forms."""

    @abstractmethod
    def wait(self, rate: float) -> Wait:
        """How many attempts it takes at a rate, by closed forms."""

    @abstractmethod
    def chain(self, metric_id: str, mark: int) -> Chain | None:
        """The chain to a mark of a metric, attempt by attempt; None where makes and misses alone do not decide."""

    @property
    @abstractmethod
    def fewest(self) -> int:
        """The fewest attempts in which it can be reached."""

    def rate_at(self, state: Any, rate: float) -> float:
        """The chance that the next attempt counts in a state of the chain."""
        return rate

    @property
    def reaching(self) -> str:
        """The id of the metric that says how many attempts it took."""
        assert isinstance(self.game, Reaching)
        return self.game.reaching

    @property
    def asked(self) -> str:
        return self.reaching

    def waiting(self, rate: float) -> AttemptsDistribution:
        """How many attempts it takes: exactly where that is cheap, else by mean and spread."""
        closed = self.wait(rate)
        chain = self.chain(self.reaching, 0)
        if chain is None:
            return closed
        exact = wait_to_win(
            chain.start, chain.after, lambda state: self.rate_at(state, rate), closed.mean, most=FEW_STATES
        )
        return closed if exact is None else exact

    def attempts(self, pace: Pace) -> Attempts:
        return waited(self.waiting, pace, limit_of_attempts(self.settings))

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        most = most_attempts(self.settings, pace, within_s)
        if metric_id == self.reaching:
            # Only the game's own limits; the mark is a limit of its own.
            most = min(most_attempts(self.settings, pace, None), max(0, floor(mark)))
        chain = self.chain(metric_id, max(0, ceil(mark)))
        if chain is None:
            return None
        if metric_id != self.reaching and mark <= 0:
            return 1.0
        if metric_id == self.reaching:
            # The chain is the same for all marks: each is a number of attempts along it.
            furthest = most_attempts(self.settings, pace, None)
            chances = _chances(self, metric_id, mark=0, rate=pace.rate, most=furthest)
            if chances is None:
                return self.wait(pace.bounded_rate).cdf(most)
            return chances[min(most, len(chances) - 1)]
        chances = _chances(self, metric_id, mark=ceil(mark), rate=pace.rate, most=most)
        return None if chances is None else chances[-1]

    def span(self, metric_id: str) -> tuple[float, float]:
        if metric_id == self.reaching:
            return self.fewest, limit_of_attempts(self.settings) or inf
        return 0, inf


class MakesForecast(ReachingForecast[SettingsType]):
    """The forecast of a game that is over with its ``fewest`` makes, wherever they fall."""

    def wait(self, rate: float) -> Wait:
        return wait_for_makes(self.fewest, rate)

    def chain(self, metric_id: str, mark: int) -> Chain | None:
        wanted = self.fewest if metric_id == self.reaching else mark

        def after(made: int, is_made: bool) -> int | str:
            return WON if made + is_made >= wanted else made + is_made

        return Chain(0, after) if wanted <= self.fewest else UNREACHABLE

    def span(self, metric_id: str) -> tuple[float, float]:
        if metric_id == self.reaching:
            return super().span(metric_id)
        return (0 if has_limit(self.settings) else self.fewest), self.fewest


@lru_cache(maxsize=64)
def _chances(
    forecast: ReachingForecast[Any], metric_id: str, *, mark: int, rate: float, most: int
) -> tuple[float, ...] | None:
    """The chance of having come to a mark within 0, 1, 2, … attempts; None where that takes too long to tell."""
    chain = forecast.chain(metric_id, mark)
    assert chain is not None  # asked for before
    chances = chances_of(list_moves(chain.start, chain.after, lambda state: forecast.rate_at(state, rate)), most)
    return None if chances is None else tuple(chances)
