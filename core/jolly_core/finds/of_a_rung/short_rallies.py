"""Whether rallies die after three or four contacts more often than anywhere else."""

from __future__ import annotations

from collections.abc import Callable

from jolly_core.finds.look import RungRecord
from jolly_core.finds.rows import BreakLook, BreakQuestion

#: After so many contacts a ball that is hit too hard comes back too hard. Common practice, no source.
PLACES = (3, 4)
#: What is counted in games with a ball in play.
CONTACTS = "contacts"
MOST = 10


class ShortRallies(BreakQuestion):
    id = "short_rallies"
    title = "Whether rallies die after three or four contacts"
    place = 9

    def where(self, record: RungRecord) -> tuple[Callable[[int], float], int] | None:
        if all(metric.unit != CONTACTS for metric in record.game.metrics):
            return None
        return lambda place: float(place in PLACES), MOST

    def words(self, record: RungRecord, found: BreakLook) -> str:
        here, elsewhere = found.shares
        return (
            f"many rows end after three or four: {here} of the tries there are missed, elsewhere {elsewhere} "
            f"({found.here[1]} and {found.elsewhere[1]} tries)."
        )
