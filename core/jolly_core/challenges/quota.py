"""Quota: as many attempts as it takes for so many makes on each of several targets, in order or free."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
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
from jolly_core.challenges.events import LET, MISS, ZONE, Event
from jolly_core.challenges.foretelling import Pace
from jolly_core.challenges.lessons import is_enough, weakest
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Choice, Names, Settings, WholeNumber
from jolly_core.challenges.targets import Tries, after_try, no_tries, rates_of, target_pads, tried_rows
from jolly_core.stats.chain import WON
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import Wait, one_after_the_other
from jolly_core.words import counted, sentence

IN_ORDER, FREE = "in_order", "free"


@dataclass(frozen=True, slots=True)
class QuotaState:
    """``place`` is the target in hand, ``kept`` the makes that were still wanted."""

    tries: Tries
    count: Count = NOTHING
    place: int = 0
    kept: int = 0


class Quota(Reaching[QuotaState]):
    """Settings: targets, makes on each, order, limits. Result: attempts and rate per target."""

    id = "quota"
    title = "Quota"
    game = "So many makes on each target, in as many attempts as it takes."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    declared = (
        Names("targets", "Targets", ("left", "middle", "right"), are_targets=True),
        WholeNumber("each", "Makes on each", 1, 200, 5),
        Choice("order", "Order", (IN_ORDER, FREE), ("one target after the other", "as you like"), IN_ORDER),
        ATTEMPTS_LIMIT,
        SECONDS_LIMIT,
    )
    prior = Pace(attempt_ms=10_000)
    metrics = (
        Metric("kept", "makes kept", "up", "makes kept", "make kept"),
        Metric("attempts_to_goal", "attempts to the quota", "down", "attempts", "attempt", missing="quota not full"),
    )
    totals = (WholeNumber("kept", "Makes kept", 0, 4800, 0), MAKES, MISSES)

    def start(self, settings: Settings) -> QuotaState:
        return QuotaState(no_tries(settings["targets"]))

    def takes(self, settings: Settings, state: QuotaState, press: Event, active_ms: int) -> bool:
        if press.kind != ZONE:
            return True
        return settings["order"] == FREE and press.text in settings["targets"]

    def step(self, settings: Settings, state: QuotaState, press: Event, active_ms: int) -> QuotaState:
        count = state.count.after(counted_as(press))
        if press.kind == LET:
            return replace(state, count=count)
        is_made, each = is_hit(press), settings["each"]
        place = state.place
        if press.kind == ZONE:
            place = settings["targets"].index(press.text)
        if press.kind == MISS and settings["order"] == FREE:
            # Nobody said which target was missed, so it is a miss of the run and of none of them.
            return replace(state, count=count)
        kept = state.kept + (is_made and state.tries[place][1] < each)
        tries = after_try(state.tries, place, is_made=is_made)
        if tries[place][1] >= each:
            place = next((at for at, (_, makes) in enumerate(tries) if makes < each), place)
        return QuotaState(tries, count, place, kept)

    def is_reached(self, settings: Settings, state: QuotaState) -> bool:
        return state.kept >= int(settings["each"]) * len(state.tries)

    def read(self, settings: Settings, state: QuotaState, active_ms: int) -> Reading:
        names, each = settings["targets"], settings["each"]
        left = each - state.tries[state.place][1]
        is_free = settings["order"] == FREE
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
            time_left_ms=time_left_ms(settings, active_ms),
            target=names[state.place],
            then=next((name for name in still_open if name != names[state.place]), None),
            pads=target_pads(names, beside=words, done=full, out_word="Missed") if is_free else (),
            metrics={"kept": state.kept, "attempts_to_goal": self.taken(settings, state)},
            detail={"targets": _hit_rows(names, state.tries) if is_free else tried_rows(names, state.tries)},
        )

    def wait(self, settings: Settings, rate: float) -> Wait:
        return wait_for_makes(settings["each"] * len(settings["targets"]), rate)

    def fewest(self, settings: Settings) -> int:
        return int(settings["each"]) * len(settings["targets"])

    def road(self, settings: Settings, metric_id: str, mark: int) -> Road | None:
        whole = self.fewest(settings)
        wanted = mark if metric_id == "kept" else whole

        def after(kept: int, is_made: bool) -> int | str:
            return WON if kept + is_made >= wanted else kept + is_made

        return Road(0, after) if wanted <= whole else NOWHERE

    def sheet(self, settings: Settings) -> Sheet:
        rule = f"Play {self.goal_words(settings)}: tick makes, cross misses, until each target has all."
        return Sheet(rule, min(MOST_BOXES, 2 * settings["each"] * len(settings["targets"])), "try")

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        whole = self.fewest(settings)
        if metric_id == self.reaching:
            return super().span(settings, metric_id)
        return (0 if has_limit(settings) else whole), whole

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        rows = [row for row in tally["detail"].get("targets") or [] if row.get("attempts")]
        if len(rows) < len(settings["targets"]) or not is_enough(tally):
            return ()
        wait = one_after_the_other([wait_for_makes(settings["each"], rate) for rate in rates_of(rows)])
        again = (
            f"At these rates the quota takes about {round(wait.mean)} attempts, "
            f"19 times in 20 no more than {round(wait.within(0.95))}."
        )
        dearest = weakest(rows)
        if dearest is None:
            return (again,)
        return (
            f"{sentence(dearest['name'])} took most: {counted(dearest['attempts'], 'attempt')} "
            f"for {counted(dearest['makes'], 'make')}, more than luck would have it.",
            again,
        )

    def goal_words(self, settings: Settings) -> str:
        words = f"{settings['each']} on each of {counted(len(settings['targets']), 'target')}"
        return (words if settings["order"] == IN_ORDER else f"{words}, any order") + limit_words(settings)


def _hit_rows(names: Sequence[str], tries: Tries) -> list[dict[str, Any]]:
    """The makes at each target, where it is not known which were missed."""
    return [{"name": name, "hits": makes} for name, (_, makes) in zip(names, tries, strict=True)]
