"""Whether results rise or fall with the minutes of a block."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from statistics import fmean

from jolly_core.finds.look import FindPicture, Look, LookedRun, PictureMark, RungQuestion, RungRecord
from jolly_core.series.trend import kendall_within
from jolly_core.words import sentence

#: With fewer blocks of two runs and more nothing is said, and so many are looked at. Common practice, no source.
LEAST_BLOCKS, LATEST = 8, 100
#: The minutes of a block are drawn in stretches of this length.
STRETCH = 10


class LaterInTheBlock(RungQuestion):
    id = "later_in_the_block"
    title = "By the minute of the block"
    place = 12
    page = "inside"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        for side, runs in record.runs.items():
            by_block: dict[int, list[LookedRun]] = defaultdict(list)
            for run in runs:
                if run.block is not None and run.minute is not None and run.value is not None:
                    by_block[run.block].append(run)
            blocks = [sorted(each, key=lambda run: run.minute or 0) for each in by_block.values() if len(each) > 1]
            blocks = blocks[-LATEST:]
            if len(blocks) < LEAST_BLOCKS:
                continue
            score = kendall_within([[run.value or 0.0 for run in block] for block in blocks])
            halves = [[run.value or 0.0 for block in blocks for run in part(block)] for part in (_early, _late)]
            early, late = (fmean(half) for half in halves)
            metric, way = record.metric, "better" if record.is_better(late - early) else "worse"
            words = (
                f"{record.lead(side)}later in a block it gets {way}: {metric.number(round(early, 1))} in the first "
                f"half of its runs, {metric.words(round(late, 1))} in the second ({len(blocks)} blocks)."
            )
            yield Look(
                question=self.id,
                p_value=score.p_value,
                words=sentence(words),
                size=late - early,
                side=side,
                since=blocks[0][0].day,
                until=blocks[-1][0].day,
                picture=FindPicture("bars", metric.title, _by_minutes(record, blocks), mark=record.mark),
            )


def _early(block: list[LookedRun]) -> list[LookedRun]:
    return block[: len(block) // 2]


def _late(block: list[LookedRun]) -> list[LookedRun]:
    return block[(len(block) + 1) // 2 :]


def _by_minutes(record: RungRecord, blocks: list[list[LookedRun]]) -> tuple[PictureMark, ...]:
    by_stretch: dict[int, list[float]] = defaultdict(list)
    for block in blocks:
        for run in block:
            by_stretch[int((run.minute or 0) // STRETCH)].append(run.value or 0.0)
    return tuple(
        PictureMark(
            f"{STRETCH * stretch} to {STRETCH * (stretch + 1)} min",
            round(fmean(values), 2),
            f"{record.metric.number(round(fmean(values), 1))} ({len(values)})",
        )
        for stretch, values in sorted(by_stretch.items())
    )
