"""The plain count that every format keeps, its share of makes, and a list that grows without copying."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Generic, NamedTuple, TypeVar

from jolly_core.challenges.events import LET, MAKE
from jolly_core.stats.proportions import wilson_interval

Item = TypeVar("Item")


class Count(NamedTuple):
    """Makes, misses, lets, the makes in a row now and at best, and the misses running. A let leaves a row standing."""

    makes: int = 0
    misses: int = 0
    lets: int = 0
    streak: int = 0
    best_streak: int = 0
    missed_running: int = 0

    @property
    def attempts(self) -> int:
        return self.makes + self.misses

    def after(self, press: str) -> Count:
        """The count after one more press.

        >>> Count().after("make").after("let").after("make").streak
        2
        """
        if press == LET:
            return self._replace(lets=self.lets + 1)
        if press == MAKE:
            row = self.streak + 1
            return Count(self.makes + 1, self.misses, self.lets, row, max(row, self.best_streak))
        return Count(self.makes, self.misses + 1, self.lets, 0, self.best_streak, self.missed_running + 1)


#: Nothing counted yet.
NOTHING = Count()


@dataclass(frozen=True, slots=True)
class Trail(Generic[Item]):
    """A persistent list: appending shares the earlier items, so that every earlier state is kept at no cost."""

    last: Item | None = None
    before: Trail[Item] | None = None
    length: int = 0

    def plus(self, item: Item) -> Trail[Item]:
        return Trail(item, self, self.length + 1)

    def __iter__(self) -> Iterator[Item]:
        return iter(self.latest(self.length))

    def latest(self, many: int) -> list[Item]:
        """The last ``many`` of them, in their order."""
        items: list[Item] = []
        here: Trail[Item] | None = self
        while here is not None and here.length and len(items) < many:
            items.append(here.last)  # type: ignore[arg-type]  # an empty trail alone has no last item
            here = here.before
        return items[::-1]


def rate_interval(makes: int, attempts: int) -> tuple[float, float] | None:
    """The true rates that the makes fit 19 times in 20 (Wilson), to four decimals; None without attempts."""
    if not attempts:
        return None
    low, high = wilson_interval(makes, attempts)
    return round(low, 4), round(high, 4)


def share_of(makes: int, attempts: int) -> float | None:
    """The share of makes in per cent, to one decimal; None without attempts."""
    return round(100 * makes / attempts, 1) if attempts else None
