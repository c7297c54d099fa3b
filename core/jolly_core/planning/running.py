"""A block being played: whether what is left still fits, and what could be dropped if it does not."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jolly_core.planning.arrangement import CHALLENGE

#: A block this much too long drops nothing: it is planned to the minute. Common practice, no source.
PATIENCE_S = 60


#: Priority of a part: locked parts and the weaker side before the rest. The order in which a block is arranged
#: (slow before fast, fresh before tired) is no priority.
PRESSING, OTHERS = 1, 2


def rank_of(*, is_weaker: bool, is_locked: bool) -> int:
    """How pressing a part of a block in play is; 1 is the most pressing.

    >>> rank_of(is_weaker=True, is_locked=False), rank_of(is_weaker=False, is_locked=False)
    (1, 2)
    """
    return PRESSING if is_locked or is_weaker else OTHERS


@dataclass(frozen=True)
class PartLeft:
    """A part that is still to be played: what it takes yet, and how pressing it is (1 is the most pressing)."""

    id: int
    kind: str
    title: str
    left_s: int
    rank: int


@dataclass(frozen=True)
class Droppable:
    """A part that can be dropped, what that frees, and whether the rest fits then."""

    id: int
    title: str
    frees_s: int
    is_enough: bool


@dataclass(frozen=True)
class Running:
    """How a block stands: time left, time needed, how much too late that is, and what could be dropped."""

    left_s: int
    needed_s: int
    late_s: int
    drops: tuple[Droppable, ...]

    @property
    def words(self) -> str:
        """Where it stands, in a sentence."""
        if not self.late_s:
            return f"{_minutes(self.left_s)} left, {_minutes(self.needed_s)} still planned."
        return (
            f"{_minutes(self.left_s)} left for {_minutes(self.needed_s)}: drop one of these, or play on and end late."
        )


def stand_of(parts: Sequence[PartLeft], left_s: int) -> Running:
    """How a block stands with the given seconds left, and the parts that are still to be played, the first in play.

    Warm-up and cool-down are never offered for dropping, nor is the challenge in play. The least pressing comes first,
    and of those as pressing the one that frees enough with the least.

    >>> parts = [PartLeft(1, "challenge", "Serves", 300, 1), PartLeft(2, "challenge", "Rally", 400, 2)]
    >>> stand_of(parts, 500).drops[0].title
    'Rally'
    """
    needed_s = sum(part.left_s for part in parts)
    late_s = needed_s - left_s if needed_s - left_s > PATIENCE_S else 0
    spare = [part for part in parts[1:] if part.kind == CHALLENGE and part.left_s > 0] if late_s else []
    drops = [
        Droppable(part.id, part.title, part.left_s, part.left_s >= late_s - PATIENCE_S)
        for part in sorted(spare, key=lambda part: (-part.rank, not part.left_s >= late_s - PATIENCE_S, part.left_s))
    ]
    return Running(max(0, left_s), needed_s, late_s, tuple(drops))


def _minutes(seconds: int) -> str:
    return f"{max(0, round(seconds / 60))} min"
