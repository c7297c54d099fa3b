"""A week: its terms, arranging, keeping and changing it by hand."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from accounts.selectors import get_today
from blocks.models import Block
from ladders.models import Ladder
from weeks.calendars import calendar_of

#: A Monday with the whole week still to come, whenever this runs.
MONDAY = date(2099, 5, 4)
WEEK = f"/api/weeks/{MONDAY}/"


def keep_terms(client: APIClient, windows: list[dict[str, Any]], wishes: list[dict[str, Any]]) -> Any:
    return client.put("/api/week-terms/", {"windows": windows, "wishes": wishes}, format="json")


def evening(weekday: int, minutes: int = 45, **values: Any) -> dict[str, Any]:
    return {"weekday": weekday, "start": "18:00", "minutes": minutes, **values}


def arrange(client: APIClient) -> Any:
    return client.post(f"{WEEK}arrangement/").json()


def keep(client: APIClient, arranged: Any) -> Any:
    why = [{"key": state["key"], "why": state["why"]} for state in arranged["states"]]
    return client.put(WEEK, {"windows": arranged["windows"], "why": why}, format="json").json()


@pytest.fixture
def usual(client: APIClient, putting: Ladder, serving: Ladder) -> Any:
    """Three evenings; serves twice, putts twice, and, as the last wish, Wednesday off, which cannot be with serves."""
    windows = [evening(0), evening(2), evening(4)]
    wishes = [
        {"kind": "at_least", "ladder": serving.pk, "number": 2},
        {"kind": "at_least", "ladder": putting.pk, "number": 3},
        {"kind": "day_off", "number": 2},
    ]
    answer = keep_terms(client, windows, wishes)
    assert answer.status_code == 200, answer.json()
    return answer.json()


def test_one_impossible_wish_gives_way_and_says_to_which(client: APIClient, usual: Any) -> None:
    states = arrange(client)["states"]
    assert [state["is_kept"] for state in states] == [True, True, False]
    assert states[2]["words"] == "Wednesday off"
    assert states[2]["why"] == (
        "it does not go together with what you ranked higher: Putts from the circle 3 times at least"
    )
    assert Block.objects.count() == 0


def test_a_kept_week_plans_its_blocks_and_remembers_why(client: APIClient, usual: Any, serving: Ladder) -> None:
    seen = keep(client, arrange(client))
    assert seen["is_kept"] is True
    assert [(block["day"], block["start"], block["minutes"]) for block in seen["blocks"]] == [
        (str(MONDAY + timedelta(day)), "18:00:00", 45) for day in (0, 2, 4)
    ]
    assert [state["is_kept"] for state in seen["states"]] == [True, True, False]
    assert "ranked higher" in seen["states"][2]["why"]
    assert client.get(WEEK).json() == seen


def test_keeping_it_again_replaces_what_was_planned_there(client: APIClient, usual: Any) -> None:
    first = {block["id"] for block in keep(client, arrange(client))["blocks"]}
    second = {block["id"] for block in keep(client, arrange(client))["blocks"]}
    assert len(second) == 3
    assert not first & second


def test_the_same_terms_arrange_the_same_week(client: APIClient, usual: Any) -> None:
    assert arrange(client) == arrange(client)


def test_what_a_move_breaks_is_said_before_it_is_made(client: APIClient, putting: Ladder, serving: Ladder) -> None:
    yard = client.post("/api/places/", {"name": "Tanner's Yard", "offers": ["wall"]}, format="json").json()
    keep_terms(
        client,
        [evening(0), evening(1), evening(3, place=yard["id"])],
        [{"ladder": putting.pk}, {"kind": "day_off", "number": 1}, {"kind": "day_off", "number": 3}],
    )
    seen = keep(client, arrange(client))
    block, (_, tuesday, thursday) = seen["blocks"][0]["id"], seen["windows"]
    costs = client.post(f"{WEEK}move/", {"block": block, "window": tuesday["id"]}, format="json").json()
    assert ([wish["words"] for wish in costs["lost"]], costs["breaches"]) == (["Tuesday off"], [])
    breaks = client.post(f"{WEEK}move/", {"block": block, "window": thursday["id"]}, format="json").json()
    assert breaks["breaches"] == ["Putts from the circle does not fit Thursday 18:00: the place has no basket."]
    assert client.get(WEEK).json() == seen  # asking moves nothing
    moved = client.put(f"{WEEK}move/", {"block": block, "window": tuesday["id"]}, format="json").json()
    assert [(each["id"], each["day"]) for each in moved["blocks"]] == [(block, str(MONDAY + timedelta(1)))]


def test_days_gone_by_are_left_alone(client: APIClient, athlete: Athlete, putting: Ladder) -> None:
    today = get_today(athlete)
    monday = today - timedelta(days=today.weekday() + 7)
    terms = keep_terms(client, [evening(0)], [{"ladder": putting.pk}]).json()
    body = {"windows": [{"window": terms["windows"][0]["id"], "ladders": [putting.pk]}]}
    assert client.put(f"/api/weeks/{monday}/", body, format="json").json()["blocks"] == []


@pytest.mark.parametrize(
    ("windows", "wishes", "loc"),
    [
        ([evening(7)], [], ["windows", 0, "day"]),
        ([evening(0, 5)], [], ["windows", 0, "minutes"]),
        ([evening(0)], [{"kind": "whatever"}], ["wishes", 0, "kind"]),
        ([evening(0)], [{"kind": "rest_days", "number": 7}], ["wishes", 0, "number"]),
        ([evening(0)], [{"ladder": 987654}], ["wishes", 0, "ladder"]),
        ([{"weekday": 0, "start": "soon", "minutes": 30}], [], ["windows", 0, "start"]),
    ],
    ids=["day", "minutes", "kind", "number", "ladder", "hour"],
)
def test_terms_that_cannot_be_are_refused_by_place_and_nothing_changes(
    client: APIClient, usual: Any, windows: Any, wishes: Any, loc: list[Any]
) -> None:
    refused = keep_terms(client, windows, wishes)
    assert (refused.status_code, refused.json()["errors"][0]["loc"]) == (400, loc)
    assert client.get("/api/week-terms/").json() == usual


def test_a_week_is_named_by_its_monday(client: APIClient) -> None:
    assert client.get("/api/weeks/2099-05-05/").json()["code"] == "not_a_monday"
    assert client.get("/api/weeks/2099-13-05/").status_code == 404


@pytest.mark.parametrize(("windows", "code"), [([], "no_windows"), ([evening(0)], "no_wishes")])
def test_says_what_is_missing_for_an_arrangement(client: APIClient, windows: Any, code: str) -> None:
    keep_terms(client, windows, [])
    assert client.post(f"{WEEK}arrangement/").json()["code"] == code


def test_another_athletes_week_is_not_there(client: APIClient, usual: Any, stranger: Athlete, putting: Ladder) -> None:
    block = keep(client, arrange(client))["blocks"][0]["id"]
    other = APIClient()
    other.force_login(stranger)
    seen = other.get(WEEK).json()
    assert (seen["windows"], seen["blocks"], seen["states"]) == ([], [], [])
    body = {"block": block, "window": usual["windows"][0]["id"]}
    assert other.put(f"{WEEK}move/", body, format="json").status_code == 404
    assert keep_terms(other, [], [{"ladder": putting.pk}]).status_code == 400


class TestWhatStandsInTheWay:
    """The arranger knows what a block would be refused for: keeping an arranged week never fails as a whole."""

    def keep_whole(self, client: APIClient) -> Any:
        arranged = arrange(client)
        answer = client.put(WEEK, {"windows": arranged["windows"], "why": []}, format="json")
        assert answer.status_code == 200, answer.json()
        return arranged

    def test_a_body_limit(self, client: APIClient, usual: Any, serving: Ladder, putting: Ladder) -> None:
        limit = {"part": "elbow", "since": str(MONDAY), "strictness": "rest"}
        assert client.post("/api/limits/", limit, format="json").status_code == 201
        arranged = self.keep_whole(client)
        assert serving.pk not in {ladder for window in arranged["windows"] for ladder in window["ladders"]}
        assert any("rest the elbow" in state["why"] for state in arranged["states"]), arranged["states"]

    def test_a_caution_that_is_still_to_be_read(
        self, client: APIClient, athlete: Athlete, usual: Any, putting: Ladder, ladder_of: Any
    ) -> None:
        risky = ladder_of(athlete, "back-crosses")
        Ladder.objects.filter(pk=risky.pk).update(traits={**risky.traits, "risks": ["inverted"]})
        wishes = [
            {"kind": "at_least", "ladder": risky.pk, "number": 1},
            {"kind": "at_least", "ladder": putting.pk, "number": 1},
        ]
        assert keep_terms(client, [evening(0), evening(2)], wishes).status_code == 200
        arranged = self.keep_whole(client)
        assert risky.pk not in {ladder for window in arranged["windows"] for ladder in window["ladders"]}


def test_a_block_keeps_its_name_in_calendars_whatever_the_key(
    client: APIClient, athlete: Athlete, usual: Any, settings: Any
) -> None:
    keep(client, arrange(client))
    before = calendar_of(athlete, Block.objects.all())
    settings.SECRET_KEY = "another-key"
    assert b"UID:" in before
    assert calendar_of(athlete, Block.objects.all()) == before
