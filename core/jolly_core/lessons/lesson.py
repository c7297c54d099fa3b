"""The lessons of a run: the contract of the formats that teach something."""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass
from typing import Any, ClassVar, Generic, TypeVar

from jolly_core.challenges.game import Game
from jolly_core.challenges.settings import Settings
from jolly_core.challenges.tally import Tally

SettingsType = TypeVar("SettingsType", bound=Settings)
DetailType = TypeVar("DetailType")


@dataclass(frozen=True)
class Lessons(ABC, Generic[SettingsType, DetailType]):
    """What the runs of a game say. One module in ``formats`` for each format that teaches something."""

    game: Game[SettingsType, Any]

    format: ClassVar[type[Game[Any, Any]]]

    @property
    def settings(self) -> SettingsType:
        return self.game.settings

    @abstractmethod
    def of(self, tally: Tally[DetailType]) -> tuple[str, ...]:
        """What the arithmetic of a run says about it, in sentences with numbers."""
