"""A week: windows to practise in, wishes in the athlete's own order, and which of them an arrangement keeps."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations, pairwise

from jolly_core.errors import CoreError, Problem
from jolly_core.planning.warmup import cool_down_seconds, warm_up_minutes
from jolly_core.validation import check_choice, check_integer
from jolly_core.words import quantity

DAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
MOST_WINDOWS, MOST_WISHES, MOST_TIMES = 42, 60, 14
AT_LEAST, AT_MOST, HARD_APART, REST_DAYS, DAY_OFF = "at_least", "at_most", "hard_apart", "rest_days", "day_off"
KINDS = (AT_LEAST, AT_MOST, HARD_APART, REST_DAYS, DAY_OFF)
#: Wishes for a drill; the others are for the whole week.
OF_A_DRILL = (AT_LEAST, AT_MOST)
ONCE, TWICE = 1, 2


@dataclass(frozen=True)
class Window:
    """Time to practise: ``day`` 0 is Monday; ``offers`` is what its place has, None where anything is possible."""

    key: str
    day: int
    start_min: int
    minutes: int
    offers: tuple[str, ...] | None = None
    missing: tuple[str, ...] = ()

    @property
    def net_minutes(self) -> int:
        """What is left for drills beside warm-up and cool-down."""
        return self.minutes - warm_up_minutes(self.minutes) - -(-cool_down_seconds(self.minutes) // 60)


@dataclass(frozen=True)
class Drill:
    """A ladder as a week sees it: how long one visit takes, and how often it may be visited.

    ``days_between`` is the rest that its dose asks for, which no arrangement breaks; ``value`` is what a visit counts
    beyond those that are wished for.
    """

    key: str
    title: str
    minutes: int
    at_most: int = TWICE
    days_between: int = 0
    is_hard: bool = False
    needs: tuple[str, ...] = ()
    kit: tuple[str, ...] = ()
    value: int = 1
    #: What keeps it out of any window just now, such as a caution to be read; empty where nothing does.
    barred: str = ""

    def fits(self, window: Window) -> bool:
        """Whether the window has the place, the kit and the minutes for a visit."""
        if self.barred:
            return False
        is_in_place = window.offers is None or all(need in window.offers for need in self.needs)
        return is_in_place and not set(self.kit) & set(window.missing) and self.minutes <= window.net_minutes


@dataclass(frozen=True)
class WeekWish:
    """One wish. ``drill`` is whose; ``number`` is how often, how many rest days, or which day is off."""

    key: str
    kind: str
    number: int = 1
    drill: str = ""


@dataclass(frozen=True)
class Week:
    """What a week is arranged from; ``wishes`` are ranked, highest priority first."""

    windows: tuple[Window, ...]
    drills: tuple[Drill, ...]
    wishes: tuple[WeekWish, ...]

    def drill(self, key: str) -> Drill:
        return next(drill for drill in self.drills if drill.key == key)


@dataclass(frozen=True)
class WishState:
    """What became of a wish: kept, or gave way, how far it got of what was wanted, and why."""

    key: str
    words: str
    is_kept: bool
    got: int
    wanted: int
    why: str = ""


#: Which drills are in which window, by their keys.
Assignment = Mapping[str, Sequence[str]]


def check_week(week: Week) -> None:
    """Raises ``CoreError`` naming every window and wish that cannot be used, by its place."""
    problems: list[Problem | None] = [
        check_integer("windows", len(week.windows), 0, MOST_WINDOWS),
        check_integer("wishes", len(week.wishes), 0, MOST_WISHES),
    ]
    known = {drill.key for drill in week.drills}
    for place, window in enumerate(week.windows):
        for name, value, low, high in (
            ("day", window.day, 0, 6),
            ("start_min", window.start_min, 0, 24 * 60 - 1),
            ("minutes", window.minutes, 10, 180),
        ):
            problem = check_integer(name, value, low, high)
            problems.append(problem and problem.under("windows", place))
    for place, wish in enumerate(week.wishes):
        found = _check_wish(wish, known)
        problems.append(found and found.under("wishes", place))
    if real := [problem for problem in problems if problem]:
        raise CoreError(real)


def _check_wish(wish: WeekWish, known: set[str]) -> Problem | None:
    if problem := check_choice("kind", wish.kind, KINDS):
        return problem
    if wish.kind in OF_A_DRILL and wish.drill not in known:
        return Problem("unknown_ladder", "This wish is for a ladder that is not there.", ("drill",), wish.drill)
    low, high = {
        AT_LEAST: (1, MOST_TIMES),
        AT_MOST: (0, MOST_TIMES),
        REST_DAYS: (1, 6),
        DAY_OFF: (0, 6),
        HARD_APART: (0, 1),
    }[wish.kind]
    return check_integer("number", wish.number, low, high)


def wish_words(wish: WeekWish, week: Week) -> str:
    """The wish as it is said.

    >>> wish_words(WeekWish("r", "rest_days", 2), Week((), (), ()))
    '2 rest days'
    """
    if wish.kind in OF_A_DRILL:
        times = {1: "once", 2: "twice"}.get(wish.number, f"{wish.number} times")
        return f"{week.drill(wish.drill).title} {times} at {'least' if wish.kind == AT_LEAST else 'most'}"
    if wish.kind == REST_DAYS:
        return quantity(wish.number, "rest day")
    return f"{DAYS[wish.number]} off" if wish.kind == DAY_OFF else "a day between hard drills"


def list_states(week: Week, assignment: Assignment, why: Mapping[str, str] | None = None) -> list[WishState]:
    """The outcome of each wish in an arrangement, in their order; ``why`` has reasons for those that gave way."""
    return [_state(wish, week, assignment, (why or {}).get(wish.key, "")) for wish in week.wishes]


def _state(wish: WeekWish, week: Week, assignment: Assignment, why: str) -> WishState:
    got, wanted = reached(wish, week, assignment)
    is_kept = got <= wanted if wish.kind == AT_MOST else got >= wanted
    return WishState(wish.key, wish_words(wish, week), is_kept, got, wanted, "" if is_kept else why)


def reached(wish: WeekWish, week: Week, assignment: Assignment) -> tuple[int, int]:
    """How far a wish gets in an arrangement, and how far it wants to."""
    if wish.kind in OF_A_DRILL:
        return sum(wish.drill in drills for drills in assignment.values()), wish.number
    busy = _days(week, assignment)
    if wish.kind == REST_DAYS:
        return 7 - len(busy), wish.number
    if wish.kind == DAY_OFF:
        return int(wish.number not in busy), 1
    hard = _hard_days(week, assignment)
    return int(all(abs(one - other) > 1 for one, other in combinations(hard, 2))), 1


def _days(week: Week, assignment: Assignment) -> set[int]:
    return {window.day for window in week.windows if assignment.get(window.key)}


def _hard_days(week: Week, assignment: Assignment) -> list[int]:
    """The day of every hard drill, repeated where one day has several."""
    hard = {drill.key for drill in week.drills if drill.is_hard}
    return [window.day for window in week.windows for key in assignment.get(window.key, ()) if key in hard]


def list_breaches(week: Week, assignment: Assignment) -> list[str]:
    """What is impossible in an arrangement that was made by hand: minutes, place, kit, too often, too soon."""
    said = []
    for window in week.windows:
        drills = [week.drill(key) for key in assignment.get(window.key, ())]
        for drill in drills:
            if not drill.fits(window):
                said.append(f"{drill.title} does not fit {_at(window)}: {_misfit(drill, window)}.")
        needed = sum(drill.minutes for drill in drills)
        if needed > window.net_minutes and all(drill.fits(window) for drill in drills):
            said.append(f"{_at(window)} has {window.net_minutes} minutes for drills; {needed} are in it.")
    for drill in week.drills:
        days = sorted(window.day for window in week.windows if drill.key in assignment.get(window.key, ()))
        if len(days) > drill.at_most:
            said.append(f"{drill.title} would come {len(days)} times; {drill.at_most} is the most.")
        too_near = [later for earlier, later in pairwise(days) if later - earlier <= drill.days_between]
        if too_near:
            apart = (
                "twice in one day"
                if not drill.days_between
                else f"with less than {quantity(drill.days_between, 'day')} between"
            )
            said.append(f"{drill.title} would come {apart} on {DAYS[too_near[0]]}.")
    return said


def _at(window: Window) -> str:
    return f"{DAYS[window.day]} {window.start_min // 60}:{window.start_min % 60:02d}"


def _misfit(drill: Drill, window: Window) -> str:
    if drill.barred:
        return drill.barred
    if window.offers is not None and (lacking := [need for need in drill.needs if need not in window.offers]):
        return f"the place has no {' and no '.join(lacking)}"
    if left := sorted(set(drill.kit) & set(window.missing)):
        return f"not to hand: {', '.join(left)}"
    return f"it takes {drill.minutes} minutes and there are {window.net_minutes}"
