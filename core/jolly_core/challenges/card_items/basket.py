"""Kit with its count: how many balls or discs there are to play before they have to be fetched."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.card_item import CardItem
from jolly_core.challenges.count import Count
from jolly_core.challenges.settings import choice, text, whole_number
from jolly_core.challenges.signs import Reminder, Sign

RUNS, STANDS = "runs", "stands"


@dataclass(frozen=True)
class Basket(CardItem):
    """``number`` things are to hand; fetching them takes ``fetch_s``, and the clock runs or stands meanwhile."""

    id = "basket"
    title = "Balls, discs or what there is to play with"
    place = 6

    number: int | None = whole_number("How many there are", 1, 500, None)
    what: str = text("What they are", 24, "balls")
    fetch_s: int = whole_number("Fetching them takes", 0, 900, 30, "s")
    clock: str = choice("While fetching the clock", {RUNS: "runs on", STANDS: "stands still"}, RUNS)

    def is_empty(self, count: Count) -> bool:
        """Whether all are gone at that count, lets and all: a ball that did not count has to be fetched as well.

        >>> Basket(12).is_empty(Count(makes=6, misses=5, lets=1)), Basket(12).is_empty(Count())
        (True, False)
        """
        played = count.attempts + count.lets
        return bool(self.number and played and played % self.number == 0)

    def fetches(self, attempts: float) -> int:
        """How often they have to be fetched within a run of so many attempts.

        >>> [Basket(10).fetches(attempts) for attempts in (10, 11, 30)], Basket().fetches(1000)
        ([0, 1, 2], 0)
        """
        return int(max(0, attempts - 1) // self.number) if self.number else 0

    @property
    def words(self) -> str:
        """What is to be collected."""
        return f"Collect the {self.number} {self.what}" if self.number != 1 else f"Fetch it: {self.what}"

    def signs(self, count: Count) -> tuple[Sign, ...]:
        return (Reminder(item=self.id, title=self.words),) if self.is_empty(count) else ()

    def stops_clock(self, count: Count) -> bool:
        return self.clock == STANDS and self.is_empty(count)

    def lines(self) -> tuple[str, ...]:
        return (f"{self.number} {self.what}; fetching them takes {self.fetch_s} s",) if self.number else ()
