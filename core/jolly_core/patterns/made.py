"""Usual orders of targets, made from where they lie."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import atan2
from statistics import fmean

from jolly_core.errors import CoreError
from jolly_core.places.zone import Zone

Order = Callable[[Sequence[Zone]], list[Zone]]


@dataclass(frozen=True)
class Made:
    """A usual order, and how it puts zones in a row."""

    id: str
    order: Order
    #: Whether it goes round, so that the targets have to lie on one surface.
    is_round: bool = False


def _one_by_one(zones: Sequence[Zone]) -> list[Zone]:
    return list(zones)


def _two_and_two(zones: Sequence[Zone]) -> list[Zone]:
    return [zone for zone in zones for _ in range(2)]


def _one_and_two(zones: Sequence[Zone]) -> list[Zone]:
    return [zone for place, zone in enumerate(zones) for _ in range(1 + place % 2)]


def _clockwise(zones: Sequence[Zone]) -> list[Zone]:
    """Round their common middle, beginning at the top or the far side."""
    middle_x, middle_y = (fmean(zone.at[axis] for zone in zones) for axis in (0, 1))
    return sorted(zones, key=lambda zone: atan2(-(zone.at[0] - middle_x), -(zone.at[1] - middle_y)))


def _counter_clockwise(zones: Sequence[Zone]) -> list[Zone]:
    first, *others = _clockwise(zones)
    return [first, *reversed(others)]


def _opposite(zones: Sequence[Zone]) -> list[Zone]:
    """Across the middle and back: each zone of the clock, then the one half a turn on."""
    clock, half = _clockwise(zones), (len(zones) + 1) // 2
    return [zone for pair in zip(clock[:half], [*clock[half:], None], strict=False) for zone in pair if zone]


MADE: dict[str, Made] = {
    made.id: made
    for made in (
        Made("alternate", _one_by_one),
        Made("two_and_two", _two_and_two),
        Made("one_and_two", _one_and_two),
        Made("clock", _clockwise, is_round=True),
        Made("counter_clock", _counter_clockwise, is_round=True),
        Made("opposite", _opposite, is_round=True),
    )
}


def make_pattern(made_id: str, zones: Sequence[Zone]) -> tuple[str, ...]:
    """The names of the zones in a usual order.

    Raises ``CoreError``: ``unknown_pattern``, ``too_few`` for less than two zones, ``several_surfaces`` where there is
    no going round because they do not lie on one surface.
    """
    if made_id not in MADE:
        message = f"There is no order {made_id!r}; there are: {', '.join(MADE)}."
        raise CoreError.one("unknown_pattern", message, "pattern", value=made_id, allowed=list(MADE))
    if len(zones) <= 1:
        raise CoreError.one("too_few", "An order needs two targets or more; lay another one.", "zones")
    if MADE[made_id].is_round and len({zone.surface for zone in zones}) > 1:
        raise CoreError.one("several_surfaces", "Only targets on one surface can be gone round.", "zones")
    return tuple(zone.name for zone in MADE[made_id].order(zones))
