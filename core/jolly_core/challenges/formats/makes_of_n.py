"""Makes of n: how many of n attempts are made."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count, rate_interval, share_of
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.challenges.tally import ATTEMPTS, AnyTally, Ending, Reading
from jolly_core.errors import CoreError
from jolly_core.words import quantity


@dataclass(frozen=True, slots=True)
class MakesState:
    count: Count = NOTHING


@dataclass(frozen=True)
class MakesOfNSettings(Settings):
    attempts: int = whole_number("Attempts", 1, 1000, 10)
    goal: int | None = whole_number("Makes to reach", 1, 1000, None)

    def check(self) -> None:
        if self.goal is not None and self.goal > self.attempts:
            raise CoreError.one(
                "out_of_reach",
                f"{self.goal} makes cannot come from {self.attempts} attempts; lower the goal.",
                "goal",
                value=self.goal,
                allowed=f"<= {self.attempts}",
            )


@dataclass(frozen=True, slots=True)
class MakesOfNDetail:
    format: Literal["makes_of_n"] = "makes_of_n"
    #: The true rates that the makes fit 19 times in 20; None without an attempt.
    interval: tuple[float, float] | None = None


class MakesOfN(Counted[MakesOfNSettings, MakesState]):
    """Settings: attempts, goal. Result: makes, and the rate with its interval. All attempts are played."""

    id = "makes_of_n"
    title = "Makes of n"
    summary = "A set number of attempts: how many are made?"
    metrics = (
        Metric("makes", "makes", "up", "makes", "make"),
        # A share of fewer attempts than were asked for is not the same test.
        Metric("rate", "share made", "up", "%", needs_whole=True),
        Metric("best_streak", "best streak", "up", "in a row"),
    )
    settings_type = MakesOfNSettings
    detail_type = MakesOfNDetail

    def start(self) -> MakesState:
        return MakesState()

    def step(self, state: MakesState, press: Event, active_ms: int) -> MakesState:
        return MakesState(state.count.after(press.kind))

    def ending(self, state: MakesState) -> Ending | None:
        return ATTEMPTS if state.count.attempts >= self.settings.attempts else None

    def reading(self, state: MakesState, active_ms: int) -> Reading:
        count, attempts, goal = state.count, self.settings.attempts, self.settings.goal
        left = attempts - count.attempts
        return Reading(
            number=count.makes,
            number_label="made",
            out_of=attempts,
            next=_next(left, goal, count.makes),
            to_goal=None if goal is None else max(0, goal - count.makes),
            metrics={
                "makes": count.makes,
                "rate": share_of(count.makes, attempts),
                "best_streak": count.best_streak,
            },
            in_hand={"best_streak": count.streak},
            detail=MakesOfNDetail(interval=rate_interval(count.makes, count.attempts)),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        made = f"{tally.makes} of {tally.attempts} made"
        return f"of {quantity(tally.attempts, 'attempt')}" if metric_id == "makes" else made

    def goal_words(self) -> str:
        if self.settings.goal is None:
            return f"out of {self.settings.attempts}"
        return f"{self.settings.goal} of {self.settings.attempts}"


def _next(left: int, goal: int | None, makes: int) -> str:
    if goal is None:
        return f"{left} left"
    wanted = goal - makes
    if wanted <= 0:
        return f"Goal reached, {left} left"
    if wanted > left:
        return f"{left} left, play on"
    return f"{wanted} more of {left}"
