"""The card of a rung: all that a practitioner writes on it, item by item."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any, TypeVar

from jolly_core.challenges import card_items
from jolly_core.challenges.card_item import CardItem
from jolly_core.challenges.count import Count
from jolly_core.challenges.signs import Reminder, Sign
from jolly_core.discovery import list_classes
from jolly_core.errors import CoreError, Problem
from jolly_core.stored import VERSION_KEY, with_texts

Item = TypeVar("Item", bound=CardItem)
#: By their ids, in the order in which they stand on the card.
ITEMS: dict[str, type[CardItem]] = {
    each.id: each for each in sorted(list_classes(card_items, CardItem), key=lambda item: item.place)
}
#: More reminders than these are not read between two reps.
MOST_REMINDERS = 2


@dataclass(frozen=True)
class Card:
    """``items`` are those that say something, in their order."""

    items: tuple[CardItem, ...] = ()

    def of(self, kind: type[Item]) -> Item:
        """An item, blank where the card has none."""
        return next((item for item in self.items if isinstance(item, kind)), kind())

    def as_stored(self) -> dict[str, Any]:
        """The items by their ids, each with its version."""
        return {item.id: item.as_stored() for item in self.items}

    @classmethod
    def from_stored(cls, stored: Mapping[str, Any]) -> Card:
        """What was stored, by whichever version; an item that is known no longer is left out."""
        return cls._made(ITEMS[name].from_stored(values) for name, values in stored.items() if name in ITEMS)

    @classmethod
    def _made(cls, items: Any) -> Card:
        return cls(tuple(sorted((item for item in items if not item.is_blank), key=lambda item: item.place)))

    @property
    def lines(self) -> tuple[str, ...]:
        """What is read before a run."""
        return tuple(line for item in self.items for line in item.lines())

    def signs(self, count: Count) -> tuple[Sign, ...]:
        """What is shown before the next rep, with that count so far: of reminders the most pressing ones."""
        signs = [sign for item in reversed(self.items) for sign in item.signs(count)]
        reminders = [sign for sign in signs if isinstance(sign, Reminder)]
        return (*(sign for sign in signs if not isinstance(sign, Reminder)), *reminders[:MOST_REMINDERS])

    def stops_clock(self, count: Count) -> bool:
        """Whether the run's clock stands at that count, until the athlete goes on."""
        return any(item.stops_clock(count) for item in self.items)

    def said(self, say: Callable[[str], str]) -> Card:
        """The card with each of its texts as ``say`` has it."""
        return self._made(with_texts(item, say) for item in self.items)


def read_card(given: Mapping[str, Mapping[str, Any]]) -> Card:
    """The checked card. Raises ``CoreError`` with every problem, each at its item.

    >>> read_card({"checks": {"checks": ["grip"]}, "reach": {"words": ""}}).items
    (Checks(checks=('grip',), every=None),)
    """
    items, problems = [], []
    for name, values in given.items():
        if name not in ITEMS:
            problems.append(Problem("unknown_item", f"A card has no {name!r}.", (name,), None, list(ITEMS)))
            continue
        try:
            items.append(ITEMS[name].read({key: value for key, value in values.items() if key != VERSION_KEY}))
        except CoreError as error:
            problems += error.under(name).problems
    if problems:
        raise CoreError(problems)
    return Card._made(items)
