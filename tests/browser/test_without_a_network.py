"""The court counts by itself, and the application opens, where no server can be reached."""

from __future__ import annotations

import re
import signal
from datetime import UTC, datetime

import pytest
from playwright.sync_api import Route, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage
from tests.browser.on_device import begin_counting, count_on, wait_until_ready
from tests.serving import Application


def test_a_run_goes_on_through_a_dead_server_and_a_reload(open_page: OpenPage, fresh_application: Application) -> None:
    page = open_page(fresh_application.url, is_quiet=True)
    athlete = AthleteAtTheScreen(page)
    athlete.sign_up()
    athlete.take_ladder("Putts from the circle")
    wait_until_ready(page)
    count_on(page)
    fresh_application.stop(signal.SIGKILL)
    athlete.press("make", "miss")
    athlete.expect_count(3)
    athlete.expect_waiting(2)
    page.reload()
    athlete.start()
    athlete.expect_counted("here")
    athlete.press("make")
    athlete.expect_count(4)
    # What was seen before is shown as it was, and what waits is said.
    page.get_by_role("link", name="Leave").click()
    expect(page.get_by_role("status").filter(has_text="3 presses wait here")).to_be_visible()
    expect(page.get_by_text("4 made so far")).to_be_visible()
    page.goto("/climb")
    expect(page.get_by_text("Putts from the circle").first).to_be_visible()
    fresh_application.start()
    athlete.carry_on()
    athlete.press("make")
    athlete.expect_count(5)
    athlete.expect_waiting(0)


def test_the_first_answers_are_the_servers_and_the_rest_the_devices(open_page: OpenPage) -> None:
    """The rules come late: the court takes over without a jump."""
    page = open_page()
    held: list[Route] = []

    def hold(route: Route) -> None:
        held.append(route)

    page.route("**/rules/core-*", hold)
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.play_ladder("Putts from the circle")
    athlete.press("make", "miss", "make")
    athlete.expect_count(2)
    athlete.expect_counted("there")
    page.evaluate(WATCH_NUMBER)
    for route in held:
        route.continue_()
    athlete.expect_counted("here")
    athlete.press("make")
    athlete.expect_count(3)
    assert page.evaluate("window.numbers") == ["3"]


#: Every number that the court shows from here on.
WATCH_NUMBER = """() => {
  window.numbers = [];
  const number = document.querySelector("[data-testid=number]");
  new MutationObserver(() => window.numbers.push(number.textContent))
    .observe(number, { childList: true, characterData: true, subtree: true });
}"""


@pytest.mark.parametrize(
    "answer",
    [
        pytest.param({"status": 404, "body": ""}, id="rules not there"),
        pytest.param({"status": 200, "content_type": "text/plain", "body": "no script"}, id="worker of a wrong type"),
    ],
)
def test_where_the_rules_do_not_run_the_server_counts_and_settings_say_why(
    open_page: OpenPage, answer: dict[str, object]
) -> None:
    page = open_page(is_quiet=True)
    page.route(re.compile("/rules/(worker|python)"), lambda route: route.fulfill(**answer))  # type: ignore[arg-type]
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.play_ladder("Putts from the circle")
    athlete.press("make", "miss", "make")
    athlete.expect_count(2)
    athlete.expect_counted("there")
    page.goto("/settings")
    expect(page.get_by_text("The rules do not run on this device, so the server counts").first).to_be_visible()


def test_a_difference_shows_the_servers_count_and_is_written_down(open_page: OpenPage) -> None:
    """What never happens is made to: an answer of the server with another count."""
    athlete = begin_counting(open_page(is_quiet=True))
    page = athlete.page

    def another_count(route: Route) -> None:
        answer = route.fetch()
        body = answer.json()
        if "tally" in body:
            body["tally"]["number"] = 7
        route.fulfill(response=answer, json=body)

    page.route(re.compile("/api/runs/[0-9a-f-]+/(events/)?$"), another_count)
    athlete.press("make")
    athlete.press("make")
    athlete.expect_count(7)
    athlete.expect_counted("there")
    page.goto("/settings")
    expect(page.get_by_text("counted run").first).to_contain_text("differently")


def play_the_part(athlete: AthleteAtTheScreen) -> None:
    """One run of a part of ten tries, from the block's page and back to it."""
    page = athlete.page
    page.get_by_role("button", name=re.compile("^Start run")).click()
    page.wait_for_url(re.compile(r"/practise/runs/[0-9a-f-]+$"))
    athlete.start()
    athlete.press(*["make"] * 8, "miss", "miss")
    page.get_by_role("button", name="See what it means").click()
    page.get_by_role("link", name=re.compile("^On with")).click()


def test_a_whole_block_is_played_with_no_server_and_stands_there_afterwards(
    open_page: OpenPage, fresh_application: Application
) -> None:
    page = open_page(fresh_application.url, is_quiet=True)
    athlete = AthleteAtTheScreen(page)
    athlete.sign_up()
    athlete.take_ladder("Putts from the circle")
    ladder = page.request.get("/api/ladders/").json()[0]
    rung = ladder["working"]["id"]
    block = athlete.send(
        "api/blocks/", minutes=15, day=datetime.now(UTC).date().isoformat(), ladders=[ladder["ladder"]["id"]]
    )
    page.goto("/")
    wait_until_ready(page)
    fresh_application.stop(signal.SIGKILL)
    page.goto(f"/practise/blocks/{block['id']}")
    page.get_by_role("button", name="Start with the warm-up").click()
    page.get_by_role("button", name="Warm: go on").click()
    play_the_part(athlete)
    # The page is loaded anew in the middle: the block stands as it was played.
    page.reload()
    expect(page.get_by_text("1 of")).to_be_visible()
    play_the_part(athlete)
    page.get_by_role("button", name=re.compile("That is enough|On to what")).click()
    page.get_by_label("What did you feel?").fill("Quiet hands.")
    page.get_by_role("button", name="Finish the block").click()
    expect(page.get_by_role("status").filter(has_text="wait here")).to_be_visible()
    fresh_application.start()
    address = f"/api/blocks/{block['id']}/"
    with page.expect_response(lambda answer: answer.url.endswith(address) and '"done"' in answer.text()):
        page.goto("/")  # what waits goes in its order, and the end of the block comes last
    there = page.request.get(address).json()
    assert (there["status"], there["note"]) == ("done", "Quiet hands.")
    runs = [each for part in there["parts"] for each in part["runs"]]
    assert len(runs) == 2
    assert {page.request.get(f"/api/runs/{each}/").json()["tally"]["makes"] for each in runs} == {8}
    assert {page.request.get(f"/api/runs/{each}/").json()["rung"]["id"] for each in runs} == {rung}


def test_what_another_screen_sends_late_does_not_disturb_the_court(open_page: OpenPage) -> None:
    """Presses that are on their way from the screen before come to the server while the run is open again."""
    page = open_page(is_quiet=True)
    athlete = begin_counting(page)
    athlete.expect_waiting(0)
    held: list[Route] = []
    page.route("**/events/", lambda route: route.abort())
    athlete.press("make")
    athlete.expect_waiting(1)
    page.unroute_all()
    is_on_the_court = re.compile("/practise/runs/")
    page.route("**/events/", lambda each: each.abort() if is_on_the_court.search(page.url) else held.append(each))
    with page.expect_request("**/events/"):
        page.get_by_role("link", name="Leave").click()
    page.get_by_role("link", name="Carry on").click()
    athlete.start()
    athlete.expect_waiting(1)
    run = re.compile(r"/api/runs/[0-9a-f-]+/$")
    with page.expect_response(lambda answer: run.search(answer.url) is not None):
        for request in held:
            request.continue_()  # the screen before tells all others to read anew
    athlete.press("make")
    athlete.expect_count(4)


def test_a_screen_that_stops_working_says_so_and_shows_the_ways_on(open_page: OpenPage) -> None:
    page = open_page(is_quiet=True)
    athlete = AthleteAtTheScreen(page)
    name = athlete.sign_up()
    # An answer that no server gives: what the screen makes of it is its own affair, and not that of all others.
    page.route("**/api/today/**", lambda route: route.fulfill(json={}))
    page.goto("/")
    expect(page.get_by_text("This screen has stopped working")).to_be_visible()
    page.get_by_role("navigation", name="The loop").get_by_role("link", name="Climb").click()
    expect(page.get_by_role("heading", level=1, name="Your ladders")).to_be_visible()
    page.get_by_role("link", name=name).click()
    expect(page.get_by_text("The screen at / has stopped working").first).to_be_visible()
