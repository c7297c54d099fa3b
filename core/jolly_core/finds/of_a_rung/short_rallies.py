"""Whether rallies die after three or four contacts more often than anywhere else."""

from __future__ import annotations

from collections.abc import Iterable

from jolly_core.finds.look import Look, RungQuestion, RungRecord
from jolly_core.finds.rows import latest_rows, look_at_breaks
from jolly_core.finds.saying import share
from jolly_core.words import sentence

#: After so many contacts a ball that is hit too hard comes back too hard. Common practice, no source.
PLACES = (3, 4)
#: What is counted in games with a ball in play.
CONTACTS = "contacts"
MOST = 10


class ShortRallies(RungQuestion):
    id = "short_rallies"
    title = "Whether rallies die after three or four contacts"
    place = 9
    page = "inside"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        if all(metric.unit != CONTACTS for metric in record.game.metrics):
            return
        for side, runs in record.runs.items():
            rows = latest_rows(runs)
            found = look_at_breaks(rows, lambda place: float(place in PLACES), MOST)
            if found is None:
                continue
            (here, tries), (elsewhere, other_tries) = found.here, found.elsewhere
            words = (
                f"{record.lead(side)}many rows end after three or four: {share(here / tries)} of the tries there are "
                f"missed, elsewhere {share(elsewhere / other_tries)} ({tries} and {other_tries} tries)."
            )
            yield Look(
                question=self.id,
                p_value=found.p_value,
                words=sentence(words),
                size=here / tries - elsewhere / other_tries,
                side=side,
                since=rows[0].day,
                until=rows[-1].day,
                picture=found.picture,
            )
