"""Whether one side of a rung lags behind the other."""

from __future__ import annotations

from collections.abc import Iterable

from jolly_core.finds.look import FindPicture, Look, PictureMark, RungQuestion, RungRecord
from jolly_core.record.weaker import ENOUGH_RUNS, SideResults, find_weaker
from jolly_core.sides import FIRST, SECOND
from jolly_core.stats.shift import shift_between, told_change
from jolly_core.words import quantity, sentence

#: The latest runs of each side that are compared: what was two years ago is no gap of today.
LATEST = 40


class SideGap(RungQuestion):
    id = "side_gap"
    title = "Whether one side lags"
    place = 5
    page = "weak_spots"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        if not {FIRST, SECOND} <= set(record.runs):
            return
        first, second = (record.values(side)[-LATEST:] for side in (FIRST, SECOND))
        if min(len(first), len(second)) < ENOUGH_RUNS:
            return
        finding = find_weaker([SideResults(first, second, record.metric.direction)])
        gap = shift_between(first, second)
        if gap is None:
            return
        change = told_change(gap, first, second)
        behind = SECOND if not record.is_better(change) else FIRST
        metric, pair = record.metric, record.pair
        ahead = FIRST if behind == SECOND else SECOND
        words = (
            f"{pair.words(behind)} is {metric.words(round(abs(change), 1))} behind {pair.words(ahead)} "
            f"({quantity(len(first), 'run')} and {len(second)})."
        )
        days = [run.day for side in (FIRST, SECOND) for run in record.runs[side] if run.value is not None]
        yield Look(
            question=self.id,
            p_value=finding.by_chance,
            words=sentence(words),
            size=gap.by,
            low=gap.low,
            high=gap.high,
            side=behind,
            since=min(days),
            until=max(days),
            picture=FindPicture(
                "bars",
                metric.title,
                tuple(
                    PictureMark(
                        pair.words(side),
                        sum(values) / len(values),
                        metric.number(sum(values) / len(values)),
                        side == behind,
                    )
                    for side, values in ((FIRST, first), (SECOND, second))
                ),
                mark=record.mark,
            ),
        )
