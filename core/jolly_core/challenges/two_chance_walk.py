"""Two-chance walk: first ball made, move on; missed, one second ball, which must be made to move on."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from jolly_core.challenges.contract import MOST_BOXES, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import (
    ATTEMPTS_LIMIT,
    MAKES,
    MISSES,
    NOWHERE,
    SECONDS_LIMIT,
    Reaching,
    Road,
    has_limit,
    limit_words,
    time_left_ms,
)
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.foretelling import Pace
from jolly_core.challenges.lessons import ENOUGH_AT_ONE, LUCK
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Choice, Names, Settings, WholeNumber
from jolly_core.challenges.targets import Tries, after_try, following, no_tries, tried_rows
from jolly_core.stats.chain import WON
from jolly_core.stats.comparing import chance_of_so_few
from jolly_core.stats.waiting import Wait
from jolly_core.stats.walk import wait_for_walk
from jolly_core.words import counted

STAYS, STARTS_AGAIN = "stays", "starts_again"


@dataclass(frozen=True, slots=True)
class WalkState:
    """``place`` is the target to play, ``is_second`` whether its second ball is in hand."""

    tries: Tries
    count: Count = NOTHING
    place: int = 0
    is_second: bool = False
    furthest: int = 0
    firsts: tuple[int, int] = (0, 0)
    seconds: tuple[int, int] = (0, 0)
    doubles: int = 0


class TwoChanceWalk(Reaching[WalkState]):
    """Settings: targets, what a double miss does, limits. Result: targets walked, rates of first and second balls."""

    id = "two_chance_walk"
    title = "Two-chance walk"
    game = "First ball made: move on. Missed: one second ball, which must be made to move on."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    reaching = "balls_to_goal"
    declared = (
        Names("targets", "Targets", ("first", "second", "third", "fourth", "fifth"), low=2, are_targets=True),
        Choice(
            "on_double",
            "Both missed",
            (STAYS, STARTS_AGAIN),
            ("stay at the target", "start the walk again"),
            STAYS,
        ),
        ATTEMPTS_LIMIT,
        SECONDS_LIMIT,
    )
    prior = Pace(attempt_ms=12_000)
    metrics = (
        Metric("walked", "targets walked", "up", "targets", "target"),
        Metric("balls_to_goal", "balls to the end", "down", "balls", "ball", missing="end not reached"),
        Metric("first_rate", "first balls made", "up", "%", needs_whole=True),
        Metric("second_rate", "second balls made", "up", "%", needs_whole=True),
        Metric("doubles", "double misses", "down", "double misses", "double miss", needs_whole=True),
    )
    totals = (
        WholeNumber("walked", "Targets walked", 0, 24, 0),
        MAKES,
        MISSES,
        WholeNumber("doubles", "Double misses", 0, 1000, None),
    )

    def start(self, settings: Settings) -> WalkState:
        return WalkState(no_tries(settings["targets"]))

    def step(self, settings: Settings, state: WalkState, press: Event, active_ms: int) -> WalkState:
        count = state.count.after(press.kind)
        if press.kind == LET:
            return replace(state, count=count)
        is_made = press.kind == MAKE
        tries = after_try(state.tries, state.place, is_made=is_made)
        firsts, seconds = state.firsts, state.seconds
        if state.is_second:
            seconds = (seconds[0] + 1, seconds[1] + is_made)
        else:
            firsts = (firsts[0] + 1, firsts[1] + is_made)
        place, furthest, doubles = state.place, state.furthest, state.doubles
        is_second = not is_made and not state.is_second
        if is_made:
            place += 1
            furthest = max(place, furthest)
        elif state.is_second:
            place = 0 if settings["on_double"] == STARTS_AGAIN else place
            doubles += 1
        return WalkState(tries, count, place, is_second, furthest, firsts, seconds, doubles)

    def is_reached(self, settings: Settings, state: WalkState) -> bool:
        return state.place >= len(settings["targets"])

    def read(self, settings: Settings, state: WalkState, active_ms: int) -> Reading:
        names = settings["targets"]
        is_done = self.is_reached(settings, state)
        return Reading(
            number=state.place,
            number_label="target walked" if state.place == 1 else "targets walked",
            out_of=len(names),
            next=_next(settings, state),
            to_goal=len(names) - state.place,
            time_left_ms=time_left_ms(settings, active_ms),
            target=None if is_done else names[state.place],
            then=None if is_done else following(names, state.place),
            metrics={
                "walked": state.furthest,
                "balls_to_goal": self.taken(settings, state),
                "first_rate": _share(state.firsts),
                "second_rate": _share(state.seconds),
                "doubles": state.doubles,
            },
            in_hand={"walked": state.place},
            detail={
                "targets": tried_rows(names, state.tries),
                "is_second": state.is_second,
                "doubles": state.doubles,
                "balls": [list(state.firsts), list(state.seconds)],
            },
        )

    def wait(self, settings: Settings, rate: float) -> Wait:
        again = settings["on_double"] == STARTS_AGAIN
        return wait_for_walk([rate] * len(settings["targets"]), starts_again=again)

    def fewest(self, settings: Settings) -> int:
        return len(settings["targets"])

    def road(self, settings: Settings, metric_id: str, mark: int) -> Road | None:
        """The target in hand, and whether its second ball is."""
        if metric_id not in ("walked", self.reaching):
            return None
        whole, again = len(settings["targets"]), settings["on_double"] == STARTS_AGAIN
        wanted = mark if metric_id == "walked" else whole

        def after(state: tuple[int, bool], is_made: bool) -> tuple[int, bool] | str:
            place, is_second = state
            if is_made:
                return WON if place + 1 >= wanted else (place + 1, False)
            return (0 if again and is_second else place, not is_second)

        return Road((0, False), after) if wanted <= whole else NOWHERE

    def sheet(self, settings: Settings) -> Sheet:
        double = "start again" if settings["on_double"] == STARTS_AGAIN else "stay there"
        rule = f"Walk {counted(len(settings['targets']), 'target')}, two balls at each; both missed: {double}."
        return Sheet(f"{rule} Tick makes, cross misses.", MOST_BOXES, "ball")

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        whole = len(settings["targets"])
        if metric_id == "walked":
            return (0 if has_limit(settings) else whole), whole
        if metric_id in ("first_rate", "second_rate"):
            return 0, 100
        return super().span(settings, metric_id)

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        first, second = tally["metrics"]["first_rate"], tally["metrics"]["second_rate"]
        balls = tally["detail"].get("balls")
        if first is None or second is None or not balls or min(tried for tried, _ in balls) < ENOUGH_AT_ONE:
            return ()
        said = f"First balls {first:.0f} %, second balls {second:.0f} %"
        (few_tried, few), (many_tried, many) = sorted(balls, key=lambda ball: ball[1] / ball[0])
        # Either of the two could have been the worse one, so luck has two chances.
        if 2 * chance_of_so_few(few, few_tried, many, many_tried) >= LUCK:
            return (f"{said}: no more apart than luck would have it.",)
        return (f"{said}: the second ball {'steadies you' if second > first else 'is the harder one'}.",)

    def goal_words(self, settings: Settings) -> str:
        again = ", back to the start on a double miss" if settings["on_double"] == STARTS_AGAIN else ""
        return f"walk {counted(len(settings['targets']), 'target')}{again}{limit_words(settings)}"


def _next(settings: Settings, state: WalkState) -> str:
    if not state.is_second:
        return "First ball"
    return "Second ball, or start again" if settings["on_double"] == STARTS_AGAIN else "Second ball"


def _share(tried: tuple[int, int]) -> float | None:
    return round(100 * tried[1] / tried[0], 1) if tried[0] else None
