"""The week arranger: a constraint problem, solved wish by wish in the athlete's own order.

Minutes, places, kit and dose are never broken. A wish is kept if it can be kept together with all dearer ones that
were; else it gives way, as little as it has to, and those that it gave way to are named. What freedom is left goes to
more visits, and then to days that are as even as can be. One worker, a fixed seed and limits counted in steps instead
of seconds: the same week gives the same arrangement on any machine.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, Any

from jolly_core.planning.week import (
    AT_LEAST,
    AT_MOST,
    DAY_OFF,
    OF_A_DRILL,
    REST_DAYS,
    Drill,
    Week,
    WeekWish,
    Window,
    WishState,
    check_week,
    list_states,
    reached,
    wish_words,
)
from jolly_core.words import quantity

if TYPE_CHECKING:
    from ortools.sat.python import cp_model

SEED = 7
#: Steps for one question and for all of them, in the solver's own deterministic seconds; a question left open counts as
#: "cannot be kept", and says so. When all are used up, easy questions are still answered.
STEPS_A_WISH, STEPS_A_WEEK, STEPS_AFTER, STEPS_TO_POLISH = 0.1, 0.4, 0.006, 0.08

#: How many higher-priority wishes are tested as the cause of a conflict, and how many a sentence names.
TRIALS, MOST_NAMED = 40, 4


@dataclass(frozen=True)
class ArrangedWeek:
    """Which drills are in which window, what became of the wishes, and the worth of the visits beyond them."""

    drills: dict[str, tuple[str, ...]]
    states: tuple[WishState, ...]
    value: int
    peak_minutes: int


def preload() -> None:
    """Import the solver, which takes a second or two the first time."""
    from ortools.sat.python import cp_model  # noqa: F401


def arrange_week(week: Week) -> ArrangedWeek:
    """The best week for the wishes, highest priority first. Raises ``CoreError`` for windows or wishes of no use."""
    check_week(week)
    return _Solver(week).solve()


class _Solver:
    """One week as a model: a variable per drill and window, and a literal per wish that can be assumed."""

    def __init__(self, week: Week) -> None:
        from ortools.sat.python import cp_model  # a second or two: only who arranges pays for it

        self.cp: Any = cp_model
        self.week = week
        self.model: cp_model.CpModel = cp_model.CpModel()
        self.visits = {
            (drill.key, window.key): self.model.new_bool_var(f"{drill.key} in {window.key}")
            for drill in week.drills
            for window in week.windows
            if drill.fits(window)
        }
        self.busy = [self.model.new_bool_var(f"busy {day}") for day in range(7)]
        #: How often each drill is visited.
        self.counts = {
            drill.key: self.model.new_int_var(0, drill.at_most, f"visits of {drill.key}") for drill in week.drills
        }
        self._keep_windows()
        for drill in week.drills:
            self._keep_dose(drill)
        self._add_capacity_constraints()
        self.solver: Any = None
        #: The arrangement that was found last; it keeps all wishes kept so far.
        self.found: dict[str, tuple[str, ...]] = {window.key: () for window in week.windows}
        self.steps_left, self.trials_left = STEPS_A_WEEK, TRIALS
        #: A literal for each wish, and for each smaller number that an at-least may come down to.
        self.literals = {(wish.key, wish.number): self._wish(wish, wish.number) for wish in week.wishes}

    # --- what is never broken -----------------------------------------------------------------------------------------

    def _of_drill(self, drill: Drill, days: Sequence[int] = range(7)) -> list[Any]:
        return [
            self.visits[drill.key, window.key]
            for window in self.week.windows
            if window.day in days and (drill.key, window.key) in self.visits
        ]

    def _keep_windows(self) -> None:
        minutes = {drill.key: drill.minutes for drill in self.week.drills}
        for window in self.week.windows:
            inside = [(key, visit) for (key, place), visit in self.visits.items() if place == window.key]
            self.model.add(sum(minutes[key] * visit for key, visit in inside) <= window.net_minutes)
            for _, visit in inside:
                self.model.add_implication(visit, self.busy[window.day])

    def _add_capacity_constraints(self) -> None:
        """Drills that share windows share their minutes. A redundant constraint that speeds up the solver."""
        places = {
            drill.key: frozenset(window.key for window in self.week.windows if (drill.key, window.key) in self.visits)
            for drill in self.week.drills
        }
        room = {window.key: self._most_filled(window) for window in self.week.windows}
        for windows in set(places.values()):
            inside = [drill for drill in self.week.drills if places[drill.key] <= windows]
            needed = sum(drill.minutes * self.counts[drill.key] for drill in inside)
            self.model.add(needed <= sum(room[window] for window in windows))

    def _most_filled(self, window: Window) -> int:
        """The most minutes of a window that whole visits can fill."""
        fillable = {0}
        for drill in self.week.drills:
            if (drill.key, window.key) in self.visits:
                fillable |= {
                    minutes + drill.minutes for minutes in fillable if minutes + drill.minutes <= window.net_minutes
                }
        return max(fillable)

    def _keep_dose(self, drill: Drill) -> None:
        """At most so often, never twice a day, and with the days between that its dose asks for."""
        self.model.add(sum(self._of_drill(drill)) == self.counts[drill.key])
        for day in range(7):
            self.model.add_at_most_one(self._of_drill(drill, range(day, day + drill.days_between + 1)))

    # --- wishes -------------------------------------------------------------------------------------------------------

    def _wish(self, wish: WeekWish, number: int) -> Any:
        literal = self.model.new_bool_var(f"wish {wish.key} {number}")
        if wish.kind in OF_A_DRILL:
            visits = self.counts[wish.drill]
            asked = visits >= number if wish.kind == AT_LEAST else visits <= number
            self.model.add(asked).only_enforce_if(literal)
        elif wish.kind == REST_DAYS:
            self.model.add(sum(self.busy) <= 7 - number).only_enforce_if(literal)
        elif wish.kind == DAY_OFF:
            self.model.add_implication(literal, self.busy[number].negated())
        else:
            self._hard_apart(literal)
        return literal

    def _hard_apart(self, literal: Any) -> None:
        """At most one hard drill on any two days that follow each other."""
        hard = [drill for drill in self.week.drills if drill.is_hard]
        for day in range(7):
            near = [visit for drill in hard for visit in self._of_drill(drill, (day, day + 1))]
            if near:
                self.model.add(sum(near) <= 1).only_enforce_if(literal)

    # --- solving ------------------------------------------------------------------------------------------------------

    def _ask(self, steps: float) -> None:
        """Solve the model. Simple questions are faster without presolve; none needs a linear program.

        Looking for symmetries and probing would take longer than most answers.
        """
        self.solver = solver = self.cp.CpSolver()
        solver.parameters.num_workers = 1
        solver.parameters.random_seed = SEED
        solver.parameters.linearization_level = 0
        solver.parameters.cp_model_presolve = self.model.has_objective()
        solver.parameters.symmetry_level = 0
        solver.parameters.cp_model_probing_level = 0
        solver.parameters.max_deterministic_time = steps
        self.status = solver.solve(self.model)

    def _is_possible(self, literals: Sequence[Any]) -> bool:
        self.model.clear_assumptions()
        self.model.add_assumptions(literals)
        self._ask(min(STEPS_A_WISH, max(STEPS_AFTER, self.steps_left)))
        self.steps_left -= self.solver.deterministic_time
        return self.status in (self.cp.OPTIMAL, self.cp.FEASIBLE)

    def _find(self, literals: Sequence[Any]) -> bool:
        """Whether these can be kept together; if so, the arrangement becomes the hint for the next solve."""
        if not self._is_possible(literals):
            return False
        self.found = {window.key: self._inside(window) for window in self.week.windows}
        self._hint()
        return True

    def _hint(self) -> None:
        self.model.clear_hints()  # type: ignore[no-untyped-call]
        for (drill, window), visit in self.visits.items():
            self.model.add_hint(visit, drill in self.found[window])

    def solve(self) -> ArrangedWeek:
        everything = list(self.literals.values())
        why: dict[str, str] = {}
        kept = everything if self._find(everything) else self._relax(why)
        self.model.clear_assumptions()
        for literal in kept:
            self.model.add(literal == 1)
        value = self._most_visits()
        peak = self._even_days()
        return ArrangedWeek(self.found, tuple(list_states(self.week, self.found, why)), value, peak)

    def _inside(self, window: Window) -> tuple[str, ...]:
        return tuple(
            drill.key
            for drill in self.week.drills
            if (drill.key, window.key) in self.visits and self.solver.boolean_value(self.visits[drill.key, window.key])
        )

    def _relax(self, why: dict[str, str]) -> list[Any]:
        """Wish by wish, highest priority first: keep it if feasible beside those kept, else as much as possible."""
        kept: list[Any] = []
        of: list[WeekWish] = []
        for wish in self.week.wishes:
            for number in [wish.number, *self._smaller(wish)]:
                literal = self._literal(wish, number)
                if self._is_met(wish, number) or self._find([*kept, literal]):
                    kept.append(literal)
                    of.append(wish)
                    break
                if number == wish.number:
                    why[wish.key] = self._why(wish, literal, kept, of)
        return kept

    def _literal(self, wish: WeekWish, number: int) -> Any:
        if (wish.key, number) not in self.literals:
            self.literals[wish.key, number] = self._wish(wish, number)
        return self.literals[wish.key, number]

    def _smaller(self, wish: WeekWish) -> range:
        """What an at-least, or rest days, may come down to."""
        return range(wish.number - 1, 0, -1) if wish.kind in (AT_LEAST, REST_DAYS) else range(0)

    def _is_met(self, wish: WeekWish, number: int) -> bool:
        """Whether the last arrangement already keeps the wish: then nothing has to be solved."""
        got, wanted = reached(replace(wish, number=number), self.week, self.found)
        return got <= wanted if wish.kind == AT_MOST else got >= wanted

    def _why(self, wish: WeekWish, literal: Any, kept: Sequence[Any], of: Sequence[WeekWish]) -> str:
        """A minimal set of higher-priority wishes that conflict with this one: the solver's core, reduced one by one.

        To be called right after the question whether the wish can be kept was answered with no.
        """
        if self.status == self.cp.UNKNOWN:
            return "no arrangement that keeps it beside what you ranked higher was found in the time there is"
        named = set(self.solver.sufficient_assumptions_for_infeasibility())
        against = [place for place, each in enumerate(kept) if each.index in named]
        for place in reversed(against):
            if not self.trials_left:
                break
            self.trials_left -= 1
            without = [each for each in against if each != place]
            if not self._is_possible([*(kept[each] for each in without), literal]):
                against = without
        if against:
            dearer = [wish_words(of[place], self.week) for place in against]
            more = f"; and {len(dearer) - MOST_NAMED} more" if len(dearer) > MOST_NAMED else ""
            return f"it does not go together with what you ranked higher: {'; '.join(dearer[:MOST_NAMED])}{more}"
        return self._why_alone(wish)

    def _why_alone(self, wish: WeekWish) -> str:
        if wish.kind != AT_LEAST:
            return "no arrangement of these windows allows it"
        drill = self.week.drill(wish.drill)
        if drill.barred:
            return drill.barred
        windows = [window for window in self.week.windows if drill.fits(window)]
        days = len({window.day for window in windows})
        if days >= wish.number:
            between = f" with {quantity(drill.days_between, 'day')} between" if drill.days_between else ""
            return f"at most {quantity(drill.at_most, 'time')} a week{between} is its dose"
        if not days:
            return "no window has the place, the kit and the minutes for it"
        has = "has" if days == 1 else "have"
        return f"only {quantity(days, 'day')} {has} a window with the place, kit and minutes for it"

    def _most_visits(self) -> int:
        """Maximise the value of the visits beyond the wishes."""
        worth = self.model.new_int_var(0, 1_000_000, "worth")
        self.model.add(worth == sum(drill.value * self.counts[drill.key] for drill in self.week.drills))
        self.model.maximize(worth)
        self._polish(worth)
        return sum(self.week.drill(key).value for inside in self.found.values() for key in inside)

    def _even_days(self) -> int:
        """Minimise the minutes of the fullest day."""
        minutes = {drill.key: drill.minutes for drill in self.week.drills}
        day_of = {window.key: window.day for window in self.week.windows}
        peak = self.model.new_int_var(0, 24 * 60, "peak")
        for day in range(7):
            inside = [minutes[drill] * visit for (drill, window), visit in self.visits.items() if day_of[window] == day]
            self.model.add(sum(inside) <= peak)
        self.model.minimize(peak)
        self._polish(peak)
        busy = dict.fromkeys(range(7), 0)
        for window, drills in self.found.items():
            busy[day_of[window]] += sum(minutes[drill] for drill in drills)
        return max(busy.values())

    def _polish(self, aim: Any) -> None:
        """Optimise an objective within the allowed steps and fix its value; else the last arrangement stands."""
        self._ask(STEPS_TO_POLISH)
        is_better = self.status in (self.cp.OPTIMAL, self.cp.FEASIBLE)
        if is_better:
            self.found = {window.key: self._inside(window) for window in self.week.windows}
        self._hint()
        self.model.clear_objective()  # type: ignore[no-untyped-call]
        if is_better:
            self.model.add(aim == self.solver.value(aim))
