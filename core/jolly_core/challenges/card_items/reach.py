"""How far the body should go: the range of a movement, said in the words of whoever knows it."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.card_item import CardItem
from jolly_core.challenges.settings import text


@dataclass(frozen=True)
class Reach(CardItem):
    """Read before a run; it is no measure."""

    id = "reach"
    title = "How far the body should go"
    place = 4

    words: str = text("How far", 200, "", is_optional=True)

    def lines(self) -> tuple[str, ...]:
        return (f"How far: {self.words}",) if self.words else ()
