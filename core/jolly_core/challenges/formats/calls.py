"""Calls: a target, a colour or a side is called at random after a random wait; answer it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import accumulate
from typing import Any, Literal

from jolly_core.challenges.breakdown import Breakdown, by_target
from jolly_core.challenges.count import NOTHING, Count, share_of
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import LONGEST_NAME, Settings, choice, drawn, rows, text, whole_number
from jolly_core.challenges.signs import CalledOut
from jolly_core.challenges.tally import ATTEMPTS, AnyTally, Ending, Reading
from jolly_core.challenges.targets import TargetLine, Tries, after_try, no_tries, target_lines
from jolly_core.errors import CoreError
from jolly_core.patterns.draw import draw, draw_below
from jolly_core.words import quantity

TIMED, UNTIMED = "timed", "untimed"
EVENLY, BY_CHANCE = "evenly", "by_chance"
#: Colours by their plain names: the screen has a shade for each, and its word beside it.
COLOURS = ("none", "red", "green", "yellow", "purple", "white")
#: What version 1 called them.
_SHADES = {"coral": "red", "teal": "green", "mustard": "yellow", "plum": "purple", "paper": "white"}
#: A faster answer was pressed before the call. Common practice, no source.
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


@dataclass(frozen=True)
class Call(Settings):
    call: str = text("Call", LONGEST_NAME, "")
    means: str = text("Means", 40, "", is_optional=True)
    colour: str = choice("Colour", {each: each for each in COLOURS}, "none")


def _plain_colours(old: dict[str, Any]) -> dict[str, Any]:
    calls = [{**call, "colour": _SHADES.get(call.get("colour"), "none")} for call in old.get("calls", ())]
    return {**old, "calls": calls} if calls else old


@dataclass(frozen=True)
class CalledSettings(Settings):
    """What is called, how often, and after which waits; whether or not a press answers."""

    calls: tuple[Call, ...] = rows(
        "Calls", Call, (Call("left", "", "red"), Call("right", "", "green")), low=2, are_targets=True
    )
    number: int = whole_number("How many calls", 1, 500, 12)
    wait_low: int = whole_number("Wait at least", 0, 120, 2, "s")
    wait_high: int = whole_number("Wait at most", 0, 120, 5, "s")
    share: str = choice("Each call comes", {EVENLY: "as often as the others", BY_CHANCE: "as chance has it"}, EVENLY)
    seed: int | None = drawn("Number it is drawn by", 1, 999_999)

    def check(self) -> None:
        if self.wait_high < self.wait_low:
            message = f"The longest wait, {self.wait_high} s, is shorter than the shortest, {self.wait_low} s."
            raise CoreError.one(
                "out_of_order", message, "wait_high", value=self.wait_high, allowed=f">= {self.wait_low}"
            )


@dataclass(frozen=True)
class CallsSettings(CalledSettings):
    _version = 3
    # What was played by chance alone is still counted by it.
    _upgrades = {1: _plain_colours, 2: lambda old: {**old, "share": BY_CHANCE}}

    timing: str = choice("Response time", {TIMED: "is measured", UNTIMED: "is not: answer with the ball"}, TIMED)


@dataclass(frozen=True, slots=True)
class CallsDetail:
    format: Literal["calls"] = "calls"
    targets: tuple[TargetLine, ...] = ()


class Calls(Counted[CallsSettings, CallsState]):
    """Settings: calls with what they mean, how many, waits, timed or not. Result: answered, by call, response time."""

    id = "calls"
    title = "Calls"
    summary = "Wait for the call, then answer it as it is meant."
    is_aimed = False
    make_word = "Answered"
    miss_word = "Wrong or late"
    metrics = (
        Metric("answered", "answered", "up", "answered"),
        Metric("answered_rate", "share answered", "up", "%", needs_whole=True),
        Metric("response", "mean response time", "down", "ms", needs_whole=True),
    )
    settings_type = CallsSettings
    detail_type = CallsDetail

    def start(self) -> CallsState:
        return CallsState(no_tries(self.settings.calls), wait_ms(self.settings, 0))

    def takes(self, state: CallsState, press: Event, active_ms: int) -> bool:
        if not super().takes(state, press, active_ms):
            return False
        # Before its call there is nothing to answer.
        return press.kind == LET or active_ms >= state.due_ms + FASTEST_ANSWER_MS

    def step(self, state: CallsState, press: Event, active_ms: int) -> CallsState:
        count, turn = state.count.after(press.kind), state.turn + 1
        if press.kind == LET:
            return replace(self._call_again(state, active_ms), count=count)
        tries = after_try(state.tries, call_at(self.settings, state.tries, state.turn), is_made=press.kind == MAKE)
        answer_ms = state.answer_ms + (active_ms - state.due_ms if press.kind == MAKE else 0)
        return CallsState(tries, active_ms + wait_ms(self.settings, turn), count, answer_ms, turn)

    def resume(self, state: CallsState, active_ms: int) -> CallsState:
        return self._call_again(state, active_ms)

    def _call_again(self, state: CallsState, active_ms: int) -> CallsState:
        """The same number of calls are answered, and another one is called out after a wait of its own."""
        turn = state.turn + 1
        return replace(state, due_ms=active_ms + wait_ms(self.settings, turn), turn=turn)

    def ending(self, state: CallsState) -> Ending | None:
        return ATTEMPTS if state.count.attempts >= self.settings.number else None

    def reading(self, state: CallsState, active_ms: int) -> Reading:
        calls, number, count = self.settings.calls, self.settings.number, state.count
        call = calls[call_at(self.settings, state.tries, state.turn)]
        is_called = active_ms >= state.due_ms
        is_timed = self.settings.timing == TIMED
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
            signs=(called_out(call, in_ms=state.due_ms - active_ms, place=state.turn),),
            detail=CallsDetail(targets=target_lines([each.call for each in calls], state.tries)),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        number = quantity(tally.attempts, "call")
        return f"of {number}" if metric_id == "answered" else f"{tally.makes} of {number} answered"

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        return by_target(tally.detail.targets)

    def goal_words(self) -> str:
        return f"{quantity(self.settings.number, 'call')} of {len(self.settings.calls)} kinds"


def call_at(settings: CalledSettings, tries: Tries, turn: int) -> int:
    """Which call comes at a turn: by lot, among those that are still to come where each comes as often as the others.

    ``tries`` says how often each was called before.
    """
    seed, place, kinds = settings.seed or 0, 2 * turn, len(settings.calls)
    left = _still_to_come(settings, tries)
    if settings.share == BY_CHANCE or not any(left):
        return draw_below(seed, place, kinds)
    # As cards that are drawn from what is left of a pack: every order of them is as likely as any other.
    lot = draw_below(seed, place, sum(left))
    return next(call for call, before in enumerate(accumulate(left)) if lot < before)


def _still_to_come(settings: CalledSettings, tries: Tries) -> list[int]:
    """How often each call is still to be answered: of the whole run as often as every other, or once more."""
    kinds, seed = len(settings.calls), settings.seed or 0
    each, more = divmod(settings.number, kinds)
    # Which of them come once more is drawn, too.
    drawn_first = sorted(range(kinds), key=lambda call: draw(seed, -1 - call))
    once_more = set(drawn_first[:more])
    return [max(0, each + (call in once_more) - attempts) for call, (attempts, _) in enumerate(tries)]


def wait_ms(settings: CalledSettings, turn: int) -> int:
    """How long the wait before a call is."""
    low_ms, high_ms = settings.wait_low * 1000, settings.wait_high * 1000
    return low_ms + draw_below(settings.seed or 0, 2 * turn + 1, high_ms - low_ms + 1)


def called_out(call: Call, *, in_ms: int, place: int) -> CalledOut:
    """The sign of a call that is due in so long."""
    return CalledOut(call=call.call, means=call.means, colour=call.colour, in_ms=max(0, in_ms), place=place)
