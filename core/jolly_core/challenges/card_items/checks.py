"""What is looked at before a rep: grip, stance, breath, the height of a toss."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.card_item import CardItem
from jolly_core.challenges.count import Count
from jolly_core.challenges.settings import names, whole_number
from jolly_core.challenges.signs import Reminder, Sign

MOST_CHECKS = 5


@dataclass(frozen=True)
class Checks(CardItem):
    """``every``: they are shown again before every so many reps; None for before the first alone.

    >>> Checks(("grip", "toss"), every=2).signs(Count(makes=1))
    ()
    """

    id = "checks"
    title = "Checks before a rep"
    place = 1

    checks: tuple[str, ...] = names("Checks", (), low=0, high=MOST_CHECKS, longest=60)
    every: int | None = whole_number("Shown again before every", 1, 100, None, "reps")

    def signs(self, count: Count) -> tuple[Sign, ...]:
        is_due = count.attempts % self.every == 0 if self.every else count.attempts == 0
        if not self.checks or not is_due:
            return ()
        return (Reminder(item=self.id, title="Not right? A let, and once more", lines=self.checks),)

    def lines(self) -> tuple[str, ...]:
        return (f"Check: {', '.join(self.checks)}",) if self.checks else ()
