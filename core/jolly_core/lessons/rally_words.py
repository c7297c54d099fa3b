"""The rally arithmetic of a run in sentences."""

from __future__ import annotations

from jolly_core.challenges.rally import RallyArithmetic
from jolly_core.lessons.claims import ENOUGH_BREAKS
from jolly_core.words import quantity

#: With fewer intervals in play there is no reliable pace. Common practice, no source.
ENOUGH_INTERVALS = 10


def rally_lessons(arithmetic: RallyArithmetic, goal: int | None, total: int) -> tuple[str, ...]:
    """What a timed count is made of and what would lift it.

    Nothing where too little was in play. What a break costs is said only where several were seen.
    """
    if arithmetic.intervals < ENOUGH_INTERVALS:
        return ()
    pace = f"In play you met a ball every {_seconds(arithmetic.interval_ms)} ({arithmetic.per_minute:g} a minute)."
    return (pace, *_breaks(arithmetic), *_earlier(arithmetic), *_goal(arithmetic, goal, total))


def _breaks(arithmetic: RallyArithmetic) -> tuple[str, ...]:
    breaks, lost_ms = arithmetic.breaks, arithmetic.lost_per_break_ms
    if not breaks:
        return ("No break at all: only a quicker pace adds to this.",)
    if not lost_ms or arithmetic.gaps < ENOUGH_BREAKS:
        return ()
    gain = quantity(arithmetic.one_break_fewer, "contact")
    cost = f"{quantity(breaks, 'break')} cost about {_seconds(lost_ms)}{' each' if breaks > 1 else ''}"
    return (f"Your {cost}; one fewer would add {gain}.",)


def _earlier(arithmetic: RallyArithmetic) -> tuple[str, ...]:
    gain = arithmetic.tenth_earlier
    if not gain:
        return ()
    return (f"Meeting each ball a tenth of a second earlier would add {quantity(gain, 'contact')}.",)


def _goal(arithmetic: RallyArithmetic, goal: int | None, total: int) -> tuple[str, ...]:
    if goal is None or total >= goal:
        return ()
    lift = arithmetic.lift
    if arithmetic.breaks and arithmetic.gaps < ENOUGH_BREAKS:
        return ()  # what a break costs is not known yet
    if lift is None:
        return (f"No mix of fewer breaks and a quicker pace reaches {goal} from here: take a nearer goal first.",)
    steps = []
    if lift.fewer_breaks:
        fewer = lift.fewer_breaks
        steps.append(f"{fewer} fewer {'break' if fewer == 1 else 'breaks'}")
    if lift.tenths_earlier:
        steps.append(f"each ball {lift.tenths_earlier / 10:g} s earlier")
    # A sentence does not begin with a bare number.
    return (f"It would take {' and '.join(steps)} to reach {goal}.",)


def _seconds(ms: int) -> str:
    return f"{ms / 1000:.1f} s"
