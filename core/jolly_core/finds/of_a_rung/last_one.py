"""Whether the last one before the goal breaks more often than the others."""

from __future__ import annotations

from collections.abc import Callable

from jolly_core.finds.look import RungRecord
from jolly_core.finds.rows import MOST_PLACES, BreakLook, BreakQuestion

#: The metric that asks for a row, and the shortest goal whose last one is apart from the rest.
ROW, LEAST_GOAL = "best_streak", 3


class LastOne(BreakQuestion):
    id = "last_one"
    title = "Whether the last one before the goal breaks"
    place = 8

    def where(self, record: RungRecord) -> tuple[Callable[[int], float], int] | None:
        goal = int(record.mark)
        if record.metric.id != ROW or not LEAST_GOAL <= goal <= MOST_PLACES:
            return None
        return lambda place: float(place == goal - 1), goal

    def words(self, record: RungRecord, found: BreakLook) -> str:
        last, others = found.shares
        missed, tries = found.here
        return (
            f"the last one before {int(record.mark)} in a row is missed in {last} of the tries ({missed} of {tries}), "
            f"the others in {others}."
        )
