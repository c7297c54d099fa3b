"""Counts that matter to joints: throws, serves, jumps, contacts of a week. A caution at the most."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from jolly_core.load.weekly import STEEP

#: Fewer attempts than this are no load, whatever the increase over the week before. Common practice, no source.
FEW = 60


@dataclass(frozen=True)
class Played:
    """Attempts of one kind ("throws") on one day, with one arm or none."""

    day: date
    counts: str
    arm: str | None
    attempts: int


@dataclass(frozen=True)
class JointCount:
    """One kind with one arm: this week so far, and the three weeks before it, the latest first."""

    counts: str
    arm: str | None
    this_week: int
    weeks_before: tuple[int, ...]


def count_joints(played: Iterable[Played], today: date, weeks_before: int = 3) -> list[JointCount]:
    """The counts of the week of ``today`` and those before it, by kind and arm; what was never played is not there."""
    monday = today - timedelta(days=today.weekday())
    sums: dict[tuple[str, str | None], list[int]] = {}
    for each in played:
        ago = (monday - (each.day - timedelta(days=each.day.weekday()))).days // 7
        if 0 <= ago <= weeks_before:
            sums.setdefault((each.counts, each.arm), [0] * (weeks_before + 1))[ago] += each.attempts
    rows = sorted(sums.items(), key=lambda row: (row[0][0], row[0][1] or ""))
    return [JointCount(counts, arm, weeks[0], tuple(weeks[1:])) for (counts, arm), weeks in rows]


def count_cautions(counts: Sequence[JointCount]) -> tuple[str, ...]:
    """What a steep rise of a count says, in sentences."""
    cautions = []
    for each in counts:
        usual = sum(each.weeks_before) / len(each.weeks_before)
        if each.this_week > FEW and each.this_week > usual * (1 + STEEP):
            with_arm = f" with the {each.arm} arm" if each.arm else ""
            cautions.append(
                f"{each.this_week} {each.counts}{with_arm} this week, {round(usual)} in the weeks before: "
                "joints take longer to get used to more than lungs do. Ease off if anything aches the day after."
            )
    return tuple(cautions)
