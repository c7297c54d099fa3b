"""Checklist: warm-up, set-up or pre-rep checks, each ticked, timed where it wants its time."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.contract import GOAL, Pad, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, MISS, ZONE, Event
from jolly_core.challenges.foretelling import Attempts, Estimate, Pace, exactly
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Rows, Settings, Text, WholeNumber
from jolly_core.challenges.targets import put_at
from jolly_core.errors import CoreError
from jolly_core.words import clock, counted

OPEN, TICKED, LEFT_OUT = 0, 1, 2
#: A check without a time of its own. Common practice, no source.
CHECK_S = 10


@dataclass(frozen=True, slots=True)
class ChecklistState:
    """What became of each item, and when the one in hand was begun."""

    marks: tuple[int, ...]
    count: Count = NOTHING
    begun_ms: int = 0


class Checklist(Counted[ChecklistState]):
    """Settings: items, with seconds where they are timed. Result: done."""

    id = "checklist"
    title = "Checklist"
    game = "Tick what is done; leave out what is not for today."
    is_aimed = False
    make_word = "Done"
    miss_word = "Leave it out"
    declared = (
        Rows(
            "items",
            "Items",
            (Text("item", "Item", 40, ""), WholeNumber("seconds", "Seconds", 1, 1800, None, "s")),
            (
                {"item": "tape in place", "seconds": None},
                {"item": "easy arm circles", "seconds": 30},
                {"item": "three slow swings", "seconds": None},
            ),
        ),
    )
    prior = Pace(attempt_ms=CHECK_S * 1000, rate=0.95)
    metrics = (
        Metric("done", "items done", "up", "done"),
        Metric("left_out", "items left out", "down", "left out", needs_whole=True),
    )
    totals = (WholeNumber("done", "Items done", 0, 24, 0),)

    def start(self, settings: Settings) -> ChecklistState:
        return ChecklistState((OPEN,) * len(settings["items"]))

    def takes(self, settings: Settings, state: ChecklistState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or any(
            item["item"] == press.text and mark == OPEN
            for item, mark in zip(settings["items"], state.marks, strict=True)
        )

    def step(self, settings: Settings, state: ChecklistState, press: Event, active_ms: int) -> ChecklistState:
        if press.kind == LET:
            return ChecklistState(state.marks, state.count.after(LET), state.begun_ms)
        place = state.marks.index(OPEN)
        if press.kind == ZONE:
            place = [item["item"] for item in settings["items"]].index(press.text)
        mark = LEFT_OUT if press.kind == MISS else TICKED
        marks = put_at(state.marks, place, mark)
        return ChecklistState(marks, state.count.after(MISS if mark == LEFT_OUT else MAKE), active_ms)

    def ending(self, settings: Settings, state: ChecklistState) -> str | None:
        return None if OPEN in state.marks else GOAL

    def read(self, settings: Settings, state: ChecklistState, active_ms: int) -> Reading:
        items = settings["items"]
        place = state.marks.index(OPEN) if OPEN in state.marks else None
        seconds = None if place is None else items[place]["seconds"]
        due_ms = None if seconds is None else max(0, state.begun_ms + seconds * 1000 - active_ms)
        still_open = [item["item"] for item, mark in zip(items, state.marks, strict=True) if mark == OPEN]
        words = {OPEN: "", TICKED: "done", LEFT_OUT: "left out"}
        pads = tuple(
            Pad(ZONE, item["item"], item["item"], words[mark] or _span(item), mark != OPEN)
            for item, mark in zip(items, state.marks, strict=True)
        )
        is_done = place is None
        return Reading(
            number=state.count.makes,
            number_label="done",
            out_of=len(items),
            next="All done" if is_done else f"{counted(len(still_open), 'item')} to go",
            to_goal=len(still_open),
            # Its time tells when it is enough; it does not end the run.
            rest_left_ms=due_ms or 0,
            wakes_in_ms=due_ms or None,
            target=None if is_done else still_open[0],
            then=still_open[1] if len(still_open) > 1 else None,
            pads=pads,
            metrics={"done": state.count.makes, "left_out": state.count.misses},
            detail={
                "items": [
                    {"item": item["item"], "mark": words[mark] or "open"}
                    for item, mark in zip(items, state.marks, strict=True)
                ]
            },
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        many = len(settings["items"])
        return exactly(many)

    def estimate(self, settings: Settings, pace: Pace) -> Estimate:
        timed = sum(item["seconds"] or 0 for item in settings["items"])
        short = sum(item["seconds"] is None for item in settings["items"]) * CHECK_S
        return Estimate(timed + short // 3, timed + short, timed + 3 * short)

    def sheet(self, settings: Settings) -> Sheet:
        return Sheet("Tick each item that is done.", len(settings["items"]), "item")

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> ChecklistState:
        many, done = len(settings["items"]), totals["done"]
        if done > many:
            message = f"More are done ({done}) than there can be: the list has {counted(many, 'item')}."
            raise CoreError.one("out_of_reach", message, "done", value=done, allowed=f"<= {many}")
        marks = (TICKED,) * done + (LEFT_OUT,) * (many - done)
        return ChecklistState(marks, Count(done, many - done))

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ()

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        return 0, len(settings["items"])

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        return f"of {counted(len(settings['items']), 'item')}"

    def goal_words(self, settings: Settings) -> str:
        return f"{counted(len(settings['items']), 'check')}"


def _span(item: Mapping[str, Any]) -> str:
    return clock(item["seconds"]) if item["seconds"] else ""
