"""Capped attempts: a hard skill, landed or not; the run closes at the cap, breakthrough or no."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil
from typing import Any

from jolly_core.challenges.contract import ATTEMPTS, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import Event
from jolly_core.challenges.foretelling import Attempts, Pace, exactly
from jolly_core.challenges.makes_of_n import makes_for, share_of
from jolly_core.challenges.metric import Metric
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
    prior = Pace(attempt_ms=60_000, rate=0.3)
    metrics = (
        Metric("landed", "landed", "up", "landed"),
        Metric("landed_rate", "share landed", "up", "%", needs_whole=True),
        Metric("tried", "tried", "up", "tries", "try"),
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

    def ending(self, settings: Settings, state: CappedState) -> str | None:
        return ATTEMPTS if state.count.attempts >= _cap(settings) else None

    def read(self, settings: Settings, state: CappedState, active_ms: int) -> Reading:
        count, left = state.count, _cap(settings) - state.count.attempts
        return Reading(
            number=left,
            number_label="try left today" if left == 1 else "tries left today",
            out_of=settings["cap"],
            next="One at a time, rest between" if left > 1 else "The last one for today",
            to_goal=left,
            metrics={
                "landed": count.makes,
                "landed_rate": share_of(count.makes, count.attempts),
                "tried": count.attempts,
            },
            detail={"left": left, "before": settings["tried"] or 0, "closing": _closing(count.makes, left)},
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return exactly(_cap(settings))

    def sheet(self, settings: Settings) -> Sheet:
        rule = f"At most {counted(settings['cap'], 'try', 'tries')}: tick what landed, cross what did not, then stop."
        return Sheet(rule, settings["cap"], "try")

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> CappedState:
        landed, tried = totals["landed"], totals["tried"]
        if landed > tried or tried > settings["cap"]:
            message = f"Landed {landed} of {tried}, at most {settings['cap']}: that cannot be; count again."
            raise CoreError.one("out_of_reach", message, "landed", value=landed, allowed=f"<= {tried}")
        return CappedState(Count(landed, tried - landed))

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ()

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        cap = _cap(settings)
        if metric_id == "tried":
            return float(mark <= cap)
        wanted = makes_for(mark, cap) if metric_id == "landed_rate" else ceil(mark)
        return chance_of_at_least(wanted, cap, pace.rate)

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        return 0, 100 if metric_id == "landed_rate" else settings["cap"]

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        tried = f"of {tally['attempts']} tried"
        return tried if metric_id == "landed" else f"{tally['makes']} {tried} landed"

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
