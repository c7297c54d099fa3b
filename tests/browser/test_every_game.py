"""Every format, played through the court screen from the ladders of the shelf: by mouse, by finger, by keys."""

from __future__ import annotations

import re
from collections.abc import Callable
from itertools import pairwise

import pytest
from playwright.sync_api import expect

from jolly_core.challenges.registry import FORMATS
from ladders.shelf import list_shelf
from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage

Play = Callable[[AthleteAtTheScreen], None]
Game = tuple[str, int, str, Play]


def play_streak(athlete: AthleteAtTheScreen) -> None:
    athlete.press("make", "make", "miss", "make")
    athlete.expect_count(1)


def play_timed_count(athlete: AthleteAtTheScreen) -> None:
    athlete.press("make", "make", "miss", "make")
    athlete.expect_count(3)


def play_makes_of_n(athlete: AthleteAtTheScreen) -> None:
    athlete.press(*["make"] * 7, *["miss"] * 3)
    athlete.expect_end("All attempts played")


def play_race(athlete: AthleteAtTheScreen) -> None:
    athlete.press(*["make"] * 7)
    athlete.expect_end("You won")


def play_quota(athlete: AthleteAtTheScreen) -> None:
    athlete.expect_target("near short", then="near middle")
    athlete.press("make", "make", "miss", "make", hand="mouse")
    athlete.expect_target("near middle", then="near long")
    athlete.press(*["make"] * 6)
    athlete.expect_end("Goal reached")


def play_zone_points(athlete: AthleteAtTheScreen) -> None:
    """On the layout's own drawing, by its zones' numbers, and out by its key."""
    athlete.hit("low", "middle")
    athlete.type_digits("11")
    athlete.press("miss")
    athlete.expect_count(7)
    expect(athlete.page.get_by_role("group", name="press what was hit")).to_be_visible()
    athlete.click_presenter("blank", "forward", "back", "forward")
    athlete.expect_count(7 + 1 + 2)


def play_pattern(athlete: AthleteAtTheScreen) -> None:
    athlete.expect_target("near", then="far")
    athlete.hit("near")
    athlete.expect_target("far", then="near")
    athlete.hit("near")  # a break: the pattern starts again
    athlete.expect_target("near", then="far")
    athlete.hit(*["near", "far"] * 5)
    athlete.expect_end("Goal reached")


def play_circuit(athlete: AthleteAtTheScreen) -> None:
    athlete.expect_target("front", then="side")
    athlete.press("make", "miss")
    athlete.expect_target("side", then="back")
    athlete.press(*["make"] * 7)
    athlete.expect_end("Goal reached")


def play_two_chance_walk(athlete: AthleteAtTheScreen) -> None:
    athlete.expect_target("2 m", then="3 m")
    athlete.press("miss")
    expect(athlete.page.get_by_text("Second ball").first).to_be_visible()
    athlete.press(*["make"] * 5)
    athlete.expect_end("Goal reached")


def play_collect(athlete: AthleteAtTheScreen) -> None:
    athlete.hit("below far", "above near", "above near", "below near", "above far")
    athlete.expect_end("Goal reached")


def play_long_run(athlete: AthleteAtTheScreen) -> None:
    athlete.press(*["make"] * 10)
    expect(athlete.page.get_by_text("Set up again").first).to_be_visible()
    athlete.press("make", "miss")
    athlete.expect_end("A miss")


def play_frames(athlete: AthleteAtTheScreen) -> None:
    """Pins by pad, by digit, by a clicker that points; all that stand by Space; the sheet fills as it is certain."""
    sheet = athlete.page.get_by_role("list", name="Score sheet").get_by_role("listitem")
    athlete.hit("7")
    athlete.press("make")
    expect(sheet.first).to_have_attribute("aria-label", "Frame 1: 7 /")
    athlete.type_digits("3")
    athlete.click_presenter("blank", "blank", "blank", "forward")
    expect(sheet.first).to_have_attribute("aria-label", "Frame 1: 7 /, 13 in all")
    expect(sheet.nth(1)).to_have_attribute("aria-label", "Frame 2: 3 4, 20 in all")
    athlete.press(*["make"] * 10)
    # Eight strikes from the third frame on, and two bonus balls: 20 + 8 × 30.
    athlete.expect_end("All attempts played")
    athlete.expect_end_number(260)


def play_tempo_ladder(athlete: AthleteAtTheScreen) -> None:
    expect(athlete.page.get_by_test_id("strokes")).to_contain_text("of 32", timeout=8000)
    athlete.press("make", "miss", "make")
    athlete.expect_count(72)
    athlete.press("miss", "miss")
    athlete.expect_end("Given up for today")


def play_intervals(athlete: AthleteAtTheScreen) -> None:
    athlete.press(*["make"] * 10)
    expect(athlete.page.get_by_text("Rest, then set 2 of 5").first).to_be_visible()
    # In the rest the countdown is the number and nothing counts, unless it is ended on purpose.
    expect(athlete.page.get_by_text("seconds to rest")).to_be_visible()
    athlete.press("make")
    for _ in range(4):
        athlete.page.get_by_role("button", name="Go on now").click()
        athlete.press(*["make"] * 10)
    expect(athlete.page.get_by_text("How hard was it?").first).to_be_visible()
    athlete.hit("6")
    athlete.expect_end("Goal reached")


def play_quality_reps(athlete: AthleteAtTheScreen) -> None:
    expect(athlete.page.get_by_role("list", name="Cues").get_by_role("listitem")).to_have_count(2)
    athlete.press(*["make"] * 8, *["miss"] * 2)
    expect(athlete.page.get_by_text("How comfortable was it?").first).to_be_visible()
    athlete.type_digits("4")
    athlete.expect_end("All attempts played")


def play_capped_attempts(athlete: AthleteAtTheScreen) -> None:
    athlete.press("miss", "make", *["miss"] * 4)
    athlete.expect_end("All attempts played")
    expect(athlete.page.get_by_text("That is it for today, and 1 landed.")).to_be_visible()


def play_calls(athlete: AthleteAtTheScreen) -> None:
    for called in range(1, 4):
        # A call comes after two to five seconds.
        expect(athlete.page.get_by_test_id("call")).to_have_text(re.compile("near|far"), timeout=8000)
        athlete.page.wait_for_timeout(200)
        athlete.press("make")
        athlete.expect_count(called)


def play_calls_with_no_press(athlete: AthleteAtTheScreen) -> None:
    """Ten calls by the clock, and then what was answered; nothing is pressed before."""
    page = athlete.page
    expect(page.get_by_test_id("call")).to_have_text(re.compile("near|far"), timeout=8000)
    expect(page.get_by_text("How many were answered?").first).to_be_visible(timeout=90_000)
    page.keyboard.type("9")
    page.keyboard.press("Enter")
    athlete.expect_end("All attempts played")
    athlete.expect_end_number(9)


def play_feeds(athlete: AthleteAtTheScreen) -> None:
    """Three sections of five, by the clock: the first feeds are made, the rest let go."""
    page = athlete.page
    feed = page.get_by_test_id("feed")
    for number, (kind, after) in enumerate([("short", "deep"), ("deep", "short"), ("short", "deep")], start=1):
        athlete.expect_target(kind, then=after)
        expect(feed).to_contain_text("Coming")
        expect(feed).to_contain_text("Fed", timeout=8000)
        athlete.press("make")
        athlete.expect_count(number)
    expect(page.get_by_text(re.compile("Walk back, then section 2 of 3")).first).to_be_visible(timeout=15_000)
    expect(page.get_by_role("heading", name="Time")).to_be_visible(timeout=100_000)
    athlete.expect_end_number(3)
    athlete.see_what_it_means()
    expect(page.get_by_role("row", name=re.compile("^short 8 "))).to_be_visible()


def play_combination(athlete: AthleteAtTheScreen) -> None:
    athlete.expect_target("cascade", then="outside throws")
    athlete.press("make", "miss")
    athlete.expect_target("cascade", then="outside throws")
    athlete.press(*["make"] * 12)
    athlete.expect_end("All attempts played")
    athlete.expect_end_number(4)


def play_checklist(athlete: AthleteAtTheScreen) -> None:
    athlete.hit("tape in place")
    athlete.press("make", "miss", "make")
    athlete.expect_end("Goal reached")
    athlete.expect_end_number(3)


def play_open_count(athlete: AthleteAtTheScreen) -> None:
    athlete.press("make", "make", "miss", "undo", "miss", "make")
    athlete.expect_count(3)
    athlete.page.get_by_role("button", name="Stop").click()
    athlete.expect_end("Stopped")


def play_rallies(athlete: AthleteAtTheScreen) -> None:
    athlete.type_digits("12")
    athlete.click_presenter("forward")
    athlete.expect_count(12)
    athlete.press("make", "miss", "undo", "undo")
    athlete.page.get_by_role("button", name="Stop").click()
    athlete.expect_end("Stopped")
    athlete.expect_end_number(12)


def play_by_its_pads(athlete: AthleteAtTheScreen) -> None:
    """Whatever the game: the first pad counts, undo takes it back, and stop ends it."""
    first = athlete.page.locator("[data-pad]").first
    for _ in range(2):
        first.click()
        athlete.page.wait_for_timeout(130)
    athlete.press("undo", hand="mouse")
    athlete.page.get_by_role("button", name="Stop").click()
    athlete.expect_end("Stopped")


def first_on_the_shelf(format_id: str) -> Game:
    """The first rung of the shelf with a format that has no story here."""
    return next(
        (ladder.title, number, ladder.pair.words("first"), play_by_its_pads)
        for ladder in list_shelf().values()
        for number, rung in enumerate(ladder.rungs, 1)
        if rung.game.id == format_id and not ladder.traits.risks
    )


#: The ladder of the shelf that each format is played on, which rung of it, and on which side; and how.
GAMES: dict[str, Game] = {
    "streak": ("Low returns in a row", 1, "left", play_streak),
    "timed_count": ("Rally with the wall", 1, "left", play_timed_count),
    "makes_of_n": ("Serve to the box", 1, "right", play_makes_of_n),
    "race": ("Race to the corner", 1, "", play_race),
    "quota": ("Five to each box", 1, "", play_quota),
    "zone_points": ("Two minutes of points", 1, "", play_zone_points),
    "pattern": ("In order off the wall", 1, "", play_pattern),
    "circuit": ("Round the pegs", 1, "", play_circuit),
    "two_chance_walk": ("Walk the pegs", 1, "", play_two_chance_walk),
    "collect": ("Every mark once", 1, "", play_collect),
    "long_run": ("Stack after stack", 1, "", play_long_run),
    "frames": ("Ten frames in the hall", 1, "", play_frames),
    "tempo_ladder": ("Cascade to a click", 1, "", play_tempo_ladder),
    "intervals": ("Wall intervals", 2, "", play_intervals),
    "quality_reps": ("Slow swings", 1, "right", play_quality_reps),
    "capped_attempts": ("Back crosses", 1, "", play_capped_attempts),
    "calls": ("Called corners", 1, "", play_calls),
    "calls_with_no_press": ("Footwork to the call", 1, "", play_calls_with_no_press),
    "feeds": ("Fed short and deep", 1, "", play_feeds),
    "combination": ("Three tricks on", 1, "", play_combination),
    "checklist": ("Before the first ball", 1, "", play_checklist),
    "rallies": ("Longest rally, entered after", 1, "", play_rallies),
    "open_count": ("Count what comes", 1, "", play_open_count),
}


#: Played in other quick stories, or on the same pads as another format here, or by the clock for many seconds.
LEFT_TO_THE_SLOW = {
    "streak",
    "timed_count",
    "makes_of_n",
    "collect",
    "circuit",
    "race",
    "long_run",
    "capped_attempts",
    "two_chance_walk",
    "calls",
    "calls_with_no_press",
    "feeds",
    "intervals",
    "against_time",
    "quality_reps",
    "quota",
    "combination",
    "tempo_ladder",
}


@pytest.mark.parametrize(
    "format_id",
    [pytest.param(each, marks=pytest.mark.slow) if each in LEFT_TO_THE_SLOW else each for each in FORMATS],
)
def test_every_format_is_played_on_the_court(format_id: str, open_page: OpenPage) -> None:
    title, rung, side, play = GAMES.get(format_id) or first_on_the_shelf(format_id)
    athlete = AthleteAtTheScreen(open_page())
    athlete.come_in()
    athlete.open_from_shelf(title, rung=rung, side=side)
    athlete.start()
    play(athlete)


def test_a_finger_plays_zones_on_a_phone(open_page: OpenPage) -> None:
    athlete = AthleteAtTheScreen(open_page(is_phone=True))
    athlete.come_in()
    athlete.open_from_shelf("Every mark once")
    athlete.start(hand="mouse")
    for zone in ("above near", "below far"):
        athlete.page.locator(f"[data-pad=zone][data-text='{zone}']").tap()
        athlete.page.wait_for_timeout(130)
    athlete.page.locator("[data-pad=miss]").tap()
    athlete.expect_count(2)
    assert athlete.page.evaluate("document.documentElement.scrollWidth <= innerWidth")


@pytest.mark.slow
def test_the_click_is_steady_to_the_millisecond(open_page: OpenPage) -> None:
    """What is handed to the audio is due at equal steps of its own clock, however late the page's timers come."""
    page = open_page()
    page.add_init_script(
        "window.due = []; const start = OscillatorNode.prototype.start;"
        "OscillatorNode.prototype.start = function (at) { window.due.push([at, this.frequency.value]);"
        " return start.call(this, at); };"
    )
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    # 80 beats a minute: 0.75 s from one to the next. And a steady click of 100 beats in bars of four.
    for title, rung, gap_s in (("Cascade to a click", 2, 0.75), ("Rope turns in a row", 1, 0.6)):
        athlete.open_from_shelf(title, rung=rung)
        athlete.start()
        page.wait_for_timeout(7000)
        clicks = [(at, pitch) for at, pitch in page.evaluate("window.due") if pitch in (1760, 1175)]
        gaps = [after - before for (before, _), (after, _) in pairwise(clicks)]
        assert len(gaps) >= 6
        assert all(abs(gap - gap_s) < 0.001 for gap in gaps), gaps
    # The first of four is the stronger one.
    assert [pitch == 1760 for _, pitch in clicks[:8]] == [True, False, False, False] * 2


def test_a_reload_comes_back_to_the_same_target(open_page: OpenPage) -> None:
    athlete = AthleteAtTheScreen(open_page())
    athlete.come_in()
    athlete.open_from_shelf("Round the pegs")
    athlete.start()
    athlete.press("make", "make")
    athlete.page.reload()
    athlete.start()
    athlete.expect_target("back", then="other side")
    athlete.press("undo")
    athlete.expect_target("side", then="back")
