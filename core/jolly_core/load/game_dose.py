"""What a game itself limits by the day and the week, for formats that do: one module in ``formats`` for each."""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass
from typing import Any, ClassVar, Generic, TypeVar

from jolly_core.challenges.game import Game
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.settings import Settings
from jolly_core.load.dose import Dose, Used

SettingsType = TypeVar("SettingsType", bound=Settings)


@dataclass(frozen=True)
class GameDose(ABC, Generic[SettingsType]):
    """The dose that a game has of its own."""

    game: Game[SettingsType, Any]

    format: ClassVar[type[Game[Any, Any]]]

    @property
    def settings(self) -> SettingsType:
        return self.game.settings

    @property
    @abstractmethod
    def dose(self) -> Dose:
        """How much of it a day and a week may hold."""

    @abstractmethod
    def applied(self, used: Used) -> AnyGame:
        """The game of one run, after what the record says of today and of the last seven days.

        Raises ``CoreError`` (``dose_used_up``) where nothing is left for today.
        """

    @abstractmethod
    def reduced(self, used: Used) -> AnyGame:
        """As ``applied``, for a run that was begun before all that was used: it never refuses."""
