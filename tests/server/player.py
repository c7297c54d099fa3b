"""Plays runs through the API, as a client does."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

from rest_framework.test import APIClient

from tests.server.moments import MOMENT

KINDS = {"o": "make", "x": "miss", "l": "let", "u": "undo", "p": "pause", "r": "resume", "f": "finish"}


def event(letter: str, seq: int, at_ms: int | None = None, **values: Any) -> dict[str, Any]:
    at_ms = seq * 1000 if at_ms is None else at_ms
    return {"id": str(uuid4()), "kind": KINDS[letter], "seq": seq, "at_ms": at_ms, **values}


def events(line: str, first_seq: int = 1) -> list[dict[str, Any]]:
    return [event(letter, seq) for seq, letter in enumerate(line.replace(" ", ""), first_seq)]


@dataclass
class Player:
    client: APIClient
    runs: int = 0

    def start(self, rung: int, side: str = "none", at: datetime = MOMENT, **values: Any) -> str:
        run_id = str(uuid4())
        body = {"rung": rung, "side": side, "started_at": at.isoformat(), **values}
        answer = self.client.put(f"/api/runs/{run_id}/", body, format="json")
        assert answer.status_code == 200, answer.json()
        return run_id

    def send(self, run_id: str, batch: list[dict[str, Any]]) -> Any:
        return self.client.post(f"/api/runs/{run_id}/events/", {"events": batch}, format="json")

    def play(self, rung: int, line: str, side: str = "none", day: int = 0, **values: Any) -> str:
        """A run of that line of letters, so many days after the first, each a minute after the one before."""
        self.runs += 1
        run_id = self.start(rung, side, MOMENT + timedelta(days=day, minutes=self.runs), **values)
        answer = self.send(run_id, events(line))
        assert answer.status_code == 200, answer.json()
        return run_id

    def putts(self, rung: int, made: int, day: int = 0) -> str:
        """A run of ten with so many made."""
        return self.play(rung, "o" * made + "x" * (10 - made), day=day)

    def played(self) -> list[Any]:
        """The runs of the logbook, each in full, the latest first."""
        book = self.client.get("/api/runs/").json()["results"]
        return [self.client.get(f"/api/runs/{run['id']}/").json() for run in book]

    def outcome(self, run_id: str) -> Any:
        return self.client.get(f"/api/runs/{run_id}/outcome/").json()
