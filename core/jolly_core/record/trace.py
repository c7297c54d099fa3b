"""What the record keeps of the inside of a run: its makes and misses in their order, its targets, its tempo."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise
from statistics import median
from typing import Any

from jolly_core.challenges.session import Session
from jolly_core.challenges.tally import AnyTally
from jolly_core.stored import Stored

MAKE, MISS = "1", "0"
#: More strokes than that are not kept of one run.
MOST_STROKES = 2000
#: With fewer gaps between makes in either half nothing is said of the tempo.
LEAST_GAPS = 3


@dataclass(frozen=True)
class TargetTries(Stored):
    """What was tried and made at a target in one run, or in several."""

    name: str
    attempts: int
    makes: int

    @property
    def rate(self) -> float:
        """The share made; there is at least one attempt."""
        return self.makes / self.attempts


@dataclass(frozen=True)
class Trace(Stored):
    """``strokes`` is a make (1) or miss (0) each, as they counted: what was taken back is not among them.

    ``targets`` are those of which it is known how often each was tried. ``halves_ms`` are the usual times between two
    makes running, in the first and the second half of the run; None where there are too few.
    """

    strokes: str = ""
    targets: tuple[TargetTries, ...] = ()
    halves_ms: tuple[int, int] | None = None


def trace_of(session: Session, tally: AnyTally | None = None) -> Trace:
    """What a run that was counted press by press leaves; ``tally`` is the session's, where it is known already."""
    counts = session.counts()
    strokes = "".join(
        MAKE * (after.makes - before.makes) + MISS * (after.misses - before.misses)
        for (before, _), (after, _) in pairwise(counts)
    )
    # From one make to the next with nothing between them: a pause or a lost ball is no tempo.
    gaps = [
        later_ms - earlier_ms
        for (before, _), (middle, earlier_ms), (after, later_ms) in zip(counts, counts[1:], counts[2:], strict=False)
        if middle.makes - before.makes == 1 and after.makes - middle.makes == 1
    ]
    return Trace(strokes[:MOST_STROKES], targets_of(tally or session.tally()), _halves(gaps))


def targets_of(tally: AnyTally) -> tuple[TargetTries, ...]:
    """What was tried and made at each target, as far as a tally knows."""
    lines: tuple[Any, ...] = getattr(tally.detail, "targets", ())
    return tuple(TargetTries(line.name, line.attempts, line.makes) for line in lines if getattr(line, "attempts", None))


def add_up(tried: Iterable[TargetTries]) -> list[TargetTries]:
    """What was tried and made at each target in all, in the order in which they first came.

    >>> [(each.attempts, each.makes) for each in add_up([TargetTries("left", 3, 1), TargetTries("left", 2, 2)])]
    [(5, 3)]
    """
    sums: dict[str, tuple[int, int]] = {}
    for each in tried:
        attempts, makes = sums.get(each.name, (0, 0))
        sums[each.name] = attempts + each.attempts, makes + each.makes
    return [TargetTries(name, attempts, makes) for name, (attempts, makes) in sums.items()]


def _halves(gaps_ms: list[int]) -> tuple[int, int] | None:
    half = len(gaps_ms) // 2
    if half < LEAST_GAPS:
        return None
    return round(median(gaps_ms[:half])), round(median(gaps_ms[half:]))
