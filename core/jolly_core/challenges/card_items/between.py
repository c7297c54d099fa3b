"""The drill that goes with a hard skill: so many of it, one try, and again."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.card_item import CardItem
from jolly_core.challenges.count import Count
from jolly_core.challenges.settings import text, whole_number
from jolly_core.challenges.signs import Reminder, Sign


@dataclass(frozen=True)
class Between(CardItem):
    """``times`` of the drill come before each try."""

    id = "between"
    title = "Drill in between"
    place = 2

    drill: str = text("The drill", 60, "", is_optional=True)
    times: int = whole_number("How many before each try", 1, 50, 3)

    @property
    def words(self) -> str:
        """The drill with its number.

        >>> Between("arms up, turn on the spot", 3).words
        'arms up, turn on the spot × 3, then one try'
        """
        return f"{self.drill} × {self.times}, then one try"

    def signs(self, count: Count) -> tuple[Sign, ...]:
        return (Reminder(item=self.id, title=self.words),) if self.drill else ()

    def lines(self) -> tuple[str, ...]:
        return (f"In between: {self.words}",) if self.drill else ()
