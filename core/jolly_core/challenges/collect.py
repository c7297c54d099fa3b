"""Collect: every target at least once, in any order."""

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
    counted_as,
    has_limit,
    is_hit,
    limit_words,
    time_left_ms,
)
from jolly_core.challenges.events import LET, ZONE, Event
from jolly_core.challenges.foretelling import Pace
from jolly_core.challenges.lessons import is_enough
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Choice, Names, Settings, WholeNumber
from jolly_core.challenges.targets import put_at, target_pads
from jolly_core.stats.chain import WON
from jolly_core.stats.collecting import wait_for_each
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import Wait
from jolly_core.words import counted

AIMED, CHANCE = "aimed", "chance"


@dataclass(frozen=True, slots=True)
class CollectState:
    """How often each target was hit, and how many were hit at all."""

    hits: tuple[int, ...]
    count: Count = NOTHING
    collected: int = 0


class Collect(Reaching[CollectState]):
    """Settings: targets, how a target is chosen, limits. Result: attempts, and what is left."""

    id = "collect"
    title = "Collect"
    game = "Hit every target at least once, in any order."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    declared = (
        Names("targets", "Targets", ("left", "middle", "right", "deep"), low=2, are_targets=True),
        Choice(
            "by", "A target is hit", (AIMED, CHANCE), ("because you aim at it", "as it comes, one as likely"), AIMED
        ),
        ATTEMPTS_LIMIT,
        SECONDS_LIMIT,
    )
    prior = Pace(attempt_ms=6000)
    metrics = (
        Metric("collected", "targets collected", "up", "targets", "target"),
        Metric("attempts_to_goal", "attempts to have all", "down", "attempts", "attempt", missing="not all collected"),
    )
    totals = (WholeNumber("collected", "Targets collected", 0, 24, 0), MAKES, MISSES)

    def start(self, settings: Settings) -> CollectState:
        return CollectState((0,) * len(settings["targets"]))

    def takes(self, settings: Settings, state: CollectState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or press.text in settings["targets"]

    def step(self, settings: Settings, state: CollectState, press: Event, active_ms: int) -> CollectState:
        count = state.count.after(counted_as(press))
        if press.kind == LET or not is_hit(press):
            return replace(state, count=count)
        # A make that names no target is the first one that is still wanted: a clicker has two buttons.
        place = settings["targets"].index(press.text) if press.kind == ZONE else state.hits.index(0)
        collected = state.collected + (state.hits[place] == 0)
        return CollectState(put_at(state.hits, place, state.hits[place] + 1), count, collected)

    def is_reached(self, settings: Settings, state: CollectState) -> bool:
        return state.collected == len(state.hits)

    def read(self, settings: Settings, state: CollectState, active_ms: int) -> Reading:
        names = settings["targets"]
        left = [name for name, hits in zip(names, state.hits, strict=True) if not hits]
        done = [place for place, hits in enumerate(state.hits) if hits]
        return Reading(
            number=state.collected,
            number_label="collected",
            out_of=len(names),
            next=f"{counted(len(left), 'target')} to go",
            to_goal=len(left),
            time_left_ms=time_left_ms(settings, active_ms),
            target=left[0] if len(left) == 1 else None,
            pads=target_pads(names, beside=["hit" if hits else "" for hits in state.hits], done=done),
            metrics={"collected": state.collected, "attempts_to_goal": self.taken(settings, state)},
            detail={
                "left": left,
                "targets": [{"name": name, "hits": hits} for name, hits in zip(names, state.hits, strict=True)],
            },
        )

    def wait(self, settings: Settings, rate: float) -> Wait:
        """Aimed at, each target takes until its one make; as it comes, the last ones take longest."""
        many = len(settings["targets"])
        return wait_for_makes(many, rate) if settings["by"] == AIMED else wait_for_each(many, rate)

    def fewest(self, settings: Settings) -> int:
        return len(settings["targets"])

    def road(self, settings: Settings, metric_id: str, mark: int) -> Road | None:
        whole = len(settings["targets"])
        wanted = mark if metric_id == "collected" else whole

        def after(collected: int, is_made: bool) -> int | str:
            return WON if collected + is_made >= wanted else collected + is_made

        return Road(0, after) if wanted <= whole else NOWHERE

    def rate_at(self, settings: Settings, state: int, rate: float) -> float:
        many = len(settings["targets"])
        return rate if settings["by"] == AIMED else rate * (many - state) / many

    def sheet(self, settings: Settings) -> Sheet:
        rule = f"Play {self.goal_words(settings)}: write each target down as it is hit, cross each miss."
        return Sheet(rule, MOST_BOXES, "try")

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        whole = len(settings["targets"])
        if metric_id == self.reaching:
            return super().span(settings, metric_id)
        return (0 if has_limit(settings) else whole), whole

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        if not is_enough(tally) or not tally["makes"]:
            return ()
        rate = (tally["makes"] + 1) / (tally["attempts"] + 2)
        wait = self.wait(settings, rate)
        return (f"At your rate it takes about {round(wait.mean)} attempts on average to have all of them.",)

    def goal_words(self, settings: Settings) -> str:
        return f"all {len(settings['targets'])} targets, any order{limit_words(settings)}"
