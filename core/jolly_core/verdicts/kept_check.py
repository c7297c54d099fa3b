"""Kept or lost: whether a rung that was climbed is still there after weeks.

The gaps between checks grow. Cepeda and others (Psychological Science 19:1095-1102, 2008) found that the best gap falls
from 20-40 % of the time that something is to be kept, for a week, to 5-10 %, for a year. That was for facts, not for
movements: here it is a stated guess.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from jolly_core.words import quantity

#: After so many weeks a check is due; after the last of them every so many. Common practice, no source.
GAPS_WEEKS = (1, 3, 8, 20)
#: Missed so often one after another, the rung is lost.
MISSES = 2
WHY = (
    "The highest rung that you hold is checked after about 1, 3, 8 and 20 weeks: one run at its mark. Missed twice, it "
    "is to be rebuilt. The gaps grow because what was kept for long is forgotten slowly; that was found for facts "
    "(Cepeda and others 2008), not for movements."
)


@dataclass(frozen=True)
class CheckRun:
    """A run on a rung that is held: its day, its side, and whether it reached the mark."""

    day: date
    side: str
    is_met: bool


@dataclass(frozen=True)
class Kept:
    """How a rung is kept: ``due`` is the day from which the next run on it is a check.

    ``gap`` is the place of the gap that runs now in ``GAPS_WEEKS``, ``missed`` how many checks were missed one after
    another, ``met`` how many were met in all.
    """

    due: date
    gap: int = 0
    missed: int = 0
    met: int = 0

    @property
    def is_lost(self) -> bool:
        return self.missed >= MISSES

    def is_due(self, day: date) -> bool:
        """Whether a check is due on that day; what is lost is to be rebuilt, and not checked."""
        return not self.is_lost and self.due <= day

    def after(self, day: date, *, is_met: bool) -> Kept:
        """After a check on that day. A lost rung that is met again begins anew."""
        if not is_met:
            # Once more on another day: one poor day is not a loss.
            return replace(self, due=day + timedelta(days=1), missed=self.missed + 1)
        gap = self.gap
        if self.is_lost:
            gap = 0
        elif not self.missed:
            gap = min(gap + 1, len(GAPS_WEEKS) - 1)
        return Kept(day + timedelta(weeks=GAPS_WEEKS[gap]), gap, 0, self.met + 1)

    def words(self, rung: int, day: date) -> str:
        """How it stands, in a sentence."""
        if self.is_lost:
            return f"Rung {rung} was missed in {MISSES} checks one after another: rebuild it."
        if self.is_due(day):
            again = " It was missed once." if self.missed else ""
            return f"Rung {rung} is due for a check: one run at its mark, and it is still yours.{again}"
        weeks = max(1, round((self.due - day).days / 7))
        met = f" {quantity(self.met, 'check')} met so far." if self.met else ""
        return f"Rung {rung} is checked in about {quantity(weeks, 'week')}.{met}"


def is_rung_held(number: int, held: int, missed: int) -> bool:
    """Whether a rung is the athlete's who holds ``held`` rungs, the last of them missed in so many checks.

    >>> is_rung_held(2, 3, missed=2), is_rung_held(3, 3, missed=2)
    (True, False)
    """
    return number < held or (number == held and missed < MISSES)


def follow(since: date, runs: Iterable[CheckRun], sides: Sequence[str]) -> Kept:
    """How a rung is kept that was climbed on ``since``, by the runs on it from then on, oldest first.

    A check is the first run on each of ``sides`` from the day it is due; it is met when each reaches the mark, and a
    side that did is not asked again when the other one is. Runs before that day are practice and move nothing.

    >>> climbed, met = date(2026, 5, 1), [CheckRun(date(2026, 5, 9), "none", True)]
    >>> follow(climbed, met, ("none",)).due
    datetime.date(2026, 5, 30)
    """
    kept, asked, found = Kept(since + timedelta(weeks=GAPS_WEEKS[0])), set(sides), dict[str, bool]()
    for run in runs:
        if run.day < kept.due:
            continue
        found.setdefault(run.side, run.is_met)
        if asked <= found.keys():
            missed = {side for side in asked if not found[side]}
            kept = kept.after(run.day, is_met=not missed)
            asked = missed or set(sides)
            found.clear()
    return kept
