"""What speaks for stepping back and for rest, and in which order."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from jolly_core.body.limits import Limit
from jolly_core.body.traits import Traits
from jolly_core.challenges.registry import read_game
from jolly_core.ladder.needs import Need
from jolly_core.load.dose import DoseLeft
from jolly_core.sides import Pair
from jolly_core.thresholds.condition import PAUSE_DAYS, RunResult
from jolly_core.thresholds.conditions.comfort import HURT
from jolly_core.thresholds.conditions.needs_held import ALL, NeedsHeld
from jolly_core.thresholds.threshold import Threshold
from jolly_core.verdicts.asks import MOST_ASKS, Ask, ask_of, first_asks
from jolly_core.verdicts.brake import Circumstances, RungPlace
from jolly_core.verdicts.kept_check import Kept
from jolly_core.verdicts.reason import VERDICTS
from jolly_core.verdicts.verdict import BRAKES, Verdict, judge

TODAY = date(2026, 5, 4)
TEN = read_game("makes_of_n", {"attempts": 10})
ASKED = Threshold(TEN.metrics[0], 8, floor=4)
WRIST = Traits(regions=("wrist",), effort="hard")
SPARED = Limit("wrist", TODAY, TODAY + timedelta(days=6), "right")
LOST = Kept(TODAY, missed=2)
TWO_HANDS = RungPlace(2, 4, Pair("hands"), ("second", "first"))


def runs_of(*values: float, day: date = TODAY) -> list[RunResult]:
    return [RunResult(day, "none", value) for value in values]


SECOND = RungPlace(2, 4)


def verdict_on(runs: list[RunResult], today: Circumstances, place: RungPlace = SECOND) -> Verdict:
    return judge(ASKED, runs, place, TEN, today=replace(today, day=TODAY))


GOOD, POOR, BAD = runs_of(9, 9), runs_of(5, 5), runs_of(1, 1, 1)
HURTS = [*runs_of(9), replace(runs_of(9)[0], comfort=HURT)]
USED_UP = Circumstances(dose=DoseLeft(0, "80 of 80 attempts used today"))
CAUTIONED = Circumstances(cautions=("Last week was 60 % heavier.",), traits=WRIST)


@pytest.mark.parametrize(
    ("runs", "today", "place", "kind", "headline"),
    [
        # The body comes before what was reached.
        (HURTS, Circumstances(), RungPlace(2, 4), "rest", "Rest: it hurt"),
        (GOOD, Circumstances(limits=(SPARED,), traits=WRIST), RungPlace(2, 4), "rest", "Rest: a body limit holds"),
        # What was reached comes before dose and load.
        (GOOD, USED_UP, RungPlace(2, 4), "climb", "Climb to rung 3"),
        (GOOD, CAUTIONED, RungPlace(2, 4), "climb", "Climb to rung 3"),
        (POOR, USED_UP, RungPlace(2, 4), "rest", "Enough for today"),
        (POOR, CAUTIONED, RungPlace(2, 4), "rest", "Rest it, or make it easy"),
        # Light work goes on whatever the load, and one hand while the other is spared.
        (POOR, replace(CAUTIONED, traits=Traits()), RungPlace(2, 4), "stay", "Stay on rung 2"),
        (POOR, Circumstances(limits=(SPARED,), traits=WRIST), TWO_HANDS, "stay", "Stay on rung 2"),
        # The floor and a lost rung lead down; from the lowest rung there is no down.
        (BAD, USED_UP, RungPlace(2, 4), "step_back", "Step back to rung 1 and rebuild"),
        (POOR, Circumstances(kept=LOST), RungPlace(3, 4), "step_back", "Rebuild rung 2"),
        (POOR, Circumstances(kept=LOST), RungPlace(4, 4, is_ladder_held=True), "step_back", "Rebuild rung 4"),
        (BAD, Circumstances(), RungPlace(1, 4), "stay", "Stay, and make it easier"),
        # In small doses one stops where it worked.
        (runs_of(5, 9), Circumstances(stops_at_breakthrough=True), RungPlace(2, 4), "rest", None),
        (
            runs_of(9, day=TODAY - timedelta(days=1)),
            Circumstances(stops_at_breakthrough=True),
            RungPlace(2, 4),
            "stay",
            "Stay on rung 2",
        ),
    ],
)
def test_which_comes_first(
    runs: list[RunResult], today: Circumstances, place: RungPlace, kind: str, headline: str | None
) -> None:
    verdict = verdict_on(runs, today, place)
    assert verdict.kind == kind
    assert headline in (None, verdict.headline)
    assert verdict.reasons


def test_all_that_speaks_for_rest_is_said_beside_a_climb() -> None:
    verdict = verdict_on(GOOD, USED_UP)
    assert verdict.reasons[-1].words == "The dose is used up: 80 of 80 attempts used today."


def test_pain_of_last_week_and_pain_before_a_good_run_are_over() -> None:
    old = [replace(run, day=TODAY - timedelta(days=3)) for run in HURTS]
    assert verdict_on(old, Circumstances()).kind == "climb"
    assert verdict_on([*HURTS, *GOOD], Circumstances()).kind == "climb"
    assert "doctor" in verdict_on(HURTS, Circumstances()).reasons[0].words


def test_every_brake_leads_somewhere_and_has_a_place_of_its_own() -> None:
    assert len({brake.order for brake in BRAKES}) == len(BRAKES)
    assert {brake.kind for brake in BRAKES} < set(VERDICTS)


def test_the_first_run_after_a_pause_counts_for_nothing_but_the_record() -> None:
    late = replace(runs_of(9)[0], days_before=PAUSE_DAYS)
    verdict = verdict_on([*runs_of(9), late], Circumstances())
    assert verdict.kind == "stay"
    assert verdict.reasons[-1].words == "The last run was the first in 3 weeks: it counts for the record only."
    assert verdict_on([*runs_of(9), late, *runs_of(9)], Circumstances()).kind == "climb"


NEEDS = (Need("box, rung 1", True, True), Need("rally, rung 2", True, False), Need("cross", False, False))


def test_unmet_needs_are_said_in_every_verdict_and_hold_one_up_where_they_are_asked_for() -> None:
    advised = judge(ASKED, GOOD, RungPlace(2, 4), TEN, needs=NEEDS)
    assert (advised.kind, advised.reasons[-1].words) == (
        "climb",
        "Hold first: rally, rung 2; easier with: cross.",
    )
    asked = replace(ASKED, conditions=(*ASKED.conditions, NeedsHeld()))
    held_up = judge(asked, GOOD, RungPlace(2, 4), TEN, needs=NEEDS)
    assert held_up.kind == "stay"
    assert held_up.reasons[-1].words == "Of what it needs, 1 of 2 held; hold first: rally, rung 2."
    met = [replace(need, is_held=True) for need in NEEDS[:2]]
    assert judge(asked, GOOD, RungPlace(2, 4), TEN, needs=[*met, NEEDS[2]]).kind == "climb"
    all_asked = replace(ASKED, conditions=(*ASKED.conditions, NeedsHeld(ALL)))
    assert judge(all_asked, GOOD, RungPlace(2, 4), TEN, needs=[*met, NEEDS[2]]).kind == "stay"
    assert judge(asked, GOOD, RungPlace(2, 4), TEN).kind == "climb"


def _ask(ladder: int, runs: list[RunResult], today: Circumstances, kept: Kept | None = None) -> Ask | None:
    return ask_of(ladder, verdict_on(runs, today), rung_held=1, kept=kept, day=TODAY)


def test_at_most_three_things_are_asked_the_body_first_and_then_what_waits() -> None:
    due = Kept(TODAY)
    asks = [
        _ask(1, POOR, Circumstances()),
        _ask(2, POOR, Circumstances(), due),
        _ask(3, GOOD, Circumstances()),
        _ask(4, HURTS, Circumstances()),
        _ask(5, runs_of(9), Circumstances()),
        _ask(6, POOR, USED_UP),
    ]
    assert asks[-1] is None  # nothing is left of it today
    found = first_asks(asks)
    assert [(ask.kind, ask.ladder) for ask in found] == [("rest", 4), ("climb", 3), ("check", 2)]
    assert len(found) == MOST_ASKS
    assert [ask.ladder for ask in first_asks([asks[0], asks[4]])] == [5, 1]  # the nearer one first
    trial = ask_of(7, verdict_on(POOR, Circumstances()), rung_held=0, kept=None, day=TODAY, trial="Two ways.")
    assert trial == Ask("trial", 7, "Two ways.")
