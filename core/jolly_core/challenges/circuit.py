"""Circuit: stations in order, all of which must be made; what a miss does is for the athlete to choose."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from jolly_core.challenges.contract import MOST_BOXES, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import (
    ATTEMPTS_LIMIT,
    MAKES,
    MISSES,
    NOWHERE,
    SECONDS_LIMIT,
    Reaching,
    Road,
    has_limit,
    limit_words,
    time_left_ms,
)
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.foretelling import Pace
from jolly_core.challenges.lessons import is_enough, weakest
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Choice, Names, Settings, WholeNumber
from jolly_core.challenges.targets import Tries, after_try, following, no_tries, rates_of, tried_rows
from jolly_core.stats.chain import LOST, WON
from jolly_core.stats.circuit import RESTART, RETRY, STEP_BACK, wait_for_circuit
from jolly_core.stats.waiting import Wait
from jolly_core.words import counted


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


class Circuit(Reaching[CircuitState]):
    """Settings: stations, circuits wanted, what a miss does, limits. Result: circuits, furthest point, rates."""

    id = "circuit"
    title = "Circuit"
    game = "Stations in order: make each one to go on."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    declared = (
        Names("stations", "Stations", ("first", "second", "third", "fourth"), low=2, are_targets=True),
        WholeNumber("circuits", "Circuits", 1, 50, 1),
        Choice(
            "on_miss",
            "A miss",
            (RESTART, STEP_BACK, RETRY),
            ("starts the circuit again", "goes back one station", "tries the same station again"),
            RESTART,
        ),
        ATTEMPTS_LIMIT,
        SECONDS_LIMIT,
    )
    prior = Pace(attempt_ms=10_000)
    metrics = (
        Metric("circuits", "circuits", "up", "circuits", "circuit"),
        Metric("clean", "circuits without a miss", "up", "without a miss"),
        Metric("attempts_to_goal", "attempts to the goal", "down", "attempts", "attempt", missing="goal not reached"),
        Metric("furthest", "furthest station", "up", "stations", "station"),
    )
    totals = (
        WholeNumber("circuits", "Circuits", 0, 50, 0),
        MAKES,
        MISSES,
        WholeNumber("clean", "Without a miss", 0, 50, None),
        WholeNumber("furthest", "Furthest station", 0, 24, None),
    )

    def start(self, settings: Settings) -> CircuitState:
        return CircuitState(no_tries(settings["stations"]))

    def step(self, settings: Settings, state: CircuitState, press: Event, active_ms: int) -> CircuitState:
        count = state.count.after(press.kind)
        if press.kind == LET:
            return replace(state, count=count)
        is_made = press.kind == MAKE
        tries = after_try(state.tries, state.place, is_made=is_made)
        if not is_made:
            rule = settings["on_miss"]
            place = 0 if rule == RESTART else state.place if rule == RETRY else max(0, state.place - 1)
            # Begun again or not, the circuit in hand has its miss.
            return CircuitState(tries, count, place, state.furthest, state.circuits, state.clean, is_clean=False)
        place = state.place + 1
        furthest = max(place, state.furthest)
        if place < len(tries):
            return CircuitState(tries, count, place, furthest, state.circuits, state.clean, state.is_clean)
        return CircuitState(tries, count, 0, furthest, state.circuits + 1, state.clean + state.is_clean)

    def is_reached(self, settings: Settings, state: CircuitState) -> bool:
        return state.circuits >= int(settings["circuits"])

    def read(self, settings: Settings, state: CircuitState, active_ms: int) -> Reading:
        names, wanted = settings["stations"], settings["circuits"]
        round_words = f", circuit {state.circuits + 1} of {wanted}" if wanted > 1 else ""
        made = len(names) if self.is_reached(settings, state) else state.place
        last = following(names, state.place) is None
        is_last = last and state.circuits + 1 == wanted
        return Reading(
            number=made,
            number_label="station made" if made == 1 else "stations made",
            out_of=len(names),
            next=f"{counted(len(names) - state.place, 'station')} to go{round_words}",
            to_goal=(wanted - state.circuits) * len(names) - state.place,
            time_left_ms=time_left_ms(settings, active_ms),
            target=names[state.place],
            then=None if is_last else names[0] if last else following(names, state.place),
            metrics={
                "circuits": state.circuits,
                "clean": state.clean,
                "attempts_to_goal": self.taken(settings, state),
                "furthest": state.furthest,
            },
            in_hand={"furthest": state.place},
            detail={"targets": tried_rows(names, state.tries), "circuits": state.circuits, "wanted": wanted},
        )

    def wait(self, settings: Settings, rate: float) -> Wait:
        return wait_for_circuit([rate] * len(settings["stations"]), settings["on_miss"]).times(settings["circuits"])

    def fewest(self, settings: Settings) -> int:
        return len(settings["stations"]) * int(settings["circuits"])

    def road(self, settings: Settings, metric_id: str, mark: int) -> Road | None:
        """The station in hand, whether its circuit is clean, the circuits that are done and those of them clean."""
        stations, rule, is_of_clean = len(settings["stations"]), settings["on_miss"], metric_id == "clean"
        circuits = mark if metric_id == "circuits" else int(settings["circuits"])
        furthest = mark if metric_id == "furthest" else None
        if max(circuits, mark if is_of_clean else 0) > settings["circuits"] or (furthest or 0) > stations:
            return NOWHERE

        def after(state: tuple[int, bool, int, int], is_made: bool) -> tuple[int, bool, int, int] | str:
            place, is_clean, done, clean = state
            if not is_made:
                back = 0 if rule == RESTART else place if rule == RETRY else max(0, place - 1)
                return back, not is_of_clean, done, clean
            place += 1
            if furthest and place >= furthest:
                return WON
            if place < stations:
                return place, is_clean, done, clean
            done, clean = done + 1, clean + (is_clean and is_of_clean)
            if done < circuits and not (is_of_clean and clean >= mark):
                return 0, True, done, clean
            return LOST if is_of_clean and clean < mark else WON

        return Road((0, True, 0, 0), after)

    def sheet(self, settings: Settings) -> Sheet:
        miss = {RESTART: "starts again", STEP_BACK: "goes back one", RETRY: "tries again"}[settings["on_miss"]]
        rule = f"Play {self.goal_words(settings)}: tick each make, cross each miss; a miss {miss}."
        return Sheet(rule, MOST_BOXES, "try")

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        if metric_id == self.reaching:
            return super().span(settings, metric_id)
        whole = len(settings["stations"]) if metric_id == "furthest" else int(settings["circuits"])
        return (0 if has_limit(settings) or metric_id == "clean" else whole), whole

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        rows = [row for row in tally["detail"].get("targets", []) if row["attempts"]]
        if len(rows) < len(settings["stations"]) or not is_enough(tally):
            return ()
        wait, hardest = wait_for_circuit(rates_of(rows), settings["on_miss"]), weakest(rows)
        again = f"At your rates one circuit takes about {round(wait.mean)} attempts on average."
        if hardest is None:
            return (again,)
        made = f"{hardest['makes']} of {hardest['attempts']}"
        return (f"Hardest here, by more than luck: {hardest['name']}, {made}.", again)

    def goal_words(self, settings: Settings) -> str:
        number = counted(settings["circuits"], "circuit")
        return f"{number} of {counted(len(settings['stations']), 'station')}{limit_words(settings)}"
