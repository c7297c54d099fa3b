"""Whether what comes after a miss is made less often than what comes after a make; and after three in a row."""

from __future__ import annotations

from collections.abc import Iterable

from jolly_core.finds.look import FindPicture, Look, PictureMark, RungQuestion, RungRecord
from jolly_core.finds.rows import latest_rows
from jolly_core.finds.saying import number_word, share
from jolly_core.series.sequences import Following, following
from jolly_core.words import sentence

#: The rows that are looked at: one make, and a hand that seems hot.
ROWS = (1, 3)
#: With fewer tries in all nothing is said, and more are not looked at: each is shuffled hundreds of times.
LEAST_STROKES, MOST_STROKES = 60, 1000


class AfterAMiss(RungQuestion):
    id = "after_a_miss"
    title = "What comes after a miss"
    place = 10
    page = "inside"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        if not record.game.is_fixed_length:
            return
        for side, runs in record.runs.items():
            rows, strokes = [], 0
            for run in reversed(latest_rows(runs)):
                rows.append(run)
                strokes += len(run.trace.strokes)
                if strokes >= MOST_STROKES:
                    break
            if strokes < LEAST_STROKES:
                continue
            for row in ROWS:
                found = following([run.trace.strokes for run in rows], row)
                if found is None:
                    continue
                after = "a make" if row == 1 else f"{number_word(row)} makes in a row"
                other = "a miss" if row == 1 else f"{number_word(row)} misses in a row"
                words = f"{record.lead(side)}{_said(found, after, other)}"
                yield Look(
                    question=self.id,
                    p_value=found.p_value,
                    words=sentence(words),
                    size=found.difference,
                    side=side,
                    since=rows[-1].day,
                    until=rows[0].day,
                    picture=FindPicture(
                        "bars",
                        "share made",
                        (
                            PictureMark(f"after {after}", found.after_makes, share(found.after_makes)),
                            PictureMark(f"after {other}", found.after_misses, share(found.after_misses), is_meant=True),
                        ),
                    ),
                )


def _said(found: Following, after: str, other: str) -> str:
    """What came out; where luck alone gives a larger difference the other way, that is what it is held against."""
    shares = f"{share(found.after_makes)} against {share(found.after_misses)}"
    luck = f"luck alone gives a difference of {round(100 * found.expected)} points"
    is_more, looks_more = found.difference > 0, found.after_makes > found.after_misses
    if is_more == looks_more:
        way = "more" if is_more else "less"
        return f"after {after} the next one is made {way} often than after {other}: {shares}, where {luck}."
    way = "more" if is_more else "less"
    return f"after {after} and after {other} the next one is made {shares}: {way} than by luck, as {luck}."
