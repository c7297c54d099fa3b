"""A week of training: arranged by wishes, read where one gave way, changed by hand, taken into a calendar."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from icalendar import Calendar
from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen


@pytest.fixture
def week(athlete: AthleteAtTheScreen) -> Page:
    """A new athlete's empty week far ahead, with one ladder."""
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    athlete.page.goto("/plan/week/2099-05-04")
    return athlete.page


def add_window(page: Page, number: int, day: str) -> None:
    page.get_by_role("button", name="Add a window").click()
    row = page.get_by_role("group", name=f"Window {number}")
    row.get_by_role("combobox", name="Day").click()
    page.get_by_role("option", name=day).click()


def add_wish(page: Page, number: int, kind: str, times: int | None = None, day: str = "") -> None:
    page.get_by_role("button", name="Add a wish").click()
    row = page.get_by_role("group", name=f"Wish {number}")
    if kind != "at least":
        row.get_by_role("combobox", name="Wish").click()
        page.get_by_role("option", name=kind, exact=True).click()
    if times is not None:
        row.get_by_role("spinbutton", name=re.compile("Times|Days")).fill(str(times))
    if day:
        row.get_by_role("combobox", name="Day").click()
        page.get_by_role("option", name=day).click()


def say_the_usual_week(page: Page) -> None:
    """Monday and Thursday; putts twice, and Thursday off, which cannot be beside it."""
    page.get_by_role("button", name="Windows and wishes").click()
    add_window(page, 1, "Monday")
    add_window(page, 2, "Thursday")
    add_wish(page, 1, "at least", times=2)
    add_wish(page, 2, "a day off", day="Thursday")
    page.get_by_role("button", name="Keep the usual week").click()
    expect(page.get_by_role("group", name=re.compile("Window Thursday"))).to_be_visible()


@pytest.mark.slow
def test_an_address_without_a_real_day_shows_this_week_and_today(week: Page) -> None:
    week.goto("/plan/week/soon")
    expect(week.get_by_role("heading", name=re.compile("Week of"), level=1)).to_be_visible()
    # Not that of its calendar file, which is named for this week as well.
    expect(week.get_by_role("link", name="This week", exact=True)).to_have_count(0)
    week.goto("/plan?day=soon")
    expect(week.get_by_role("button", name="Keep it for today")).to_be_visible()


def test_the_wish_that_gave_way_is_named_with_the_reason(week: Page) -> None:
    expect(week.get_by_role("heading", name="When can you practise?")).to_be_visible()
    say_the_usual_week(week)
    week.get_by_role("button", name="Arrange the week").click()
    wishes = week.get_by_role("list", name="Wishes, highest priority first").get_by_role("listitem")
    expect(wishes.nth(0)).to_contain_text("Putts from the circle twice at least ✓ kept", timeout=20_000)
    expect(wishes.nth(1)).to_contain_text("Thursday off ✗ gave way")
    expect(wishes.nth(1)).to_contain_text("what you ranked higher: Putts from the circle twice at least")
    week.get_by_role("button", name="Keep this week").click()
    expect(week.locator("[data-block]")).to_have_count(2)
    week.reload()
    expect(wishes.nth(1)).to_contain_text("Thursday off ✗ gave way")


@pytest.mark.slow
def test_a_block_is_dragged_and_moved_by_its_menu(week: Page) -> None:
    page = week
    page.get_by_role("button", name="Windows and wishes").click()
    for number, day in enumerate(("Monday", "Tuesday", "Friday"), 1):
        add_window(page, number, day)
    add_wish(page, 1, "at most", times=1)
    add_wish(page, 2, "a day off", day="Tuesday")
    page.get_by_role("button", name="Keep the usual week").click()
    page.get_by_role("button", name="Arrange the week").click()
    page.get_by_role("button", name="Keep this week").click()
    block = page.locator("[data-block]")
    expect(block).to_have_count(1)

    tuesday = page.get_by_role("group", name=re.compile("Window Tuesday"))
    start, end = block.bounding_box(), tuesday.bounding_box()
    assert start
    assert end
    page.mouse.move(start["x"] + 30, start["y"] + 10)
    page.mouse.down()
    page.mouse.move(end["x"] + 20, end["y"] + 20, steps=10)
    expect(page.get_by_text("It costs a wish: Tuesday off.")).to_be_visible()  # read before it is dropped
    page.mouse.up()
    expect(page.get_by_role("region", name="Tuesday").locator("[data-block]")).to_have_count(1)

    page.get_by_role("button", name="Move Putts from the circle").click()
    page.get_by_role("menuitem", name=re.compile("Friday")).click()
    dialog = page.get_by_role("dialog", name=re.compile("Move it to Friday"))
    expect(dialog.get_by_text("It wins a wish: Tuesday off.")).to_be_visible()
    dialog.get_by_role("button", name="Move it").click()
    expect(page.get_by_role("region", name="Friday").locator("[data-block]")).to_have_count(1)


@pytest.mark.slow
def test_the_calendar_file_opens_and_a_link_is_made_and_revoked(week: Page, tmp_path: Path) -> None:
    page = week
    say_the_usual_week(page)
    page.get_by_role("button", name="Arrange the week").click()
    page.get_by_role("button", name="Keep this week").click()
    expect(page.locator("[data-block]")).to_have_count(2)
    with page.expect_download() as download:
        page.get_by_role("link", name="Download this week").click()
    path = tmp_path / "week.ics"
    download.value.save_as(path)
    events = Calendar.from_ical(path.read_bytes()).walk("VEVENT")
    assert [str(event["SUMMARY"]) for event in events] == ["Putts from the circle, 45 min"] * 2

    page.get_by_role("button", name="Make a private link").click()
    address = page.get_by_label("Private link to subscribe to").input_value()
    assert page.request.get(address).headers["content-type"].startswith("text/calendar")
    page.get_by_role("button", name="Revoke it").click()
    expect(page.get_by_role("button", name="Make a private link")).to_be_visible()
    assert page.request.get(address).status == 404
