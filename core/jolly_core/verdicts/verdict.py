"""The verdict on a rung: climb, stay, step back or rest, always with its reasons and the numbers behind them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jolly_core.challenges.registry import AnyGame
from jolly_core.discovery import list_classes
from jolly_core.ladder.needs import Need, unmet_words
from jolly_core.sides import NONE
from jolly_core.thresholds.condition import RunResult, Seen, State
from jolly_core.thresholds.conditions.needs_held import NeedsHeld
from jolly_core.thresholds.evidence import Evidence, gather_evidence
from jolly_core.thresholds.threshold import Threshold
from jolly_core.verdicts import brakes
from jolly_core.verdicts.brake import Brake, Case, Circumstances, RungPlace
from jolly_core.verdicts.reason import CLIMB, REST, STAY, STEP_BACK, Reason
from jolly_core.words import quantity, sentence

#: The one that a verdict is named after first.
BRAKES: tuple[Brake, ...] = tuple(sorted((each() for each in list_classes(brakes, Brake)), key=lambda each: each.order))
WEEK = 7


@dataclass(frozen=True)
class Verdict:
    """What the rules advise; the athlete may overrule it. ``share`` (0 to 1) is how full the rung's evidence is."""

    kind: str
    headline: str
    reasons: tuple[Reason, ...]
    evidence: tuple[Evidence, ...]
    share: float
    #: Whether it asks for rest because of the body, whatever the runs say.
    is_for_the_body: bool = False


def judge(
    threshold: Threshold,
    runs: Sequence[RunResult],
    place: RungPlace,
    game: AnyGame,
    *,
    today: Circumstances = Circumstances(),  # noqa: B008  # frozen, and without a day nothing is known
    needs: Sequence[Need] = (),
) -> Verdict:
    """The verdict on the runs of a game since the athlete came to this rung, oldest first.

    A body that asks for rest comes first. Then the threshold: who fills each of its conditions climbs. Then the other
    brakes: stepping back, and rest. Otherwise stay, with what is missing. The first run after a pause counts for
    nothing here. Of a lowest rung nobody steps back: it is made easier.
    """
    counting = [run for run in runs if not run.is_after_pause]
    by_side = threshold.by_side(counting, place.sides)
    evidence = tuple(
        gather_evidence(threshold, Seen(threshold.of_a_run, results, game, tuple(needs)), side, place.pair.words(side))
        for side, results in by_side.items()
    )
    share = sum(each.share for each in evidence) / len(evidence)
    stands = tuple(_reason(each, state, place) for each in evidence for state in each.states)
    remarks = (*_needs(threshold, needs), *_after_pause(runs))
    case = Case(threshold, threshold.by_side(runs, place.sides), place, today)
    braking = [(brake, reasons) for brake in BRAKES if (reasons := brake.reasons(case))]
    is_filled = all(each.is_filled for each in evidence)
    for brake, _ in braking:
        if is_filled and not brake.comes_first:
            break
        if brake.kind == STEP_BACK and place.is_lowest and not place.is_ladder_held:
            easier = Reason("lowest_rung", "This is the lowest rung: make the target bigger or stand closer a while.")
            reasons = (*_all(braking), easier, *remarks)
            return Verdict(STAY, "Stay, and make it easier", reasons, evidence, share)
        still = () if brake.kind == STEP_BACK else stands
        reasons = (*_all(braking), *still, *remarks)
        return Verdict(brake.kind, brake.headline(case), reasons, evidence, share, brake.comes_first)
    if is_filled:
        kind = STAY if place.is_ladder_held else CLIMB
        headline = "The whole ladder is yours" if place.is_top else f"Climb to rung {place.number + 1}"
        return Verdict(kind, headline, (*stands, *_all(braking), *remarks), evidence, 1.0)
    headline = "The whole ladder is yours" if place.is_ladder_held else f"Stay on rung {place.number}"
    return Verdict(STAY, headline, (*stands, *remarks), evidence, share)


def closing_words(verdict: Verdict | None, *, is_capped: bool) -> str:
    """What is said after a run where it is enough for today; empty where one may go on.

    ``verdict`` is that on the rung of the run, None where another one is worked on. ``is_capped``: the run's game has a
    hard cap, and was played to its end.
    """
    if verdict and verdict.is_for_the_body:
        return "That is enough of it for today."
    rests = verdict is not None and verdict.kind == REST
    return "That is enough of it for today. Well done." if is_capped or rests else ""


def _all(braking: Sequence[tuple[Brake, tuple[Reason, ...]]]) -> tuple[Reason, ...]:
    return tuple(reason for _, reasons in braking for reason in reasons)


def _reason(each: Evidence, state: State, place: RungPlace) -> Reason:
    """How one condition stands on one side: filled, or what is missing, and what comes of it."""
    lead = place.lead(each.side)
    if state.is_filled:
        return Reason("threshold_reached", sentence(f"{lead}{state.so_far}; {state.wanted}."))
    is_last = all(other.is_filled for other in each.states if other is not state)
    goal = f" and {_goal(each.side, place)}" if state.is_only_runs and is_last else ""
    return Reason("still_missing", sentence(f"{lead}{state.so_far}; {state.missing}{goal}."))


def _goal(side: str, place: RungPlace) -> str:
    if place.is_ladder_held:
        # The rung is the athlete's already: it is only a question of what it is worth today.
        return "it is confirmed"
    return "the rung is yours" if side == NONE else "this side is there"


def _needs(threshold: Threshold, needs: Sequence[Need]) -> tuple[Reason, ...]:
    """What the rung needs and is not held, said also where the threshold does not ask for it."""
    unmet = unmet_words(needs)
    is_asked = threshold.condition(NeedsHeld) is not None
    return (Reason("unmet_needs", sentence(f"{unmet}.")),) if unmet and not is_asked else ()


def _after_pause(runs: Sequence[RunResult]) -> tuple[Reason, ...]:
    if not runs or not runs[-1].is_after_pause:
        return ()
    weeks = runs[-1].days_before // WEEK
    words = f"The last run was the first in {quantity(weeks, 'week')}: it counts for the record only."
    return (Reason("after_pause", words),)
