"""The world in which every write is tried: an athlete with a bit of everything."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from rest_framework.test import APIClient

from accounts.models import Athlete
from ladders.packs import take_ladder
from ladders.shelf import list_shelf
from tests.server.conftest import rung_id
from tests.server.moments import MOMENT
from tests.server.player import Player, events

ZONE = {"name": "box", "surface": "wall", "shape": {"kind": "rectangle", "width_m": 1, "height_m": 1}, "at": [2, 1]}
LAYOUT = {"place": "one_wall_court", "title": "Box", "zones": [ZONE], "stand": {"x_m": 2, "back_m": 3}, "pattern": ""}
FAR_DAY = "2099-05-11"


class World:
    """An athlete with a bit of everything, made anew for each write."""

    def __init__(self) -> None:
        self.athlete = Athlete.objects.create_user(f"wren-{uuid4().hex[:8]}", password="a-long-quiet-afternoon")
        self.client = APIClient()
        self.client.force_login(self.athlete)
        self.player = Player(self.client)
        self.ladder = take_ladder(self.athlete, "putting-circle", list_shelf()["putting-circle"], MOMENT)
        self.rung = rung_id(self.ladder)
        self.block = self.post("blocks/", minutes=30, ladders=[self.ladder.pk], day=FAR_DAY)
        self.part = next(each for each in self.block["parts"] if each["rung"])
        self.layout = self.post("layouts/", **LAYOUT)

    def send(self, method: str, path: str, **body: Any) -> Any:
        return getattr(self.client, method)(f"/api/{path}", body, format="json")

    def post(self, path: str, **body: Any) -> Any:
        answer = self.send("post", path, **body)
        assert answer.status_code < 400, answer.json()
        return answer.json()

    def caught(self) -> str:
        """A run that is over, of a game that is counted by its sounds."""
        ladder = take_ladder(self.athlete, "cascade-catches", list_shelf()["cascade-catches"], MOMENT)
        return self.player.play(rung_id(ladder), "oox oo f")

    def fed(self) -> int:
        """A rung that is fed by the clock."""
        return rung_id(take_ladder(self.athlete, "fed-short-and-deep", list_shelf()["fed-short-and-deep"], MOMENT))

    def trying(self) -> int:
        """A trial that runs."""
        trials: list[dict[str, int]] = self.post(f"rungs/{self.rung}/trials/", first="old grip", second="new", runs=12)
        return trials[0]["id"]

    def quick(self) -> str:
        run = str(uuid4())
        self.send("put", f"quick-runs/{run}/", game="count", started_at=MOMENT.isoformat())
        self.player.send(run, events("oxo f"))
        return run

    def without(self, rung: int) -> int:
        self.send("delete", f"rungs/{rung}/")
        return rung

    def tried(self) -> int:
        self.player.putts(self.rung, 9)
        return self.rung

    def with_partner(self) -> int:
        """A part that is played with a partner, by its id."""
        own = [{"key": "own-0", "kind": "for_two", "title": "Points", "seconds": 600, "two": {"game": "points"}}]
        block = self.post("blocks/", minutes=30, ladders=[], own=own, day=FAR_DAY)
        return int(next(part["id"] for part in block["parts"] if part["game"]))

    def paired(self) -> tuple[str, str]:
        """A run whose court shows a code, and the code."""
        run = self.player.start(self.rung)
        return run, self.post(f"runs/{run}/pairing/")["pairing"]["code"]

    def pressing(self) -> dict[str, Any]:
        """What a second screen sends; the key that lets it is this client's alone."""
        run, code = self.paired()
        self.client.credentials(HTTP_X_HAND_KEY=self.post("hand/", code=code)["key"])
        press = {"number": 1, "id": str(uuid4()), "run": run, "action": "zone", "text": "left"}
        return {"presses": [{**press, "age_ms": 400, "gap_ms": 0}], "offer": "v=0", "offer_number": 1}

    def deleted(self) -> str:
        run = self.player.putts(self.rung, 5)
        self.send("delete", f"runs/{run}/")
        return run

    def started(self) -> World:
        self.send("patch", f"blocks/{self.block['id']}/", change="start")
        return self
