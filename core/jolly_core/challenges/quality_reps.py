"""Quality reps: slow reps, judged good or not against at most two cues, and how comfortable it was at the end."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from math import ceil
from typing import Any

from jolly_core.challenges.contract import ATTEMPTS, MOST_BOXES, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, ZONE, Event
from jolly_core.challenges.foretelling import Attempts, Pace, exactly
from jolly_core.challenges.makes_of_n import makes_for, share_of
from jolly_core.challenges.marks import COMFORTS, mark_pads, pointed_words, read_mark, read_marking
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Names, Settings, WholeNumber
from jolly_core.errors import CoreError
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.words import counted

MOST_CUES = 2


@dataclass(frozen=True, slots=True)
class QualityState:
    count: Count = NOTHING
    comfort: int | None = None
    #: The mark that a clicker points at.
    pointed: int | None = None
    #: When the last rep was done; what comes after it is only the question.
    done_ms: int = 0


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
    prior = Pace(attempt_ms=10_000)
    metrics = (
        Metric("good", "good reps", "up", "good"),
        Metric("comfort", "comfort", "up", "of 5", needs_whole=True),
        Metric("good_rate", "share of good reps", "up", "%", needs_whole=True),
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
            return replace(state, comfort=comfort, pointed=pointed)
        is_asked = state.count.attempts >= settings["reps"]
        done_ms = state.done_ms if is_asked else active_ms
        return replace(state, count=state.count.after(press.kind), done_ms=done_ms)

    def ending(self, settings: Settings, state: QualityState) -> str | None:
        return None if state.comfort is None else ATTEMPTS

    def closes_ms(self, settings: Settings, state: QualityState) -> int | None:
        return state.done_ms if state.count.attempts >= settings["reps"] else None

    def is_timed_out(self, settings: Settings, state: QualityState, active_ms: int) -> bool:
        return False  # then it asks how comfortable it was

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
                "good_rate": share_of(count.makes, reps),
            },
            detail={"cues": settings["cues"]},
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return exactly(settings["reps"])

    def sheet(self, settings: Settings) -> Sheet:
        reps = counted(settings["reps"], "slow rep")
        rule = f"Play {reps}: tick each good one; at the end say how comfortable it was, 1 to 5."
        return Sheet(rule, min(MOST_BOXES, settings["reps"]), "rep")

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> QualityState:
        reps, good = settings["reps"], totals["good"]
        if good > reps:
            message = f"More good reps ({good}) than reps ({reps}) cannot be; count the ticks again."
            raise CoreError.one("out_of_reach", message, "good", value=good, allowed=f"<= {reps}")
        return QualityState(Count(good, reps - good), totals["comfort"])

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ("comfort",) if totals["comfort"] is None else ()

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        reps = settings["reps"]
        if metric_id == "good_rate":
            return chance_of_at_least(makes_for(mark, reps), reps, pace.rate)
        return chance_of_at_least(ceil(mark), reps, pace.rate) if metric_id == "good" else None

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        if metric_id == "comfort":
            return min(COMFORTS), max(COMFORTS)
        return 0, 100 if metric_id == "good_rate" else settings["reps"]

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        comfort = tally["metrics"]["comfort"]
        reps = f"of {counted(settings['reps'], 'rep')}" if metric_id == "good" else f"{tally['makes']} good"
        return reps if comfort is None or metric_id == "comfort" else f"{reps}, comfort {comfort} of 5"

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        comfort = tally["metrics"]["comfort"]
        if comfort is None:
            return ()
        word = "it sits: the next step may come." if comfort >= 4 else "stay here until it feels easy."  # noqa: PLR2004
        return (f"Comfort {comfort} of 5, {COMFORTS[int(comfort)]}: {word}",)

    def goal_words(self, settings: Settings) -> str:
        return counted(settings["reps"], "slow rep")
