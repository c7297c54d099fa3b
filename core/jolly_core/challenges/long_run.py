"""Long run: as many in a row as possible, with a re-set of the balls every so many."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil
from typing import Any

from jolly_core.challenges.contract import GOAL, MISSED, MOST_BOXES, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import Event
from jolly_core.challenges.foretelling import Attempts, Pace, waited
from jolly_core.challenges.lessons import ENOUGH_TRIES, LUCK
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, WholeNumber
from jolly_core.errors import CoreError
from jolly_core.streaks.expectation import FirstMiss
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
    prior = Pace(attempt_ms=15_000, rate=0.93)
    metrics = (
        Metric("run", "length of the run", "up", "in a row"),
        Metric("racks", "racks", "up", "racks", "rack"),
    )
    totals = (WholeNumber("run", "Length of the run", 0, LONGEST, 0), WholeNumber("misses", "Misses", 0, 1, 0))

    def start(self, settings: Settings) -> LongRunState:
        return LongRunState()

    def step(self, settings: Settings, state: LongRunState, press: Event, active_ms: int) -> LongRunState:
        return LongRunState(state.count.after(press.kind))

    def ending(self, settings: Settings, state: LongRunState) -> str | None:
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
        return waited(lambda rate: FirstMiss(rate, most), pace)

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
        return 0.0 if balls > _most(settings) else float(pace.rate ** max(0, balls))

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        most = _most(settings)
        return 0, most // int(settings["rack"]) if metric_id == "racks" else most

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        racks, over = divmod(tally["metrics"]["run"], settings["rack"])
        if metric_id == "run":
            return f"{counted(racks, 'rack')} and {over}" if racks else ""
        return f"{tally['metrics']['run']} in a row"

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        length = tally["metrics"]["run"]
        if length < ENOUGH_TRIES:
            return ()
        # Both ends by the geometric distribution: so long a run or longer, and so short a one or shorter, one in forty.
        low = 100 * (LUCK / 2) ** (1 / length)
        high = 100 * (1 - LUCK / 2) ** (1 / (length + 1)) if tally["misses"] else 100.0
        return (f"A run of {length} fits a true rate from {low:.0f} to {high:.1f} % (19 times in 20).",)

    def goal_words(self, settings: Settings) -> str:
        goal = "as many in a row as you can" if settings["goal"] is None else f"{settings['goal']} in a row"
        return f"{goal}, re-set every {settings['rack']}"


def _most(settings: Settings) -> int:
    return LONGEST if settings["goal"] is None else int(settings["goal"])
