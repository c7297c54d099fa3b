"""Two-chance walk: first ball made, move on; missed, one second ball, which must be made to move on."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from jolly_core.challenges.breakdown import Breakdown, by_target
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Reaching, attempts_at_most, limit_words, seconds_at_most, time_left_ms
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, choice, names
from jolly_core.challenges.tally import AnyTally, Reading
from jolly_core.challenges.targets import TargetLine, Tries, after_try, following, no_tries, target_lines
from jolly_core.words import quantity

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


@dataclass(frozen=True)
class TwoChanceWalkSettings(Settings):
    targets: tuple[str, ...] = names(
        "Targets", ("first", "second", "third", "fourth", "fifth"), low=2, are_targets=True
    )
    on_double: str = choice("Both missed", {STAYS: "stay at the target", STARTS_AGAIN: "start the walk again"}, STAYS)
    attempts_limit: int | None = attempts_at_most()
    seconds_limit: int | None = seconds_at_most()


@dataclass(frozen=True, slots=True)
class TwoChanceWalkDetail:
    format: Literal["two_chance_walk"] = "two_chance_walk"
    targets: tuple[TargetLine, ...] = ()
    #: Tries and makes with first balls, and with second ones.
    balls: tuple[tuple[int, int], tuple[int, int]] = ((0, 0), (0, 0))


class TwoChanceWalk(Reaching[TwoChanceWalkSettings, WalkState]):
    """Settings: targets, what a double miss does, limits. Result: targets walked, rates of first and second balls."""

    id = "two_chance_walk"
    title = "Two-chance walk"
    summary = "First ball made: move on. Missed: one second ball, which must be made to move on."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    reaching = "balls_to_goal"
    metrics = (
        Metric("walked", "targets walked", "up", "targets", "target"),
        Metric("balls_to_goal", "balls to the end", "down", "balls", "ball", missing="end not reached"),
        Metric("first_rate", "first balls made", "up", "%", needs_whole=True),
        Metric("second_rate", "second balls made", "up", "%", needs_whole=True),
        Metric("doubles", "double misses", "down", "double misses", "double miss", needs_whole=True),
    )
    settings_type = TwoChanceWalkSettings
    detail_type = TwoChanceWalkDetail

    def start(self) -> WalkState:
        return WalkState(no_tries(self.settings.targets))

    def step(self, state: WalkState, press: Event, active_ms: int) -> WalkState:
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
            place = 0 if self.settings.on_double == STARTS_AGAIN else place
            doubles += 1
        return WalkState(tries, count, place, is_second, furthest, firsts, seconds, doubles)

    def is_reached(self, state: WalkState) -> bool:
        return state.place >= len(self.settings.targets)

    def reading(self, state: WalkState, active_ms: int) -> Reading:
        names = self.settings.targets
        is_done = self.is_reached(state)
        return Reading(
            number=state.place,
            number_label="target walked" if state.place == 1 else "targets walked",
            out_of=len(names),
            next=_next(self.settings, state),
            to_goal=len(names) - state.place,
            time_left_ms=time_left_ms(self.settings, active_ms),
            target=None if is_done else names[state.place],
            then=None if is_done else following(names, state.place),
            metrics={
                "walked": state.furthest,
                "balls_to_goal": self.taken(state),
                "first_rate": _share(state.firsts),
                "second_rate": _share(state.seconds),
                "doubles": state.doubles,
            },
            in_hand={"walked": state.place},
            detail=TwoChanceWalkDetail(targets=target_lines(names, state.tries), balls=(state.firsts, state.seconds)),
        )

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        return by_target(tally.detail.targets)

    def goal_words(self) -> str:
        again = ", back to the start on a double miss" if self.settings.on_double == STARTS_AGAIN else ""
        return f"walk {quantity(len(self.settings.targets), 'target')}{again}{limit_words(self.settings)}"


def _next(settings: TwoChanceWalkSettings, state: WalkState) -> str:
    if not state.is_second:
        return "First ball"
    return "Second ball, or start again" if settings.on_double == STARTS_AGAIN else "Second ball"


def _share(tried: tuple[int, int]) -> float | None:
    return round(100 * tried[1] / tried[0], 1) if tried[0] else None
