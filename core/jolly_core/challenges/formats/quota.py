"""Quota: attempts until each of several targets has its number of makes, in order or free."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from jolly_core.challenges.breakdown import Breakdown, by_target
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import (
    Reaching,
    attempts_at_most,
    counted_as,
    is_hit,
    limit_words,
    seconds_at_most,
    time_left_ms,
)
from jolly_core.challenges.events import LET, MISS, ZONE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, choice, names, whole_number
from jolly_core.challenges.tally import HALVES, TARGETS, AnyTally, Reading
from jolly_core.challenges.targets import (
    TargetLine,
    Tries,
    after_try,
    hit_lines,
    no_tries,
    target_lines,
    target_pads,
)
from jolly_core.words import quantity

IN_ORDER, FREE = "in_order", "free"


@dataclass(frozen=True, slots=True)
class QuotaState:
    """``place`` is the target in hand, ``kept`` the makes that were still wanted."""

    tries: Tries
    count: Count = NOTHING
    place: int = 0
    kept: int = 0


@dataclass(frozen=True)
class QuotaSettings(Settings):
    targets: tuple[str, ...] = names("Targets", ("left", "middle", "right"), are_targets=True)
    each: int = whole_number("Makes on each", 1, 200, 5)
    order: str = choice("Order", {IN_ORDER: "one target after the other", FREE: "as you like"}, IN_ORDER)
    attempts_limit: int | None = attempts_at_most()
    seconds_limit: int | None = seconds_at_most()


@dataclass(frozen=True, slots=True)
class QuotaDetail:
    format: Literal["quota"] = "quota"
    targets: tuple[TargetLine, ...] = ()


class Quota(Reaching[QuotaSettings, QuotaState]):
    """Settings: targets, makes on each, order, limits. Result: attempts and rate per target."""

    id = "quota"
    title = "Quota"
    summary = "So many makes on each target, in as many attempts as it takes."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    metrics = (
        Metric("kept", "makes kept", "up", "makes kept", "make kept"),
        Metric("attempts_to_goal", "attempts to the quota", "down", "attempts", "attempt", missing="quota not full"),
    )
    settings_type = QuotaSettings
    detail_type = QuotaDetail

    def start(self) -> QuotaState:
        return QuotaState(no_tries(self.settings.targets))

    def takes(self, state: QuotaState, press: Event, active_ms: int) -> bool:
        if press.kind != ZONE:
            return True
        return self.settings.order == FREE and press.text in self.settings.targets

    def step(self, state: QuotaState, press: Event, active_ms: int) -> QuotaState:
        count = state.count.after(counted_as(press))
        if press.kind == LET:
            return replace(state, count=count)
        is_made, each = is_hit(press), self.settings.each
        place = state.place
        if press.kind == ZONE:
            place = self.settings.targets.index(press.text)
        if press.kind == MISS and self.settings.order == FREE:
            # Nobody said which target was missed, so it is a miss of the run and of none of them.
            return replace(state, count=count)
        kept = state.kept + (is_made and state.tries[place][1] < each)
        tries = after_try(state.tries, place, is_made=is_made)
        if tries[place][1] >= each:
            place = next((at for at, (_, makes) in enumerate(tries) if makes < each), place)
        return QuotaState(tries, count, place, kept)

    def is_reached(self, state: QuotaState) -> bool:
        return state.kept >= self.settings.each * len(state.tries)

    def reading(self, state: QuotaState, active_ms: int) -> Reading:
        names, each = self.settings.targets, self.settings.each
        left = each - state.tries[state.place][1]
        is_free = self.settings.order == FREE
        still_open = [name for name, (_, makes) in zip(names, state.tries, strict=True) if makes < each]
        full = [at for at, (_, makes) in enumerate(state.tries) if makes >= each]
        words = [f"{min(makes, each)} of {each}" for _, makes in state.tries]
        wanted = each * len(names)
        return Reading(
            number=state.kept,
            number_label="make kept" if state.kept == 1 else "makes kept",
            out_of=wanted,
            next="Play on, in any order" if is_free else f"{left} more here",
            to_goal=wanted - state.kept,
            time_left_ms=time_left_ms(self.settings, active_ms),
            target=names[state.place],
            then=next((name for name in still_open if name != names[state.place]), None),
            face=TARGETS if is_free else HALVES,
            pads=target_pads(names, beside=words, done=full, out_word="Missed") if is_free else (),
            metrics={"kept": state.kept, "attempts_to_goal": self.taken(state)},
            detail=QuotaDetail(targets=hit_lines(names, state.tries) if is_free else target_lines(names, state.tries)),
        )

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        return by_target(tally.detail.targets)

    def goal_words(self) -> str:
        words = f"{self.settings.each} on each of {quantity(len(self.settings.targets), 'target')}"
        return (words if self.settings.order == IN_ORDER else f"{words}, any order") + limit_words(self.settings)
