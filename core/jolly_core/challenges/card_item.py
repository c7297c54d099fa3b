"""What an item on the card of a rung is: settings with an editor, and what of them is shown while it is played."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, ClassVar

from jolly_core.challenges.count import Count
from jolly_core.challenges.settings import Settings, settings_schema
from jolly_core.challenges.signs import Sign


@dataclass(frozen=True)
class CardItem(Settings):
    """One thing that a practitioner writes on the card of a drill. One module in ``card_items`` for each.

    ``place`` is where it stands on the card; of what is shown on the court the later one is the more pressing.
    """

    id: ClassVar[str]
    title: ClassVar[str]
    place: ClassVar[int]

    @property
    def is_blank(self) -> bool:
        """Whether it says nothing."""
        return self == type(self)()

    def signs(self, count: Count) -> tuple[Sign, ...]:
        """What is shown beside the number before the next rep, with that count so far."""
        return ()

    def stops_clock(self, count: Count) -> bool:
        """Whether the run's clock stands at that count, until the athlete goes on."""
        return False

    def lines(self) -> tuple[str, ...]:
        """What is read before a run, a line each."""
        return ()

    @classmethod
    def schema(cls) -> Mapping[str, Any]:
        """The JSON Schema of its settings."""
        return settings_schema(cls.declared(), cls.title)
