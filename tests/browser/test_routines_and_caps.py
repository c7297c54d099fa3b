"""Ten routines twice and side by side, and drill, try, drill, try under the cap of a day."""

from __future__ import annotations

import re
from datetime import UTC, datetime
from typing import Any
from uuid import uuid4

import pytest
from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage


def own_ladder(athlete: AthleteAtTheScreen, title: str, format_id: str, **settings: Any) -> int:
    rung = {"title": "", "set_up": "", "cues": [], "format": format_id, "settings": settings}
    words = {"title": title, "discipline": "cue table", "summary": ""}
    return int(athlete.send("api/own-ladders/", **words, rung=rung)["id"])


def put(page: Page, path: str, **body: Any) -> None:
    cookies = {each["name"]: each["value"] for each in page.context.cookies()}
    answer = page.request.put(f"/{path}", data=body, headers={"X-CSRFToken": cookies["csrftoken"]})
    assert answer.ok, answer.text()


def play(athlete: AthleteAtTheScreen, part: Any, makes: int) -> None:
    """All planned runs of a part, with so many made of ten, as the court would send them."""
    for _ in range(part["runs_planned"]):
        run, now = str(uuid4()), datetime.now(UTC).isoformat()
        rung = {"rung": part["rung"]["id"], "side": part["side"], "part": part["id"]}
        put(athlete.page, f"api/runs/{run}/", **rung, started_at=now)
        kinds = ["make"] * makes + ["miss"] * (10 - makes)
        events = [
            {"id": str(uuid4()), "kind": kind, "seq": seq, "at_ms": 9000 * seq} for seq, kind in enumerate(kinds, 1)
        ]
        athlete.send(f"api/runs/{run}/events/", events=events)


@pytest.mark.slow
def test_ten_routines_are_played_twice_and_stand_side_by_side(open_page: OpenPage) -> None:
    """Ten routines within 60 to 75 minutes, twice a week. Common practice, no source."""
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    titles = [f"Routine {number}" for number in range(1, 11)]
    ladders = [own_ladder(athlete, title, "makes_of_n", attempts=10, goal=8) for title in titles]
    block = athlete.send("api/blocks/", minutes=75, ladders=ladders)
    assert {part["ladder"]["title"] for part in block["parts"] if part["rung"]} == set(titles)
    athlete.send("api/routines/", block=block["id"], title="The set of ten")
    for makes in (6, 7):
        page.goto("/plan")
        page.get_by_role("button", name="Start now: The set of ten").click()
        expect(page.get_by_role("heading", name=re.compile("^Now: Warm-up"))).to_be_visible()
        number = page.url.rsplit("/", 1)[-1]
        for part in page.request.get(f"/api/blocks/{number}/").json()["parts"]:
            if part["rung"]:
                play(athlete, part, makes)
        page.reload()
        page.get_by_role("button", name="Warm: go on").click()
        for _ in titles:
            page.get_by_role("button", name="On to what comes next").click()
            page.wait_for_timeout(300)
        page.get_by_role("button", name="Finish the block").click()
        expect(page.get_by_text(re.compile("Started at .*, finished at"))).to_be_visible()
    page.goto("/plan")
    page.get_by_role("link", name="The set of ten").click()
    expect(page.get_by_text("The last set: 70 % made; before, 60 % on average and 60 % at best.")).to_be_visible()
    heads = " ".join(page.get_by_role("columnheader").all_inner_texts())
    assert [title for title in titles if title not in heads] == []
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth")


@pytest.mark.slow
def test_drill_and_try_take_turns_until_the_cap_of_the_day(open_page: OpenPage) -> None:
    """The cap closes the tries, whatever happened; the block goes on without them, and nothing asks for one more."""
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    own_ladder(athlete, "Drill for the turn", "makes_of_n", attempts=2, goal=2)
    own_ladder(athlete, "The turn", "capped_attempts", cap=3)
    page.goto("/plan?minutes=60")
    for title in ("Drill for the turn", "The turn"):
        runs = page.get_by_label(re.compile(f"^Runs: {title}"))
        runs.fill("2")
        runs.press("Enter")
    page.get_by_label("Order of runs").click()
    page.get_by_role("option", name="In turn (A B A B)").click()
    expect(page.get_by_role("img", name=re.compile("^Woven: "))).to_be_visible()
    page.get_by_role("button", name="Keep it and start now").click()
    page.get_by_role("button", name="Start with the warm-up").click()
    page.get_by_role("button", name="Warm: go on").click()
    played = []
    for _ in range(4):
        heading = page.get_by_role("heading", name=re.compile("^Now: (Drill|The)")).inner_text()
        page.wait_for_timeout(500)
        start = page.get_by_role("button", name=re.compile("^Start run "))
        if not start.is_visible():
            break
        played.append("try" if "The turn" in heading else "drill")
        start.click()
        athlete.start()
        athlete.press(*["miss"] * (3 if played[-1] == "try" else 2))
        expect(page.get_by_role("button", name="See what it means")).to_be_enabled()
        athlete.see_what_it_means()
        page.get_by_role("link", name=re.compile("^On with ")).click()
        expect(page.get_by_role("heading", name=re.compile("^Now: "))).to_be_visible()
    assert played.count("try") == 1
    assert played.count("drill") == 2
