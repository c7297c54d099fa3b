"""Capped attempts: a hard skill, landed or not; the run closes at the cap, breakthrough or no."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count, share_of
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, of_the_run, whole_number
from jolly_core.challenges.signs import Closing
from jolly_core.challenges.tally import ATTEMPTS, AnyTally, Ending, Reading
from jolly_core.words import quantity


@dataclass(frozen=True, slots=True)
class CappedState:
    count: Count = NOTHING


@dataclass(frozen=True)
class CappedAttemptsSettings(Settings):
    cap: int = whole_number("Tries a day", 1, 50, 6)
    days: int = whole_number("Days a week", 1, 7, 4)
    tried: int | None = of_the_run("Tried today before", 0, 10_000)

    @property
    def left(self) -> int:
        """What is left of the cap for this run."""
        return max(0, self.cap - (self.tried or 0))


@dataclass(frozen=True, slots=True)
class CappedAttemptsDetail:
    format: Literal["capped_attempts"] = "capped_attempts"
    #: Tries that are left today, and those before this run.
    left: int = 0
    before: int = 0


class CappedAttempts(Counted[CappedAttemptsSettings, CappedState]):
    """Settings: cap a day, days a week; what the record has used of them. Result: landed of tried, dose left.

    Five to seven tries of a hard skill a day are common practice, no source."""

    id = "capped_attempts"
    title = "Capped attempts"
    summary = "A hard skill, landed or not. It closes at the cap, whatever happened."
    make_word = "Landed"
    miss_word = "Not landed"
    metrics = (
        Metric("landed", "landed", "up", "landed"),
        Metric("landed_rate", "share landed", "up", "%", needs_whole=True),
        Metric("tried", "tried", "up", "tries", "try"),
    )
    settings_type = CappedAttemptsSettings
    detail_type = CappedAttemptsDetail

    def start(self) -> CappedState:
        return CappedState()

    def step(self, state: CappedState, press: Event, active_ms: int) -> CappedState:
        return CappedState(state.count.after(press.kind))

    def ending(self, state: CappedState) -> Ending | None:
        return ATTEMPTS if state.count.attempts >= self.settings.left else None

    def reading(self, state: CappedState, active_ms: int) -> Reading:
        count, left = state.count, self.settings.left - state.count.attempts
        return Reading(
            number=left,
            number_label="try left today" if left == 1 else "tries left today",
            out_of=self.settings.cap,
            next="One at a time, rest between" if left > 1 else "The last one for today",
            to_goal=left,
            metrics={
                "landed": count.makes,
                "landed_rate": share_of(count.makes, count.attempts),
                "tried": count.attempts,
            },
            signs=() if left > 0 else (Closing(words=closing_words(count.makes)),),
            detail=CappedAttemptsDetail(left=left, before=self.settings.tried or 0),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        tried = f"of {tally.attempts} tried"
        return tried if metric_id == "landed" else f"{tally.makes} {tried} landed"

    def goal_words(self) -> str:
        return f"{quantity(self.settings.cap, 'try', 'tries')} a day, {quantity(self.settings.days, 'day')} a week"


def closing_words(landed: int) -> str:
    """What is said when the cap is reached."""
    if landed:
        return f"That is it for today, and {landed} landed. Stop while it is good; it grows in the rest."
    return "That is it for today. Nothing landed, and every try still taught you; it grows in the rest."
