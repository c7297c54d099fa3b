"""What may be in a block at all: place, kit, body limits, dose, acknowledgements, a gentle day."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from jolly_core.body.limits import EASED, LEFT_OUT, effect_of
from jolly_core.planning.candidate import GENTLE, LOW, TEST_DAY, Candidate, Terms

GENTLE_RUNS = 2
#: Whoever wants it easier has a day between two hard ones. Common practice, no source.
EASED_DAYS = 1


@dataclass(frozen=True)
class Screened:
    """How many runs of a candidate a block may hold, 0 with the reason why none, and what to say of those it holds."""

    most_runs: int
    words: str = ""


Check = Callable[[Candidate, Terms, int], Screened | None]


def screen(candidate: Candidate, terms: Terms, most_runs: int) -> Screened:
    """The most runs of a candidate that the terms allow, by the first check that excludes it, else the tightest."""
    found = [screened for check in _CHECKS if (screened := check(candidate, terms, most_runs))]
    ruled_out = next((each for each in found if each.most_runs == 0), None)
    return ruled_out or min(found, key=lambda each: each.most_runs, default=Screened(most_runs))


def _acknowledged(candidate: Candidate, terms: Terms, most_runs: int) -> Screened | None:
    if not candidate.unacknowledged:
        return None
    return Screened(0, f"{candidate.unacknowledged}: read and acknowledge its cautions first, on its ladder")


def _in_place(candidate: Candidate, terms: Terms, most_runs: int) -> Screened | None:
    if terms.offers is None:
        return None
    lacking = candidate.traits.lacking(terms.offers)
    return Screened(0, f"the place has no {' and no '.join(lacking)}") if lacking else None


def _with_kit(candidate: Candidate, terms: Terms, most_runs: int) -> Screened | None:
    lacking = [thing for thing in candidate.kit if thing in terms.missing]
    return Screened(0, f"not to hand: {', '.join(lacking)}") if lacking else None


def _limited(candidate: Candidate, terms: Terms, most_runs: int) -> Screened | None:
    effect = effect_of(terms.limits, candidate.traits, candidate.hand, terms.day, spares=candidate.spares)
    if effect.kind == LEFT_OUT:
        return Screened(0, f"body limit: {effect.words}")
    limits = [limit for limit in terms.limits if limit.holds_on(terms.day)]
    if limits and not candidate.traits.tells_the_body:
        # Where nothing is known of what it loads, the block says so.
        wishes = ", ".join(limit.words for limit in limits)
        unsaid = "its ladder does not say what it asks of the body"
        return Screened(most_runs, f"cannot keep to this here ({wishes}): {unsaid}")
    return Screened(max(1, most_runs // 2), f"eased: {effect.words}") if effect.kind == EASED else None


def dosed_tries(candidate: Candidate) -> float:
    """What one run takes of the dose; a hard cap has to hold on a long day, too."""
    return max(1.0, candidate.tries.high if candidate.traits.dose.is_capped else candidate.tries.expected)


def _dosed(candidate: Candidate, terms: Terms, most_runs: int) -> Screened | None:
    left = candidate.dose.attempts
    if left is None:
        return None
    runs = int(left // dosed_tries(candidate))
    if runs >= most_runs:
        return None
    return Screened(runs, f"dose: {candidate.dose.words}")


def _easier(candidate: Candidate, terms: Terms, most_runs: int) -> Screened | None:
    if not candidate.is_eased or not candidate.traits.is_demanding:
        return None
    if candidate.last_day and (terms.day - candidate.last_day).days <= EASED_DAYS:
        return Screened(0, "easier on you, as you asked: what is hard has a day of rest in between")
    return Screened(max(1, most_runs // 2), "easier on you, as you asked: what is hard is half as long")


def _gentle(candidate: Candidate, terms: Terms, most_runs: int) -> Screened | None:
    if terms.focus != GENTLE:
        return None
    if candidate.traits.is_demanding:
        return Screened(0, "a gentle day: hard, overhead and explosive work waits")
    return Screened(min(most_runs, GENTLE_RUNS), "kept short: a gentle day")


def _tired(candidate: Candidate, terms: Terms, most_runs: int) -> Screened | None:
    if terms.energy != LOW or not candidate.traits.is_demanding:
        return None
    return Screened(1, "one run only: little energy and hard work")


def _tested_before(candidate: Candidate, terms: Terms, most_runs: int) -> Screened | None:
    if terms.focus != TEST_DAY or terms.last_test is None:
        return None
    return None if candidate.test_runs else Screened(0, "not among the last tests: a test day repeats those")


_CHECKS: tuple[Check, ...] = (
    _acknowledged,
    _in_place,
    _with_kit,
    _limited,
    _dosed,
    _easier,
    _gentle,
    _tired,
    _tested_before,
)
