"""Long run: as many in a row as possible, with a re-set of the balls every so many."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil
from typing import Any

from jolly_core.challenges.contract import ABOVE, GOAL, MISSED, MOST_BOXES, Attempts, Metric, Pace, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import Event
from jolly_core.challenges.settings import Settings, WholeNumber
from jolly_core.errors import CoreError
from jolly_core.streaks.expectation import attempts_within, first_miss_within
from jolly_core.words import counted

#: Nobody runs on for longer; the run is closed there, and a day off is earned.
LONGEST = 5000


@dataclass(frozen=True, slots=True)
class LongRunState:
    count: Count = NOTHING


class LongRun(Counted[LongRunState]):
    """Settings: balls in a rack, a goal. Result: the length of the run, its racks and what is over."""

    id = "long_run"
    title = "Long run"
    game = "As many in a row as you can; the first miss ends it. Set up again after each rack."
    declared = (
        WholeNumber("rack", "Re-set after", 1, 500, 15, "balls"),
        WholeNumber("goal", "Stop at", 1, LONGEST, None, "balls"),
    )
    metrics = (
        Metric("run", "length of the run", "up", "in a row"),
        Metric("racks", "racks", "up", "racks"),
    )
    totals = (WholeNumber("run", "Length of the run", 0, LONGEST, 0), WholeNumber("misses", "Misses", 0, 1, 0))

    def start(self, settings: Settings) -> LongRunState:
        return LongRunState()

    def step(self, settings: Settings, state: LongRunState, press: Event, active_ms: int) -> LongRunState:
        return LongRunState(state.count.after(press.kind))

    def ending(self, settings: Settings, state: LongRunState, active_ms: int) -> str | None:
        if state.count.misses:
            return MISSED
        return GOAL if state.count.makes >= _most(settings) else None

    def read(self, settings: Settings, state: LongRunState, active_ms: int) -> Reading:
        rack, length = settings["rack"], state.count.makes
        racks, over = divmod(length, rack)
        is_reset = length > 0 and over == 0
        return Reading(
            number=length,
            number_label="in a row",
            out_of=settings["goal"],
            next="Set up again" if is_reset else f"{counted(rack - over, 'ball')} to the re-set",
            to_goal=None if settings["goal"] is None else max(0, settings["goal"] - length),
            metrics={"run": length, "racks": racks},
            detail={"racks": racks, "over": over, "rack": rack},
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        most = _most(settings)
        low = first_miss_within(pace.worse, most, ABOVE)
        high = first_miss_within(pace.better, most, 1 - ABOVE)
        return Attempts(low, attempts_within(pace.rate, most), high)

    def sheet(self, settings: Settings) -> Sheet:
        rule = f"Play until the first miss; a tick for each rack of {settings['rack']}, and the balls over as a number."
        return Sheet(rule, min(MOST_BOXES, max(1, _most(settings) // settings["rack"])), "rack")

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ()

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> LongRunState:
        length, most = totals["run"], _most(settings)
        if length > most:
            message = f"{length} cannot be: the run ends at {most}."
            raise CoreError.one("out_of_reach", message, "run", value=length, allowed=f"<= {most}")
        return LongRunState(Count(length, totals["misses"], best_streak=length))

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        balls = ceil(mark) * (settings["rack"] if metric_id == "racks" else 1)
        return float(pace.rate**balls) if balls <= _most(settings) else 0.0

    def highest_mark(self, settings: Settings, metric_id: str) -> int:
        most = _most(settings)
        return most // int(settings["rack"]) if metric_id == "racks" else most

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        length = tally["metrics"]["run"]
        if not length:
            return ()
        rate = length / (length + 1)
        return (
            f"A run of {length} is what a rate of about {round(100 * rate)} % gives on average; "
            f"one in two runs at that rate ends within {first_miss_within(rate, LONGEST, 0.5):.0f}.",
        )

    def goal_words(self, settings: Settings) -> str:
        goal = "as many in a row as you can" if settings["goal"] is None else f"{settings['goal']} in a row"
        return f"{goal}, re-set every {settings['rack']}"


def _most(settings: Settings) -> int:
    return LONGEST if settings["goal"] is None else int(settings["goal"])
