"""Capped attempts: a hard skill, landed or not; the run closes at the cap, breakthrough or no."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.contract import ATTEMPTS, Attempts, Metric, Pace, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import Event
from jolly_core.challenges.settings import OfTheRun, Settings, WholeNumber
from jolly_core.errors import CoreError
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.words import counted


@dataclass(frozen=True, slots=True)
class CappedState:
    count: Count = NOTHING


class CappedAttempts(Counted[CappedState]):
    """Settings: cap a day, days a week; what the record has used of them. Result: landed of tried, dose left.

    Five to seven tries of a hard skill a day are common practice, no source.
    """

    id = "capped_attempts"
    title = "Capped attempts"
    game = "A hard skill, landed or not. It closes at the cap, whatever happened."
    make_word = "Landed"
    miss_word = "Not landed"
    declared = (
        WholeNumber("cap", "Tries a day", 1, 50, 6),
        WholeNumber("days", "Days a week", 1, 7, 4),
        OfTheRun("tried", "Tried today before", 0, 10_000, None),
    )
    metrics = (
        Metric("landed", "landed", "up", "landed"),
        Metric("landed_rate", "share landed", "up", "%"),
        Metric("tried", "tried", "up", "tries"),
    )
    totals = (WholeNumber("landed", "Landed", 0, 50, 0), WholeNumber("tried", "Tried", 0, 50, 0))

    def dose_terms(self, settings: Settings) -> Mapping[str, Any]:
        return {"per_day": settings["cap"], "days_a_week": settings["days"], "is_capped": True}

    def from_record(self, settings: Settings, dose: Mapping[str, int]) -> dict[str, Any]:
        cap, days = settings["cap"], settings["days"]
        if dose["tried_today"] >= cap:
            message = f"The {counted(cap, 'try', 'tries')} of today are done, landed or not. Rest is part of it."
            raise CoreError.one("dose_used_up", message, "cap", value=dose["tried_today"])
        if not dose["tried_today"] and dose["days_before"] >= days:
            message = (
                f"Tried on {counted(dose['days_before'], 'day')} of the last seven; {days} is the dose. Rest today."
            )
            raise CoreError.one("dose_used_up", message, "days", value=dose["days_before"])
        return {**settings, "tried": dose["tried_today"]}

    def start(self, settings: Settings) -> CappedState:
        return CappedState()

    def step(self, settings: Settings, state: CappedState, press: Event, active_ms: int) -> CappedState:
        return CappedState(state.count.after(press.kind))

    def ending(self, settings: Settings, state: CappedState, active_ms: int) -> str | None:
        return ATTEMPTS if state.count.attempts >= _cap(settings) else None

    def read(self, settings: Settings, state: CappedState, active_ms: int) -> Reading:
        count, left = state.count, _cap(settings) - state.count.attempts
        return Reading(
            number=left,
            number_label="tries left today",
            out_of=settings["cap"],
            next="One at a time, rest between" if left > 1 else "The last one for today",
            to_goal=left,
            metrics={
                "landed": count.makes,
                "landed_rate": round(100 * count.makes / count.attempts, 1) if count.attempts else None,
                "tried": count.attempts,
            },
            detail={"left": left, "before": settings["tried"] or 0, "closing": _closing(count.makes, left)},
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return Attempts(_cap(settings), _cap(settings), _cap(settings))

    def sheet(self, settings: Settings) -> Sheet:
        rule = f"At most {counted(settings['cap'], 'try', 'tries')}: tick what landed, cross what did not, then stop."
        return Sheet(rule, settings["cap"], "try")

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> CappedState:
        landed, tried = totals["landed"], totals["tried"]
        if landed > tried or tried > settings["cap"]:
            message = f"{landed} landed of {tried}, at most {settings['cap']}: that cannot be; count again."
            raise CoreError.one("out_of_reach", message, "landed", value=landed, allowed=f"<= {tried}")
        return CappedState(Count(landed, tried - landed))

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ()

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        return chance_of_at_least(round(mark), _cap(settings), pace.rate) if metric_id == "landed" else None

    def highest_mark(self, settings: Settings, metric_id: str) -> int:
        return 100 if metric_id == "landed_rate" else int(settings["cap"])

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        closing = tally["detail"].get("closing")
        return (closing,) if closing else ()

    def goal_words(self, settings: Settings) -> str:
        return f"{counted(settings['cap'], 'try', 'tries')} a day, {counted(settings['days'], 'day')} a week"


def _cap(settings: Settings) -> int:
    """What is left of the cap for this run."""
    return max(0, int(settings["cap"]) - int(settings["tried"] or 0))


def _closing(landed: int, left: int) -> str:
    """What is said when the cap is reached; empty before."""
    if left > 0:
        return ""
    if landed:
        return f"That is it for today, and {landed} landed. Stop while it is good; it grows in the rest."
    return "That is it for today. Nothing landed, and every try still taught you; it grows in the rest."
