"""Completions: a whole thing done so many times (a form, a song, clearing a table), counted in tries."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count, rate_interval
from jolly_core.challenges.counted import Reaching, attempts_at_most, limit_words, seconds_at_most, time_left_ms
from jolly_core.challenges.events import Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, text, whole_number
from jolly_core.challenges.tally import Reading
from jolly_core.words import quantity


@dataclass(frozen=True, slots=True)
class CompletionsState:
    count: Count = NOTHING


@dataclass(frozen=True)
class CompletionsSettings(Settings):
    goal: int = whole_number("Completions", 1, 100, 2)
    thing: str = text("What is done whole", 40, "", is_optional=True)
    attempts_limit: int | None = attempts_at_most()
    seconds_limit: int | None = seconds_at_most()


@dataclass(frozen=True, slots=True)
class CompletionsDetail:
    format: Literal["completions"] = "completions"
    #: The true rates that the completions fit 19 times in 20; None without a try.
    interval: tuple[float, float] | None = None


class Completions(Reaching[CompletionsSettings, CompletionsState]):
    """Settings: completions, what is done whole, limits. Result: completions, and the tries they took."""

    id = "completions"
    title = "Completions"
    summary = "The whole thing so many times, from beginning to end: in how many tries?"
    #: One try is many shots: its makes say nothing of the aim.
    is_aimed = False
    make_word = "Whole"
    miss_word = "Broke off"
    metrics = (
        Metric("completions", "completions", "up", "completions", "completion"),
        Metric("attempts_to_goal", "tries to the goal", "down", "tries", "try", missing="goal not reached"),
    )
    settings_type = CompletionsSettings
    detail_type = CompletionsDetail

    def start(self) -> CompletionsState:
        return CompletionsState()

    def step(self, state: CompletionsState, press: Event, active_ms: int) -> CompletionsState:
        return CompletionsState(state.count.after(press.kind))

    def is_reached(self, state: CompletionsState) -> bool:
        return state.count.makes >= self.settings.goal

    def reading(self, state: CompletionsState, active_ms: int) -> Reading:
        count, goal = state.count, self.settings.goal
        left = max(0, goal - count.makes)
        return Reading(
            number=count.makes,
            number_label="completion" if count.makes == 1 else "completions",
            out_of=goal,
            next=f"{left} more, from the beginning" if left else "Goal reached",
            to_goal=left,
            time_left_ms=time_left_ms(self.settings, active_ms),
            metrics={"completions": count.makes, "attempts_to_goal": self.taken(state)},
            detail=CompletionsDetail(interval=rate_interval(count.makes, count.attempts)),
        )

    def goal_words(self) -> str:
        thing = self.settings.thing.strip()
        words = (
            f"{thing} {quantity(self.settings.goal, 'time')}" if thing else quantity(self.settings.goal, "completion")
        )
        return f"{words}{limit_words(self.settings)}"
