"""Intervals: seconds or reps on, seconds off, a number of sets; how hard it was at the end."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, ZONE, Event
from jolly_core.challenges.marks import EFFORTS, mark_pads, pointed_words, read_mark, read_marking
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, choice, whole_number
from jolly_core.challenges.tally import GOAL, HALVES, MARKS, TIME, AnyTally, Ending, Metrics, Reading
from jolly_core.words import quantity

SECONDS, REPS, SETS = "seconds", "reps", "sets"

PhaseKind = Literal["work", "rest", "done"]
WORK: PhaseKind = "work"
REST: PhaseKind = "rest"
DONE: PhaseKind = "done"


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

    kind: PhaseKind
    set: int
    until_ms: int | None


@dataclass(frozen=True)
class IntervalsSettings(Settings):
    by: str = choice(
        "Work for",
        {SECONDS: "so many seconds", REPS: "so many reps, a press each", SETS: "so many reps, a press a set"},
        SECONDS,
    )
    work_s: int = whole_number("Seconds of work", 5, 3600, 20, "s")
    reps: int = whole_number("Reps of work", 1, 500, 10)
    rest_s: int = whole_number("Rest between sets", 0, 900, 10, "s")
    sets: int = whole_number("Sets in a round", 1, 60, 8)
    rounds: int = whole_number("Rounds", 1, 10, 1)
    between_s: int = whole_number("Rest between rounds", 0, 1800, 60, "s")

    @property
    def all_sets(self) -> int:
        """The sets of all rounds."""
        return self.sets * self.rounds

    @property
    def length_s(self) -> int:
        """How long a run by seconds is: all work and all rests."""
        return self.all_sets * self.work_s + self.total_rest_s

    @property
    def total_rest_s(self) -> int:
        """All rests of a run: between sets, and longer ones between rounds; none after the last set."""
        return self.rounds * (self.sets - 1) * self.rest_s + (self.rounds - 1) * self.between_s


@dataclass(frozen=True, slots=True)
class IntervalsDetail:
    format: Literal["intervals"] = "intervals"
    phase: PhaseKind = "work"
    #: Which set of how many.
    set: int = 1
    sets: int = 1


class Intervals(Counted[IntervalsSettings, IntervalState]):
    """Settings: on by seconds or reps, off, sets, rounds. Result: sets done, reps, effort."""

    id = "intervals"
    title = "Intervals"
    summary = "Work, rest, and again, set after set. Press for every rep, once a set, or not at all."
    is_aimed = False
    make_word = "Rep"
    miss_word = "Broken"
    heard_as = "contacts"
    metrics = (
        Metric("sets_done", "sets done", "up", "sets", "set"),
        Metric("reps", "reps", "up", "reps", "rep"),
        Metric("effort", "effort", "down", "of 10", needs_whole=True),
    )
    settings_type = IntervalsSettings
    detail_type = IntervalsDetail

    @property
    def pressed_words(self) -> tuple[str, str]:
        return ("Set done" if self.settings.by == SETS else self.make_word), self.miss_word

    def start(self) -> IntervalState:
        return IntervalState()

    def takes(self, state: IntervalState, press: Event, active_ms: int) -> bool:
        if _is_done(self.settings, state, active_ms):
            return press.kind != ZONE or read_mark(press, EFFORTS) is not None
        if press.kind == ZONE:
            return False
        if press.kind == LET or self.settings.by != SECONDS:
            return True
        # By seconds a rep in the rest is none; by reps it opens the next set early.
        return _by_seconds(self.settings, active_ms).kind == WORK

    def step(self, state: IntervalState, press: Event, active_ms: int) -> IntervalState:
        if press.kind == LET:
            return replace(state, count=state.count.after(LET))
        if _is_done(self.settings, state, active_ms):
            effort, pointed = read_marking(press, EFFORTS, state.pointed)
            return replace(state, effort=effort, pointed=pointed)
        count = state.count.after(press.kind)
        if self.settings.by == SECONDS or press.kind != MAKE:
            return replace(state, count=count)
        reps = self.settings.reps if self.settings.by == SETS else state.reps + 1
        if reps < self.settings.reps:
            return replace(state, count=count, reps=reps)
        done = state.sets + 1
        return IntervalState(count, done, 0, active_ms + 1000 * _rest_s(self.settings, done), active_ms)

    def closes_ms(self, state: IntervalState) -> int | None:
        if self.settings.by == SECONDS:
            return 1000 * self.settings.length_s
        return state.done_ms if state.sets >= self.settings.all_sets else None

    def is_timed_out(self, state: IntervalState, active_ms: int) -> bool:
        return False  # then it asks how hard it was

    def is_played(self, attempts: int, metrics: Metrics) -> bool:
        # A set by the clock counts as played without a press: the hands are busy.
        return attempts > 0 or bool(metrics["sets_done"])

    def ending(self, state: IntervalState) -> Ending | None:
        if state.effort is None:
            return None
        return TIME if self.settings.by == SECONDS else GOAL

    def reading(self, state: IntervalState, active_ms: int) -> Reading:
        phase, sets = _phase(self.settings, state, active_ms), self.settings.all_sets
        done = phase.set + (phase.kind == REST) if self.settings.by == SECONDS else state.sets
        left_ms = None if phase.until_ms is None else max(0, phase.until_ms - active_ms)
        is_work, is_asked = phase.kind == WORK, phase.kind == DONE
        all_reps = state.sets * self.settings.reps if self.settings.by == SETS else state.count.makes
        number = state.reps if self.settings.by == REPS and is_work else all_reps
        return Reading(
            number=number,
            number_label="rep" if number == 1 else "reps",
            out_of=self.settings.reps if self.settings.by == REPS and is_work else None,
            next=_next(phase, sets, self.settings.reps if self.settings.by == SETS else None),
            to_goal=sets - done,
            time_left_ms=left_ms if is_work else None,
            rest_left_ms=left_ms or 0 if phase.kind == REST else 0,
            wakes_in_ms=left_ms,
            asks="How hard was it?" if is_asked else "",
            target=pointed_words(EFFORTS, state.pointed) if is_asked else None,
            face=MARKS if is_asked else HALVES,
            pads=mark_pads(EFFORTS) if is_asked else (),
            metrics={"sets_done": done, "reps": all_reps, "effort": state.effort},
            detail=IntervalsDetail(phase=phase.kind, set=min(sets, phase.set + 1), sets=sets),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        metrics, sets = tally.metrics, self.settings.all_sets
        reps = quantity(tally.whole("reps"), "rep") if metrics["reps"] else ""
        effort = "" if metrics["effort"] is None else f"effort {metrics['effort']} of {max(EFFORTS)}"
        done = f"of {sets}" if metric_id == "sets_done" else f"{metrics['sets_done']} of {quantity(sets, 'set')}"
        said = [done, reps if metric_id != "reps" else "", effort if metric_id != "effort" else ""]
        return ", ".join(each for each in said if each)

    def goal_words(self) -> str:
        work = f"{self.settings.work_s} s" if self.settings.by == SECONDS else quantity(self.settings.reps, "rep")
        words = f"{quantity(self.settings.sets, 'set')} of {work}, {self.settings.rest_s} s rest"
        return words if self.settings.rounds == 1 else f"{self.settings.rounds} rounds of {words}"


def _rest_s(settings: IntervalsSettings, done: int) -> int:
    """The rest after a number of sets; none after the last."""
    if done >= settings.all_sets:
        return 0
    return settings.between_s if done % settings.sets == 0 else settings.rest_s


def _is_done(settings: IntervalsSettings, state: IntervalState, active_ms: int) -> bool:
    """Whether all sets are done, and only the mark for them is due."""
    if settings.by != SECONDS:
        return state.sets >= settings.all_sets
    return active_ms >= 1000 * settings.length_s


def _phase(settings: IntervalsSettings, state: IntervalState, active_ms: int) -> Phase:
    if _is_done(settings, state, active_ms):
        return Phase(DONE, settings.all_sets, None)
    if settings.by == SECONDS:
        return _by_seconds(settings, active_ms)
    if state.reps == 0 and active_ms < state.rest_until_ms:
        return Phase(REST, state.sets - 1, state.rest_until_ms)
    return Phase(WORK, state.sets, None)


def _by_seconds(settings: IntervalsSettings, active_ms: int) -> Phase:
    sets, work_ms = settings.sets, settings.work_s * 1000
    rest_ms, between_ms = settings.rest_s * 1000, settings.between_s * 1000
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


def _next(phase: Phase, sets: int, reps: int | None) -> str:
    """What is next; ``reps`` where they are not counted one by one, and have to be said."""
    if phase.kind == DONE:
        return "All sets done"
    if phase.kind == REST:
        return f"Rest, then set {phase.set + 2} of {sets}"
    return f"Set {phase.set + 1} of {sets}: {quantity(reps, 'rep')}" if reps else f"Work: set {phase.set + 1} of {sets}"
