"""Long run: as many in a row as possible; the balls are set up again after each rack."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.challenges.tally import GOAL, MISSED, AnyTally, Ending, Reading
from jolly_core.words import quantity

#: The longest running time: the run ends there.
LONGEST = 5000


@dataclass(frozen=True, slots=True)
class LongRunState:
    count: Count = NOTHING


@dataclass(frozen=True)
class LongRunSettings(Settings):
    rack: int = whole_number("Re-set after", 1, 500, 15, "balls")
    goal: int | None = whole_number("Stop at", 1, LONGEST, None, "balls")

    @property
    def most(self) -> int:
        """The balls after which the run is over though nothing was missed."""
        return LONGEST if self.goal is None else self.goal


@dataclass(frozen=True, slots=True)
class LongRunDetail:
    format: Literal["long_run"] = "long_run"
    #: The balls made since the last re-set.
    over: int = 0


class LongRun(Counted[LongRunSettings, LongRunState]):
    """Settings: balls in a rack, a goal. Result: the length of the run, its racks and what is over."""

    id = "long_run"
    title = "Long run"
    summary = "As many in a row as you can; the first miss ends it. Set up again after each rack."
    metrics = (
        Metric("run", "length of the run", "up", "in a row"),
        Metric("racks", "racks", "up", "racks", "rack"),
    )
    settings_type = LongRunSettings
    detail_type = LongRunDetail

    def start(self) -> LongRunState:
        return LongRunState()

    def step(self, state: LongRunState, press: Event, active_ms: int) -> LongRunState:
        return LongRunState(state.count.after(press.kind))

    def ending(self, state: LongRunState) -> Ending | None:
        if state.count.misses:
            return MISSED
        return GOAL if state.count.makes >= self.settings.most else None

    def reading(self, state: LongRunState, active_ms: int) -> Reading:
        rack, length = self.settings.rack, state.count.makes
        racks, over = divmod(length, rack)
        is_reset = length > 0 and over == 0
        return Reading(
            number=length,
            number_label=f"in a row: {quantity(racks, 'rack')} and {over}" if racks else "in a row",
            out_of=self.settings.goal,
            next="Set up again" if is_reset else f"{quantity(rack - over, 'ball')} to the re-set",
            to_goal=None if self.settings.goal is None else max(0, self.settings.goal - length),
            metrics={"run": length, "racks": racks},
            detail=LongRunDetail(over=over),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        racks, over = divmod(tally.whole("run"), self.settings.rack)
        if metric_id == "run":
            return f"{quantity(racks, 'rack')} and {over}" if racks else ""
        return f"{tally.whole('run')} in a row"

    def goal_words(self) -> str:
        goal = "as many in a row as you can" if self.settings.goal is None else f"{self.settings.goal} in a row"
        return f"{goal}, re-set every {self.settings.rack}"
