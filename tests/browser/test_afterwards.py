"""What is done with one's own record: noise, a change marked, old years typed in, corrections, runs deleted."""

from __future__ import annotations

import re
from datetime import UTC, datetime
from random import Random
from uuid import uuid4

from playwright.sync_api import expect

from tests.browser.conftest import OpenPage
from tests.browser.days import let_days_pass
from tests.browser.putting import has_putted, who_putts
from tests.serving import Application


def test_aimless_practice_shows_nothing(open_page: OpenPage, application: Application) -> None:
    page, random = open_page(), Random(21)
    athlete, _, rung = who_putts(page)
    for _ in range(12):
        for _ in range(2):
            run = uuid4()
            athlete.send(
                f"api/runs/{run}/", method="PUT", rung=rung, side="none", started_at=datetime.now(UTC).isoformat()
            )
            events = [
                {"id": str(uuid4()), "kind": random.choice(["make", "make", "miss"]), "seq": seq, "at_ms": 900 * seq}
                for seq in range(1, 11)
            ]
            athlete.send(f"api/runs/{run}/events/", events=events)
        let_days_pass(application, 3)
    page.goto("/look-back")
    expect(page.get_by_text(re.compile(r"^Looked at \d+ things: none of them is more than luck\.$"))).to_be_visible()
    expect(page.get_by_role("link", name="The runs behind it")).to_have_count(0)
    page.goto("/")
    expect(page.get_by_text("Found in your record")).to_be_hidden()


def test_a_change_of_method_makes_two_periods(open_page: OpenPage, application: Application) -> None:
    page = open_page()
    athlete, ladder, rung = who_putts(page)
    for made in (5, 6, 5, 6):
        has_putted(athlete, rung, made)
        let_days_pass(application, 2)
    page.goto(f"/look-back/trend?ladder={ladder}")
    expect(page.get_by_role("group", name=re.compile("^makes in time, 4 results"))).to_be_visible()
    change = page.get_by_role("form", name="Mark a change of method")
    change.get_by_label("What changed").fill("new grip")
    change.get_by_role("button", name="Mark the change").click()
    has_putted(athlete, rung, 8, 8)
    page.reload()
    periods = page.get_by_role("list").filter(has_text="The first run:")
    expect(periods.get_by_role("listitem")).to_have_count(2)
    expect(periods).to_contain_text(re.compile(r"New grip: .*usually 8 makes \(2 runs\)"))
    page.get_by_role("button", name="Take “new grip” away").click()
    expect(periods.get_by_role("listitem")).to_have_count(1)


def test_three_years_of_a_yearly_check_stand_beside_each_other(open_page: OpenPage) -> None:
    page = open_page()
    who_putts(page)
    page.goto("/look-back/old-results")
    year = datetime.now(UTC).year
    for place, value in enumerate((5, 6, 8)):
        row = page.get_by_role("group", name=f"Result {place + 1}")
        day = row.get_by_role("group", name="Day")
        day.click()
        day.get_by_role("spinbutton", name="Day").press_sequentially(f"0106{year - 3 + place}")
        if place == 0:
            row.get_by_label("Rung").click()
            page.get_by_role("option", name="Putts from the circle, rung 1").click()
        row.get_by_label("Result").fill(str(value))
    page.get_by_role("button", name="Keep 3 results").click()
    expect(page.get_by_text("3 results kept.")).to_be_visible()
    page.get_by_role("link", name="See then and now").click()
    expect(page.get_by_text("usual, " + str(year - 2))).to_be_visible()
    expect(page.get_by_text("2 makes better. Two single runs say little")).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("makes: 3 results from"))).to_be_visible()
    bests = page.get_by_role("table").filter(has_text="year")
    expect(bests.get_by_role("row")).to_have_count(4)


def test_a_run_is_corrected_and_its_history_stays(open_page: OpenPage) -> None:
    page = open_page()
    athlete, _, rung = who_putts(page)
    has_putted(athlete, rung, 8)
    page.goto("/look-back/logbook")
    page.get_by_role("row").nth(1).get_by_role("link").click()
    page.get_by_role("link", name=re.compile("^See the .* of this run")).click()
    expect(page.get_by_role("img", name="8 made and 2 misses in time; the same stands in the table")).to_be_visible()
    page.get_by_role("combobox", name="Correct press 9").click()
    page.get_by_role("option", name="it was a make").click()
    expect(page.get_by_role("img", name="9 made and 1 miss in time; the same stands in the table")).to_be_visible()
    page.get_by_label("Note on this run").fill("the ninth dropped in late")
    page.get_by_role("combobox", name="Tags").fill("windy")
    page.get_by_role("combobox", name="Tags").press("Enter")
    page.get_by_role("button", name="Keep note and tags").click()
    page.goto("/look-back/logbook?words=dropped")
    row = page.get_by_role("row").nth(1)
    expect(row).to_contain_text("9 makes")
    expect(row).to_contain_text("[windy]")


def test_several_runs_are_deleted_at_once_and_brought_back(open_page: OpenPage) -> None:
    page = open_page()
    athlete, _, rung = who_putts(page)
    has_putted(athlete, rung, 7, 8, 9)
    page.goto("/look-back/logbook")
    page.get_by_role("checkbox", name=re.compile("^Choose the run")).nth(0).check()
    page.get_by_role("checkbox", name=re.compile("^Choose the run")).nth(1).check()
    several = page.get_by_role("group", name="With the chosen runs")
    expect(several.get_by_role("link", name="Beside each other")).to_be_visible()
    several.get_by_role("button", name="Delete").click()
    expect(page.get_by_text("1 run", exact=True)).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("3 runs", exact=True)).to_be_visible()
