"""A rung that was held and is lost: missed twice when it was checked."""

from __future__ import annotations

from jolly_core.verdicts.brake import Brake, Case
from jolly_core.verdicts.reason import STEP_BACK, Reason


class Lost(Brake):
    """The rung below is no longer there: it is rebuilt before this one goes on."""

    kind = STEP_BACK
    order = 4

    def reasons(self, case: Case) -> tuple[Reason, ...]:
        kept, day = case.today.kept, case.today.day
        if kept is None or day is None or not kept.is_lost:
            return ()
        return (Reason("lost", kept.words(case.place.back, day)),)

    def headline(self, case: Case) -> str:
        return f"Rebuild rung {case.place.back}"
