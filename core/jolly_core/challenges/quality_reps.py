"""Quality reps: slow reps, judged good or not against at most two cues, and how comfortable it was at the end."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from jolly_core.challenges.contract import ATTEMPTS, MOST_BOXES, Attempts, Metric, Pace, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, ZONE, Event
from jolly_core.challenges.marks import COMFORTS, mark_pads, pointed_words, read_mark, read_marking
from jolly_core.challenges.settings import Names, Settings, WholeNumber
from jolly_core.errors import CoreError
from jolly_core.stats.binomial import chance_of_at_least

MOST_CUES = 2


@dataclass(frozen=True, slots=True)
class QualityState:
    count: Count = NOTHING
    comfort: int | None = None
    #: The mark that a clicker points at.
    pointed: int | None = None


class QualityReps(Counted[QualityState]):
    """Settings: reps, cues. Result: good reps, comfort."""

    id = "quality_reps"
    title = "Quality reps"
    game = "Slowly, one at a time: was it good by the cues? At the end, how comfortable was it?"
    is_aimed = False
    make_word = "Good"
    miss_word = "Not yet"
    declared = (
        WholeNumber("reps", "Reps", 1, 200, 10),
        Names("cues", "Cues", ("slow all the way",), low=0, high=MOST_CUES, longest=60),
    )
    metrics = (
        Metric("good", "good reps", "up", "good"),
        Metric("comfort", "comfort", "up", "of 5"),
        Metric("good_rate", "share of good reps", "up", "%"),
    )
    totals = (
        WholeNumber("good", "Good reps", 0, 200, 0),
        WholeNumber("comfort", "Comfort, 1 to 5", 1, 5, None),
    )

    def start(self, settings: Settings) -> QualityState:
        return QualityState()

    def takes(self, settings: Settings, state: QualityState, press: Event, active_ms: int) -> bool:
        if state.count.attempts >= settings["reps"]:
            return press.kind != ZONE or read_mark(press, COMFORTS) is not None
        return press.kind != ZONE

    def step(self, settings: Settings, state: QualityState, press: Event, active_ms: int) -> QualityState:
        if press.kind != LET and state.count.attempts >= settings["reps"]:
            comfort, pointed = read_marking(press, COMFORTS, state.pointed)
            return QualityState(state.count, comfort, pointed)
        return replace(state, count=state.count.after(press.kind))

    def ending(self, settings: Settings, state: QualityState, active_ms: int) -> str | None:
        return None if state.comfort is None else ATTEMPTS

    def read(self, settings: Settings, state: QualityState, active_ms: int) -> Reading:
        reps, count = settings["reps"], state.count
        is_asked = count.attempts >= reps and state.comfort is None
        return Reading(
            number=count.makes,
            number_label="good",
            out_of=reps,
            next="How comfortable was it?" if is_asked else f"{reps - count.attempts} more, slowly",
            to_goal=reps - count.attempts,
            asks="How comfortable was it?" if is_asked else "",
            target=pointed_words(COMFORTS, state.pointed) if is_asked else None,
            pads=mark_pads(COMFORTS) if is_asked else (),
            metrics={
                "good": count.makes,
                "comfort": state.comfort,
                "good_rate": round(100 * count.makes / reps, 1) if count.attempts >= reps else None,
            },
            detail={"cues": settings["cues"]},
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return Attempts(settings["reps"], settings["reps"], settings["reps"])

    def sheet(self, settings: Settings) -> Sheet:
        rule = f"{settings['reps']} slow reps: tick each good one; at the end say how comfortable it was, 1 to 5."
        return Sheet(rule, min(MOST_BOXES, settings["reps"]), "rep")

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> QualityState:
        reps, good = settings["reps"], totals["good"]
        if good > reps:
            message = f"{good} good reps cannot come from {reps}; count the ticks again."
            raise CoreError.one("out_of_reach", message, "good", value=good, allowed=f"<= {reps}")
        return QualityState(Count(good, reps - good), totals["comfort"])

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ("comfort",) if totals["comfort"] is None else ()

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        return chance_of_at_least(round(mark), settings["reps"], pace.rate) if metric_id == "good" else None

    def highest_mark(self, settings: Settings, metric_id: str) -> int:
        return {"good": int(settings["reps"]), "comfort": 5, "good_rate": 100}.get(metric_id, 0)

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        comfort = tally["metrics"]["comfort"]
        if comfort is None:
            return ()
        word = "it sits: the next step may come." if comfort >= 4 else "stay here until it feels easy."  # noqa: PLR2004
        return (f"Comfort {comfort} of 5, {COMFORTS[int(comfort)]}: {word}",)

    def goal_words(self, settings: Settings) -> str:
        return f"{settings['reps']} slow reps"
