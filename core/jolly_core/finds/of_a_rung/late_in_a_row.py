"""Whether rows break more often the longer they are: does the ninth break more often than the third?"""

from __future__ import annotations

from collections.abc import Callable

from jolly_core.finds.look import RungRecord
from jolly_core.finds.rows import BreakLook, BreakQuestion

#: Places of a row from here on are one.
MOST = 8


class LateInARow(BreakQuestion):
    id = "late_in_a_row"
    title = "Whether rows break late"
    place = 7

    def where(self, record: RungRecord) -> tuple[Callable[[int], float], int]:
        return float, MOST

    def words(self, record: RungRecord, found: BreakLook) -> str:
        late, early = found.shares
        return (
            f"rows break late: after {MOST // 2 + 1} makes or more {late} of the tries are missed, before that {early} "
            f"({found.here[1]} and {found.elsewhere[1]} tries)."
        )
