"""Circuit: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.circuit import Circuit, CircuitDetail, CircuitSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import is_enough, rates_of, weakest
from jolly_core.lessons.lesson import Lessons
from jolly_core.stats.circuit import wait_for_circuit


class CircuitLessons(Lessons[CircuitSettings, CircuitDetail]):
    format = Circuit

    def of(self, tally: Tally[CircuitDetail]) -> tuple[str, ...]:
        rows = [row for row in tally.detail.targets if row.attempts]
        if len(rows) < len(self.settings.stations) or not is_enough(tally):
            return ()
        wait, hardest = wait_for_circuit(rates_of(rows), self.settings.on_miss), weakest(rows)
        again = f"At your rates one circuit takes about {round(wait.mean)} attempts on average."
        if hardest is None:
            return (again,)
        made = f"{hardest.makes} of {hardest.attempts}"
        return (f"Hardest here, by more than luck: {hardest.name}, {made}.", again)
