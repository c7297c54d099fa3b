"""Open count: makes and misses, for as long as you like; for counting without a plan."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count, rate_interval, share_of
from jolly_core.challenges.counted import Counted, attempts_at_most, limit_words, seconds_at_most, time_left_ms
from jolly_core.challenges.events import Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings
from jolly_core.challenges.tally import AnyTally, Reading
from jolly_core.words import quantity, tries


@dataclass(frozen=True, slots=True)
class OpenState:
    count: Count = NOTHING


@dataclass(frozen=True)
class OpenCountSettings(Settings):
    attempts_limit: int | None = attempts_at_most()
    seconds_limit: int | None = seconds_at_most()


@dataclass(frozen=True, slots=True)
class OpenCountDetail:
    format: Literal["open_count"] = "open_count"
    #: The true rates that the makes fit 19 times in 20; None without an attempt.
    interval: tuple[float, float] | None = None


class OpenCount(Counted[OpenCountSettings, OpenState]):
    """Settings: limits, if any. Result: makes, rate, best streak."""

    id = "open_count"
    title = "Open count"
    summary = "Count makes and misses until you stop."
    metrics = (
        Metric("makes", "makes", "up", "makes", "make"),
        # A run that the athlete may stop at any time could be stopped while the rate is high.
        Metric("rate", "share made", "up", "%", needs_whole=True),
        Metric("best_streak", "best streak", "up", "in a row"),
    )
    settings_type = OpenCountSettings
    detail_type = OpenCountDetail

    def start(self) -> OpenState:
        return OpenState()

    def step(self, state: OpenState, press: Event, active_ms: int) -> OpenState:
        return OpenState(state.count.after(press.kind))

    def reading(self, state: OpenState, active_ms: int) -> Reading:
        count = state.count
        row = f"{count.streak} in a row" if count.streak > 1 else "Count on"
        return Reading(
            number=count.makes,
            number_label=f"of {quantity(count.attempts, 'try', 'tries')}",
            out_of=None,
            next=row,
            to_goal=None,
            time_left_ms=time_left_ms(self.settings, active_ms),
            metrics={
                "makes": count.makes,
                "rate": share_of(count.makes, count.attempts),
                "best_streak": count.best_streak,
            },
            in_hand={"best_streak": count.streak},
            detail=OpenCountDetail(interval=rate_interval(count.makes, count.attempts)),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        if not tally.attempts:
            return ""
        made = "" if metric_id == "makes" else f"{tally.makes} "
        return f"{made}of {tries(tally.attempts)}, {round(100 * tally.makes / tally.attempts)} %"

    def goal_words(self) -> str:
        words = limit_words(self.settings)
        return f"count{words}" if words else "count until you stop"
