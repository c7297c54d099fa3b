"""How the demo athlete plays: made-up presses with made-up times, from a seed. No result is written by hand."""

from __future__ import annotations

from dataclasses import dataclass, field
from math import exp
from random import Random
from typing import Any
from uuid import UUID

from jolly_core.challenges.events import FINISH, LET, MAKE, MISS, UNDO, Event
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.session import Session

#: Presses by mistake and balls that do not count, as shares of all presses.
SLIPS, LETS = 0.008, 0.015
LONGEST_MS = 15 * 60 * 1000


@dataclass
class Player:
    """Presses for one run: ``rate`` is the chance of a make, ``tempo_ms`` the time between two."""

    random: Random
    rate: float
    tempo_ms: int
    fetch_ms: int = 0
    #: The chance at targets that are made more or less often than the others, by their names.
    rates: dict[str, float] = field(default_factory=dict)
    sent: list[dict[str, Any]] = field(default_factory=list)

    def play(self, game: AnyGame) -> list[dict[str, Any]]:
        """The events of a run, from its first press to its end, as a client would send them."""
        session = Session(game)
        seconds = getattr(game.settings, "seconds", None)
        at_ms = self.random.randint(600, 1500)
        end_ms = LONGEST_MS if seconds is None else seconds * 1000
        while not session.is_over() and at_ms <= end_ms:
            kind = self._press(session)
            self._send(session, kind, at_ms)
            if kind == MAKE and self.random.random() < SLIPS:
                at_ms += 400
                self._send(session, UNDO, at_ms)
            at_ms += self._pause_ms(kind)
        if not session.is_over():
            self._send(session, FINISH, at_ms if seconds is None else max(at_ms, end_ms + 1))
        return self.sent

    def _press(self, session: Session) -> str:
        if self.random.random() < LETS and not self.fetch_ms:
            return LET
        rate = self.rates.get(session.tally().target or "", self.rate) if self.rates else self.rate
        return MAKE if self.random.random() < rate else MISS

    def _pause_ms(self, kind: str) -> int:
        spread = self.random.uniform(0.85, 1.25)
        fetch_ms = self.random.uniform(0.7, 1.5) * self.fetch_ms if kind == MISS else 0
        return round(self.tempo_ms * spread + fetch_ms)

    def _send(self, session: Session, kind: str, at_ms: int) -> None:
        event = Event(kind, at_ms, len(self.sent) + 1)
        session.step(event)
        self.sent.append({"id": self.make_id(), "kind": kind, "at_ms": at_ms, "seq": event.seq, "text": ""})

    def make_id(self) -> UUID:
        return UUID(int=self.random.getrandbits(128), version=4)


def chance(skill: float, difficulty: float) -> float:
    """The chance of a make from skill and difficulty on the same logistic scale."""
    return 1 / (1 + exp(difficulty - skill))
