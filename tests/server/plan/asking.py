"""What tests ask the planner for."""

from __future__ import annotations

from typing import Any

from rest_framework.test import APIClient

from ladders.models import Ladder

DAY = "2099-05-04"


def asked(*ladders: Ladder, **values: Any) -> dict[str, Any]:
    return {"minutes": 30, "ladders": [ladder.pk for ladder in ladders], "day": DAY, **values}


def post(client: APIClient, path: str, **body: Any) -> Any:
    return client.post(f"/api/{path}", body, format="json")
