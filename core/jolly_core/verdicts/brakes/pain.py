"""Pain: the athlete said of one of the last runs that it hurt."""

from __future__ import annotations

from jolly_core.thresholds.conditions.comfort import HURT
from jolly_core.verdicts.brake import Brake, Case
from jolly_core.verdicts.reason import REST, Reason

#: For so many days after a run that hurt. Common practice, no source: who is in doubt asks a professional.
DAYS = 3


class Pain(Brake):
    """The last run on a rung hurt, and that was in the last days."""

    kind = REST
    order = 1
    comes_first = True

    def reasons(self, case: Case) -> tuple[Reason, ...]:
        last, day = case.latest()[-1:], case.today.day
        if not last or day is None or last[0].comfort != HURT or (day - last[0].day).days >= DAYS:
            return ()
        return (
            Reason(
                "pain",
                f"Your last run, on {last[0].day:%-d %b}, hurt. Leave it until it does not; pain that is sharp, stays "
                "or comes back is for a doctor or physiotherapist.",
            ),
        )

    def headline(self, case: Case) -> str:
        return "Rest: it hurt"
