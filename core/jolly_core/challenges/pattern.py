"""Pattern: hit the zones in a set order; what a break does is for the athlete to choose."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from jolly_core.challenges.contract import MOST_BOXES, Metric, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count, Trail
from jolly_core.challenges.counted import (
    ATTEMPTS_LIMIT,
    MAKES,
    MISSES,
    SECONDS_LIMIT,
    Reaching,
    time_left_ms,
)
from jolly_core.challenges.events import LET, MAKE, MISS, ZONE, Event
from jolly_core.challenges.settings import Choice, Drawn, Names, Settings, Text, WholeNumber
from jolly_core.challenges.targets import Tries, after_try, no_tries, target_pads, tried_rows
from jolly_core.errors import CoreError
from jolly_core.patterns.written import Pattern as Order
from jolly_core.patterns.written import read_notation
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import Wait
from jolly_core.streaks.expectation import wait_for_streak
from jolly_core.words import counted

AGAIN, GOES_ON, WAITS = "again", "goes_on", "waits"
#: As many of the last breaks are named in the tally; the events have all of them.
LATEST_BREAKS = 20
#: As much of a pattern is written onto a sheet.
LONGEST_SAID = 60


@dataclass(frozen=True, slots=True)
class PatternState:
    """``order`` is the pattern as it was read, ``place`` the step to play, ``run`` the steps hit one after the other.

    ``broke`` is where they were missed.
    """

    order: Order
    tries: Tries
    count: Count = NOTHING
    place: int = 0
    run: int = 0
    longest: int = 0
    laps: int = 0
    is_clean: bool = True
    broke: Trail[int] = field(default_factory=Trail)


class Pattern(Reaching[PatternState]):
    """Settings: zones, pattern, what a break does, laps, limits. Result: longest run, laps, where it broke."""

    id = "pattern"
    title = "Pattern"
    game = "Hit the zones in the order that is set, over and over."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    declared = (
        Names("zones", "Zones", ("left", "right"), are_targets=True),
        Text("pattern", "Pattern", 300, "left right"),
        Choice(
            "on_break",
            "A break",
            (AGAIN, GOES_ON, WAITS),
            ("starts the pattern again", "goes on with the next", "stays at the same zone"),
            AGAIN,
        ),
        WholeNumber("laps", "Laps", 1, 200, 5),
        Drawn("seed", "Number it is drawn by", 1, 999_999, None),
        ATTEMPTS_LIMIT,
        SECONDS_LIMIT,
    )
    metrics = (
        Metric("longest", "longest run in pattern", "up", "in pattern"),
        Metric("laps", "laps", "up", "laps"),
        Metric("attempts_to_goal", "attempts to the goal", "down", "attempts"),
    )
    totals = (
        WholeNumber("longest", "Longest run in pattern", 0, 10_000, 0),
        MAKES,
        MISSES,
        WholeNumber("laps", "Laps", 0, 200, None),
    )

    def read_settings(self, given: Mapping[str, object]) -> dict[str, Any]:
        read = super().read_settings(given)
        _order(read)  # raises for one that cannot be read
        return read

    def start(self, settings: Settings) -> PatternState:
        return PatternState(_order(settings), no_tries(settings["zones"]))

    def takes(self, settings: Settings, state: PatternState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or press.text in settings["zones"]

    def step(self, settings: Settings, state: PatternState, press: Event, active_ms: int) -> PatternState:
        if press.kind == LET:
            return replace(state, count=state.count.after(LET))
        order = state.order
        due = order.at(state.place)
        is_hit = press.kind == MAKE or (press.kind == ZONE and press.text == due)
        count = state.count.after(MAKE if is_hit else MISS)
        tries = after_try(state.tries, settings["zones"].index(due), is_made=is_hit)
        broke = state.broke if is_hit else state.broke.plus(state.place % order.lap)
        if not is_hit and settings["on_break"] != GOES_ON:
            place = 0 if settings["on_break"] == AGAIN else state.place
            # A pattern that is begun anew is clean again, and one that waited for its zone is walked all the same.
            return PatternState(order, tries, count, place, 0, state.longest, state.laps, True, broke)
        place, run = state.place + 1, state.run + 1 if is_hit else 0
        is_clean = state.is_clean and is_hit
        is_lap = place % order.lap == 0
        laps = state.laps + (is_lap and is_clean)
        longest = max(run, state.longest)
        return PatternState(order, tries, count, place, run, longest, laps, is_lap or is_clean, broke)

    def is_reached(self, settings: Settings, state: PatternState) -> bool:
        return state.laps >= int(settings["laps"])

    def read(self, settings: Settings, state: PatternState, active_ms: int) -> Reading:
        order, zones = state.order, settings["zones"]
        in_lap = state.place % order.lap
        return Reading(
            number=state.run,
            number_label="in pattern",
            out_of=None,
            next=f"Lap {min(state.laps + 1, settings['laps'])} of {settings['laps']}, step {in_lap + 1}",
            to_goal=(settings["laps"] - state.laps) * order.lap - in_lap,
            time_left_ms=time_left_ms(settings, active_ms),
            target=order.at(state.place),
            then=order.at(state.place + 1),
            pads=target_pads(zones),
            metrics={"longest": state.longest, "laps": state.laps, "attempts_to_goal": self.taken(settings, state)},
            detail={
                "targets": tried_rows(zones, state.tries),
                "lap": [order.at(state.place - in_lap + step) for step in range(order.lap)],
                "step": in_lap,
                "broke": [step + 1 for step in state.broke.latest(LATEST_BREAKS)],
            },
        )

    def wait(self, settings: Settings, rate: float) -> Wait:
        """Begun anew, a lap is a row; walked on, it is a row of laps; where it waits it is one make at each."""
        lap, laps = _order(settings).lap, settings["laps"]
        if settings["on_break"] == WAITS:
            return wait_for_makes(lap * laps, rate)
        if settings["on_break"] == AGAIN:
            return wait_for_streak(rate, lap).times(laps)
        clean = rate**lap
        return Wait(lap * laps / clean, lap**2 * laps * (1 - clean) / clean**2, lap * laps)

    def sheet(self, settings: Settings) -> Sheet:
        what = {AGAIN: "start again", GOES_ON: "go on", WAITS: "stay there"}[settings["on_break"]]
        pattern = " ".join(settings["pattern"].split())
        said = pattern if len(pattern) <= LONGEST_SAID else f"{pattern[:LONGEST_SAID]}…"
        return Sheet(f"In order: {said}. Tick each hit, cross each break; on a break {what}.", MOST_BOXES, "try")

    def highest_mark(self, settings: Settings, metric_id: str) -> int:
        if metric_id == "longest":
            return int(settings["laps"]) * _order(settings).lap
        return int(settings["laps"]) if metric_id == "laps" else 0

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        broke = tally["detail"].get("broke")
        if not broke:
            return ()
        often = max(sorted(set(broke)), key=broke.count)
        order = _order(settings)
        return (
            f"It broke most often at step {often} of {order.lap} ({order.at(often - 1)}): "
            f"{broke.count(often)} of the last {counted(len(broke), 'break')}.",
        )

    def goal_words(self, settings: Settings) -> str:
        return f"{counted(settings['laps'], 'lap')} of {_order(settings).lap} in order"


def _order(settings: Settings) -> Order:
    try:
        return read_notation(settings["pattern"], settings["zones"], settings["seed"] or 0)
    except CoreError as error:
        # A word's number in the text is for those who draw it; the setting is one line.
        raise CoreError([replace(problem, path=("pattern",)) for problem in error.problems]) from None
