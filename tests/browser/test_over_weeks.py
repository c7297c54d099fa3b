"""What takes weeks: a rung that is kept, lost and rebuilt, two ways on trial, a need that is met, advice overruled."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage
from tests.browser.days import let_days_pass
from tests.browser.putting import has_putted, who_putts
from tests.serving import Application


def test_a_rung_is_checked_lost_and_rebuilt(open_page: OpenPage, application: Application) -> None:
    page = open_page()
    athlete, ladder, rung = who_putts(page)
    has_putted(athlete, rung, 9, 9)
    page.goto(f"/climb/{ladder}")
    page.get_by_role("button", name="Climb: rung 1 is held").click()
    kept = page.get_by_role("group", name="Kept check")
    expect(kept).to_contain_text("Rung 1 is checked in about 1 week.")

    let_days_pass(application, 8)
    page.goto("/")
    expect(page.get_by_role("link", name=re.compile("Putts from the circle.*Kept check"))).to_be_visible()
    page.goto(f"/climb/{ladder}")
    kept.get_by_role("link", name="Play the check").click()
    page.get_by_role("button", name="Start").click()
    athlete.start()
    athlete.press(*["make"] * 3, *["miss"] * 7)
    athlete.see_what_it_means()
    page.goto(f"/climb/{ladder}")
    expect(kept).to_contain_text("Rung 1 is checked in about 1 week.")

    let_days_pass(application, 2)
    has_putted(athlete, rung, 4)
    page.goto("/")
    asked = page.get_by_role("link", name=re.compile("Putts from the circle.*Step back"))
    expect(asked).to_contain_text("Rung 1 was missed in 2 checks one after another: rebuild it.")
    asked.click()
    expect(page.get_by_role("heading", name=re.compile("^Rebuild rung 1"))).to_be_visible()
    page.get_by_role("button", name="Step back to rung 1").click()
    expect(page.get_by_role("heading", name=re.compile("^Stay on rung 1"))).to_be_visible()
    has_putted(athlete, rung, 9, 9)
    page.reload()
    page.get_by_role("button", name="Climb: rung 1 is held").click()
    expect(kept).to_contain_text("Rung 1 is checked in about 1 week.")


def test_two_ways_over_twelve_runs_come_to_a_decision(open_page: OpenPage) -> None:
    page = open_page()
    athlete, ladder, rung = who_putts(page)
    page.goto(f"/climb/{ladder}")
    page.get_by_role("button", name="Try two ways").click()
    page.get_by_label("One way").fill("old grip")
    page.get_by_label("The other way").fill("new grip")
    page.get_by_role("button", name="Draw the order").click()
    trial = page.get_by_role("region", name="old grip and new grip on trial")
    expect(trial).to_contain_text("12 runs in a drawn order, 6 of each way")
    expect(trial).to_contain_text("12 runs to the first look.")

    trial.get_by_role("link", name=re.compile("Next run, with")).click()
    page.get_by_role("button", name="Start").click()
    page.wait_for_url(re.compile(r"/practise/runs/[0-9a-f-]+$"))
    way = page.request.get(f"/api/ladders/{ladder}/trials/").json()[0]["next_way"]
    athlete.start()
    expect(page.get_by_role("main")).to_contain_text(way)
    made = {"old grip": 5, "new grip": 8}
    athlete.press(*["make"] * made[way], *["miss"] * (10 - made[way]))
    athlete.see_what_it_means()
    for played in range(1, 12):
        way = page.request.get(f"/api/ladders/{ladder}/trials/").json()[0]["next_way"]
        has_putted(athlete, rung, made[way] + (played // 4) % 2)  # every four runs have a day of their own
    page.goto(f"/climb/{ladder}")
    expect(trial).to_contain_text("12 of 12 runs played.")
    expect(trial).to_contain_text("“new grip” is better by 3 makes")
    expect(trial).to_contain_text("That is more than luck")
    expect(trial.get_by_role("img", name=re.compile("^Difference"))).to_be_visible()
    expect(trial.get_by_role("button", name="End the trial")).to_be_hidden()


def test_a_combination_waits_for_what_it_needs(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    for title in ("Putts from the circle", "Serve to the box"):
        athlete.own_ladder(title)
    ladders = {each["ladder"]["title"]: each for each in page.request.get("/api/ladders/").json()}
    putting, serving = ladders["Putts from the circle"], ladders["Serve to the box"]
    page.goto(f"/climb/{putting['ladder']['id']}")
    page.get_by_role("button", name="More for rung 1").click()
    page.get_by_role("menuitem", name="What comes first").click()
    page.get_by_label("One rung more that comes first").click()
    page.get_by_role("option", name=re.compile("^Serve to the box 1:")).click()
    page.get_by_role("button", name="Keep this").click()
    graph = page.get_by_role("group", name="What needs what, from left to right")
    expect(graph.get_by_role("listitem").first).to_contain_text("not held")

    page.get_by_role("button", name="Change what it asks for, rung 1").click()
    page.get_by_role("button", name="What it needs is held").click()
    page.get_by_role("button", name="Ask for this").click()
    has_putted(athlete, putting["working"]["id"], 9, 9)
    page.reload()
    expect(page.get_by_role("heading", name=re.compile("^Stay on rung 1"))).to_be_visible()
    expect(page.get_by_text(re.compile("Of what it needs, 0 of 1 held; hold first: Serve to the box"))).to_be_visible()
    athlete.send(f"api/ladders/{serving['ladder']['id']}/moves/", decision="climb", held=0)
    page.reload()
    expect(page.get_by_role("heading", name=re.compile("^Climb to rung 2"))).to_be_visible()
    expect(graph.get_by_role("listitem").first).to_contain_text("✓ held")


def test_advice_is_overruled_with_a_reason_and_taken_back(open_page: OpenPage) -> None:
    page = open_page()
    _, ladder, _ = who_putts(page)
    page.goto(f"/climb/{ladder}")
    page.get_by_role("button", name="Climb anyway").click()
    page.get_by_label("Why? You may leave it open").fill("It felt ready")
    page.get_by_role("button", name="Climb anyway, I decide").click()
    expect(page.get_by_role("heading", name=re.compile("^Stay on rung 2"))).to_be_visible()
    said = page.get_by_text("climbed: rung 1 held (the rules advised: stay), because: It felt ready")
    expect(said).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("heading", name=re.compile("^Stay on rung 1"))).to_be_visible()
    expect(page.get_by_text("because: It felt ready (taken back)")).to_be_visible()


def test_a_school_changes_the_plan(open_page: OpenPage) -> None:
    page = open_page()
    _, ladder, _ = who_putts(page)

    def planned() -> None:
        page.goto(f"/plan?ladders={ladder}")

    page.goto(f"/climb/{ladder}")
    page.get_by_label("Climbed by the school").click()
    page.get_by_role("option", name="Stretch").click()
    expect(page.get_by_text(re.compile("every block has a trial of the next rung"))).to_be_visible()
    planned()
    expect(page.get_by_text("a trial of rung 2, which counts against nothing").first).to_be_visible()
    page.goto(f"/climb/{ladder}")
    page.get_by_label("Climbed by the school").click()
    page.get_by_role("option", name="Small dose").click()
    expect(page.get_by_text(re.compile("one run a visit"))).to_be_visible()
    planned()
    expect(page.get_by_text("a small dose: few tries, then stop").first).to_be_visible()
