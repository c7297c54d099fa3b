"""How far the runs of one side fill a threshold."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.thresholds.condition import Seen, State
from jolly_core.thresholds.conditions.at_the_mark import AtTheMark
from jolly_core.thresholds.threshold import Threshold

#: As many of the last runs are drawn where no condition counts them.
DRAWN = 5


@dataclass(frozen=True)
class Evidence:
    """Of the last runs of ``side`` which reached the mark, and how far each condition is filled.

    ``window`` is how many of the last runs are drawn.
    """

    side: str
    recent: tuple[bool, ...]
    window: int
    states: tuple[State, ...]
    #: The side as it is said; empty without sides.
    side_words: str = ""

    @property
    def is_filled(self) -> bool:
        return all(state.is_filled for state in self.states)

    @property
    def share(self) -> float:
        """How far it is filled, 0 to 1, for drawing."""
        return sum(state.share for state in self.states) / len(self.states)

    @property
    def more_runs(self) -> int | None:
        """The least number of further good runs; None where that cannot be told."""
        known = [state.more_runs for state in self.states]
        return None if None in known else max(each for each in known if each is not None)

    @property
    def brief(self) -> str:
        """How it stands, in a few words."""
        return "; ".join(state.brief for state in self.states)

    @property
    def met(self) -> int:
        """How many of the last runs reached the mark."""
        return sum(self.recent)


def gather_evidence(threshold: Threshold, seen: Seen, side: str, side_words: str = "") -> Evidence:
    """The evidence in what was seen of one side."""
    counted = threshold.condition(AtTheMark)
    window = counted.of_last if counted else DRAWN
    return Evidence(
        side=side,
        recent=tuple(seen.mark.is_met_by(run.value) for run in seen.latest(window)),
        window=window,
        states=tuple(condition.state(seen) for condition in threshold.conditions),
        side_words=side_words,
    )
