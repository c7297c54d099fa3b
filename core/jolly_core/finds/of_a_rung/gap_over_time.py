"""Whether the gap between the two sides of a rung closes or opens, month by month."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from statistics import fmean

from jolly_core.finds.look import FindPicture, Look, PictureMark, RungQuestion, RungRecord
from jolly_core.finds.saying import month_said
from jolly_core.series.trend import kendall
from jolly_core.sides import FIRST, SECOND
from jolly_core.words import sentence

#: With fewer months in which both sides were played nothing is said. Common practice, no source.
LEAST_MONTHS = 6


class GapOverTime(RungQuestion):
    id = "gap_over_time"
    title = "Whether the gap between the sides closes"
    place = 6
    page = "inside"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        if not {FIRST, SECOND} <= set(record.runs):
            return
        gaps = monthly_gaps(record)
        if len(gaps) < LEAST_MONTHS:
            return
        values = [gap for _, gap in gaps]
        half = len(values) // 2
        early, late = (abs(fmean(part)) for part in (values[:half], values[half:]))
        ends = [record.metric.words(round(each, 1)) for each in (early, late)]
        first, second = record.pair.words(FIRST), record.pair.words(SECOND)
        words = (
            f"the gap between {first} and {second} {'closes' if late < early else 'opens'}: "
            f"{ends[0]} on average from {month_said(*gaps[0][0])}, {ends[1]} from {month_said(*gaps[half][0])}."
        )
        marks = tuple(
            PictureMark(month_said(*month), round(gap, 2), record.metric.number(round(gap, 1))) for month, gap in gaps
        )
        yield Look(
            question=self.id,
            p_value=kendall(values).p_value,
            words=sentence(words),
            size=late - early,
            picture=FindPicture("dots", f"{second} less {first}", marks),
        )


def monthly_gaps(record: RungRecord) -> list[tuple[tuple[int, int], float]]:
    """The second side's mean less the first's, in each month in which both were played."""
    means = {}
    for side in (FIRST, SECOND):
        by_month = defaultdict(list)
        for run in record.runs[side]:
            if run.value is not None:
                by_month[run.day.year, run.day.month].append(run.value)
        means[side] = {month: fmean(values) for month, values in by_month.items()}
    both = sorted(set(means[FIRST]) & set(means[SECOND]))
    return [(month, means[SECOND][month] - means[FIRST][month]) for month in both]
