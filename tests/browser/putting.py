"""Somebody who putts: the ladder taken, and runs played on other days."""

from __future__ import annotations

from datetime import UTC, datetime
from uuid import uuid4

from playwright.sync_api import Page

from tests.browser.athlete import AthleteAtTheScreen


def who_putts(page: Page) -> tuple[AthleteAtTheScreen, int, int]:
    """An athlete who has taken the putting ladder; its id, and that of its first rung."""
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    standing = page.request.get("/api/ladders/").json()[0]
    return athlete, standing["ladder"]["id"], standing["working"]["id"]


def has_putted(athlete: AthleteAtTheScreen, rung: int, *made: int) -> None:
    """Have played runs of ten with so many made, on another screen."""
    for number in made:
        run = uuid4()
        athlete.send(f"api/runs/{run}/", method="PUT", rung=rung, side="none", started_at=datetime.now(UTC).isoformat())
        kinds = ["make"] * number + ["miss"] * (10 - number)
        events = [
            {"id": str(uuid4()), "kind": kind, "seq": seq, "at_ms": 900 * seq} for seq, kind in enumerate(kinds, 1)
        ]
        athlete.send(f"api/runs/{run}/events/", events=events)
