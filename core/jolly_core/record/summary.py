"""What the runs that count on one rung and side come to, kept so that reading it does not grow with the record."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import UTC, date, datetime
from functools import cached_property

from jolly_core.record.usual import UP, USUAL_RUNS
from jolly_core.stored import Stored

#: As many of the latest runs are kept as any threshold, pace or picture looks at.
LATEST = 20


@dataclass(frozen=True, slots=True)
class PlayedRun:
    """What a record needs of one run that counts; ``time_used_ms`` is 0 for one from paper.

    ``comfort`` is how comfortable it was, None where that was not said.
    """

    id: str
    started_at: datetime
    day: date
    metrics: dict[str, int | float | None]
    attempts: int = 0
    makes: int = 0
    time_used_ms: int = 0
    comfort: int | None = None

    @property
    def place(self) -> tuple[datetime, str]:
        """Where it stands in the record: by its start, and by its id among those that began at once."""
        return self.started_at, self.id


@dataclass(frozen=True)
class SideSummary(Stored):
    """How many runs count, and the latest of them, oldest first, column by column: a record reads many of these.

    Of each metric it has the latest values, as many as a usual is made of, and the ends of all.
    """

    runs: int = 0
    ids: tuple[str, ...] = ()
    started: tuple[str, ...] = ()
    days: tuple[str, ...] = ()
    attempts: tuple[int, ...] = ()
    makes: tuple[int, ...] = ()
    times_ms: tuple[int, ...] = ()
    #: Of the latest runs; there are fewer where the older ones were kept before comfort was.
    comforts: tuple[int | None, ...] = ()
    #: The values of each metric in the latest runs; None where a run has none.
    metrics: dict[str, tuple[int | float | None, ...]] = field(default_factory=dict)
    recent: dict[str, tuple[float, ...]] = field(default_factory=dict)
    lowest: dict[str, float] = field(default_factory=dict)
    highest: dict[str, float] = field(default_factory=dict)

    @property
    def last(self) -> PlayedRun | None:
        """The run that began last; None without any."""
        runs = self.latest(1)
        return runs[0] if runs else None

    def latest(self, many: int = LATEST) -> list[PlayedRun]:
        """The last ``many`` runs, oldest first."""
        return list(self._all[max(0, len(self._all) - many) :])

    def since(self, moment: datetime, many: int = LATEST) -> list[PlayedRun]:
        """Those of the last ``many`` runs that began then or later, oldest first."""
        return [run for run in self.latest(many) if run.started_at >= moment]

    @cached_property
    def _all(self) -> tuple[PlayedRun, ...]:
        """The runs that are kept, made once: a plan asks for the same ones several times."""
        return tuple(
            PlayedRun(
                run_id,
                datetime.fromisoformat(self.started[place]),
                date.fromisoformat(self.days[place]),
                {name: values[place] for name, values in self.metrics.items()},
                self.attempts[place],
                self.makes[place],
                self.times_ms[place],
                self._comforts[place],
            )
            for place, run_id in enumerate(self.ids)
        )

    @cached_property
    def _comforts(self) -> tuple[int | None, ...]:
        return (None,) * (len(self.ids) - len(self.comforts)) + self.comforts

    def plus(self, run: PlayedRun) -> SideSummary:
        """With one more run, which began after all others."""
        values = {name: value for name, value in run.metrics.items() if value is not None}
        names = dict.fromkeys([*self.metrics, *run.metrics])
        return SideSummary(
            self.runs + 1,
            (*self.ids[1 - LATEST :], run.id),
            (*self.started[1 - LATEST :], run.started_at.astimezone(UTC).isoformat()),
            (*self.days[1 - LATEST :], run.day.isoformat()),
            (*self.attempts[1 - LATEST :], run.attempts),
            (*self.makes[1 - LATEST :], run.makes),
            (*self.times_ms[1 - LATEST :], run.time_used_ms),
            (*self._comforts[1 - LATEST :], run.comfort),
            {
                name: (*(self.metrics.get(name) or (None,) * len(self.ids))[1 - LATEST :], run.metrics.get(name))
                for name in names
            },
            {**self.recent, **{name: (*self.values(name)[1 - USUAL_RUNS :], value) for name, value in values.items()}},
            {**self.lowest, **{name: min(value, self.lowest.get(name, value)) for name, value in values.items()}},
            {**self.highest, **{name: max(value, self.highest.get(name, value)) for name, value in values.items()}},
        )

    def values(self, metric_id: str) -> tuple[float, ...]:
        """The metric's latest values, of runs that have one: as many as a usual is made of."""
        return self.recent.get(metric_id, ())

    def best(self, metric_id: str, direction: str) -> float | None:
        """The best value of a metric, of all runs."""
        return (self.highest if direction == UP else self.lowest).get(metric_id)


def summarize(runs: Sequence[PlayedRun]) -> SideSummary:
    """The summary of runs in order of time, oldest first.

    >>> at = datetime(2026, 5, 1, 18, tzinfo=UTC)
    >>> summary = summarize([PlayedRun("a", at, at.date(), {"makes": 7}), PlayedRun("b", at, at.date(), {"makes": 5})])
    >>> summary.runs, summary.best("makes", "up"), summary.values("makes")
    (2, 7, (7, 5))
    """
    summary = SideSummary()
    for run in runs:
        summary = summary.plus(run)
    return summary
