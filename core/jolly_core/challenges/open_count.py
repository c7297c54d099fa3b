"""Open count: makes and misses, for as long as you like; for counting without a plan."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.contract import MOST_BOXES, Attempts, Metric, Pace, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import (
    ATTEMPTS_LIMIT,
    MAKES,
    MISSES,
    SECONDS_LIMIT,
    Counted,
    time_left_ms,
)
from jolly_core.challenges.events import Event
from jolly_core.challenges.settings import Settings
from jolly_core.stats.proportions import wilson_interval
from jolly_core.words import counted

#: What a run without an end is planned with. Common practice, no source.
USUAL_ATTEMPTS = 50


@dataclass(frozen=True, slots=True)
class OpenState:
    count: Count = NOTHING


class OpenCount(Counted[OpenState]):
    """Settings: limits, if any. Result: makes, rate, best streak."""

    id = "open_count"
    title = "Open count"
    game = "Count makes and misses until you stop."
    declared = (ATTEMPTS_LIMIT, SECONDS_LIMIT)
    metrics = (
        Metric("makes", "makes", "up", "makes"),
        Metric("rate", "rate", "up", "%"),
        Metric("best_streak", "best streak", "up", "in a row"),
    )
    totals = (MAKES, MISSES)

    def start(self, settings: Settings) -> OpenState:
        return OpenState()

    def step(self, settings: Settings, state: OpenState, press: Event, active_ms: int) -> OpenState:
        return OpenState(state.count.after(press.kind))

    def read(self, settings: Settings, state: OpenState, active_ms: int) -> Reading:
        count = state.count
        row = f"{count.streak} in a row" if count.streak > 1 else "Count on"
        interval = wilson_interval(count.makes, count.attempts) if count.attempts else None
        return Reading(
            number=count.makes,
            number_label=f"of {counted(count.attempts, 'try', 'tries')}",
            out_of=None,
            next=row,
            to_goal=None,
            time_left_ms=time_left_ms(settings, active_ms),
            metrics={
                "makes": count.makes,
                "rate": round(100 * count.makes / count.attempts, 1) if count.attempts else None,
                "best_streak": count.best_streak,
            },
            detail={"interval": [round(end, 4) for end in interval] if interval else None},
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        most = settings["attempts_limit"]
        usual = USUAL_ATTEMPTS if most is None else most
        return Attempts(usual / 2 if most is None else most, usual, usual * 2 if most is None else most)

    def sheet(self, settings: Settings) -> Sheet:
        return Sheet("Tick each make, cross each miss.", MOST_BOXES, "try")

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ("best_streak",)

    def highest_mark(self, settings: Settings, metric_id: str) -> int:
        return 100 if metric_id == "rate" else 10_000

    def goal_words(self, settings: Settings) -> str:
        if settings["attempts_limit"] is not None:
            return f"count {counted(settings['attempts_limit'], 'try', 'tries')}"
        return "count until you stop"
