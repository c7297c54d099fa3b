"""Circuit: how long it takes, and how likely its marks are."""

from __future__ import annotations

from math import inf

from jolly_core.challenges.counted import has_limit
from jolly_core.challenges.formats.circuit import IN_A_ROW, Circuit, CircuitSettings
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.reaching import UNREACHABLE, Chain, ReachingForecast
from jolly_core.stats.chain import LOST, WON
from jolly_core.stats.circuit import RESTART, RETRY, wait_for_circuit
from jolly_core.stats.waiting import Wait


class CircuitForecast(ReachingForecast[CircuitSettings]):
    format = Circuit
    prior = Pace(attempt_ms=10_000)

    @property
    def _is_row(self) -> bool:
        """Whether clean circuits are wanted in a row: then they are one long circuit, which a miss begins anew."""
        return self.settings.wanted == IN_A_ROW

    def wait(self, rate: float) -> Wait:
        if self._is_row:
            return wait_for_circuit([rate] * self.fewest, RESTART)
        return wait_for_circuit([rate] * len(self.settings.stations), self.settings.on_miss).times(
            self.settings.circuits
        )

    @property
    def fewest(self) -> int:
        return len(self.settings.stations) * self.settings.circuits

    def chain(self, metric_id: str, mark: int) -> Chain | None:
        """The station in hand, whether its circuit is clean, the circuits that are done and those of them clean."""
        if self._is_row or metric_id == "clean_row":
            return self._row_chain(metric_id, mark)
        stations, rule, is_of_clean = len(self.settings.stations), self.settings.on_miss, metric_id == "clean"
        circuits = mark if metric_id == "circuits" else self.settings.circuits
        furthest = mark if metric_id == "furthest" else None
        if max(circuits, mark if is_of_clean else 0) > self.settings.circuits or (furthest or 0) > stations:
            return UNREACHABLE

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

        return Chain((0, True, 0, 0), after)

    def _row_chain(self, metric_id: str, mark: int) -> Chain | None:
        """Makes in a row to so many clean circuits; None for what is not decided by them alone."""
        if not self._is_row or metric_id not in (self.reaching, "clean_row"):
            return None
        wanted = self.fewest if metric_id == self.reaching else mark * len(self.settings.stations)
        if wanted > self.fewest:
            return UNREACHABLE

        def after(row: int, is_made: bool) -> int | str:
            if not is_made:
                return 0
            return WON if row + 1 >= wanted else row + 1

        return Chain(0, after)

    def span(self, metric_id: str) -> tuple[float, float]:
        if metric_id == self.reaching:
            return super().span(metric_id)
        if self._is_row and metric_id in ("circuits", "clean"):
            return (0 if has_limit(self.settings) else self.settings.circuits), inf
        if metric_id == "clean_row" and not self._is_row:
            return 0, self.settings.circuits
        whole = len(self.settings.stations) if metric_id == "furthest" else self.settings.circuits
        return (0 if has_limit(self.settings) or metric_id == "clean" else whole), whole
