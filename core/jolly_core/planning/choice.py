"""Which ladders a block begins with while nobody has chosen any: those that wait longest, as many as fill it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from jolly_core.planning.candidate import BALANCED, GENTLE, MOST_IN_A_BLOCK, ONE_LADDER, PARTNER
from jolly_core.planning.reasons import AVOIDED

#: Of a block that holds a bit of everything a ladder takes about so long, beside the warm-up and the end. Common
#: practice, no source.
MINUTES_A_LADDER, MINUTES_AROUND = 8, 13
FEWEST, MOST = 2, 6
#: Weak spots and tests are looked for among all ladders.
_BY_FOCUS = {ONE_LADDER: 1, GENTLE: 2, PARTNER: 2}


@dataclass(frozen=True)
class AtHand:
    """A ladder that could be played: when it last was, None for never, and how often it was left out of late."""

    ladder: int
    last_day: date | None = None
    left_out: int = 0


def ladders_for(minutes: int) -> int:
    """How many ladders fill so many minutes.

    >>> [ladders_for(minutes) for minutes in (15, 30, 45, 60, 120)]
    [2, 2, 4, 5, 6]
    """
    return min(MOST, max(FEWEST, (minutes - MINUTES_AROUND) // MINUTES_A_LADDER))


def choose_ladders(at_hand: Sequence[AtHand], focus: str, minutes: int) -> list[int]:
    """The ladders to begin with, in the order in which they were given.

    What was planned and left out again and again comes back first, then what was never played, then what was not
    played for longest.

    >>> from datetime import date
    >>> rally, serves = AtHand(1, date(2026, 11, 28)), AtHand(2, date(2026, 11, 12))
    >>> choose_ladders([rally, serves, AtHand(3)], BALANCED, 30), choose_ladders([rally, serves], ONE_LADDER, 30)
    ([2, 3], [2])
    """
    number = ladders_for(minutes) if focus == BALANCED else _BY_FOCUS.get(focus, MOST_IN_A_BLOCK)
    waiting = sorted(at_hand, key=_waiting)
    chosen = {each.ladder for each in waiting[:number]}
    return [each.ladder for each in at_hand if each.ladder in chosen]


def _waiting(each: AtHand) -> tuple[bool, date]:
    return each.left_out < AVOIDED, each.last_day or date.min
