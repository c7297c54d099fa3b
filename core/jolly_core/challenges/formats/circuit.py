"""Circuit: stations in order, all of which must be made; what a miss does is for the athlete to choose."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from jolly_core.challenges.breakdown import Breakdown, by_target
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Reaching, attempts_at_most, limit_words, seconds_at_most, time_left_ms
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, choice, names, whole_number
from jolly_core.challenges.tally import AnyTally, Reading
from jolly_core.challenges.targets import TargetLine, Tries, after_try, following, no_tries, target_lines
from jolly_core.stats.circuit import RESTART, RETRY, STEP_BACK
from jolly_core.words import quantity

ANY, IN_A_ROW = "any", "in_a_row"


@dataclass(frozen=True, slots=True)
class CircuitState:
    """``place`` is the station to play; ``furthest`` how many were made one after the other at best in a circuit."""

    tries: Tries
    count: Count = NOTHING
    place: int = 0
    furthest: int = 0
    circuits: int = 0
    clean: int = 0
    is_clean: bool = True
    #: Circuits without a miss, one after the other: now, and at best.
    row: int = 0
    best_row: int = 0


@dataclass(frozen=True)
class CircuitSettings(Settings):
    stations: tuple[str, ...] = names("Stations", ("first", "second", "third", "fourth"), low=2, are_targets=True)
    circuits: int = whole_number("Circuits", 1, 50, 1)
    on_miss: str = choice(
        "A miss",
        {
            RESTART: "starts the circuit again",
            STEP_BACK: "goes back one station",
            RETRY: "tries the same station again",
        },
        RESTART,
    )
    wanted: str = choice(
        "The circuits",
        {ANY: "count, each for itself", IN_A_ROW: "have to be clean, in a row: a miss starts them all again"},
        ANY,
    )
    attempts_limit: int | None = attempts_at_most()
    seconds_limit: int | None = seconds_at_most()


@dataclass(frozen=True, slots=True)
class CircuitDetail:
    format: Literal["circuit"] = "circuit"
    targets: tuple[TargetLine, ...] = ()


class Circuit(Reaching[CircuitSettings, CircuitState]):
    """Settings: stations, circuits wanted, what a miss does, limits. Result: circuits, furthest point, rates."""

    id = "circuit"
    title = "Circuit"
    summary = "Stations in order: make each one to go on."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    metrics = (
        Metric("circuits", "circuits", "up", "circuits", "circuit"),
        Metric("clean", "circuits without a miss", "up", "without a miss"),
        Metric("clean_row", "clean circuits in a row", "up", "clean in a row"),
        Metric("attempts_to_goal", "attempts to the goal", "down", "attempts", "attempt", missing="goal not reached"),
        Metric("furthest", "furthest station", "up", "stations", "station"),
    )
    settings_type = CircuitSettings
    detail_type = CircuitDetail

    def start(self) -> CircuitState:
        return CircuitState(no_tries(self.settings.stations))

    def step(self, state: CircuitState, press: Event, active_ms: int) -> CircuitState:
        count = state.count.after(press.kind)
        if press.kind == LET:
            return replace(state, count=count)
        is_made = press.kind == MAKE
        tries = after_try(state.tries, state.place, is_made=is_made)
        if not is_made:
            if self.settings.wanted == IN_A_ROW:
                # Everything begins anew, a clean circuit as well.
                return replace(state, tries=tries, count=count, place=0, is_clean=True, row=0)
            rule = self.settings.on_miss
            place = 0 if rule == RESTART else state.place if rule == RETRY else max(0, state.place - 1)
            # Begun again or not, the circuit in hand has its miss.
            return replace(state, tries=tries, count=count, place=place, is_clean=False, row=0)
        place = state.place + 1
        state = replace(state, tries=tries, count=count, place=place, furthest=max(place, state.furthest))
        return state if place < len(tries) else _closed(state)

    def done(self, state: CircuitState) -> int:
        """The circuits that count towards those wanted."""
        return state.row if self.settings.wanted == IN_A_ROW else state.circuits

    def is_reached(self, state: CircuitState) -> bool:
        return self.done(state) >= self.settings.circuits

    def reading(self, state: CircuitState, active_ms: int) -> Reading:
        names, wanted = self.settings.stations, self.settings.circuits
        done = self.done(state)
        is_row = self.settings.wanted == IN_A_ROW
        round_words = f", {'clean' if is_row else 'circuit'} {done + 1} of {wanted}" if wanted > 1 else ""
        left = len(names) - state.place
        left_words = f"{left} to go" if is_row else f"{quantity(left, 'station')} to go"
        made = len(names) if self.is_reached(state) else state.place
        last = following(names, state.place) is None
        is_last = last and done + 1 == wanted
        return Reading(
            number=made,
            number_label="station made" if made == 1 else "stations made",
            out_of=len(names),
            next=f"{left_words}{round_words}",
            to_goal=(wanted - done) * len(names) - state.place,
            time_left_ms=time_left_ms(self.settings, active_ms),
            target=names[state.place],
            then=None if is_last else names[0] if last else following(names, state.place),
            metrics={
                "circuits": state.circuits,
                "clean": state.clean,
                "clean_row": state.best_row,
                "attempts_to_goal": self.taken(state),
                "furthest": state.furthest,
            },
            in_hand={"furthest": state.place},
            detail=CircuitDetail(targets=target_lines(names, state.tries)),
        )

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        return by_target(tally.detail.targets)

    def goal_words(self) -> str:
        clean = "clean " if self.settings.wanted == IN_A_ROW else ""
        number = quantity(self.settings.circuits, f"{clean}circuit")
        row = " in a row" if clean and self.settings.circuits > 1 else ""
        return f"{number}{row} of {quantity(len(self.settings.stations), 'station')}{limit_words(self.settings)}"


def _closed(state: CircuitState) -> CircuitState:
    """The state behind the last station of a circuit."""
    row = state.row + 1 if state.is_clean else 0
    return replace(
        state,
        place=0,
        circuits=state.circuits + 1,
        clean=state.clean + state.is_clean,
        is_clean=True,
        row=row,
        best_row=max(row, state.best_row),
    )
