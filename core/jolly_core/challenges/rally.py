"""Rally arithmetic: what a timed count is made of, and what would lift it.

With i the time between contacts in play and r the time lost per break, hits ≈ (T − breaks·r) / i, the first contact
falling one interval after the start. Times are whole milliseconds or exact fractions of them: binary floats misfloor
such counts.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import ceil, floor

#: The most breaks that a suggestion saves at once; searching further costs time in a long run.
MOST_FEWER = 50
TENTH_MS = 100
#: Contacts closer together than this are not a pace of play.
FASTEST_INTERVAL_MS = 150


@dataclass(frozen=True, slots=True)
class Rally:
    """Contacts without a break: how many, and the clock of the first and the last in ms."""

    contacts: int
    from_ms: int
    to_ms: int


@dataclass(frozen=True)
class RallyPace:
    """``interval_ms`` between contacts in play; ``lost_ms`` per break beyond that; ``breaks`` counted."""

    interval_ms: Fraction
    lost_ms: Fraction
    breaks: int


@dataclass(frozen=True)
class Lift:
    """What would reach the goal: a number of breaks fewer together with tenths of a second off the interval."""

    fewer_breaks: int
    tenths_earlier: int


@dataclass(frozen=True, slots=True)
class RallyArithmetic:
    """What a timed count is made of, and what would lift it: times in ms, gains in contacts.

    ``intervals`` in play and ``gaps`` after a break are what the times were seen in; ``breaks_allowed`` still leave
    time for the goal.
    """

    interval_ms: int
    per_minute: float
    lost_per_break_ms: int
    breaks: int
    intervals: int = 0
    gaps: int = 0
    one_break_fewer: int = 0
    tenth_earlier: int = 0
    breaks_allowed: int | None = None
    lift: Lift | None = None


def rally_hits(duration_ms: int, interval_ms: Fraction, breaks: int, lost_ms: Fraction) -> int:
    """The contacts that fit into ``duration_ms``; never below nothing.

    >>> rally_hits(60_000, Fraction(1200), 3, Fraction(4000))
    40
    """
    return max(0, floor((duration_ms - breaks * lost_ms) / interval_ms))


def most_breaks(duration_ms: int, goal: int, interval_ms: Fraction, lost_ms: Fraction) -> int | None:
    """The most breaks that still leave time for ``goal`` contacts; None when even no break leaves too little.

    >>> most_breaks(60_000, 40, Fraction(1200), Fraction(4000))
    3
    """
    spare = duration_ms - goal * interval_ms
    return None if spare < 0 or not lost_ms else floor(spare / lost_ms)


def rally_pace(rallies: Sequence[Rally], broken: Sequence[bool]) -> RallyPace | None:
    """The pace behind a run; None until a rally has two contacts with time between them.

    ``broken[k]`` says whether rally k ended by a break (and not by a let or the end). The time lost by a break is the
    gap to the next rally less the one interval that play would have taken.
    """
    intervals = sum(rally.contacts - 1 for rally in rallies)
    in_play_ms = sum(rally.to_ms - rally.from_ms for rally in rallies)
    gaps = [
        after.from_ms - before.to_ms
        for before, after, is_break in zip(rallies, rallies[1:], broken, strict=False)
        if is_break
    ]
    return pace_of_sums(intervals, in_play_ms, sum(gaps), len(gaps), sum(broken))


def pace_of_sums(intervals: int, in_play_ms: int, gaps_ms: int, gaps: int, breaks: int) -> RallyPace | None:
    """The same from sums: the intervals in play and their time, the gaps after breaks and theirs, the breaks."""
    if not in_play_ms:
        return None
    interval = Fraction(in_play_ms, intervals)
    lost = max(Fraction(0), Fraction(gaps_ms, gaps) - interval) if gaps else Fraction(0)
    return RallyPace(interval, lost, breaks)


def gain_one_break_fewer(duration_ms: int, pace: RallyPace) -> int:
    """How many contacts one break fewer would add; 0 without a break."""
    if not pace.breaks:
        return 0
    now = rally_hits(duration_ms, pace.interval_ms, pace.breaks, pace.lost_ms)
    return rally_hits(duration_ms, pace.interval_ms, pace.breaks - 1, pace.lost_ms) - now


def gain_tenth_earlier(duration_ms: int, pace: RallyPace) -> int:
    """How many contacts would be added by meeting each ball a tenth of a second earlier."""
    sooner = pace.interval_ms - TENTH_MS
    if sooner < FASTEST_INTERVAL_MS:
        return 0
    now = rally_hits(duration_ms, pace.interval_ms, pace.breaks, pace.lost_ms)
    return rally_hits(duration_ms, sooner, pace.breaks, pace.lost_ms) - now


def lift_to_goal(duration_ms: int, goal: int, pace: RallyPace, reached: int) -> Lift | None:
    """The smallest pair of changes that brings ``reached`` up to ``goal``; None when no such pair exists.

    ``goal`` lies above ``reached``; the model's gain is added to what was really reached. Of pairs with equally many
    steps, the one with more breaks saved comes first: steadier before faster.
    """
    now = rally_hits(duration_ms, pace.interval_ms, pace.breaks, pace.lost_ms)
    wanted = goal - reached + now
    lifts = []
    for fewer in range(min(pace.breaks, MOST_FEWER) + 1):
        slowest = (duration_ms - (pace.breaks - fewer) * pace.lost_ms) / wanted
        tenths = max(0, ceil((pace.interval_ms - slowest) / TENTH_MS))
        if pace.interval_ms - tenths * TENTH_MS >= FASTEST_INTERVAL_MS:
            lifts.append(Lift(fewer, tenths))
    return min(lifts, key=lambda lift: (lift.fewer_breaks + lift.tenths_earlier, -lift.fewer_breaks), default=None)
