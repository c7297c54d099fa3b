"""Makes of n: so many attempts, how many are made."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil, floor
from typing import Any

from jolly_core.challenges.contract import ATTEMPTS, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import Event
from jolly_core.challenges.foretelling import Attempts, Pace, exactly
from jolly_core.challenges.lessons import ENOUGH_AT_ONE
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, WholeNumber
from jolly_core.errors import CoreError
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.stats.proportions import wilson_interval
from jolly_core.streaks.chance import chance_of_streak
from jolly_core.words import counted


@dataclass(frozen=True, slots=True)
class MakesState:
    count: Count = NOTHING


class MakesOfN(Counted[MakesState]):
    """Settings: attempts, goal. Result: makes, and the rate with its interval. All attempts are played."""

    id = "makes_of_n"
    title = "Makes of n"
    game = "A set number of attempts: how many are made?"
    declared = (
        WholeNumber("attempts", "Attempts", 1, 1000, 10),
        WholeNumber("goal", "Makes to reach", 1, 1000, None),
    )
    prior = Pace(attempt_ms=12_000)
    metrics = (
        Metric("makes", "makes", "up", "makes", "make"),
        # A share of fewer attempts than were asked for is not the same test.
        Metric("rate", "share made", "up", "%", needs_whole=True),
        Metric("best_streak", "best streak", "up", "in a row"),
    )
    totals = (WholeNumber("makes", "Makes", 0, 1000, 0),)

    def read_settings(self, given: Mapping[str, object]) -> dict[str, Any]:
        read = super().read_settings(given)
        if read["goal"] is not None and read["goal"] > read["attempts"]:
            raise CoreError.one(
                "out_of_reach",
                f"{read['goal']} makes cannot come from {read['attempts']} attempts; lower the goal.",
                "goal",
                value=read["goal"],
                allowed=f"<= {read['attempts']}",
            )
        return read

    def start(self, settings: Settings) -> MakesState:
        return MakesState()

    def step(self, settings: Settings, state: MakesState, press: Event, active_ms: int) -> MakesState:
        return MakesState(state.count.after(press.kind))

    def ending(self, settings: Settings, state: MakesState) -> str | None:
        return ATTEMPTS if state.count.attempts >= settings["attempts"] else None

    def read(self, settings: Settings, state: MakesState, active_ms: int) -> Reading:
        count, attempts, goal = state.count, settings["attempts"], settings["goal"]
        left = attempts - count.attempts
        interval = None
        if count.attempts:
            interval = [round(end, 4) for end in wilson_interval(count.makes, count.attempts)]
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
            detail={"attempts_left": left, "interval": interval, "goal": goal},
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return exactly(settings["attempts"])

    def sheet(self, settings: Settings) -> Sheet:
        rule = f"Play all {settings['attempts']}; tick a box for each make, leave it empty for a miss."
        return Sheet(rule, settings["attempts"], "make")

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ("best_streak",)

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> MakesState:
        attempts, makes = settings["attempts"], totals["makes"]
        if makes > attempts:
            raise CoreError.one(
                "out_of_reach",
                f"{makes} makes cannot come from {attempts} attempts; count the ticks again.",
                "makes",
                value=makes,
                allowed=f"<= {attempts}",
            )
        return MakesState(Count(makes, attempts - makes))

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        attempts = settings["attempts"]
        if mark <= 0:
            return 1.0
        if metric_id == "best_streak":
            return chance_of_streak(pace.rate, ceil(mark), attempts) if mark <= attempts else 0.0
        return chance_of_at_least(makes_for(mark, attempts) if metric_id == "rate" else ceil(mark), attempts, pace.rate)

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        return 0, 100 if metric_id == "rate" else settings["attempts"]

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        made = f"{tally['makes']} of {tally['attempts']} made"
        return f"of {counted(tally['attempts'], 'attempt')}" if metric_id == "makes" else made

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        interval = tally["detail"]["interval"]
        if interval is None or tally["attempts"] < ENOUGH_AT_ONE:
            return ()
        low, high = (round(100 * end) for end in interval)
        return (
            f"Making {tally['makes']} of {tally['attempts']} fits a true rate anywhere from {low} to {high} % "
            "(19 times in 20): one run says less than it seems, several say more.",
        )

    def goal_words(self, settings: Settings) -> str:
        if settings["goal"] is None:
            return f"out of {settings['attempts']}"
        return f"{settings['goal']} of {settings['attempts']}"


def share_of(makes: int, attempts: int) -> float | None:
    """The share of makes in per cent, to one decimal; None without attempts."""
    return round(100 * makes / attempts, 1) if attempts else None


def makes_for(share: float, attempts: int) -> int:
    """The fewest makes of so many attempts whose share, as it is said, reaches ``share`` per cent.

    >>> makes_for(66.7, 3), makes_for(75, 10)
    (2, 8)
    """
    makes = max(0, floor(share * attempts / 100) - 1)
    while makes <= attempts and (share_of(makes, attempts) or 0.0) < share:
        makes += 1
    return makes


def _next(left: int, goal: int | None, makes: int) -> str:
    if goal is None:
        return f"{left} left"
    wanted = goal - makes
    if wanted <= 0:
        return f"Goal reached, {left} left"
    if wanted > left:
        return f"{left} left, play on"
    return f"{wanted} more of {left}"
