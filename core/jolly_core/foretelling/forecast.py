"""What is foretold of a game: how long a run takes an athlete, and how likely its marks are."""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass, replace
from math import inf
from typing import Any, ClassVar, Generic, TypeVar

from jolly_core.challenges.counted import limit_of_seconds
from jolly_core.challenges.game import Game
from jolly_core.challenges.settings import Settings
from jolly_core.foretelling.pace import Attempts, Estimate, Pace, time_of

#: A run without a limit of its own is taken to last this long. Common practice, no source.
WITHIN_S = 600
HALF = 0.5
#: A rate is found to a thousandth.
HALVINGS = 10

SettingsType = TypeVar("SettingsType", bound=Settings)


@dataclass(frozen=True)
class Forecast(ABC, Generic[SettingsType]):
    """The forecast of a game. One module in ``formats`` for each format, which names it."""

    game: Game[SettingsType, Any]

    format: ClassVar[type[Game[Any, Any]]]
    #: The rate that is assumed while an athlete has no record. Common practice, no source.
    prior: ClassVar[Pace] = Pace()

    @property
    def settings(self) -> SettingsType:
        return self.game.settings

    @abstractmethod
    def attempts(self, pace: Pace) -> Attempts:
        """How many attempts one run will take this athlete."""

    def estimate(self, pace: Pace) -> Estimate:
        """How long one run will take this athlete."""
        return time_of(self.attempts(pace), pace, at_most_s=limit_of_seconds(self.settings))

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        """The chance that a run at this pace reaches the mark, given ``within_s`` seconds where nothing else limits it.

        None where the record cannot say.
        """
        return None

    def span(self, metric_id: str) -> tuple[float, float]:
        """The lowest and the highest value of a metric with which a run can come to an end of its own.

        A mark that asks for less than the lowest is always met, one that asks for more than the highest never.
        """
        return 0, inf

    def rate_of_mark(self, metric_id: str, mark: float) -> float | None:
        """The rate of makes that a mark stands for: with it every second run reaches the mark.

        None where how likely the mark is does not go by the rate, so that makes and misses do not tell.
        """

        def chance(rate: float) -> float | None:
            return self.chance(replace(self.prior, rate=rate), metric_id, mark, WITHIN_S)

        low, high = 0.0, 1.0
        at_low, at_high = chance(0.01), chance(0.99)
        if at_low is None or at_high is None or not at_low < HALF <= at_high:
            return None
        for _ in range(HALVINGS):
            middle = (low + high) / 2
            low, high = (middle, high) if (chance(middle) or 0.0) < HALF else (low, middle)
        return (low + high) / 2

    @property
    def asked(self) -> str:
        """The id of the metric that a first mark is fairly asked of: one that not every run reaches."""
        return self.game.leading

    def first_mark(self, metric_id: str) -> float | None:
        """A mark to begin with where the game knows one; None where it follows from goals and chances."""
        return None

    def cost_words(self, pace: Pace, metric_id: str, mark: float) -> str | None:
        """What reaching the mark costs, in a sentence; None where every run costs the same."""
        return None
