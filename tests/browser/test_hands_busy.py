"""Drills that leave no hand free, at the court: entered after, gone on with by themselves, a word beside the halves."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage


def at_the_court(open_page: OpenPage, title: str, *, is_phone: bool = False) -> AthleteAtTheScreen:
    athlete = AthleteAtTheScreen(open_page(is_phone=is_phone))
    athlete.come_in()
    athlete.open_from_shelf(title)
    athlete.start()
    return athlete


@pytest.mark.slow
def test_rallies_are_entered_after_they_were_played(open_page: OpenPage) -> None:
    athlete = at_the_court(open_page, "Longest rally, entered after", is_phone=True)
    page = athlete.page
    page.keyboard.type("14")
    expect(page.get_by_role("button", name="Enter 14")).to_be_visible()
    page.keyboard.press("Enter")
    athlete.expect_count(14)
    for digit in ("2", "3"):
        page.get_by_role("button", name=digit, exact=True).click()
    page.get_by_role("button", name="Take the last digit back").click()
    page.get_by_role("button", name="1", exact=True).click()
    page.get_by_role("button", name="Enter 21").click()
    athlete.expect_count(21)
    # Held, it counts up as one would; what it came to is entered when it is let go.
    hold = page.get_by_role("button", name="Hold, and let go at the number")
    box = hold.bounding_box()
    assert box
    page.mouse.move(box["x"] + 20, box["y"] + 20)
    page.mouse.down()
    expect(page.get_by_role("button", name="3", exact=True).last).to_have_text("3")
    page.wait_for_timeout(800)
    page.mouse.up()
    expect(page.get_by_text("Rally 4 of 10").first).to_be_visible()
    for _ in range(7):
        page.keyboard.press("7")
        page.keyboard.press("PageDown")
        page.wait_for_timeout(130)
    athlete.expect_end("All attempts played")
    athlete.expect_end_number(21)
    athlete.see_what_it_means()
    expect(page.get_by_text(re.compile("One after the other: 14, 21, "))).to_be_visible()


@pytest.mark.slow
def test_a_tempo_ladder_and_a_warm_up_go_on_without_a_press(open_page: OpenPage) -> None:
    athlete = at_the_court(open_page, "Half an hour of hands")
    page = athlete.page
    expect(page.get_by_test_id("strokes")).to_contain_text("of 32, first hand", timeout=9000)
    athlete.press("miss")
    expect(page.get_by_text(re.compile("2 more goes")).first).to_be_visible()
    expect(page.get_by_test_id("strokes")).to_contain_text("of 32, first hand", timeout=9000)
    quick = athlete.send(
        "api/own-ladders/",
        title="Warm by the clock",
        discipline="one-wall handball",
        summary="",
        rung={
            "title": "",
            "set_up": "",
            "cues": [],
            "format": "checklist",
            "settings": {"items": [{"item": "circles", "seconds": 2}, {"item": "swings", "seconds": 2}]},
        },
    )
    page.goto(f"/climb/{quick['id']}")
    page.get_by_role("link", name="Play rung 1").click()
    page.get_by_role("button", name="Start", exact=True).click()
    athlete.start()
    athlete.expect_target("swings")
    athlete.expect_end("Goal reached")
    athlete.expect_end_number(2)


@pytest.mark.slow
def test_a_ball_by_its_name_is_missed_for_a_reason(open_page: OpenPage) -> None:
    athlete = at_the_court(open_page, "Two lines of five balls")
    page = athlete.page
    athlete.expect_target("left 1", then="left 2")
    athlete.press("miss")
    page.get_by_role("button", name="thin").click()
    expect(page.get_by_role("button", name="thin")).to_be_hidden()
    for _ in range(4):
        athlete.press("miss")
        expect(page.get_by_role("button", name="thick")).to_be_visible()
        page.keyboard.press("1")
        page.wait_for_timeout(130)
    athlete.press(*["make"] * 5)
    athlete.see_what_it_means()
    expect(page.get_by_text("Why they missed: thick 4, thin 1, of 5 that were told.")).to_be_visible()
    expect(page.get_by_text("left 5", exact=True)).to_be_visible()


@pytest.mark.slow
def test_slow_reps_end_when_it_feels_right_and_twenty_are_against_the_clock(open_page: OpenPage) -> None:
    athlete = at_the_court(open_page, "A serve rebuilt, step by step")
    page = athlete.page
    athlete.press(*["make"] * 9)
    expect(page.get_by_role("button", name="It feels right")).to_be_hidden()
    athlete.press("make")
    page.get_by_role("button", name="It feels right").click()
    expect(page.get_by_text("How comfortable was it?").first).to_be_visible()
    athlete.hit("4")
    athlete.expect_end("All attempts played")
    athlete.see_what_it_means()
    page.get_by_role("button", name="Once more").click()
    athlete.start()
    athlete.press("make", "miss")
    page.get_by_role("button", name="Stop", exact=True).click()
    expect(page.get_by_text("How comfortable was it?").first).to_be_visible()
    athlete.hit("3")
    athlete.expect_end("Stopped")
    athlete.open_from_shelf("Fast without a fault")
    athlete.start()
    athlete.press(*["make"] * 10)
    athlete.expect_end("Goal reached")
    athlete.see_what_it_means()
    expect(page.get_by_text(re.compile(r"time to the goal"))).to_be_visible()


@pytest.mark.slow
def test_clean_cycles_sets_by_one_press_and_a_race_against_somebody(open_page: OpenPage) -> None:
    athlete = at_the_court(open_page, "Spare cycles without a miss")
    page = athlete.page
    athlete.expect_target("back row", then="two pins")
    athlete.press("make", "make", "miss")
    athlete.expect_target("back row", then="two pins")
    athlete.press("make", "make", "make")
    athlete.expect_end("Goal reached")
    for format_id, settings in (
        ("intervals", {"by": "sets", "reps": 15, "sets": 2, "rest_s": 0}),
        ("race", {"to": 2, "clear": 1, "against": "Ida Quillfeather", "condition": "second ball only"}),
    ):
        rung = {"title": "", "set_up": "", "cues": [], "format": format_id, "settings": settings}
        words = {"title": f"My {format_id}", "discipline": "net racket sport", "summary": ""}
        made = athlete.send("api/own-ladders/", **words, rung=rung)
        page.goto(f"/climb/{made['id']}")
        page.get_by_role("link", name="Play rung 1").click()
        page.get_by_role("button", name="Start", exact=True).click()
        athlete.start()
        if format_id == "intervals":
            expect(page.get_by_role("button", name="Set done")).to_be_visible()
            athlete.press("make", "make")
            athlete.hit("5")
            athlete.expect_end("Goal reached")
        else:
            expect(page.get_by_role("button", name="Ida Quillfeather's")).to_be_visible()
            athlete.press("make", "miss", "make")
            athlete.expect_end("You won")


def test_a_saved_layout_is_put_on_a_rung(open_page: OpenPage) -> None:
    athlete = AthleteAtTheScreen(open_page())
    page = athlete.page
    athlete.come_in()
    athlete.own_ladder("In order off the wall")
    athlete.take_ladder("Longest rally, entered after")
    athlete.choose_for_rung(1, "Put a saved layout on it")
    page.get_by_role("button", name="Near and far on the wall").first.click()
    expect(page.get_by_role("link", name="Near and far on the wall")).to_be_visible()


#: An audio clock that runs with the page's own, and that notes when each tone is to begin.
AUDIO = """
  window.tones = [];
  const gain = { setValueAtTime() {}, linearRampToValueAtTime() {} };
  window.AudioContext = class {
    state = "running";
    get currentTime() { return performance.now() / 1000; }
    async suspend() {}
    createGain() { return { gain, connect: (to) => to }; }
    createOscillator() {
      return { frequency: {}, connect: (to) => to, start: (at) => window.tones.push(at), stop() {} };
    }
  };
"""
BPM, HALF_HOUR_S = 97, 30 * 60


@pytest.mark.slow
def test_the_click_does_not_drift_in_half_an_hour(open_page: OpenPage) -> None:
    """Beat n comes n periods after the first, to less than a millisecond: period = 60 s / bpm, by definition."""
    page = open_page()
    page.add_init_script(AUDIO)
    page.clock.install()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    rung = page.request.get("/api/ladders/").json()[0]["working"]["id"]
    athlete.send(f"api/rungs/{rung}/card/", method="PUT", card={"beat": {"bpm": BPM, "beats": 1}})
    athlete.open_from_shelf("Putts from the circle")
    page.get_by_role("button", name="Start: 3, 2, 1").click()
    page.clock.run_for(5000)
    page.evaluate("window.tones = []")
    page.clock.run_for(HALF_HOUR_S * 1000)
    tones: list[float] = page.evaluate("window.tones")
    assert len(tones) == pytest.approx(HALF_HOUR_S * BPM / 60, abs=1)
    assert max(abs(at - tones[0] - place * 60 / BPM) for place, at in enumerate(tones)) < 0.001
