"""What stands still on a rung, with what could be changed."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import timedelta

from jolly_core.finds.look import DayMean, Look, RungRecord
from jolly_core.finds.standing_still import StandingStill, Surroundings, standing_still, suggestions
from jolly_core.sides import NONE
from jolly_core.thresholds.schools import COUNT_IT, SCHOOLS
from ladders.models import Rung

WEEK = 7
#: How often something was practised lately is told from so many days.
LATELY = 56
#: What suggests a change of what stands still is as sure as this.
SURE = 0.01
#: With fewer weeks before it stood still there was no rhythm.
LEAST_WEEKS = 4


def still_on(rung: Rung, record: RungRecord, looks: Sequence[Look]) -> dict[str, StandingStill]:
    """What stands still there, or did for long, by side; what could be changed is said of what does so now."""
    found = {}
    for side in record.runs:
        days = record.days(side)
        still = standing_still(days, record.metric, record.mark)
        if still is not None:
            said = suggestions(_around(rung, side, still, days, looks)) if still.is_now else ()
            found[side] = replace(still, suggestions=said)
    return found


def _around(
    rung: Rung, side: str, still: StandingStill, days: Sequence[DayMean], looks: Sequence[Look]
) -> Surroundings:
    begin = days[-1].day - timedelta(days=LATELY)
    lately = sum(day.day > begin for day in days) * WEEK / LATELY
    before = [day.day for day in days if day.day < still.since]
    weeks = (still.since - before[0]).days / WEEK if before else 0.0
    school = SCHOOLS[rung.ladder.school or COUNT_IT]
    return Surroundings(
        finds=[look for look in looks if look.p_value <= SURE and look.side in (side, NONE)],
        a_week=lately,
        a_week_before=len(before) / weeks if weeks >= LEAST_WEEKS else None,
        lever=rung.levers_words,
        school=school.title,
        others=[each.title for each in SCHOOLS.values() if each is not school],
    )
