"""The plan in a calendar: a week to download, and a private link that can be revoked."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from icalendar import Calendar
from rest_framework.test import APIClient

from accounts.models import Athlete
from accounts.selectors import get_today
from blocks.models import Block
from ladders.models import Ladder


def plan(client: APIClient, ladder: Ladder, day: str, **values: Any) -> Any:
    body = {"minutes": 45, "ladders": [ladder.pk], "day": day, **values}
    return client.post("/api/blocks/", body, format="json").json()


def events(body: bytes) -> list[Any]:
    assert body.count(b"\n") == body.count(b"\r\n")
    return list(Calendar.from_ical(body).walk("VEVENT"))


def test_a_week_is_downloaded_by_the_athletes_own_clock(client: APIClient, athlete: Athlete, putting: Ladder) -> None:
    Athlete.objects.filter(pk=athlete.pk).update(timezone="Europe/Paris")
    place = client.post("/api/places/", {"name": "the Old Dairy hall", "offers": ["basket"]}, format="json").json()
    # The clocks go forward on Sunday 29 March 2099 in Paris, if the rules of 2026 still hold then.
    for day in ("2099-03-28", "2099-03-29"):
        plan(client, putting, day, start="07:30", place=place["id"])
    plan(client, putting, "2099-03-27")
    plan(client, putting, "2099-03-30")
    answer = client.get("/api/weeks/2099-03-23/calendar.ics")
    assert answer["Content-Type"] == "text/calendar; charset=utf-8"
    assert answer["Content-Disposition"] == 'attachment; filename="practice-2099-03-23.ics"'
    found = events(answer.content)
    starts = [event["DTSTART"].dt for event in found]
    assert starts[1:] == [datetime(2099, 3, 28, 6, 30, tzinfo=UTC), datetime(2099, 3, 29, 5, 30, tzinfo=UTC)]
    assert str(starts[0]) == "2099-03-27"
    assert found[1]["SUMMARY"] == "Putts from the circle, 45 min"
    assert found[1]["LOCATION"] == "the Old Dairy hall"
    assert found[1]["DURATION"].dt == timedelta(minutes=45)
    assert found[1]["DESCRIPTION"].startswith("8 min: Warm-up\n")


def link(client: APIClient) -> Any:
    return client.get("/api/calendar-link/").json()["link"]


def test_a_link_opens_the_plan_without_signing_in_until_it_is_revoked(
    client: APIClient, nobody: APIClient, putting: Ladder
) -> None:
    plan(client, putting, "2099-05-04", start="18:00")
    assert link(client) is None
    path = client.post("/api/calendar-link/").json()["link"]["path"]
    answer = nobody.get(path)
    assert (answer.status_code, answer["Cache-Control"]) == (200, "private, no-cache")
    assert len(events(answer.content)) == 1
    assert client.delete("/api/calendar-link/").json() == {"link": None}
    assert nobody.get(path).status_code == 404


def test_a_new_link_revokes_the_one_before(client: APIClient, nobody: APIClient, putting: Ladder) -> None:
    paths = [client.post("/api/calendar-link/").json()["link"]["path"] for _ in range(2)]
    assert [nobody.get(path).status_code for path in paths] == [404, 200]
    assert len(paths[1]) > len("/calendar/.ics") + 40  # 32 random octets are not guessed


def test_a_changed_block_is_the_same_event_changed(client: APIClient, putting: Ladder) -> None:
    block = plan(client, putting, "2099-05-04", start="18:00")
    path = client.post("/api/calendar-link/").json()["link"]["path"]
    before = events(client.get(path).content)[0]
    client.post(f"/api/blocks/{block['id']}/refit/", {"minutes": 20}, format="json")
    after = events(client.get(path).content)[0]
    assert after["UID"] == before["UID"]
    assert after["SEQUENCE"] > before["SEQUENCE"]
    assert after["DURATION"].dt == timedelta(minutes=20)


def test_a_subscription_shows_the_last_weeks_and_what_is_to_come(
    client: APIClient, athlete: Athlete, putting: Ladder
) -> None:
    today = get_today(athlete)
    for days in (-60, -20, 0, 200):
        block = plan(client, putting, str(today))
        Block.objects.filter(pk=block["id"]).update(day=today + timedelta(days))
    path = client.post("/api/calendar-link/").json()["link"]["path"]
    days = [event["DTSTART"].dt for event in events(client.get(path).content)]
    assert days == [today + timedelta(days) for days in (-20, 0, 200)]


@pytest.mark.django_db
def test_nobody_has_no_link_and_no_week(nobody: APIClient) -> None:
    assert nobody.get("/api/calendar-link/").status_code in (401, 403)
    assert nobody.get("/api/weeks/2099-05-04/calendar.ics").status_code in (401, 403)
    assert nobody.get("/calendar/guessed.ics").status_code == 404
