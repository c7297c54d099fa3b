"""Whether the first run of a day is worse, or better, than those after it."""

from __future__ import annotations

from collections.abc import Iterable
from itertools import groupby
from statistics import fmean

from jolly_core.finds.look import FindPicture, Look, PictureMark, RungQuestion, RungRecord
from jolly_core.stats.shift import signed_rank_p_value
from jolly_core.words import sentence

#: With fewer days of two runs and more nothing is said, and so many are looked at. Common practice, no source.
LEAST_DAYS, LATEST = 8, 100


class FirstRun(RungQuestion):
    id = "first_run"
    title = "The first run of a day against the later ones"
    place = 11
    page = "inside"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        for side, runs in record.runs.items():
            told = [(run.day, run.value) for run in runs if run.value is not None]
            days = [(day, [value for _, value in group]) for day, group in groupby(told, key=lambda each: each[0])]
            pairs = [(day, values[0], fmean(values[1:])) for day, values in days if len(values) > 1][-LATEST:]
            if len(pairs) < LEAST_DAYS:
                continue
            first, later = (fmean(pair[place] for pair in pairs) for place in (1, 2))
            metric, way = record.metric, "worse" if record.is_better(later - first) else "better"
            words = (
                f"{record.lead(side)}the first run of a day is {way}: {metric.number(round(first, 1))} on average, "
                f"then {metric.words(round(later, 1))} ({len(pairs)} days)."
            )
            yield Look(
                question=self.id,
                p_value=signed_rank_p_value([after - before for _, before, after in pairs]),
                words=sentence(words),
                size=later - first,
                side=side,
                since=pairs[0][0],
                until=pairs[-1][0],
                picture=FindPicture(
                    "bars",
                    metric.title,
                    (
                        PictureMark("first run", round(first, 2), metric.number(round(first, 1)), is_meant=True),
                        PictureMark("later runs", round(later, 2), metric.number(round(later, 1))),
                    ),
                    mark=record.mark,
                ),
            )
