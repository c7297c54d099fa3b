"""Open count: makes and misses, for as long as you like; for counting without a plan."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil
from typing import Any

from jolly_core.challenges.contract import MOST_BOXES, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import (
    ATTEMPTS_LIMIT,
    MAKES,
    MISSES,
    SECONDS_LIMIT,
    Counted,
    has_limit,
    limit_words,
    most_attempts,
    time_left_ms,
)
from jolly_core.challenges.events import Event
from jolly_core.challenges.foretelling import Attempts, Pace, between, exactly
from jolly_core.challenges.makes_of_n import makes_for, share_of
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.stats.proportions import wilson_interval
from jolly_core.streaks.chance import LONGEST_GOAL, chance_of_streak
from jolly_core.words import counted, tries

#: What a run without an end is planned with. Common practice, no source.
USUAL_ATTEMPTS = 50
#: What is asked of a count without an end, and the most that can be.
SOME, MOST_TRIES = 10, 10_000


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
        Metric("makes", "makes", "up", "makes", "make"),
        # Whoever may stop when they like could stop while it is high.
        Metric("rate", "share made", "up", "%", needs_whole=True),
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
                "rate": share_of(count.makes, count.attempts),
                "best_streak": count.best_streak,
            },
            in_hand={"best_streak": count.streak},
            detail={"interval": [round(end, 4) for end in interval] if interval else None},
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        most = settings["attempts_limit"]
        return between(USUAL_ATTEMPTS / 2, USUAL_ATTEMPTS, USUAL_ATTEMPTS * 2) if most is None else exactly(most)

    def sheet(self, settings: Settings) -> Sheet:
        return Sheet("Tick each make, cross each miss.", MOST_BOXES, "try")

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ("best_streak",)

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        attempts = most_attempts(settings, pace, within_s)
        if metric_id == "rate":
            return chance_of_at_least(makes_for(mark, attempts), attempts, pace.rate) if has_limit(settings) else None
        wanted = ceil(mark)
        if metric_id == "makes" or wanted <= 0:
            return chance_of_at_least(wanted, attempts, pace.rate)
        return chance_of_streak(pace.rate, wanted, attempts) if wanted <= min(attempts, LONGEST_GOAL) else 0.0

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        if metric_id == "rate":
            # A count without an end of its own has no rate that could be asked for.
            return 0, 100 if has_limit(settings) else 0
        return 0, settings["attempts_limit"] or MOST_TRIES

    def first_mark(self, settings: Settings, metric_id: str) -> float | None:
        return None if has_limit(settings) else SOME

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        if not tally["attempts"]:
            return ""
        made = "" if metric_id == "makes" else f"{tally['makes']} "
        return f"{made}of {tries(tally['attempts'])}, {round(100 * tally['makes'] / tally['attempts'])} %"

    def goal_words(self, settings: Settings) -> str:
        words = limit_words(settings)
        return f"count{words}" if words else "count until you stop"
