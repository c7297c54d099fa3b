"""What a trial of two ways may say at any time, and when it may end.

The rule is fixed before: one look at the end, and from 24 runs on another in the middle, each with half of the error
that is promised (Bonferroni), so that looking twice does not find by luck what is not there.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import ceil, isinf
from statistics import NormalDist, stdev
from typing import Any

from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import LONGEST_NAME
from jolly_core.errors import CoreError, Problem
from jolly_core.trials.order import FOUR, draw_order
from jolly_core.trials.randomisation import Blocks
from jolly_core.validation import check_integer
from jolly_core.words import quantity

#: Fewer runs have too few orders, more would take months.
FEWEST_RUNS, MOST_RUNS, USUAL_RUNS = 12, 40, 12
#: From so many runs on there is a look in the middle as well.
TWO_LOOKS = 24
#: How often a difference is called more than luck where there is none, at most. Common practice, no source.
ERROR = 0.05
#: With so great a chance a difference as large as the one seen should be found. Common practice, no source.
POWER = 0.8
#: A trial that would take more runs than this is not worth it.
MOST_MORE = 100
FIRST, SECOND, UNTOLD, RUNNING = "first", "second", "untold", "running"
VERDICTS = (FIRST, SECOND, UNTOLD, RUNNING)


@dataclass(frozen=True)
class Plan:
    """Two ways, and how many runs they are tried in; ``seed`` draws the order."""

    ways: tuple[str, str]
    runs: int = USUAL_RUNS
    seed: int = 0

    @property
    def order(self) -> tuple[int, ...]:
        return draw_order(self.runs, self.seed)

    @property
    def looks(self) -> tuple[int, ...]:
        """After how many runs a decision may fall."""
        if self.runs < TWO_LOOKS:
            return (self.runs,)
        return ceil(self.runs / 2 / FOUR) * FOUR, self.runs

    @property
    def error(self) -> float:
        """The error of each look."""
        return ERROR / len(self.looks)

    def way_of(self, place: int) -> str:
        """The way that the run at a place, from 0, is played in."""
        return self.ways[self.order[place]]

    @property
    def rule(self) -> str:
        """The rule in a sentence."""
        looks = ("run " if len(self.looks) == 1 else "runs ") + " and ".join(str(look) for look in self.looks)
        return (
            f"{quantity(self.runs, 'run')} in a drawn order, {self.runs // 2} of each way; a decision falls after "
            f"{looks} and at no other time. Where there is no difference, one is found in at most "
            f"{round(100 * ERROR)} of 100 trials."
        )


def read_plan(way: object, other: object, runs: Any, seed: int) -> Plan:
    """The checked plan of a trial. Raises ``CoreError`` naming every bad field."""
    problems = [_way_problem(name, each) for name, each in (("first", way), ("second", other))]
    problems.append(check_integer("runs", runs, FEWEST_RUNS, MOST_RUNS, "runs"))
    if isinstance(runs, int) and runs % FOUR:
        problems.append(Problem("not_in_fours", "Give a number of runs that fours make up.", ("runs",), runs))
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    one, two = str(way).strip(), str(other).strip()
    if one.casefold() == two.casefold():
        raise CoreError.one("name_twice", "Name two different ways.", "second", value=other)
    return Plan((one, two), runs, seed)


def _way_problem(name: str, way: object) -> Problem | None:
    if not isinstance(way, str) or not way.strip() or len(way.strip()) > LONGEST_NAME:
        return Problem("bad_name", f"Name the way in 1 to {LONGEST_NAME} characters.", (name,), way)
    return None


@dataclass(frozen=True)
class Standing:
    """How a trial stands after some runs: ``verdict`` is one of first, second, untold (at the end), running.

    ``difference`` is the second way's mean less the first's, in whole blocks of four, with its interval;
    ``more_runs`` how many more would tell a difference of that size, None where that cannot be said.
    """

    verdict: str
    played: int
    means: tuple[float | None, float | None]
    difference: float | None
    low: float | None
    high: float | None
    p_value: float | None
    more_runs: int | None
    words: tuple[str, ...] = ()


def stand(plan: Plan, values: Sequence[float | None], metric: Metric) -> Standing:
    """How a trial stands by the values of its runs, in the places of its order; None for a run without a number.

    Decided is what a look decided, and stays: later runs change nothing.
    """
    verdict, look = _decided(plan, values, metric)
    return _describe(plan, values[:look], metric, verdict)


def is_over(plan: Plan, values: Sequence[float | None], metric: Metric) -> bool:
    """Whether a look has decided, or the last one could not tell: what ``stand`` says, without its interval."""
    return _decided(plan, values, metric)[0] != RUNNING


def _decided(plan: Plan, values: Sequence[float | None], metric: Metric) -> tuple[str, int]:
    """What the first look that ends the trial decides, and after how many runs; running, and all of them, without."""
    for look in plan.looks:
        if len(values) >= look and (verdict := decide(plan, values[:look], metric)) != RUNNING:
            return verdict, look
    return RUNNING, len(values)


def decide(plan: Plan, values: Sequence[float | None], metric: Metric) -> str:
    """What a look after these runs decides: first, second, untold at the end, else running."""
    blocks = _blocks(plan, values)
    if blocks.p_value() > plan.error:
        return UNTOLD if len(values) >= plan.runs else RUNNING
    better = blocks.difference if metric.direction == "up" else -blocks.difference
    return SECOND if better > 0 else FIRST


def _describe(plan: Plan, values: Sequence[float | None], metric: Metric, verdict: str) -> Standing:
    blocks = _blocks(plan, values)
    low, high = blocks.interval(1 - plan.error)
    bare = Standing(
        verdict=verdict,
        played=len(values),
        means=_means(plan, values),
        difference=blocks.difference if blocks.values else None,
        low=None if isinf(low) else low,
        high=None if isinf(high) else high,
        p_value=blocks.p_value() if blocks.values else None,
        more_runs=_more_runs(blocks, plan) if verdict in (UNTOLD, RUNNING) else None,
    )
    return replace(bare, words=tuple(_words(plan, bare, metric)))


def _blocks(plan: Plan, values: Sequence[float | None]) -> Blocks:
    """The whole blocks of four in which every run has a number."""
    kept, ways, order = list[float](), list[int](), plan.order
    for start in range(0, len(values) - FOUR + 1, FOUR):
        four = [value for value in values[start : start + FOUR] if value is not None]
        if len(four) == FOUR:
            kept += four
            ways += order[start : start + FOUR]
    return Blocks(tuple(kept), tuple(ways))


def _means(plan: Plan, values: Sequence[float | None]) -> tuple[float | None, float | None]:
    by_way: tuple[list[float], list[float]] = ([], [])
    for way, value in zip(plan.order, values, strict=False):
        if value is not None:
            by_way[way].append(value)
    first, second = (sum(each) / len(each) if each else None for each in by_way)
    return first, second


def _more_runs(blocks: Blocks, plan: Plan) -> int | None:
    """How many more runs would tell a difference as large as the one seen, with the stated power.

    By the bell curve for the mean of the blocks' differences: a rough guess, and said as that.
    """
    differences = blocks.differences
    if len(differences) < FOUR // 2 or not blocks.difference:
        return None
    wanted = NormalDist().inv_cdf(1 - plan.error / 2) + NormalDist().inv_cdf(POWER)
    needed = ceil((wanted * stdev(differences) / blocks.difference) ** 2) * FOUR
    return max(FOUR, needed - len(blocks.values))


def _words(plan: Plan, standing: Standing, metric: Metric) -> list[str]:
    if standing.difference is None:
        left = quantity(plan.looks[0] - standing.played, "run")
        return [f"{left} to the first look. Nothing can be said before four runs are played."]
    behind, ahead = plan.ways if _is_second_ahead(standing, metric) else reversed(plan.ways)
    gap, ends = metric.words(round(abs(standing.difference), 1)), _ends(standing, metric)
    if standing.verdict in (FIRST, SECOND):
        often = _often(standing.p_value or 0.0)
        return [
            f"“{ahead}” is better by {gap}{ends}.",
            f"That is more than luck: so much or more comes by the order alone {often}.",
        ]
    if standing.verdict == UNTOLD:
        said = [
            f"{quantity(standing.played, 'run')} could not tell the two apart: “{ahead}” came out {gap} better{ends}.",
            "That does not say that they are the same.",
        ]
    else:
        lead = f"“{ahead}” is {gap} better than “{behind}” so far{ends}." if standing.difference else "Even so far."
        look = next((look for look in plan.looks if look > standing.played), plan.runs)
        said = [lead, f"No decision before run {look}."]
    return [*said, *_more(standing)]


def _more(standing: Standing) -> list[str]:
    if standing.more_runs is None:
        return []
    many = f"about {quantity(standing.more_runs, 'more run')}" if standing.more_runs <= MOST_MORE else "over 100 runs"
    return [f"Were the difference as large as it looks, it would likely take {many} to tell."]


def _is_second_ahead(standing: Standing, metric: Metric) -> bool:
    difference = standing.difference or 0.0
    return difference >= 0 if metric.direction == "up" else difference < 0


def _ends(standing: Standing, metric: Metric) -> str:
    """The range of the difference, as the way that is ahead has it; empty where there are too few orders for one."""
    if standing.low is None or standing.high is None:
        return ""
    # How much better the one ahead is: the signs turn where it is the first, and where less is better.
    turns = (standing.difference or 0.0) < 0
    low, high = (-standing.high, -standing.low) if turns else (standing.low, standing.high)
    if low < 0:
        return f" (from {metric.number(round(-low, 1))} worse to {metric.number(round(high, 1))} better)"
    return f" ({metric.number(round(low, 1))} to {metric.number(round(high, 1))})"


def _often(p_value: float) -> str:
    times = max(1, round(100 * p_value))
    return "once in 100 times at most" if times == 1 else f"{times} times in 100"
