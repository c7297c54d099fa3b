"""The application on a device: opened in the air, brought up to date in the middle, out of room, with a sheet."""

from __future__ import annotations

import shutil
from collections.abc import Iterator
from contextlib import suppress
from datetime import UTC, datetime
from pathlib import Path

import pytest
from playwright.sync_api import Error, Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import QUICK, OpenPage
from tests.browser.on_device import begin_counting, count_on, wait_until_ready
from tests.serving import ROOT, Application

NO_ROOM = "This device has no room to keep"


def on_the_device(open_page: OpenPage, url: str = "", *, is_phone: bool = False) -> AthleteAtTheScreen:
    """A new athlete with a ladder and a block, on a device that is ready without a network."""
    page = open_page(*[url] if url else [], is_phone=is_phone, is_quiet=True)
    athlete = AthleteAtTheScreen(page)
    athlete.come_in("Putts from the circle")
    ladder = page.request.get("/api/ladders/").json()[0]["ladder"]["id"]
    athlete.send("api/blocks/", minutes=15, day=datetime.now(UTC).date().isoformat(), ladders=[ladder])
    page.goto("/")
    wait_until_ready(page)
    return athlete


def test_in_the_air_it_opens_from_the_home_screen_and_a_run_is_begun_and_ended(open_page: OpenPage) -> None:
    before = on_the_device(open_page, is_phone=True).page
    manifest = before.request.get("/manifest.webmanifest").json()
    assert (manifest["start_url"], manifest["display"]) == ("/", "standalone")
    window = before.context
    window.set_offline(True)
    before.close()
    page = window.new_page()
    page.goto(manifest["start_url"])
    expect(page.get_by_role("status").filter(has_text="No network: as of")).to_be_visible()
    athlete = AthleteAtTheScreen(page)
    for made, usual in ((6, "none yet"), (8, "6")):
        athlete.open_run("Putts from the circle")
        athlete.start(hand="mouse")
        athlete.press(*["make"] * made, *["miss"] * (10 - made))
        page.get_by_role("button", name="See what it means").click()
        expect(page.get_by_text("The verdict waits for the server")).to_be_visible()
        row = page.get_by_role("table").get_by_role("row").filter(has_text="usual")
        expect(row).to_contain_text(usual)
    window.set_offline(False)
    with page.expect_response(lambda answer: answer.url.endswith("/events/") and '"makes":8' in answer.text()):
        page.goto("/")
    runs = [each["tally"]["number"] for each in page.request.get("/api/runs/").json()["results"]]
    assert runs == [8, 6]


A_VERSION_WAITS = "() => navigator.serviceWorker.getRegistration().then((registration) => !!registration?.waiting)"


def await_version(page: Page, *, waits: bool) -> None:
    """Until a new version waits, or none does. (`wait_for_function` takes any promise for a yes.)"""
    for _ in range(600):
        # Where it takes over the page is loaded anew, which ends whatever is asked of the page just then.
        with suppress(Error):
            if page.evaluate(A_VERSION_WAITS) is waits:
                return
        page.wait_for_timeout(100)
    raise AssertionError(f"After a minute: is a new version waiting? Not {waits}.")


def test_a_new_version_waits_until_no_run_is_open(open_page: OpenPage, own_build: Application) -> None:
    athlete = on_the_device(open_page, own_build.url)
    page = athlete.page
    count_on(page)
    own_build.stop()
    athlete.press("make")
    assert own_build.web
    for packed in own_build.web.glob("sw.js.*"):
        packed.unlink()
    with (own_build.web / "sw.js").open("a") as worker:
        worker.write("\n// Another version.\n")
    own_build.start()
    page.evaluate("() => navigator.serviceWorker.getRegistration().then((registration) => registration.update())")
    await_version(page, waits=True)
    athlete.press("miss", "make")
    athlete.expect_count(4)
    assert page.evaluate(A_VERSION_WAITS)
    page.get_by_role("link", name="Leave").click()
    page.goto("/")  # opened again: what waited takes over, and loads the page anew
    await_version(page, waits=False)
    athlete.carry_on()
    athlete.press("make")
    athlete.expect_count(5)
    athlete.expect_waiting(0)


@pytest.fixture
def own_build(empty_world: Path, tmp_path: Path) -> Iterator[Application]:
    """An application with a build of its own that a test may change."""
    web = tmp_path / "web"
    shutil.copytree(ROOT / "web" / "dist", web)
    shutil.copy(empty_world, tmp_path / "own.sqlite3")
    application = Application(tmp_path / "own.sqlite3", is_demo=False, settings=QUICK, web=web)
    yield application.start()
    application.stop()


#: From here on nothing more can be kept, as a browser says it.
FULL_DISK = """() => {
  IDBObjectStore.prototype.put = () => { throw new DOMException("No room is left.", "QuotaExceededError"); };
}"""


def test_out_of_room_it_says_so_and_sends_all_the_same(open_page: OpenPage) -> None:
    athlete = begin_counting(open_page(is_quiet=True))
    page = athlete.page
    page.evaluate(FULL_DISK)
    page.context.set_offline(True)
    athlete.press("make")
    expect(page.get_by_text(f"{NO_ROOM} 1 press")).to_be_visible()
    page.context.set_offline(False)
    athlete.press("make")
    athlete.expect_count(4)
    athlete.expect_waiting(0)


def test_a_sheet_is_typed_in_without_a_network(open_page: OpenPage) -> None:
    athlete = on_the_device(open_page)
    page = athlete.page
    [block] = page.request.get("/api/blocks/").json()
    page.context.set_offline(True)
    page.goto(f"/plan/blocks/{block['id']}/type-in")
    makes = page.get_by_label("Makes")
    makes.first.fill("11")
    save = page.get_by_role("button", name="Keep the sheet and close the block")
    save.click()
    expect(page.get_by_role("alert")).to_contain_text("11 makes cannot come from 10 attempts")
    makes.first.fill("9")
    save.click()
    expect(page.get_by_role("status").filter(has_text="1 change waits here")).to_be_visible()
    page.context.set_offline(False)
    with page.expect_response(lambda answer: answer.url.endswith(f"/blocks/{block['id']}/sheet/")):
        page.goto("/")
    [run] = page.request.get("/api/runs/").json()["results"]
    assert (run["is_from_paper"], run["tally"]["number"]) == (True, 9)
