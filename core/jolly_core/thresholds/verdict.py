"""The verdict on a rung: climb, stay or step back, always with its reasons and the numbers behind them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from jolly_core.challenges.registry import AnyGame
from jolly_core.sides import NONE, Pair
from jolly_core.thresholds.condition import RunResult, State
from jolly_core.thresholds.evidence import Evidence, gather_evidence
from jolly_core.thresholds.threshold import Threshold
from jolly_core.words import quantity, sentence

CLIMB, STAY, STEP_BACK = "climb", "stay", "step_back"


@dataclass(frozen=True)
class Reason:
    """One reason: a stable code, and the sentence with its numbers."""

    code: str
    words: str


@dataclass(frozen=True)
class Verdict:
    """What the rules advise; the athlete may overrule it. ``share`` (0 to 1) is how full the rung's evidence is."""

    kind: str
    headline: str
    reasons: tuple[Reason, ...]
    evidence: tuple[Evidence, ...]
    share: float


@dataclass(frozen=True)
class RungPlace:
    """Where the rung stands on its ladder, and on which sides it is climbed: enough to word a verdict.

    ``sides`` are those of the ladder in the order they are played. ``is_ladder_held``: the top rung is held already, so
    there is nowhere further to climb.
    """

    number: int
    rungs: int
    pair: Pair = field(default_factory=Pair)
    sides: tuple[str, ...] = (NONE,)
    is_ladder_held: bool = False

    @property
    def is_lowest(self) -> bool:
        return self.number == 1

    @property
    def is_top(self) -> bool:
        return self.number == self.rungs


def judge(threshold: Threshold, runs: Sequence[RunResult], place: RungPlace, game: AnyGame) -> Verdict:
    """The verdict on the runs of a game since the athlete came to this rung, oldest first.

    The threshold comes first: who fills each of its conditions climbs. Then the floor: who missed it on a side in as
    many runs one after another as the threshold says goes down a rung. Otherwise stay, with what is missing.
    """
    by_side = {side: [run for run in runs if run.side == side] for side in place.sides} if threshold.each_side else {}
    by_side = by_side or {NONE: list(runs)}
    evidence = tuple(
        gather_evidence(threshold, results, side, game, place.pair.words(side)) for side, results in by_side.items()
    )
    share = sum(each.share for each in evidence) / len(evidence)
    if all(each.is_filled for each in evidence):
        reasons = tuple(_reason(each, state, place) for each in evidence for state in each.states)
        kind = STAY if place.is_ladder_held else CLIMB
        return Verdict(kind, _climb_headline(place), reasons, evidence, 1.0)
    fallen = [side for side in by_side if _is_through_floor(threshold, by_side[side])]
    if fallen:
        reasons = tuple(_through_floor(threshold, by_side[side], side, place) for side in fallen)
        if place.is_ladder_held or not place.is_lowest:
            below = place.number if place.is_ladder_held else place.number - 1
            return Verdict(STEP_BACK, f"Step back to rung {below} and rebuild", reasons, evidence, share)
        easier = Reason("lowest_rung", "This is the lowest rung: make the target bigger or stand closer for a while.")
        return Verdict(STAY, "Stay, and make it easier", (*reasons, easier), evidence, share)
    reasons = tuple(_reason(each, state, place) for each in evidence for state in each.states)
    headline = "The whole ladder is yours" if place.is_ladder_held else f"Stay on rung {place.number}"
    return Verdict(STAY, headline, reasons, evidence, share)


def _climb_headline(place: RungPlace) -> str:
    return "The whole ladder is yours" if place.is_top else f"Climb to rung {place.number + 1}"


def _is_through_floor(threshold: Threshold, runs: Sequence[RunResult]) -> bool:
    last = list(runs)[-threshold.floor_runs :]
    return len(last) == threshold.floor_runs and all(threshold.is_under_floor(run.value) for run in last)


def _lead(side: str, place: RungPlace) -> str:
    words = place.pair.words(side)
    return f"{words}: " if words else ""


def _reason(each: Evidence, state: State, place: RungPlace) -> Reason:
    """How one condition stands on one side: filled, or what is missing, and what comes of it."""
    lead = _lead(each.side, place)
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


def _through_floor(threshold: Threshold, runs: Sequence[RunResult], side: str, place: RungPlace) -> Reason:
    values = ", ".join(
        threshold.metric.number(run.value) for run in list(runs)[-threshold.floor_runs :] if run.value is not None
    )
    limit = "below" if threshold.metric.direction == "up" else "above"
    words = (
        f"{_lead(side, place)}the last {_runs(threshold.floor_runs)} ({values}) "
        f"{'was' if threshold.floor_runs == 1 else 'were all'} {limit} your floor of "
        f"{threshold.metric.number(threshold.floor or 0)}."
    )
    return Reason("floor_missed", sentence(words))


def _runs(number: int) -> str:
    """The number of last runs in words: "run", "3 runs"."""
    return "run" if number == 1 else quantity(number, "run")
