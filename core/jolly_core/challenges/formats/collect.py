"""Collect: every target at least once, in any order."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

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
from jolly_core.challenges.events import LET, ZONE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, choice, names
from jolly_core.challenges.tally import TARGETS, Reading
from jolly_core.challenges.targets import TargetLine, put_at, target_pads
from jolly_core.words import quantity

AIMED, CHANCE = "aimed", "chance"


@dataclass(frozen=True, slots=True)
class CollectState:
    """How often each target was hit, and how many were hit at all."""

    hits: tuple[int, ...]
    count: Count = NOTHING
    collected: int = 0
    #: What the last try was, in words.
    last: str = ""


@dataclass(frozen=True)
class CollectSettings(Settings):
    targets: tuple[str, ...] = names("Targets", ("left", "middle", "right", "deep"), low=2, are_targets=True)
    by: str = choice("A target is hit", {AIMED: "because you aim at it", CHANCE: "as it comes, one as likely"}, AIMED)
    attempts_limit: int | None = attempts_at_most()
    seconds_limit: int | None = seconds_at_most()


@dataclass(frozen=True, slots=True)
class CollectDetail:
    format: Literal["collect"] = "collect"
    targets: tuple[TargetLine, ...] = ()
    left: tuple[str, ...] = ()


class Collect(Reaching[CollectSettings, CollectState]):
    """Settings: targets, how a target is chosen, limits. Result: attempts, and what is left."""

    id = "collect"
    title = "Collect"
    summary = "Hit every target at least once, in any order."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    metrics = (
        Metric("collected", "targets collected", "up", "targets", "target"),
        Metric("attempts_to_goal", "attempts to have all", "down", "attempts", "attempt", missing="not all collected"),
    )
    settings_type = CollectSettings
    detail_type = CollectDetail

    def start(self) -> CollectState:
        return CollectState((0,) * len(self.settings.targets))

    def takes(self, state: CollectState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or press.text in self.settings.targets

    def step(self, state: CollectState, press: Event, active_ms: int) -> CollectState:
        count = state.count.after(counted_as(press))
        if press.kind == LET or not is_hit(press):
            return replace(state, count=count, last="" if press.kind == LET else "missed")
        # A make that names no target is the first one that is still wanted: a clicker has two buttons.
        place = self.settings.targets.index(press.text) if press.kind == ZONE else state.hits.index(0)
        collected = state.collected + (state.hits[place] == 0)
        last = f"hit {self.settings.targets[place]}" + (" again" if state.hits[place] else "")
        return CollectState(put_at(state.hits, place, state.hits[place] + 1), count, collected, last)

    def is_reached(self, state: CollectState) -> bool:
        return state.collected == len(state.hits)

    def reading(self, state: CollectState, active_ms: int) -> Reading:
        names = self.settings.targets
        left = [name for name, hits in zip(names, state.hits, strict=True) if not hits]
        done = [place for place, hits in enumerate(state.hits) if hits]
        return Reading(
            number=state.collected,
            number_label="collected",
            out_of=len(names),
            next=", ".join(filter(None, [state.last, f"{quantity(len(left), 'target')} to go"])),
            to_goal=len(left),
            time_left_ms=time_left_ms(self.settings, active_ms),
            # A make that names none is counted for this one.
            target=left[0] if left else None,
            then=left[1] if len(left) > 1 else None,
            face=TARGETS,
            pads=target_pads(names, beside=["hit" if hits else "" for hits in state.hits], done=done),
            metrics={"collected": state.collected, "attempts_to_goal": self.taken(state)},
            detail=CollectDetail(
                targets=tuple(TargetLine(name, None, hits) for name, hits in zip(names, state.hits, strict=True)),
                left=tuple(left),
            ),
        )

    def goal_words(self) -> str:
        return f"all {len(self.settings.targets)} targets, any order{limit_words(self.settings)}"
