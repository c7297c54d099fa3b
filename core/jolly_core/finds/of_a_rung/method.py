"""What a change of method that the athlete marked has brought: the time since against the time before."""

from __future__ import annotations

from collections.abc import Iterable

from jolly_core.finds.look import Look, RungQuestion, RungRecord
from jolly_core.finds.of_a_rung.course import draw_days
from jolly_core.finds.saying import day_said
from jolly_core.stats.shift import shift_between, told_change
from jolly_core.words import quantity, sentence

#: On either side of the change. Common practice, no source.
LEAST_DAYS = 4


class Method(RungQuestion):
    id = "method"
    title = "What a change of method brought"
    place = 2
    page = "trend"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        for side in record.runs:
            days = record.days(side)
            for place, (changed, words) in enumerate(record.changes):
                begin = record.changes[place - 1][0] if place else None
                end = record.changes[place + 1][0] if place + 1 < len(record.changes) else None
                near = [day for day in days if (not begin or day.day >= begin) and (not end or day.day < end)]
                before = [day.value for day in near if day.day < changed]
                after = [day.value for day in near if day.day >= changed]
                if min(len(before), len(after)) < LEAST_DAYS:
                    continue
                shift = shift_between(before, after)
                if shift is None:
                    continue
                change = told_change(shift, before, after)
                metric, way = record.metric, "better" if record.is_better(change) else "worse"
                said = (
                    f"{record.lead(side)}{metric.words(round(abs(change), 1))} {way} since “{words}” "
                    f"({day_said(changed)}): {quantity(len(after), 'day')} since, {len(before)} before."
                )
                yield Look(
                    question=self.id,
                    p_value=shift.p_value,
                    words=sentence(said),
                    size=shift.by,
                    low=shift.low,
                    high=shift.high,
                    side=side,
                    since=near[0].day,
                    until=near[-1].day,
                    picture=draw_days(record, near, len(before)),
                )
