"""The verdict on a rung: climb, stay or step back, always with its reasons and the numbers behind them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from jolly_core.sides import NONE, Pair
from jolly_core.thresholds.evidence import Evidence, RunResult, gather_evidence
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


def judge(threshold: Threshold, runs: Sequence[RunResult], place: RungPlace) -> Verdict:
    """The verdict on the runs since the athlete came to this rung, oldest first.

    The threshold comes first: who fills it climbs. Then the floor: who missed it on a side in as many runs one after
    another as the threshold says goes down a rung. Otherwise stay, with what is missing.
    """
    by_side = {side: [run for run in runs if run.side == side] for side in place.sides} if threshold.each_side else {}
    by_side = by_side or {NONE: list(runs)}
    evidence = tuple(gather_evidence(threshold, by_side[side], side, place.pair.words(side)) for side in by_side)
    share = sum(each.share for each in evidence) / len(evidence)
    if all(each.is_filled for each in evidence):
        reasons = tuple(_filled(threshold, each, place) for each in evidence)
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
    reasons = tuple(_state(threshold, each, place) for each in evidence)
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


def _on_days(days: int) -> str:
    return f" on {quantity(days, 'day')}" if days else ""


def _filled(threshold: Threshold, each: Evidence, place: RungPlace) -> Reason:
    words = (
        f"{_lead(each.side, place)}{_reached(threshold, each)}{_on_days(each.days_met)}; {threshold.reached} wanted."
    )
    return Reason("threshold_reached", sentence(words))


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


def _state(threshold: Threshold, each: Evidence, place: RungPlace) -> Reason:
    if each.is_filled:
        return _filled(threshold, each, place)
    so_far = _reached(threshold, each) if each.recent else f"no run yet at {threshold.mark_words}"
    return Reason("still_missing", sentence(f"{_lead(each.side, place)}{so_far}; {_missing(each, place)}."))


def _runs(number: int) -> str:
    """The number of last runs in words: "run", "3 runs"."""
    return "run" if number == 1 else quantity(number, "run")


def _reached(threshold: Threshold, each: Evidence) -> str:
    """How many of the last runs reached the mark."""
    if len(each.recent) == 1:
        return f"the last run {'reached' if each.met else 'did not reach'} {threshold.mark_words}"
    return f"of the last {quantity(len(each.recent), 'run')} {each.met or 'none'} reached {threshold.mark_words}"


def _missing(each: Evidence, place: RungPlace) -> str:
    more, new_days = each.more_runs, each.more_days
    if place.is_ladder_held:
        # The rung is the athlete's already: it is only a question of what it is worth today.
        goal = "it is confirmed"
    else:
        goal = "the rung is yours" if each.side == NONE else "this side is there"
    enough = f"{more} more and {goal}"
    if each.days_kept == 0:
        # Nothing counts yet, so the first good day is not "another" one.
        if new_days <= 1:
            return enough
        return f"{more} more, on {new_days} different days" + ("" if new_days == more else " at least")
    if not new_days:
        return enough
    if new_days < more:
        return f"{more} more, {new_days} of them on {'another day' if new_days == 1 else 'other days'}"
    return f"{more} more, on another day" if new_days == 1 else f"{more} more, on {new_days} other days"
