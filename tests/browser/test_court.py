"""The court screen: halves, keys, pause, calls, sounds, double taps, one thumb on a phone."""

from __future__ import annotations

import pytest
from playwright.sync_api import expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage


@pytest.fixture
def putting(athlete: AthleteAtTheScreen) -> AthleteAtTheScreen:
    """In a run of ten putts, counted in."""
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    athlete.open_run("Putts from the circle")
    athlete.start()
    return athlete


@pytest.mark.parametrize("key", ["Space", "Enter", "ArrowRight", "PageDown"])
def test_keys_that_make(putting: AthleteAtTheScreen, key: str) -> None:
    putting.page.keyboard.press(key)
    putting.expect_count(1)


def test_keys_that_miss_and_a_held_key_that_counts_once(putting: AthleteAtTheScreen) -> None:
    page = putting.page
    for key in ("x", "ArrowLeft", "PageUp"):
        page.keyboard.press(key)
        page.wait_for_timeout(130)
    expect(page.get_by_text("3 missed")).to_be_visible()
    page.keyboard.down("Space")
    page.keyboard.down("Space")  # what a key that is held down sends
    page.keyboard.up("Space")
    page.wait_for_timeout(300)
    putting.expect_count(1)


def test_a_double_tap_counts_once(putting: AthleteAtTheScreen) -> None:
    # Both at once in the page: driven one by one they may come further apart than a thumb bounces.
    putting.pad("make").evaluate(
        """(pad) => {
            const press = () => new PointerEvent("pointerdown", {button: 0, bubbles: true});
            for (const each of [press(), press()]) pad.dispatchEvent(each);
        }"""
    )
    putting.page.wait_for_timeout(300)
    putting.expect_count(1)


def test_pause_holds_the_clock_and_the_count(putting: AthleteAtTheScreen) -> None:
    putting.press("make", "pause")
    timer = putting.page.get_by_role("timer")
    expect(timer).to_contain_text("paused")
    held = timer.inner_text()
    expect(putting.pad("make")).to_be_disabled()
    putting.page.keyboard.press("Space")
    putting.page.wait_for_timeout(1300)
    assert timer.inner_text() == held
    putting.press("pause", "make")
    putting.expect_count(2)


def test_the_end_can_be_undone_and_a_press_too_many_does_not_leave_it(putting: AthleteAtTheScreen) -> None:
    putting.press(*["make"] * 10, "make", apart_ms=100)
    putting.expect_end("All attempts played")
    putting.page.get_by_role("button", name="Undo the last press").click()
    expect(putting.page.get_by_role("heading", name="All attempts played")).to_be_hidden()
    putting.expect_count(9)
    putting.press("miss")
    putting.expect_end("All attempts played")


def test_calls_every_tenth_and_what_is_close_to_the_best(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    athlete.own_ladder("Three-club cascade")
    athlete.open_run("Three-club cascade")
    athlete.start()
    athlete.press(*["make"] * 6, "miss")
    athlete.page.get_by_role("button", name="Stop").click()
    athlete.see_what_it_means()
    athlete.page.get_by_role("button", name="Once more").click()
    athlete.start()
    athlete.press(*["make"] * 5)
    call = athlete.page.get_by_role("status")
    expect(call).to_have_text("1 to your best")
    athlete.press("make", "make")
    expect(call).to_have_text("A new best")


def test_sounds_can_be_muted_and_stay_so(putting: AthleteAtTheScreen) -> None:
    page = putting.page
    with page.expect_response(lambda answer: answer.request.method == "PATCH"):
        page.keyboard.press("m")
    expect(page.get_by_role("button", name="Muted: turn sounds on")).to_be_visible()
    page.reload()
    expect(page.get_by_role("button", name="Muted: turn sounds on")).to_be_visible()


def test_sounds_are_really_made(athlete: AthleteAtTheScreen) -> None:
    athlete.page.add_init_script(
        "window.tones = 0; const start = OscillatorNode.prototype.start;"
        "OscillatorNode.prototype.start = function (...when) { window.tones += 1; return start.apply(this, when); };"
    )
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    athlete.open_run("Putts from the circle")
    athlete.start()
    counted_in = athlete.page.evaluate("window.tones")
    assert counted_in >= 3  # three, two, one and go, the first perhaps before the audio is awake
    athlete.press("make")
    assert athlete.page.evaluate("window.tones") > counted_in
    athlete.page.keyboard.press("m")
    muted = athlete.page.evaluate("window.tones")
    athlete.press("make")
    assert athlete.page.evaluate("window.tones") == muted


def test_a_page_sounds_through_one_context_that_rests_where_nothing_sounds(athlete: AthleteAtTheScreen) -> None:
    """One that is left running costs work for as long as the page is open."""
    athlete.page.add_init_script(
        "window.contexts = []; const Sounding = window.AudioContext;"
        "window.AudioContext = class extends Sounding { constructor() { super(); window.contexts.push(this); } };"
    )
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    athlete.open_run("Putts from the circle")
    states = "contexts.map(({ state }) => state)"
    for goes_on in (True, False):
        athlete.start()
        athlete.press("make")
        assert athlete.page.evaluate(states) == ["running"]
        athlete.page.get_by_role("link", name="Leave").click()
        athlete.page.wait_for_timeout(2500)  # the last sound is heard out
        assert athlete.page.evaluate(states) == ["suspended"]
        if goes_on:
            athlete.page.get_by_role("link", name="Carry on").first.click()


def test_the_screen_is_kept_awake_while_a_run_is_on(athlete: AthleteAtTheScreen) -> None:
    athlete.page.add_init_script(
        "window.locks = []; navigator.wakeLock.request = async (kind) => {"
        " window.locks.push(kind); return { release: async () => { window.locks.pop(); } }; };"
    )
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    athlete.open_run("Putts from the circle")
    athlete.start()
    assert athlete.page.evaluate("window.locks") == ["screen"]
    athlete.page.get_by_role("button", name="Stop").click()
    athlete.expect_end("Stopped")
    assert athlete.page.evaluate("window.locks") == []


def test_keys_are_shown_and_do_not_count_meanwhile(putting: AthleteAtTheScreen) -> None:
    page = putting.page
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Keys and clicker")).to_be_visible()
    page.keyboard.press("x")
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_be_hidden()
    expect(page.get_by_text("0 missed")).to_be_visible()


@pytest.mark.parametrize("is_mirrored", [False, True])
def test_halves_are_mirrored_by_setting(athlete: AthleteAtTheScreen, is_mirrored: bool) -> None:
    athlete.come_in()
    page = athlete.page
    page.goto("/settings")
    if is_mirrored:
        with page.expect_response(lambda answer: answer.request.method == "PATCH"):
            page.get_by_label("Make on the left half, miss on the right").click()
    athlete.own_ladder("Putts from the circle")
    athlete.open_run("Putts from the circle")
    make, miss = (athlete.pad(kind).bounding_box() for kind in ("make", "miss"))
    assert make
    assert miss
    assert (make["x"] < miss["x"]) == is_mirrored
    assert make["width"] > 600


def test_one_thumb_on_a_phone(open_page: OpenPage) -> None:
    athlete = AthleteAtTheScreen(open_page(is_phone=True))
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    athlete.open_run("Putts from the circle")
    athlete.start("mouse")
    for kind in ("make", "make", "miss"):
        athlete.pad(kind).tap()
        athlete.page.wait_for_timeout(130)
    athlete.expect_count(2)
    number = athlete.page.get_by_test_id("number").bounding_box()
    assert number
    assert number["height"] >= 844 / 3 * 0.9
    assert athlete.page.evaluate("document.documentElement.scrollWidth") == 390
