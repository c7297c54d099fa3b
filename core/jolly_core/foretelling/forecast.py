"""What is foretold of a game: how long a run takes an athlete, and how likely its marks are."""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass
from math import inf
from typing import Any, ClassVar, Generic, TypeVar

from jolly_core.challenges.counted import limit_of_seconds
from jolly_core.challenges.game import Game
from jolly_core.challenges.settings import Settings
from jolly_core.foretelling.pace import Attempts, Estimate, Pace, time_of

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
