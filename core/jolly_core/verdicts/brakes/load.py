"""The load: last week was steep or without a change, and this ladder is hard work."""

from __future__ import annotations

from jolly_core.verdicts.brake import Brake, Case
from jolly_core.verdicts.reason import REST, Reason


class Load(Brake):
    """Cautions of the load speak against hard work only: what is easy on the body goes on."""

    kind = REST
    order = 7

    def reasons(self, case: Case) -> tuple[Reason, ...]:
        if not case.today.traits.is_demanding:
            return ()
        return tuple(Reason("load", words) for words in case.today.cautions)

    def headline(self, case: Case) -> str:
        return "Rest it, or make it easy"
