"""Calls: a target, a colour or a side is called at random after a random wait; answer it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from jolly_core.challenges.contract import (
    ATTEMPTS,
    MOST_BOXES,
    Attempts,
    Estimate,
    Metric,
    Pace,
    Reading,
    Sheet,
    time_of,
)
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import MISSES, Counted
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.settings import LONGEST_NAME, Choice, Drawn, Rows, Settings, Text, WholeNumber
from jolly_core.challenges.targets import Tries, after_try, no_tries, tried_rows
from jolly_core.errors import CoreError
from jolly_core.patterns.draw import draw_below
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.words import counted

TIMED, UNTIMED = "timed", "untimed"
#: Colours by name, so that the screen can show them; each has its word as well.
COLOURS = ("none", "coral", "teal", "mustard", "plum", "paper")
#: Nobody answers a call faster; what comes sooner was pressed before it. Common practice, no source.
FASTEST_ANSWER_MS = 100


@dataclass(frozen=True, slots=True)
class CallsState:
    """``due_ms`` is when the call in hand is called out; ``answer_ms`` the sum of the times of right answers."""

    tries: Tries
    due_ms: int
    count: Count = NOTHING
    answer_ms: int = 0


class Calls(Counted[CallsState]):
    """Settings: calls with what they mean, how many, waits, timed or not. Result: answered, by call, response time."""

    id = "calls"
    title = "Calls"
    game = "Wait for the call, then answer it as it is meant."
    is_aimed = False
    make_word = "Answered"
    miss_word = "Wrong or late"
    declared = (
        Rows(
            "calls",
            "Calls",
            (
                Text("call", "Call", LONGEST_NAME, ""),
                Text("means", "Means", 40, "", is_optional=True),
                Choice("colour", "Colour", COLOURS, COLOURS, "none"),
            ),
            ({"call": "left", "means": "", "colour": "coral"}, {"call": "right", "means": "", "colour": "teal"}),
            low=2,
            are_targets=True,
        ),
        WholeNumber("number", "How many calls", 1, 500, 12),
        WholeNumber("wait_low", "Wait at least", 0, 120, 2, "s"),
        WholeNumber("wait_high", "Wait at most", 0, 120, 5, "s"),
        Choice("timing", "Response time", (TIMED, UNTIMED), ("is measured", "is not: answer with the ball"), TIMED),
        Drawn("seed", "Number it is drawn by", 1, 999_999, None),
    )
    metrics = (
        Metric("answered", "answered", "up", "answered"),
        Metric("answered_rate", "share answered", "up", "%"),
        Metric("response", "mean response time", "down", "ms"),
    )
    totals = (WholeNumber("answered", "Answered", 0, 500, 0), MISSES)

    def read_settings(self, given: Mapping[str, object]) -> dict[str, Any]:
        read = super().read_settings(given)
        if read["wait_high"] < read["wait_low"]:
            message = f"The longest wait, {read['wait_high']} s, is shorter than the shortest, {read['wait_low']} s."
            raise CoreError.one(
                "out_of_order", message, "wait_high", value=read["wait_high"], allowed=f">= {read['wait_low']}"
            )
        return read

    def start(self, settings: Settings) -> CallsState:
        return CallsState(no_tries(settings["calls"]), _wait_ms(settings, 0))

    def takes(self, settings: Settings, state: CallsState, press: Event, active_ms: int) -> bool:
        if not super().takes(settings, state, press, active_ms):
            return False
        # Before its call there is nothing to answer.
        return press.kind == LET or active_ms >= state.due_ms + FASTEST_ANSWER_MS

    def step(self, settings: Settings, state: CallsState, press: Event, active_ms: int) -> CallsState:
        count = state.count.after(press.kind)
        if press.kind == LET:
            return replace(state, count=count)
        place = state.count.attempts
        tries = after_try(state.tries, _called(settings, place), is_made=press.kind == MAKE)
        answer_ms = state.answer_ms + (active_ms - state.due_ms if press.kind == MAKE else 0)
        return CallsState(tries, active_ms + _wait_ms(settings, place + 1), count, answer_ms)

    def ending(self, settings: Settings, state: CallsState, active_ms: int) -> str | None:
        return ATTEMPTS if state.count.attempts >= settings["number"] else None

    def read(self, settings: Settings, state: CallsState, active_ms: int) -> Reading:
        calls, number, count = settings["calls"], settings["number"], state.count
        call = calls[_called(settings, count.attempts)]
        is_called = active_ms >= state.due_ms
        is_timed = settings["timing"] == TIMED
        return Reading(
            number=count.makes,
            number_label="answered",
            out_of=number,
            next="Answer" if is_called else "Wait for the call",
            to_goal=number - count.attempts,
            wakes_in_ms=None if is_called else state.due_ms - active_ms,
            metrics={
                "answered": count.makes,
                "answered_rate": round(100 * count.makes / count.attempts, 1) if count.attempts else None,
                "response": round(state.answer_ms / count.makes) if is_timed and count.makes else None,
            },
            detail={
                # The screen calls it out at its moment, and does not wait to be told.
                "call": {**call, "in_ms": max(0, state.due_ms - active_ms), "place": count.attempts},
                "targets": tried_rows([each["call"] for each in calls], state.tries),
            },
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return Attempts(settings["number"], settings["number"], settings["number"])

    def estimate(self, settings: Settings, pace: Pace) -> Estimate:
        wait_s = settings["number"] * (settings["wait_low"] + settings["wait_high"]) / 2
        answer = time_of(self.attempts(settings, pace), pace)
        return Estimate(*(round(each + wait_s) for each in (answer.low_s, answer.expected_s, answer.high_s)))

    def sheet(self, settings: Settings) -> Sheet:
        calls, number = len(settings["calls"]), settings["number"]
        rule = f"Let somebody call out one of {calls}, {number} times: tick what was answered."
        return Sheet(rule, min(MOST_BOXES, settings["number"]), "call")

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> CallsState:
        answered, misses = totals["answered"], totals["misses"]
        if answered + misses > settings["number"]:
            message = f"{answered} and {misses} are more than {counted(settings['number'], 'call')}; count again."
            raise CoreError.one("out_of_reach", message, "answered", value=answered)
        return replace(self.start(settings), count=Count(answered, misses))

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ("response",)

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        return chance_of_at_least(round(mark), settings["number"], pace.rate) if metric_id == "answered" else None

    def highest_mark(self, settings: Settings, metric_id: str) -> int:
        return {"answered": int(settings["number"]), "answered_rate": 100}.get(metric_id, 0)

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        rows = [row for row in tally["detail"].get("targets", []) if row["attempts"]]
        if len(rows) <= 1:
            return ()
        worst = min(rows, key=lambda row: row["rate"])
        return (f"{worst['name'].capitalize()} was answered least: {worst['makes']} of {worst['attempts']}.",)

    def goal_words(self, settings: Settings) -> str:
        return f"{counted(settings['number'], 'call')}, out of {len(settings['calls'])}"


def _called(settings: Settings, place: int) -> int:
    """Which call comes at a place."""
    return draw_below(settings["seed"] or 0, 2 * place, len(settings["calls"]))


def _wait_ms(settings: Settings, place: int) -> int:
    """How long the wait before a call is."""
    low_ms, high_ms = settings["wait_low"] * 1000, settings["wait_high"] * 1000
    return int(low_ms + draw_below(settings["seed"] or 0, 2 * place + 1, high_ms - low_ms + 1))
