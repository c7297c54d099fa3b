"""Schools of climbing: what is asked of every rung of a ladder, and how its blocks are made, unless said otherwise."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.thresholds.condition import Condition
from jolly_core.thresholds.conditions.at_the_mark import AtTheMark
from jolly_core.thresholds.conditions.comfort import Comfort
from jolly_core.thresholds.conditions.proof import Proof
from jolly_core.thresholds.threshold import Threshold


@dataclass(frozen=True)
class School:
    """A default for conditions and for blocks. ``price`` says what it costs, in a sentence."""

    id: str
    title: str
    meaning: str
    price: str
    conditions: tuple[Condition, ...]
    #: Whether a block plays a ladder from rung 1 up.
    from_rung_one: bool = False

    def ask(self, threshold: Threshold) -> Threshold:
        """What it asks of a rung: mark, sides and floor stay."""
        return replace(threshold, conditions=self.conditions)


SCHOOLS = {
    school.id: school
    for school in (
        School(
            "count_it",
            "Count it",
            "The mark in two of the last three runs.",
            "Quick, and open to luck: who is ten points under the mark passes sooner or later.",
            (AtTheMark(2, 3),),
        ),
        School(
            "comfort_first",
            "Comfort first",
            "The mark in two of the last three runs, on two days, each of them comfortable; blocks begin with rung 1.",
            "Slow: nothing is skipped, and what was climbed is played at every visit.",
            (AtTheMark(2, 3, 2), Comfort(4, 3)),
            from_rung_one=True,
        ),
        School(
            "prove_it",
            "Prove it",
            "Nine in ten sure that you are truly at the mark.",
            "Fair: luck seldom passes, and who is ready waits a few runs more.",
            (Proof(),),
        ),
    )
}
