"""Look back: what the demo world's record says from its events alone, drawn, saved and printed."""

from __future__ import annotations

import re
from datetime import UTC, datetime, timedelta
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage


def in_the_demo(open_page: OpenPage) -> Page:
    page = open_page()
    AthleteAtTheScreen(page).enter_demo()
    return page


def test_the_demo_record_tells_its_story_from_events_alone(open_page: OpenPage) -> None:
    page = in_the_demo(open_page)
    page.goto("/look-back")
    expect(page.get_by_text(re.compile(r"^Looked at \d+ things: \d+ of them are more than luck\.$"))).to_be_visible()
    main = page.get_by_role("main")
    # Five finds, what stands still, and why. The record is told up to today: which five come first hangs on the day.
    expect(page.get_by_role("heading", level=2)).to_have_count(5 + 2)
    more = page.get_by_role("button", name=re.compile("^Show .* more find"))
    if more.count():
        more.click()
    # The breakthrough, the station that costs most, the neglected side.
    expect(main).to_contain_text(re.compile("Three-club cascade, rung 3.*Better (since|by)", re.DOTALL))
    expect(main).to_contain_text("“low right” costs most: six misses in ten")
    expect(main).to_contain_text(
        re.compile(r"Right hand was left out of \d+ of \d+ blocks that planned it, left hand of 0")
    )
    # And the plateau, which no test that failed to find a change would show.
    still = page.get_by_role("heading", name="Standing still").locator("xpath=ancestor::section")
    expect(still).to_contain_text(
        re.compile("Putts from the circle, rung 2.*(Stood still from|Stands still since)", re.DOTALL)
    )
    # And the sore fortnight, 128 to 114 days ago, looked at among the months about it.
    since, until = (datetime.now(UTC).date() - timedelta(days=days) for days in (190, 60))
    page.goto(f"/look-back?since={since}&until={until}")
    expect(main).to_contain_text(re.compile("No practice from .* to .*: .* days. Usually 2 days"))
    page.goto("/")
    expect(page.get_by_text("Found in your record")).to_be_visible()


def test_finds_lead_to_the_runs_behind_them(open_page: OpenPage) -> None:
    page = in_the_demo(open_page)
    page.goto("/look-back")
    boxes = page.get_by_role("heading", name="Four boxes on the wall, rung 1").first.locator("xpath=ancestor::section")
    found = re.search(r"\((\d+) of 170 made, (\d+) %\)", boxes.inner_text())
    assert found is not None
    made, share = found.groups()
    boxes.get_by_role("link", name="The runs behind it").click()
    expect(page.get_by_text("34 runs")).to_be_visible()
    page.go_back()
    boxes.get_by_role("link", name="Look closer").click()
    expect(page.get_by_role("heading", name="Weak spots", level=1)).to_be_visible()
    drawing = page.get_by_role("img", name=re.compile("4 targets on the wall"))
    expect(drawing).to_contain_text(f"{share} % of 170")
    expect(page.get_by_role("row", name=re.compile(f"^low right {made} of 170"))).to_be_visible()


def test_a_period_is_brushed_on_the_chart_and_its_numbers_are_taken_along(open_page: OpenPage, tmp_path: Path) -> None:
    page = in_the_demo(open_page)
    ladder = next(
        each for each in page.request.get("/api/ladders/").json() if each["ladder"]["title"] == "Putts from the circle"
    )
    rung = ladder["rungs"][1]["id"]
    page.goto(f"/look-back/trend?ladder={ladder['ladder']['id']}&rung={rung}")
    chart = page.get_by_role("group", name=re.compile("^makes in time"))
    expect(chart).to_be_visible()
    chart.scroll_into_view_if_needed()
    box = chart.bounding_box()
    assert box
    page.mouse.move(box["x"] + box["width"] * 0.3, box["y"] + 60)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] * 0.6, box["y"] + 90, steps=5)
    page.mouse.up()
    page.wait_for_url(re.compile(r"since=\d{4}-\d\d-\d\d.*until=\d{4}-\d\d-\d\d"))
    page.get_by_role("button", name="As a table").click()
    rows = page.get_by_role("region", name="makes, as a table").get_by_role("row").count() - 1
    with page.expect_download() as saved:
        page.get_by_role("button", name="Save as CSV").click()
    saved.value.save_as(tmp_path / "trend.csv")
    lines = (tmp_path / "trend.csv").read_text().splitlines()
    assert lines[0].startswith("day,makes (makes),moving average,")
    assert len(lines) - 1 == rows > 3
    # The runs themselves go out by the same filters, from each page that looks at a part of the record.
    with page.expect_download() as saved:
        page.get_by_role("link", name="These runs as CSV").click()
    saved.value.save_as(tmp_path / "runs.csv")
    assert len((tmp_path / "runs.csv").read_text().splitlines()) - 1 == rows
    for kind, begin in (("SVG", b"<svg"), ("PNG", b"\x89PNG")):
        with page.expect_download() as saved:
            page.get_by_role("button", name=f"Save as {kind}").click()
        saved.value.save_as(tmp_path / f"trend.{kind}")
        assert (tmp_path / f"trend.{kind}").read_bytes().startswith(begin)


def test_the_season_fits_on_one_sheet(open_page: OpenPage) -> None:
    page = in_the_demo(open_page)
    page.goto("/look-back/season")
    expect(page.get_by_role("heading", name="Weak spots")).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("days of practice, from")).first).to_be_visible()
    page.emulate_media(media="print")
    expect(page.get_by_role("button", name="Print")).to_be_hidden()
    printed = page.pdf(format="A4", margin={"top": "12mm", "bottom": "12mm", "left": "12mm", "right": "12mm"})
    assert len(re.findall(rb"/Type\s*/Page[^s]", printed)) == 1
