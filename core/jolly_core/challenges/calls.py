"""Calls: a target, a colour or a side is called at random after a random wait; answer it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from math import ceil, inf
from typing import Any

from jolly_core.challenges.contract import ATTEMPTS, MOST_BOXES, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import MISSES, Counted
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.foretelling import Attempts, Estimate, Pace, exactly, time_of
from jolly_core.challenges.lessons import weakest
from jolly_core.challenges.makes_of_n import makes_for, share_of
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import LONGEST_NAME, Choice, Drawn, Rows, Settings, Text, WholeNumber
from jolly_core.challenges.targets import Tries, after_try, no_tries, tried_rows
from jolly_core.errors import CoreError
from jolly_core.patterns.draw import draw_below
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.words import counted, sentence

TIMED, UNTIMED = "timed", "untimed"
#: Colours by name, so that the screen can show them; each has its word as well.
COLOURS = ("none", "coral", "teal", "mustard", "plum", "paper")
#: Nobody answers a call faster; what comes sooner was pressed before it. Common practice, no source.
FASTEST_ANSWER_MS = 100


@dataclass(frozen=True, slots=True)
class CallsState:
    """``due_ms`` is when the call in hand is called out; ``answer_ms`` the sum of the times of right answers.

    ``turn`` counts what was called: after a let, or an undo, it is called out anew.
    """

    tries: Tries
    due_ms: int
    count: Count = NOTHING
    answer_ms: int = 0
    turn: int = 0


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
    prior = Pace(attempt_ms=1500, rate=0.8)
    metrics = (
        Metric("answered", "answered", "up", "answered"),
        Metric("answered_rate", "share answered", "up", "%", needs_whole=True),
        Metric("response", "mean response time", "down", "ms", needs_whole=True),
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
        count, turn = state.count.after(press.kind), state.turn + 1
        if press.kind == LET:
            return replace(self._call_again(settings, state, active_ms), count=count)
        tries = after_try(state.tries, _called(settings, state.turn), is_made=press.kind == MAKE)
        answer_ms = state.answer_ms + (active_ms - state.due_ms if press.kind == MAKE else 0)
        return CallsState(tries, active_ms + _wait_ms(settings, turn), count, answer_ms, turn)

    def resume(self, settings: Settings, state: CallsState, active_ms: int) -> CallsState:
        return self._call_again(settings, state, active_ms)

    def _call_again(self, settings: Settings, state: CallsState, active_ms: int) -> CallsState:
        """The same number of calls are answered, and another one is called out after a wait of its own."""
        turn = state.turn + 1
        return replace(state, due_ms=active_ms + _wait_ms(settings, turn), turn=turn)

    def ending(self, settings: Settings, state: CallsState) -> str | None:
        return ATTEMPTS if state.count.attempts >= settings["number"] else None

    def read(self, settings: Settings, state: CallsState, active_ms: int) -> Reading:
        calls, number, count = settings["calls"], settings["number"], state.count
        call = calls[_called(settings, state.turn)]
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
                "answered_rate": share_of(count.makes, count.attempts),
                "response": round(state.answer_ms / count.makes) if is_timed and count.makes else None,
            },
            detail={
                # The screen calls it out at its moment, and does not wait to be told.
                "call": {**call, "in_ms": max(0, state.due_ms - active_ms), "place": state.turn},
                "targets": tried_rows([each["call"] for each in calls], state.tries),
            },
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return exactly(settings["number"])

    def estimate(self, settings: Settings, pace: Pace) -> Estimate:
        wait_s = settings["number"] * (settings["wait_low"] + settings["wait_high"]) / 2
        answer = time_of(self.attempts(settings, pace), pace)
        return Estimate(*(round(each + wait_s) for each in (answer.low_s, answer.expected_s, answer.high_s)))

    def sheet(self, settings: Settings) -> Sheet:
        calls, number = len(settings["calls"]), settings["number"]
        rule = f"Let somebody call out one of {calls}, {counted(number, 'time')}: tick what was answered."
        return Sheet(rule, min(MOST_BOXES, settings["number"]), "call")

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> CallsState:
        answered, misses = totals["answered"], totals["misses"]
        if answered + misses > settings["number"]:
            calls = counted(settings["number"], "call")
            message = f"Answered {answered} and missed {misses} are more than {calls}; count again."
            raise CoreError.one("out_of_reach", message, "answered", value=answered)
        return replace(self.start(settings), count=Count(answered, misses))

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ("response",)

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        number = settings["number"]
        if metric_id == "answered_rate":
            return chance_of_at_least(makes_for(mark, number), number, pace.rate)
        return chance_of_at_least(ceil(mark), number, pace.rate) if metric_id == "answered" else None

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        if metric_id == "response":
            return FASTEST_ANSWER_MS, inf
        return 0, 100 if metric_id == "answered_rate" else settings["number"]

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        number = counted(tally["attempts"], "call")
        return f"of {number}" if metric_id == "answered" else f"{tally['makes']} of {number} answered"

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        worst = weakest(tally["detail"].get("targets", []))
        if worst is None:
            return ()
        made = f"{worst['makes']} of {worst['attempts']}"
        return (f"{sentence(worst['name'])} was answered least, by more than luck: {made}.",)

    def goal_words(self, settings: Settings) -> str:
        return f"{counted(settings['number'], 'call')} of {len(settings['calls'])} kinds"


def _called(settings: Settings, turn: int) -> int:
    """Which call comes at a turn."""
    return draw_below(settings["seed"] or 0, 2 * turn, len(settings["calls"]))


def _wait_ms(settings: Settings, turn: int) -> int:
    """How long the wait before a call is."""
    low_ms, high_ms = settings["wait_low"] * 1000, settings["wait_high"] * 1000
    return int(low_ms + draw_below(settings["seed"] or 0, 2 * turn + 1, high_ms - low_ms + 1))
