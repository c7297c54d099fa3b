"""The forecast of a game that goes on until something is reached."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from math import ceil, floor, inf
from typing import Any

from jolly_core.challenges.counted import Reaching, limit_of_attempts
from jolly_core.foretelling.forecast import Forecast, SettingsType
from jolly_core.foretelling.limits import most_attempts
from jolly_core.foretelling.pace import Attempts, Pace, waited
from jolly_core.stats.chain import LOST, chances_of, list_moves, wait_to_win
from jolly_core.stats.waiting import AttemptsDistribution, Wait

#: A road with more states than this is foretold by its mean and spread: a plan asks for many of them at once.
FEW_STATES = 60


@dataclass(frozen=True)
class Road:
    """The way to a mark as states that follow each other: ``after(state, is_made)`` is the next one, WON or LOST."""

    start: Any
    after: Callable[[Any, bool], Any]


#: The road to a mark that no run of the game can reach.
NOWHERE = Road(0, lambda _state, _is_made: LOST)


class ReachingForecast(Forecast[SettingsType]):
    """How long a ``Reaching`` game goes on: by the exact chances where they are soon computed, else by closed forms."""

    @abstractmethod
    def wait(self, rate: float) -> Wait:
        """How many attempts it takes at a rate, by closed forms."""

    @abstractmethod
    def road(self, metric_id: str, mark: int) -> Road | None:
        """The way to a mark of a metric, attempt by attempt; None where it is not one of makes and misses alone."""

    @property
    @abstractmethod
    def fewest(self) -> int:
        """The fewest attempts in which it can be reached."""

    def rate_at(self, state: Any, rate: float) -> float:
        """The chance that the next attempt counts at a place of the road."""
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
        """How many attempts it takes: exactly, where that is soon told, else by its mean and spread."""
        closed = self.wait(rate)
        road = self.road(self.reaching, 0)
        if road is None:
            return closed
        exact = wait_to_win(
            road.start, road.after, lambda state: self.rate_at(state, rate), closed.mean, most=FEW_STATES
        )
        return closed if exact is None else exact

    def attempts(self, pace: Pace) -> Attempts:
        return waited(self.waiting, pace, limit_of_attempts(self.settings))

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        most = most_attempts(self.settings, pace, within_s)
        if metric_id == self.reaching:
            # Only what the game itself cuts; the mark is a limit of its own.
            most = min(most_attempts(self.settings, pace, None), max(0, floor(mark)))
        road = self.road(metric_id, max(0, ceil(mark)))
        if road is None:
            return None
        if metric_id != self.reaching and mark <= 0:
            return 1.0
        if metric_id == self.reaching:
            # One road for all marks: how far along it is for the mark to say.
            furthest = most_attempts(self.settings, pace, None)
            chances = _chances(self, metric_id, mark=0, rate=pace.rate, most=furthest)
            if chances is None:
                return self.wait(pace.reckoned).cdf(most)
            return chances[min(most, len(chances) - 1)]
        chances = _chances(self, metric_id, mark=ceil(mark), rate=pace.rate, most=most)
        return None if chances is None else chances[-1]

    def span(self, metric_id: str) -> tuple[float, float]:
        if metric_id == self.reaching:
            return self.fewest, limit_of_attempts(self.settings) or inf
        return 0, inf


@lru_cache(maxsize=64)
def _chances(
    forecast: ReachingForecast[Any], metric_id: str, *, mark: int, rate: float, most: int
) -> tuple[float, ...] | None:
    """The chance of having come to a mark within 0, 1, 2, … attempts; None where that takes too long to tell."""
    road = forecast.road(metric_id, mark)
    assert road is not None  # asked for before
    chances = chances_of(list_moves(road.start, road.after, lambda state: forecast.rate_at(state, rate)), most)
    return None if chances is None else tuple(chances)
