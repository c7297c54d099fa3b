"""Runs in play on this device, each counted event by event by the rules that it began with."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.corrections import CORRECT, corrected
from jolly_core.challenges.events import Event, in_order, read_event
from jolly_core.challenges.game import Game
from jolly_core.challenges.heard import is_in_hand
from jolly_core.challenges.merging import lined_up
from jolly_core.challenges.session import Session
from jolly_core.errors import CoreError
from jolly_core.record.standing import RunRules, standing_of
from jolly_core.record.yardstick import Yardstick


@dataclass
class _InPlay:
    """A run that a screen has open."""

    game: Game[Any, Any]
    yardstick: Yardstick
    session: Session
    last: Event | None = None

    def step(self, event: Event) -> None:
        self.session.step(event)
        self.last = event

    def standing(self) -> dict[str, Any]:
        """How it stands, and as of which event: its number and the run's clock, in ms."""
        seq, at_ms = (self.last.seq, self.last.at_ms) if self.last else (0, 0)
        return {"seq": seq, "at_ms": at_ms, **standing_of(self.game, self.yardstick, self.session.tally())}


class Counter:
    """Keeps the runs that are open, by their ids.

    >>> counter = Counter()
    >>> rules = {"format": "streak", "settings": {"goal": 10}, "yardstick": {"metric": "best_streak", "mark": 10}}
    >>> counter.open("a", rules, sent=[], waiting=[])["tally"]["number"]
    0
    >>> counter.take("a", [{"kind": "make", "at_ms": 900, "seq": 1}])["distance"]["to_mark"]
    9
    """

    def __init__(self) -> None:
        self._runs: dict[str, _InPlay] = {}

    def open(
        self,
        run: str,
        rules: Mapping[str, Any],
        sent: Sequence[Mapping[str, Any]],
        waiting: Sequence[Mapping[str, Any]],
    ) -> dict[str, Any]:
        """Count a run from its start: what is ``sent`` is stored at the server, what is ``waiting`` only here.

        Raises ``CoreError`` for rules or events that cannot be used, and for a run that was corrected: it is over, and
        counted by the server.
        """
        known = RunRules.from_stored(rules)
        session = known.begun()
        if any(event["kind"] == CORRECT for event in sent):
            raise CoreError.one("corrected", "This run was corrected; the server counts it.", "sent")
        stored = corrected(read_event(event) for event in sent)
        in_play = _InPlay(session.game, known.measure, session)
        joined = lined_up(stored, [read_event(event) for event in waiting], known.double_tap_ms)
        for event in in_order([*stored, *joined]):  # what is waiting may fit between what is stored
            in_play.step(event)
        self._runs[run] = in_play
        return in_play.standing()

    def take(self, run: str, events: Sequence[Mapping[str, Any]]) -> dict[str, Any]:
        """Count on. Raises ``CoreError``: ``not_open``, and for events that cannot stand behind those before."""
        in_play = self._runs.get(run)
        if in_play is None:
            raise CoreError.one("not_open", "This run is not open here; open it first.", "run", value=run)
        for event in events:
            in_play.step(read_event(event))
        return in_play.standing()

    def has_in_hand(self, run: str) -> bool:
        """Whether a run has anything that a break would end; yes where it is not open here."""
        in_play = self._runs.get(run)
        return in_play is None or is_in_hand(in_play.session)

    def close(self, run: str) -> None:
        """Forget a run that no screen has open any more."""
        self._runs.pop(run, None)
