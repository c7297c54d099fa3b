"""A number that a run is measured by: what it is called, which way is better, and how its values are said."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.words import plain

#: Units that are not said behind the number as they stand.
PERCENT, MILLISECONDS = "%", "ms"
#: Of what is measured and not counted there is less, not fewer.
MEASURED = (PERCENT, MILLISECONDS, "s")


@dataclass(frozen=True)
class Metric:
    """A number that a threshold may ask for. ``direction`` is the better way: "up" or "down".

    ``unit`` is what its values are counted in, ``one`` the same for a single one. ``needs_whole``: of a run that was
    stopped before its end it says nothing, as a share of few tries or few misses in little time would.
    ``missing`` is what is said where a run has no value of it.
    """

    id: str
    title: str
    direction: str
    unit: str
    one: str = ""
    needs_whole: bool = False
    missing: str = "not measured"

    def number(self, value: float) -> str:
        """A value as it is said, without what it counts.

        >>> Metric("rate", "rate", "up", "%").number(83.3), Metric("response", "time", "down", "ms").number(1175)
        ('83 %', '1.18 s')
        """
        if self.unit == PERCENT:
            return f"{round(value)} %"
        return f"{value / 1000:.2f} s" if self.unit == MILLISECONDS else plain(value)

    def label(self, value: float) -> str:
        """What a value counts: its unit, or the name of the metric where the number says its unit itself.

        >>> Metric("sets", "sets done", "up", "sets", "set").label(1)
        'set'
        """
        if self.unit in (PERCENT, MILLISECONDS):
            return self.title
        return self.one or self.unit if value == 1 else self.unit

    def words(self, value: float) -> str:
        """A value with what it counts.

        >>> Metric("sets", "sets done", "up", "sets", "set").words(1)
        '1 set'
        """
        return self.number(value) if self.unit in (PERCENT, MILLISECONDS) else f"{plain(value)} {self.label(value)}"

    def at_least(self, mark: float) -> str:
        """A mark as it is asked for: "8 makes or more".

        >>> Metric("time", "time to the goal", "down", "s").at_least(15)
        '15 s or less'
        """
        # A mark is said as it was set; a share that was reached is rounded.
        said = f"{plain(mark)} %" if self.unit == PERCENT else self.words(mark)
        if self.direction == "up":
            return f"{said} or more"
        return f"{said} or {'less' if self.unit in MEASURED else 'fewer'}"
