"""How long a part takes, as a range that holds nine times in ten, and how planned against actual corrects it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from math import ceil, exp, fsum, log, sqrt
from statistics import median

from jolly_core.challenges.card import Card
from jolly_core.challenges.card_items.basket import STANDS, Basket
from jolly_core.challenges.registry import AnyGame
from jolly_core.foretelling.pace import NINE_IN_TEN_Z, Attempts, Estimate, Pace, time_of, waited
from jolly_core.foretelling.registry import forecast_of
from jolly_core.record.pace import pace_of
from jolly_core.stats.race import RaceWait

#: Between one run and the next: fetch the ball, breathe, look at the number. Common practice, no source.
BREATHER_S = 30
#: To lay tape and fetch what a drill needs; and to change to the other side of it. Common practice, no source.
SET_UP_S, CHANGE_SIDES_S = 60, 20
#: Variation of set-up and breathers: the standard deviation of the logarithm of their time.
OVERHEAD_SPREAD = 0.3
#: The weight of the prior in parts played, so that one slow day does not change the plan.
PRIOR_PARTS = 5
#: The parts that are needed to judge a range, and how far it may be narrowed or widened.
ENOUGH_PARTS, NARROWEST, WIDEST = 10, 0.5, 4.0
WANTED_SHARE = 0.9
HABIT_PARTS = 60
#: A habit that differs from the usual by less than this is not mentioned.
UNNOTICED = 0.05


#: As many to play with as are needed.
ENDLESS = Basket()


@lru_cache(maxsize=1024)
def foretell_run(game: AnyGame, pace: Pace, basket: Basket = ENDLESS) -> tuple[Estimate, Attempts]:
    """How long one run of a game takes at a pace, fetching included, and how many attempts.

    The latest answers are remembered: from one plan to the next most of a record stays as it is.

    >>> from jolly_core.challenges.registry import read_game
    >>> game = read_game("makes_of_n", {"attempts": 10, "goal": 8})
    >>> time, attempts = foretell_run(game, Pace(attempt_ms=6000))
    >>> (time.expected_s, attempts.expected)
    (60, 10.0)
    """
    forecast = forecast_of(game)
    attempts = forecast.attempts(pace)
    return _with_fetching(forecast.estimate(pace), attempts, pace, basket), attempts


def _with_fetching(run: Estimate, attempts: Attempts, pace: Pace, basket: Basket) -> Estimate:
    """A run's time with that of fetching what was played.

    A pace from the record has it within it already where the clock ran on meanwhile; so does a game by the clock.
    """
    is_by_the_clock = run.low_s == run.high_s
    if basket.clock != STANDS and (is_by_the_clock or pace.is_timed):
        return run
    low, expected, high = (
        basket.fetch_s * basket.fetches(number) for number in (attempts.low, attempts.expected, attempts.high)
    )
    return Estimate(run.low_s + low, run.expected_s + expected, run.high_s + high)


@dataclass(frozen=True)
class Timed:
    """A part that was played: its range as planned, and what it took, in seconds.

    ``around_s`` is what lay around its runs (set-up, breathers); ``around_planned_s`` is the plan for as many runs.
    """

    planned: Estimate
    actual_s: int
    around_planned_s: int
    around_s: int
    #: How much the range had been widened by habit when it was planned.
    widen: float = 1.0

    @property
    def is_within(self) -> bool:
        return self.planned.low_s <= self.actual_s <= self.planned.high_s

    @property
    def miss(self) -> float:
        """How far the actual lies from the expected, in widths of the range on that side before it was widened."""
        off = self.actual_s - self.planned.expected_s
        width = (
            self.planned.high_s - self.planned.expected_s if off > 0 else self.planned.expected_s - self.planned.low_s
        )
        return abs(off) * self.widen / max(1, width)


@dataclass(frozen=True)
class Habit:
    """What planned against actual has taught: ``around`` scales set-up and breathers, ``widen`` the ranges.

    ``within`` of ``parts`` ended inside their range.
    """

    around: float = 1.0
    widen: float = 1.0
    parts: int = 0
    within: int = 0

    @property
    def words(self) -> str:
        """The check of the model against the record, in a sentence."""
        if not self.parts:
            return "No block has been played yet: set-up and breathers are assumed, and the ranges are wide."
        share = f"{self.within} of your last {self.parts} parts ended within their range (nine in ten is the aim)"
        if abs(self.around - 1) < UNNOTICED:
            return f"{share}."
        habit = f"set-up and breathers take you {round(100 * self.around)} % of what is usual, and that is reckoned in"
        return f"{share}; {habit}."


def learn_habit(played: Sequence[Timed]) -> Habit:
    """The correction from parts that were played, the latest last.

    Ranges are scaled so that nine in ten of those would have lain within: the scaled misses' 0.9 quantile, as in split
    conformal prediction (Vovk 2005). Set-up and breathers are scaled by the median ratio, drawn towards 1.
    """
    last = list(played)[-HABIT_PARTS:]
    ratios = [each.around_s / each.around_planned_s for each in last if each.around_planned_s > 0 and each.around_s > 0]
    weight = len(ratios) / (len(ratios) + PRIOR_PARTS)
    around = exp(weight * log(median(ratios))) if ratios else 1.0
    widen = 1.0
    if len(last) >= ENOUGH_PARTS:
        rank = min(len(last), ceil(WANTED_SHARE * (len(last) + 1)))
        widen = min(WIDEST, max(NARROWEST, sorted(each.miss for each in last)[rank - 1]))
    return Habit(min(3.0, max(0.4, around)), widen, len(last), sum(each.is_within for each in last))


def set_up_seconds(*, is_other_side: bool, own_s: int | None = None) -> int:
    """How long a drill's set-up takes; ``own_s`` where the athlete knows.

    The other side is played after the weaker one, on the same set-up.
    """
    if is_other_side:
        return CHANGE_SIDES_S
    return SET_UP_S if own_s is None else own_s


def around_seconds(set_up_s: int, runs: int) -> int:
    """The time around a number of runs: the set-up, and a breather between each two."""
    return set_up_s + max(0, runs - 1) * BREATHER_S


def time_of_part(run: Estimate, runs: int, set_up_s: int, habit: Habit) -> Estimate:
    """How long a part of a number of runs takes, corrected by the athlete's own habit."""
    around_s = around_seconds(set_up_s, runs) * habit.around
    spread = NINE_IN_TEN_Z * OVERHEAD_SPREAD
    around = Estimate(round(around_s * exp(-spread)), round(around_s), round(around_s * exp(spread)))
    whole = add_times([around, *[run] * runs])
    low_s = whole.expected_s - round((whole.expected_s - whole.low_s) * habit.widen)
    high_s = whole.expected_s + round((whole.high_s - whole.expected_s) * habit.widen)
    return Estimate(max(0, low_s), whole.expected_s, high_s)


def first_guess(game: AnyGame, card: Card, runs: int, set_up_s: int) -> Estimate:
    """How long a part was taken for before there was a record of it: by the athlete's guess, or by the usual pace.

    >>> from jolly_core.challenges.registry import read_game
    >>> first_guess(read_game("makes_of_n", {"attempts": 10, "goal": 8}), Card(), 2, 60).expected_s
    330
    """
    run, _ = foretell_run(game, pace_of(game, (), card=card), card.of(Basket))
    return time_of_part(run, runs, set_up_s, Habit())


def add_times(parts: Sequence[Estimate]) -> Estimate:
    """The total of parts that vary independently.

    What adds are cumulants: means, variances and third cumulants. They are read from each part's range, and the range
    of the total from their sums, by the first terms of the expansion of Cornish and Fisher (1938): so a sum of times
    that are late more often than early is less lopsided than its parts, as sums are.
    """
    expected = sum(part.expected_s for part in parts)
    variance = fsum(_deviation(part) ** 2 for part in parts)
    if not variance:
        return Estimate(expected, expected, expected)
    deviation = sqrt(variance)
    third = fsum(_lean(part) * _deviation(part) ** 2 for part in parts)
    lean, half = third / variance, NINE_IN_TEN_Z * deviation
    low, high = expected - half + lean, expected + half + lean
    # No total is beyond the sum of the ends, however lopsided its parts are.
    least, most = sum(part.low_s for part in parts), sum(part.high_s for part in parts)
    return Estimate(max(least, min(expected, round(low))), expected, min(most, max(expected, round(high))))


def _deviation(part: Estimate) -> float:
    """The standard deviation of a part's time, from the width of its range."""
    return (part.high_s - part.low_s) / (2 * NINE_IN_TEN_Z)


def _lean(part: Estimate) -> float:
    """By how many seconds both ends of a part's range lie late: deviation times skewness, times (z² - 1) / 6."""
    return (part.low_s + part.high_s) / 2 - part.expected_s


def fixed_time(seconds: int) -> Estimate:
    """A part that is kept by the clock."""
    return Estimate(seconds, seconds, seconds)


#: A point with its walk back and its serve. Common practice, no source.
POINT_MS = 15_000


def time_of_race(to: int) -> Estimate:
    """How long points first to ``to``, two clear, take between equal partners."""
    equal = Pace(attempt_ms=POINT_MS, rate=0.5, seen=10_000)
    return time_of(waited(lambda rate: RaceWait(to, rate), equal), equal)
