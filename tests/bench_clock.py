"""What things took, and how fast the machine was meanwhile: machines that are shared are not always equally fast."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field

#: The fixed task takes so long on a machine of the speed that all figures are compared at.
REFERENCE_S = 0.05
MS = 1000


def machine_speed() -> float:
    """Seconds of a fixed task, the better of two."""

    def task() -> float:
        began = time.perf_counter()
        sum(number * number % 7 for number in range(600_000))
        return time.perf_counter() - began

    return min(task() for _ in range(2))


def p95(values: list[float]) -> float:
    """The 95th percentile, as the standard library's inclusive quantiles give it."""
    return statistics.quantiles(values, n=20, method="inclusive")[-1]


@dataclass(frozen=True)
class Timing:
    """What something took, and the seconds of the fixed task just before and after it (their mean)."""

    measured: float
    speed: float = REFERENCE_S

    @property
    def level(self) -> float:
        """What it would have taken on a machine of the reference speed."""
        return self.measured * REFERENCE_S / self.speed


@dataclass
class Clock:
    """Times one thing after the other and asks in between how fast the machine is."""

    unit: float = MS
    timings: list[Timing] = field(default_factory=list)
    before: float = field(default_factory=machine_speed)

    def add(self, measured: Iterable[float]) -> None:
        """Keep what was measured since the last time."""
        after = machine_speed()
        self.timings += [Timing(each, (self.before + after) / 2) for each in measured]
        self.before = after

    @contextmanager
    def time(self) -> Iterator[None]:
        """Time what is done within, right after a look at the machine's speed."""
        self.before = machine_speed()
        began = time.perf_counter()
        yield
        self.add([(time.perf_counter() - began) * self.unit])


@dataclass(frozen=True)
class Figure:
    """A figure by its name in the table: as it was measured, and at the reference speed."""

    name: str
    measured: float
    level: float

    @classmethod
    def of(cls, name: str, statistic: Callable[[list[float]], float], timings: list[Timing]) -> Figure:
        """A statistic of what was timed, say its median."""
        measured, level = [each.measured for each in timings], [each.level for each in timings]
        return cls(name, statistic(measured), statistic(level))

    @classmethod
    def plain(cls, name: str, measured: float) -> Figure:
        """What does not hang on the machine's speed: a size, a ratio."""
        return cls(name, measured, measured)
