"""Two times held beside each other: runs, months or years on the same rung and side."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

from jolly_core.challenges.metric import Metric
from jolly_core.finds.look import LookedRun
from jolly_core.finds.saying import share
from jolly_core.record.usual import UP, best_of
from jolly_core.stats.shift import rate_difference, shift_between, told_change
from jolly_core.words import quantity, sentence

#: So clear a difference comes by chance once in twenty.
LIKELY = 0.05


@dataclass(frozen=True)
class ComparedTime:
    """What was played in a time: how many runs, the usual result, the best, and what was made."""

    title: str
    runs: int
    usual: float | None
    best: float | None
    makes: int
    attempts: int
    usual_words: str
    best_words: str
    made_words: str


@dataclass(frozen=True)
class TwoTimes:
    """Two times, the difference of their results (the later less the earlier) with its interval, and what it says."""

    then: ComparedTime
    now: ComparedTime
    by: float | None
    low: float | None
    high: float | None
    p_value: float | None
    rate_by: float | None
    words: str


def beside(then: Sequence[LookedRun], now: Sequence[LookedRun], metric: Metric, titles: tuple[str, str]) -> TwoTimes:
    """The runs of two times beside each other."""
    times = [_time(title, runs, metric) for title, runs in zip(titles, (then, now), strict=True)]
    before, after = ([run.value for run in runs if run.value is not None] for runs in (then, now))
    shift = shift_between(before, after)
    rate = None
    if times[0].attempts and times[1].attempts:
        rate, *_ = rate_difference(times[1].makes, times[1].attempts, times[0].makes, times[0].attempts)
    return TwoTimes(
        times[0],
        times[1],
        by=shift.by if shift else None,
        low=shift.low if shift else None,
        high=shift.high if shift else None,
        p_value=shift.p_value if shift else None,
        rate_by=rate,
        words=_words(times[0], times[1], before, after, metric),
    )


def _time(title: str, runs: Sequence[LookedRun], metric: Metric) -> ComparedTime:
    values = [run.value for run in runs if run.value is not None]
    usual, best = median(values) if values else None, best_of(values, metric.direction)
    makes, attempts = sum(run.makes for run in runs), sum(run.attempts for run in runs)
    return ComparedTime(
        title=title,
        runs=len(runs),
        usual=usual,
        best=best,
        makes=makes,
        attempts=attempts,
        usual_words="–" if usual is None else metric.words(round(usual, 1)),
        best_words="–" if best is None else metric.number(best),
        made_words=f"{makes} of {attempts} ({share(makes / attempts)})" if attempts else "–",
    )


def _words(
    then: ComparedTime, now: ComparedTime, before: Sequence[float], after: Sequence[float], metric: Metric
) -> str:
    if not before or not after:
        empty = now if before else then
        return f"Nothing was played in {empty.title}."
    if len(before) == len(after) == 1:
        change = after[0] - before[0]
        if not change:
            return "The same result. Two single runs say little."
        way = "better" if (change > 0) == (metric.direction == UP) else "worse"
        return f"{sentence(metric.words(abs(change)))} {way}. Two single runs say little: they vary by themselves."
    shift = shift_between(before, after)
    if shift is None or shift.p_value > LIKELY:
        return (
            f"No difference that is more than luck ({quantity(len(before), 'run')} then, {len(after)} now): "
            f"from {_signed(shift.low if shift else 0, metric)} to {_signed(shift.high if shift else 0, metric)}."
        )
    by = told_change(shift, before, after)
    way = "better" if (by > 0) == (metric.direction == UP) else "worse"
    low, high = sorted((abs(shift.low), abs(shift.high)))
    return (
        f"{sentence(metric.words(round(abs(by), 1)))} {way} in {now.title} than in {then.title} "
        f"({metric.number(round(low, 1))} to {metric.number(round(high, 1))}), which is more than luck."
    )


def _signed(value: float, metric: Metric) -> str:
    sign = "+" if value > 0 else "−" if value < 0 else ""
    return f"{sign}{metric.number(round(abs(value), 1))}"
