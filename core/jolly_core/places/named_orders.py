"""Usual orders of targets, made from where they lie."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import atan2
from statistics import fmean

from jolly_core.errors import CoreError
from jolly_core.patterns.orders import columns, crossing, one_and_two, one_by_one, opposite, turned, two_and_two
from jolly_core.places.zone import Zone

Order = Callable[[Sequence[Zone]], list[Zone]]


@dataclass(frozen=True)
class Made:
    """A usual order, and how it puts zones in a row."""

    id: str
    order: Order
    #: Whether the order depends on positions, so that all targets must lie on one surface.
    is_round: bool = False


def _clockwise(zones: Sequence[Zone]) -> list[Zone]:
    """Round their common middle, beginning at the top or the far side."""
    middle_x, middle_y = (fmean(zone.at[axis] for zone in zones) for axis in (0, 1))
    return sorted(zones, key=lambda zone: atan2(-(zone.at[0] - middle_x), -(zone.at[1] - middle_y)))


def _row_by_row(zones: Sequence[Zone]) -> list[Zone]:
    """The upper half of them from left to right, then the lower half: above and below, left and right."""
    by_height = sorted(zones, key=lambda zone: -zone.at[1])
    half = (len(zones) + 1) // 2
    return [zone for row in (by_height[:half], by_height[half:]) for zone in sorted(row, key=lambda zone: zone.at[0])]


MADE: dict[str, Made] = {
    made.id: made
    for made in (
        Made("alternate", one_by_one),
        Made("two_and_two", two_and_two),
        Made("one_and_two", one_and_two),
        Made("clock", _clockwise, is_round=True),
        Made("counter_clock", lambda zones: turned(_clockwise(zones)), is_round=True),
        Made("opposite", lambda zones: opposite(_clockwise(zones)), is_round=True),
        Made("rows", _row_by_row, is_round=True),
        Made("columns", lambda zones: columns(_row_by_row(zones)), is_round=True),
        Made("crossing", lambda zones: crossing(_row_by_row(zones)), is_round=True),
    )
}


def make_pattern(made_id: str, zones: Sequence[Zone]) -> tuple[str, ...]:
    """The names of the zones in a usual order.

    Raises ``CoreError``: ``unknown_pattern``, ``too_few`` for less than two zones, ``several_surfaces`` where it
    goes by where they lie and they do not lie on one surface.
    """
    if made_id not in MADE:
        message = f"There is no order {made_id!r}; there are: {', '.join(MADE)}."
        raise CoreError.one("unknown_pattern", message, "pattern", value=made_id, allowed=list(MADE))
    if len(zones) <= 1:
        raise CoreError.one("too_few", "An order needs two targets or more; lay another one.", "zones")
    if MADE[made_id].is_round and len({zone.surface for zone in zones}) > 1:
        raise CoreError.one("several_surfaces", "Only targets on one surface can be gone round.", "zones")
    return tuple(zone.name for zone in MADE[made_id].order(zones))


def order_by_place(written: str, zones: Sequence[Zone]) -> tuple[str, ...]:
    """The names of the zones in a written order that goes by where they lie: "clock", "counter-clock", "rows".

    Empty for any other, and where they do not lie on one surface.
    """
    made = MADE.get(written.replace("-", "_"))
    if made is None or not made.is_round or len(zones) <= 1 or len({zone.surface for zone in zones}) > 1:
        return ()
    return make_pattern(made.id, zones)
