"""How long a run will take: the athlete's pace, how many attempts it takes, and the time of both together."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import erf, exp, inf, isfinite, log, sqrt
from statistics import NormalDist, fmean

from jolly_core.stats.waiting import AttemptsDistribution

#: The 0.95 quantile of the standard normal distribution: 90 % lie within this many deviations of the mean.
NINE_IN_TEN_Z = 1.6449
#: The share that a range leaves above it, and below.
UPPER_TAIL = 0.05
#: Longer runs than this exceed a day; planning does not need the exact number.
MOST_ATTEMPTS = 100_000
#: No run is planned for longer than a day.
LONGEST_S = 24 * 3600
#: The range of rates that a plan uses: outside it waits would be endless, or zero.
LOWEST_RATE, HIGHEST_RATE = 0.02, 0.9998
#: An estimated rate is integrated over by three nodes: their distance in standard errors, and their weights.
#: Gauss-Hermite quadrature with three nodes: weights 1/6, 2/3 and 1/6 at 0 and ± the square root of 3.
NODE_Z = sqrt(3)
NODE_POINTS = (6, 24, 6)
HALVINGS = 22


@dataclass(frozen=True)
class Pace:
    """How this athlete plays a rung: ms per attempt and share of makes; ``is_prior`` while there is no record.

    ``usual`` and ``spread`` are those of the format's leading metric, None before there are enough runs for them.
    ``tempo_spread`` is how much the time per attempt differs from run to run, as the standard deviation of its
    logarithm; ``seen`` is the number of attempts that the rate was seen in; ``is_timed`` says that its runs
    had a clock. The values without a record are common practice, no source.
    """

    attempt_ms: int = 6000
    rate: float = 0.7
    is_prior: bool = True
    usual: float | None = None
    spread: float | None = None
    tempo_spread: float = 0.25
    seen: int = 10
    is_timed: bool = False

    @property
    def bounded_rate(self) -> float:
        """The rate within the range that a plan uses."""
        return min(HIGHEST_RATE, max(LOWEST_RATE, self.rate))

    @property
    def nodes(self) -> tuple[float, float, float]:
        """The rate, and what it may really be on either side; worse first.

        On the scale of log odds, where errors are alike to both sides and no rate leaves 0 to 1.
        """
        rate = self.bounded_rate
        odds, error = log(rate / (1 - rate)), 1 / sqrt(max(1, self.seen) * rate * (1 - rate))
        rate_low, rate_high = (1 / (1 + exp(-min(30.0, max(-30.0, odds + way * error)))) for way in (-NODE_Z, NODE_Z))
        return max(min(LOWEST_RATE, rate), rate_low), rate, min(max(HIGHEST_RATE, rate), rate_high)

    def tries_in(self, seconds: int) -> int:
        """How many attempts fit into a number of seconds at this pace."""
        return seconds * 1000 // self.attempt_ms


@dataclass(frozen=True)
class Attempts:
    """How many attempts a run takes: ``points`` are numbers of them that are equally likely, in order.

    ``expected`` is their number on average.
    """

    points: tuple[float, ...]
    expected: float

    @property
    def low(self) -> float:
        """Nineteen runs in twenty take as many or more."""
        return min(self.expected, self.points[int(UPPER_TAIL * len(self.points))])

    @property
    def high(self) -> float:
        """Nineteen runs in twenty take no more."""
        return max(self.expected, self.points[-1 - int(UPPER_TAIL * len(self.points))])


def exactly(attempts: float) -> Attempts:
    """A run of a set number of attempts."""
    return Attempts((float(attempts),), float(attempts))


def between(low: float, expected: float, high: float) -> Attempts:
    """A run of which only a range is known that holds nine times in ten; its logarithm varies as a normal one."""
    low, expected = max(0.01, low), max(0.01, low, expected)
    most = max(expected, high)
    points = []
    for place in range(sum(NODE_POINTS)):
        z = NormalDist().inv_cdf((place + 0.5) / sum(NODE_POINTS)) / NINE_IN_TEN_Z
        points.append(expected * ((expected / low) ** z if z < 0 else (most / expected) ** z))
    return Attempts(tuple(points), expected)


def waited(wait: Callable[[float], AttemptsDistribution], pace: Pace, limit: float | None = None) -> Attempts:
    """The distribution of the attempts at a pace, integrated over a rate that is only estimated.

    ``wait`` is what is waited for at a given rate, ``limit`` where the run is cut.
    """
    most = MOST_ATTEMPTS if limit is None else min(limit, MOST_ATTEMPTS)
    middle = wait(pace.bounded_rate)
    points: list[float] = []
    for rate, many in zip(pace.nodes, NODE_POINTS, strict=True):
        each = middle if rate == pace.bounded_rate else wait(rate)
        points += [min(most, each.quantile((place + 0.5) / many)) for place in range(many)]
    points.sort()
    cut = [min(most, middle.quantile((place + 0.5) / NODE_POINTS[1])) for place in range(NODE_POINTS[1])]
    # Where the run is cut, the mean is that of what is played of it.
    is_cut = middle.mean > most or cut[-1] >= most
    return Attempts(tuple(points), min(most, fmean(cut) if is_cut else middle.mean))


@dataclass(frozen=True)
class Estimate:
    """How long something takes, in whole seconds: nine times in ten from ``low_s`` to ``high_s``."""

    low_s: int
    expected_s: int
    high_s: int


def time_of(attempts: Attempts, pace: Pace, *, rest_s: int = 0, at_most_s: int | None = None) -> Estimate:
    """The time that a number of attempts takes at a pace, with rests that do not vary, cut where the run is cut.

    How many and how fast vary apart from each other: the ends are those of the mixture of one lognormal time for each
    number of attempts that the run may take.
    """
    most_s = LONGEST_S if at_most_s is None else min(at_most_s, LONGEST_S)
    middle = max(0.01, attempts.expected)
    low, high = (_mixed(attempts.points, pace.tempo_spread, share) for share in (UPPER_TAIL, 1 - UPPER_TAIL))

    def seconds(number: float) -> int:
        played_s = number * pace.attempt_ms / 1000 + rest_s
        return round(min(most_s, played_s)) if isfinite(played_s) else most_s

    return Estimate(seconds(min(low, middle)), seconds(middle), seconds(max(high, middle)))


def _mixed(points: Sequence[float], spread: float, share: float) -> float:
    """The quantile of numbers that are equally likely, each times a tempo whose logarithm is normal."""
    places = [(log(max(0.01, number)), many / len(points)) for number, many in Counter(points).items()]
    z = NormalDist().inv_cdf(share)
    if len(places) == 1:
        return exp(places[0][0] + z * spread)
    width = max(1e-6, spread) * sqrt(2)
    low, high = min(place for place, _ in places) + z * spread, max(place for place, _ in places) + z * spread
    for _ in range(HALVINGS):
        at = (low + high) / 2
        below = sum(weight * (1 + erf((at - place) / width)) / 2 for place, weight in places)
        low, high = (at, high) if below < share else (low, at)
    return exp((low + high) / 2)


def minutes_words(seconds: float) -> str:
    """A wait in words; more than a day is said as such.

    >>> minutes_words(20), minutes_words(61), minutes_words(1e9)
    ('under a minute', '1 minute', 'more than a day')
    """
    if seconds > LONGEST_S or seconds == inf:
        return "more than a day"
    minutes = round(seconds / 60)
    return "under a minute" if seconds < 60 else f"{minutes} minute{'' if minutes == 1 else 's'}"  # noqa: PLR2004
