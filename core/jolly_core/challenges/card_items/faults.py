"""What usually goes wrong, how it shows, and what mends it: said after some misses running."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.card_item import CardItem
from jolly_core.challenges.count import Count
from jolly_core.challenges.settings import Settings, rows, text
from jolly_core.challenges.signs import Reminder, Sign

MOST_FAULTS = 8
#: After so many misses running a fault is named, and another one after as many more. Common practice, no source.
MISSES_RUNNING = 3


@dataclass(frozen=True)
class Fault(Settings):
    fault: str = text("Fault", 60, "")
    shows: str = text("How it shows", 80, "", is_optional=True)
    mend: str = text("What mends it", 80, "", is_optional=True)

    @property
    def lines(self) -> tuple[str, ...]:
        """What is said of it below its name."""
        said = (("It shows", self.shows), ("Mend", self.mend))
        return tuple(f"{word}: {words}" for word, words in said if words)


@dataclass(frozen=True)
class Faults(CardItem):
    """The commonest first.

    >>> faults = Faults((Fault("late turn", mend="turn before the bounce"),))
    >>> [len(faults.signs(Count(misses=many, missed_running=many))) for many in (2, 3, 4)]
    [0, 1, 1]
    """

    id = "faults"
    title = "Usual faults"
    place = 3

    faults: tuple[Fault, ...] = rows("Faults", Fault, (), low=0, high=MOST_FAULTS)

    def signs(self, count: Count) -> tuple[Sign, ...]:
        times = count.missed_running // MISSES_RUNNING
        if not self.faults or not times:
            return ()
        fault = self.faults[(times - 1) % len(self.faults)]
        return (Reminder(item=self.id, title=f"Usual fault: {fault.fault}", lines=fault.lines),)

    def lines(self) -> tuple[str, ...]:
        return tuple(". ".join((f"Fault: {fault.fault}", *fault.lines)) for fault in self.faults)
