"""Hits counted by their sound: from a recording, and on the court while one plays."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.chromium import HEADLESS, launch, open_window
from tests.browser.conftest import OpenPage
from tests.core.recordings import Scene, with_rings
from tests.serving import Application

LADDER = "Longest rally, entered after"
#: The ball is fetched between rallies; until the court is ready nothing is hit.
PRACTICE = Scene(51, seconds=38).noise(50).rallies(0.4, from_s=10)


def open_recording(athlete: AthleteAtTheScreen) -> Page:
    """The page on which a recording becomes a run of rallies."""
    athlete.come_in(LADDER)
    page = athlete.page
    ladder = page.request.get("/api/ladders/").json()[0]
    page.goto(f"/practise/rungs/{ladder['rungs'][0]['id']}")
    page.get_by_role("link", name="Count it from a recording").click()
    return page


def choose(page: Page, file: Path) -> None:
    page.locator("input[type=file]").set_input_files(str(file))


def test_a_recording_becomes_a_run_with_its_rallies(athlete: AthleteAtTheScreen, tmp_path: Path) -> None:
    page, scene, file = open_recording(athlete), with_rings(34), tmp_path / "wall.wav"
    athlete.send("api/places/", name="Old Dairy wall", offers=["wall"])
    page.reload()
    page.get_by_label("Where it sounds").click()
    page.get_by_role("option", name="Old Dairy wall").click()
    file.write_bytes(scene.file())
    choose(page, file)
    drawing = page.get_by_test_id("sound")
    expect(drawing).to_be_visible(timeout=60_000)  # the rules have to be loaded first
    expect(page.get_by_text(f"{len(scene.hits) + 3}hits")).to_be_visible()
    # Three sounds rang out between rallies: one is struck out where it is drawn, two by their times.
    rings = [12.215, 18.76, 25.015]
    times = page.get_by_role("group", name="Sounds by their times")
    size = drawing.bounding_box()
    assert size is not None
    drawing.click(position={"x": size["width"] * rings[0] / 20, "y": 60})
    times.get_by_role("button", name=re.compile(r"^0:18\.8, a hit")).click()
    for at in ("0:12.2", "0:18.8"):
        expect(times.get_by_role("button", name=re.compile(f"^{at}, struck out"))).to_be_visible()
    page.get_by_label("By its time (s)").fill("25.0")
    page.get_by_role("button", name="Add or strike out").click()
    expect(page.get_by_text(f"{len(scene.hits)}hits")).to_be_visible()
    # The slider counts anew at once, both ways.
    page.get_by_label("How soft a sound may be to count").focus()
    page.keyboard.press("Home")
    page.keyboard.press("End")
    rallies = [1]
    for before, after in zip(scene.hits, scene.hits[1:], strict=False):
        rallies.append(1) if after - before > 1.5 else rallies.append(rallies.pop() + 1)
    page.get_by_label("How soft a sound may be to count").fill("0")
    expect(page.get_by_text(f"{len(rallies)} rallies")).to_contain_text(", ".join(map(str, rallies)))
    page.get_by_role("button", name="Keep as a run").click()
    page.wait_for_url(re.compile(r"/end$"))
    expect(page.get_by_text(f"One after the other: {', '.join(map(str, rallies[:-1]))}")).to_be_visible()
    expect(page.get_by_text(f"{len(scene.hits)} made")).to_be_visible()
    # What was struck out is known at that place from now on.
    lessons = page.request.get("/api/places/").json()[0]["ear"]
    assert len(lessons["others"]) == len(rings)
    # The next recording there needs no correction.
    page.goto("/practise")
    next_one = with_rings(35)
    file.write_bytes(next_one.file())
    page.get_by_role("link", name=f"Play {LADDER}").click()
    page.get_by_role("link", name="Count it from a recording").click()
    expect(page.get_by_label("Where it sounds")).to_contain_text("Old Dairy wall")
    choose(page, file)
    expect(page.get_by_text(f"{len(next_one.hits)}hits")).to_be_visible(timeout=60_000)


def test_a_file_that_is_no_recording_gets_a_clear_sentence(athlete: AthleteAtTheScreen, tmp_path: Path) -> None:
    page, file = open_recording(athlete), tmp_path / "notes.wav"
    for data, words in (
        (b"ten in a row, eleven in a row", "This is no WAV file"),
        (Scene(52, seconds=1).file()[:40], "cut off, or damaged"),
    ):
        file.write_bytes(data)
        choose(page, file)
        expect(page.get_by_text(words)).to_be_visible(timeout=60_000)
    # A minute of nothing has no hits, and makes no run.
    file.write_bytes(Scene(53, seconds=4).file())
    choose(page, file)
    expect(page.get_by_text("0hits")).to_be_visible()
    expect(page.get_by_role("button", name="Keep as a run")).to_be_disabled()


@pytest.fixture
def listening(browser: Browser, application: Application, tmp_path: Path) -> Iterator[Page]:
    """A page whose microphone hears a file, once."""
    file = tmp_path / "practice.wav"
    file.write_bytes(PRACTICE.file())
    microphone = (
        "--use-fake-device-for-media-stream",
        "--use-fake-ui-for-media-stream",
        f"--use-file-for-fake-audio-capture={file}%noloop",
    )
    own = launch(browser.browser_type, HEADLESS, *microphone)
    page = open_window(own, application.url).new_page()
    yield page
    own.close()


def test_the_ear_counts_along_and_its_count_can_be_taken(listening: Page) -> None:
    athlete, page = AthleteAtTheScreen(listening), listening
    athlete.come_in()
    athlete.open_from_shelf(LADDER)
    athlete.expect_counted("here")
    page.get_by_role("button", name="The ear counts along").click()
    expect(page.get_by_role("button", name="Ten hits first")).to_be_visible()
    athlete.start()
    # Beside it, a hand counts the first rally alone.
    athlete.press("make", "make")
    many = len(PRACTICE.hits)
    expect(page.get_by_test_id("heard")).to_contain_text("in this rally", timeout=30_000)
    page.wait_for_timeout(31_000)
    heard = int(re.findall(r"\d+", page.get_by_test_id("heard").inner_text())[0])
    assert abs(heard - many) <= 0.02 * many
    page.get_by_role("button", name="Stop", exact=True).click()
    athlete.see_what_it_means()
    expect(page.get_by_role("heading", name="What the ear heard")).to_be_visible()
    expect(page.get_by_text("The run counted 2 presses.")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Take the ear")).click()
    expect(page.get_by_text(re.compile(f"^{heard} made"))).to_be_visible()
    expect(page.get_by_role("heading", name="What the ear heard")).to_be_hidden()


def test_without_a_microphone_the_file_is_offered(open_page: OpenPage) -> None:
    athlete = AthleteAtTheScreen(open_page())
    athlete.come_in()
    athlete.open_from_shelf(LADDER)
    athlete.page.get_by_role("button", name="The ear counts along").click()
    expect(athlete.page.get_by_role("alert")).to_contain_text("WAV file")
    # In a game that is not counted by its sounds there is no ear.
    athlete.open_from_shelf("Five to each box")
    expect(athlete.page.get_by_role("button", name=re.compile("^Start"))).to_be_visible()
    expect(athlete.page.get_by_role("button", name="The ear counts along")).to_be_hidden()
