"""Whether the tempo drifts within a run: slower or faster in its second half."""

from __future__ import annotations

from collections.abc import Iterable
from math import log
from statistics import median

from jolly_core.finds.look import FindPicture, Look, PictureMark, RungQuestion, RungRecord
from jolly_core.stats.shift import signed_rank_p_value
from jolly_core.words import quantity, sentence

#: With fewer runs nothing is said, and so many are looked at. Common practice, no source.
LEAST_RUNS, LATEST = 10, 100


class TempoDrift(RungQuestion):
    id = "tempo_drift"
    title = "Whether the tempo drifts"
    place = 13
    page = "inside"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        for side, runs in record.runs.items():
            halves = [(run.day, run.trace.halves_ms) for run in runs if run.trace.halves_ms][-LATEST:]
            told = [(day, each) for day, each in halves if each and min(each) > 0]
            if len(told) < LEAST_RUNS:
                continue
            ratios = [log(later / earlier) for _, (earlier, later) in told]
            first, second = (median(each[place] for _, each in told) / 1000 for place in (0, 1))
            drift = second / first - 1
            words = (
                f"{record.lead(side)}in the second half of a run the makes come {abs(round(100 * drift))} % "
                f"{'slower' if drift > 0 else 'faster'}: {second:.2f} s apart, {first:.2f} s in the first half "
                f"({quantity(len(told), 'run')})."
            )
            yield Look(
                question=self.id,
                p_value=signed_rank_p_value(ratios),
                words=sentence(words),
                size=drift,
                side=side,
                since=told[0][0],
                until=told[-1][0],
                picture=FindPicture(
                    "bars",
                    "time between two makes",
                    (
                        PictureMark("first half", first, f"{first:.2f} s"),
                        PictureMark("second half", second, f"{second:.2f} s", is_meant=True),
                    ),
                ),
            )
