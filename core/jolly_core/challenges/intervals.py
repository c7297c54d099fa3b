"""Intervals: so many seconds or reps on, so many seconds off, so many sets; how hard it was at the end."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from jolly_core.challenges.contract import GOAL, MOST_BOXES, TIME, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, ZONE, Event
from jolly_core.challenges.foretelling import Attempts, Estimate, Pace, between, time_of
from jolly_core.challenges.marks import EFFORTS, mark_pads, pointed_words, read_mark, read_marking
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Choice, Settings, WholeNumber
from jolly_core.words import counted

SECONDS, REPS = "seconds", "reps"
WORK, REST, DONE = "work", "rest", "done"
MOST_REPS = 10_000


@dataclass(frozen=True, slots=True)
class IntervalState:
    """``sets`` counts those that were done by reps, ``rest_until_ms`` the end of the rest after the last of them.

    ``done_ms`` is when the last of them was done.
    """

    count: Count = NOTHING
    sets: int = 0
    reps: int = 0
    rest_until_ms: int = 0
    done_ms: int = 0
    effort: int | None = None
    #: The mark that a clicker points at.
    pointed: int | None = None


@dataclass(frozen=True)
class Phase:
    """Where in its sets a run is: what is on, in which set (from 0), and when it ends (None: by reps)."""

    kind: str
    set: int
    until_ms: int | None


class Intervals(Counted[IntervalState]):
    """Settings: on by seconds or reps, off, sets, rounds. Result: sets done, reps, effort."""

    id = "intervals"
    title = "Intervals"
    game = "Work, rest, and again, set after set. Press for every rep."
    is_aimed = False
    make_word = "Rep"
    miss_word = "Broken"
    declared = (
        Choice("by", "Work for", (SECONDS, REPS), ("so many seconds", "so many reps"), SECONDS),
        WholeNumber("work_s", "Seconds of work", 5, 3600, 20, "s"),
        WholeNumber("reps", "Reps of work", 1, 500, 10),
        WholeNumber("rest_s", "Rest between sets", 0, 900, 10, "s"),
        WholeNumber("sets", "Sets in a round", 1, 60, 8),
        WholeNumber("rounds", "Rounds", 1, 10, 1),
        WholeNumber("between_s", "Rest between rounds", 0, 1800, 60, "s"),
    )
    prior = Pace(attempt_ms=3000, rate=0.95)
    metrics = (
        Metric("sets_done", "sets done", "up", "sets", "set"),
        Metric("reps", "reps", "up", "reps", "rep"),
        Metric("effort", "effort", "down", "of 10", needs_whole=True),
    )
    totals = (
        WholeNumber("sets_done", "Sets done", 0, 600, 0),
        WholeNumber("makes", "Reps", 0, 10_000, 0),
        WholeNumber("misses", "Broken reps", 0, 10_000, 0),
        WholeNumber("effort", "How hard, 0 to 10", 0, 10, None),
    )

    def start(self, settings: Settings) -> IntervalState:
        return IntervalState()

    def takes(self, settings: Settings, state: IntervalState, press: Event, active_ms: int) -> bool:
        if _is_done(settings, state, active_ms):
            return press.kind != ZONE or read_mark(press, EFFORTS) is not None
        if press.kind == ZONE:
            return False
        if press.kind == LET or settings["by"] == REPS:
            return True
        # By seconds a rep in the rest is none; by reps it opens the next set early.
        return _by_seconds(settings, active_ms).kind == WORK

    def step(self, settings: Settings, state: IntervalState, press: Event, active_ms: int) -> IntervalState:
        if press.kind == LET:
            return replace(state, count=state.count.after(LET))
        if _is_done(settings, state, active_ms):
            effort, pointed = read_marking(press, EFFORTS, state.pointed)
            return replace(state, effort=effort, pointed=pointed)
        count = state.count.after(press.kind)
        if settings["by"] == SECONDS or press.kind != MAKE:
            return replace(state, count=count)
        reps = state.reps + 1
        if reps < settings["reps"]:
            return replace(state, count=count, reps=reps)
        done = state.sets + 1
        return IntervalState(count, done, 0, active_ms + 1000 * _rest_s(settings, done), active_ms)

    def closes_ms(self, settings: Settings, state: IntervalState) -> int | None:
        if settings["by"] == SECONDS:
            return 1000 * length_s(settings)
        return state.done_ms if state.sets >= _all_sets(settings) else None

    def is_timed_out(self, settings: Settings, state: IntervalState, active_ms: int) -> bool:
        return False  # then it asks how hard it was

    def is_played(self, attempts: int, metrics: Mapping[str, Any]) -> bool:
        # Hands that work do not press: a set that was kept by the clock was played all the same.
        return attempts > 0 or bool(metrics["sets_done"])

    def ending(self, settings: Settings, state: IntervalState) -> str | None:
        if state.effort is None:
            return None
        return GOAL if settings["by"] == REPS else TIME

    def read(self, settings: Settings, state: IntervalState, active_ms: int) -> Reading:
        phase, sets = _phase(settings, state, active_ms), _all_sets(settings)
        done = phase.set + (phase.kind == REST) if settings["by"] == SECONDS else state.sets
        left_ms = None if phase.until_ms is None else max(0, phase.until_ms - active_ms)
        is_work, is_asked = phase.kind == WORK, phase.kind == DONE
        number = state.reps if settings["by"] == REPS and is_work else state.count.makes
        return Reading(
            number=number,
            number_label="rep" if number == 1 else "reps",
            out_of=settings["reps"] if settings["by"] == REPS and is_work else None,
            next=_next(phase, sets),
            to_goal=sets - done,
            time_left_ms=left_ms if is_work else None,
            rest_left_ms=left_ms or 0 if phase.kind == REST else 0,
            wakes_in_ms=left_ms,
            asks="How hard was it?" if is_asked else "",
            target=pointed_words(EFFORTS, state.pointed) if is_asked else None,
            pads=mark_pads(EFFORTS) if is_asked else (),
            metrics={"sets_done": done, "reps": state.count.makes, "effort": state.effort},
            detail={"phase": phase.kind, "set": min(sets, phase.set + 1), "sets": sets},
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        sets = _all_sets(settings)
        if settings["by"] == REPS:
            wanted = sets * settings["reps"]
            return between(wanted, wanted / max(0.05, pace.rate), 1.3 * wanted / max(0.05, pace.rate))
        reps = sets * settings["work_s"] * 1000 / pace.attempt_ms
        return between(reps / 2, reps, reps * 2)

    def estimate(self, settings: Settings, pace: Pace) -> Estimate:
        if settings["by"] == SECONDS:
            whole = length_s(settings)
            return Estimate(whole, whole, whole)
        return time_of(self.attempts(settings, pace), pace, rest_s=total_rest_s(settings))

    def sheet(self, settings: Settings) -> Sheet:
        work = f"{settings['work_s']} s" if settings["by"] == SECONDS else counted(settings["reps"], "rep")
        rule = f"Work {work}, rest {settings['rest_s']} s: write the reps of each set, and how hard it was, 0 to 10."
        return Sheet(rule, min(MOST_BOXES, _all_sets(settings)), "set")

    def metrics_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> dict[str, Any]:
        return {"reps": totals["makes"]}

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ("effort",) if totals["effort"] is None else ()

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        # Stopping is how such a run falls short, so even by the clock no set is sure.
        return 0, {"sets_done": _all_sets(settings), "effort": max(EFFORTS)}.get(metric_id, MOST_REPS)

    def first_mark(self, settings: Settings, metric_id: str) -> float | None:
        return _all_sets(settings) if metric_id == "sets_done" else None

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        metrics, sets = tally["metrics"], _all_sets(settings)
        reps = counted(metrics["reps"], "rep") if metrics["reps"] else ""
        effort = "" if metrics["effort"] is None else f"effort {metrics['effort']} of {max(EFFORTS)}"
        done = f"of {sets}" if metric_id == "sets_done" else f"{metrics['sets_done']} of {counted(sets, 'set')}"
        said = [done, reps if metric_id != "reps" else "", effort if metric_id != "effort" else ""]
        return ", ".join(each for each in said if each)

    def goal_words(self, settings: Settings) -> str:
        work = f"{settings['work_s']} s" if settings["by"] == SECONDS else counted(settings["reps"], "rep")
        words = f"{counted(settings['sets'], 'set')} of {work}, {settings['rest_s']} s rest"
        return words if settings["rounds"] == 1 else f"{settings['rounds']} rounds of {words}"


def length_s(settings: Settings) -> int:
    """How long a run by seconds is: all work and all rests."""
    return _all_sets(settings) * int(settings["work_s"]) + total_rest_s(settings)


def _all_sets(settings: Settings) -> int:
    return int(settings["sets"]) * int(settings["rounds"])


def total_rest_s(settings: Settings) -> int:
    """All rests of a run: between sets, and longer ones between rounds; none after the last set."""
    rounds = int(settings["rounds"])
    return rounds * (int(settings["sets"]) - 1) * int(settings["rest_s"]) + (rounds - 1) * int(settings["between_s"])


def _rest_s(settings: Settings, done: int) -> int:
    """The rest after so many sets; nothing after the last."""
    if done >= _all_sets(settings):
        return 0
    return int(settings["between_s"] if done % settings["sets"] == 0 else settings["rest_s"])


def _is_done(settings: Settings, state: IntervalState, active_ms: int) -> bool:
    """Whether all sets are done, and only the mark for them is due."""
    if settings["by"] == REPS:
        return state.sets >= _all_sets(settings)
    return active_ms >= 1000 * length_s(settings)


def _phase(settings: Settings, state: IntervalState, active_ms: int) -> Phase:
    if _is_done(settings, state, active_ms):
        return Phase(DONE, _all_sets(settings), None)
    if settings["by"] == SECONDS:
        return _by_seconds(settings, active_ms)
    if state.reps == 0 and active_ms < state.rest_until_ms:
        return Phase(REST, state.sets - 1, state.rest_until_ms)
    return Phase(WORK, state.sets, None)


def _by_seconds(settings: Settings, active_ms: int) -> Phase:
    sets, work_ms = settings["sets"], settings["work_s"] * 1000
    rest_ms, between_ms = settings["rest_s"] * 1000, settings["between_s"] * 1000
    round_ms = sets * work_ms + (sets - 1) * rest_ms
    turn, at_ms = divmod(active_ms, round_ms + between_ms)
    begun_ms = turn * (round_ms + between_ms)
    if at_ms >= round_ms:
        return Phase(REST, turn * sets + sets - 1, begun_ms + round_ms + between_ms)
    place, in_set_ms = divmod(at_ms, work_ms + rest_ms)
    set_begun_ms = begun_ms + place * (work_ms + rest_ms)
    if in_set_ms < work_ms:
        return Phase(WORK, turn * sets + place, set_begun_ms + work_ms)
    return Phase(REST, turn * sets + place, set_begun_ms + work_ms + rest_ms)


def _next(phase: Phase, sets: int) -> str:
    if phase.kind == DONE:
        return "All sets done"
    if phase.kind == REST:
        return f"Rest, then set {phase.set + 2} of {sets}"
    return f"Work: set {phase.set + 1} of {sets}"
