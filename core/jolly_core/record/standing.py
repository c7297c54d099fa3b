"""How a run stands: its tally, its one number, and what is missing of its mark. Worked out wherever it is counted."""

from __future__ import annotations

from dataclasses import asdict, dataclass, field
from typing import Any

from jolly_core.challenges.card import Card
from jolly_core.challenges.registry import AnyGame, stored_game
from jolly_core.challenges.session import DOUBLE_TAP_MS, Session
from jolly_core.challenges.tally import AnyTally
from jolly_core.record.result import result_of
from jolly_core.record.yardstick import Yardstick, measure
from jolly_core.stored import Stored


@dataclass(frozen=True)
class RunRules(Stored):
    """What one run is counted and measured by: everything but its events, as it is stored."""

    format: str = ""
    settings: dict[str, Any] = field(default_factory=dict)
    card: dict[str, Any] = field(default_factory=dict)
    yardstick: dict[str, Any] = field(default_factory=dict)
    double_tap_ms: int = DOUBLE_TAP_MS

    @property
    def game(self) -> AnyGame:
        """What is played."""
        return stored_game(self.format, self.settings)

    @property
    def measure(self) -> Yardstick:
        """What it is measured against."""
        return Yardstick.from_stored(self.yardstick)

    def begun(self) -> Session:
        """The run at its start."""
        return Session(self.game, double_tap_ms=self.double_tap_ms, card=Card.from_stored(self.card))


def standing_of(game: AnyGame, yardstick: Yardstick, tally: AnyTally) -> dict[str, Any]:
    """How a run stands, as plain values: ``tally``, ``result`` and ``distance``."""
    return {
        "tally": tally.as_dict(),
        "result": asdict(result_of(game, tally, yardstick.metric)),
        "distance": asdict(measure(yardstick, tally.metrics, tally.in_hand)),
    }
