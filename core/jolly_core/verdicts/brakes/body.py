"""Body limits: what the athlete spares for now leaves no side to play this on."""

from __future__ import annotations

from jolly_core.body.limits import LEFT_OUT, effect_of
from jolly_core.verdicts.brake import Brake, Case
from jolly_core.verdicts.reason import REST, Reason
from jolly_core.words import sentence


class Body(Brake):
    """Every side of the ladder is left out by a limit."""

    kind = REST
    order = 2
    comes_first = True

    def reasons(self, case: Case) -> tuple[Reason, ...]:
        today, place = case.today, case.place
        if today.day is None:
            return ()
        effects = [
            effect_of(today.limits, today.traits, place.pair.arm(side), today.day, spares=today.spares)
            for side in place.sides
        ]
        if not all(effect.kind == LEFT_OUT for effect in effects):
            return ()
        limits = dict.fromkeys(effect.words for effect in effects)
        return tuple(Reason("body_limit", sentence(f"you said so: {words}.")) for words in limits)

    def headline(self, case: Case) -> str:
        return "Rest: a body limit holds"
