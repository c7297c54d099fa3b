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
    """``waiting``, in the order in which they were made, behind the last event that is stored."""
    if not waiting:
        return []
    least_ms = last.at_ms + double_tap_ms if last.seq else 0
    late_ms, before_ms, moved = max(0, least_ms - waiting[0].at_ms), least_ms, []
    for seq, event in enumerate(waiting, start=last.seq + 1):
        # The clocks of two windows that waited together may differ: time does not run back.
        before_ms = max(before_ms, event.at_ms + late_ms)
        moved.append(replace(event, seq=seq, at_ms=before_ms))
    return moved
