"""Whether one target, station, ball or pin of a rung costs more than the others."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from jolly_core.finds.look import FindPicture, Look, LookedRun, PictureMark, RungQuestion, RungRecord
from jolly_core.finds.saying import misses_said, share
from jolly_core.record.trace import TargetTries, add_up
from jolly_core.stats.chi_square import chi_square_above
from jolly_core.stats.shift import rate_difference
from jolly_core.words import sentence

#: With fewer tries at a target it is not compared. Common practice, no source.
LEAST_TRIES = 10
#: The runs that are added up: what was missed two years ago is no weakness of today.
LATEST = 60


class WeakTarget(RungQuestion):
    id = "weak_target"
    title = "Which target costs most"
    place = 3
    page = "weak_spots"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        for side, runs in record.runs.items():
            latest = [run for run in runs if run.trace.targets][-LATEST:]
            targets = [each for each in added_up(latest) if each.attempts >= LEAST_TRIES]
            if len(targets) > 1:
                yield _look(record, side, targets, latest)


def added_up(runs: Sequence[LookedRun]) -> list[TargetTries]:
    """What was tried and made at each target in several runs, in the order in which they first came."""
    return add_up(each for run in runs for each in run.trace.targets)


def alike_p_value(targets: Sequence[TargetTries]) -> float:
    """The p-value that all targets are made alike: Pearson's chi-square; one where none or all were made."""
    attempts, makes = sum(each.attempts for each in targets), sum(each.makes for each in targets)
    if makes in (0, attempts):
        return 1.0
    rate = makes / attempts
    statistic = sum((each.makes - rate * each.attempts) ** 2 / (each.attempts * rate * (1 - rate)) for each in targets)
    return chi_square_above(statistic, len(targets) - 1)


def _look(record: RungRecord, side: str, targets: Sequence[TargetTries], runs: Sequence[LookedRun]) -> Look:
    worst = min(targets, key=lambda each: each.makes / each.attempts)
    others = [each for each in targets if each is not worst]
    attempts, makes = sum(each.attempts for each in others), sum(each.makes for each in others)
    size, low, high = rate_difference(worst.makes, worst.attempts, makes, attempts)
    words = (
        f"{record.lead(side)}“{worst.name}” costs most: {misses_said(worst.makes, worst.attempts)} "
        f"({worst.makes} of {worst.attempts} made, {share(worst.makes / worst.attempts)}); "
        f"the others {misses_said(makes, attempts)} ({share(makes / attempts)})."
    )
    marks = tuple(
        PictureMark(
            each.name,
            each.makes / each.attempts,
            f"{share(each.makes / each.attempts)} of {each.attempts}",
            each is worst,
        )
        for each in targets
    )
    return Look(
        question=WeakTarget.id,
        p_value=alike_p_value(targets),
        words=sentence(words),
        size=size,
        low=low,
        high=high,
        side=side,
        since=runs[0].day,
        until=runs[-1].day,
        picture=FindPicture("bars", "share made", marks),
    )
