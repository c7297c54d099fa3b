"""How the runs of a game are kept on paper: the sheet to fill in, and what its totals say."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, ClassVar, Generic, TypeVar

from jolly_core.challenges.count import Count
from jolly_core.challenges.game import Game
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError

SettingsType = TypeVar("SettingsType", bound=Settings)
Totals = TypeVar("Totals", bound=Settings)
State = TypeVar("State")

#: The most boxes on a sheet: further tries go onto its back.
MOST_BOXES = 60


def makes_total() -> Any:
    """Declare the makes that are written down."""
    return whole_number("Makes", 0, 10_000, 0)


def misses_total() -> Any:
    """Declare the misses that are written down."""
    return whole_number("Misses", 0, 10_000, 0)


def count_of_makes(makes: int, attempts: int) -> Count:
    """The count of a run that was played whole, by its makes. Raises ``CoreError`` for more makes than attempts."""
    if makes > attempts:
        raise CoreError.one(
            "out_of_reach",
            f"{makes} makes cannot come from {attempts} attempts; count the ticks again.",
            "makes",
            value=makes,
            allowed=f"<= {attempts}",
        )
    return Count(makes, attempts - makes)


@dataclass(frozen=True)
class Sheet:
    """How a run is kept on paper: its rule in a line, how many boxes there are to tick, what a box stands for."""

    rule: str
    boxes: int
    box_words: str


@dataclass(frozen=True)
class PaperForm(ABC, Generic[SettingsType, Totals, State]):
    """A game on paper. One module in ``formats`` for each format, which names it.

    ``totals_type`` declares what is typed in of a run; each total has the meaning of the metric or count that it is
    named after.
    """

    game: Game[SettingsType, State]

    format: ClassVar[type[Game[Any, Any]]]
    totals_type: ClassVar[type[Settings]]

    @property
    def settings(self) -> SettingsType:
        return self.game.settings

    @abstractmethod
    def sheet(self) -> Sheet:
        """How a run is kept on paper."""

    def unknown(self, totals: Totals) -> tuple[str, ...]:
        """The metrics that those totals cannot give."""
        written = totals.as_dict()
        return tuple(metric.id for metric in self.game.metrics if written.get(metric.id) is None)

    def metrics(self, totals: Totals) -> Mapping[str, int | float | None]:
        """The metrics that those totals say though they go by another name."""
        return {}

    def taken(self, totals: Any, *, is_reached: bool) -> Mapping[str, int]:
        """The attempts that a goal took, of makes and misses, where it is reached; nothing where it is not."""
        name = getattr(self.game, "reaching", "attempts_to_goal")
        return {name: totals.makes + totals.misses} if is_reached else {}

    @abstractmethod
    def state(self, totals: Totals) -> State:
        """A state as the totals on a sheet leave it. Raises ``CoreError`` for totals that cannot be together."""
