"""Two devices that count on one run, and the one rule by which their events become one history.

What is stored stays as it is. Events that arrive later keep their places where they fit: no number of theirs is taken,
and the clock runs forward. Where they do not, because another device has counted meanwhile, all of them go behind what
is stored, in the order in which they were made, with the same waits between them, and so late that the first is no
double tap of the last one stored. The server goes by this for every batch, and a page for what waits on it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise

from jolly_core.challenges.events import Event


def lined_up(stored: Sequence[Event], waiting: Sequence[Event], double_tap_ms: int) -> list[Event]:
    """``waiting``, in the order in which they were made, with the numbers and times at which they join ``stored``.

    ``stored`` are in order, as by ``events.in_order``.

    >>> lined_up([Event("make", 400, 1), Event("miss", 900, 2)], [Event("make", 700, 2), Event("make", 1900, 3)], 80)
    [Event(kind='make', at_ms=980, seq=3, text=''), Event(kind='make', at_ms=2180, seq=4, text='')]
    """
    if fits(sorted([*stored, *waiting], key=lambda event: event.seq)):
        return list(waiting)
    return behind(stored[-1] if stored else Event("", 0, 0), waiting, double_tap_ms)


def fits(events: Sequence[Event]) -> bool:
    """Whether each may stand behind the one before: a later number, no earlier time (as ``events.check_follows``)."""
    return all(before.seq < after.seq and before.at_ms <= after.at_ms for before, after in pairwise(events))


def behind(last: Event, waiting: Sequence[Event], double_tap_ms: int) -> list[Event]:
    """``waiting``, in the order in which they were made, behind the last event that is stored.

    >>> behind(Event("", 0, 0), [Event("make", 400, 1), Event("make", 420, 1), Event("make", 1400, 2)], 80)[1].at_ms
    480
    """
    if not waiting:
        return []
    before_ms = last.at_ms + double_tap_ms if last.seq else 0
    late_ms, first_ms = max(0, before_ms - waiting[0].at_ms), _first_of_each_number(waiting)
    moved: list[Event] = []
    for seq, event in enumerate(waiting, start=last.seq + 1):
        # The clocks of two windows that waited together may differ: time does not run back.
        at_ms = max(before_ms, event.at_ms + late_ms)
        made_behind_ms = first_ms.get(event.seq - 1)
        if moved and (made_behind_ms is None or event.at_ms - made_behind_ms >= double_tap_ms):
            at_ms = max(at_ms, before_ms + double_tap_ms)
        moved.append(replace(event, seq=seq, at_ms=at_ms))
        before_ms = at_ms
    return moved


def _first_of_each_number(events: Sequence[Event]) -> dict[int, int]:
    """When the first event with each number was made. Windows that had not heard of each other gave a number twice."""
    first_ms: dict[int, int] = {}
    for event in events:
        first_ms[event.seq] = min(event.at_ms, first_ms.get(event.seq, event.at_ms))
    return first_ms
