"""Against time: so many makes, in a row or not, as fast as can be; the best time is what is kept."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted, attempts_at_most, limit_words, seconds_at_most, time_left_ms
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, choice, whole_number
from jolly_core.challenges.tally import GOAL, AnyTally, Ending, Reading
from jolly_core.words import quantity, tries

NOTHING_LOST, RESETS = "nothing_lost", "resets"


@dataclass(frozen=True, slots=True)
class AgainstTimeState:
    """``made`` counts towards the goal, ``furthest`` is the most that was; ``done_ms`` is when it was reached."""

    count: Count = NOTHING
    made: int = 0
    furthest: int = 0
    done_ms: int | None = None


@dataclass(frozen=True)
class AgainstTimeSettings(Settings):
    makes: int = whole_number("Makes", 1, 1000, 20)
    on_miss: str = choice("A miss", {RESETS: "starts again from nothing", NOTHING_LOST: "costs its time alone"}, RESETS)
    attempts_limit: int | None = attempts_at_most()
    seconds_limit: int | None = seconds_at_most()


@dataclass(frozen=True, slots=True)
class AgainstTimeDetail:
    format: Literal["against_time"] = "against_time"


class AgainstTime(Counted[AgainstTimeSettings, AgainstTimeState]):
    """Settings: makes, what a miss does, limits. Result: the time to the goal, and how far it went."""

    id = "against_time"
    title = "Against time"
    summary = "So many makes as fast as you can: the clock stops with the last one."
    metrics = (
        Metric("seconds", "time to the goal", "down", "s", missing="goal not reached"),
        Metric("reached", "most that counted", "up", "makes", "make"),
    )
    settings_type = AgainstTimeSettings
    detail_type = AgainstTimeDetail

    def start(self) -> AgainstTimeState:
        return AgainstTimeState()

    def step(self, state: AgainstTimeState, press: Event, active_ms: int) -> AgainstTimeState:
        count = state.count.after(press.kind)
        if press.kind == LET:
            return AgainstTimeState(count, state.made, state.furthest)
        if press.kind != MAKE:
            kept = state.made if self.settings.on_miss == NOTHING_LOST else 0
            return AgainstTimeState(count, kept, state.furthest)
        made = state.made + 1
        return AgainstTimeState(
            count, made, max(made, state.furthest), active_ms if made >= self.settings.makes else None
        )

    def ending(self, state: AgainstTimeState) -> Ending | None:
        return super().ending(state) if state.done_ms is None else GOAL

    def reading(self, state: AgainstTimeState, active_ms: int) -> Reading:
        wanted = self.settings.makes
        left = wanted - state.made
        is_row = self.settings.on_miss == RESETS
        return Reading(
            number=state.made,
            number_label="in a row" if is_row else "made",
            out_of=wanted,
            next=f"{left} more, fast" if state.made else f"{wanted} in a row, fast" if is_row else f"{wanted}, fast",
            to_goal=left,
            time_left_ms=time_left_ms(self.settings, active_ms),
            metrics={
                # To the tenth of a second: a thumb is no quicker.
                "seconds": None if state.done_ms is None else round(state.done_ms / 1000, 1),
                "reached": state.furthest,
            },
            in_hand={"reached": state.made},
            detail=AgainstTimeDetail(),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        return f"in {tries(tally.attempts)}"

    def goal_words(self) -> str:
        row = " in a row" if self.settings.on_miss == RESETS else ""
        return f"{quantity(self.settings.makes, 'make')}{row} against time{limit_words(self.settings)}"
