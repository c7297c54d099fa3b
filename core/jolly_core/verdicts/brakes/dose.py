"""The dose: what a day or a week may hold of a skill is used up."""

from __future__ import annotations

from jolly_core.verdicts.brake import Brake, Case
from jolly_core.verdicts.reason import REST, Reason
from jolly_core.words import sentence


class Dose(Brake):
    """Nothing is left of the dose today, whatever the last run was."""

    kind = REST
    order = 6

    def reasons(self, case: Case) -> tuple[Reason, ...]:
        dose = case.today.dose
        return (Reason("dose_used_up", sentence(f"the dose is used up: {dose.words}.")),) if dose.is_used_up else ()

    def headline(self, case: Case) -> str:
        return "Enough for today"
