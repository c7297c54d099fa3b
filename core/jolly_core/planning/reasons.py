"""Why a drill might matter today: rules, each an id, what it weighs in a focus, and a pure function."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field

from jolly_core.planning.candidate import GENTLE, NORMAL, TEST_DAY, WEAK_SPOTS, Candidate, Terms
from jolly_core.words import quantity

LONG_AGO_DAYS = 7
LONGEST_AGO_DAYS = 28
#: The smallest difference between two sides, or from a rate, that is mentioned.
SIDE_GAP, LOW_RATE = 0.1, 0.5
AVOIDED = 2

Weighed = tuple[float, str]


@dataclass(frozen=True)
class Rule:
    """``weigh`` gives points and a sentence, or None where it has nothing to say; ``by_focus`` scales its points."""

    id: str
    weigh: Callable[[Candidate, Terms], Weighed | None]
    by_focus: Mapping[str, float] = field(default_factory=dict)


def _long_ago(candidate: Candidate, terms: Terms) -> Weighed | None:
    if candidate.last_day is None:
        return 40, "not played yet"
    days = (terms.day - candidate.last_day).days
    return (10 + min(days, LONGEST_AGO_DAYS), f"not practised for {days} days") if days >= LONG_AGO_DAYS else None


def _nearly_there(candidate: Candidate, terms: Terms) -> Weighed | None:
    if not candidate.runs_to_climb:
        return None
    return max(
        2, 20 - 4 * candidate.runs_to_climb
    ), f"{quantity(candidate.runs_to_climb, 'good run')} from the next rung"


def _weak_side(candidate: Candidate, terms: Terms) -> Weighed | None:
    if not candidate.is_weaker:
        return None
    if (
        candidate.rate is not None
        and candidate.other_rate is not None
        and candidate.other_rate - candidate.rate >= SIDE_GAP
    ):
        here, there = round(100 * candidate.rate), round(100 * candidate.other_rate)
        return 8 + 30 * (candidate.other_rate - candidate.rate), f"weaker side: {here} % against {there} %"
    return 5, "weaker side first, while fresh"


def _avoided(candidate: Candidate, terms: Terms) -> Weighed | None:
    if candidate.left_out < AVOIDED:
        return None
    return (
        15 + 5 * candidate.left_out,
        f"left out {candidate.left_out} of the last {candidate.planned} times: it comes back",
    )


def _low_rate(candidate: Candidate, terms: Terms) -> Weighed | None:
    if candidate.rate is None or candidate.rate >= LOW_RATE:
        return None
    return 10 * (1 - candidate.rate), f"made {round(100 * candidate.rate)} % so far"


def _visited(candidate: Candidate, terms: Terms) -> Weighed | None:
    words = candidate.visit.said(candidate.rung)
    return (candidate.visit.points, words) if words else None


def _tested(candidate: Candidate, terms: Terms) -> Weighed | None:
    if terms.focus != TEST_DAY:
        return None
    if terms.last_test is None:
        return 1, "a first test: the next test day repeats it"
    return (100, f"as on {terms.last_test:%-d %b}, for comparison") if candidate.test_runs else None


def _foretold(candidate: Candidate, terms: Terms) -> Weighed | None:
    if candidate.foretold is None:
        return None
    return 2, f"new here: your aim foretells {round(100 * candidate.foretold)} %"


RULES = (
    Rule("tested", _tested),
    Rule("avoided", _avoided, {WEAK_SPOTS: 2}),
    Rule("long_ago", _long_ago, {WEAK_SPOTS: 0.5}),
    Rule("nearly_there", _nearly_there, {WEAK_SPOTS: 0.3}),
    Rule("weak_side", _weak_side, {WEAK_SPOTS: 3, GENTLE: 0.5}),
    Rule("low_rate", _low_rate, {WEAK_SPOTS: 3}),
    Rule("foretold", _foretold),
    Rule("visited", _visited),
)


def weigh(candidate: Candidate, terms: Terms) -> tuple[float, tuple[str, ...]]:
    """The candidate's priority on these terms, and the reasons in the order of the rules."""
    points, reasons = 0.0, []
    for rule in RULES:
        if weighed := rule.weigh(candidate, terms):
            points += weighed[0] * rule.by_focus.get(terms.focus, 1)
            reasons.append(weighed[1])
    return points, tuple(reasons) or ("on your list",)


def most_runs(terms: Terms, candidates: Sequence[Candidate]) -> int:
    """The most runs of one drill that a block on these terms holds."""
    if len({candidate.ladder for candidate in candidates}) == 1 and terms.energy == NORMAL:
        return ONE_LADDER_RUNS
    return RUNS_BY_ENERGY[terms.energy]


#: The most runs of one drill in a block, whatever the energy. Common practice, no source.
RUNS_BY_ENERGY = {"low": 2, "normal": 4, "high": 5}
ONE_LADDER_RUNS = 8
