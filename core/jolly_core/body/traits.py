"""What a ladder asks of a body and of a place. Everything that planning has to know of a drill, and no more."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from jolly_core.body.risks import RISKS
from jolly_core.errors import CoreError, Problem
from jolly_core.load.dose import Dose, read_dose
from jolly_core.stored import Stored
from jolly_core.validation import check_choice

ARM_REGIONS = ("shoulder", "elbow", "wrist")
REGIONS = (*ARM_REGIONS, "neck", "back", "hip", "knee", "ankle")
ACTIONS = ("overhead", "running", "jumping", "explosive")
#: What one attempt is, where joints should know: their counts are added up by the week.
COUNTS = ("throws", "serves", "jumps", "contacts")
EASY, MODERATE, HARD = "easy", "moderate", "hard"
EFFORTS = (EASY, MODERATE, HARD)
SLOW, STEADY, FAST = "slow", "steady", "fast"
TEMPOS = (SLOW, STEADY, FAST)
LONGEST_WORDS = 120


@dataclass(frozen=True)
class Traits(Stored):
    """``needs`` is what the place must offer ("wall", "basket"); ``is_fine``: a fine skill, best while fresh."""

    regions: tuple[str, ...] = ()
    actions: tuple[str, ...] = ()
    risks: tuple[str, ...] = ()
    needs: tuple[str, ...] = ()
    counts: str | None = None
    effort: str = MODERATE
    tempo: str = STEADY
    is_fine: bool = False
    #: The movement without ball or load, for the warm-up: "Throw without a disc".
    shadow: str = ""
    dose: Dose = field(default_factory=Dose)

    def lacking(self, offers: Sequence[str]) -> list[str]:
        """What a place that offers this has not got of what is needed."""
        return [need for need in self.needs if need not in offers]

    @property
    def tells_the_body(self) -> bool:
        """Whether it says what it asks of the body: without that, no body limit can be applied to it."""
        return bool(self.regions or self.actions)

    @property
    def is_demanding(self) -> bool:
        """Whether it wants a longer warm-up and a day to recover."""
        return self.effort == HARD or bool({"overhead", "explosive"} & set(self.actions))


#: What an athlete says of a ladder of their own; the rest of its traits stays as it is.
OF_THE_BODY = ("regions", "actions", "risks", "counts", "effort")


def with_body(traits: Traits, given: Mapping[str, Any], *, kept_risks: Sequence[str] = ()) -> Traits:
    """The traits with what somebody says of the body; ``kept_risks`` stay whatever is said.

    Raises ``CoreError`` with every value that is not known.

    >>> said = with_body(Traits(needs=("wall",)), {"regions": ["knee"], "risks": []}, kept_risks=["water"])
    >>> said.regions, said.risks, said.needs
    (('knee',), ('water',), ('wall',))
    """
    said = read_traits({name: given[name] for name in OF_THE_BODY if name in given})
    risks = tuple(dict.fromkeys([*kept_risks, *said.risks]))
    return replace(
        traits, regions=said.regions, actions=said.actions, risks=risks, counts=said.counts, effort=said.effort
    )


def read_traits(given: Mapping[str, Any]) -> Traits:
    """The checked traits of a ladder. Raises ``CoreError`` with every value that is not known.

    >>> read_traits({"regions": ["wrist"], "effort": "easy"}).regions
    ('wrist',)
    """
    problems: list[Problem] = []
    for name in given:
        if name not in Traits.__dataclass_fields__:
            problems.append(Problem("unknown_trait", f"There is no trait {name!r}.", (name,)))
    for name, known in (("regions", REGIONS), ("actions", ACTIONS), ("risks", tuple(RISKS))):
        problems += _check_each(name, given.get(name, ()), known)
    for name, known in (("effort", EFFORTS), ("tempo", TEMPOS), ("counts", COUNTS)):
        if given.get(name) is not None and (problem := check_choice(name, given[name], known)):
            problems.append(problem)
    if problems:
        raise CoreError(problems)
    return Traits(
        regions=tuple(given.get("regions", ())),
        actions=tuple(given.get("actions", ())),
        risks=tuple(given.get("risks", ())),
        needs=tuple(given.get("needs", ())),
        counts=given.get("counts"),
        effort=given.get("effort", MODERATE),
        tempo=given.get("tempo", STEADY),
        is_fine=bool(given.get("is_fine")),
        shadow=str(given.get("shadow", ""))[:LONGEST_WORDS],
        dose=read_dose(given.get("dose", {})),
    )


def _check_each(name: str, values: Sequence[str], known: tuple[str, ...]) -> list[Problem]:
    return [
        Problem("not_a_choice", f"{name} knows {', '.join(known)}; not {value!r}.", (name, place), value, list(known))
        for place, value in enumerate(values)
        if value not in known
    ]
