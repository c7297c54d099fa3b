"""What each weakness costs: every ladder, side and target by its misses, so that they can be held beside each other."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from datetime import date

from jolly_core.finds.look import PlannedSide
from jolly_core.finds.saying import misses_said
from jolly_core.stats.proportions import wilson_interval
from jolly_core.words import quantity

#: A drill that was left out of so many of the blocks that planned it, and of so large a share, is avoided.
AVOIDED_TIMES, AVOIDED_SHARE = 3, 0.4


@dataclass(frozen=True)
class Tried:
    """What was tried and made somewhere: on a ladder's side, or at one target of it ("" for the whole side)."""

    ladder: int
    title: str
    side: str
    side_words: str
    target: str
    attempts: int
    makes: int
    last_day: date | None = None
    planned: PlannedSide = field(default_factory=PlannedSide)


@dataclass(frozen=True)
class Cost:
    """``per_ten`` misses in ten tries with its interval, and ``of_all`` the share of all misses in the list."""

    tried: Tried
    misses: int
    per_ten: float
    low: float
    high: float
    of_all: float
    days_since: int | None
    is_avoided: bool
    words: str


def list_costs(tried: Iterable[Tried], today: date) -> list[Cost]:
    """The costs of everything that was tried, first what surely misses most; shares are of the misses of whole sides.

    >>> made = [Tried(1, "Cuts", "none", "", "", 10, 9), Tried(2, "Banks", "none", "", "", 10, 5)]
    >>> [(cost.tried.title, cost.words) for cost in list_costs(made, date(2026, 5, 1))]
    [('Banks', 'one miss in two'), ('Cuts', 'one miss in ten')]
    """
    known = [each for each in tried if each.attempts]
    of_all = sum(each.attempts - each.makes for each in known if not each.target)
    costs = [_cost(each, of_all, today) for each in known]
    return sorted(costs, key=lambda cost: (-cost.low, cost.tried.title, cost.tried.side, cost.tried.target))


def _cost(tried: Tried, of_all: int, today: date) -> Cost:
    misses = tried.attempts - tried.makes
    low, high = wilson_interval(misses, tried.attempts)
    since = (today - tried.last_day).days if tried.last_day else None
    planned = tried.planned
    is_avoided = planned.left_out >= AVOIDED_TIMES and planned.left_out >= AVOIDED_SHARE * planned.planned
    words = misses_said(tried.makes, tried.attempts)
    return Cost(
        tried=tried,
        misses=misses,
        per_ten=10 * misses / tried.attempts,
        low=10 * low,
        high=10 * high,
        of_all=misses / of_all if of_all else 0.0,
        days_since=since,
        is_avoided=is_avoided,
        words=f"{words}; left out of {planned.left_out} of {quantity(planned.planned, 'block')}"
        if is_avoided
        else words,
    )


def dearest(costs: Sequence[Cost]) -> str:
    """The two dearest in a sentence; empty without two."""
    if len(costs) < 2:  # noqa: PLR2004 # one cannot be held against another
        return ""
    first, second = costs[0], costs[1]
    often, next_often = (misses_said(cost.tried.makes, cost.tried.attempts) for cost in (first, second))
    return f"{_name(first)} costs most: {often}. Next {_name(second)}: {next_often}."


def _name(cost: Cost) -> str:
    tried = cost.tried
    return ", ".join(each for each in (tried.title, tried.side_words, tried.target and f"“{tried.target}”") if each)
