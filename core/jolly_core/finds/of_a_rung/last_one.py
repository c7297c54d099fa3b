"""Whether the last one before the goal breaks more often than the others."""

from __future__ import annotations

from collections.abc import Iterable

from jolly_core.finds.look import Look, RungQuestion, RungRecord
from jolly_core.finds.rows import MOST_PLACES, latest_rows, look_at_breaks
from jolly_core.finds.saying import share
from jolly_core.words import sentence

#: The metric that asks for a row, and the shortest goal whose last one is apart from the rest.
ROW, LEAST_GOAL = "best_streak", 3


class LastOne(RungQuestion):
    id = "last_one"
    title = "Whether the last one before the goal breaks"
    place = 8
    page = "inside"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        goal = int(record.mark)
        if record.metric.id != ROW or not LEAST_GOAL <= goal <= MOST_PLACES:
            return
        for side, runs in record.runs.items():
            rows = latest_rows(runs)
            found = look_at_breaks(rows, lambda place: float(place == goal - 1), goal)
            if found is None:
                continue
            (last, last_tries), (others, other_tries) = found.here, found.elsewhere
            words = (
                f"{record.lead(side)}the last one before {goal} in a row is missed in {share(last / last_tries)} "
                f"of the tries ({last} of {last_tries}), the others in {share(others / other_tries)}."
            )
            yield Look(
                question=self.id,
                p_value=found.p_value,
                words=sentence(words),
                size=last / last_tries - others / other_tries,
                side=side,
                since=rows[0].day,
                until=rows[-1].day,
                picture=found.picture,
            )
