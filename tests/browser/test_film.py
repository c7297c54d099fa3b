"""Film of one's own: two clips aligned, stepped, marked and drawn on, and the notes found again in the record."""

from __future__ import annotations

import re
from itertools import pairwise
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Locator, Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.chromium import HEADLESS, launch, open_window
from tests.browser.clips import choose_clip, record_clip
from tests.browser.conftest import OpenPage
from tests.serving import Application

FAKE_CAMERA = ("--use-fake-device-for-media-stream", "--use-fake-ui-for-media-stream")
PNG = b"\x89PNG\r\n\x1a\n"


def played(athlete: AthleteAtTheScreen) -> str:
    """The address of a run that was played."""
    athlete.come_in("Putts from the circle")
    athlete.open_run("Putts from the circle")
    athlete.start(hand="mouse")
    athlete.press(*["make"] * 6, *["miss"] * 4)
    athlete.see_what_it_means()
    (run,) = athlete.page.request.get("/api/runs/").json()["results"]
    return f"/look-back/runs/{run['id']}"


def bar(page: Page, number: int) -> Locator:
    return page.get_by_role("group", name=f"Clip {number}", exact=True)


def moment(page: Page, number: int) -> float:
    return float(page.evaluate(f"document.querySelector('video[aria-label=\"Clip {number}\"]').currentTime"))


def go_to(page: Page, number: int, at_s: float) -> None:
    """As far on as somebody would drag it."""
    page.evaluate(f"document.querySelector('video[aria-label=\"Clip {number}\"]').currentTime = {at_s}")
    expect(bar(page, number).get_by_label(f"What is at {at_s:.2f} s?")).to_be_visible()


def mark(page: Page, number: int, words: str) -> None:
    bar(page, number).get_by_label(re.compile("What is at")).fill(words)
    bar(page, number).get_by_role("button", name="Mark it").click()


@pytest.fixture
def desk(athlete: AthleteAtTheScreen) -> Page:
    """Two clips beside each other."""
    page, address = athlete.page, played(athlete)
    page.goto(f"{address}/film")
    expect(page.get_by_text("no clip yet")).to_be_visible()
    choose_clip(page, 1, "before.webm", record_clip(page))
    expect(bar(page, 1)).to_contain_text("before.webm")
    choose_clip(page, 2, "after.webm", record_clip(page, colour="#4fd8c7"))
    expect(page.locator("video")).to_have_count(2)
    return page


def test_two_clips_are_aligned_stepped_drawn_on_and_the_notes_found_again(desk: Page, tmp_path: Path) -> None:
    page = desk
    # The rung's own cues are in view.
    expect(page.get_by_role("heading", name="What you work on")).to_be_visible()
    go_to(page, 1, 1.0)
    bar(page, 1).get_by_role("button", name="Align at this moment").click()
    mark(page, 1, "top")
    go_to(page, 2, 1.4)
    bar(page, 2).get_by_role("button", name="Align at this moment").click()
    # From here on both move together, a picture of 30 in a second at a time.
    page.get_by_role("button", name="One picture on").click()
    before = moment(page, 1)
    for _ in range(6):
        page.get_by_role("button", name="One picture on").click()
    assert moment(page, 1) - before == pytest.approx(6 / 30, abs=0.001)
    assert moment(page, 2) - moment(page, 1) == pytest.approx(0.4, abs=0.05)
    page.get_by_role("button", name="One picture back").click()
    assert moment(page, 1) - before == pytest.approx(5 / 30, abs=0.001)
    mark(page, 1, "landed")
    expect(page.get_by_text(re.compile("top to landed: 0.2"))).to_be_visible(timeout=20_000)

    page.get_by_role("button", name="Draw an angle").click()
    drawing = page.get_by_role("img", name=re.compile("Clip 1: put 3 spots"))
    box = drawing.bounding_box()
    assert box
    for x, y in ((0.2, 0.8), (0.2, 0.3), (0.5, 0.3)):
        page.mouse.click(box["x"] + box["width"] * x, box["y"] + box["height"] * y)
    expect(page.get_by_role("list", name="Marked and drawn")).to_contain_text("angle: 90.0° in the picture")
    # By the keyboard as well: a line down from the middle.
    page.get_by_role("button", name="Draw a line").click()
    line = page.get_by_role("img", name=re.compile("Clip 1: put 2 spots"))
    line.focus()
    for key in ("ArrowDown", "Enter", *["ArrowDown"] * 10, "Enter"):
        page.keyboard.press(key)
    expect(page.get_by_role("list", name="Marked and drawn")).to_contain_text("line: 90.0° to the lower edge")

    bar(page, 1).get_by_role("button", name="Mirrored").click()
    with page.expect_download() as saved:
        bar(page, 1).get_by_role("button", name="Save a still").click()
    assert Path(saved.value.path()).read_bytes().startswith(PNG)
    for words in ("It felt right", "It was off"):
        page.get_by_role("button", name=words).click()
    page.get_by_label("What you take from it").fill("Later than it feels.")
    expect(page.get_by_role("status").filter(has_text=re.compile("^Kept$"))).to_be_visible()

    page.get_by_role("link", name="Back to the run").click()
    for words in (
        "Looked at: before.webm and after.webm.",
        "angle: 90.0° in the picture",
        "1 felt right and was not.",
        "“Later than it feels.”",
    ):
        expect(page.get_by_text(words)).to_be_visible()
    page.get_by_role("link", name="Look at the film again").click()
    # No clip was kept anywhere: the file is asked for again, and the marks are on it.
    expect(page.get_by_text("choose the same file again").first).to_be_visible()
    expect(page.locator("video")).to_have_count(0)
    # Saved once more it is another file: what was marked is not lost by choosing it.
    choose_clip(page, 1, "once-more.webm", record_clip(page, 0.5))
    expect(page.get_by_role("alert")).to_contain_text("once-more.webm is not the file that was marked as clip 1.")
    page.get_by_role("button", name="The same film: keep the marks").click()
    expect(bar(page, 1)).to_contain_text("once-more.webm")
    expect(page.get_by_role("list", name="Marked and drawn")).to_contain_text("angle: 90.0° in the picture")


def test_it_plays_slowly_and_round_and_one_over_the_other(desk: Page) -> None:
    page = desk
    go_to(page, 1, 0.5)
    page.get_by_role("button", name="Loop from here").click()
    go_to(page, 1, 0.9)
    page.get_by_role("button", name="…to here").click()
    page.get_by_role("group", name="Speed").get_by_role("button", name="½").click()
    page.get_by_role("button", name="Play").click()
    assert page.evaluate("[...document.querySelectorAll('video')].map((video) => video.playbackRate)") == [0.5, 0.5]
    # Longer than the loop lasts at half its speed: it is still in it.
    seen = []
    for _ in range(12):
        page.wait_for_timeout(150)
        seen.append(moment(page, 1))
    page.get_by_role("button", name="Stop", exact=True).click()
    assert all(0.4 < at_s < 1.1 for at_s in seen)
    assert any(after < before for before, after in pairwise(seen))
    page.get_by_role("button", name="One over the other").click()
    expect(page.get_by_role("slider", name="How much clip 2 covers, in %")).to_be_visible()
    boxes = page.evaluate("[...document.querySelectorAll('video')].map((video) => video.getBoundingClientRect().left)")
    assert boxes[0] == boxes[1]


def test_a_container_that_cannot_be_played_gets_a_clear_sentence(open_page: OpenPage) -> None:
    # The browser says in the console that it cannot.
    athlete = AthleteAtTheScreen(open_page(is_quiet=True))
    page, address = athlete.page, played(athlete)
    page.goto(f"{address}/film")
    choose_clip(page, 1, "serve.mov", b"\x00\x00\x00\x14ftypqt  \x00\x00\x00\x00qt  " + bytes(500))
    expect(page.get_by_role("alert")).to_have_text(
        "This browser cannot play serve.mov. "
        "Have the camera or phone save it as MP4 (H.264) or WebM, and choose that one."
    )
    choose_clip(page, 1, "serve.webm", record_clip(page, 1.0))
    expect(page.locator("video")).to_have_count(1)
    expect(page.get_by_role("alert")).to_have_count(0)


def test_the_late_mirror_shows_what_the_camera_saw_some_seconds_ago(browser: Browser, application: Application) -> None:
    seeing = launch(browser.browser_type, HEADLESS, *FAKE_CAMERA)
    window = open_window(seeing, application.url)
    page = window.new_page()
    AthleteAtTheScreen(page).come_in()
    page.goto("/practise/mirror")
    late = page.get_by_role("slider")
    for _ in range(3):
        late.press("ArrowLeft")
    expect(page.get_by_text("2 seconds later")).to_be_visible()
    page.get_by_role("button", name="Start the camera").click()
    mirror = page.get_by_role("img", name="You, a few seconds ago")
    is_dark = "(canvas) => canvas.getContext('2d').getImageData(0, 0, 200, 100).data.every((value) => !value)"
    expect(mirror).to_be_visible()
    page.wait_for_timeout(1200)
    assert mirror.evaluate(is_dark)
    page.wait_for_timeout(2500)
    assert not mirror.evaluate(is_dark)
    page.get_by_role("button", name="Stop").click()
    expect(mirror).to_have_count(0)
    seeing.close()


def test_without_a_camera_the_mirror_says_so(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    athlete.page.goto("/practise/mirror")
    athlete.page.get_by_role("button", name="Start the camera").click()
    expect(athlete.page.get_by_role("alert")).to_have_text(
        "No camera can be used here: there is none, or this browser was not allowed to use it."
    )
