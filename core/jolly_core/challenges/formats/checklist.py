"""Checklist: warm-up, set-up or pre-rep checks, each ticked, timed where it wants its time."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, MISS, ZONE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, choice, rows, text, whole_number
from jolly_core.challenges.tally import GOAL, ITEMS, AnyTally, Ending, Pad, Reading
from jolly_core.challenges.targets import put_at
from jolly_core.words import clock, quantity

OPEN, TICKED, LEFT_OUT = 0, 1, 2
ITSELF, WAITS = "itself", "waits"


@dataclass(frozen=True, slots=True)
class ChecklistState:
    """What became of each item, and when the one in hand was begun."""

    marks: tuple[int, ...]
    count: Count = NOTHING
    begun_ms: int = 0


@dataclass(frozen=True)
class Check(Settings):
    item: str = text("Item", 40, "")
    seconds: int | None = whole_number("Seconds", 1, 1800, None, "s")


def _waited(old: dict[str, Any]) -> dict[str, Any]:
    """Version 1 knew only items that wait for a press."""
    return {**old, "goes_on": WAITS}


@dataclass(frozen=True)
class ChecklistSettings(Settings):
    _version = 2
    _upgrades = {1: _waited}

    items: tuple[Check, ...] = rows(
        "Items", Check, (Check("tape in place"), Check("easy arm circles", 30), Check("three slow swings"))
    )
    goes_on: str = choice(
        "An item with a time", {ITSELF: "is done when its time is up", WAITS: "waits for your press"}, ITSELF
    )


@dataclass(frozen=True, slots=True)
class ItemLine:
    """An item, and what became of it."""

    item: str
    mark: str


@dataclass(frozen=True, slots=True)
class ChecklistDetail:
    format: Literal["checklist"] = "checklist"
    items: tuple[ItemLine, ...] = ()


class Checklist(Counted[ChecklistSettings, ChecklistState]):
    """Settings: items, with seconds where they are timed. Result: done."""

    id = "checklist"
    title = "Checklist"
    summary = "Tick what is done; leave out what is not for today."
    is_aimed = False
    make_word = "Done"
    miss_word = "Leave it out"
    metrics = (
        Metric("done", "items done", "up", "done"),
        Metric("left_out", "items left out", "down", "left out", needs_whole=True),
    )
    settings_type = ChecklistSettings
    detail_type = ChecklistDetail

    def start(self) -> ChecklistState:
        return ChecklistState((OPEN,) * len(self.settings.items))

    def takes(self, state: ChecklistState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or any(
            item.item == press.text and mark == OPEN
            for item, mark in zip(self.settings.items, state.marks, strict=True)
        )

    def step(self, state: ChecklistState, press: Event, active_ms: int) -> ChecklistState:
        if press.kind == LET:
            return ChecklistState(state.marks, state.count.after(LET), state.begun_ms)
        place = state.marks.index(OPEN)
        if press.kind == ZONE:
            place = [item.item for item in self.settings.items].index(press.text)
        mark = LEFT_OUT if press.kind == MISS else TICKED
        marks = put_at(state.marks, place, mark)
        return ChecklistState(marks, state.count.after(MISS if mark == LEFT_OUT else MAKE), active_ms)

    def gone_on(self, state: ChecklistState, active_ms: int) -> ChecklistState:
        while self.settings.goes_on == ITSELF and OPEN in state.marks:
            place = state.marks.index(OPEN)
            seconds = self.settings.items[place].seconds
            if seconds is None or active_ms < state.begun_ms + 1000 * seconds:
                break
            marks = put_at(state.marks, place, TICKED)
            state = ChecklistState(marks, state.count.after(MAKE), state.begun_ms + 1000 * seconds)
        return state

    def closes_ms(self, state: ChecklistState) -> int | None:
        # What was done last ended it.
        return state.begun_ms if OPEN not in state.marks else None

    def is_timed_out(self, state: ChecklistState, active_ms: int) -> bool:
        return False  # each item has a time of its own

    def ending(self, state: ChecklistState) -> Ending | None:
        return None if OPEN in state.marks else GOAL

    def reading(self, state: ChecklistState, active_ms: int) -> Reading:
        items = self.settings.items
        place = state.marks.index(OPEN) if OPEN in state.marks else None
        seconds = None if place is None else items[place].seconds
        due_ms = None if seconds is None else max(0, state.begun_ms + seconds * 1000 - active_ms)
        still_open = [item.item for item, mark in zip(items, state.marks, strict=True) if mark == OPEN]
        words = {OPEN: "", TICKED: "done", LEFT_OUT: "left out"}
        pads = tuple(
            Pad(ZONE, item.item, item.item, words[mark] or _span(item), mark != OPEN)
            for item, mark in zip(items, state.marks, strict=True)
        )
        is_done = place is None
        return Reading(
            number=state.count.makes,
            number_label="done",
            out_of=len(items),
            next="All done" if is_done else f"{quantity(len(still_open), 'item')} to go",
            to_goal=len(still_open),
            # Its time is shown large; where it waits it tells when it is enough.
            rest_left_ms=due_ms or 0,
            wakes_in_ms=due_ms or None,
            target=None if is_done else still_open[0],
            then=still_open[1] if len(still_open) > 1 else None,
            face=ITEMS,
            pads=pads,
            metrics={"done": state.count.makes, "left_out": state.count.misses},
            detail=ChecklistDetail(
                items=tuple(
                    ItemLine(item.item, words[mark] or "open") for item, mark in zip(items, state.marks, strict=True)
                )
            ),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        return f"of {quantity(len(self.settings.items), 'item')}"

    def goal_words(self) -> str:
        return f"{quantity(len(self.settings.items), 'check')}"


def _span(item: Check) -> str:
    return clock(item.seconds) if item.seconds else ""
