"""Parts of one's own in a block, rungs chosen by hand, and clocks that go on by themselves."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Route, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage
from tests.browser.planner import put_in, titles


@pytest.mark.slow
def test_drill_try_drill_try_is_laid_out_by_hand(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    page.goto("/plan?minutes=40")
    runs = page.get_by_label(re.compile("^Runs: Putts from the circle"))
    runs.fill("1")
    runs.press("Enter")
    put_in(page, "Work by the clock", title="Mirror work", minutes=5)
    put_in(page, "Rest", minutes=1)
    put_in(
        page, "Checklist", title="Loosen up", minutes=4, items="hips\nankles\nwrists", stands="instead of the warm-up"
    )
    rows = page.get_by_role("list", name="The parts of the block")
    expect(rows.get_by_text("4 min: hips, ankles, wrists")).to_be_visible()
    page.get_by_role("button", name="Earlier: Mirror work").click()
    expect(rows.get_by_role("listitem").nth(1)).to_contain_text("Mirror work")
    page.get_by_label("Put in a rung").click()
    page.get_by_role("option", name="2. from 5 m").click()
    expect(rows.get_by_text("this rung")).to_be_visible()
    assert [re.sub(r", \d run.*", "", title) for title in titles(page)] == [
        "Loosen up",
        "Mirror work",
        "Putts from the circle: from 4 m",
        "Rest",
        "Putts from the circle: from 5 m",
        "Cool down and note",
    ]
    page.get_by_role("button", name="Change Mirror work").click()
    page.get_by_role("dialog").get_by_label("Minutes", exact=True).fill("7.5")
    page.get_by_role("button", name="Change it").click()
    expect(page.get_by_label("Minutes: Mirror work")).to_have_value("7.5")
    page.get_by_role("button", name="Take out Rest").click()
    expect(rows.get_by_text("Rest")).to_be_hidden()
    page.get_by_role("button", name="Undo").first.click()
    expect(rows.get_by_text("Rest")).to_be_visible()
    page.get_by_role("button", name="Keep it for today").click()
    page.wait_for_url(re.compile(r"/plan/blocks/\d+$"))
    expect(page.get_by_text("Mirror work").first).to_be_visible()


def test_parts_put_in_before_the_server_answers_all_stand_in_their_order(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Serve to the box")
    page.goto("/plan?minutes=30&ladders=")
    expect(page.get_by_role("button", name="Put in a part of your own")).to_be_visible()
    held: list[Route] = []

    def hold(route: Route) -> None:
        held.append(route)

    page.route("**/api/proposals/", hold)
    for title in ("Move and throw", "Low returns", "Soft hands"):
        put_in(page, "Work by the clock", title=title, minutes=5)
    for each in held:
        each.continue_()
    page.unroute("**/api/proposals/")
    rows = page.get_by_role("list", name="The parts of the block").get_by_role("listitem")
    expect(rows).to_have_count(5)
    assert titles(page)[1:-1] == ["Move and throw", "Low returns", "Soft hands"]


def test_a_warm_up_runs_through_with_no_press_at_all(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    own = [
        {
            "key": "own-0",
            "kind": "checklist",
            "title": "Loosen up",
            "seconds": 90,
            "items": ["hips", "ankles"],
            "role": "warm_up",
        },
        {"key": "own-1", "kind": "rest", "title": "Rest", "seconds": 60},
        {"key": "own-2", "kind": "free_play", "title": "Free play", "seconds": 300, "place": 1},
    ]
    block = athlete.send("api/blocks/", minutes=10, ladders=[], own=own)
    page.clock.install()
    page.goto(f"/practise/blocks/{block['id']}")
    page.get_by_role("button", name="Start: Loosen up").click()
    clock = page.get_by_role("timer", name="time left in this step")
    expect(clock).to_have_text("0:45")
    page.get_by_role("switch", name=re.compile("by themselves")).click()
    page.clock.run_for(46_000)
    expect(page.locator("[aria-current=step]")).to_contain_text("ankles")
    expect(page.get_by_role("checkbox", name=re.compile("hips"))).to_be_checked()
    page.get_by_role("button", name="Pause").click()
    page.clock.run_for(60_000)
    expect(page.locator("[aria-current=step]")).to_have_count(0)
    page.reload()  # what was played of it is kept
    expect(page.locator("[aria-current=step]")).to_contain_text("ankles")
    page.clock.run_for(46_000)
    expect(page.get_by_role("heading", name=re.compile("^Now: Rest"))).to_be_visible()
    page.clock.run_for(61_000)
    expect(page.get_by_role("heading", name=re.compile("^Now: Free play"))).to_be_visible()
    expect(page.get_by_text("Then: Cool down and note")).to_be_visible()


def test_a_clock_that_waits_for_a_press_says_what_comes_next(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    own = [{"key": "own-0", "kind": "timed", "title": "Mirror work", "seconds": 30}]
    block = athlete.send("api/blocks/", minutes=10, ladders=[], own=own)
    page.clock.install()
    page.goto(f"/practise/blocks/{block['id']}")
    page.get_by_role("button", name="Start with the warm-up").click()
    page.get_by_role("button", name="Warm: go on").click()
    page.clock.run_for(60_000)
    expect(page.get_by_role("timer", name="time left in this step")).to_have_text("0:30")
    page.get_by_role("button", name="Start the clock").click()
    page.clock.run_for(31_000)
    expect(page.get_by_text("Time is up. Next: Cool down and note")).to_be_visible()
    page.get_by_role("button", name="Done: go on").click()
    expect(page.get_by_label("What did you feel?")).to_be_visible()


@pytest.mark.slow
def test_a_routine_is_played_twice_and_its_sessions_stand_side_by_side(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    page.goto("/plan?minutes=15")
    runs = page.get_by_label(re.compile("^Runs: Putts from the circle"))
    runs.fill("1")
    runs.press("Enter")
    put_in(page, "Write down", title="What I felt", minutes=1)
    page.get_by_role("button", name="Keep it for today").click()
    page.get_by_label("Name of the routine").fill("Ten and a note")
    page.get_by_role("button", name="Save as a routine").click()
    expect(page.get_by_text("Kept as a routine")).to_be_visible()
    for made in (6, 8):
        page.goto("/plan")
        page.get_by_role("button", name="Start now: Ten and a note").click()  # the second press from Today
        page.get_by_role("button", name="Warm: go on").click()
        page.get_by_role("button", name="Start run 1").click()
        athlete.start()
        athlete.press(*["make"] * made, *["miss"] * (10 - made))
        athlete.expect_end("All attempts played")
        athlete.see_what_it_means()
        page.get_by_role("link", name="On with the block").click()
        page.get_by_role("button", name="On to what comes next").click()
        expect(page.get_by_role("heading", name=re.compile("^Now: What I felt"))).to_be_visible()
        page.get_by_role("button", name="Done: go on").click()
        page.get_by_role("button", name="Finish the block").click()
        expect(page.get_by_text(re.compile("Started at .*, finished at"))).to_be_visible()
    page.goto("/plan")
    page.get_by_role("link", name="Ten and a note").click()
    expect(page.get_by_text("The last set: 80 % made; before, 60 % on average and 60 % at best.")).to_be_visible()
    rows = page.get_by_role("row")
    expect(rows.nth(1)).to_contain_text(re.compile("8 of 10.*8 of 10 – the best"))
    expect(rows.nth(2)).to_contain_text("6 of 10")
    expect(page.get_by_role("img", name="The whole set, share made over 2 sessions")).to_be_visible()


#: A voice that writes down what it is given to say; headless browsers have none.
VOICE = """
window.said = [];
window.speechSynthesis.getVoices = () => [{}];
window.speechSynthesis.cancel = () => {};
window.speechSynthesis.speak = (words) => window.said.push(words.text);
"""


def test_what_is_said_aloud_is_chosen_each_for_itself(open_page: OpenPage) -> None:
    page = open_page()
    page.add_init_script(VOICE)
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.open_from_shelf("Putts from the circle")
    page.get_by_label("Count aloud").select_option("every fifth")
    athlete.start()  # by Space: the choice does not keep the key
    athlete.press(*["make"] * 6)
    athlete.expect_count(6)
    assert page.evaluate("window.said") == ["5"]
    page.reload()
    expect(page.get_by_label("Count aloud")).to_have_value("5")
    # Targets and the time, and no count: half a minute of points in an order.
    athlete.open_from_shelf("Round the pegs")
    page.get_by_label("Count aloud").select_option("no count")
    page.get_by_role("button", name="targets").click()
    expect(page.get_by_role("button", name="✓ targets")).to_be_visible()
    athlete.start()
    athlete.press("make")
    athlete.expect_count(1)
    assert page.evaluate("window.said.length") == 1
    assert "then" in page.evaluate("window.said[0]")
