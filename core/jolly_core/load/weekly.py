"""Practice load, weekly load, monotony and strain. A caution at the most, never a diagnosis."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from itertools import pairwise
from statistics import fmean, stdev

from jolly_core.errors import CoreError, Problem
from jolly_core.validation import check_integer, check_number
from jolly_core.words import quantity

HARDEST = 10
LONGEST_MIN = 24 * 60
DAYS = 7
#: Above about this, together with a high load, Foster's athletes fell ill more often (Foster 1998).
MONOTONOUS = 2.0
#: The highest monotony that is told: beyond it the days are the same, and the number is one of rounding.
MOST_MONOTONY = 20.0
#: An increase over the week before by this factor is mentioned. Common practice, no source.
STEEP = 0.3

DISPUTED = (
    "Ratios of the last week to the last month are often sold as a measure of risk. What was published does not "
    "support that (the two share their numbers, and no trial showed that acting on them helps), so none is shown here."
)


@dataclass(frozen=True)
class Practice:
    """One practice: its day, how long it was in minutes, and how hard it felt, 0 to 10."""

    day: date
    minutes: float
    effort: int


@dataclass(frozen=True)
class Week:
    """A week from its Monday on. ``change`` is the share by which its load differs from the week before.

    ``monotony`` is the mean daily load over its sample standard deviation, rest days counting as nothing; ``strain`` is
    load times monotony; both None in a week of rest.
    """

    monday: date
    sessions: int
    minutes: float
    load: float
    monotony: float | None
    strain: float | None
    change: float | None


def check_effort(effort: object) -> Problem | None:
    """The problem with ``effort`` as a whole number from 0 to 10; None where there is none."""
    return check_integer("effort", effort, 0, HARDEST)


def session_load(effort: int, minutes: float) -> float:
    """Effort (0 to 10) times minutes, in arbitrary units. Source: Foster 2001.

    Raises ``CoreError`` for an effort outside 0 to 10 or minutes of more than a day.

    >>> session_load(5, 60)
    300
    """
    problems = [check_effort(effort), check_number("minutes", minutes, 0, LONGEST_MIN)]
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    return effort * minutes


def monotony_of(daily: Sequence[float]) -> float | None:
    """Mean over sample standard deviation of daily loads; None in a week of rest. Source: Foster 1998.

    Days that are as good as the same have no spread to divide by: what is beyond ``MOST_MONOTONY`` is said as that.

    >>> monotony_of([10.0] * 7), monotony_of([0.0] * 7)
    (20.0, None)
    """
    mean, spread = fmean(daily), stdev(daily)
    if not mean:
        return None
    return MOST_MONOTONY if spread * MOST_MONOTONY <= mean else mean / spread


def list_weeks(sessions: Sequence[Practice], today: date, weeks: int) -> list[Week]:
    """The last ``weeks`` weeks, the one of ``today`` last and not over yet; weeks without practice are there, too."""
    this_monday = today - timedelta(days=today.weekday())
    mondays = [this_monday - timedelta(weeks=ago) for ago in range(weeks, -1, -1)]
    loads = {monday: _daily_loads(sessions, monday) for monday in mondays}
    return [_week(sessions, monday, loads[monday], before=sum(loads[earlier])) for earlier, monday in pairwise(mondays)]


def _daily_loads(sessions: Sequence[Practice], monday: date) -> list[float]:
    days = [monday + timedelta(days=day) for day in range(DAYS)]
    return [sum(session_load(each.effort, each.minutes) for each in sessions if each.day == day) for day in days]


def _week(sessions: Sequence[Practice], monday: date, daily: Sequence[float], *, before: float) -> Week:
    own = [each for each in sessions if monday <= each.day < monday + timedelta(days=DAYS)]
    load, monotony = sum(daily), monotony_of(daily)
    return Week(
        monday=monday,
        sessions=len(own),
        minutes=sum(each.minutes for each in own),
        load=load,
        monotony=monotony,
        strain=None if monotony is None else load * monotony,
        change=(load - before) / before if before else None,
    )


def load_cautions(weeks: Sequence[Week]) -> tuple[str, ...]:
    """What the last week that is over says, in sentences; the last of ``weeks`` is not over yet."""
    over = list(weeks)[:-1]
    if not over:
        return ()
    week = over[-1]
    cautions = []
    if week.change is not None and week.change > STEEP:
        cautions.append(
            f"Last week was {round(100 * week.change)} % heavier than the week before. How much is too much is "
            "disputed: the rule of ten per cent a week is custom, and a trial found no fewer injuries under it "
            "(Buist 2008). Let sleep, soreness and your coach decide."
        )
    if week.monotony is not None and week.monotony > MONOTONOUS:
        cautions.append(
            f"Last week's days were much alike (monotony {_told(week.monotony)}, {quantity(week.sessions, 'block')}). "
            "In one group of athletes, above about 2 with a high load went with illness (Foster 1998): "
            "a day off and one easier day would lower it."
        )
    return tuple(cautions)


def _told(monotony: float) -> str:
    return f"{MOST_MONOTONY:.0f} or more" if monotony >= MOST_MONOTONY else f"{monotony:.1f}"
