"""Schools of climbing: what is asked of every rung of a ladder, and how its blocks are made, unless said otherwise."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.ladder.visit import SMALL_DOSE, WORKED_ON, Visit
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
    #: Whether a block has a run of the next rung as well, before the mark is met.
    tries_next: bool = False
    #: What the rung that is worked on is played for.
    visit: Visit = WORKED_ON
    #: Whether who reached the mark stops for the day.
    stops_at_breakthrough: bool = False

    def ask(self, threshold: Threshold) -> Threshold:
        """What it asks of a rung: mark, sides and floor stay."""
        return replace(threshold, conditions=self.conditions)


#: The plainest one, in which each rung says how often.
COUNT_IT = "count_it"
SCHOOLS = {
    school.id: school
    for school in (
        School(
            COUNT_IT,
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
        School(
            "stretch",
            "Stretch",
            "The mark in two of the last three runs; every block has a trial of the next rung as well.",
            "Lively, and as open to luck as counting: trials count against nothing, and take their minutes.",
            (AtTheMark(2, 3),),
            tries_next=True,
        ),
        School(
            "small_dose",
            "Small dose",
            "The mark on two days of the last four runs; one run a visit, and after a run at the mark you stop.",
            "Easy on body and nerve: it takes more days, and no day is long.",
            (AtTheMark(2, 4, 2),),
            visit=SMALL_DOSE,
            stops_at_breakthrough=True,
        ),
    )
}
