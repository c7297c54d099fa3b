"""Whether rows break more often the longer they are: does the ninth break more often than the third?"""

from __future__ import annotations

from collections.abc import Iterable

from jolly_core.finds.look import Look, RungQuestion, RungRecord
from jolly_core.finds.rows import latest_rows, look_at_breaks
from jolly_core.finds.saying import share
from jolly_core.words import sentence

#: A row is long from here on.
MOST = 8


class LateInARow(RungQuestion):
    id = "late_in_a_row"
    title = "Whether rows break late"
    place = 7
    page = "inside"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        for side, runs in record.runs.items():
            rows = latest_rows(runs)
            found = look_at_breaks(rows, float, MOST)
            if found is None:
                continue
            (late, late_tries), (early, early_tries) = found.here, found.elsewhere
            words = (
                f"{record.lead(side)}rows break late: after {MOST // 2 + 1} makes or more {share(late / late_tries)} "
                f"of the tries are missed, before that {share(early / early_tries)} "
                f"({late_tries} and {early_tries} tries)."
            )
            yield Look(
                question=self.id,
                p_value=found.p_value,
                words=sentence(words),
                size=late / late_tries - early / early_tries,
                side=side,
                since=rows[0].day,
                until=rows[-1].day,
                picture=found.picture,
            )
